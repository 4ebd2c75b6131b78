"""Strands on screen: followed, repaired, and told apart by what was found on site."""

import re

from playwright.sync_api import Page, expect

from tests.browser.test_light import answer


def open_strands(page: Page, name: str) -> None:
    page.goto("/plans/1")
    page.get_by_label("Find a link").fill(name)
    page.locator("[data-link]").filter(has_text=name).first.click()
    expect(page).to_have_url(re.compile("/links/"))
    page.get_by_label("Find a link").fill("")
    page.locator("h1").click()
    page.keyboard.press("5")
    expect(page.locator("[data-strands]")).to_be_visible()


def test_the_transmitter_that_meets_a_transmitter_is_repaired(page: Page):
    open_strands(page, "Instrument Hall – Cabinet 2")
    expect(answer(page)).to_have_text("Transmitter meets transmitter")
    expect(page.locator("[data-strand='A']")).to_contain_text("Tx ✗")
    cure = page.get_by_role("button", name="Cord at part 1 straight (A-A)")
    cure.hover()
    expect(page.locator("[data-after]")).to_contain_text("every transmitter meets its receiver")
    cure.click()
    expect(answer(page)).to_have_text("Every transmitter meets its receiver")
    expect(page.locator("[data-strand='A']")).to_contain_text("Rx ✓")
    page.keyboard.press("u")
    expect(answer(page)).to_have_text("Transmitter meets transmitter")


def test_a_strand_is_walked_to_by_keyboard(page: Page):
    open_strands(page, "Trunk T-12, method B")
    expect(page.get_by_text("Follows method B from end to end.")).to_be_visible()
    page.keyboard.press("ArrowDown")
    page.keyboard.press("ArrowDown")
    second = page.locator("[data-strand='1B']")
    # B of port 1: position 1 behind the cassette, 12 past the trunk and its two aligned adapters
    expect(second).to_contain_text("1A")
    expect(page.locator("[data-faces='4']")).to_be_visible()


def test_a_method_is_followed_with_one_press(page: Page):
    open_strands(page, "Trunk T-19, parts of two methods")
    expect(page.get_by_text("Follows no method from end to end.")).to_be_visible()
    method = page.locator("[data-method='C']")
    method.get_by_role("button").click()
    expect(page.get_by_text("Follows method C from end to end.")).to_be_visible()


def test_readings_name_the_part_that_is_another(page: Page):
    open_strands(page, "Trunk T-11, method A")
    found = page.locator("[data-as-found]")
    found.get_by_label("Light in at").select_option("1,1")
    found.get_by_label("came out at").select_option("6,1")
    found.get_by_role("button", name="Note it").click()
    told = page.locator("[data-explanations]")
    expect(told).to_contain_text("Trunk at part 5: type-B is what hangs there")
    expect(told).to_contain_text("explanations agree so far")
    row = told.get_by_text("Trunk at part 5: type-B").locator("..")
    row.get_by_role("button", name="Put it into the plan").click()
    expect(answer(page)).to_have_text("Transmitter meets transmitter")
