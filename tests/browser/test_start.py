"""The first page: every way to begin, and nothing that is open is ever replaced."""

import gzip
import re

from playwright.sync_api import Page, expect

from passerelle.demo_data import demo_plan
from passerelle.formats.planfile import write_plan


def rows(page: Page):
    return page.get_by_role("button").filter(has_text=" link")


def test_both_demos_open_as_plans_of_their_own(page: Page):
    page.goto("/")
    expect(rows(page)).to_have_count(1)
    page.get_by_role("button", name="Open the demo").click()
    expect(page.locator("[data-answer]")).to_have_text("45 of 49 links would come up")
    page.goto("/")
    page.get_by_role("button", name="Open the plan of mistakes").click()
    expect(page.locator("[data-answer]")).to_have_text("29 of 66 links would come up")
    page.goto("/")
    expect(rows(page)).to_have_count(3)


def test_a_plan_begins_with_its_name_or_a_file(page: Page, tmp_path):
    page.goto("/")
    page.get_by_label("Name of the new plan").fill("North quay")
    page.keyboard.press("Enter")
    expect(page.get_by_text("An empty plan. Say what is wanted to begin.")).to_be_visible()
    file = tmp_path / "site.passerelle.json"
    file.write_bytes(write_plan(demo_plan()))
    page.goto("/")
    expect(page.get_by_role("button", name="North quay")).to_contain_text("0 links")
    page.get_by_label("Plan file").set_input_files(file)
    expect(page.get_by_text("Imported site.passerelle.json as a new plan.")).to_be_visible()


def test_a_cable_is_named_without_any_plan(page: Page):
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto("/")
    page.get_by_role("button", name="What is this cable?").click()
    sheet = page.get_by_role("dialog")
    sheet.get_by_role("group", name="Colour of the sheath").get_by_role(
        "button", name="aqua"
    ).click()
    told = sheet.locator("[data-identified]")
    expect(told).to_contain_text("OM3 or OM4")
    expect(told).to_contain_text("A guess from colour")
    sheet.get_by_role("button", name="tactical or armoured").click()
    expect(told).to_contain_text("Not told apart yet")
    expect(sheet.get_by_role("button", name="Note as")).to_have_count(0)


def test_the_ends_of_a_cable_lead_to_an_order_and_to_repairs_without_a_plan(page: Page):
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto("/")
    page.get_by_role("button", name="What is this cable?").click()
    sheet = page.get_by_role("dialog")
    sheet.locator("[data-clue='print_grade']").get_by_role("button", name="OM3").click()
    for side in "ab":
        end = sheet.locator(f"[data-end='{side}']")
        end.get_by_label("Plug", exact=True).select_option("LC")
        end.get_by_label("Its colour").select_option("aqua")
        end.get_by_label("Plugs", exact=True).select_option("joined")
    told = sheet.locator("[data-ending]")
    expect(told).to_contain_text("LC/UPC joined pair to LC/UPC joined pair, length not measured")
    expect(told).to_contain_text("Read first: how many strands it has; its length")
    expect(told).to_contain_text("New pigtail on the end: 0.30 dB at worst")
    field = sheet.get_by_label("Length wanted, plug to plug")
    field.fill("16 ft")
    field.press("Enter")
    expect(told).to_contain_text("LC/UPC joined pair, 4.88 m")
    sheet.locator("[data-end='b']").get_by_label("Whose").select_option("provider")
    expect(told).to_contain_text("End b is the provider's")
    sheet.get_by_label("It is a").select_option("cord")
    expect(told).to_contain_text("A cord is not mended")


def test_the_first_page_is_light(page: Page):
    """Scripts and styles that the first page asks for, as they travel: 180 kB at most."""
    sizes: dict[str, int] = {}
    page.on("response", lambda r: sizes.__setitem__(r.url, len(gzip.compress(r.body()))))
    page.goto("/", wait_until="networkidle")
    code = {url: size for url, size in sizes.items() if url.endswith((".js", ".css"))}
    assert len(code) > 1
    assert sum(code.values()) < 180_000


def test_from_nothing_to_a_verdict_in_six_acts(page: Page):
    """A name and Enter, a key, one line and Enter, one press."""
    page.goto("/")
    page.get_by_label("Name of the new plan").fill("Mast")
    page.keyboard.press("Enter")
    expect(page.locator("[data-begin]")).to_contain_text("Say what is wanted")
    page.keyboard.press("n")
    line = page.get_by_label("In one line")
    line.fill("sensor mast to hut 1G, 420 ft, PoE urgent")
    line.press("Enter")
    expect(page.get_by_text("Not understood: “urgent”.")).to_be_visible()
    expect(page.get_by_text("New: Sensor mast and Hut")).to_be_visible()
    need = page.locator("[data-need='Sensor mast – Hut, 1G']")
    expect(need).to_contain_text("wanted")
    page.get_by_role("button", name="Take it: build the link").click()
    expect(page.locator("[data-answer]")).to_contain_text("Works, with 4.4 dB to spare")
    expect(page).to_have_title(re.compile("Sensor mast – Hut · Light · Mast · Passerelle"))
    page.keyboard.press("2")
    expect(need).to_contain_text("chosen")
    need.get_by_role("button").first.click()
    need.get_by_role("button", name="It is built").click()
    expect(need).to_contain_text("built")


