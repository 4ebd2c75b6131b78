"""Fill of known conduits, jam ratio, and where cables lie."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from passerelle.core.judge.backbone import check_plant
from passerelle.core.plan.backbone import Bend, Other
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.raceway import filling, free_bore_mm, lie
from passerelle.core.tables.site import TUBING
from tests.planting import cable, kind, plant, way


def full(inner_mm: float, *sizes: float):
    duct = way("w", "A", "B", inner_mm=inner_mm, bends=(Bend(90.0),))
    cables = tuple(cable(f"C{n}", "A", "B", "w", type=kind(od_mm=s)) for n, s in enumerate(sizes))
    site = plant((duct,), cables)
    return filling(site, duct), {
        a.finding.rule.id: a.finding for a in check_plant(site, HouseRules())
    }


@pytest.mark.parametrize(
    ("trade_size", "sizes", "percent", "limit", "severity"),
    [
        ("EMT 1/2", (11.5,), 53.0, 53, "warn"),  # 132.25 / 249.64
        ("EMT 1/2", (11.6,), 53.9, 53, "warn"),
        ("EMT 1", (10.0, 10.0), 28.3, 31, "warn"),  # 200 / 707.56
        ("EMT 1", (10.6, 10.6), 31.8, 31, "warn"),
        ("EMT 2", (16.6, 16.6, 16.6, 16.6), 40.0, 40, "warn"),  # 1102.24 / 2756.25
        ("EMT 4", (20.0, 20.0, 20.0), 9.9, 40, None),  # 1200 / 12122
    ],
)
def test_fill_of_steel_tubing(trade_size, sizes, percent, limit, severity):
    found, rules = full(TUBING[trade_size], *sizes)
    assert found.percent == pytest.approx(percent, abs=0.06)
    assert found.limit.limit_percent == limit
    assert (rules["route.fill"].rule.severity if "route.fill" in rules else None) == severity


def test_a_tray_and_what_else_lies_in_it():
    tray = way(
        "t",
        "A",
        "B",
        kind="tray",
        width_mm=100.0,
        height_mm=50.0,
        others=(Other("mains", 20.0, 4),),
    )
    # 4 x 314.16 + 78.54 = 1335.2 of 5000 mm2
    found = filling(plant((tray,), (cable("C", "A", "B", "t"),)), tray)
    assert found.percent == pytest.approx(26.7, abs=0.01)


def test_unknown_sizes_stay_unknown():
    duct = way("w", "A", "B", inner_mm=50.0)
    nameless = cable("C", "A", "B", "w", type=None)
    found = filling(plant((duct,), (nameless,)), duct)
    assert (found.percent, found.missing) == (None, "the diameter of “C” is not known")


@pytest.mark.parametrize(
    ("inner", "jams"), [(26.6, False), (26.7, True), (30.4, True), (30.5, False)]
)
def test_jam_ratio_of_three_like_cables(inner, jams):
    found, rules = full(inner, 10.0, 10.0, 10.0)
    assert (found.jams, "route.jam" in rules) == (jams, jams)


@given(st.lists(st.floats(2, 12), min_size=1, max_size=7))
def test_cables_lie_inside_and_on_none_other(sizes):
    placed = [p for p in lie(40.0, tuple(sizes)) if p.fits]
    for at, one in enumerate(placed):
        assert math.hypot(one.x_mm, one.y_mm) + one.od_mm / 2 <= 20.001
        for other in placed[:at]:
            apart = math.hypot(one.x_mm - other.x_mm, one.y_mm - other.y_mm)
            assert apart >= (one.od_mm + other.od_mm) / 2 - 0.001


def test_what_still_passes_beside_a_cable():
    assert free_bore_mm(50.0, (20.0,)) == pytest.approx(30.0, abs=0.01)  # across from it
    assert free_bore_mm(50.0, ()) == pytest.approx(50.0, abs=0.01)


def test_a_second_cable_lies_against_the_first_and_against_the_wall():
    """20 and 8 mm in a bore of 40: the thick one at the bottom, the thin one touches both.

    It is 20 - 4 = 16 mm from the middle and 10 + 4 = 14 mm from the other's centre, which is at
    (0, -10): x² + y² = 256 and x² + (y + 10)² = 196 give y = -8, x = ±√192.
    """
    thick, thin = lie(40.0, (20.0, 8.0))
    assert (thick.x_mm, thick.y_mm) == (0.0, -10.0)
    assert (abs(thin.x_mm), thin.y_mm) == (pytest.approx(192**0.5), pytest.approx(-8.0))


def test_the_third_of_three_like_cables_lies_on_the_other_side():
    """10 mm in 40: 15 mm from the middle, 10 mm apart: y = -11.67, x = ±√(225 - 136.1)."""
    first, second, third = lie(40.0, (10.0, 10.0, 10.0))
    assert (first.x_mm, first.y_mm) == (0.0, -15.0)
    assert second.y_mm == pytest.approx(-35 / 3)
    assert (third.x_mm, third.y_mm) == (pytest.approx(-second.x_mm), pytest.approx(second.y_mm))
    assert abs(second.x_mm) == pytest.approx((225 - (35 / 3) ** 2) ** 0.5)


def test_the_order_given_is_kept_whatever_lies_first():
    thin, thick = lie(40.0, (8.0, 20.0))
    assert (thin.od_mm, thick.od_mm, thick.y_mm) == (8.0, 20.0, -10.0)
