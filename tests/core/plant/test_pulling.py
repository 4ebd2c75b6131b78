"""Tension against the published capstan table and sums worked by hand."""

import math
from dataclasses import replace

import pytest

from passerelle.core.judge.backbone import check_plant
from passerelle.core.plan.backbone import Bend
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.pulling import friction_of, propose, pull
from passerelle.core.words import in_metres
from tests.planting import cable, kind, plant, way


@pytest.mark.parametrize(
    ("friction", "factors"),
    [
        (0.1, (1.08, 1.17, 1.37, 1.87)),
        (0.15, (1.13, 1.27, 1.60, 2.57)),
        (0.25, (1.22, 1.48, 2.19, 4.81)),
        (0.35, (1.32, 1.73, 3.00, 9.02)),
        (0.5, (1.48, 2.19, 4.81, 23.1)),
    ],
)
def test_a_bend_multiplies_the_tension_as_published(friction, factors):
    for angle, factor in zip((45, 90, 180, 360), factors, strict=True):
        duct = way("w", "A", "B", 100, friction=friction, bends=(Bend(angle, 1.0, 100.0),))
        spots = pull(
            plant((duct,), (cable("C", "A", "B", "w"),)), cable("C", "A", "B", "w"), "a"
        ).spots
        straight, bent = spots[-2], spots[-1]
        assert straight.tension_n == pytest.approx(100 * friction)  # 1 N/m
        assert bent.tension_n / straight.tension_n == pytest.approx(factor, rel=0.006)
        assert bent.pressure_n_m == pytest.approx(bent.tension_n / 1.0)


def test_slopes_add_what_they_lift():
    # 100 m rising by 60: sin 0.6, cos 0.8; up 100 (0.6 + 0.35 x 0.8) = 88; down: less than nothing
    duct = way("w", "A", "B", 100, rise_m=60.0, friction=0.35)
    one = cable("C", "A", "B", "w")
    site = plant((duct,), (one,))
    assert pull(site, one, "a").worst_n == pytest.approx(88)
    down = pull(site, one, "b")
    assert (down.worst_n, down.brake_n) == (0, pytest.approx(100 * (0.6 - 0.35 * 0.8)))


FIRST = way("first", "A", "M", 300, friction=0.35)
LAST = way("last", "M", "B", 60, friction=0.35, bends=(Bend(90, 0.3, 30.0), Bend(90, 0.3, 60.0)))


def test_pull_towards_the_straight_run():
    """Bends at the far end multiply all that lies behind them.

    from A: 300 x 0.35 = 105; +30 x 0.35 = 115.5; x 1.733 = 200.2; +10.5 = 210.7; x 1.733 = 365.1
    from B: bend of nothing; 10.5; x 1.733 = 18.2; +10.5 = 28.7; +105 = 133.7
    """
    one = cable("C", "A", "B", "first", "last", type=kind(tension_n=300.0))
    site = plant((FIRST, LAST), (one,))
    factor = math.exp(0.35 * math.pi / 2)
    assert pull(site, one, "a").worst_n == pytest.approx((115.5 * factor + 10.5) * factor)
    assert pull(site, one, "b").worst_n == pytest.approx(10.5 * factor + 10.5 + 105)
    best = propose(site, one)
    assert (best.feed, best.points, best.fits) == ("b", (), True)
    found = {a.finding.rule.id: a.finding for a in check_plant(site, HouseRules())}
    assert "365 N" in found["pull.tension"].message and "300 N" in found["pull.tension"].message
    assert in_metres(found["pull.tension"].do) == "Feed it from B: 134 N."
    assert "pull.direction" in found
    fits = plant((FIRST, LAST), (replace(one, type=kind(tension_n=366.0)),))
    assert "pull.tension" not in {a.finding.rule.id for a in check_plant(fits, HouseRules())}


def rules_of(site):
    return {a.finding.rule.id: a.finding for a in check_plant(site, HouseRules())}


@pytest.mark.parametrize(
    ("kg_km", "hangs", "severity"),
    # 60 m up: 105 kg/km hang with 61.8 N, 2000 with 1177 N; 30 % of 2670 N is 801
    [(105.0, 61.8, "note"), (1361.0, 800.8, "note"), (1362.0, 801.4, "warn"),
     (2000.0, 1176.8, "warn")],
)  # fmt: skip
def test_a_cable_in_a_riser_hangs_on_its_brake_and_then_on_itself(kg_km, hangs, severity):
    riser = way("r", "A", "B", 60, kind="riser", rise_m=60.0)
    made = kind(mass_kg_km=kg_km, tension_n=2670.0)
    for feed in ("a", "b"):  # no end is the better one
        one = cable("C", "A", "B", "r", type=made, feed=feed)
        site = plant((riser,), (one,))
        assert pull(site, one, feed).hardest_n == pytest.approx(hangs, abs=0.05)
        found = rules_of(site)
        assert found["pull.hanging"].rule.severity == severity
        assert "pull.direction" not in found
    flat = plant((way("r", "A", "B", 60),), (cable("C", "A", "B", "r", type=made),))
    assert "pull.hanging" not in rules_of(flat)
    low = plant((way("r", "A", "B", 9, kind="riser", rise_m=9.0),),
                (cable("C", "A", "B", "r", type=made),))  # fmt: skip
    assert "pull.hanging" not in rules_of(low)


