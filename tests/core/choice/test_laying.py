"""New cable: its construction, its strands, its ends; and cable that is there already."""

from dataclasses import replace

import pytest

from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.options import find, only
from passerelle.core.choice.schools import finishes
from passerelle.core.choice.ways import RuledOut
from passerelle.core.choice.world import World
from passerelle.core.judge.check import WORKS, check_link
from passerelle.core.light.site import site_of
from passerelle.core.plan.backbone import Pathway, Place
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plant.model import LinkUse, Plant, Use
from passerelle.core.plant.whole import plant_of
from passerelle.core.remedies.proposal import Need, propose
from passerelle.core.words import in_metres
from passerelle.demo_data import mistakes_plan

WORLD = World()
LR = "10GBASE-LR on new OS2"


def need(distance_m=240.0, rate=10.0, **more):
    return SiteNeed("A", "B", distance_m, rate, **more)


def demo_world():
    site = site_of(mistakes_plan())
    return World(
        tables=site.tables,
        plant=plant_of(mistakes_plan()),
        modules=site.modules,
        devices=site.devices,
    )


def strands(option):
    return [p.strand_numbers for link in option.links for p in link.path.parts
            if isinstance(p, Segment) and p.cable]  # fmt: skip


@pytest.mark.parametrize(
    ("way", "wanted", "metallic"),
    [
        ({}, "Indoor, tight buffered, riser", False),
        ({"surroundings": ("plenum",)}, "plenum", False),
        ({"outdoors": True}, "Indoor/outdoor", False),
        ({"outdoors": True, "surroundings": ("wet", "sun")}, "Indoor/outdoor", False),
        # glass yarn against rodents, steel in the soil, and never metal beside power conductors
        ({"outdoors": True, "surroundings": ("rodents",)}, "against rodents", False),
        ({"outdoors": True, "surroundings": ("soil", "wet")}, "corrugated steel armour", True),
        ({"outdoors": True, "surroundings": ("rodents", "power")}, "all-dielectric", False),
    ],
)
def test_the_construction_bears_the_way(way, wanted, metallic):
    (cable,) = only(need(**way), WORLD, LR).cables
    assert wanted in cable.type.name
    assert cable.type.metallic is metallic


def test_a_recorded_way_decides_whatever_its_length():
    places = {name: Place(name) for name in "AB"}
    way = Pathway("Field", "A", "B", 300.0, "burial", hazards=("wet", "rodents"))
    world = World(plant=Plant(places=places, pathways={"Field": way}))
    exact = only(need(300), world, LR).cables[0]
    assert (exact.route, exact.length_m) == (("Field",), None)
    assert exact.type.armour == "corrugated steel"
    longer = only(need(340), world, LR).cables[0]  # stated, so not along the recorded way
    assert (longer.route, longer.length_m) == ((), 346.0)
    assert longer.type.armour == "corrugated steel"
    out = {r.label: r.reason for r in find(need(60), world).ruled_out}
    assert "ground-potential" in out["10GBASE-T, Cat 6A"]


@pytest.mark.parametrize(
    ("asked", "label", "numbers"),
    [
        (need(circuits=3), LR, [(1, 2), (3, 4), (5, 6)]),
        (need(60, 100.0), "100GBASE-SR4 on new OM4", [(1, 2, 3, 4, 9, 10, 11, 12)]),
        (need(60, 100.0), "100GBASE-SR10 on new OM4", [(*range(2, 12), *range(14, 24))]),
        (need(50, 25.0, circuits=4), "100GBASE-SR4 split into 4 × 25GBASE-SR, new OM4",
         [(1, 12), (2, 11), (3, 10), (4, 9)]),
        (need(900, 1.0, circuits=2), "1000BASE-BX10-D on new OS2", [(1,), (2,)]),
    ],
)  # fmt: skip
def test_every_circuit_has_strands_of_its_own(asked, label, numbers):
    assert strands(only(asked, WORLD, label)) == numbers


