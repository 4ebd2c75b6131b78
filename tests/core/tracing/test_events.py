"""Events found in samples: where they are, what they lose, and nothing where nothing is."""

from dataclasses import replace

import pytest

from passerelle.core.tracing.events import analysed
from passerelle.core.tracing.layout import Spot
from passerelle.core.tracing.predict import Settings, predict

from .laying import layout

ONE = layout()


def seen(one, pulse=30.0, averages=30_000.0, seed=1):
    trace = predict(one, Settings(pulse, averages, seed=seed))
    return analysed(trace.level_db, trace.spacing_m, pulse, trace.index, one.backscatter_db)


@pytest.mark.parametrize("pulse", [10.0, 30.0, 100.0])
@pytest.mark.parametrize("seed", [1, 2, 3])
def test_joints_are_found_where_they_are_with_their_loss(pulse, seed):
    found = seen(ONE, pulse, seed=seed)
    events = [one for one in found.events if one.m > 50]
    assert [one.kind for one in events] == ["reflective", "loss", "reflective", "end"]
    for event, m in zip(events, (500, 1500, 2300, 2800), strict=True):
        assert event.m == pytest.approx(m, abs=max(2.0, pulse / 15))
    assert [one.loss_db for one in events[:3]] == pytest.approx([0.30, 0.05, 0.30], abs=0.015)
    assert events[0].reflectance_db == pytest.approx(-50, abs=0.5)
    assert found.end_m == pytest.approx(2800, abs=2)


def test_slopes_are_those_of_the_glass():
    slopes = [one.slope_db_km for one in seen(ONE).events if one.m > 600]
    assert slopes == pytest.approx([0.21, 0.21, 0.21], abs=0.02)


def test_glass_alone_shows_nothing_but_its_ends():
    bare = replace(ONE, spots=tuple(s for s in ONE.spots if s.kind in ("port", "end")))
    for seed in range(20):
        assert [one.kind for one in seen(bare, seed=seed).events if one.m > 50] == ["end"]


@pytest.mark.parametrize("loss", [0.1, 0.3, 1.0])
def test_a_step_of_any_size_is_measured(loss):
    bent = replace(ONE, spots=tuple(sorted(
        (*ONE.spots, Spot(1900.0, "part", loss, None, (), "bend", None)), key=lambda s: s.m
    )))  # fmt: skip
    (one,) = [e for e in seen(bent).events if 1800 < e.m < 2000]
    assert (one.kind, one.loss_db) == ("loss", pytest.approx(loss, abs=0.02))


def test_a_dark_end_without_a_reflection_is_found_too():
    dark = replace(ONE, spots=(*ONE.spots[:-1], replace(ONE.spots[-1], reflectance_db=None)))
    assert seen(dark).end_m == pytest.approx(2800, abs=8)


def test_a_trace_that_ends_before_the_glass_has_no_end():
    trace = predict(ONE, Settings(30, 30_000, seed=1, range_m=2000.0))
    found = analysed(trace.level_db, trace.spacing_m, 30, trace.index, ONE.backscatter_db)
    assert found.end_m is None
    assert [round(e.m, -1) for e in found.events if e.m > 50] == [500, 1500]


def test_too_few_samples_say_nothing():
    assert analysed(predict(ONE, Settings(30)).level_db[:30], 0.25, 30, 1.468).events == ()
