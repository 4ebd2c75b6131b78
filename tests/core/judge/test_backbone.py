"""Power and reels as findings: which rule, how grave, and the near miss of each."""

from dataclasses import replace

import pytest

from passerelle.core.judge.backbone import check_plant
from passerelle.core.plan.backbone import Feed, Place, Reel
from passerelle.core.plan.house_rules import HouseRules
from tests.planting import cable, plant, way

FEED = Feed("amp", "X", "composite", 60.0, length_m=178.5, source_v=54.0, area_mm2=0.75,
            copper_c=20.0, least_v=40.0)  # fmt: skip
"""42.38 V arrive: worked in the test of power."""


def rules(feed, power="none"):
    site = replace(plant(), places={"X": Place("X", power=power)}, feeds={"amp": feed})
    found = check_plant(site, HouseRules())
    return {one.finding.rule.id: one.finding.rule.severity for one in found}


@pytest.mark.parametrize(
    ("least_v", "found"),
    [
        (40.0, {}),
        (40.38, {}),
        (40.39, {"power.drop": "warn"}),
        (42.37, {"power.drop": "warn"}),
        (42.39, {"power.drop": "stop"}),
    ],
)
def test_less_than_two_volts_to_spare_is_near(least_v, found):
    assert rules(replace(FEED, least_v=least_v)) == found


@pytest.mark.parametrize(
    ("feed", "found"),
    [
        (replace(FEED, source_v=None), "power.unknown"),
        (Feed("amp", "X", "pair", 10.0, length_m=100.5), "power.poe-distance"),
        (Feed("amp", "X", "pair", 10.0), "power.unknown"),
        (Feed("amp", "X", "pair", 30.0, length_m=50.0, power_class="4"), "power.load"),
        (Feed("amp", "X", "pair", 80.0, length_m=50.0), "power.load"),
        (Feed("amp", "X", "mains", 10.0), "power.unknown"),
    ],
)
def test_each_way_of_feeding_has_its_rule(feed, found):
    assert set(rules(feed)) == {found}


def test_mains_that_nobody_recorded_are_not_taken_for_granted():
    assert rules(Feed("amp", "X", "mains", 10.0), power=None) != {}
    assert rules(Feed("amp", "X", "mains", 10.0), power="mains") == {}


def test_a_reel_that_is_too_short_says_how_long_the_longest_is():
    one = cable("C", "A", "B", "w", length_m=500.0)
    site = plant((way("w", "A", "B", 400),), (one,), reels={"R": Reel("R", "test cable", 450.0)})
    (found,) = [a for a in check_plant(site, HouseRules()) if a.finding.rule.id == "reel.short"]
    assert found.finding.message == (
        "C takes 500 m; the longest end of its kind that is left has 450 m."
    )
    enough = replace(site, reels={"R": Reel("R", "test cable", 500.0)})
    assert "reel.short" not in {a.finding.rule.id for a in check_plant(enough, HouseRules())}


def test_the_gravest_stands_first():
    feeds = {"a": replace(FEED, name="a", least_v=41.0), "b": replace(FEED, name="b", least_v=50.0)}
    site = replace(plant(), places={"X": Place("X")}, feeds=feeds)
    assert [one.name for one in check_plant(site, HouseRules())] == ["b", "a"]
