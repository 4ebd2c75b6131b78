"""Copper by one rule: the length that is laid, in options, in findings and in the list of runs."""

import pytest

from passerelle.core.choice.copper import copper_for
from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.world import World
from passerelle.core.judge.backbone import check_plant
from passerelle.core.plan.backbone import Feed
from passerelle.core.plan.beside import CopperRun
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.copper import (
    as_long_as_m,
    carried,
    laid_m,
    leaves,
    run_too_far,
    too_far,
)
from passerelle.core.plant.power import supply
from passerelle.core.tables.copper import copper_row
from passerelle.core.words import in_metres
from tests.planting import cable, kind, plant, way

PAIR = copper_row("10GBASE-T, Cat 6A", 10.0)
TWIN = copper_row("direct-attach copper", 10.0)
DUCT, TRAY = way("d", "A", "B"), way("t", "A", "C", kind="tray")


def run(length_m, b="C", what="10GBASE-T, Cat 6A"):
    return CopperRun("R", "A", b, what, 10.0, length_m)


def rules_of(site):
    return {a.finding.rule.id: a for a in check_plant(site, HouseRules())}


@pytest.mark.parametrize(("row", "far_m", "laid"), [(PAIR, 94.0, 100.0), (TWIN, 7.0, 7.0)])
def test_a_pair_is_laid_with_slack_and_a_finished_cable_as_it_is_sold(row, far_m, laid):
    assert laid_m(row, far_m) == laid
    assert too_far(row, laid) is None
    assert in_metres(too_far(row, laid + 0.5)).endswith("m is its reach")


@pytest.mark.parametrize(("far_m", "offered"), [(94.0, True), (94.5, False)])
def test_options_and_findings_agree_on_the_same_run(far_m, offered):
    (found,) = [c for c in copper_for(SiteNeed("A", "C", far_m, 10.0), World(), False)
                if c.label == "10GBASE-T, Cat 6A"]  # fmt: skip
    assert (found.reason is None) is offered
    site = plant((TRAY,), copper={"R": run(found.lengths_m[0])})
    assert ("copper.too-long" not in rules_of(site)) is offered


def test_a_finished_cable_reaches_the_next_rack_by_its_length_alone():
    near, far = (
        next(c for c in copper_for(SiteNeed("A", "B", m, 10.0), World(), False) if c.row is TWIN)
        for m in (6.5, 7.5)
    )
    assert (near.reason, far.reason is None) == (None, False)


@pytest.mark.parametrize(
    ("b", "outdoors", "severity"), [("B", True, "warn"), ("C", False, None), ("D", None, "note")]
)
def test_copper_that_leaves_the_building_warns_and_what_is_not_recorded_says_so(
    b, outdoors, severity
):
    site = plant((DUCT, TRAY, way("e", "D", "E")), copper={"R": run(50.0, b)})
    assert leaves(site, run(50.0, b)) is outdoors
    found = rules_of(site).get("copper.outdoors")
    assert (found.finding.rule.severity if found else None) == severity


@pytest.mark.parametrize(
    ("made", "verdict"),
    [
        ({"conductors": True, "metallic": True}, "works"),
        ({"metallic": True}, "fails"),
        ({}, "fails"),
    ],
)
def test_a_device_is_fed_over_a_cable_that_has_copper_in_it(made, verdict):
    lies = cable("C", "A", "B", "d", type=kind(**made))
    feed = Feed("lamp", "B", "composite", 10.0, cable="C", source_v=48.0, least_v=40.0,
                area_mm2=1.5)  # fmt: skip
    site = plant((DUCT,), (lies,), feeds={"lamp": feed})
    assert supply(site, feed).verdict == verdict
    assert ("power.no-copper" in rules_of(site)) is (verdict == "fails")


