"""Cables of a link's own: minutes by hand, shared ones once, places that are not recorded."""

from dataclasses import replace

import pytest

from passerelle.core.plan.lightpath import UNSAID, Segment

from .test_links import link, work


def minutes(found):
    return {
        one.key: round(one.minutes, 2) for one in found.tasks
        if one.kind in ("pull", "splice", "terminate", "test")
    }  # fmt: skip


def changed(one, **what):
    path = tuple(replace(p, **what) if isinstance(p, Segment) and p.kind == "cable" else p
                 for p in one.path)  # fmt: skip
    return replace(one, path=path)


def test_a_cable_with_plugs_on_takes_its_pull_two_ends_and_a_test_of_both_strands():
    """90 to set up and 0.6 a metre; each end 20 min and one adapter of 2; two strands of 4."""
    assert minutes(work(link("one"))) == {
        "pull:linkidone": 90 + 60, "terminate:linkidone:a": 22.0, "terminate:linkidone:b": 22.0,
        "test:linkidone": 8.0,
    }  # fmt: skip


def test_what_is_there_already_is_neither_pulled_nor_ended():
    assert minutes(work(changed(link("one"), existing=True))) == {}


def test_a_length_that_nobody_recorded_is_not_counted_and_says_so():
    found = work(changed(link("one"), length_m=UNSAID, length_from=None))
    pull = found.all["pull:linkidone"]
    assert (pull.minutes, pull.counted, pull.quantity) == (90.0, False, "length not recorded")
    assert work(link("one")).all["pull:linkidone"].counted


@pytest.mark.parametrize("place", ["A", None])
def test_ends_at_one_place_or_at_none_that_is_recorded_have_names_of_their_own(place):
    one = link("one")
    one = replace(one, a=replace(one.a, place=place), b=replace(one.b, place=place))
    names = [task.name for task in work(one).all.values()]
    assert len(names) == len(set(names))
    assert work(one).all["pull:linkidone"].at == ((place,) if place else ())
