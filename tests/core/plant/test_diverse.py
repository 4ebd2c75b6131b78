"""Routes that share least: small graphs by inspection, random ones against every pair of paths."""

from itertools import combinations

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from passerelle.core.plant import least_shared
from passerelle.core.plant.diverse import Ways, routes_between, shortest_routes
from tests.planting import plant, way

# The shortest way S-P-Q-T uses the middle: greedily, no second way is left. Disjoint are the outer
# two: S-P-T (1 + 4) and S-Q-T (4 + 1).
TRAP = (
    way("sp", "S", "P", 1), way("pq", "P", "Q", 1), way("qt", "Q", "T", 1),
    way("sq", "S", "Q", 4), way("pt", "P", "T", 4),
)  # fmt: skip


def test_the_shortest_way_is_given_up_where_it_blocks_the_second():
    pair = routes_between(plant(TRAP), "S", "T")
    assert {pair.first.pathways, pair.second.pathways} == {("sp", "pt"), ("sq", "qt")}
    assert (pair.shared_m, pair.shared_places) == (0, ())
    assert pair.detour_m == 2  # 5 m, where 3 m is the shortest


def test_one_bridge_must_be_shared_and_is_named():
    ways = (*TRAP, way("tu", "T", "U", 7))
    pair = routes_between(plant(ways), "S", "U")
    assert (pair.shared_pathways, pair.shared_places, pair.shared_m) == (("tu",), ("T",), 7)


def test_two_ducts_in_one_trench_are_shared_metres():
    ducts = (way("d1", "S", "T", 40, lies_in="trench"), way("d2", "S", "T", 41, lies_in="trench"))
    pair = routes_between(plant(ducts), "S", "T")
    assert (pair.shared_trenches, pair.shared_m) == (("trench",), 40)
    round_about = (*ducts, way("x", "S", "M", 90), way("y", "M", "T", 90))
    pair = routes_between(plant(round_about), "S", "T")
    assert (pair.second.pathways, pair.shared_m, pair.detour_m) == (("x", "y"), 0, 140)


def test_a_place_passed_twice_is_avoided_where_a_detour_is_there():
    ends = (
        ("S", "M", 1),
        ("S", "M", 1),
        ("M", "T", 1),
        ("M", "T", 1),
        ("S", "N", 50),
        ("N", "T", 50),
    )
    ways = tuple(way(f"w{n}", a, b, m) for n, (a, b, m) in enumerate(ends))
    pair = routes_between(plant(ways), "S", "T")
    assert (pair.second.places, pair.shared_places) == (("S", "N", "T"), ())


def test_nowhere_and_only_one_way():
    ways = (way("w", "A", "B", 3), way("v", "C", "D", 3))
    assert routes_between(plant(ways), "A", "C") is None
    pair = routes_between(plant(ways), "A", "B")
    assert (pair.second, pair.shared_m) == (None, 3)


def simple_paths(site, here, end, seen):
    """Every path that meets no place twice, as pathway names."""
    if here == end:
        yield []
        return
    for one in site.pathways_at[here]:
        there = one.other_end(here)
        if there not in (*seen, here):
            for rest in simple_paths(site, there, end, (*seen, here)):
                yield [one.name, *rest]


EDGES = [(a, b) for a in range(6) for b in range(a + 1, 6)]


@settings(max_examples=150, deadline=None)
@given(st.lists(st.tuples(st.sampled_from(EDGES), st.integers(1, 9)), min_size=4, max_size=11))
def test_no_pair_of_paths_shares_less(edges):
    """Every pair of simple paths of random graphs is tried: none shares fewer metres, and of those
    that share as few, none passes fewer places twice."""
    ways = tuple(way(f"w{n}", str(a), str(b), m) for n, ((a, b), m) in enumerate(edges))
    site = plant(ways)
    assume({"0", "5"} <= set(site.places))
    paths = list(simple_paths(site, "0", "5", ()))
    pair = routes_between(site, "0", "5")
    if not paths:
        assert pair is None
        return
    lengths = {w.name: w.length_m for w in ways}

    def shares(one, two):
        return sum(lengths[n] for n in set(one) & set(two))

    least = min((shares(one, two) for one, two in combinations(paths, 2)), default=None)
    everything = min(sum(lengths[n] for n in p) for p in paths)
    best = everything if least is None else min(least, everything)
    assert pair.shared_m == pytest.approx(best)
    assert shortest_routes(Ways(site), "0", ("5",))["5"].length_m == everything


