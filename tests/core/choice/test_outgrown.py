"""Which cables of the demo will not carry a growth speed, from the published reaches."""

from dataclasses import replace

import pytest

from passerelle.core.choice.outgrown import outgrown
from passerelle.core.choice.world import World
from passerelle.core.light.site import site_of
from passerelle.core.plan.backbone import StrandNote
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.whole import plant_of
from passerelle.core.words import in_metres
from passerelle.demo_data import mistakes_plan

SITE = site_of(mistakes_plan())
PLANT = plant_of(mistakes_plan())


def world(gbps):
    rules = HouseRules(growth_gbps=gbps)
    return World(rules=rules, tables=SITE.tables, plant=PLANT, modules=SITE.modules)


def test_no_growth_speed_asks_nothing():
    assert outgrown(world(None), 100) == ()


@pytest.mark.parametrize(
    ("gbps", "cable", "reason"),
    [
        (10.0, "B-01", "220 m is the reach of 10GBASE-LRM"),  # 318 m of OM1
        (10.0, "H-09", "300 m is the reach of 10GBASE-SR"),  # 627 m of OM3
        (100.0, "B-01", "Nothing of 100 Gb/s or more is made for OM1"),
    ],
)
def test_glass_that_is_too_long_or_too_old(gbps, cable, reason):
    found = {one.cable: one for one in outgrown(world(gbps), 100)}
    assert reason in in_metres(found[cable].reason)
    assert found[cable].takes.endswith("on new OS2")


def test_what_carries_more_carries_it():
    """88 m of OM4 with rows of strands carries 100G and so 10G; single mode carries both."""
    for gbps in (10.0, 100.0):
        names = {one.cable for one in outgrown(world(gbps), 100)}
        assert not names & {"T-01", "S-02", "W-01"}


def test_a_single_good_strand_carries_what_one_strand_can():
    """One-strand pairs of the table go to 25G; two good strands are needed for more."""
    gauge = PLANT.cables["G-01"]
    bad = replace(gauge, strands=2, notes=(StrandNote(2, "bad"),))
    cables = {**PLANT.cables, "G-01": bad}
    for gbps, grown in ((10.0, False), (100.0, True)):
        asked = replace(world(gbps), plant=replace(PLANT, cables=cables))
        found = {one.cable: one.reason for one in outgrown(asked, 100)}
        assert ("G-01" in found) is grown
        if grown:
            assert found["G-01"].endswith("G-01 has 1 good strand; it takes 2")


def test_a_cable_of_unknown_length_stays_unknown():
    lost = replace(PLANT.cables["S-02"], route=(), length_m=None, glass_m=None)
    plant = replace(PLANT, cables={"S-02": lost})
    (said,) = outgrown(replace(world(10.0), plant=plant), 100)
    assert (said.sure, said.takes) == (False, None)
