"""Power at the far end of a need, worked from the published figures."""

import math

import pytest

from passerelle.core.choice.need import SiteNeed, check_need
from passerelle.core.choice.powering import powerings
from passerelle.core.choice.prices import PriceBook
from passerelle.core.choice.world import World
from passerelle.core.plan.backbone import Place
from passerelle.core.plant.power import awg_area_mm2, awg_of
from passerelle.core.remedies.proposal import NeedError
from passerelle.core.words import in_metres
from tests.planting import plant

PRICES = {
    "twisted pair Cat 6A": 1.0, "injector": 40.0, "conductors": 2.0, "power supply": 100.0,
    "battery": 300.0,
}  # fmt: skip
BOOK = PriceBook(prices=PRICES, minutes={}, per_hour=60.0)


def ways(far_m=90.0, usual=12.0, peak=None, *, power=None, outdoors=False):
    subject = plant()
    subject.places["B"] = Place("B", power=power)
    need = SiteNeed("A", "B", far_m, 1.0, draw_w=usual, draw_peak_w=peak)
    found = powerings(need, World(plant=subject, book=BOOK), outdoors=outdoors)
    return {one.way: one for one in found}


def test_nothing_is_said_where_nobody_asked():
    assert powerings(SiteNeed("A", "B", 90.0, 1.0), World(), outdoors=False) == ()


@pytest.mark.parametrize(
    ("power", "verdict"), [("mains", "works"), (None, "unknown"), ("none", "fails")]
)
def test_mains_as_the_survey_has_it(power, verdict):
    assert ways(power=power)["mains"].verdict == verdict


@pytest.mark.parametrize(
    ("far_m", "usual", "peak", "verdict"),
    [
        (94.0, 12.0, None, "works"),  # 94 + 6 of slack: 100 m, the most
        (94.1, 12.0, None, "fails"),
        (50.0, 71.3, None, "works"),  # class 8 leaves 71.3 W
        (50.0, 12.0, 71.4, "fails"),  # at its peak more than any class leaves
    ],
)
def test_a_powered_pair_by_length_and_class(far_m, usual, peak, verdict):
    assert ways(far_m, usual, peak)["pair"].verdict == verdict


def needed_mm2(far_m, watts):
    """The least cross-section by hand: V(least) = 40.5 of 48 V, copper at 40 degrees C.

    P = (V0 - V) V / R, R = 2 L rho / A.
    """
    rho = 0.017241 * (1 + 0.00393 * 20)
    ohm = (48.0 - 40.5) * 40.5 / watts
    return 2 * (far_m + 6) * rho / ohm


@pytest.mark.parametrize(
    ("far_m", "watts", "area"),
    [(300.0, 20.0, 0.75), (304.0, 20.0, 1.0), (294.0, 10.0, 0.5), (400.0, 60.0, 4.0)],
)
def test_the_thinnest_conductor_that_leaves_enough(far_m, watts, area):
    """20 W over 306 m need 0.7493 mm2, over 310 m 0.7591: 0.75 is taken, and then 1.0."""
    sizes = (0.5, 0.75, 1.0, 1.5, 2.5, 4.0, 6.0)
    assert area == min(size for size in sizes if size >= needed_mm2(far_m, watts))
    found = ways(far_m, watts)["composite"]
    assert found.verdict == "unknown"  # what voltage the device needs, nobody said
    assert found.said.startswith(f"{area:g} mm²")
    assert found.total == pytest.approx((far_m + 6) * area * 2.0 + 100.0)


def test_no_conductor_of_the_list_carries_it():
    assert needed_mm2(2000.0, 60.0) > 6
    assert ways(2000.0, 60.0)["composite"].verdict == "fails"


def test_the_peak_decides_the_conductor():
    assert ways(304.0, 5.0, 20.0)["composite"].said.startswith("1 mm²")


def test_a_battery_is_never_said_to_do():
    """12 W for 24 h are 288 Wh."""
    found = ways()["local"]
    assert found.verdict == "unknown"
    assert "288 Wh" in found.said


def test_copper_between_buildings_says_surge_and_bonding():
    assert "bonding" in ways(outdoors=True)["pair"].said
    assert "bonding" not in ways()["pair"].said
    assert "bonding" not in ways(200.0, outdoors=True)["pair"].said  # it does not do at all


def test_ways_without_a_price_stand_after_those_with_one():
    bare = PriceBook(prices={}, minutes={}, per_hour=60.0)
    need = SiteNeed("A", "B", 90.0, 1.0, draw_w=12.0)
    found = powerings(need, World(plant=plant(), book=bare), outdoors=False)
    assert [(one.way, one.total) for one in found if one.verdict == "unknown"] == [
        ("mains", 0.0), ("composite", None), ("local", None),
    ]  # fmt: skip


def test_what_works_comes_first_and_then_the_cheapest():
    """Pair: 96 m and an injector, 136; conductors: 0.5 mm2 of 96 m and a supply, 196."""
    order = [(way, one.total) for way, one in ways(power="mains").items()]
    assert order[:3] == [("mains", 0.0), ("pair", 136.0), ("composite", 196.0)]
    assert order[3][0] == "local"


@pytest.mark.parametrize(
    ("area", "gauge"), [(0.5, "AWG 20"), (0.75, "AWG 18"), (1.5, "AWG 15"), (2.5, "AWG 13")]
)
def test_the_american_gauge_with_at_least_the_same_copper(area, gauge):
    """ASTM B258: AWG 20 is 0.518 mm2, AWG 18 0.823, AWG 15 1.65, AWG 13 2.62."""
    number = int(gauge.split()[1])
    assert awg_of(area) == gauge
    assert awg_area_mm2(number) >= area * 0.98 > awg_area_mm2(number + 1)
    assert math.isclose(awg_area_mm2(20), 0.518, abs_tol=0.001)


@pytest.mark.parametrize(
    ("usual", "peak", "field"),
    [
        (0.0, None, "draw_w"),
        (1001.0, None, "draw_w"),
        (10.0, 9.0, "draw_peak_w"),
        (None, 9.0, "draw_w"),
    ],
)
def test_a_draw_that_makes_no_sense(usual, peak, field):
    with pytest.raises(NeedError) as refused:
        check_need(SiteNeed("A", "B", 50.0, 1.0, draw_w=usual, draw_peak_w=peak))
    assert refused.value.path == field


def test_lengths_are_said_in_the_units_of_the_screen():
    assert "96 m" in in_metres(ways()["composite"].said)
