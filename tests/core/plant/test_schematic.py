"""Places without positions, drawn by the lengths between them."""

import math
from dataclasses import replace

import pytest

from passerelle.core.plan.backbone import Place
from passerelle.core.plant.schematic import MOST, laid_out, lengths_between
from passerelle.core.plant.whole import EARTH_M, drawn_at
from passerelle.core.refused import Refused
from tests.planting import cable, way


def far(spots, a, b):
    return math.dist(spots[a], spots[b])


def test_three_places_stand_as_far_apart_as_a_triangle_of_their_lengths():
    """3, 4 and 5: a right angle at B."""
    spots = laid_out("ABC", {}, [("A", "B", 300.0), ("B", "C", 400.0), ("A", "C", 500.0)])
    assert far(spots, "A", "B") == pytest.approx(300, rel=0.01)
    assert far(spots, "B", "C") == pytest.approx(400, rel=0.01)
    assert far(spots, "A", "C") == pytest.approx(500, rel=0.01)


def test_a_chain_is_drawn_long():
    spots = laid_out("ABCD", {}, [("A", "B", 100.0), ("B", "C", 100.0), ("C", "D", 100.0)])
    assert far(spots, "A", "D") == pytest.approx(300, rel=0.02)


def test_what_is_known_stays_and_the_others_stand_around_it():
    known = {"A": (10.0, 20.0), "B": (110.0, 20.0)}
    spots = laid_out("ABC", known, [("A", "C", 50.0), ("B", "C", 50.0)])
    assert set(spots) == {"C"}
    assert math.dist(spots["C"], (60.0, 20.0)) < 5
    assert laid_out("AB", known, []) == {}


def test_what_nothing_joins_is_drawn_apart_and_the_same_plan_looks_the_same():
    one = laid_out("ABCD", {}, [("A", "B", 10.0), ("C", "D", 10.0)])
    assert min(far(one, a, b) for a in "AB" for b in "CD") > 5
    assert one == laid_out("ABCD", {}, [("A", "B", 10.0), ("C", "D", 10.0)])
    assert laid_out([str(n) for n in range(MOST + 1)], {}, []) == {}
    alone = laid_out("A", {}, [])
    assert all(math.isfinite(x) for x in alone["A"])


def test_a_pathway_says_more_than_a_cable_and_a_room_stands_near_its_house():
    places = [Place("A"), Place("B"), Place("Room", inside="A")]
    found = lengths_between(
        places, [way("D", "A", "B", 90.0)], [cable("C", "B", "A", length_m=400.0)],
        [("A", "B", None), ("A", "A", 3.0)],
    )  # fmt: skip
    assert found == [("A", "B", 90.0), ("Room", "A", None)]
    spots = laid_out(["A", "B", "Room"], {}, found)
    assert far(spots, "A", "Room") == pytest.approx(18, rel=0.05)  # a fifth of the usual length


def test_a_place_put_on_the_map_stands_in_the_unit_of_the_others_and_says_so():
    made = drawn_at([Place("A", x_m=0.0, y_m=0.0)], Place("B"), (12.344, -5.0))
    assert (made.x_m, made.y_m, made.drawn) == (12.34, -5.0, True)
    north = drawn_at([Place("A", latitude=60.0, longitude=2.0)], Place("B"), (0.0, 111.195))
    # a thousandth of a degree is 6371 km x pi/180 / 1000 = 111.2 m
    assert north.latitude == pytest.approx(60.001, abs=1e-6)
    east = drawn_at([Place("A", latitude=60.0, longitude=2.0)], Place("B"), (111.195, 0.0))
    assert east.longitude == pytest.approx(2.002, abs=1e-6)  # twice as many at 60 degrees
    assert math.radians(1) * EARTH_M / 1000 == pytest.approx(111.195, abs=0.001)


def test_what_was_surveyed_is_not_moved_by_hand():
    with pytest.raises(Refused, match="'B' has a surveyed position"):
        drawn_at([], Place("B", x_m=1.0, y_m=1.0), (5.0, 5.0))
    again = drawn_at([], replace(Place("B", x_m=1.0, y_m=1.0), drawn=True), (5.0, 5.0))
    assert again.x_m == 5.0
