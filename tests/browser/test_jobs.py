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


@pytest.fixture
def acts(page: Page, request: pytest.FixtureRequest) -> Acts:
    """Jobs b and d are done in the office, the others on the phone."""
    letter = request.node.name.removeprefix("test_")[:2]
    width, height = SIZES["laptop" if letter in ("b_", "d_") else "phone"]
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


def test_a_three_buildings_two_ducts_a_cable_and_a_link_that_survives_the_other(acts: Acts):
    """Two ducts of a list, one line for a need of two routes; both are built and set against each
    other."""
    page = acts.page
    acts.fill("Name of the new plan", "Depot")
    acts.press("A list from a spreadsheet")
    expect(answer(page)).to_have_text("Bring in a list")
    ducts = "Duct;From;To;Length\nD1;Office;Hall;180\nD2;Office;Store;140\nD3;Store;Hall;130\n"
    acts.fill("Or paste the cells here, headings first", ducts)
    acts.press("Read what is pasted")
    acts.press("Take 3 rows")
    expect(page).to_have_url(re.compile("survey"))
    page.locator("h1").click()
    acts.key("n")
    acts.fill("In one line", "Office to Hall 10G two routes", enter=True)
    expect(page.get_by_label("Route, m")).to_have_value("180")
    expect(page.get_by_label("Second, m")).to_have_value("270")
    expect(page.locator("[data-way]")).to_contain_text("share nothing")
    acts.press("Take it: build 2 links")
    expect(answer(page)).to_contain_text("Works, with")
    page.locator("h1").click()
    acts.key("3")
    page.get_by_role("radio", name="what fails together").click()
    acts.clicks += 1
    expect(page.locator("main")).to_contain_text("either route")
    assert (acts.clicks, acts.entries) == (7, 3)


def test_a_twelve_strands_of_a_listed_cable_carry_one_and_the_other_goes_round(acts: Acts):
    """Ducts and a cable of twelve from lists; of two 10G links one is to survive the other."""
    page = acts.page
    acts.fill("Name of the new plan", "Depot")
    acts.press("A list from a spreadsheet")
    expect(answer(page)).to_have_text("Bring in a list")
    paste = "Or paste the cells here, headings first"
    ducts = "D1;Office;Hall;180\nD2;Office;Store;140\nD3;Store;Hall;130\n"
    acts.fill(paste, f"Duct;From;To;Length\n{ducts}")
    acts.press("Read what is pasted")
    acts.press("Take 3 rows")
    expect(page).to_have_url(re.compile("survey"))
    acts.press("Menu")
    acts.press("Bring in a list", "menuitem")
    acts.fill(paste, "Cable;From;To;Strands;Fibre;Route\nC1;Office;Hall;12;OS2;D1\n")
    acts.press("Read what is pasted")
    acts.press("Take 1 row")
    expect(page).to_have_url(re.compile("route"))
    page.locator("h1").click()
    acts.key("n")
    acts.fill("In one line", "Office to Hall 10G two routes", enter=True)
    expect(page.get_by_label("Second, m")).to_have_value("270")  # 140 + 130
    page.locator("[data-option*='C1']").first.click()
    acts.clicks += 1
    acts.press("Take it: build 2 links")
    expect(answer(page)).to_contain_text("Works, with")
    page.locator("h1").click()
    acts.key("3")
    expect(page.locator("[data-cable='C1']")).to_contain_text("10 of 12 free")
    page.get_by_role("radio", name="what fails together").click()
    acts.clicks += 1
    expect(page.locator("main")).to_contain_text("either route: nothing shared")
    assert (acts.clicks, acts.entries) == (12, 4)


def test_a_one_route_is_known_and_a_second_is_wanted(page: Page):
    page.goto("/plans/1/need?need=new")
    line = page.get_by_label("In one line")
    line.fill("Kiln to Mill 10G, 300 m, two routes")
    line.press("Enter")
    note = page.locator("[data-second-route]")
    expect(note).to_contain_text("One route of two.")
    expect(note).to_contain_text("give the second's length")
    page.get_by_role("button", name="Take it: build the link").click()
    expect(answer(page)).to_contain_text("Works, with")
    page.locator("h1").click()
    page.keyboard.press("2")
    need = page.locator("[data-need='Kiln – Mill, 10G']")
    expect(need).to_contain_text("lacks the length of the second route")


