"""Makes docs/screenshots/ from the demo plan: one current picture of each main view."""

import tempfile
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from passerelle.api.serving import beside, load_demo
from passerelle.plans.store import Store

OUT = Path(__file__).resolve().parents[1] / "docs" / "screenshots"
ARGUMENTS = ["--no-sandbox", "--disable-gpu", "--font-render-hinting=none"]
DESIGN, TABLET, PHONE = (1280, 800), (820, 1180), (390, 844)
CABLE_LINE = "cable%20OS2,%2012%20strands,%20Outdoor%20drop,%20all-dielectric,%20pulled"
NEED = "need?from=Crew%20House&to=Wet%20Lab&distance=240&rate=10&growth=100"


def link(number: int) -> str:
    """Address of a link of the demo plan, by its number in the plan."""
    return f"links/demolink{number:04d}"


def open_link(page: Page, number: int) -> None:
    """Open a link and wait for its drawing."""
    page.goto(f"/plans/1/{link(number)}")
    page.wait_for_selector("[data-path-row]")


def overview(page: Page) -> None:
    """All links."""
    page.goto("/plans/1")
    page.wait_for_selector("[data-link]")


def light(page: Page) -> None:
    """A link that works, one cable selected."""
    open_link(page, 4)
    page.click("[data-at='4']")


def view(address: str, ready: str) -> Callable[[Page], None]:
    """A view that is ready when something is there."""

    def go(page: Page) -> None:
        page.goto(f"/plans/1/{address}")
        page.locator(ready).first.wait_for()

    return go


def strands(number: int) -> Callable[[Page], None]:
    """A link's strands, one of them followed."""

    def go(page: Page) -> None:
        page.goto(f"/plans/1/{link(number)}/polarity")
        page.locator("[data-strand]").first.wait_for()

    return go


def need(page: Page) -> None:
    """A need with two routes, its options, and one of them with its ends."""
    page.goto("/plans/1/need?need=new")
    line = "Pier Office to Instrument Hall 10G, growth 100G by 2031, two routes"
    page.get_by_label("In one line").fill(line)
    page.get_by_role("button", name="Read").click()
    page.click("[data-option='10GBASE-LR on new OS2']")
    page.get_by_role("radio", name="field connectors").wait_for()


def practice(page: Page) -> None:
    """A drill with two traces taken."""
    page.goto("/practice/drill?kind=trace&level=3&seed=4")
    page.locator("[data-act='shoot 1310']").click()
    page.locator("[data-looked]").wait_for()


def visits(page: Page) -> None:
    """Days on site as proposed and taken, two tasks of the first one done."""
    page.goto("/plans/1/visits")
    page.get_by_role("button", name="Propose visits").click()
    page.get_by_role("button", name="Take these visits").click(timeout=60_000)
    page.locator("[data-visit]").first.wait_for()
    for at in (0, 1):
        page.locator("[data-one-visit] [data-task] input").nth(at).click()
        page.locator("[data-one-visit] [data-task] input:checked").nth(at).wait_for()
    page.get_by_role("button", name="Close").first.click()


SHOTS: list[tuple[str, Callable[[Page], None], bool, tuple[int, int]]] = [
    ("overview", overview, False, DESIGN),
    ("survey", view("survey", "[data-pathway]"), False, DESIGN),
    ("route-strands", view("route?cable=H-04", "[data-strand]"), False, TABLET),
    ("route-failures", view("route?show=failures", "[data-group]"), False, DESIGN),
    ("need", need, False, DESIGN),
    ("papers", view("papers", "[data-labels]"), False, DESIGN),
    ("materials", view(f"materials?line={CABLE_LINE}", "[data-cut]"), False, DESIGN),
    ("light", light, False, DESIGN),
    ("find-out-next", view("unknowns", "[data-unknown]"), False, DESIGN),
    ("phone", overview, False, PHONE),
    ("visits", visits, False, DESIGN),
    ("polarity-12", strands(55), False, DESIGN),
    ("devices", view("devices", "[data-front]"), False, DESIGN),
    ("test", view("test?sheet=cable0011", "[data-strand-sheet]"), False, DESIGN),
    ("trace", view("trace?sheet=cable0004&run=cable0004-3", "[data-fault]"), False, DESIGN),
    ("turnup", view(f"{link(4)}/turnup", "[data-levels]"), False, DESIGN),
    ("hunt", view(f"{link(20)}/turnup", "[data-look]"), False, TABLET),
    (
        "records",
        view("records?page=cut&sort=pathway&name=Office%20tray", "[data-dark]"),
        False,
        DESIGN,
    ),
    ("practice", practice, False, DESIGN),
]


def main() -> None:
    """Take every picture."""
    OUT.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        store = Store(Path(folder))
        load_demo(store)
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=ARGUMENTS)
        with beside(store) as address:
            for name, go, dark, (width, height) in SHOTS:
                page = browser.new_page(
                    base_url=address,
                    viewport={"width": width, "height": height},
                    color_scheme="dark" if dark else "light",
                )
                go(page)
                page.wait_for_timeout(400)
                page.screenshot(path=OUT / f"{name}.png", animations="disabled")
                page.close()
        browser.close()
        store.close()


if __name__ == "__main__":
    main()
