"""The way through the job: next acts, closed steps, paper, the drawer, and what others save."""

import re

import pytest
from playwright.sync_api import Page, expect

from .axe import wrong

A4_PX = 703
"""A4 upright less margins of 12 mm at 96 px an inch: (210 - 24) / 25.4 · 96."""


def answer(page: Page):
    return page.locator("[data-answer]")


def test_an_empty_plan_says_what_comes_next_and_a_step_is_closed_and_opened_again(page: Page):
    page.goto("/")
    page.get_by_label("Name of the new plan").fill("Small job")
    page.get_by_role("button", name="New plan", exact=True).click()
    act = page.locator("[data-next]").first
    expect(act).to_contain_text("Next: Say what is wanted")
    page.locator("body").press("y")
    sheet = page.get_by_role("dialog")
    route = sheet.locator("[data-step='route']")
    expect(route).to_contain_text("No cable is recorded")
    expect(route).to_contain_text("nothing to judge yet")
    route.get_by_role("button", name="Not needed here").click()
    expect(route).to_contain_text("not needed here")
    expect(route).not_to_contain_text("Record the first cable")
    page.reload()
    expect(act).to_contain_text("Next: Say what is wanted")
    page.locator("body").press("y")
    expect(route).to_contain_text("not needed here")
    route.get_by_role("button", name="Open Route again").click()
    expect(route).to_contain_text("Record the first cable")
    sheet.get_by_role("link", name="Next: Say what is wanted").click()
    expect(page).to_have_url(re.compile("need=new"))


def test_the_next_act_of_a_step_leads_to_what_it_is_about(page: Page):
    page.goto("/plans/1/route")
    act = page.locator("[data-next] a").first
    expect(act).to_be_visible()
    name = act.inner_text().removeprefix("Next: ").split(":")[0]
    act.click()
    expect(page.locator("main")).to_contain_text(name)


@pytest.mark.parametrize(
    "path",
    ["", "/route?cable=P-07", "/links/demolink0004", "/survey", "/links/demolink0054/polarity"],
)  # fmt: skip
def test_a_view_prints_as_a_page_without_buttons_and_not_wider_than_paper(page: Page, path: str):
    page.emulate_media(color_scheme="dark")
    page.goto(f"/plans/1{path}")
    expect(answer(page)).to_be_visible()
    page.wait_for_timeout(500)
    page.evaluate("window.dispatchEvent(new Event('beforeprint'))")
    page.emulate_media(media="print", color_scheme="dark")
    page.set_viewport_size({"width": A4_PX, "height": 995})
    head, foot = page.locator("[data-paper-head]"), page.locator("[data-paper-foot]")
    expect(head).to_contain_text("revision 1")
    expect(foot).to_contain_text("Done by")
    assert page.evaluate("document.documentElement.scrollWidth") <= A4_PX
    keys = page.locator(".chakra-button:not(.print-text)")
    assert keys.evaluate_all("all => all.filter(one => one.checkVisibility()).length") == 0
    assert page.evaluate("getComputedStyle(document.body).backgroundColor") == "rgb(255, 255, 255)"
    if "route" in path:
        expect(page.locator("[data-strand='1']")).to_contain_text("blue")  # TIA-598: first is blue
        expect(page.get_by_text("measured dB")).to_be_visible()
    if "polarity" in path:
        expect(page.get_by_text("red light seen at")).to_be_visible()
    page.evaluate("window.dispatchEvent(new Event('afterprint'))")
    page.emulate_media(media="screen", color_scheme="dark")
    expect(head).not_to_be_visible()
    assert page.evaluate("document.documentElement.classList.contains('dark')")


def test_on_a_tablet_the_links_stand_in_a_drawer(page: Page):
    page.set_viewport_size({"width": 820, "height": 1180})
    page.goto("/plans/1/links/demolink0004")
    expect(page.get_by_label("Find a link")).not_to_be_visible()
    page.get_by_role("button", name="Links 66").click()
    drawer = page.get_by_role("dialog")
    drawer.get_by_label("Find a link").fill("Beacon Hill weather")
    drawer.get_by_role("link").first.click()
    expect(drawer).not_to_be_visible()
    expect(page.locator("main")).to_contain_text("Beacon Hill weather mast")
    expect(page.get_by_role("button", name="Links 1 of 66")).to_be_visible()


def test_what_is_saved_elsewhere_is_said_and_shown(page: Page, address: str):
    page.goto("/plans/1")
    expect(answer(page)).to_contain_text("of 66 links")
    other = page.request.patch(
        f"{address}/api/plans/1",
        data={"base": 1, "name": "Renamed station"},
        headers={"X-Passerelle-Who": "Ida"},
    )
    assert other.ok
    page.evaluate("window.dispatchEvent(new Event('visibilitychange'))")
    expect(page.get_by_text("Renamed station", exact=True)).to_be_visible()
    expect(page.get_by_text("Saved elsewhere meanwhile: Ida: Rename plan")).to_be_visible()


def test_a_link_that_undo_took_away_is_no_ghost(page: Page):
    page.goto("/plans/1/need?need=new&from=Crew%20House&to=Wet%20Lab&distance=240&rate=10")
    page.get_by_role("button", name="Take it").first.click()
    expect(page).to_have_url(re.compile("/links/"))
    expect(page.locator("[data-at='0']")).to_be_visible()
    page.locator("body").press("u")
    expect(page.get_by_role("heading", name="This link cannot be shown")).to_be_visible()
    expect(page.locator("[data-at='0']")).to_have_count(0)
    page.locator("body").press("Shift+U")
    expect(page.locator("[data-at='0']")).to_be_visible()


def test_the_headline_of_a_need_is_the_way_that_is_looked_at(page: Page):
    page.goto("/plans/1/need?need=new&from=Crew%20House&to=Wet%20Lab&distance=240&rate=10")
    second = page.locator("[data-option]").nth(1)
    name = second.get_attribute("data-option")
    second.click()
    expect(answer(page)).to_have_text(name or "")
    expect(page.locator("main")).to_contain_text("no. 2 of")


SHEETS = (
    ("", "y"), ("", "h"), ("", "?"), ("", "f"), ("/links/demolink0004", "w"),
    ("/links/demolink0004", "c"), ("/survey", "Add a place"), ("/survey", "Add a pathway"),
    ("/survey", "Files"), ("/survey", "What is this cable?"), ("/route", "Add a cable"),
)  # fmt: skip


def test_axe_finds_nothing_wrong_with_any_sheet(page: Page):
    for path, opener in SHEETS:
        page.goto(f"/plans/1{path}")
        expect(answer(page)).to_be_visible()
        if len(opener) == 1:
            page.locator("body").press(opener)
        else:
            page.get_by_role("button", name=opener).first.click()
        expect(page.get_by_role("dialog")).to_be_visible()
        page.wait_for_timeout(400)
        assert wrong(page, "[role=dialog]") == [], (path, opener)


def test_axe_finds_nothing_wrong_with_first_page_empty_and_lost_states(page: Page):
    made = page.request.post("/api/plans", data={"name": "Empty"}).json()["id"]
    for path in ("/", *(f"/plans/{made}{view}" for view in (
        "", "/survey", "/need", "/route", "/devices", "/guide", "/rules", "/unknowns", "/lists",
        "/links/gone00000000", "/links/gone00000000/polarity",
    )), "/plans/99"):  # fmt: skip
        page.goto(path)
        expect(page.get_by_role("heading").first).to_be_visible()
        page.wait_for_timeout(300)
        assert wrong(page) == [], path
