"""Workbooks and CSV: figures as figures, text never a formula, the request for prices back."""

import io
import zipfile
from dataclasses import replace

import pytest
import xlsxwriter
from hypothesis import given, settings
from hypothesis import strategies as st
from openpyxl import load_workbook

from passerelle.core.changes.apply import applied
from passerelle.core.judge.wholeplan import check
from passerelle.core.light.site import site_of
from passerelle.core.materials.materials import materials_of
from passerelle.core.papers.quotation import quotation
from passerelle.core.papers.table import Table, columns
from passerelle.core.papers.tables import tables_of
from passerelle.core.refused import Refused
from passerelle.demo_data import demo_plan
from passerelle.formats.lists import xlsx
from passerelle.formats.lists.sheet import likeliest, read_sheet, understood
from passerelle.formats.prices import price_book
from passerelle.formats.workbook import write_csv, write_xlsx
from passerelle.plans.listimport import accepted, judged

PLAN = demo_plan()
CHECK = check(PLAN)
MADE = materials_of(CHECK, price_book(PLAN.prices))
FORMULAS = ("=1+1", "+1", "-1", "@x", "\tx", "\rx")


def table(*rows):
    return Table("t", "T", columns("Name", "Length [m]"), rows)


def sheets(data):
    return load_workbook(io.BytesIO(data))


@pytest.mark.parametrize("text", FORMULAS)
def test_text_that_begins_like_a_formula_is_text(text):
    book = sheets(write_xlsx([table((text, 1.0))], "t"))
    cell = book["T"]["A2"]
    assert cell.data_type == "s"
    assert cell.value in (text, text.replace("\r", "_x000D_"))  # as the format writes it
    assert write_csv(table((text, 1.0))).splitlines()[1].lstrip('"').startswith("'")


def test_figures_are_figures_rounded_and_what_is_not_known_is_empty():
    sheet = sheets(write_xlsx([table(("a", 12.3456), ("b", None))], "t"))["T"]
    assert (sheet["B2"].value, sheet["B2"].number_format) == (12.35, "0.00")
    assert sheet["B3"].value is None
    assert write_csv(table(("b", None))) == "Name,Length [m]\r\nb,\r\n"


def test_the_workbook_of_the_demo_has_a_sheet_for_every_table_with_every_row():
    tables = tables_of(CHECK, MADE)
    book = sheets(write_xlsx(tables, "demo"))
    assert book.sheetnames == [one.title for one in tables]
    for one in tables:
        assert book[one.title].max_row == len(one.rows) + 1
        assert len({len(row) for row in one.rows} | {len(one.columns)}) == 1


CELLS = st.text(st.characters(codec="utf-8", exclude_categories=["Cc", "Cs"]), max_size=20)


@settings(max_examples=40, deadline=None)
@given(st.lists(st.tuples(CELLS, CELLS), min_size=1, max_size=6))
def test_cells_come_back_from_workbook_and_csv_as_they_were(rows):
    made = Table("t", "T", columns("Name", "Notes"), tuple(rows))
    kept = [row for row in rows if any(cell.strip() for cell in row)]
    back = read_sheet(write_csv(made).encode())
    assert [list(row) for row in back.rows] == [list(row) for row in kept]
    again = read_sheet(write_xlsx([made], "t"))
    assert [[cell.strip() for cell in row] for row in again.rows] == [
        [_shorn(cell) for cell in row] for row in kept
    ]


def _shorn(cell):
    """A quote in front is taken for the mark of plain text, whoever wrote it."""
    return (cell[1:] if cell.startswith("'") else cell).strip()


def filled(form, price):
    """The request as a supplier sends it back: every price filled in, one with a comma."""
    asked = quotation(MADE, PLAN.house_rules.currency)
    rows = tuple((*row[:5], price, *row[6:]) for row in asked.rows)
    told = replace(asked, rows=rows)
    return write_xlsx([told], "t") if form == "xlsx" else write_csv(told).encode()


def test_everything_to_buy_is_asked_for_a_module_and_its_spare_in_one_row():
    asked = quotation(MADE, "units")
    bought = sum(one.buy + one.ends for one in MADE.lines)
    assert sum(row[3] for row in asked.rows) == pytest.approx(bought)
    assert len({row[2] for row in asked.rows}) == len(asked.rows)
    module = next(row for row in asked.rows if row[1] == "10GBASE-ER, SFP+")
    fitted, spare = [one.buy for one in MADE.lines if one.what == "10GBASE-ER, SFP+"]
    assert (module[0], module[3]) == ("module, spare module", fitted + spare)


def test_a_request_that_nobody_filled_changes_nothing():
    sheet = read_sheet(write_csv(quotation(MADE, "units")).encode())
    found = judged(PLAN, "price", understood(sheet.head, "price"), sheet.rows)
    assert {row.outcome for row in found.rows} == {"unchanged"}
    with pytest.raises(Refused, match="no row of the list adds or changes anything"):
        accepted(found, "price")


