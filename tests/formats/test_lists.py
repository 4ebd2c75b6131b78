"""Somebody's list: what headings mean, and what people write into cells."""

import pytest

from passerelle.core.refused import Refused
from passerelle.formats.lists import cells
from passerelle.formats.lists.fields import FIELDS
from passerelle.formats.lists.sheet import heading, likeliest, read_sheet, understood


@pytest.mark.parametrize(
    ("text", "unit", "metres"),
    [
        ("180 m", None, 180.0), ("590 ft", None, 179.832), ("590", "ft", 179.832),
        ("180 m", "ft", 180.0), ("0,6 km", None, 600.0), ("5,5", "m", 5.5), ("12'", None, 3.6576),
        ("1 200", None, 1200.0), ("100 yd", None, 91.44), ("\u22123 m", None, -3.0),
    ],
)  # fmt: skip
def test_a_length_says_its_unit_or_its_column_does(text, unit, metres):
    assert cells.length(text, unit) == pytest.approx(metres)


@pytest.mark.parametrize(
    ("read", "text", "value"),
    [
        (cells.rate, "10G", 10.0), (cells.rate, "10 Gb/s", 10.0), (cells.rate, "100 Mb/s", 0.1),
        (cells.rate, "1", 1.0), (cells.small_length, "2 in", 50.8),
        (cells.small_length, "50", 50.0), (cells.yes, "Yes", True), (cells.yes, "0", False),
        (cells.whole, "12 strands", 12),
        (cells.strands, "1-2", [1, 2]), (cells.strands, "1, 2 and 5", [1, 2, 5]),
        (cells.fiber, "om3", "OM3"), (cells.fiber, "62.5/125", "OM1"),
        (cells.application, "10G LR", "10GBASE-LR"), (cells.application, "1g lx", "1000BASE-LX"),
        (cells.application, "100g-sr4", "100GBASE-SR4"),
    ],
)  # fmt: skip
def test_cells_are_read_as_people_write_them(read, text, value):
    assert read(text) == pytest.approx(value) if isinstance(value, float) else read(text) == value


@pytest.mark.parametrize(
    ("read", "text", "said"),
    [
        (cells.length, "far", "“far” is not a length; write it as 180 m or 590 ft"),
        (cells.length, "5 kg", "“5 kg” is not a length"),
        (cells.length, "1,200", "may be 1200 or 1.2"),
        (cells.rate, "13G", "13 Gb/s is no speed of the table"),
        (cells.fiber, "9/125", "may be OS1a or OS2; write which"),
        (cells.fiber, "glass", "is not a grade of glass"),
        (cells.application, "LX", "may be 100BASE-LX10, 1000BASE-LX, 1000BASE-LX10"),
        (cells.application, "token ring", "is not an application"),
        (cells.strands, "2-1", "counts backwards"),
        (cells.strands, "a pair", "no list of strands"),
        (cells.whole, "2.5", "not a whole number"),
        (cells.yes, "perhaps", "neither yes nor no"),
        (cells.bends, "ninety", "write angle@radius/at"),
    ],
)
def test_what_may_be_several_things_is_not_guessed(read, text, said):
    with pytest.raises(ValueError, match=said.replace("(", "\\(")):
        read(text)


@pytest.mark.parametrize(
    ("text", "words", "unit"),
    [
        ("Length (ft)", "length", "ft"), ("distance_m", "distance", "m"),
        ("Run in feet", "run", "feet"), ("Lies in", "lies in", None),
        ("Length, m", "length", "m"), ("Site A", "site a", None), ("Rate [Mb/s]", "rate", "mb/s"),
    ],
)  # fmt: skip
def test_a_heading_says_what_and_in_which_unit(text, words, unit):
    assert heading(text) == (words, unit)


@pytest.mark.parametrize(
    ("head", "kind", "meant"),
    [
        ("name,kind,x_m,y_m", "place", ["name", "kind", "x_m", "y_m"]),
        ("Duct;From;To;Length (ft);Bore", "pathway", ["name", "a", "b", "length_m", "inner_mm"]),
        ("Cable\tStart\tEnd\tFibers\tGrade", "cable", ["name", "a", None, "strands", "fiber"]),
        ("Building A;Building B;Speed;Run in feet", "need",
         ["a_place", "b_place", "rate_gbps", "distance_m"]),
        ("Link,Site A,Site B,Optic,Distance (m),Fibre type,Colour of the door", "link",
         ["name", "a", "b", "application", "length_m", "fiber", None]),
    ],
)  # fmt: skip
def test_headings_are_matched_by_meaning_each_field_once(head, kind, meant):
    sheet = read_sheet(f"{head}\n".encode())
    assert likeliest(sheet.head) == kind
    assert [one.field for one in understood(sheet.head, kind)] == meant


def test_every_field_is_found_under_its_own_label_and_key():
    for kind, fields in FIELDS.items():
        for by in ("label", "key"):
            head = [getattr(one, by) for one in fields]
            assert [c.field for c in understood(head, kind)] == [one.key for one in fields], kind


def test_lines_before_the_headings_and_between_rows_may_be_empty():
    sheet = read_sheet("\ufeff\n\nName;From\n\nA;B\n;;\nC\n".encode())
    assert (sheet.head, sheet.rows, sheet.first_line) == (
        ("Name", "From"), (("A", "B"), ("C", "")), 4
    )  # fmt: skip
    assert read_sheet("Größe\n1\n".encode("cp1252")).head == ("Größe",)


@pytest.mark.parametrize(
    ("data", "said"),
    [
        (b"", "the list is empty"),
        (b"PK\x03\x04\x00\x00", "is no XLSX workbook that can be read"),
        (b"a\0b", "is not text: save it as CSV"),
        (b"a," * 300, "has 301 columns; at most 200"),
        (b"a\n" + b"x\n" * 20_001, "over 20000 rows"),
        (b"a\n" + b"x" * 3000, "row 2, column 1: 3000 characters; at most 2000"),
        (b"x" * (9 * 1024 * 1024), "over 8 MiB"),
    ],
)
def test_what_is_no_list_is_refused_in_one_sentence(data, said):
    with pytest.raises(Refused, match=said):
        read_sheet(data)
