"""What a cut takes down, what redundant links share, and what each layout risks."""

from passerelle.core.judge.backbone import check_plant
from passerelle.core.plan.backbone import Group
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.fates import outage, shared_fate, single_points
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
