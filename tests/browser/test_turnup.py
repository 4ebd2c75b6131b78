"""Turn-up in the browser: the demo's dark link is brought up from bench list to certificate."""

import json
import re

import pytest
from playwright.sync_api import expect

from passerelle.api.serving import beside, load_demo
from passerelle.formats.certificate import verify_certificate
from passerelle.plans.store import Store

from .axe import wrong

DARK = "/plans/1/links/demolink0020/turnup"
WEAK = "/plans/1/links/demolink0004/turnup"


@pytest.fixture
def address(tmp_path):
    store = Store(tmp_path)
    load_demo(store)
    with beside(store) as made:
        yield made
    store.close()


def answer(page):
    return page.locator("[data-answer]")


def read_end(page, place, received, sent, count=None):
    page.get_by_role("complementary", name="Lists").get_by_role(
        "button", name="Read this end …"
    ).nth(0 if place == "Instrument Hall" else 1).click()
    sheet = page.get_by_role("dialog")
    expect(sheet).to_contain_text(f"Read {place}")
    if count is not None:
        sheet.get_by_label("It stands at").fill(count)
        sheet.get_by_role("button", name="Keep counter").click()
    else:
        sheet.get_by_label("Receives, dBm").fill(received)
        sheet.get_by_label("Sends, dBm").fill(sent)
        sheet.get_by_role("button", name="Keep levels").click()
    expect(sheet).to_have_count(0)


def test_the_dark_link_comes_up_from_bench_list_to_certificate(page):
    page.goto("/plans/1/turnup")
    expect(answer(page)).to_contain_text("0 of 49 links signed off, 1 dark")
    page.get_by_role("button", name="List of Cabinet 6").click()
    bench = page.get_by_role("dialog")
    expect(bench).to_contain_text("Its only way in is Instrument Hall – Cabinet 6")
    for point in ("settings as they are now kept", "management address"):
        bench.get_by_role("button", name=re.compile(f"^{point}.*open$")).click()
        expect(bench.get_by_role("button", name=re.compile(f"^{point}.*done$"))).to_be_visible()
    bench.get_by_role("button", name="Close").click()
    page.get_by_role("link", name="Instrument Hall – Cabinet 6").click()
    expect(answer(page)).to_have_text("Dark: no light at either end")
    first = page.locator("[data-cause]").first
    expect(first).to_contain_text("the pair is not crossed")
    before = first.inner_text()
    look = page.get_by_role("group", name="The next look")
    expect(look).to_contain_text("Turn the two plugs of one duplex end")
    look.focus()
    page.keyboard.press("1")
    expect(page.locator("[data-step]")).to_contain_text("as before")
    expect(first).not_to_contain_text("the pair is not crossed")
    page.get_by_role("group", name="The next look").focus()
    page.keyboard.press("Backspace")
    expect(page.locator("[data-step]")).to_have_count(0)
    expect(first).to_have_text(re.compile(re.escape(before.split("\n")[0])))
    page.get_by_role("group", name="The next look").focus()
    page.keyboard.press("2")
    expect(page.locator("[data-ended]")).to_contain_text("It came up: pair flipped")
    # That it came up is not yet a level: nothing says so before both ends are read.
    expect(answer(page)).to_contain_text("Dark")
    read_end(page, "Instrument Hall", "-7,4", "-5.6")
    read_end(page, "Cabinet 6", "−7.0 dBm", "-5.9")
    expect(answer(page)).to_contain_text("Levels as planned; errors are not counted yet")
    for place in ("Instrument Hall", "Cabinet 6"):
        read_end(page, place, "", "", count="0")
    expect(page.locator("[data-counter='a']")).to_contain_text("read once (0)")
    page.get_by_role("button", name=re.compile("^Sign with")).click()
    sheet = page.get_by_role("dialog")
    sheet.get_by_role("button", name=re.compile("^Sign as")).click()
    expect(sheet.get_by_role("alert")).to_contain_text("say why it is signed off all the same")
    sheet.get_by_label("One reason for all").fill("counted over night by the owner")
    sheet.get_by_role("button", name=re.compile("^Sign as")).click()
    expect(answer(page)).to_have_text(re.compile(r"Signed off, \d+ things left open"))
    record = page.locator("[data-signed='1']")
    expect(record).to_contain_text("Nothing of it is planned otherwise since")
    href = record.get_by_role("link", name="JSON").get_attribute("href")
    certificate = json.loads(page.request.get(href).text())
    assert verify_certificate(certificate) == []
    assert certificate["signed"]["open"][0]["reason"] == "counted over night by the owner"
    paper = page.request.get(
        record.get_by_role("link", name="Certificate, PDF").get_attribute("href")
    )
    assert paper.body().startswith(b"%PDF")
    page.goto("/plans/1/turnup")
    expect(answer(page)).to_contain_text("1 of 49 links signed off")


