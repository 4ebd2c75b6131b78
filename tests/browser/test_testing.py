"""The Test pier as a technician uses it: type, fault found, remedy, margin follows; the pad."""

import re

import pytest
from playwright.sync_api import expect

from .axe import wrong

SIZES = [(1280, 800), (390, 844)]


def open_sheet(page, name="H-06"):
    page.goto("/plans/1/test")
    page.locator(f"[data-sheet='{name}']").click()
    page.get_by_text(f"Findings for {name}").wait_for()


def typed(page, row, cell, text):
    page.locator(f"[data-cell='{row}.{cell}']").fill(text)
    page.keyboard.press("Enter")


def test_numbers_and_enter_fill_a_sheet_a_fault_is_named_and_the_margin_follows(page):
    open_sheet(page)
    page.get_by_label("ends looked at and clean").check()
    page.locator("[data-cell='0.0']").focus()
    for strand in range(12):
        for nm in (1310, 1550):
            loss = 2.3 if strand == 4 else 0.9 if nm == 1310 else 0.84
            page.keyboard.type(f"{loss:.2f}".replace(".", ","))
            page.keyboard.press("Enter")
    # The last Enter of one way leads to the first cell of the other.
    expect(page.locator("[data-cell='0.1']")).to_be_focused()
    for strand in range(12):
        for text in ("2.31", "2.28") if strand == 4 else ("0.91", "0.83"):
            page.keyboard.type(text)
            page.keyboard.press("Enter")
    expect(page.locator("[data-state='passes']")).to_have_count(11)
    expect(page.locator("[data-answer]")).to_have_text("Strand 5 fails")
    card = page.locator("article[data-rule]").first
    expect(card).to_contain_text("strand 5")
    expect(page.locator("[data-margin]").first).to_contain_text("as measured")
    card.get_by_role("button", name="Make a task of it").click()
    expect(page.get_by_text("It comes into the next proposal")).to_be_visible()
    page.goto("/plans/1/visits")
    expect(page.get_by_text("H-06").first).to_be_visible()


def test_a_column_is_pasted_and_what_is_no_loss_is_said_and_kept_in_the_field(page):
    open_sheet(page)
    page.locator("[data-cell='0.0']").focus()
    page.evaluate(
        """() => {
            const data = new DataTransfer();
            data.setData("text", "0.81\\n0,82\\n0.83\\n");
            const told = {clipboardData: data, bubbles: true, cancelable: true};
            document.activeElement.dispatchEvent(new ClipboardEvent("paste", told));
        }"""
    )
    for row, text in enumerate(("0.81", "0.82", "0.83")):
        expect(page.locator(f"[data-cell='{row}.0']")).to_have_value(text)
    typed(page, 4, 0, "-23.4 dBm")
    expect(page.get_by_role("alert")).to_contain_text("is a level")
    expect(page.locator("[data-cell='4.0']")).to_have_value("-23.4 dBm")


def test_the_pad_says_the_verdict_with_the_last_digit_and_goes_on(page):
    open_sheet(page)
    page.keyboard.press("x")
    pad = page.locator("[data-pad]")
    for key in ("1", ".", "9", "3"):
        pad.get_by_role("button", name=key, exact=True).click()
    expect(pad.locator("[data-verdict]")).to_contain_text("fails within uncertainty")
    expect(pad.locator("[data-verdict]")).to_contain_text("0.14 over the limit")
    pad.get_by_role("button", name=re.compile("^Keep, then 1550 nm")).click()
    pad.get_by_role("button", name="no light").click()
    expect(pad).to_contain_text("orange")
    page.keyboard.press("Escape")
    expect(page.locator("[data-cell='0.0']")).to_have_value("1.93")
    expect(page.locator("[data-cell='0.2']")).to_have_value("no light")


def test_simulated_readings_say_that_they_are(page):
    open_sheet(page, "H-03")
    page.get_by_role("button", name="Simulated readings").click()
    expect(page.locator("[data-simulated]")).to_contain_text("48 readings are simulated")


def test_a_reference_is_set_ended_and_its_readings_are_marked(page):
    open_sheet(page)
    page.get_by_role("button", name="Set a reference …").click()
    page.get_by_label("Cords, by serial").fill("TC-7, TC-8")
    page.get_by_label("Cords against each other, dB").fill("0,3")
    page.get_by_label("Calibrated").fill("2026-05-01")
    page.get_by_role("button", name="It is set").click()
    expect(page.locator("[data-reference]")).to_contain_text("0.30 dB against each other; 0.20")
    typed(page, 0, 0, "0.9")
    expect(page.locator("[data-reference]")).to_contain_text("1 readings")
    page.locator("[data-reference]").get_by_role("button", name="It ended …").click()
    page.get_by_role("menuitem", name="it was wrong from the start").click()
    expect(page.locator("[data-rule='test.stale-reference']")).to_be_visible()


def test_a_face_is_cleaned_looked_at_and_noted(page):
    open_sheet(page)
    page.get_by_role("button", name="Faces …").click()
    sheet = page.get_by_role("dialog")
    sheet.get_by_role("button", name="Look", exact=True).click()
    expect(sheet.locator("[data-face]")).to_be_visible()
    sheet.get_by_role("button", name="scratched").click()
    page.keyboard.press("Escape")
    expect(page.locator("[data-rule='test.end-face']")).to_contain_text("scratched")


def test_the_house_way_of_multi_fiber_tests_is_chosen_from_the_table(page):
    open_sheet(page)
    page.get_by_role("button", name="More …").click()
    page.get_by_role("menuitem", name="Ways to test multi-fiber plant").click()
    page.locator("[data-way='parallel']").get_by_role("button", name="Test so").click()
    expect(page.locator("[data-way='parallel']")).to_contain_text("in use")


def test_the_terms_of_a_limit_are_opened(page):
    open_sheet(page)
    page.locator("[data-run] svg[role='img']").first.click()
    expect(page.get_by_role("dialog")).to_contain_text("2 × 0.50 dB, one-cord")


@pytest.mark.parametrize(("width", "height"), SIZES)
def test_nothing_stands_in_the_way_of_a_screen_reader(page, width, height):
    page.set_viewport_size({"width": width, "height": height})
    open_sheet(page)
    assert wrong(page) == []
    page.get_by_role("button", name="Number pad").click()
    assert wrong(page) == []
