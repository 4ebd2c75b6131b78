"""Voltage worked by hand, classes as published."""

from dataclasses import replace

import pytest

from passerelle.core.judge.backbone import _power
from passerelle.core.plan.backbone import Feed, Place
from passerelle.core.plan.beside import CopperEnd, CopperRun
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.plant.power import (
    awg_area_mm2,
    feed_length_m,
    load_voltage,
    loop_ohm,
    supply,
)
from tests.planting import plant

FAR = Feed(
    "amp",
    "X",
    "composite",
    60.0,
    length_m=178.5,
    source_v=54.0,
    least_v=44.0,
    area_mm2=0.75,
    copper_c=20.0,
)
SITE = replace(plant(), places={"X": Place("X", power="none"), "Y": Place("Y", power="mains")})


def test_wire_sizes_as_published():
    assert [round(awg_area_mm2(n), 2) for n in (12, 14, 18, 24)] == [3.31, 2.08, 0.82, 0.2]


def test_voltage_at_a_constant_load_by_hand():
    """R = 2 x 178.5 x 0.017241 / 0.75 = 8.207 Ω; V = (54 + √(2916 − 1969.6)) / 2 = 42.38 V."""
    assert loop_ohm(178.5, 0.75, 20) == pytest.approx(8.2067, abs=1e-3)
    assert load_voltage(54, 60, 8.2067) == pytest.approx(42.38, abs=0.01)
    assert supply(SITE, FAR).verdict == "fails"
    assert supply(SITE, replace(FAR, least_v=42.3)).verdict == "works"
    # 50 K warmer copper: 1 + 0.00393 x 50 = 1.1965 times the resistance
    assert loop_ohm(178.5, 0.75, 70) == pytest.approx(8.2067 * 1.1965, abs=1e-3)


def test_a_line_that_cannot_carry_the_load_says_what_it_can():
    told = supply(SITE, replace(FAR, load_w=100.0))  # 2916 / 4 / 8.207 = 88.8 W
    assert (told.verdict, told.device_v) == ("fails", None)
    assert "89 W at most" in told.said


def test_missing_figures_are_unknown():
    told = supply(SITE, replace(FAR, area_mm2=None))
    assert (told.verdict, told.said) == ("unknown", "Not known: conductor size.")


@pytest.mark.parametrize(
    ("length_m", "load_w", "power_class", "verdict"),
    [(100.0, 25.5, "4", "works"), (100.0, 25.6, "4", "fails"), (100.1, 5.0, "4", "fails"),
     (50.0, 71.3, None, "works"), (50.0, 71.4, None, "fails"), (50.0, 51.0, "6", "works")],
)  # fmt: skip
def test_power_over_a_pair(length_m, load_w, power_class, verdict):
    feed = Feed("cam", "X", "pair", load_w, length_m=length_m, power_class=power_class)
    assert supply(SITE, feed).verdict == verdict


def test_mains_are_what_the_survey_says():
    assert [supply(SITE, Feed("s", p, "mains", 10.0)).verdict for p in ("X", "Y")] == [
        "fails",
        "works",
    ]


def test_the_usual_load_and_the_peak_of_a_device_are_judged_apart():
    """54 V over 100 m of 1.5 mm², 20 °C: R = 200 x 0.01724 / 1.5 = 2.299 Ω. 20 W: 53.1 V; 100 W
    leave (54 + √(2916 − 919.5)) / 2 = 49.34 V."""
    device = Device("amp", (PortGroup("jack", None),), draw_w=20.0, draw_peak_w=100.0)
    feed = Feed("f", "B", "composite", device="amp", length_m=100.0, source_v=54.0, least_v=50.0,
                area_mm2=1.5)  # fmt: skip
    site = plant(devices={"amp": device}, feeds={"f": feed})
    usual, peak = supply(site, feed), supply(site, feed, at_peak=True)
    assert (usual.verdict, peak.verdict) == ("works", "fails")
    assert peak.device_v == pytest.approx(49.34, abs=0.02)
    told = [(one.finding.rule.id, one.finding.rule.severity) for one in _power(site)]
    assert told == [("power.drop", "warn")]


def test_what_nobody_knows_of_a_load_is_unknown():
    feed = Feed("f", "B", "composite", length_m=100.0, source_v=54.0, least_v=44.0, area_mm2=1.5)
    made = supply(plant(feeds={"f": feed}), feed)
    assert made.verdict == "unknown"
    assert "type plate" in made.said


def test_a_battery_lasts_its_energy_over_the_load():
    """1200 Wh at 24 W: 50 h."""
    feed = Feed("f", "B", "local", load_w=24.0, battery_wh=1200.0)
    made = supply(plant(), feed)
    assert (made.verdict, made.margin, made.unit) == ("works", pytest.approx(50.0), "h")
    assert supply(plant(), Feed("f", "B", "local", load_w=24.0)).verdict == "unknown"


@pytest.mark.parametrize(("cords_m", "verdict"), [(4.0, "works"), (6.0, "fails"), (None, "works")])
def test_a_pair_is_as_long_as_its_run_with_its_cords(cords_m, verdict):
    """96 m and cords: 100 m are the most."""
    run = CopperRun("r", "A", "B", "1000BASE-T, Cat 5e", 1.0, 96.0, cords_m=cords_m)
    feed = Feed("f", "B", "pair", load_w=8.0, run="r", power_class="4")
    assert supply(plant(copper={"r": run}), feed).verdict == verdict
    assert feed_length_m(plant(copper={"r": run}), feed) == 96.0 + (cords_m or 0.0)
    own = Feed("f", "B", "pair", load_w=8.0, run="r", cords_m=5.0, power_class="4")
    assert supply(plant(copper={"r": run}), own).verdict == "fails"  # its own word goes first


def test_the_class_of_a_pair_is_that_of_the_jack_that_feeds_it():
    """Class 3 leaves 13 W of the 20; a class that stands with the feed itself goes first."""
    device = Device("s", (PortGroup("j", None, 4, powered=True, power_class="3"),))
    run = CopperRun("r", "A", "B", "1000BASE-T, Cat 5e", 1.0, 50.0, end_a=CopperEnd("s"),
                    powered_from="a")  # fmt: skip
    site = plant(devices={"s": device}, copper={"r": run})
    feed = Feed("f", "B", "pair", load_w=20.0, run="r")
    assert (supply(site, feed).verdict, supply(site, feed).margin) == ("fails", -7.0)
    assert supply(site, replace(feed, power_class="4")).verdict == "works"
    unsaid = plant(devices={"s": device}, copper={"r": replace(run, powered_from=None)})
    assert "Needs class 4" in supply(unsaid, feed).said
