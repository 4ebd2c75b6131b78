"""What a machine that reads screens finds wrong with a page, in both themes."""

from pathlib import Path

from playwright.sync_api import Page

SCRIPT = Path(__file__).parents[2] / "web/node_modules/axe-core/axe.min.js"
FADED = """async () => {
  for (let i = 0; i < 2; i++) await new Promise(requestAnimationFrame);
  const fading = document.getAnimations().map((one) => one.finished.catch(() => null));
  await Promise.race([Promise.all(fading), new Promise((late) => setTimeout(late, 5000))]);
}"""
"""Colours fade from one theme to the other; measured on the way they would be of neither."""


def wrong(page: Page, part: str = "html") -> list[tuple[str, list[str]]]:
    """Every rule in the light theme, then contrast, which alone can differ, in the dark one."""
    if not page.evaluate("typeof axe === 'object'"):
        page.evaluate(SCRIPT.read_text())
    told = []
    for mode, only in (("light", ""), ("dark", ", runOnly: ['color-contrast']")):
        before = page.evaluate("document.documentElement.className")
        page.evaluate("mode => { document.documentElement.className = mode }", mode)
        if before != mode:
            page.evaluate(FADED)
        found = page.evaluate(
            f"axe.run('{part}', {{resultTypes: ['violations']{only}}}).then(r => r.violations)"
        )
        told += [(v["id"], [n["html"][:160] for n in v["nodes"][:3]]) for v in found]
    return told