def test_a_need_is_kept_while_it_is_half_said_and_in_the_unit_of_the_screen(page: Page):
    page.goto("/plans/1/need?need=new")
    page.get_by_label("From", exact=True).fill("Pier Office")
    page.get_by_label("Route, m").fill("far")
    expect(page.locator("[data-need]")).to_contain_text("the length of the route")
    page.keyboard.press("Escape")
    page.keyboard.press("0")
    expect(page.locator("[data-answer]")).to_have_text("29 of 66 links would come up")
    page.keyboard.press("2")
    expect(page.get_by_label("Route, m")).to_have_value("far")
    page.get_by_label("Route, m").fill("100 m")
    page.get_by_label("To", exact=True).fill("Wet Lab")
    expect(page.locator("[data-need='Pier Office – Wet Lab, 10G']")).to_contain_text("wanted")
    page.keyboard.press("Escape")
    page.keyboard.press("m")
    expect(page.get_by_label("Route, ft")).to_have_value("328.084")
    page.reload()
    expect(page.get_by_label("Route, ft")).to_have_value("328.084")
    page.get_by_role("button", name="Delete need").click()
    expect(page.locator("[data-need]")).to_have_count(0)


def test_a_phone_shows_one_pier_and_rows_with_what_decides(page: Page):
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto("/plans/1")
    row = page.locator("[data-link]").first
    expect(row).to_be_visible()
    assert row.bounding_box()["height"] >= 48
    bridge = page.get_by_role("navigation", name="Steps of the job")
    bridge.get_by_text("Survey ▸").click()
    expect(page).to_have_url(re.compile("/survey"))
    bridge.get_by_role("link", name="Polarity", exact=True).last.click()
    expect(page).to_have_url(re.compile("/polarity"))
    for path in ("", "/survey", "/need", "/route", "/devices", "/rules", "/unknowns"):
        page.goto(f"/plans/1{path}")
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        assert page.evaluate("document.documentElement.scrollWidth") == 390, path


def test_a_need_that_a_link_filled_in_is_kept_once_somebody_changes_it(page: Page):
    page.goto("/plans/1/need?from=Pier%20Office&to=Wet%20Lab&distance=100&rate=10")
    expect(page.locator("[data-option]").first).to_be_visible()
    page.wait_for_timeout(1500)  # longer than the rest after which a change is stored
    expect(page.get_by_text("revision 1 · saved")).to_be_visible()
    page.get_by_label("Circuits").fill("2")
    expect(page.locator("[data-need='Pier Office – Wet Lab, 10G']")).to_be_visible()
    expect(page.get_by_text("revision 2 · saved")).to_be_visible()


def test_undo_of_a_need_is_shown_in_its_form_and_not_stored_over(page: Page):
    page.goto("/plans/1/need?need=new")
    page.get_by_label("From", exact=True).fill("Pier Office")
    page.get_by_label("Route, m").fill("100")
    expect(page.get_by_text("revision 2 · saved")).to_be_visible()
    page.get_by_label("Route, m").fill("140")
    expect(page.get_by_text("revision 3 · saved")).to_be_visible()
    page.keyboard.press("Escape")
    page.keyboard.press("u")
    expect(page.get_by_label("Route, m")).to_have_value("100")
    expect(page.get_by_text("revision 4 · saved")).to_be_visible()
    page.keyboard.press("0")
    expect(page.locator("[data-answer]")).to_have_text("29 of 66 links would come up")
    page.wait_for_timeout(1500)  # longer than the rest after which a change is stored
    expect(page.get_by_text("revision 4 · saved")).to_be_visible()


def test_who_goes_to_another_tab_while_a_need_is_stored_stays_there(page: Page):
    page.goto("/plans/1/need?need=new")
    page.get_by_label("To", exact=True).fill("Ice Store")
    page.get_by_role("radio", name="I know what runs").click()
    expect(page.get_by_text("revision 2 · saved")).to_be_visible()
    expect(page).to_have_url(re.compile("need=(?!new)"))
    expect(page.locator("[data-answer]")).to_have_text("Add a link")
    expect(page.get_by_label("To", exact=True)).to_have_value("Ice Store")


def test_history_says_from_what_to_what_and_one_change_goes_alone(page: Page):
    page.goto("/plans/1/survey?sort=pathway&name=Lab%20duct")
    length = page.get_by_label("Length", exact=True)
    old = length.input_value()
    length.fill("61 m")
    length.press("Enter")
    expect(page.get_by_text("revision 2 · saved")).to_be_visible()
    page.goto("/plans/1/rules")
    page.get_by_label("typical", exact=False).first.check()
    page.get_by_role("button", name="Store").first.click()
    expect(page.get_by_text("revision 3 · saved")).to_be_visible()
    page.get_by_role("button", name="Menu").click()
    page.get_by_role("menuitem", name="History …").click()
    row = page.locator("[data-revision='2']")
    row.get_by_role("button").first.click()
    expect(row).to_contain_text(f"length, m: {old} → 61")
    row.get_by_role("button", name="Take back this change alone").click()
    expect(page.locator("[data-revision='4']")).to_contain_text("Take back 2")
    page.locator("[data-revision='2']").get_by_role("link", name="Lab duct").click()
    expect(page.get_by_label("Length", exact=True)).to_have_value(old)


def test_links_are_found_by_the_cable_that_they_run_on(page: Page):
    page.goto("/plans/1")
    rows = page.locator("[data-link]")
    expect(rows.first).to_be_visible()
    page.get_by_label("Find a link").fill("x-11")
    expect(rows.first).to_contain_text("Orrin Head")
    expect(page.locator("[data-link]", has_text="Boat Shed")).to_have_count(0)