def test_each_route_may_go_round_another_trench():
    """Both short ways lie in trenches A and B. One goes round A, the other round B: none is shared,
    which the search trench by trench alone would miss."""
    ways = (
        way("p1", "S", "M", 10, lies_in="A"), way("p2", "M", "T", 10, lies_in="B"),
        way("q1", "S", "N", 10, lies_in="A"), way("q2", "N", "T", 10, lies_in="B"),
        way("r", "S", "M", 50), way("s", "N", "T", 200),
    )  # fmt: skip
    pair = routes_between(plant(ways), "S", "T")
    assert (pair.shared_m, pair.shared_trenches, pair.proved) == (0, (), True)
    assert {pair.first.pathways, pair.second.pathways} in (
        {("q1", "s"), ("r", "p2")}, {("p1", "p2"), ("r", "s")}
    ) or "s" in pair.second.pathways  # fmt: skip
    assert pair.detour_m == 190  # 210 m, where 20 m is the shortest


def metres_shared(site, one, two):
    """What two routes share: pathways in common, and of each trench the smaller of their parts."""
    ways = site.pathways
    alone = [n for n in set(one) & set(two) if not ways[n].lies_in]
    total = sum(ways[n].length_m for n in alone)
    for trench in {w.lies_in for w in ways.values() if w.lies_in}:
        laid = [sum(ways[n].length_m for n in r if ways[n].lies_in == trench) for r in (one, two)]
        total += min(laid)
    return total


@settings(max_examples=80, deadline=None)
@given(
    st.lists(
        st.tuples(st.sampled_from(EDGES), st.integers(1, 9), st.sampled_from([None, "A", "B"])),
        min_size=4, max_size=10,
    )
)  # fmt: skip
def test_no_pair_shares_less_trenches_and_all(edges):
    """Against every pair of simple paths, each alone with itself too."""
    ways = tuple(
        way(f"w{n}", str(a), str(b), m, lies_in=t) for n, ((a, b), m, t) in enumerate(edges)
    )
    site = plant(ways)
    assume({"0", "5"} <= set(site.places))
    paths = list(simple_paths(site, "0", "5", ()))
    pair = routes_between(site, "0", "5")
    assert (pair is None) == (not paths)
    if pair is not None:
        least = min(metres_shared(site, one, two) for one in paths for two in paths)
        assert pair.proved
        assert pair.shared_m == pytest.approx(least)
        assert pair.least_m == pytest.approx(least)


def test_above_its_size_a_pair_is_not_proved_and_says_the_least_there_can_be(monkeypatch):
    """One pathway of 7 m is on every way; the two ducts after it lie in one trench."""
    ways = (way("only", "S", "M", 7), way("p", "M", "T", 40, lies_in="t"),
            way("q", "M", "T", 50, lies_in="t"))  # fmt: skip
    exact = routes_between(plant(ways), "S", "T")
    assert (exact.shared_m, exact.proved, exact.least_m) == (47, True, 47)
    monkeypatch.setattr(least_shared, "MOST_PATHWAYS", 2)
    rough = routes_between(plant(ways), "S", "T")
    assert (rough.shared_m, rough.proved, rough.least_m) == (47, False, 7)


def test_a_trench_is_counted_in_all_its_pieces():
    """40 and 30 m one after the other beside 60 m in one piece: 60 m are shared, not 40."""
    ways = (way("p1", "S", "M", 40, lies_in="t"), way("p2", "M", "T", 30, lies_in="t"),
            way("q", "S", "T", 60, lies_in="t"))  # fmt: skip
    assert routes_between(plant(ways), "S", "T").shared_m == 60
