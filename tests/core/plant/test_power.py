"""Voltage worked by hand, classes as published."""

from dataclasses import replace

import pytest

from passerelle.core.plan.backbone import Feed, Place
from passerelle.core.plant.power import awg_area_mm2, load_voltage, loop_ohm, supply
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
