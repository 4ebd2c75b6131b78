"""Events against the plan: matched, merged, missing, and each kind of fault with its place."""

from dataclasses import replace

import pytest

from passerelle.core.tracing.layout import Spot, broken
from passerelle.core.tracing.match import groups_of, merged_m
from passerelle.core.tracing.predict import Settings, predict
from passerelle.core.tracing.settings import advised
from passerelle.core.tracing.study import Taken, study

from .laying import RULES, judged, layout

PULSE = 30.0


def taken(one, nm=1550.0, seed=1, offset=0.0):
    trace = predict(one, Settings(PULSE, 30_000, seed=seed, range_m=one.total_m * 1.5))
    return Taken(
        trace.level_db, trace.spacing_m, PULSE, trace.index, nm, offset, one.backscatter_db
    )


def studied(change, also=False, **asked):
    made, run = judged()
    first = taken(change(layout(), 1550.0))
    if also:
        asked["also"] = taken(change(layout(1310.0), 1310.0), 1310.0, 2)
    cords = {"launch_m": 500.0, "receive_m": 500.0} | asked
    return study(made.plant, run, RULES, first, **cords)


def plain(one, nm):
    return one


def bend(one, nm):
    spot = Spot(500 + 1200.0, "part", 0.9 if nm > 1400 else 0.1, None, (), "bend", None)
    return replace(one, spots=tuple(sorted((*one.spots, spot), key=lambda s: s.m)))


def joint(one, nm):
    spots = (replace(s, loss_db=0.6) if s.kind == "splice" else s for s in one.spots)
    return replace(one, spots=tuple(spots))


def dirt(one, nm):
    spots = (replace(s, loss_db=1.2, reflectance_db=-32.0) if s.label == "Q:1" else s
             for s in one.spots)  # fmt: skip
    return replace(one, spots=tuple(spots))


def other_glass(one, nm):
    stretches = (replace(s, db_per_km=0.5) if s.cable == "Two" else s for s in one.stretches)
    return replace(one, stretches=tuple(stretches))


def test_a_good_run_is_as_planned_part_for_part():
    made = studied(plain)
    assert [one.verdict for one in made.found] == ["as planned"] * 4
    assert (made.missing, made.faults) == ((), ())
    assert [one.planned_m for one in made.found] == [500, 1500, 2300, 2800]


def test_a_bend_is_told_by_two_wavelengths_and_put_on_the_route():
    """1,200 m from the panel: 1,000 of the first cable, then 3 m of slack: 197 m into duct 2."""
    (fault,) = studied(bend, also=True).faults
    assert (fault.kind, fault.sure) == ("bend", True)
    assert fault.m == pytest.approx(1200, abs=2)
    assert (fault.where.place, fault.where.pathway) == ("B", "Duct 2")
    assert fault.where.past_m == pytest.approx(197, abs=2)
    assert 0.5 < fault.where.plus_minus_m < 4
    steps = [step.m for step in fault.where.steps]
    assert sum(steps[:-1]) == pytest.approx(steps[-1], abs=0.01)


def test_with_one_wavelength_it_is_the_likelier_kind_and_says_so():
    (fault,) = studied(bend).faults
    assert (fault.kind, fault.sure) == ("bend", False)


@pytest.mark.parametrize(
    ("change", "kind", "m"),
    [(joint, "bad joint", 1000), (dirt, "dirty end", 1800), (other_glass, "wrong glass", 1000)],
)
def test_each_fault_by_its_kind(change, kind, m):
    found = {one.kind: one for one in studied(change, also=True).faults}
    assert kind in found
    assert found[kind].m == pytest.approx(m, abs=12)
    assert "bend" not in found


def test_a_break_is_where_the_glass_ends_and_what_lies_beyond_is_missing():
    made = studied(lambda one, nm: broken(one, 500 + 640.0, -20.0))
    (fault,) = made.faults
    assert (fault.kind, fault.where.pathway) == ("break", "Duct 1")
    assert fault.m == pytest.approx(640, abs=2)
    assert {one.why for one in made.missing} == {"the trace ends before it"}


def test_index_and_slack_stretch_the_run_and_it_still_matches():
    def longer(one, nm):
        def at(m):
            return m if m < 501 else 500 + (m - 500) * 1.008

        return replace(
            one, total_m=at(one.total_m),
            stretches=tuple(replace(s, from_m=at(s.from_m), until_m=at(s.until_m))
                            for s in one.stretches),
            spots=tuple(replace(s, m=at(s.m)) for s in one.spots))  # fmt: skip

    made = studied(longer)
    assert [one.verdict for one in made.found] == ["as planned"] * 4
    assert not made.faults


def test_cords_are_found_in_the_trace_where_nobody_gives_them():
    made = studied(plain, launch_m=None, receive_m=None)
    assert made.layout.start_m == pytest.approx(500, abs=2)
    assert made.layout.total_m - made.layout.end_m == pytest.approx(500, abs=4)
    offset = studied(plain, launch_m=500.0, receive_m=None)
    assert len(offset.found) == 4


def test_from_both_ends_the_mean_is_the_true_loss():
    """G.652.D into G.657.A2: one way a gain, back a loss, in the mean 0.05 of splice."""
    glass = {"one": {"glass": "G.652.D"}, "two": {"glass": "G.657.A2"}}
    made, run = judged(**glass)
    there = taken(layout(**glass))
    back = taken(layout(turned=True, **glass), seed=2)
    found = study(made.plant, run, RULES, there, launch_m=500.0, receive_m=500.0, back=back).found
    splice = next(one for one in found if one.planned_m == 1500)
    assert splice.event.loss_db < 0 < splice.back_db
    assert splice.mean_db == pytest.approx(0.05, abs=0.01)
    assert splice.verdict == "as planned"


def test_what_lies_nearer_than_a_pulse_is_one_event():
    assert merged_m(100, 1.468) == pytest.approx(1.2 * 10.2 + 0.5, abs=0.1)
    near = layout(first_m=1000.0, second_m=8.0)
    groups = groups_of(near, 100)
    assert [len(one.spots) for one in groups] == [1, 2, 1]
    assert groups[1].loss_db == pytest.approx(0.35)


def test_settings_say_what_merges_and_keep_ghosts_out():
    _, run = judged(first_m=150.0, second_m=100.0)
    advice = advised(run, 1550.0, RULES)
    assert (advice.pulse_ns, advice.launch_m) == (10, 300)
    assert advice.range_m >= 850
    assert any("never replaces the loss test" in one for one in advice.cautions)
    _, long = judged(first_m=9000.0, second_m=5.0)
    assert any("are one event" in one for one in advised(long, 1550.0, RULES).merged)
