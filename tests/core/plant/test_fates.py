"""What a cut takes down, what redundant links share, and what each layout risks."""

from dataclasses import replace

from passerelle.core.judge.backbone import check_plant
from passerelle.core.plan.backbone import Group, OtherWay, Place
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.fates import DEVICE, SUPPLY, dark, outage, shared_fate, single_points
from passerelle.core.plant.model import LinkUse
from passerelle.core.plant.topology import compare
from tests.planting import cable, plant, use, way

WAYS = (
    way("north", "A", "M", 50), way("south", "A", "B", 90, lies_in="dyke"),
    way("east", "M", "B", 60, lies_in="dyke"), way("spur", "M", "C", 20),
)  # fmt: skip
CABLES = (
    cable("N", "A", "B", "north", "east"),
    cable("S", "A", "B", "south"),
    cable("K", "A", "C", "north", "spur"),
)
LINKS = (
    use("1", "main", ("A", "B"), ("N", (1, 2))), use("2", "standby", ("A", "B"), ("S", (1, 2))),
    use("3", "shed", ("A", "C"), ("K", (1, 2))),
)  # fmt: skip
PAIR = Group("pair", ("main", "standby"))
SITE = plant(WAYS, CABLES, LINKS, groups=(PAIR,))


def names(found):
    return {link.name for link in found.links}


def test_what_goes_dark():
    assert names(outage(SITE, ("pathway", "north"))) == {"main", "shed"}
    dyke = outage(SITE, ("trench", "dyke"))
    assert (names(dyke), dyke.groups, dyke.weakened) == ({"main", "standby"}, ("pair",), ())
    assert outage(SITE, ("cable", "N")).weakened == ("pair",)
    assert names(outage(SITE, ("place", "M"))) == {"main", "shed"}


def test_each_single_point_is_the_outage_of_its_element():
    for one in single_points(SITE):
        assert one == outage(SITE, (one.sort, one.name))


def test_single_points_are_listed_worst_first():
    first = single_points(SITE)[0]
    assert (first.name, first.groups, len(first.links)) == ("A", ("pair",), 3)
    listed = {(p.sort, p.name): len(p.links) for p in single_points(SITE)}
    assert (listed["trench", "dyke"], listed["pathway", "spur"], listed["cable", "S"]) == (2, 1, 1)


def test_a_shared_trench_is_named_and_ends_are_not():
    shared = shared_fate(SITE, PAIR.links)
    assert [(s.sort, s.name) for s in shared] == [("trench", "dyke")]
    found = {a.finding.rule.id: a for a in check_plant(SITE, HouseRules())}
    assert "trench “dyke”" in found["route.shared-fate"].finding.message
    assert {key for key, _ in found["route.shared-fate"].links} == {"1", "2"}


def test_two_strands_of_one_cable_share_the_cable_alone():
    links = (LINKS[0], use("2", "standby", ("A", "B"), ("N", (3, 4))))
    shared = shared_fate(plant(WAYS, CABLES, links), PAIR.links)
    assert [(s.sort, s.name) for s in shared] == [("cable", "N")]


def test_routes_that_share_nothing_are_not_blamed():
    apart = tuple(w if w.name != "east" else way("east", "M", "B", 60) for w in WAYS)
    site = plant(apart, CABLES, LINKS, groups=(PAIR,))
    assert shared_fate(site, PAIR.links) == ()
    assert "route.shared-fate" not in {a.finding.rule.id for a in check_plant(site, HouseRules())}


def test_home_runs_against_a_shared_cable_by_hand():
    """Hub - 10 m - P - 20 m - Q - 30 m - R, two strands each, 3 m of slack at each end.

    home: 10 + 30 + 60 = 100 m + 18 slack; a digger: (10 x 3 + 20 x 2 + 30 x 1) / 60 = 1.667
    shared: 60 m + 12 slack; strands 2 x (10 x 3 + 20 x 2 + 30) = 200 m; any cut: 1.667
    """
    chain = plant((way("hp", "H", "P", 10), way("pq", "P", "Q", 20), way("qr", "Q", "R", 30)))
    home, shared = compare(chain, "H", ("P", "Q", "R"), 2)
    assert (home.cables, home.cable_m, home.strand_m, home.joints) == (3, 118, 236, 12)
    assert (home.one_cable.worst, home.one_cable.mean, home.dig.worst) == (1, 1, 3)
    assert round(home.dig.mean, 3) == 1.667
    assert (shared.cables, shared.cable_m, shared.strand_m) == (1, 72, 200)
    assert (shared.one_cable.worst, round(shared.one_cable.mean, 3)) == (3, 1.667)


def shared_of(ways, cables, links, others=(), **places):
    site = plant(ways, cables, links)
    site.places.update({name: replace(site.places[name], **told) for name, told in places.items()})
    for told in places.values():
        if "inside" in told:
            site.places.setdefault(told["inside"], Place(told["inside"]))
    return [(s.sort, s.name, s.length_m) for s in shared_fate(site, ("x", "y"), others)]


