"""Twice the glass: worked by hand against prices and minutes of the test's own."""

from dataclasses import replace

import pytest

from passerelle.core.choice.prices import PriceBook
from passerelle.core.materials.twice import twice
from passerelle.core.plan.backbone import Cable, Pathway, Place, Termination
from passerelle.core.plan.beside import CopperRun
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.model import Plant

BOOK = PriceBook(
    {"cable OS2 4": 0.5, "cable OS2 12": 0.9, "cable OS2 24": 1.5, "pigtail": 2.0, "splice": 1.0,
     "adapter": 3.0},
    {"visit": 120.0, "set-up": 30.0, "pull": 0.5, "splice": 6.0, "port": 2.0, "test": 4.0},
    60.0,
)  # fmt: skip
"""An hour costs 60: a minute costs 1."""
END = Termination(kind="pigtails", connector="LC/UPC", panel="P")
CABLE = Cable("P-1", "A", "B", "OS2", 4, length_m=100.0, end_a=END, end_b=END)
USED = HouseRules(end_strands="used")
PLACES = {name: Place(name) for name in "ABC"}


def of(*cables, rules=USED, book=BOOK, in_store=(), **more):
    plant = Plant(places=PLACES, cables={one.name: one for one in cables}, **more)
    return list(twice(plant, rules, book, in_store))


def test_twelve_strands_instead_of_four_unended():
    """Now 100 m x (0.9 - 0.5) = 40. Later a cable of twelve, the least for eight more:
    90 + 120 + 30 + 50 = 290."""
    (one,) = of(CABLE)
    assert (one.strands, one.instead_of, one.now, one.later) == (12, 4, 40.0, 290.0)


def test_where_every_strand_is_ended_the_ends_count_now_and_later():
    """Eight strands more: at each end a pigtail, a splice (1 + 6 min), half an adapter with its
    port (3 + 2 min), and a test of 4 min: 8 x 2 x (2 + 1 + 6) + 4 x 2 x (3 + 2) + 8 x 4 = 216.
    Later all twelve of the second cable: 12 x 2 x 9 + 6 x 2 x 5 + 48 = 324, and the 290."""
    (one,) = of(CABLE, rules=HouseRules())
    assert (one.now, one.later) == (pytest.approx(40 + 216), pytest.approx(290 + 324))


def test_a_reel_at_hand_serves_the_small_one_and_not_the_large():
    (one,) = of(CABLE, in_store={"P-1"})
    assert one.now == pytest.approx(90.0)


def test_a_missing_price_is_no_sum_and_says_what_to_ask_for():
    without = replace(BOOK, prices={**BOOK.prices, "cable OS2 12": None})
    (one,) = of(CABLE, book=without)
    assert (one.now, one.later, one.lacking) == (None, None, ("cable OS2 12",))


def test_what_is_there_has_no_length_or_factory_ends_has_no_line():
    factory = replace(END, kind="factory")
    assert of(replace(CABLE, existing=True)) == []
    assert of(replace(CABLE, length_m=None)) == []
    assert of(replace(CABLE, end_a=factory)) == []
    assert of(replace(CABLE, strands=288)) == []


def test_a_copper_run_to_where_no_glass_lies_gets_one_pair_beside_it():
    """20 m x 0.5 and a share of the pulling now; later 10 + 120 + 30 + 10 = 170."""
    run = CopperRun("door", a="A", b="C", what="1000BASE-T", rate_gbps=1.0, length_m=20.0)
    found = of(CABLE, copper={"door": run})
    beside = next(one for one in found if one.kind == "copper")
    assert (beside.instead_of, beside.strands, beside.later) == (0, 4, 170.0)
    assert beside.now == pytest.approx(10 + 0.3 * 10)
    lit = replace(run, b="B")
    assert [one.kind for one in of(CABLE, copper={"door": lit})] == ["cable"]


def test_an_open_trench_to_where_no_glass_lies_has_the_same_line():
    trench = Pathway("T", "A", "C", 20.0, "trench")
    duct = Pathway("D", "A", "C", 20.0, "duct")
    found = of(CABLE, pathways={"T": trench, "D": duct})
    assert [(one.kind, one.beside) for one in found] == [("cable", "P-1"), ("pathway", "T")]