@pytest.mark.parametrize(
    ("grade", "length_m", "certain", "test_first"),
    [
        ("Cat 5e", 90.0, {0.1, 1.0, 2.5}, {5.0}),  # 5 Gb/s on Cat 5e: TSB-5021, to be tested
        ("Cat 5e", 104.0, set(), {0.1, 1.0, 2.5, 5.0}),  # within a tenth of 100 m
        ("Cat 5e", 111.0, set(), set()),
        ("Cat 6", 37.0, {0.1, 1.0, 2.5, 5.0, 10.0}, set()),  # TSB-155: 37 m are sure
        ("Cat 6", 50.0, {0.1, 1.0, 2.5, 5.0}, {10.0}),
        ("Cat 6", 61.0, {0.1, 1.0, 2.5, 5.0}, set()),  # over 55 m and a tenth
        ("Cat 6A", 100.0, {0.1, 1.0, 2.5, 5.0, 10.0}, set()),
        ("Cat 8", 30.0, {0.1, 1.0, 2.5, 5.0, 10.0, 25.0, 40.0}, set()),
        ("Cat 8", 60.0, {0.1, 1.0, 2.5, 5.0, 10.0}, set()),
    ],
)
def test_what_a_category_carries_over_a_length(grade, length_m, certain, test_first):
    found = list(carried(grade, length_m, existing=True))
    assert {one.rate_gbps for one in found if one.how == "certain"} == certain
    assert {one.rate_gbps for one in found if one.how == "test first"} == test_first


def test_what_is_still_to_be_laid_is_never_planned_beyond_its_length():
    """104 m are over 100: of a run that is there a test would tell, of a new one nothing."""
    assert {one.how for one in carried("Cat 5e", 104.0, existing=False)} == {"no"}
    near = {one.rate_gbps: one.how for one in carried("Cat 6", 50.0, existing=False)}
    assert (near[10.0], near[1.0]) == ("test first", "certain")


def faults(**run):
    """The findings of a run of 1000BASE-T from A to B through a duct and a hall."""
    ways = (way("hall", "A", "M", kind="tray"), way("duct", "M", "B"))
    usual = {"b": "B", "length_m": 90.0, "sheath": "outdoor, filled"}
    made = CopperRun("r", "A", what="1000BASE-T, Cat 5e", rate_gbps=1.0, **usual | run)
    about = check_plant(plant(ways, copper={"r": made}), HouseRules())
    return {
        one.finding.rule.id: one.finding.rule.severity
        for one in about
        if one.finding.rule.id != "copper.outdoors"
    }


@pytest.mark.parametrize(
    ("run", "expected"),
    [
        ({}, {}),
        ({"length_m": 96.0, "cords_m": 4.0}, {}),
        ({"length_m": 96.0, "cords_m": 6.0}, {"copper.too-long": "stop"}),
        ({"length_m": 104.0, "existing": True}, {"copper.too-long": "warn"}),
        ({"length_m": 104.0, "existing": True, "state": "good"}, {"copper.too-long": "note"}),
        ({"length_m": 111.0, "existing": True, "state": "good"}, {"copper.too-long": "stop"}),
        ({"state": "bad"}, {"copper.bad": "stop"}),
        ({"sheath": None}, {"copper.sheath": "warn"}),
        ({"sheath": "indoor"}, {"copper.sheath": "stop"}),
        ({"sheath": "outdoor"}, {"copper.sheath": "warn"}),  # water stands in the duct
        ({"sheath": None, "b": "M"}, {}),  # indoors all the way
        ({"sheath": "indoor", "b": "A"}, {}),
    ],
)
def test_a_copper_run_that_is_there_or_to_be_laid(run, expected):
    assert faults(**run) == expected


@pytest.mark.parametrize(
    ("warmest_c", "length_m", "equal_m"),
    [
        (None, 90.0, 90.0),
        (10.0, 90.0, 90.0),  # the cold is not counted for it
        (30.0, 90.0, 93.6),  # 10 x 0.4 %
        (40.0, 90.0, 97.2),  # 20 x 0.4 %
        (50.0, 90.0, 102.6),  # 8 % and 10 x 0.6 %
    ],
)
def test_a_warm_pair_loses_as_much_as_a_longer_one(warmest_c, length_m, equal_m):
    one = CopperRun("R", "A", "C", "10GBASE-T, Cat 6A", 10.0, length_m, warmest_c=warmest_c)
    assert as_long_as_m(one) == pytest.approx(equal_m)
    assert (run_too_far(one) is not None) is (equal_m > 100)
    twin = CopperRun("T", "A", "C", "direct-attach copper", 10.0, 7.0, warmest_c=60.0)
    assert run_too_far(twin) is None  # its reach is that of the finished cable


def test_a_run_that_only_its_warmth_makes_too_long_stops():
    warm = CopperRun("R", "A", "C", "10GBASE-T, Cat 6A", 10.0, 95.0, warmest_c=45.0)
    found = rules_of(plant((TRAY,), copper={"R": warm}))["copper.too-long"].finding
    assert "at 45 °C it loses as much as 105 m do at 20 °C" in in_metres(found.message)  # 95 x 1.11
    assert found.rule.severity == "stop"