APART = ((way("p", "A", "B"), way("q", "A", "C")),
         (cable("P", "A", "B", "p"), cable("Q", "A", "C", "q")))  # fmt: skip


def test_a_place_where_one_ends_and_the_other_passes_is_shared():
    """x ends at B; y passes B on its way to D."""
    ways = (way("p", "A", "B"), way("q", "C", "B"), way("r", "B", "D"))
    cables = (cable("P", "A", "B", "p"), cable("Q", "C", "D", "q", "r"))
    links = (use("1", "x", ("A", "B"), ("P", (1, 2))), use("2", "y", ("C", "D"), ("Q", (1, 2))))
    assert shared_of(ways, cables, links) == [("place", "B", None)]
    both = (links[0], use("2", "y", ("C", "B"), ("Q", (1, 2))))
    direct = (ways[0], ways[1])
    assert shared_of(direct, (cables[0], cable("Q", "C", "B", "q")), both) == []


def test_a_place_inside_another_falls_with_it():
    """y passes a rack of the building that x passes; ends within one building are by nature."""
    ways = (way("p1", "A", "R1"), way("p2", "R1", "B"), way("q1", "C", "R2"), way("q2", "R2", "D"))
    cables = (cable("P", "A", "B", "p1", "p2"), cable("Q", "C", "D", "q1", "q2"))
    links = (use("1", "x", ("A", "B"), ("P", (1, 2))), use("2", "y", ("C", "D"), ("Q", (1, 2))))
    racks = {"R1": {"inside": "Hall"}, "R2": {"inside": "Hall"}}
    assert shared_of(ways, cables, links, **racks) == [("place", "Hall", None)]
    assert shared_of(ways, cables, links) == []
    ends = {"B": {"inside": "Hall"}, "D": {"inside": "Hall"}}
    assert shared_of(ways, cables, links, **ends) == []
    site = plant(ways, cables, links)
    site.places.update({n: replace(site.places[n], **told) for n, told in racks.items()})
    assert names(outage(site, ("place", "Hall"))) == {"x", "y"}


def test_a_supply_that_feeds_both_ends_fails_both():
    links = (use("1", "x", ("A", "B"), ("P", (1, 2))), use("2", "y", ("A", "C"), ("Q", (1, 2))))
    fed = {"B": {"supply": "rotary"}, "C": {"supply": "rotary"}}
    assert shared_of(*APART, links, **fed) == [("supply", "rotary", None)]
    assert shared_of(*APART, links, B={"supply": "rotary"}, C={"supply": "battery"}) == []


def test_a_way_that_is_no_link_shares_what_is_stated():
    links = (use("1", "x", ("A", "B"), ("P", (1, 2))),)
    radio = OtherWay("hop", "radio hop", ends=("A", "B"), places=("A", "B", "mast"))
    site_of = shared_of(APART[0], APART[1], links, (radio,))
    assert site_of == []
    pair = OtherWay("pair", "copper run", ends=("A", "B"), pathways=("p",))
    assert shared_of(APART[0], APART[1], links, (pair,)) == [("pathway", "p", 100.0)]
    chain = OtherWay("round", "chain", ends=("A", "B"), links=("z",))
    more = (*links, use("3", "z", ("A", "B"), ("P", (3, 4))))
    assert shared_of(APART[0], APART[1], more, (chain,)) == [("cable", "P", None)]


def test_metres_in_a_trench_are_all_its_pieces_that_both_lie_in():
    """x lies in 40 and 30 m of it, y in 50 m: 50 m are shared."""
    ways = (way("p1", "A", "M", 40, lies_in="t"), way("p2", "M", "B", 30, lies_in="t"),
            way("q", "A", "B", 50, lies_in="t"))  # fmt: skip
    cables = (cable("P", "A", "B", "p1", "p2"), cable("Q", "A", "B", "q"))
    links = (use("1", "x", ("A", "B"), ("P", (1, 2))), use("2", "y", ("A", "B"), ("Q", (1, 2))))
    assert shared_of(ways, cables, links) == [("trench", "t", 50)]


def test_devices_that_share_a_supply_or_a_cabinet_fall_together():
    """A fed by S inside rack R; B fed by S too: S takes both, R only A."""
    jack = (PortGroup("jack", None),)
    devices = {
        "A": Device("A", jack, supply="S", inside="R"), "B": Device("B", jack, supply="S"),
        "R": Device("R", jack, supply="T"), "C": Device("C", jack),
    }  # fmt: skip
    links = tuple(LinkUse(n, n, (None, None), devices=(n, None)) for n in "ABC")
    found = dark(plant((), (), links, devices=devices))
    gone = {element: {one.name for one in down} for element, down in found.items()}
    assert gone[SUPPLY, "S"] == {"A", "B"}
    assert gone[SUPPLY, "T"] == gone[DEVICE, "R"] == {"A"}
    assert gone[DEVICE, "C"] == {"C"}
