"""The words for ends: across is the other one, twice across is back."""

import pytest

from passerelle.core.judge.sides import other_side, where_said


@pytest.mark.parametrize(("side", "across"), [("a", "b"), ("b", "a")])
def test_across(side, across):
    assert other_side(side) == across
    assert other_side(other_side(side)) == side


@pytest.mark.parametrize(
    ("ends", "said"), [(("a",), "end a"), (("b",), "end b"), (("a", "b"), "either end")]
)
def test_one_end_is_named_and_two_are_either(ends, said):
    assert where_said(ends) == said
