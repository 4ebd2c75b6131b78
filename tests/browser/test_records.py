"""Records in the browser: anything is found, a cut is prepared, free glass is counted."""

import re

import pytest
from playwright.sync_api import expect

from passerelle.api.serving import beside, load_demo
from passerelle.plans.store import Store

from .axe import wrong

PAGES = {1280: ("cut", "free", "since", "parts", "modules", "speed"), 390: ("cut", "handover")}


@pytest.fixture
def address(tmp_path):
    store = Store(tmp_path)
    load_demo(store)
    with beside(store) as made:
        yield made
    store.close()


def find(page, text):
    page.keyboard.press("/")
    page.get_by_role("textbox", name="Find anything").fill(text)
    return page.locator("[data-hit]").first


def test_anything_is_found_from_anywhere_with_an_error_in_it(page):
    page.goto("/plans/1/survey")
    page.locator("[data-answer]").wait_for()
    hit = find(page, "becon hil")
    expect(hit).to_contain_text("Beacon Hill")
    expect(hit).to_contain_text("nearly")
    page.keyboard.press("Escape")
    expect(find(page, "skv-0231-lr")).to_contain_text("module of Pier Office – Beacon Hill")
    page.keyboard.press("Enter")
    expect(page).to_have_url(re.compile("links/demolink0004/turnup"))
    expect(find(page, "cabinet 6")).to_contain_text("Cabinet 6")
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")
    expect(page).to_have_url(re.compile("links/demolink0020"))
    page.keyboard.press("/")
    page.get_by_role("textbox", name="Find anything").fill("zeppelin")
    expect(page.get_by_text("Nothing of the plan is called so, nor nearly so.")).to_be_visible()


def test_what_hangs_on_a_tray_is_listed_before_it_is_cut(page):
    page.goto("/plans/1/records")
    expect(page.locator("[data-answer]")).to_contain_text("What is to be cut")
    page.get_by_label("Find a cable, pathway, trench or place").fill("office tray")
    page.keyboard.press("Enter")
    page.locator("[data-cuttable='Office tray']").click()
    expect(page.locator("[data-answer]")).to_have_text("10 links go dark with Office tray")
    expect(page.locator("[data-tell='unknown']")).to_contain_text("Nobody is recorded")
    expect(page.locator("[data-dark]")).to_have_count(10)


def test_free_strands_between_two_places_and_an_answer_becomes_a_need(page):
    page.goto("/plans/1/records?page=free")
    expect(page.locator("[data-answer]")).to_contain_text("strands are free from panel to panel")
    page.get_by_label("From").select_option("Pier Office")
    page.get_by_label("To", exact=True).select_option("Beacon Hill")
    expect(page.locator("[data-answer]")).to_have_text(
        "8 strands are free between Pier Office and Beacon Hill"
    )
    page.goto("/plans/1/records?page=handover")
    box = page.locator("[data-question='wanted']")
    box.get_by_label("Where would more be wanted?").fill("a second camera at the slipway")
    box.get_by_label("Between").select_option("Boat Shed")
    box.get_by_label("and", exact=True).select_option("Slipway")
    box.get_by_role("button", name="Keep the answer").click()
    expect(box).to_contain_text("a second camera at the slipway (Boat Shed – Slipway)")
    expect(page.locator("[data-answer]")).to_contain_text("1 of 3 questions answered")
    box.get_by_role("link", name="Make it a need").click()
    expect(page).to_have_url(re.compile("/need"))


@pytest.mark.parametrize("size", [(1280, 800), (390, 844)], ids=lambda s: str(s[0]))
def test_nothing_stands_in_the_way_of_a_screen_reader(page, size):
    page.set_viewport_size({"width": size[0], "height": size[1]})
    found = []
    for name in PAGES[size[0]]:
        page.goto(f"/plans/1/records?page={name}&sort=pathway&name=Office%20tray")
        page.locator("[data-answer]").wait_for()
        page.wait_for_load_state("networkidle")
        assert page.evaluate("document.documentElement.scrollWidth") <= size[0], name
        found += [(name, one) for one in wrong(page)]
    assert found == []
