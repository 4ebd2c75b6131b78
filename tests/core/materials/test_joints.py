"""Where a cable is joined that no drum is long enough for."""

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.materials.joints import joint_places
from passerelle.core.materials.materials import materials_of
from passerelle.core.plan.backbone import Cable, Pathway, Place
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.plant.whole import plant_of
from passerelle.formats.prices import price_book

WAYS = [("A", "B", 1500.0), ("B", "C", 1500.0), ("C", "D", 1500.0), ("D", "E", 1500.0)]


def plan(ways):
    places = tuple(Place(name) for name in sorted({end for a, b, _ in ways for end in (a, b)}))
    paths = tuple(Pathway(f"{a}{b}", a, b, m, "duct") for a, b, m in ways)
    cable = Cable("P", ways[0][0], ways[-1][1], "OS2", 12, route=tuple(one.name for one in paths))
    return Plan("p", places=Things(places), pathways=Things(paths), cables=Things((cable,)))


def joints(ways, longest_m):
    made = plan(ways)
    plant = plant_of(made)
    return joint_places(plant, plant.cables["P"], longest_m)


@pytest.mark.parametrize(
    ("longest_m", "where"),
    [
        (6000, []),
        (4000, [("C", 3000.0)]),  # two stretches to a piece
        (3000, [("C", 3000.0)]),
        (1500, [("B", 1500.0), ("C", 3000.0), ("D", 4500.0)]),
        (1499, None),  # no place within a stretch
    ],
)
def test_the_fewest_joints_at_the_last_place_that_a_piece_reaches(longest_m, where):
    assert joints(WAYS, longest_m) == where


def test_a_way_with_a_gap_has_no_place_that_is_known():
    assert joints([("A", "B", 1000.0), ("C", "D", 1000.0)], 1500) is None


def test_the_list_says_where_to_join_what_no_drum_holds():
    """6,000 m of route; the longest drum is 4,000 m: from A to C, and from C to E."""
    made = plan(WAYS)
    (one,) = materials_of(check(made), price_book(())).not_cut
    assert "plan a joint at C (3000 m from the start)" in one.why