def test_bends_hold_some_of_what_hangs():
    """60 N hang below a bend of 90 degrees: e^(-0.35 pi/2) of it, 34.6 N, at the brake."""
    across = way("in", "A", "M", 1, friction=0.35, bends=(Bend(90.0, 1.0, 1.0),))
    down = way("down", "M", "B", 60, kind="riser", rise_m=-60.0)
    one = cable("C", "A", "B", "in", "down")
    held = pull(plant((across, down), (one,)), one, "a")
    assert held.brake_n == pytest.approx(60 * math.exp(-0.35 * math.pi / 2) - 0.35, abs=0.01)


def test_the_brake_of_the_reel_is_multiplied_by_the_bends():
    """100 N, two bends of 90 degrees at 0.35 near the feed: x 3.003."""
    bent = way("w", "A", "B", 0.01, friction=0.35, bends=(Bend(90.0, 1.0, 0.0),) * 2)
    one = cable("C", "A", "B", "w", feed_n=100.0)
    assert pull(plant((bent,), (one,)), one, "a").worst_n == pytest.approx(300.3, abs=0.1)
    assert pull(plant((bent,), (one,)), replace(one, feed_n=None), "a").worst_n < 0.1


@pytest.mark.parametrize(
    ("rated_n", "said"),
    [(2670.0, False), (1200.0, True), (500.0, True), (100.0, True), (1461.0, False)],
)
def test_the_easier_end_is_said_where_it_matters(rated_n, said):
    """365 N from A, 134 from B: over a quarter of 1200, under one of 1461 and of 2670."""
    one = cable("C", "A", "B", "first", "last", type=kind(tension_n=rated_n))
    assert ("pull.direction" in rules_of(plant((FIRST, LAST), (one,)))) is said


def test_lubricant_makes_no_measured_friction_worse():
    for entered, dry, wet in ((0.15, 0.15, 0.15), (0.30, 0.30, 0.25), (None, 0.35, 0.25)):
        duct = way("w", "A", "B", 100, friction=entered)
        plain = cable("C", "A", "B", "w")
        assert friction_of(duct, plain) == dry
        assert friction_of(duct, replace(plain, lubricated=True)) == wet


def test_a_pull_point_where_no_feed_end_is_enough():
    # rated 110 N: 133.7 from B is too much; out at M, both parts keep under it
    one = cable("C", "A", "B", "first", "last", type=kind(tension_n=110.0))
    best = propose(plant((FIRST, LAST), (one,)), one)
    assert (best.points, best.fits) == (("M",), True)
    assert best.worst_n == pytest.approx(105)


def test_what_is_laid_is_not_pulled():
    tray = way("tray", "M", "B", 500, kind="tray")
    one = cable("C", "A", "B", "first", "tray")
    made = pull(plant((FIRST, tray), (one,)), one, "a")
    assert (made.worst_n, made.spots[-1].tension_n) == (pytest.approx(105), 0)


@pytest.mark.parametrize(
    ("radius_m", "kind_of_way", "expected"),
    [(0.19, "duct", True), (0.20, "duct", False), (0.11, "tray", False), (0.09, "tray", True)],
)
def test_bend_radius_under_tension_and_at_rest(radius_m, kind_of_way, expected):
    """200 mm under tension, 100 mm at rest."""
    bent = way("w", "A", "B", 50, kind=kind_of_way, bends=(Bend(90, radius_m),))
    found = check_plant(plant((bent,), (cable("C", "A", "B", "w"),)), HouseRules())
    assert ("pull.bend" in {a.finding.rule.id for a in found}) is expected


@pytest.mark.parametrize(("bends", "expected"), [((90,) * 4, False), ((90,) * 4 + (1,), True)])
def test_360_degrees_between_pull_points(bends, expected):
    bent = way("w", "A", "B", 50, bends=tuple(Bend(angle, 1.0) for angle in bends))
    found = check_plant(plant((bent,), (cable("C", "A", "B", "w"),)), HouseRules())
    assert ("pull.turns" in {a.finding.rule.id for a in found}) is expected
