"""From the survey to a link on strands, in a real browser."""

import json
from pathlib import Path

from playwright.sync_api import Page, expect

from .axe import wrong


def answer(page: Page):
    return page.locator("[data-answer]")


def commit(page: Page, label: str, text: str) -> None:
    field = page.get_by_label(label, exact=True).first
    field.fill(text)
    field.press("Enter")


def test_survey_then_cable_then_strands_then_link(page: Page):
    page.goto("/plans/1/survey")
    expect(answer(page)).to_have_text(
        "4 devices without enough power, 1 copper run too long, "
        "3 pathways fuller than practice has it, 1 power question open"
    )
    page.get_by_role("button", name="Add a place").click()
    page.get_by_label("Name of the place").fill("Ice House")
    page.get_by_role("button", name="Store").click()
    expect(page.get_by_role("heading", name="Ice House")).to_be_visible()
    page.get_by_role("button", name="Add a pathway").click()
    sheet = page.get_by_role("dialog")
    sheet.get_by_label("Name").fill("Ice duct")
    sheet.get_by_label("To", exact=True).select_option("Pier Office")
    sheet.get_by_label("Length, m").fill("sixty")
    sheet.get_by_role("button", name="Add").click()
    expect(sheet.get_by_role("alert")).to_have_text("Length: “sixty” is not a length.")
    sheet.get_by_label("Length, m").fill("60 m")
    sheet.get_by_role("button", name="Add").click()
    expect(page.get_by_role("heading", name="Ice duct")).to_be_visible()
    commit(page, "Inner diameter", "EMT 1")
    expect(page.get_by_label("Inner diameter", exact=True)).to_have_value("26.6")

    page.keyboard.press("Escape")
    page.locator("h1").click()
    page.keyboard.press("3")
    page.wait_for_url("**/route")
    page.get_by_role("button", name="Add a cable").click()
    sheet = page.get_by_role("dialog")
    sheet.get_by_label("Name").fill("I-01")
    sheet.get_by_label("From").select_option("Pier Office")
    sheet.get_by_label("To", exact=True).select_option("Ice House")
    sheet.get_by_role("button", name="Add").click()
    expect(page.get_by_role("heading", name="I-01")).to_be_visible()
    page.get_by_role("radio", name="route, type and ends").click()
    page.get_by_role("button", name="Find routes").click()
    page.get_by_role("button", name="Take", exact=True).click()
    expect(page.locator("[data-route]")).to_contain_text("Ice duct")
    expect(page.locator("[data-lengths]")).to_contain_text("Route 60 m + slack 6 m = 66 m")

    page.goto("/plans/1/need?show=application")
    page.get_by_label("From", exact=True).fill("Pier Office")
    page.get_by_label("To", exact=True).fill("Ice House")
    page.get_by_label("Route length").fill("500")
    page.get_by_role("button", name="10GBASE-LR").click()
    page.get_by_role("button", name="Add with 10GBASE-LR").click()
    expect(page.locator("[data-path-row]")).to_be_visible()

    page.goto("/plans/1/route?cable=I-01")
    page.get_by_label("Put a link on strands").select_option(label="Pier Office – Ice House")
    page.get_by_role("button", name="On strands 1, 2").click()
    expect(page.locator("[data-strand='1']")).to_contain_text("in use")
    page.locator("[data-strand='1']").get_by_role("link", name="Pier Office – Ice House").click()
    page.locator("[data-at='2'], [data-at='4']").last.click()
    expect(page.locator("[data-on-cable]")).to_contain_text("On cable I-01, strands 1, 2")


def test_a_hard_pull_is_turned_round(page: Page):
    page.goto("/plans/1/route?cable=R-01&page=pull")
    pull = page.locator("[data-pull]")
    expect(pull).to_contain_text("887 N fed from Pier Office, rated for 600 N")
    page.get_by_role("button", name="Pull it so").click()
    expect(pull).to_contain_text("284 N fed from Pump Room, rated for 600 N")
    expect(page.locator("[data-rule='pull.tension']")).to_have_count(0)
    page.locator("h1").click()
    page.keyboard.press("u")
    expect(pull).to_contain_text("887 N fed from Pier Office")