@pytest.mark.parametrize("form", ["xlsx", "csv"])
def test_a_filled_request_reads_back_into_prices_line_by_line(form):
    """At 2,50 for each line the sum is the quantities times 2.5, ends and all."""
    sheet = read_sheet(filled(form, "2,50"))
    assert likeliest(sheet.head) == "price"
    found = judged(PLAN, "price", understood(sheet.head, "price"), sheet.rows)
    assert [row.problems for row in found.rows if row.problems] == []
    puts, _ = accepted(found, "price")
    after = applied(PLAN, puts, site=site_of(PLAN)).plan
    made = materials_of(check(after), price_book(after.prices))
    assert made.unpriced == ()
    quantities = sum(one.buy + one.ends for one in made.lines)
    assert made.known_total == pytest.approx(2.5 * quantities, abs=0.01)


def test_a_price_in_another_currency_is_refused_at_its_row():
    text = "Key,Price each,Currency\nadapter,3.50,EUR\n"
    sheet = read_sheet(text.encode())
    found = judged(PLAN, "price", understood(sheet.head, "price"), sheet.rows)
    assert [label for label, _ in found.rows[0].problems] == ["Currency"]
    text = "Key,Price each\nadapter,3.50 EUR\n"
    sheet = read_sheet(text.encode())
    found = judged(PLAN, "price", understood(sheet.head, "price"), sheet.rows)
    assert "not in units" in found.rows[0].problems[0][1]


def workbook(write):
    out = io.BytesIO()
    with xlsxwriter.Workbook(out, {"in_memory": True}) as book:
        write(book)
    return out.getvalue()


def test_headings_are_found_below_titles_and_merged_cells_tell_twins_apart():
    def write(book):
        sheet = book.add_worksheet("Ducts of 2026")
        sheet.write(0, 0, "Duct survey, spring")
        sheet.merge_range(2, 1, 2, 2, "Start")
        sheet.merge_range(2, 3, 2, 4, "Finish")
        for at, text in enumerate(["Duct", "Place", "Floor", "Place", "Floor", "Length (ft)"]):
            sheet.write(3, at, text)
        for at, cell in enumerate(["D-1", "Hut", 1, "Hall", 0, 100.5]):
            sheet.write(4, at, cell)

    sheet = read_sheet(workbook(write))
    assert sheet.head == ("Duct", "Start Place", "Start Floor", "Finish Place", "Finish Floor",
                          "Length (ft)")  # fmt: skip
    assert (sheet.rows, sheet.first_line) == ((("D-1", "Hut", "1", "Hall", "0", "100.5"),), 5)
    meant = [one.field for one in understood(sheet.head, "pathway")]
    assert meant == ["name", "a", None, "b", None, "length_m"]


def test_days_and_truths_read_as_somebody_would_type_them():
    def write(book):
        sheet = book.add_worksheet()
        day = book.add_format({"num_format": "yyyy-mm-dd"})
        sheet.write_row(0, 0, ["Key", "Price", "Date"])
        sheet.write(1, 0, "adapter")
        sheet.write_boolean(1, 1, True)
        sheet.write_number(1, 2, 46352, day)  # days since 1899-12-30

    assert read_sheet(workbook(write)).rows == (("adapter", "yes", "2026-11-26"),)


def test_another_sheet_of_the_workbook_is_read_by_its_name():
    def write(book):
        for name in ("one", "two"):
            book.add_worksheet(name).write_column(0, 0, ["Name", name])

    data = workbook(write)
    assert (read_sheet(data).sheets, read_sheet(data).sheet) == (("one", "two"), "one")
    assert read_sheet(data, "two").rows == (("two",),)
    with pytest.raises(Refused, match="'three' is no sheet"):
        read_sheet(data, "three")


def test_one_cell_at_the_far_corner_of_a_sheet_is_refused_and_costs_nothing():
    def write(book):
        sheet = book.add_worksheet("far")
        sheet.write(0, 0, "Name")
        sheet.write(1_048_575, 16_383, "x")

    with pytest.raises(Refused, match="sheet far has over"):
        read_sheet(workbook(write))


def test_a_workbook_that_unpacks_to_too_much_is_not_unpacked():
    out = io.BytesIO()
    with (
        zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed,
        packed.open("xl/worksheets/sheet1.xml", "w", force_zip64=True) as file,
    ):
        for _ in range(65):
            file.write(bytes(1024 * 1024))
    assert len(out.getvalue()) < 100_000
    with pytest.raises(Refused, match="unpacks to 65 MiB; at most 64"):
        read_sheet(out.getvalue())


def test_control_characters_are_refused_with_sheet_row_and_column():
    good = workbook(lambda book: book.add_worksheet("s").write_column(0, 0, ["Name", "aXb"]))
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(good)) as old, zipfile.ZipFile(out, "w") as new:
        for one in old.infolist():
            told = old.read(one).replace(b"aXb", b"a_x0001_b")
            new.writestr(one, told)
    with pytest.raises(Refused, match="sheet s, row 2, column 1: the cell has control"):
        read_sheet(out.getvalue())


@settings(max_examples=60, deadline=None)
@given(st.binary(max_size=200), st.integers(0, 3000))
def test_a_broken_workbook_is_refused_in_one_sentence(noise, at):
    good = workbook(lambda book: book.add_worksheet("s").write_column(0, 0, ["Name", "x"]))
    data = good[: at % len(good)] + noise + good[at % len(good) + len(noise) :]
    try:
        xlsx.read_xlsx(data, None, 100, 100)
    except Refused as refused:
        assert "\n" not in str(refused)
