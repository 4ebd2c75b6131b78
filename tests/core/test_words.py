"""Numbers as people write them."""

import pytest

from passerelle.core.words import number


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
