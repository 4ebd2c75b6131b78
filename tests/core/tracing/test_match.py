"""Planned joints as a pulse shows them, and pairs of them with events."""

from dataclasses import replace

import pytest

from passerelle.core.tracing.match import aligned, cheapest, groups_of, merged_m
from passerelle.core.tracing.predict import Settings, predict
from passerelle.core.tracing.study import Taken, analysis_of

from .laying import layout


def analysis(made, pulse_ns=30.0):
    trace = predict(made, Settings(pulse_ns, 30_000, seed=1, range_m=made.total_m * 1.5))
    taken = Taken(trace.level_db, trace.spacing_m, pulse_ns, trace.index, made.nm)
    return analysis_of(taken, made.backscatter_db)


def test_the_longer_the_pulse_the_more_it_merges():
    """30 ns are 3.06 m of glass, ten times that 30.6 m: the rest of both sums is the same."""
    short, long = merged_m(30, 1.4682), merged_m(300, 1.4682)
    each = (long - short) / (30.628 - 3.0628)
    assert each == pytest.approx((merged_m(600, 1.4682) - long) / 30.628, rel=1e-3)
    assert long > short > 3.06


def test_kinds_of_groups_along_a_run():
    assert [one.kind for one in groups_of(layout(), 30)] == [
        "reflective", "loss", "reflective", "end",
    ]  # fmt: skip


def test_merged_joints_are_judged_by_their_sum():
    near = groups_of(layout(second_m=12.0), 100)
    apart = groups_of(layout(second_m=12.0), 3)
    assert [len(one.spots) for one in near] == [1, 2, 1]
    assert [len(one.spots) for one in apart] == [1, 1, 1, 1]
    assert near[1].loss_db == pytest.approx(apart[1].loss_db + apart[2].loss_db)


def test_a_joint_into_a_smaller_field_seems_to_gain():
    """0.293 dB more is thrown back behind it, less what the splice loses."""
    more = {"two": {"glass": "G.657.B3"}}
    there, back = (groups_of(layout(1310.0, turned=t, **more), 30)[1] for t in (False, True))
    (splice,) = there.spots
    assert there.kind == "gain" and there.loss_db == pytest.approx(splice.loss_db - 0.293, abs=1e-3)
    assert back.loss_db == pytest.approx(splice.loss_db + 0.293, abs=1e-3)
    assert (there.loss_db + back.loss_db) / 2 == pytest.approx(splice.loss_db)


def test_events_that_stand_where_they_are_planned_pair_in_order():
    made = layout()
    events = [one for one in analysis(made).events if one.m > 5]
    pairs, cost = cheapest(groups_of(made, 30), events)
    assert pairs == [(0, 0), (1, 1), (2, 2), (3, 3)]
    stretched = [replace(one, m=one.m * 1.01) for one in events]
    assert cheapest(groups_of(made, 30), stretched)[0] == pairs
    assert cheapest(groups_of(made, 30), events[1:])[1] > cost


def test_what_is_planned_and_not_seen_is_missing_with_why():
    """The splice is taken out of the glass, not out of the plan."""
    made = layout()
    smooth = replace(made, spots=tuple(one for one in made.spots if one.kind != "splice"))
    found, missing = aligned(made, analysis(smooth), 30)
    assert [one.group.spots[0].kind for one in missing] == ["splice"]
    assert all(one.group is not None for one in found)


def test_what_is_seen_and_not_planned_has_no_part():
    made = layout()
    smooth = replace(made, spots=tuple(one for one in made.spots if one.kind != "splice"))
    spots = (replace(s, loss_db=0.5) if s.kind == "splice" else s for s in made.spots)
    higher = replace(made, spots=tuple(spots))
    found, missing = aligned(smooth, analysis(higher), 30)
    (extra,) = [one for one in found if one.group is None]
    assert (extra.verdict, missing) == ("not planned", [])
    assert extra.event.m == pytest.approx(1500, abs=2)
    assert extra.event.loss_db == pytest.approx(0.5, abs=0.05)
