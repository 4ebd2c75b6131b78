"""Refusals: where and why, one line, and the same refusal of a thing that stands deeper."""

import gc

import pytest

from passerelle.core.light.edits import EditError
from passerelle.core.light.modules import EndError
from passerelle.core.many import many_things
from passerelle.core.plan.lightpath import PathError
from passerelle.core.plant.identify import ClueError
from passerelle.core.plant.strands import StrandError
from passerelle.core.refused import Refused, Told, quoted
from passerelle.core.remedies.proposal import NeedError
from passerelle.core.remedies.variants import VariantError


@pytest.mark.parametrize(
    ("path", "below", "whole"),
    [
        ("name", "links[2]", "links[2].name"), ("", "links[2]", "links[2]"),
        ("[3].x", "path", "path[3].x"), ("x", "", "x"), ("", "", ""),
    ],
)  # fmt: skip
def test_a_refusal_of_something_deeper_says_the_whole_way(path, below, whole):
    deeper = Refused(path, "is wrong").below(below)
    assert (deeper.path, deeper.reason) == (whole, "is wrong")
    assert str(deeper) == f"{whole or '$'}: is wrong"


def test_a_sentence_that_stands_by_itself_still_knows_where():
    told = Told("strands", "strand 3 is bad")
    assert (str(told), told.path) == ("strand 3 is bad", "strands")
    assert str(told.below("cables[1]")) == "cables[1].strands: strand 3 is bad"


def test_every_refusal_of_the_core_is_one_kind():
    made = (
        EditError("x"), EndError("a", "x"), PathError(3, "x"), ClueError("x"), StrandError("x"),
        NeedError("k", "x"), VariantError("k", "x"),
    )  # fmt: skip
    for one in made:
        assert isinstance(one, Refused)
        assert one.reason == "x"
        assert one.path
    assert PathError(3, "x").at == 3


def test_a_name_in_a_message_is_cut_and_its_marks_cannot_break_the_line():
    assert quoted("a" * 50) == f"'{'a' * 40}'"
    assert "\n" not in quoted("two\nlines")


def test_the_collector_waits_while_many_things_are_made_and_goes_on_after():
    assert gc.isenabled()
    with many_things():
        assert not gc.isenabled()
        with many_things():
            assert not gc.isenabled()
        assert not gc.isenabled()  # the outer one decides
    assert gc.isenabled()
    with pytest.raises(ZeroDivisionError), many_things():
        raise ZeroDivisionError
    assert gc.isenabled()
