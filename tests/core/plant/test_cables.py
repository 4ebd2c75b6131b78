"""Sheath, flame, metal, strands: each rule with a case that triggers it and a near miss."""

import pytest

from passerelle.core.judge.backbone import check_plant
from passerelle.core.plan.backbone import Cable, Other, Reel, Slack, StrandNote
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.model import lengths
from passerelle.core.plant.reels import cut_plan
from passerelle.core.plant.strands import colour, next_free, strands
from tests.planting import cable, kind, plant, standard, use, way


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


def test_strand_colours_and_tubes():
    one = cable("C", "A", "B", strands=30)
    rows = strands(plant((), (one,)), one)
    assert [str(colour(n)) for n in (1, 12, 13, 25)] == [
        "blue", "aqua", "blue, one stripe", "blue, two stripes",
    ]  # fmt: skip
    assert (rows[25].tube, rows[25].in_tube, rows[25].colour.base, rows[25].tube_colour.base) == (
        3, 2, "orange", "green",
    )  # fmt: skip


def test_the_next_free_pair_stays_in_one_tube():
    notes = tuple(StrandNote(n, "reserved") for n in range(1, 12))
    one = cable("C", "A", "B", strands=24, strand_notes=notes)
    assert next_free(plant((), (one,)), one, 2) == (13, 14)  # 12 is free, but its pair is not
    assert next_free(plant((), (one,)), one, 1) == (12,)
    assert next_free(plant((), (one,)), one, 14) == ()


def test_lengths_to_order():
    """100 m of route, 3 m of slack at each end by default, 8 m in a chamber: 114; 5 % waste."""
    one = Cable("C", "A", "B", "OS2", 12, standard("Outdoor, loose tube, all"), ("w",),
                slack_on_way=(Slack("M", 8.0),))  # fmt: skip
    known = lengths(plant((way("w", "A", "B"),), (one,)), one)
    assert (known.route_m, known.slack_m, known.needed_m) == (100, 14, 114)
    assert known.order_m == pytest.approx(119.7)
    assert known.glass_m == pytest.approx(115.14)  # 1 % helix of stranded loose tube


def test_a_cable_too_short_and_a_route_with_a_gap():
    ways = (way("w", "A", "M", 50), way("v", "N", "B", 50))
    found = rules(ways, cable("C", "A", "B", "w", "v", length_m=99.0))
    assert "from M to “v” (N – B)" in found["route.gap"].finding.message
    assert "99 m; route and slack take 100 m" in found["route.length"].finding.message
    joined = (way("w", "A", "M", 50), way("v", "B", "M", 50))  # recorded the other way round
    fine = rules(joined, cable("C", "A", "B", "w", "v", length_m=100.0))
    assert not {"route.gap", "route.length"} & set(fine)


def test_the_cut_plan_leaves_the_longest_ends():
    """500 and 300 from 1000 leave 200, enough for the wish; 400 takes the reel of 450."""
    ways = tuple(
        way(n, "A", to, m)
        for n, to, m in (("a", "B", 500), ("b", "C", 300), ("c", "D", 400), ("d", "E", 150))
    )
    wanted = (("x", "B", "a", 500.0), ("y", "C", "b", 300.0), ("z", "D", "c", 400.0))
    cables = tuple(cable(n, "A", to, w, length_m=m) for n, to, w, m in wanted)
    wish = cable("extra", "A", "E", "d", wish=True, length_m=150.0)
    reels = {n: Reel(n, "test cable", m) for n, m in (("big", 1000.0), ("small", 450.0))}
    made = cut_plan(plant(ways, (*cables, wish), reels=reels))
    assert {r.reel.name: ([c.cable for c in r.cuts], r.left_m) for r in made.reels} == {
        "big": (["x", "y"], 200.0), "small": (["z"], 50.0),
    }  # fmt: skip
    assert made.reels[0].serves == "extra"
    short = cut_plan(plant(ways, cables, reels={"small": reels["small"]}))
    assert [(c.cable, c.longest_m) for c in short.short] == [("x", 450.0), ("y", 50.0)]
