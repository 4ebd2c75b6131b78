"""Plan the pull: a bend near one end makes that end the one to feed from, by the capstan."""

import math

import pytest

from passerelle.core.plan.backbone import Bend, Cable, Pathway, Place
from passerelle.core.plant.model import Plant
from passerelle.practice.drill import UNSAFE, Look
from passerelle.practice.grading import grade
from passerelle.practice.kinds.pull import KIND, Known, Truth, best_of
from tests.planting import kind

FRICTION = 0.4


def site(*ways, rating=1000.0):
    names = dict.fromkeys(n for way in ways for n in (way.a, way.b))
    cable = Cable("P-1", ways[0].a, ways[-1].b, "OS2", 12, type=kind(tension_n=rating),
                  id="drillcable001", route=tuple(way.name for way in ways))  # fmt: skip
    return Plant({n: Place(n) for n in names}, {w.name: w for w in ways}, {"P-1": cable})


def duct(name, a, b, length_m, *bends):
    turns = tuple(Bend(90.0, 1.0, at) for at in bends)
    return Pathway(name, a, b, length_m, "duct", "measured", bends=turns, friction=FRICTION,
                   id=f"way{name}000000")  # fmt: skip


ONE = site(duct("D1", "Start", "Cabin", 100.0, 10.0))


def test_feed_where_the_bend_is_near():
    """1 N/m: 4 e^(0.4 π/2) + 36 N fed in at Start, 36 e^(0.4 π/2) + 4 N at Cabin."""
    turn = math.exp(FRICTION * math.pi / 2)
    best = best_of(ONE)
    assert best.feed == "a"
    assert best.worst_n == pytest.approx(4 * turn + 36, rel=1e-3)
    known, truth = Known(ONE, True), Truth(ONE)
    assert KIND.right(known, truth, ("a",))
    assert not KIND.right(known, truth, ("b",))
    assert any(f"{36 * turn + 4:.0f} N" in one.text for one in KIND.tell(known, truth).why)


def test_a_pull_over_the_rating_needs_a_point_and_no_more_than_one():
    """Two ducts of 100 m with two bends each: 4 bends in one pull multiply by e^(0.4 · 2π) = 12."""
    two = site(duct("D1", "Start", "Pit 1", 100.0, 50.0, 90.0),
               duct("D2", "Pit 1", "Cabin", 100.0, 50.0, 90.0), rating=250.0)  # fmt: skip
    assert best_of(two).points == ("Pit 1",)
    known, truth = Known(two, True), Truth(two)
    assert KIND.right(known, truth, (f"{best_of(two).feed}/Pit 1",))
    assert not KIND.right(known, truth, (best_of(two).feed,))


def test_a_cable_that_was_not_tested_is_not_pulled():
    known, truth = Known(ONE, True), Truth(ONE)
    rash = grade(KIND, known, truth, (), ("a",))
    assert (rash.right, rash.clean) == (True, False)
    assert [one.do for one in rash.spent.unsafe] == [UNSAFE["pull-untested"].do]
    both = grade(KIND, known, truth, ("unsafe pull-untested",), ("a",))
    assert len(both.spent.unsafe) == 1
    assert grade(KIND, known, truth, ("test reel",), ("a",)).clean


def test_the_reel_is_tested_before_the_pull_and_the_drawing_before_it_is_believed():
    drawn = site(duct("D1", "Start", "Cabin", 80.0))
    known, truth = Known(drawn, False), Truth(ONE)
    assert KIND.move(known, ()).act == "tape"
    tape = Look("tape", KIND.look(known, truth, "tape", ()))
    assert KIND.move(known, (tape,)).act == "test reel"
    reel = Look("test reel", KIND.look(known, truth, "test reel", ()))
    assert KIND.move(known, (tape, reel)).answer == ("a",)
