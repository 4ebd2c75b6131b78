"""From the key to the painted verdict, in headless Chromium."""

import statistics

from playwright.sync_api import sync_playwright

from passerelle.api.serving import beside
from passerelle.plans.store import Store

EDITS = """async () => {
  const input = document.querySelector('[data-part-editor] input[value="1640"]');
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
  const answer = document.querySelector('[data-answer]');
  const times = [];
  for (let i = 0; i < 15; i++) {
    const before = answer.textContent;
    set.call(input, String(i % 2 ? 1640 : 7000));
    input.dispatchEvent(new Event('input', { bubbles: true }));
    const start = performance.now();
    input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    while (answer.textContent === before) await new Promise(requestAnimationFrame);
    times.push(performance.now() - start);
  }
  return times;
}"""


def edit_to_verdict(store: Store) -> float:
    """Median seconds from Enter in the length field to the new answer on screen."""
    with beside(store) as address, sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium", args=["--no-sandbox", "--disable-gpu"]
        )
        page = browser.new_page(base_url=address, viewport={"width": 1280, "height": 800})
        page.goto("/plans/1/links/demolink0004")
        page.locator("[data-at='4']").click()
        times: list[float] = page.evaluate(EDITS)
        browser.close()
    return statistics.median(times) / 1000
