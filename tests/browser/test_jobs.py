"""Ordinary jobs from an empty page to the answer, as somebody does them who is new here.

Each counts its clicks and its entries: what a person has to press and to type.
"""

import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

SIZES = {"laptop": (1280, 800), "phone": (390, 844)}


class Acts:
    """Presses and fills, counted."""

    def __init__(self, page: Page) -> None:
        self.page, self.clicks, self.entries = page, 0, 0

    def press(self, name: str | re.Pattern[str], role: str = "button", **more) -> None:
        self.clicks += 1
        self.page.get_by_role(role, name=name, **more).first.click()

    def fill(self, label: str, text: str, *, enter: bool = False, exact: bool = True) -> None:
        self.entries += 1
        field = self.page.get_by_label(label, exact=exact).first
        field.fill(text)
        if enter:
            field.press("Enter")

    def key(self, key: str) -> None:
        self.clicks += 1
        self.page.keyboard.press(key)


@pytest.fixture(params=SIZES)
def acts(page: Page, request: pytest.FixtureRequest) -> Acts:
    width, height = SIZES[request.param]
    page.set_viewport_size({"width": width, "height": height})
    page.goto("/")
    return Acts(page)


def answer(page: Page):
    return page.locator("[data-answer]")


TWENTY = "Link;Site A;Site B;Optic;Distance (ft);Fibre type\n" + "".join(
    f"L{n};Pump House;Well {n};1G LX10;{n}50;OS2\n" for n in range(1, 19)
)


def test_e_twenty_links_from_a_spreadsheet(acts: Acts, tmp_path: Path):
    """Two of the rows are faulty, one of them twice: corrected in place, then all of it at once."""
    file = tmp_path / "links.csv"
    faulty = "L19;pump house;Well 19;LX10;far;OS2\nL20;Pump House;Well 20;10G LR;200 m;9/125\n"
    file.write_text(TWENTY + faulty)
    page = acts.page
    acts.fill("Name of the new plan", "Wells")
    acts.press("A list from a spreadsheet")
    page.get_by_label("List to bring in").set_input_files(file)
    acts.clicks += 1
    expect(answer(page)).to_have_text("20 rows: 18 added, 2 to correct")
    row = page.locator("[data-list-row='20']")
    expect(row).to_contain_text("“LX10” may be 100BASE-LX10, 1000BASE-LX10; write which")
    expect(row).to_contain_text("“far” is not a length")
    acts.fill("Row 20, Optic", "1G LX10")
    acts.fill("Row 20, Distance (ft)", "1 950")
    acts.fill("Row 21, Fibre type", "OS2")
    expect(answer(page)).to_have_text("20 rows: 20 added")
    expect(page.locator("[data-new-places]")).to_contain_text("Pump House, Well 1,")
    acts.press("Take 20 rows")
    expect(page).to_have_url(re.compile(r"/plans/2$"))
    expect(answer(page)).to_contain_text("of 20 links would come up")
    acts.key("u")
    expect(answer(page)).to_contain_text("No links in this plan")
    assert (acts.clicks, acts.entries) == (4, 4)


def test_e_a_list_of_needs_becomes_needs_of_the_plan_and_links(page: Page):
    rows = "\n".join(f"Instrument Hall,Buoy {n},{200 + 50 * n},1" for n in range(1, 13))
    page.goto("/plans/1/lists")
    page.get_by_label("Or paste the cells here").fill(f"from,to,distance_m,rate\n{rows}\n")
    page.get_by_role("button", name="Read what is pasted").click()
    page.get_by_label("What the rows are").select_option("need")
    page.get_by_role("button", name="Take 12 rows").click()
    page.get_by_role("button", name="Take 12 of 12").click()
    page.locator("h1").click()
    page.keyboard.press("0")
    expect(answer(page)).to_have_text("41 of 78 links would come up")
    page.keyboard.press("2")
    expect(page.locator("[data-need]", has_text="chosen")).to_have_count(12)


def test_a_site_that_nobody_surveyed_is_drawn_from_lengths_and_put_right_by_hand(page: Page):
    page.goto("/")
    page.get_by_label("Name of the new plan").fill("Wells")
    page.get_by_role("button", name="A list from a spreadsheet").click()
    rows = "W1;Pump House;Well;120\nW2;Well;Gate;60\nW3;Gate;Pump House;140\n"
    page.get_by_label("Or paste the cells here").fill(f"Duct;From;To;Length\n{rows}")
    page.get_by_role("button", name="Read what is pasted").click()
    page.get_by_role("button", name="Take 3 rows").click()
    page.get_by_role("radio", name="map").click()
    expect(page.locator("[data-schematic]")).to_contain_text("Drawn from lengths, not surveyed")
    gate = page.locator("[data-place='Gate']")
    box = gate.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + 90, y + 40, steps=4)
    page.mouse.up()
    expect(page.get_by_text("Gate is drawn there. Undo with u.")).to_be_visible()
    page.get_by_role("button", name="Point at a place").click()
    map_box = page.locator("[data-map]").bounding_box()
    assert map_box is not None
    page.mouse.click(map_box["x"] + 600, map_box["y"] + 420)
    page.get_by_label("Name of the place").fill("Kiosk")
    page.keyboard.press("Enter")
    expect(page.locator("[data-place='Kiosk']")).to_be_visible()
    expect(page.locator("[data-drawn]")).to_contain_text("surveyed by nobody")
    east = page.get_by_label("East")
    east.fill("40 m")
    east.press("Enter")
    expect(page.locator("[data-drawn]")).to_have_count(0)