def test_each_trunk_and_each_split_port_is_bought():
    """Eight legs are two ports and two trunks of 50 + 6 m."""
    split = only(
        need(50, 25.0, circuits=8), WORLD, "100GBASE-SR4 split into 4 × 25GBASE-SR, new OM4"
    )
    bought = {line.key: line.quantity for line in split.bill.lines if not line.spare}
    assert bought["module 100GBASE-SR4"] == 2
    assert bought["module 25GBASE-SR"] == 8
    assert bought["trunk multimode 12"] == 112
    assert (bought["cord breakout"], len(split.cables), split.strands) == (2, 2, 16)
    two = only(need(60, 100.0, circuits=2), WORLD, "100GBASE-SR4 on new OM4")
    assert {c.name for c in two.cables} == {"A – B OM4", "A – B OM4 2"}


def test_an_end_finished_otherwise_costs_otherwise():
    """All four strands are ended. Beside 312.8 of modules, cords, ports and cable, and 279.6
    minutes without the ends:

    factory   8 strand ends x 6.5 = 52,            2 x 20 min
    pigtails  8 x 2.5 + 8 x 0.9 = 27.2,            8 x 6 min
    field     8 x 11 = 88,                         8 x 8 min
    at 48 an hour. Where the two strands in use alone are ended, ports and tests are two less.
    """
    rows = {f.value: f for f in finishes(need(), WORLD, LR) if f.key == "termination"}
    assert rows["factory"].total == pytest.approx(312.8 + 52 + (279.6 + 40) * 0.8)
    assert rows["pigtails"].total == pytest.approx(312.8 + 27.2 + (279.6 + 48) * 0.8)
    assert rows["field"].total == pytest.approx(312.8 + 88 + (279.6 + 64) * 0.8)
    used = replace(WORLD, rules=replace(WORLD.rules, end_strands="used"))
    less = {f.value: f for f in finishes(need(), used, LR) if f.key == "termination"}
    assert less["pigtails"].total == pytest.approx(305.8 + 13.6 + (267.6 + 24) * 0.8)
    assert less["field"].total == pytest.approx(305.8 + 44 + (267.6 + 32) * 0.8)
    assert [f.value for f in rows.values() if f.taken] == ["factory"]
    # two splices of 0.3 dB at worst, and two metres of pigtail
    lost = rows["factory"].margin_db - rows["pigtails"].margin_db
    assert lost == pytest.approx(0.6 + 0.002 * 0.4)


def test_finishes_that_are_not_made_say_why():
    far = {f.value: f.reason for f in finishes(need(9000), WORLD, LR)}
    assert "over a reel" in far["factory"]
    assert far["field"] is None
    multimode = {f.value: f.reason for f in finishes(need(), WORLD, "10GBASE-SR on new OM4")}
    assert multimode["SC/APC"] == "multimode has no angled faces"
    assert finishes(need(60, 100.0), WORLD, "100GBASE-SR4 on new OM4") == ()


def test_angled_panels_get_cords_that_fit():
    option = only(need(panel_plug="SC/APC"), WORLD, LR)
    link = option.links[0]
    cord = link.path.segment(0)
    assert [end.name for end in cord.ends] == ["LC/UPC", "SC/APC"]
    assert option.cables[0].ends[0].connector == "SC/APC"
    assert check_link(link, WORLD.rules).verdict == WORKS


def test_connectors_fitted_by_hand_are_never_low_loss():
    """Pairs at 0.75 dB instead of 0.25: 1 dB less margin where factory ends would be low-loss."""
    rules = HouseRules(safety_margin_db=0.5)
    asked = Need("A", "B", "25GBASE-SR", 50.0, "OM4")
    made = check_link(propose(asked, replace(rules, termination="factory")), rules)
    by_hand = check_link(propose(asked, replace(rules, termination="field")), rules)
    assert made.margin_db - by_hand.margin_db == pytest.approx(1.0)
    assert by_hand.margin_db < 0 < made.margin_db


