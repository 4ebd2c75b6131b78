"""Home runs against one shared cable: metres, strands and what a cut takes, counted by hand."""

import pytest

from passerelle.core.plant.topology import TopologyError, compare
from passerelle.core.refused import Refused
from tests.planting import plant, way

# H --100-- A --50-- B, and C 30 m off the hub
SITE = plant(
    (
        way("ha", "H", "A", 100),
        way("ab", "A", "B", 50),
        way("hc", "H", "C", 30),
        way("yz", "Y", "Z", 5),
    )
)


def test_home_runs_in_a_line():
    """100 and 150 m, each with 3 + 3 m of slack; two cables lie in the first 100 of 150 m."""
    home, _ = compare(SITE, "H", ("A", "B"), 4)
    assert (home.cables, home.strands, home.joints) == (2, 8, 16)
    assert (home.cable_m, home.strand_m) == (262.0, 1048.0)
    assert (home.one_cable.worst, home.one_cable.mean) == (1, 1.0)
    assert home.dig.worst == 2
    assert home.dig.mean == pytest.approx((100 * 2 + 50 * 1) / 150)


def test_one_cable_past_all_places():
    """100 + 50 m and slack at three places. A cut by the hub darkens both."""
    _, shared = compare(SITE, "H", ("A", "B"), 4)
    assert (shared.cables, shared.strands, shared.joints) == (1, 8, 16)
    assert shared.cable_m == 150 + 3 * 3.0
    assert shared.strand_m == 100 * 8 + 50 * 4
    assert (shared.one_cable.worst, shared.dig.worst) == (2, 2)
    assert shared.one_cable.mean == pytest.approx((100 * 2 + 50 * 1) / 150)


def test_the_nearest_place_is_visited_first():
    """C (30 m), back past the hub to A (130 m), on to B (50 m)."""
    _, shared = compare(SITE, "H", ("B", "A", "C"), 2)
    assert shared.cable_m == 30 + 130 + 50 + 4 * 3.0
    assert shared.strand_m == 30 * 6 + 130 * 4 + 50 * 2
    assert shared.one_cable.mean == pytest.approx((30 * 3 + 130 * 2 + 50 * 1) / 210)


@pytest.mark.parametrize(
    ("places", "said"),
    [
        ((), "at least one place"),
        (("H",), "is the hub"),
        (("Y",), "no recorded pathways lead"),
        (("A", "nowhere"), "“nowhere” is not in places"),
    ],
)
def test_what_cannot_be_compared(places, said):
    with pytest.raises(TopologyError, match=said) as refused:
        compare(SITE, "H", places, 2)
    assert isinstance(refused.value, Refused)
