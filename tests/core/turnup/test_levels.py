"""Levels against prediction, by worked figures: 10GBASE-LR over a measured 3.20 dB."""

import pytest

from passerelle.core.turnup.levels import (
    LaneLevel,
    LevelVerdict,
    lane_levels,
    located,
    shortfall,
    usual,
    weak_lanes,
)
from tests.making import cable, judged, link, path

from .facts import read

MEASURED = judged(link("10GBASE-LR", path(cable(loss_db=3.2, loss_nm=1310, loss_includes="both"))))
TO_B, TO_A = MEASURED.budget.directions
PARALLEL = judged(link("100GBASE-SR4", path(cable("OM4", 50.0)))).budget
FAR = read("a", None, tx=-2.1)


def lanes(
    *rx: float | str | None, first: float | None = None, far=FAR, **more
) -> tuple[LaneLevel, ...]:
    near = read("b", *rx, minute=9, **more)
    day_one = read("b", *[first] * len(rx)) if first is not None else None
    return lane_levels(MEASURED.budget, TO_B, near, far, day_one)


@pytest.mark.parametrize(
    ("rx", "over", "verdict"),
    [
        (-6.9, -1.6, "as planned"),
        (-9.0, -3.7, "confirm"),
        (-11.5, -6.2, "low"),
        (-15.0, -9.7, "below need"),
        (1.0, 6.3, "too much"),
        (-0.9, 4.4, "high"),
    ],
)
def test_the_worked_example_of_a_long_reach_module(
    rx: float, over: float, verdict: LevelVerdict
) -> None:
    """Far module -2.1, link 3.20: -5.3 is due; both meters together are off by 4.2 at the most."""
    (lane,) = lanes(rx)
    assert lane.expected == pytest.approx(-5.3)
    assert lane.doubt_db == pytest.approx(4.243, abs=0.001)
    assert lane.over_db == pytest.approx(over)
    assert (lane.verdict, lane.basis) == (verdict, "far reading, measured loss")


def test_no_light_and_nothing_read_are_two_things() -> None:
    assert [lanes(one)[0].verdict for one in ("no light", None)] == ["dark", "not read"]
    assert lane_levels(MEASURED.budget, TO_B, None, FAR, None)[0].verdict == "not read"


def test_a_meter_at_the_receiver_narrows_the_doubt_to_that_of_the_far_module() -> None:
    """3.0 and 0.2 together are 3.007: what a module's own reading leaves open is then low."""
    (lane,) = lanes(-8.5, meter="meter")
    assert lane.doubt_db == pytest.approx(3.007, abs=0.001)
    assert lane.verdict == "low"
    assert lanes(-8.5)[0].verdict == "confirm"


def test_without_the_far_reading_the_planned_window_stands_wider_by_the_meter() -> None:
    """-8.2 less 3.2 is the least, 0.5 less 3.2 the most; 3 dB more each way for the reading."""
    (lane,) = lanes(-14.3, far=None)
    assert (lane.least, lane.most) == (pytest.approx(-11.4), pytest.approx(-2.7))
    assert lane.verdict == "as planned"
    assert lanes(0.4, far=None)[0].verdict == "high"


def test_modulation_is_not_compared_with_a_budget_of_averages() -> None:
    assert lanes(-6.0, rx_average=False)[0].verdict == "not compared"


def test_the_change_since_day_one_is_what_the_same_part_tells() -> None:
    assert lanes(-8.2, first=-6.9)[0].change_db == pytest.approx(-1.3)
    assert shortfall(lanes(-9.4, first=-6.9)) == pytest.approx(2.5)


@pytest.mark.parametrize(
    ("levels", "weak"),
    [
        ((-2.0, -2.2, -5.5, -2.1), (2,)),
        ((-2.0, -2.2, -5.0, -2.1), ()),
        ((-2.0, -9.0), ()),
        ((-2.0, "no light", -9.0, -2.1), (2,)),
    ],
)
def test_one_lane_is_weak_against_the_mean_of_the_others(levels, weak) -> None:
    """The others' mean is -2.1: -5.5 lies 3.4 under it, -5.0 only 2.9; two lanes tell nothing."""
    near = read("b", *levels)
    found = lane_levels(PARALLEL, PARALLEL.directions[0], near, None, None)
    assert weak_lanes(found) == weak


@pytest.mark.parametrize(
    ("to_b", "to_a", "where"),
    [
        (-10.0, -5.2, "one strand"),
        (-10.0, -9.6, "both strands"),
        (-10.0, -7.5, "one strand"),
        (-5.5, -10.0, None),
    ],
)
def test_both_directions_together_say_where_it_is_lost(to_b, to_a, where) -> None:
    """-5.3 is due both ways: 4.7 and nothing, 4.7 and 4.3, 4.7 and 2.2, nothing."""
    near = read("b", to_b, tx=-2.1)
    far = read("a", to_a, tx=-2.1)
    one = lane_levels(MEASURED.budget, TO_B, near, far, None)
    other = lane_levels(MEASURED.budget, TO_A, far, near, None)
    told = located(one, other, TO_B)
    assert (told[0] if told else None) == where


def test_a_transmitter_that_says_itself_that_it_is_weak_is_the_cause() -> None:
    """The least launch is -8.2; 3 dB below that is no doubt of the meter."""
    weak = read("a", None, tx=-11.5)
    one = lane_levels(MEASURED.budget, TO_B, read("b", -16.5), weak, read("b", -6.0))
    told = located(one, (), TO_B)
    assert told is not None
    assert told[0] == "transmitter"


def test_three_decibels_are_dirt_a_bend_or_a_wrong_part() -> None:
    assert {row.cause for row in usual(3.0)} == {"dirty", "bend", "bad-joint", "wrong-glass"}
    assert "bend" not in {row.cause for row in usual(6.0)}
    assert usual(0.2) == ()