def test_cords_fit_the_cable_that_is_there():
    """Old OM1 with ST plugs carries gigabit long-wave, with a conditioning cord at each end."""
    asked = SiteNeed("Pier Office", "Boat Shed", 186, 1.0)
    option = only(asked, demo_world(), "1000BASE-LX on strands of B-01 (OM1)")
    path = option.links[0].path
    cords = [path.segment(0), path.segment(len(path.parts) - 1)]
    assert [c.conditioning for c in cords] == [True, True]
    assert [cords[0].ends[1].name, cords[1].ends[0].name] == ["ST/PC", "ST/PC"]
    assert option.cables == ()


def test_a_trunk_that_is_there_carries_one_row_of_strands():
    world = demo_world()
    asked = SiteNeed("Pier Office", "Instrument Hall", 81, 100.0)
    option = only(asked, world, "100GBASE-SR4 on strands of T-01 (OM4)")
    assert strands(option) == [(1, 2, 3, 4, 9, 10, 11, 12)]
    cord = option.links[0].path.segment(0)
    assert cord.ends[1].name == "MPO-12/UPC/unpinned"  # the trunk has the pins
    assert only(asked, world, "100GBASE-SR10 on strands of T-01 (OM4)") is None  # 24 positions
    assert (
        only(replace(asked, rate_gbps=10.0), world, "10GBASE-SR on strands of T-01 (OM4)") is None
    )
    two = only(replace(asked, circuits=2), world, "100GBASE-SR4 on strands of T-01 (OM4)")
    assert two.reason == "T-01 is one trunk, and carries one circuit of these"
    use = LinkUse("1", "core", ("Pier Office", "Instrument Hall"), uses=(Use("T-01", (4,), 1),))
    busy = replace(world, plant=replace(world.plant, links=(use,)))
    taken = only(asked, busy, "100GBASE-SR4 on strands of T-01 (OM4)")
    assert taken.reason == "strand 4 of T-01 is not free"


def test_two_routes_are_two_links_and_both_must_work():
    """390 m and 6 of slack, 4 of cords, 2 of pigtails are 402: over 400 m of OM4.

    Two routes cost what two links do, with one spare for both.
    """
    out = only(need(240, redundant_m=390), WORLD, "10GBASE-SR on new OM4")
    assert isinstance(out, RuledOut)
    assert in_metres(out.reason).startswith("second route: 402 m of OM4")
    both = only(need(240, redundant_m=395), WORLD, LR)
    assert [link.name for link in both.links] == ["A – B", "A – B, second route"]
    one, other = (only(need(far_m, termination="factory"), WORLD, LR) for far_m in (240, 395))
    alike = only(need(240, redundant_m=395, termination="factory"), WORLD, LR)
    assert alike.total == pytest.approx(one.total + other.total - 50.5)
    assert alike.margin_db == other.margin_db
    assert len({cable.name for cable in both.cables}) == 2


def test_a_device_decides_cage_and_speed():
    world = demo_world()
    asked = SiteNeed("Pier Office", "Wet Lab", 56, 10.0, device_a="Core switch")
    link = only(asked, world, LR).links[0]
    assert (link.a.cage, link.a.port.group) == ("SFP+", "access")
    fast = replace(asked, rate_gbps=25.0)
    out = only(fast, world, "25GBASE-LR on new OS2")
    assert isinstance(out, RuledOut)
    assert "SFP+" in out.reason or "1, 10 Gb/s" in out.reason or "QSFP28" in out.reason
    strict = replace(world.devices["Core switch"], own_coding_only=True, surroundings="outdoor")
    world = replace(world, devices={"Core switch": strict})
    end = only(asked, world, LR).links[0].a
    assert (end.coding, end.temperature) == ("own", "industrial")