def test_the_weak_link_says_by_how_much_where_and_since_when(page):
    page.goto(WEAK)
    expect(answer(page)).to_have_text(
        "Light arrives, but 4.6 dB less than on day one at Beacon Hill"
    )
    card = page.locator("[data-rule='turnup.changed']")
    expect(card).to_contain_text("−8.6 dBm, and −4.0 on day one")
    expect(card).to_contain_text("The other strand is as it should be")
    drawing = page.locator("[data-levels='b']")
    expect(drawing).to_contain_text("4.5 dB under plan")
    expect(drawing).to_contain_text("receiver needs −14.4")
    # The same dots stand on the staircase in Light.
    page.goto(WEAK.removesuffix("/turnup"))
    stairs = page.locator("[data-drawing]")
    expect(stairs.locator("[data-dot]")).to_have_count(1)
    expect(stairs).to_contain_text("● read · ○ day one")
    expect(stairs).to_contain_text("−8.6")
    expect(page.locator("[data-trouble='weak']")).to_contain_text("4.6 dB less than on day one")
    expect(page.get_by_text("Nothing to fix", exact=True)).to_have_count(0)


def test_a_dump_is_read_or_refused_in_one_sentence(page):
    page.goto(DARK)
    page.get_by_role("button", name="Read this end …").first.click()
    sheet = page.get_by_role("dialog")
    sheet.get_by_label("Memory as hex text").fill("not a dump")
    sheet.get_by_role("button", name="Read what is pasted").click()
    expect(sheet.get_by_role("alert")).to_contain_text("needed")
    expect(sheet.get_by_label("Memory as hex text")).to_have_value("not a dump")


def test_on_the_phone_a_list_is_one_question_a_screen(page):
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(DARK)
    page.get_by_role("button", name="One by one").nth(1).click()
    sheet = page.get_by_role("dialog")
    expect(sheet).to_contain_text("lamp on")
    box = sheet.get_by_role("button", name="Done").bounding_box()
    assert box["height"] >= 60
    sheet.get_by_role("button", name="Done").click()
    expect(sheet).to_contain_text("cover what is open")
    assert page.evaluate("document.documentElement.scrollWidth") <= 390


@pytest.mark.parametrize("size", [(1280, 800), (390, 844)], ids=lambda s: str(s[0]))
def test_nothing_stands_in_the_way_of_a_screen_reader(page, size):
    page.set_viewport_size({"width": size[0], "height": size[1]})
    page.goto(DARK)
    page.locator("[data-look]").wait_for()
    assert wrong(page) == []
    page.goto("/plans/1/turnup")
    page.locator("[data-device]").first.wait_for()
    assert wrong(page) == []


def test_a_change_to_what_is_live_shows_its_dark_minutes_and_becomes_tasks(page):
    page.goto("/plans/1/turnup")
    page.get_by_role("link", name="Changes to what is live").click()
    expect(answer(page)).to_have_text("No change to what is live is planned")
    page.get_by_role("button", name="New change").click()
    expect(answer(page)).to_contain_text("Nothing is changed yet")
    page.get_by_role("button", name="Add", exact=True).click()
    expect(page.get_by_role("alert")).to_have_text("Choose a link first.")
    page.get_by_label("Link", exact=True).select_option("Instrument Hall – Cabinet 6")
    page.get_by_label("What is done").select_option("cut-over")
    page.get_by_label("To cable").select_option("H-06")
    page.get_by_label("Strands").fill("5-6")
    page.get_by_role("button", name="Add", exact=True).click()
    expect(page.locator("[data-dark='Instrument Hall – Cabinet 6']")).to_contain_text("08:00–08:18")
    expect(page.locator("[data-becomes='Instrument Hall – Cabinet 6']")).to_contain_text("works")
    assert wrong(page) == []
    page.get_by_role("button", name="Make tasks for visits of it").click()
    expect(page.get_by_text("2 tasks: they come into the next proposal")).to_be_visible()
    page.get_by_role("button", name="It was made: put it into the plan").click()
    expect(answer(page)).to_have_text("No change to what is live is planned")
