"""What fails together: outages by hand, and what nobody has written down."""

from dataclasses import replace
from random import Random

from passerelle.practice.drill import Look
from passerelle.practice.kinds.shared import DIG, KIND, Known, Truth, _site

PLAIN = replace(_site(1, Random(1)))


def dug(*names):
    ways = {name: replace(way, lies_in=DIG if name in names else None)
            for name, way in PLAIN.pathways.items()}  # fmt: skip
    return replace(PLAIN, pathways=ways)


def test_a_duct_takes_what_runs_through_it():
    """Main and the near office run through the first leg; Reserve through the third and fourth."""
    office = next(one.name for one in PLAIN.links if one.name.endswith("office"))
    for way, links in (("W1", {"Main", office}), ("W2", {"Main"}), ("W4", {"Reserve"}),
                       ("W6", set())):  # fmt: skip
        known = Known(PLAIN, ("pathway", way), True)
        assert KIND.right(known, Truth(PLAIN), tuple(links))
        assert set(KIND.move(known, ()).answer) == links


def test_two_legs_in_one_trench_take_both_ways_down():
    both = dug("W2", "W3")
    assert KIND.right(Known(both, None, True), Truth(both), (f"trench/{DIG}",))
    apart = dug("W1", "W5")
    assert KIND.right(Known(apart, None, True), Truth(apart), ())
    assert not KIND.right(Known(apart, None, True), Truth(apart), (f"trench/{DIG}",))


def test_ways_are_separate_only_once_somebody_has_seen_it():
    known, truth = Known(PLAIN, None, False), Truth(dug("W1", "W3"))
    assert KIND.move(known, ()).act == "walk"
    walked = KIND.look(known, truth, "walk", ())
    assert walked.said == f"W1 and W3 lie in one trench, {DIG}."
    assert KIND.move(known, (Look("walk", walked),)).answer == (f"trench/{DIG}",)
    assert KIND.tell(known, truth).topic == "a record that is silent"
