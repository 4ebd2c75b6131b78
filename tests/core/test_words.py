"""Numbers as people write them."""

import pytest

from passerelle.core.words import an, counted, dbm, number, plural, quantity


@pytest.mark.parametrize(
    ("text", "value"),
    [
        ("12", 12.0), ("1.5", 1.5), ("1,5", 1.5), ("0,25", 0.25), ("1,2345", 1.2345),
        ("2\u202f917", 2917.0), ("1 200,5", 1200.5), ("\u22123", -3.0), (" 1e3 ", 1000.0),
        ("1234,567", 1234.567),
    ],
)  # fmt: skip
def test_what_has_one_meaning_is_read(text, value):
    assert number(text) == value


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("1,200", "'1,200' may be 1200 or 1.2; write it without the comma"),
        ("-1,250", "'-1,250' may be -1250 or -1.25; write it without the comma"),
        ("1,200,300", "'1,200,300' has commas between its thousands; write 1200300"),
        ("far", "'far' is not a number"),
        ("nan", "'nan' is not a number"),
        ("1e400", "'1e400' is not a number"),
        ("1.200,5", "'1.200,5' is not a number"),
        ("", "'' is not a number"),
    ],
)
def test_what_has_none_or_two_is_refused(text, said):
    with pytest.raises(ValueError, match=r"number|comma") as refused:
        number(text)
    assert str(refused.value) == said


@pytest.mark.parametrize(
    ("words", "said"),
    [
        ("LC plug", "an LC plug"), ("UPC plug", "a UPC plug"), ("SFP+ cage", "an SFP+ cage"),
        ("QSFP28 cage", "a QSFP28 cage"), ("MPO-12 plug", "an MPO-12 plug"), ("cord", "a cord"),
        ("inline part", "an inline part"), ("unpinned plug", "an unpinned plug"),
        ("unit", "a unit"), ("8-strand cable", "an 8-strand cable"), ("adapter", "an adapter"),
        ("12-strand cable", "a 12-strand cable"), ("11 m run", "an 11 m run"),
    ],
)  # fmt: skip
def test_the_article_is_the_one_that_is_spoken(words, said):
    assert an(words) == said


def test_counts_have_their_number():
    assert [counted(n, "strand") for n in (0, 1, 2)] == ["0 strands", "1 strand", "2 strands"]
    assert counted(2, "box", "boxes") == "2 boxes"
    assert plural(1, "measures", "measure") == "measures"


def test_levels_have_a_minus_sign_and_quantities_their_joiners():
    assert dbm(-11.034) == "−11.03 dBm"
    assert dbm(0.5) == "0.50 dBm"
    assert quantity(-5, "°C") == "\u2060−5 °C\u2060"
    assert quantity(12.34, "mm", ".1f") == "\u206012.3 mm\u2060"
