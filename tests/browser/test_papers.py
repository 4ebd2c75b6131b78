"""Papers, labels, prices and copies, as somebody gets at them from an empty plan and the demo."""

import io
import re
from pathlib import Path
from xml.etree import ElementTree

import pytest
from PIL import Image
from playwright.sync_api import Page, expect
from pypdf import PdfReader

from .axe import wrong


def saved(page: Page, act) -> Path:
    with page.expect_download() as told:
        act()
    return Path(told.value.path())


def test_the_book_is_two_clicks_from_the_list_of_materials(page: Page):
    page.goto("/plans/1/materials")
    page.get_by_role("link", name="Papers, labels, prices").click()
    expect(page.locator("[data-answer]")).to_have_text(re.compile("11 papers of this plan"))
    path = saved(page, page.get_by_role("button", name="The whole plan as a book: PDF").click)
    text = PdfReader(io.BytesIO(path.read_bytes())).pages[0].extract_text()
    assert "Contents" in text


def test_an_empty_plan_offers_no_paper_that_is_empty_but_its_lists(page: Page):
    page.goto("/")
    page.get_by_label("Name of the new plan").fill("Bare")
    page.get_by_role("button", name="New plan", exact=True).click()
    expect(page.locator("[data-begin]")).to_be_visible()
    page.locator("body").press("l")
    links = page.get_by_role("button", name="Link sheets: PDF")
    expect(links).to_have_attribute("aria-disabled", "true")
    expect(page.get_by_role("region", name="Labels")).to_contain_text("0 labels as PDF")
    expect(page.get_by_role("region", name="Issued states")).to_contain_text(
        "Nothing is issued yet"
    )


def test_labels_that_were_printed_come_again_only_where_they_changed(page: Page):
    page.goto("/plans/1/papers")
    labels = page.get_by_role("region", name="Labels")
    labels.get_by_label("Stuck on at").select_option("Net Loft")
    path = saved(page, labels.get_by_role("button", name=re.compile("labels as PDF")).click)
    assert len(PdfReader(io.BytesIO(path.read_bytes())).pages) == 1
    labels.get_by_label("Stuck on at").select_option("")
    again = labels.get_by_label(re.compile("Only to be printed again or new"))
    again.check()
    before = int(labels.locator("[data-count]").get_attribute("data-count"))
    own = labels.get_by_label("Own forms of names")
    own.fill("panel: {place} {panel}")
    own.press("Enter")
    expect(labels.locator("[data-labels]")).to_contain_text("Beacon Hill BH-A")
    own = labels.get_by_label("Own forms of names")
    own.fill("panel: {rack}")
    own.press("Enter")
    expect(labels).to_contain_text("'rack' is no field of panel")
    expect(labels.locator("[data-count]")).to_have_attribute("data-count", str(before + 1))


def test_a_state_is_issued_and_says_what_became_of_it(page: Page):
    page.goto("/plans/1/papers")
    issued = page.get_by_role("region", name="Issued states")
    issued.get_by_role("button", name=re.compile("Issue revision")).click()
    name = page.get_by_label("What it is called, as on the papers")
    name.fill("To the owner")
    name.press("Enter")
    issued.get_by_role("button", name="What changed").click()
    expect(issued).to_contain_text("Nothing of the plan differs")
    page.goto("/plans/1/materials")
    name = "cable OS2, 4 strands, Outdoor, loose tube, all-dielectric, gel-filled"
    page.locator(f"[data-line='{name}']").get_by_role("button").click()
    more = page.locator("[data-twice]")
    expect(more).to_contain_text("S-01: 12 strands instead of 4")
    page.locator("h1").click()
    page.keyboard.press("t")
    expect(page.get_by_text("12 strands in S-01. Undo with u.").first).to_be_visible()
    page.goto("/plans/1/papers")
    issued.get_by_role("button", name="What changed").click()
    expect(issued.locator("[data-changes]")).to_contain_text("~ cable S-01")


@pytest.mark.parametrize("form", ["svg", "png"])
def test_the_map_is_saved_as_a_drawing_of_its_own(page: Page, form: str):
    page.goto("/plans/1/survey")
    expect(page.locator("[data-place]").first).to_be_visible()
    page.get_by_role("button", name="Menu").click()
    path = saved(page, page.get_by_text(f"Drawings of this view as {form.upper()}").click)
    data = path.read_bytes()
    if form == "png":
        picture = Image.open(io.BytesIO(data)).convert("RGB")
        assert picture.width > 1000
        assert len(picture.getcolors(2**24)) > 5  # drawn, not one colour
        return
    root = ElementTree.fromstring(data)
    assert root.tag == "{http://www.w3.org/2000/svg}svg"
    assert "Beacon Hill" in "".join(root.itertext())
    assert b"var(--" not in data  # every look is written in


def test_a_picture_is_kept_with_a_place_and_taken_off_again(page: Page):
    out = io.BytesIO()
    Image.new("RGB", (640, 480), "teal").save(out, "JPEG")
    page.goto("/plans/1/survey?sort=place&name=Hill%20Chamber")
    kept = page.get_by_role("region", name="Pictures and files of Hill Chamber")
    file = {"name": "lid.jpg", "mimeType": "image/jpeg", "buffer": out.getvalue()}
    page.get_by_label("File for Hill Chamber").set_input_files(file)
    small = kept.get_by_role("img", name="lid.jpg")
    expect(small).to_be_visible()
    assert small.evaluate("(one) => one.naturalWidth") == 360
    wrong_file = {"name": "x.png", "mimeType": "image/png", "buffer": b"not a picture"}
    page.get_by_label("File for Hill Chamber").set_input_files(wrong_file)
    expect(page.get_by_text("no PNG, JPEG, PDF or trace").first).to_be_visible()
    kept.get_by_role("button", name="Take off lid.jpg").click()
    expect(small).to_have_count(0)


def test_the_page_is_accessible_and_no_wider_than_a_phone(page: Page):
    page.goto("/plans/1/papers")
    expect(page.locator("[data-answer]")).to_contain_text("papers")
    expect(page.get_by_role("region", name="Labels")).to_contain_text("labels as PDF")
    assert wrong(page) == []
    page.set_viewport_size({"width": 390, "height": 844})
    assert page.evaluate("document.documentElement.scrollWidth") == 390
