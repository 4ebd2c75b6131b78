"""A running application with the demo plan, and a page of a real browser in front of it."""

from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Page, expect, sync_playwright

from passerelle.api.app import WEB
from passerelle.api.serving import beside, load
from passerelle.demo_data import mistakes_plan
from passerelle.plans.store import Store

CHROMIUM = "/usr/bin/chromium"
ARGUMENTS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--font-render-hinting=none",
    # Nothing but this machine can be reached: a request elsewhere fails, and so does the test.
    "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost",
]

# What a slow machine may take before a test calls it a failure: speed is the bench's business.
PATIENCE_MS = 60_000
expect.set_options(timeout=PATIENCE_MS)


STILL = """
const still = new CSSStyleSheet();
still.replaceSync(`*, *::before, *::after {
  animation-duration: 0s !important; transition-duration: 0s !important
}`);
document.adoptedStyleSheets = [still];
Object.defineProperty(navigator, "connection", { value: { saveData: true } });
"""
"""Nothing fades in or out, which every test would wait for; nothing is fetched ahead."""


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    assert WEB.exists(), "the front end is not built; scripts/test builds it"
    with sync_playwright() as playwright:
        made = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
        yield made
        made.close()


@pytest.fixture
def address(store: Store) -> Iterator[str]:
    load(store, mistakes_plan())
    with beside(store) as made:
        yield made


@pytest.fixture
def page(browser: Browser, address: str) -> Iterator[Page]:
    """A page at 1280×800; anything that the console calls an error fails the test."""
    context = browser.new_context(
        base_url=address, viewport={"width": 1280, "height": 800}, color_scheme="light"
    )
    context.add_init_script(STILL)
    made = context.new_page()
    problems: list[str] = []
    made.on("pageerror", lambda error: problems.append(str(error)))
    made.on("console", lambda m: problems.append(m.text) if m.type == "error" else None)
    made.on(
        "request",
        lambda r: None if r.url.startswith((address, "data:")) else problems.append(r.url),
    )
    made.set_default_timeout(PATIENCE_MS)
    yield made
    context.close()
    # A refusal by the API is logged by the browser as a failed resource; that is its normal way.
    assert [p for p in problems if "Failed to load resource" not in p] == []
