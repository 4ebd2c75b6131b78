"""Two routes between two places that share as little as the recorded pathways allow.

Two units of flow are sent from one place to the other at least cost (Bhandari's construction: a
shortest path, then a shortest path in the graph in which the first one's arcs are turned round).
Every pathway and every place between may be used once at its length, and a second time at its
length and a fine that no detour outweighs; so routes are disjoint wherever that is possible, and
where it is not, share the least metres. Pathways that lie in one trench count as shared too: the
pair is searched again with each trench that it shares closed to one of the two, and the best kept.
"""

from dataclasses import dataclass, replace
from itertools import pairwise
from typing import NamedTuple

import rustworkx as rx

from passerelle.core.plan.backbone import Pathway

from .least_shared import least_shared
from .model import Plant

FINE = 1e7
"""Dearer than any detour: a metre shared costs as much as this many metres walked."""
PLACE_FINE = 1e6
LEAST_M = 0.01
CLOSED = 1e15


@dataclass(frozen=True, slots=True)
class Route:
    """Pathways in order from the first place. [m]"""

    pathways: tuple[str, ...]
    places: tuple[str, ...]
    length_m: float


@dataclass(frozen=True, slots=True)
class Pair:
    """Two routes and what they share. second None: there is only one way, or `first` is all.

    detour_m : how much longer the second is than the shortest route. [m]
    shared_m : metres of pathway or trench in common. [m]
    """

    first: Route
    second: Route | None
    shared_pathways: tuple[str, ...]
    shared_trenches: tuple[str, ...]
    shared_places: tuple[str, ...]
    shared_m: float
    detour_m: float
    proved: bool = True
    least_m: float = 0.0
    """No two routes share less than this. [m]"""


class Arc(NamedTuple):
    """One way through a pathway, or through a place (pathway None).

    turned : an arc of the first route, walked back.
    """

    tail: int
    head: int
    cost: float
    pathway: str | None
    turned: bool = False


class Ways:
    """The pathways as arcs both ways. Each place is two nodes, so that passing it can cost."""

    def __init__(self, plant: Plant) -> None:
        self.plant = plant
        self.number = {place: n for n, place in enumerate(plant.places)}
        self.names = tuple(plant.places)
        arcs = [Arc(2 * n, 2 * n + 1, 0.0, None) for n in range(len(self.names))]
        for way in plant.pathways.values():
            length = max(way.length_m, LEAST_M)
            a, b = self.number[way.a], self.number[way.b]
            arcs.append(Arc(2 * a + 1, 2 * b, length, way.name))
            arcs.append(Arc(2 * b + 1, 2 * a, length, way.name))
        self.arcs = arcs
        self.graph = _graph(2 * len(self.names), arcs)

    def ends(self, a: str, b: str) -> tuple[int, int]:
        """Out of place a, into place b."""
        return 2 * self.number[a] + 1, 2 * self.number[b]


def ways_of(plant: Plant) -> Ways:
    """The pathways of a plant, ready to be searched; made once."""
    found: Ways = plant.memo.get(("ways",)) or Ways(plant)
    plant.memo["ways",] = found
    return found


Graph = rx.PyDiGraph


def _graph(nodes: int, arcs: list[Arc]) -> Graph:
    graph: Graph = rx.PyDiGraph(multigraph=True)
    graph.add_nodes_from(range(nodes))
    graph.add_edges_from([(arc.tail, arc.head, arc) for arc in arcs])
    return graph


def _cost(arc: Arc) -> float:
    return arc.cost


def _shortest(
    graph: Graph, start: int, end: int, closed: frozenset[str] = frozenset()
) -> list[Arc] | None:
    """Arcs of a shortest path that uses no closed pathway; None where there is none."""

    def cost(arc: Arc) -> float:
        return CLOSED if arc.pathway in closed else arc.cost

    found = rx.dijkstra_shortest_paths(
        graph, start, target=end, weight_fn=cost if closed else _cost
    )
    if end not in found:
        return None
    arcs = [
        min(graph.get_all_edge_data(tail, head), key=cost) for tail, head in pairwise(found[end])
    ]
    return None if any(arc.pathway in closed for arc in arcs) else arcs


def _names(arcs: list[Arc]) -> list[str]:
    return [arc.pathway for arc in arcs if arc.pathway is not None]


def routes_between(plant: Plant, a: str, b: str, ways: Ways | None = None) -> Pair | None:
    """The pair of routes that share least, of those the shortest; None where there is no way."""
    if a == b:
        return None
    ways = Ways(plant) if ways is None else ways
    first = _shortest(ways.graph, *ways.ends(a, b))
    if first is None:
        return None
    shortest = _route(plant, a, _names(first))
    apart = _disjoint(ways, a, b, first)
    best = _pair(plant, shortest, *apart)
    pairs = [best]
    for trench in best.shared_trenches:
        closed = frozenset(p.name for p in plant.pathways.values() if p.lies_in == trench)
        other = _shortest(ways.graph, *ways.ends(a, b), closed=closed)
        if other is not None:
            round_it = _route(plant, a, _names(other))
            pairs += [_pair(plant, shortest, one, round_it) for one in (shortest, *apart)]
    best = min(pairs, key=_rank)
    if best.shared_m == 0:
        return best
    least = _unavoidable(ways, a, b, shortest)
    if best.shared_m <= least + HAIR_M:
        return replace(best, least_m=least)
    exact = least_shared(plant, a, b)
    if exact is None:
        return replace(best, proved=False, least_m=least)
    one, two = sorted((_route(plant, a, names) for names in exact), key=lambda r: r.length_m)
    found = _pair(plant, shortest, one, two)
    best = best if best.shared_m <= found.shared_m + HAIR_M else found
    return replace(best, least_m=best.shared_m)