def test_a_pathway_tells_what_a_cut_takes_and_what_goes_with_it(page: Page):
    page.goto("/plans/1/survey")
    page.locator("[data-map] [data-pathway='Boat duct 2'] line").first.dispatch_event("click")
    expect(page.locator("[data-outage]")).to_contain_text("1 link goes dark")
    page.get_by_role("button", name="Delete pathway").click()
    sheet = page.get_by_role("dialog")
    expect(sheet).to_contain_text("cable B-01 (without it)")
    sheet.get_by_role("button", name="Delete all of it").click()
    expect(page.locator("[data-pathway='Boat duct 2']")).to_have_count(0)
    page.locator("h1").click()
    page.keyboard.press("u")
    expect(page.locator("[data-pathway='Boat duct 2']")).to_have_count(1)


def test_an_unknown_cable_is_narrowed_down_and_noted(page: Page):
    page.goto("/plans/1/survey")
    page.get_by_role("button", name="What is this cable?").click()
    sheet = page.get_by_role("dialog")
    told = sheet.locator("[data-identified]")
    sheet.get_by_role("group", name="Colour of the sheath").get_by_role(
        "button", name="orange"
    ).click()
    expect(told).to_contain_text("OM1 or OM2")
    expect(told).to_contain_text("A guess from colour")
    expect(told).to_contain_text("Look next at: bandwidth in the print")
    sheet.get_by_role("button", name="50/125", exact=True).click()
    expect(told).to_contain_text("OM2 or 50 µm 400/400")  # the core alone leaves the grade open
    sheet.get_by_role("button", name="500/500", exact=True).click()
    expect(told).to_contain_text("The print decides.")
    sheet.get_by_label("Write into the survey, for cable").select_option("B-01")
    sheet.get_by_role("button", name="Note as OM2").click()
    page.goto("/plans/1/route?cable=B-01")
    expect(page.locator("[aria-label='Cable']").first).to_contain_text("12 strands OM2")


def test_a_file_is_seen_before_it_is_taken(page: Page, tmp_path: Path):
    line = {"type": "LineString", "coordinates": [[0, 0], [70, 0]]}
    told = {"name": "Net duct", "a": "Net Loft", "b": "Crew House", "length_m": 70}
    features = [
        {"type": "Feature", "geometry": line, "properties": told | change}
        for change in ({}, {"name": "Bad", "b": "Moon"})
    ]
    file = tmp_path / "more.geojson"
    file.write_text(json.dumps({"type": "FeatureCollection", "features": features}))
    page.goto("/plans/1/survey")
    page.get_by_role("button", name="Files …").click()
    page.get_by_label("File of places or pathways").set_input_files(file)
    preview = page.locator("[data-preview]")
    expect(preview).to_contain_text("b: 'Moon' is not a place, here or in the file")
    page.get_by_role("button", name="Take 1 rows, leave 1").click()
    expect(page.locator("[data-pathway='Net duct']")).to_have_count(1)


VIEWS = (
    "survey", "survey?sort=pathway&name=Lab%20duct", "survey?show=power", "survey?show=pathways",
    "route", "route?cable=T-01&page=route", "route?cable=R-01&page=pull", "route?show=failures",
    "route?show=panels", "route?show=reels", "route?show=schedule", "unknowns",
)  # fmt: skip


def test_the_backbone_views_are_accessible(page: Page):
    for view in VIEWS:
        page.goto(f"/plans/1/{view}")
        expect(answer(page)).to_be_visible()
        expect(page.get_by_text("…", exact=True)).to_have_count(0)
        assert wrong(page) == [], view
