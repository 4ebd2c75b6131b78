"""The cheapest change that makes transmitters meet receivers: one part, or two where needed."""

from dataclasses import replace

import pytest

from passerelle.core.judge.polarity import CROSSED, judged
from passerelle.core.light.link import budget
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.remedies.repolarising import EFFORT, MOST, repolarised
from passerelle.core.tables import STANDARD
from tests.making import cable, cord, link, path

RULES = HouseRules()


def of(*parts):
    return budget(link("10GBASE-SR", path(*parts)), RULES)


def cured(sums, remedy):
    """The path with the edits of a remedy."""
    light = sums.link.path
    for edit in remedy.edits:
        parts = list(light.parts)
        at = next(n for n, part in enumerate(parts) if part.id == edit.at)
        parts[at] = edit.part
        light = replace(light, parts=tuple(parts))
    return light


GOOD = (cord("OM3"), cable("OM3", 100.0), cord("OM3"))
WRONG = (cord("OM3", wiring="A-A"), cable("OM3", 100.0), cord("OM3"))


def test_every_remedy_makes_the_strands_cross_and_there_are_a_few_at_most():
    sums = of(*WRONG)
    found = repolarised(sums)
    assert 0 < len(found) <= MOST
    for one in found:
        word, wrong, _ = judged(sums, cured(sums, one))
        assert (word, tuple(wrong)) == (CROSSED, ()), one.label


def test_one_change_is_enough_where_one_crossing_is_missing():
    """Three crossings make one; with the first cord straight through there are two."""
    best = repolarised(of(*WRONG))[0]
    assert len(best.edits) == 1


def test_a_clip_that_splits_goes_before_a_new_cord():
    clipped = (cord("OM3", wiring="A-A", clip="splits"), *WRONG[1:])
    best = repolarised(of(*clipped))[0]
    assert best.effort == "setting"
    assert repolarised(of(*WRONG))[0].effort == "cord"


def test_effort_counts_hands_before_cable():
    order = ["clip", "order", "cord", "adapter", "cassette", "splice", "trunk"]
    assert [EFFORT[one] for one in order] == sorted(EFFORT.values())


@pytest.mark.parametrize("name", ["10GBASE-SR", "10GBASE-LR"])
def test_a_pair_that_is_right_needs_nothing_that_makes_it_wrong(name):
    """Whatever is offered for a good path still leaves it crossed."""
    glass = "OM3" if name.endswith("SR") else "OS2"
    sums = budget(link(name, path(cord(glass), cable(glass, 50.0), cord(glass))), RULES)
    assert judged(sums, sums.link.path)[0] == CROSSED
    for one in repolarised(sums):
        assert judged(sums, cured(sums, one))[0] == CROSSED
    assert STANDARD.applications[name].strands == 2
