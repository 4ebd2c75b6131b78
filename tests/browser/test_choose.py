"""From one line of text to a built link, in a real browser."""

from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

AXE = Path(__file__).parents[2] / "web/node_modules/axe-core/axe.min.js"


def answer(page: Page):
    return page.locator("[data-answer]")


def test_a_line_becomes_options_and_one_of_them_a_link(page: Page):
    page.goto("/plans/1/choose")
    expect(answer(page)).to_have_text("What is wanted?")
    page.get_by_label("In one line").fill("Crew House to Wet Lab 10G, growth 100G, 240 m")
    page.get_by_role("button", name="Read").click()
    option = page.locator("[data-option='10GBASE-LR on new OS2']")
    expect(option).to_contain_text("carries the growth speed with new modules")
    page.get_by_text("ruled out").click()
    expect(page.locator("[data-ruled-out]")).to_contain_text("220 m is the reach of 10GBASE-LRM")
    page.get_by_label("Route, m").fill("far")
    expect(page.get_by_role("alert")).to_have_text("“far” is not a length.")
    page.get_by_label("Route, m").fill("0")
    expect(page.get_by_role("alert")).to_contain_text("0 m is not a distance between two places")
    page.get_by_label("Route, m").fill("240")
    option.click()
    page.get_by_role("button", name="Take it: build the link").click()
    expect(page.locator("[data-path-row]")).to_be_visible()
    expect(answer(page)).to_have_text("Works, with 4.6 dB to spare")
    page.locator("h1").click()
    page.keyboard.press("u")
    page.keyboard.press("0")
    expect(answer(page)).to_have_text("27 of 66 links would come up")


def test_a_price_is_changed_and_counts(page: Page):
    page.goto("/plans/1/choose?show=prices")
    row = page.locator("[data-price='labour hour']")
    field = row.get_by_label("Price of labour, an hour")
    field.fill("dear")
    field.press("Enter")
    expect(row.get_by_role("alert")).to_have_text("“dear” is not a price")
    field.fill("60")
    field.press("Enter")
    expect(row).to_contain_text("this plan’s")


def test_many_needs_are_looked_at_and_taken(page: Page, tmp_path: Path):
    file = tmp_path / "needs.csv"
    lines = [f"Instrument Hall,Buoy {n},{200 + 50 * n},1" for n in range(1, 13)]
    file.write_text("from,to,distance_m,rate_gbps\n" + "\n".join(lines) + "\nA,B,0,1\n")
    page.goto("/plans/1/choose?show=many")
    page.get_by_label("File of needs").set_input_files(file)
    page.get_by_role("button", name="Take 12 of 13").click()
    page.locator("h1").click()
    page.keyboard.press("0")
    expect(answer(page)).to_have_text("39 of 78 links would come up")


VIEWS = (
    "choose?from=Crew%20House&to=Wet%20Lab&distance=240&rate=10&growth=100",
    "choose?show=possible&from=A&to=B&distance=240", "choose?show=many", "choose?show=growth",
    "choose?show=prices",
)  # fmt: skip


@pytest.mark.parametrize("dark", [False, True])
def test_the_choose_views_are_accessible(page: Page, dark: bool):
    page.emulate_media(color_scheme="dark" if dark else "light")
    for view in VIEWS:
        page.goto(f"/plans/1/{view}")
        expect(answer(page)).to_be_visible()
        page.wait_for_timeout(600)
        page.evaluate(AXE.read_text())
        found = page.evaluate("axe.run({resultTypes: ['violations']}).then(r => r.violations)")
        told = [(v["id"], [n["html"][:160] for n in v["nodes"][:3]]) for v in found]
        assert told == [], view