def test_b_a_sensor_mast_in_feet_that_needs_power(acts: Acts):
    page = acts.page
    acts.fill("Name of the new plan", "Mast")
    acts.press("New plan")
    expect(page.locator("[data-begin]")).to_be_visible()
    page.evaluate("localStorage.clear()")
    acts.key("m")
    acts.key("n")
    acts.fill("In one line", "Hut to sensor mast 1G, 1378 ft, 12 W outdoors", enter=True)
    expect(page.get_by_label("Route, ft")).to_have_value("1378")
    powered = page.locator("[data-end='1']")
    expect(page.locator("[data-way='pair']")).to_contain_text("328 ft")  # 100 m is what a pair does
    expect(powered).to_be_visible()
    acts.press("Take it: build the link")
    expect(answer(page)).to_contain_text("Works, with")
    assert (acts.clicks, acts.entries) == (4, 2)


def test_c_old_orange_glass_carries_what_it_carries_and_new_cable_stands_beside(acts: Acts):
    page = acts.page
    acts.fill("Name of the new plan", "Yard")
    acts.press("New plan")
    expect(page.locator("[data-begin]")).to_be_visible()
    acts.key("n")
    acts.fill("In one line", "Shed to Office 10G, growth 25G, 300 m, old orange", enter=True)
    expect(page.get_by_text("orange may be OM1 or OM2")).to_be_visible()
    expect(page.locator("[data-option='10GBASE-LR on new OS2']")).to_be_visible()
    out = page.locator("[data-ruled-out]")
    out.locator("summary").click()
    acts.clicks += 1
    expect(out).to_contain_text("10GBASE-SR on OM1 that is there")
    # 10G at 300 m is beyond 220 m of 10GBASE-LRM; gigabit long-wave goes 550 m
    expect(page.locator("[data-there]")).to_contain_text("OM1 that is there carries 1G at most")
    assert (acts.clicks, acts.entries) == (3, 2)


def test_d_a_port_split_into_four_with_its_polarity_found_wrong_and_cured(acts: Acts):
    page = acts.page
    acts.fill("Name of the new plan", "Racks")
    acts.press("New plan")
    expect(page.locator("[data-begin]")).to_be_visible()
    acts.key("n")
    acts.fill("In one line", "Row A to Row B, 40G split into 4 x 10G, 60 m", enter=True)
    split = page.locator("[data-option='40GBASE-SR4 split into 4 × 10GBASE-SR, new OM4']")
    split.click()
    acts.clicks += 1
    acts.press("Take it: build 4 links")
    expect(answer(page)).to_contain_text("Works once less light arrives")
    bright = page.locator("[data-rule='light.overload']")
    bright.get_by_text("Why, and what to do").click()
    acts.clicks += 1
    expect(bright).to_contain_text("check the data sheets of both")
    # somebody notes that the trunk on site is of another type
    trunk = page.locator("[data-at='2']")
    trunk.click()
    page.get_by_label("Wiring").first.select_option("type-A")
    acts.clicks += 2
    expect(answer(page)).to_contain_text("Fails")
    card = page.locator("[data-rule='polarity.lanes'], [data-rule='polarity.not-crossed']").first
    card.get_by_role("button").first.click()
    acts.clicks += 1
    expect(answer(page)).to_contain_text("Works once less light arrives")
    page.locator("h1").click()
    acts.key("5")
    acts.press("Print for the van")
    page.evaluate("window.dispatchEvent(new Event('beforeprint'))")
    page.emulate_media(media="print")
    expect(page.locator("[data-paper-head]")).to_contain_text("Racks: Polarity")
    # a trunk of twelve, with a box for where each strand should come out
    expect(page.locator("[data-strand]")).to_have_count(12)
    expect(page.locator("[data-strand]").first).to_contain_text("✓☐ 1A ☐ other")
    assert (acts.clicks, acts.entries) == (10, 2)


def test_f_a_plan_of_mistakes_is_cleared_cured_and_undone(acts: Acts):
    page = acts.page
    acts.press("Open the plan of mistakes")
    expect(answer(page)).to_have_text("29 of 66 links would come up")
    acts.press("Fix what remedies cure")
    sheet = page.get_by_role("dialog")
    expect(sheet.locator("[data-certain='true'] [data-fix]").first).to_be_visible()
    count = sheet.locator("input:checked").count()
    assert count > 0
    acts.press(re.compile("^Fix [0-9]+ link"))
    expect(answer(page)).to_have_text(f"{29 + count} of 66 links would come up")
    acts.key("u")
    expect(answer(page)).to_have_text("29 of 66 links would come up")
    assert (acts.clicks, acts.entries) == (4, 0)
