"""The first page: every way to begin, and nothing that is open is ever replaced."""

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
    expect(page.get_by_text("An empty plan. Add a link to begin.")).to_be_visible()
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
