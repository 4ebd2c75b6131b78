"""From the key to the painted verdict, in headless Chromium, on a small plan and on a large one."""

from pathlib import Path

from playwright.sync_api import sync_playwright

from passerelle.api.serving import beside
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.plan import Plan
from passerelle.plans.plans import Plans
from passerelle.plans.store import Store

EDITS = """async ([length, rounds]) => {
  const input = document.querySelector(`[data-part-editor] input[value="${length}"]`);
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
  const answer = document.querySelector('[data-answer]');
  const times = [];
  for (let i = 0; i < rounds; i++) {
    const before = answer.textContent;
    set.call(input, String(i % 2 ? length : Number(length) + 5000));
    input.dispatchEvent(new Event('input', { bubbles: true }));
    const start = performance.now();
    input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    while (answer.textContent === before) {
      if (performance.now() - start > 10000) throw new Error('no new answer: ' + before);
      await new Promise(requestAnimationFrame);
    }
    times.push(performance.now() - start);
    await new Promise((later) => setTimeout(later, 700));
  }
  return times;
}"""
ROUNDS = 41


def edit_to_verdict(plan: Plan, link_id: str, folder: Path) -> tuple[float, float]:
    """Median and 95th percentile from Enter in a length field to the new answer on screen. [s]

    The link's longest cable is edited, with a pause between edits as long as a quick person's.
    """
    link = plan.links.by_id[link_id]
    at, longest = max(
        ((at, part) for at, part in enumerate(link.path) if isinstance(part, Segment)),
        key=lambda one: one[1].length_m,
    )
    store = Store(folder)
    Plans(store).add(plan, Facts.NONE, "bench", "plan")
    with beside(store) as address, sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium", args=["--no-sandbox", "--disable-gpu"]
        )
        page = browser.new_page(base_url=address, viewport={"width": 1280, "height": 800})
        page.goto(f"/plans/1/links/{link_id}")
        page.locator(f"[data-at='{at}']").click()
        page.locator("[data-part-editor]").wait_for()
        times: list[float] = page.evaluate(EDITS, [f"{longest.length_m:g}", ROUNDS])
        browser.close()
    store.close()
    ordered = sorted(times)
    return ordered[ROUNDS // 2] / 1000, ordered[int(0.95 * ROUNDS)] / 1000