HAIR_M = 1e-3


def _rank(pair: Pair) -> tuple[float, int, float]:
    return pair.shared_m, len(pair.shared_places), pair.detour_m


def _unavoidable(ways: Ways, a: str, b: str, shortest: Route) -> float:
    """Metres of the pathways that every route takes: without one of them there is no way. [m]"""
    return sum(
        ways.plant.pathways[name].length_m
        for name in shortest.pathways
        if _shortest(ways.graph, *ways.ends(a, b), closed=frozenset((name,))) is None
    )


def _disjoint(ways: Ways, a: str, b: str, first: list[Arc]) -> tuple[Route, Route]:
    """The second unit of flow: arcs of the first may be walked back, at what they cost."""
    start, end = ways.ends(a, b)
    reach = {start: 0.0, **rx.dijkstra_shortest_path_lengths(ways.graph, start, _cost)}
    far = max(reach.values())
    used = {(arc.tail, arc.head): arc for arc in first}
    rest = []
    for arc in ways.arcs:
        tail, head, cost, pathway, _ = arc
        # Johnson's potentials keep every arc of the turned graph at zero or over.
        potential = reach.get(tail, far) - reach.get(head, far)
        if used.get((tail, head)) != arc:
            rest.append(Arc(tail, head, max(0.0, cost + potential), pathway))
            continue
        rest.append(Arc(head, tail, 0.0, pathway, turned=True))
        fined = cost * FINE if pathway is not None else PLACE_FINE
        rest.append(Arc(tail, head, max(0.0, fined + potential), pathway))
    second = _shortest(_graph(2 * len(ways.names), rest), start, end) or first
    steps = [(arc.tail, arc.head, arc.pathway) for arc in first]
    for arc in second:
        if arc.turned:
            steps.remove((arc.head, arc.tail, arc.pathway))
        else:
            steps.append((arc.tail, arc.head, arc.pathway))
    onward: dict[str, list[str]] = {}
    for tail, _, pathway in steps:
        if pathway is not None:
            onward.setdefault(ways.names[tail // 2], []).append(pathway)
    routes = []
    for _ in range(2):
        names, here = [], a
        while here != b:
            names.append(onward[here].pop(0))
            here = ways.plant.pathways[names[-1]].other_end(here)
        routes.append(_route(ways.plant, a, names))
    short, long = sorted(routes, key=lambda route: route.length_m)
    return short, long


def _route(plant: Plant, a: str, names: list[str]) -> Route:
    """A walk without the rounds that it may make: a place met again cuts out what lay between."""
    places: list[str] = [a]
    kept: list[str] = []
    for name in names:
        here = plant.pathways[name].other_end(places[-1])
        if here in places:
            at = places.index(here)
            del places[at + 1 :], kept[at:]
            continue
        places.append(here)
        kept.append(name)
    length = sum(plant.pathways[name].length_m for name in kept)
    return Route(tuple(kept), tuple(places), length)


def _in_trenches(ways: list[Pathway]) -> dict[str, float]:
    """Metres in each trench, of all pathways that lie in it one after the other. [m]"""
    found: dict[str, float] = {}
    for way in ways:
        if way.lies_in:
            found[way.lies_in] = found.get(way.lies_in, 0.0) + way.length_m
    return found


def _pair(plant: Plant, shortest: Route, first: Route, second: Route) -> Pair:
    ways: list[Pathway] = [plant.pathways[name] for name in first.pathways]
    same = [way for way in ways if way.name in second.pathways]
    others = [plant.pathways[name] for name in second.pathways]
    one, two = (_in_trenches([way for way in some if way not in same]) for some in (ways, others))
    alike = {name: min(length, two[name]) for name, length in one.items() if name in two}
    ends = {first.places[0], first.places[-1]}
    places = [p for p in first.places if p in second.places and p not in ends]
    only_one = first.pathways == second.pathways
    return Pair(
        first=first,
        second=None if only_one else second,
        shared_pathways=tuple(way.name for way in same),
        shared_trenches=tuple(name for name in alike if name),
        shared_places=tuple(places),
        shared_m=sum(way.length_m for way in same) + sum(alike.values()),
        detour_m=second.length_m - shortest.length_m,
    )


def shortest_routes(ways: Ways, a: str, ends: tuple[str, ...]) -> dict[str, Route]:
    """The shortest way to each of several places; those that cannot be reached are left out."""
    found = {}
    for b in ends:
        arcs = _shortest(ways.graph, *ways.ends(a, b)) if a != b else None
        if arcs is not None:
            found[b] = _route(ways.plant, a, _names(arcs))
    return found
