"""From metres of glass to a place: coils and ducts in their order, from either end."""

import pytest

from passerelle.core.tracing.place import ground_of, where

from .laying import judged


@pytest.fixture(scope="module")
def laid():
    made, run = judged()
    return made.plant, run


def test_the_ground_follows_the_glass_without_gaps(laid):
    """3 m coiled at each end of each cable: 994 m and 794 m of duct."""
    found = [(one.from_m, one.until_m, one.pathway) for one in ground_of(*laid)]
    assert found == [
        (0, 3, None), (3, 997, "Duct 1"), (997, 1000, None),
        (1000, 1003, None), (1003, 1797, "Duct 2"), (1797, 1800, None),
    ]  # fmt: skip


@pytest.mark.parametrize(
    ("glass_m", "place", "pathway", "past_m"),
    [(500, "A", "Duct 1", 497), (3.5, "A", "Duct 1", 0.5), (1300, "B", "Duct 2", 297),
     (999, "B", None, 2), (1798, "C", None, 1)],
)  # fmt: skip
def test_a_point_is_counted_from_the_place_before_it(laid, glass_m, place, pathway, past_m):
    found = where(*laid, glass_m)
    assert (found.place, found.pathway) == (place, pathway)
    assert found.past_m == pytest.approx(past_m)
    assert found.coil == (pathway is None)
    assert sum(step.m for step in found.steps[:-1]) == pytest.approx(found.steps[-1].m)


@pytest.mark.parametrize("glass_m", [1004, 1200.5, 1400, 1796])
def test_both_ends_name_one_spot(laid, glass_m):
    """What is past B one way is short of C the other way: together the duct's 794 m."""
    there, back = where(*laid, glass_m), where(*laid, 1800 - glass_m, turned=True)
    assert (there.place, back.place) == ("B", "C")
    assert there.pathway == back.pathway == "Duct 2"
    assert there.past_m + back.past_m == pytest.approx(794)


def test_the_farther_the_less_sure_and_a_known_event_near_by_helps(laid):
    near, far = where(*laid, 200), where(*laid, 1700)
    assert 0.5 < near.plus_minus_m < far.plus_minus_m
    assert where(*laid, 1700, fixed_m=1500).plus_minus_m < far.plus_minus_m
    assert where(*laid, 200, pulse_m=30).plus_minus_m > near.plus_minus_m


def test_beyond_the_glass_is_no_place_and_a_coil_says_so(laid):
    assert where(*laid, 1801) is None
    assert where(*laid, 999).said == "in the coil at B"
    assert where(*laid, 1300).said.endswith("m past B in Duct 2")
