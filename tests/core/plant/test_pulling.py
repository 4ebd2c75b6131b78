"""Tension against the published capstan table and sums worked by hand."""

import math
from dataclasses import replace

import pytest

from passerelle.core.judge.backbone import check_plant
from passerelle.core.plan.backbone import Bend
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.pulling import propose, pull
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
    assert pull(site, one, "b").worst_n == 0


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
    assert found["pull.tension"].do == "Feed it from B: 134 N."
    assert "pull.direction" in found
    fits = plant((FIRST, LAST), (replace(one, type=kind(tension_n=366.0)),))
    assert "pull.tension" not in {a.finding.rule.id for a in check_plant(fits, HouseRules())}


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
