"""The Materials pier: from the list to the reason, the price, the shelf and the cut."""

import re

from playwright.sync_api import Page, expect

from .axe import wrong


def answer(page: Page):
    return page.locator("[data-answer]")


def test_from_an_empty_plan_to_a_bill_that_adds_up(page: Page):
    page.goto("/")
    page.get_by_label("Name of the new plan").fill("Yard")
    page.get_by_role("button", name="New plan", exact=True).click()
    expect(page.locator("[data-begin]")).to_be_visible()
    page.locator("body").press("6")
    expect(answer(page)).to_have_text("Nothing to buy yet")
    page.locator("body").press("n")
    line = page.get_by_label("In one line")
    line.fill("Shed to Office 10G, 90 m, single mode")
    line.press("Enter")
    page.locator("[data-option='10GBASE-LR on new OS2']").click()
    page.get_by_role("button", name="Take it").first.click()
    expect(answer(page)).to_contain_text("Works")
    page.locator("h1").click()
    page.keyboard.press("6")
    expect(answer(page)).to_contain_text("lines to buy")
    modules = page.locator("[data-line='module 10GBASE-LR, SFP+']")
    expect(modules).to_contain_text("101.00")  # two at 50.50
    modules.get_by_role("button").click()
    detail = page.get_by_role("complementary", name="Line")
    expect(detail.locator("[data-sum]")).to_contain_text(
        "needed 2 + cutting and packs 0 − at hand 0"
    )
    shelf = detail.get_by_label("At hand")
    shelf.fill("1")
    shelf.press("Enter")
    expect(modules).to_contain_text("1 from stock")
    expect(modules).to_contain_text("50.50")
    price = detail.get_by_label(re.compile("^Price of one"))
    price.fill("60,5")
    price.press("Enter")
    expect(modules).to_contain_text("60.50")
    expect(detail).to_contain_text("This plan’s own price, of ")
    expect(price).not_to_have_value("60,5")  # what was stored is shown; it would replace the next
    price.fill("")
    price.press("Enter")
    expect(modules).to_contain_text("ask")
    expect(answer(page)).to_contain_text("no total yet")
    detail.get_by_role("link", name="Shed – Office").first.click()
    expect(page).to_have_url(re.compile("/links/"))


def test_a_cable_shows_its_reels_with_the_metre_of_every_cut(page: Page):
    page.goto("/plans/1/materials")
    expect(answer(page)).to_contain_text("lines to buy")
    line = page.locator("[data-line='cable OS2, 12 strands, Outdoor drop, all-dielectric, pulled']")
    line.get_by_role("button").click()
    reel = page.locator("[data-cut='Reel 1']")
    expect(reel).to_contain_text("at hand")
    expect(reel.get_by_role("img")).to_have_attribute("aria-label", re.compile("^Reel 1: "))
    page.get_by_role("link", name="H-06").click()
    expect(page).to_have_url(re.compile("cable=H-06"))


def test_the_list_is_readable_on_the_phone_and_by_machine(page: Page):
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto("/plans/1/materials")
    expect(page.locator("[data-line]").first).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    assert wrong(page) == []
