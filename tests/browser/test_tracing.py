"""A trace in the browser: the demo's hidden bend is found, put on the route, and made a task."""

import re

import pytest
from playwright.sync_api import expect

from passerelle.api.serving import beside, load_demo
from passerelle.plans.store import Store

from .axe import wrong


@pytest.fixture
def address(tmp_path):
    store = Store(tmp_path)
    load_demo(store)
    with beside(store) as made:
        yield made
    store.close()


def open_trace(page, strand="3"):
    page.goto(f"/plans/1/trace?sheet=cable0004&run=cable0004-{strand}")
    page.locator("[data-plot] canvas").wait_for()


def test_the_hidden_bend_is_found_put_on_the_route_and_made_a_task(page):
    open_trace(page)
    expect(page.locator("[data-answer]")).to_contain_text("A bend")
    expect(page.locator("[data-answer]")).to_contain_text("past Hill Chamber in Hill burial 2")
    fault = page.locator("[data-fault='bend']")
    expect(fault).to_contain_text("coiled at Hill Chamber")
    expect(page.locator("[data-event='not planned']")).to_have_count(1)
    fault.get_by_role("button", name="Look closer").click()
    fault.get_by_role("button", name="Make a task of it").click()
    expect(page.get_by_text("It comes into the next proposal")).to_be_visible()
    fault.get_by_role("link", name="Show on map").click()
    expect(page).to_have_url(re.compile(r"name=Hill(%20|\+)burial"))


def test_what_a_trace_says_stands_with_the_readings_of_its_sheet(page):
    page.goto("/plans/1/test?sheet=cable0004")
    card = page.locator("article[data-rule='test.trace']")
    expect(card).to_contain_text("Bend, 40 ± 12 m past Hill Chamber in Hill burial 2")
    card.get_by_role("button", name="Open the trace").click()
    expect(page.locator("[data-answer]")).to_contain_text("A bend")


def test_a_trace_from_the_other_end_is_taken_and_markers_measure(page):
    open_trace(page, "5")
    expect(page.locator("[data-answer]")).to_contain_text("No trace taken yet")
    page.get_by_role("radio", name="from Beacon Hill").click()
    page.get_by_role("button", name="Simulated trace").click()
    expect(page.locator("[data-simulated]")).to_be_visible()
    page.get_by_role("button", name="Markers").click()
    expect(page.locator("[data-between]")).to_contain_text("dB/km")
    canvas = page.locator("[data-plot] canvas")
    before = page.locator("[data-between]").inner_text()
    canvas.focus()
    for _ in range(4):
        page.keyboard.press(">")
    expect(page.locator("[data-between]")).not_to_have_text(before)


def test_a_file_that_is_no_trace_says_so(page):
    open_trace(page, "6")
    page.get_by_label("Trace file").set_input_files(
        files=[{"name": "x.sor", "mimeType": "application/octet-stream", "buffer": b"nothing"}]
    )
    expect(page.get_by_text("says version").or_(page.get_by_text("in the middle"))).to_be_visible()


@pytest.mark.parametrize(("width", "height"), [(1280, 800), (390, 844)])
def test_nothing_stands_in_the_way_of_a_screen_reader(page, width, height):
    page.set_viewport_size({"width": width, "height": height})
    open_trace(page)
    expect(page.locator("[data-fault]")).to_have_count(1)
    assert wrong(page) == []
