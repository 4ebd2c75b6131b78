"""A second device: paired by a code, sees ticks as they happen, keeps what it cannot send."""

import re
import time

from playwright.sync_api import Page, expect

from .axe import wrong
from .test_visits import PHONE, propose, small, tick


def shared(page: Page) -> str:
    """Share on this machine alone, by the menu; the code for one device on site."""
    page.get_by_role("button", name="Menu").click()
    page.get_by_role("menuitem", name="A second device …").click()
    sheet = page.get_by_role("dialog")
    expect(sheet).to_contain_text("Off: nothing beyond this machine")
    sheet.get_by_label("Address of this machine").select_option("another …")
    sheet.get_by_label("Address", exact=True).fill("127.0.0.1")
    sheet.get_by_label("Port").fill("18444")
    sheet.get_by_label("Port").press("Tab")
    sheet.get_by_role("button", name="Share", exact=True).click()
    expect(sheet).to_contain_text("https://127.0.0.1:18444")
    expect(sheet).to_contain_text(re.compile(r"([0-9A-F]{2}:){7}[0-9A-F]{2}"))
    sheet.get_by_role("button", name="Code for one device").click()
    code = sheet.locator("[data-code]")
    expect(code).to_contain_text("valid for 10 min")
    assert wrong(page, "[role=dialog]") == []
    return re.search(r"[2-9A-HJ-NP-Z]{8}", code.inner_text())[0]


def other_device(page: Page, code: str) -> Page:
    context = page.context.browser.new_context(
        base_url="https://127.0.0.1:18444", viewport=PHONE, ignore_https_errors=True
    )
    phone = context.new_page()
    phone.goto("/plans/1")
    expect(phone).to_have_url(re.compile("/pair$"))
    assert phone.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    phone.get_by_label("Code").fill(code)
    phone.get_by_label("What this device is called").fill("Bo’s phone")
    phone.get_by_role("button", name="Pair").click()
    expect(phone.get_by_label("Name of the new plan")).to_be_visible()
    return phone


def test_two_people_see_each_others_ticks_and_one_is_turned_off(page: Page):
    home = small(page)
    page.goto(f"{home}/visits")
    propose(page)
    phone = other_device(page, shared(page))
    try:
        expect(page.locator("[data-device]")).to_contain_text("Bo’s phone")
        page.keyboard.press("Escape")
        phone.goto(f"{home}/visits")
        expect(phone.locator("[data-answer]")).to_contain_text("on site, 0 of")
        first = "check H-01 in, and test it before it is pulled"
        began = time.monotonic()
        tick(phone, first)
        expect(page.get_by_role("checkbox", name=f"Done: {first}")).to_be_checked(timeout=5_000)
        assert time.monotonic() - began < 4, "within two seconds; two more for a busy machine"
        facts = page.request.get(f"/api{home}/facts").json()["facts"]
        assert [one["who"] for one in facts] == ["Bo’s phone"]
        phone.context.set_offline(True)
        tick(phone, "pull H-01")
        expect(phone.locator("[data-not-sent]")).to_contain_text(
            "1 note is kept here, not sent yet"
        )
        phone.context.set_offline(False)
        expect(phone.locator("[data-not-sent]")).to_have_count(0)
        expect(page.get_by_role("checkbox", name="Done: pull H-01")).to_be_checked()
        phone.get_by_role("button", name="Own task").click()
        phone.get_by_label("What is to be done").fill("not mine")
        phone.get_by_role("button", name="Add it").click()
        expect(phone.get_by_role("dialog")).to_contain_text("plans are changed elsewhere")
        page.get_by_role("button", name="Menu").click()
        page.get_by_role("menuitem", name="A second device …").click()
        page.get_by_role("button", name="Turn off").click()
        expect(page.locator("[data-device]")).to_contain_text("turned off")
        phone.goto(f"{home}/visits")
        expect(phone).to_have_url(re.compile("/pair$"))
        phone.context.close()
        page.get_by_role("button", name="Stop sharing").click()
        expect(page.get_by_role("dialog")).to_contain_text("Off: nothing beyond this machine")
    finally:
        phone.context.close()
