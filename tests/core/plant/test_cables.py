"""Sheath, flame, metal, strands: each rule with a case that triggers it and a near miss."""

import pytest

from passerelle.core.judge.backbone import check_plant
from passerelle.core.plan.backbone import Cable, Other, StrandNote
from passerelle.core.plan.house_rules import HouseRules
from tests.planting import cable, kind, plant, use, way


def rules(ways, *cables, links=(), **more):
    found = check_plant(plant(ways, cables, links, **more), HouseRules(spare_strands_percent=0))
    return {a.finding.rule.id: a for a in found}


POWER = (Other("mains", 16.0, power=True),)


@pytest.mark.parametrize(
    ("rule", "wrong", "near_miss"),
    [
        ("cable.environment", ({"hazards": ("wet",)}, {"water": "none"}),
         ({"hazards": ("wet",)}, {})),
        ("cable.environment", ({"kind": "duct"}, {"use": "indoor"}),
         ({"kind": "conduit"}, {"use": "indoor"})),
        ("cable.environment", ({"kind": "burial"}, {}), ({"kind": "burial"}, {"burial": True})),
        ("cable.environment", ({"kind": "tray", "hazards": ("sun",)}, {"sun": False}),
         ({"kind": "tray", "hazards": ("salt",)}, {"sun": False})),
        ("cable.armour-rodents", ({"hazards": ("rodents",)}, {}),
         ({"hazards": ("rodents",)}, {"armour": "corrugated steel", "metallic": True})),
        ("cable.flame", ({"kind": "conduit", "space": "plenum"}, {}),
         ({"kind": "conduit", "space": "plenum"}, {"flame": "OFNP"})),
        ("cable.flame", ({"kind": "conduit", "length_m": 15.1}, {"flame": "none"}),
         ({"kind": "conduit", "length_m": 15.0}, {"flame": "none"})),
        ("cable.flame", ({"kind": "conduit", "length_m": 2.0, "space": "riser"}, {"flame": "none"}),
         ({"kind": "conduit", "length_m": 2.0, "space": "general"}, {"flame": "none"})),
        ("cable.conductive-with-power", ({"others": POWER}, {"metallic": True}),
         ({"others": POWER}, {})),
        ("cable.aerial", ({"kind": "aerial"}, {}),
         ({"kind": "aerial"}, {"aerial": True, "span_m": 100.0})),
        ("cable.aerial", ({"kind": "aerial"}, {"aerial": True, "span_m": 99.0}),
         ({"kind": "aerial"}, {"aerial": True, "span_m": 100.0})),
    ],
)  # fmt: skip
def test_a_cable_where_it_does_not_belong(rule, wrong, near_miss):
    def found(case):
        at, made_of = case
        return rules((way("w", "A", "B", **at),), cable("C", "A", "B", "w", type=kind(**made_of)))

    assert rule in found(wrong)
    assert rule not in found(near_miss)


def test_bonding_of_armour():
    ways = (way("w", "A", "B"),)
    armoured = kind(armour="corrugated steel", metallic=True)
    assert "cable.bonding" in rules(ways, cable("C", "A", "B", "w", type=armoured))
    assert "cable.bonding" not in rules(ways, cable("C", "A", "B", "w", type=armoured, bonded=True))


def test_one_strand_in_two_links_stops_both():
    one = cable("C", "A", "B", "w")
    ends = ("A", "B")
    links = (use("1", "x", ends, ("C", (1, 2))), use("2", "y", ends, ("C", (2, 3))))
    clash = rules((way("w", "A", "B"),), one, links=links)["cable.strand-clash"]
    assert "strand 2: x and y" in clash.finding.message
    assert clash.links == (("1", 4), ("2", 4))
    apart = (links[0], use("2", "y", ends, ("C", (3, 4))))
    assert "cable.strand-clash" not in rules((way("w", "A", "B"),), one, links=apart)


def test_more_strands_wanted_than_there_are():
    one = cable("C", "A", "B", "w", strands=4, strand_notes=(StrandNote(4, "bad"),))
    ends = ("A", "B")
    links = tuple(use(str(n), f"l{n}", ends, ("C", ())) for n in (1, 2))
    assert "cable.strand-short" in rules(
        (way("w", "A", "B"),), one, links=links
    )  # 3 good, 4 wanted
    whole = Cable("C", "A", "B", "OS2", 4, kind(), ("w",))
    assert "cable.strand-short" not in rules((way("w", "A", "B"),), whole, links=links)


@pytest.mark.parametrize(
    ("strands_", "expected"), [(2, "cable.spare-none"), (12, None), (10, None), (9, None)]
)
def test_spares_by_house_rule(strands_, expected):
    """20 %: two used of 10 leave 80 %."""
    one = cable("C", "A", "B", "w", strands=strands_)
    site = plant((way("w", "A", "B"),), (one,), (use("1", "x", ("A", "B"), ("C", (1, 2))),))
    found = {a.finding.rule.id for a in check_plant(site, HouseRules())}
    assert ("cable.spare-none" in found) == (expected == "cable.spare-none")
    assert "cable.spare-low" not in found
    strict = {a.finding.rule.id for a in check_plant(site, HouseRules(spare_strands_percent=90))}
    assert ("cable.spare-low" in strict) == (strands_ != 2)


def test_a_cable_too_short_and_a_route_with_a_gap():
    ways = (way("w", "A", "M", 50), way("v", "N", "B", 50))
    found = rules(ways, cable("C", "A", "B", "w", "v", length_m=99.0))
    assert "from M to “v” (N – B)" in found["route.gap"].finding.message
    assert "99 m; route and slack take 100 m" in found["route.length"].finding.message
    joined = (way("w", "A", "M", 50), way("v", "B", "M", 50))  # recorded the other way round
    fine = rules(joined, cable("C", "A", "B", "w", "v", length_m=100.0))
    assert not {"route.gap", "route.length"} & set(fine)
