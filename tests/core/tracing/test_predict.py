"""The predicted trace against figures worked by hand: heights, dead zones, gainers, ghosts."""

from dataclasses import replace

import numpy as np
import pytest

from passerelle.core.tables.traces import pulse_m
from passerelle.core.tracing.layout import broken
from passerelle.core.tracing.predict import (
    Settings,
    dead_zone_m,
    ghosts,
    height_db,
    predict,
    reflectance_db,
)

from .laying import layout


@pytest.mark.parametrize(
    ("backscatter", "pulse", "height", "reflectance"),
    [(-80, 10, 5, -60.5), (-80, 10, 10, -50.0), (-80, 10, 20, -30.0), (-79, 10, 12.0, -45)],
)
def test_reflectance_and_height(backscatter, pulse, height, reflectance):
    assert height_db(reflectance, backscatter, pulse) == pytest.approx(height, abs=0.05)
    assert reflectance_db(height, backscatter, pulse) == pytest.approx(reflectance, abs=0.1)
    assert reflectance_db(0.0, backscatter, pulse) is None


@pytest.mark.parametrize(
    ("pulse", "metres"), [(3, 0.3), (10, 1.0), (30, 3.1), (100, 10.2), (1000, 102)]
)
def test_a_pulse_in_glass(pulse, metres):
    assert pulse_m(pulse, 1.468) == pytest.approx(metres, rel=0.03)


@pytest.mark.parametrize(("pulse", "least", "most"), [(3, 1.5, 5), (10, 3, 5), (100, 20, 30)])
def test_a_pair_of_minus_45_hides_what_lies_behind_it(pulse, least, most):
    assert least <= dead_zone_m(-45, -79, pulse, 1.468) <= most


def level(trace, m):
    return float(trace.level_db[int(m / trace.spacing_m)])


def test_levels_between_joints_follow_glass_and_joints():
    """1550 nm: 0.21 dB/km, 0.30 a connection, 0.05 the splice; half as steep a step after it."""
    trace = predict(layout(), Settings(30))
    start = level(trace, 400)
    assert start - level(trace, 1400) == pytest.approx(1.0 * 0.21 + 0.30, abs=0.01)
    assert start - level(trace, 2200) == pytest.approx(1.8 * 0.21 + 0.35, abs=0.01)


def test_a_step_takes_the_length_of_a_pulse():
    """The splice stands at 500 + 1000 m; of 300 ns, 30.6 m, half is passed at the middle."""
    trace = predict(layout(), Settings(300, spacing_m=0.5))
    drop = [level(trace, 1500 + m) for m in (-2, 15.3, 33)]
    slope = 0.21 / 1000
    whole = drop[0] - drop[2] - 35 * slope
    half = drop[0] - drop[1] - 17.3 * slope
    assert whole == pytest.approx(0.05, abs=0.003)
    assert half / whole == pytest.approx(0.5, abs=0.1)


@pytest.mark.parametrize(("turned", "apparent"), [(False, -0.243), (True, 0.343)])
def test_a_gainer_and_its_other_side(turned, apparent):
    """9.2 into 8.6 µm at 1310: 10 log(8.6/9.2) = -0.293 beside a splice of 0.05."""
    one = layout(1310.0, turned=turned, one={"glass": "G.652.D"}, two={"glass": "G.657.A2"})
    trace = predict(one, Settings(10, spacing_m=0.2))
    at = 500 + (800 if turned else 1000)
    slopes = {s.until_m: s.db_per_km for s in one.stretches}
    before, after = level(trace, at - 20), level(trace, at + 20)
    glass = 0.04 * sum(slopes.values()) / len(slopes)
    assert before - after - glass == pytest.approx(apparent, abs=0.01)


def test_ghosts_of_a_launch_shorter_than_the_plant_stand_inside_it():
    """Launch 100, plant 150: the near panel's ghost at 200 m; 150 and 100: at 300, past 250."""
    inside = layout(launch=100.0, receive=100.0, first_m=100.0, second_m=50.0)
    outside = layout(launch=150.0, receive=0.0, first_m=60.0, second_m=40.0)
    assert 200.0 in [round(m, 6) for m, near, _ in ghosts(inside, -200) if near.kind == "port"]
    found = [m for m, near, far in ghosts(outside, -200) if far.kind == "connection"
             and near.kind == "port" and far.m == 150.0]  # fmt: skip
    assert found == [300.0]
    assert outside.total_m == 250.0


def test_an_open_flat_end_stands_high_and_an_angled_one_hardly():
    flat = layout()
    angled = replace(flat, spots=(*flat.spots[:-1], replace(flat.spots[-1], reflectance_db=-70.0)))
    tops = []
    for one in (flat, angled):
        trace = predict(one, Settings(30))
        tops.append(float(np.max(trace.level_db[int(2790 / trace.spacing_m) :])))
    assert tops[0] > 10
    assert tops[1] < 1


def test_more_averages_and_longer_pulses_lower_the_noise():
    """Four times the averages 1.5 dB, ten times the pulse 5 dB."""
    noise = {
        key: predict(layout(), Settings(*key)).noise_db
        for key in ((10, 1000), (10, 4000), (100, 1000))
    }
    assert noise[10, 1000] - noise[10, 4000] == pytest.approx(1.5, abs=0.01)
    assert noise[10, 1000] - noise[100, 1000] == pytest.approx(5.0)


def test_a_seed_draws_the_same_noise_and_none_draws_none():
    one, two = (predict(layout(), Settings(30, seed=5)).level_db for _ in range(2))
    assert np.array_equal(one, two)
    assert not np.array_equal(one, predict(layout(), Settings(30)).level_db)


def test_a_break_ends_the_run_there():
    cut = broken(layout(), 1200.0, None)
    trace = predict(cut, Settings(30, range_m=2500))
    assert level(trace, 1190) > -2
    assert level(trace, 1260) < -10
