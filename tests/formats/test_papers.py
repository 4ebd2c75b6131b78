"""Papers: what stands on the pages, page by page, and labels measured where they are printed."""

import io
import subprocess
from dataclasses import replace

import pytest
from pypdf import PdfReader

from passerelle.core.judge.wholeplan import check
from passerelle.core.materials.materials import materials_of
from passerelle.core.papers.labels import STOCKS, Label, labels_of
from passerelle.core.papers.sheets import TITLES, sheets_of
from passerelle.core.plan.plan import Plan
from passerelle.core.refused import Refused
from passerelle.demo_data import demo_plan
from passerelle.formats.papers import write_labels, write_pdf
from passerelle.formats.prices import price_book
from passerelle.formats.summary import markdown

PLAN = demo_plan()
CHECK = check(PLAN)
MADE = materials_of(CHECK, price_book(PLAN.prices))
MM = 72 / 25.4


def pages(data):
    return [page.extract_text() for page in PdfReader(io.BytesIO(data)).pages]


def paper(kind, plan=PLAN, size="a4", only=()):
    checked = CHECK if plan is PLAN else check(plan)
    made = MADE if plan is PLAN else materials_of(checked, price_book(plan.prices))
    sheets = sheets_of(checked, made, kind, only)
    return write_pdf(sheets, plan.name, 7, "2026-11-26", TITLES[kind], size)


def test_a_link_sheet_says_answer_budget_and_revision():
    (text,) = pages(paper("links", only=["Pier Office – Instrument Hall core"]))
    assert "Works, but tight: 0.12 dB to spare" in text
    # two cords of 2 m and 88 m of OM4 at 3 dB/km, two multi-fiber pairs of 0.75: 1.776
    assert "1.78 dB at worst" in text.replace("\n", " ")
    assert "88 m × 3 dB/km" in text
    assert "revision 7, 2026-11-26" in text
    assert "Page 1 of 1" in text


def test_the_book_has_contents_and_every_sheet_of_the_plan():
    asked = ["pdftotext", "-", "-"]  # quicker than reading 147 pages in Python
    whole = subprocess.run(
        asked, input=paper("book"), capture_output=True, check=True
    ).stdout.decode()
    text = whole.rstrip("\f").split("\f")
    assert "Contents" in text[0]
    assert f"Page 1 of {len(text)}" in text[0]
    for name in (*PLAN.links.by_name, *PLAN.cables.by_name, "Hill closure", "Cut plan"):
        assert name in whole or name.replace(" ", "\n") in whole, name


@pytest.mark.parametrize(("size", "wide"), [("a4", 595.3), ("us-letter", 612.0)])
def test_papers_come_on_either_size(size, wide):
    page = PdfReader(io.BytesIO(paper("splices", size=size))).pages[0]
    assert float(page.mediabox.width) == pytest.approx(wide, abs=0.1)


@pytest.mark.parametrize("kind", TITLES)
def test_an_empty_plan_has_every_paper_and_says_what_is_missing(kind):
    text = " ".join(pages(paper(kind, Plan("Empty"))))
    assert "Empty" in text


def test_the_brief_is_two_pages_and_defers_to_local_codes():
    text = pages(paper("brief"))
    assert len(text) == 2
    assert "Local codes and licensed practice decide" in text[1]


def test_text_of_the_plan_is_never_read_as_markup():
    odd = replace(PLAN, name='#image("x") *bold* $x$ \\ @a <b> `c`')
    (first, *_) = pages(paper("materials", odd))
    assert '#image("x") *bold* $x$' in first


def labels_at(data):
    """Where each text of a page begins, from the upper left. [mm]"""
    page = PdfReader(io.BytesIO(data)).pages[0]
    high = float(page.mediabox.height)
    found = []

    def note(text, cm, tm, _font, _size):
        if text.strip():
            x, y = tm[4] * cm[0] + cm[4], tm[5] * cm[3] + cm[5]
            found.append((text.strip(), x / MM, (high - y) / MM))

    page.extract_text(visitor_text=note)
    return found


@pytest.mark.parametrize(
    ("stock", "first", "x", "y"),
    [
        ("a4-24", 1, 0.0, 0.5),
        ("a4-24", 5, 70.0, 37.5),  # second in the second row
        ("a4-65", 65, 4.75 + 4 * 40.6, 10.7 + 12 * 21.2),
        ("letter-30", 2, 4.7625 + 69.85, 12.7),
        ("a4-wrap-49", 9, 8.1 + 28.0, 15.15 + 38.1),
    ],
)
def test_labels_lie_where_the_sheet_has_them(stock, first, x, y):
    label = Label("cable", "0A/0B-1", (), None, "P-1", "a")
    ((text, at_x, at_y), *_) = labels_at(write_labels([label], STOCKS[stock], first))
    assert text == "0A/0B-1"
    assert at_x == pytest.approx(x + 1.2, abs=0.3)  # the inset of the face
    assert y + 1.2 < at_y < y + 1.2 + 6  # the base of the first line


def test_a_sheet_has_no_label_beyond_its_last():
    with pytest.raises(Refused, match="labels 1 to 24; there is no 25"):
        write_labels([], STOCKS["a4-24"], 25)


def test_labels_run_on_over_sheets_and_a_flag_says_it_on_both_sides():
    every = [one for one in labels_of(CHECK) if one.kind == "panel"]
    made = PdfReader(io.BytesIO(write_labels(every, STOCKS["a4-24"], 24)))
    assert len(made.pages) == 1 + -(-(len(every) - 1) // 24)
    (text,) = pages(write_labels(every[:1], STOCKS["a4-flag-48"]))
    assert text.count(every[0].identifier) == 2


def test_the_summary_is_markdown_in_which_names_stay_names():
    odd = replace(PLAN, name="a|b *c* <d>")
    text = markdown(check(odd), MADE, 3, "2026-11-26")
    assert text.startswith("# a\\|b \\*c\\* \\<d\\>\n")
    assert "**49 links: 40 work, 5 work but are tight, 2 fail, 2 not known.**" in text
    assert "No total yet" in text


def test_an_empty_summary_claims_nothing():
    empty = check(Plan("e"))
    text = markdown(empty, materials_of(empty, price_book(())), None, "2026-11-26")
    assert "No links are planned yet." in text
    assert "what is not recorded was not judged" in text
