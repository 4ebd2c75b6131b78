"""Two routes between two places that share as little as the recorded pathways allow.

Two units of flow are sent from one place to the other at least cost (Bhandari's construction: a
shortest path, then a shortest path in the graph in which the first one's arcs are turned round).
Every pathway and every place between may be used once at its length, and a second time at its
length and a fine that no detour outweighs; so routes are disjoint wherever that is possible, and
where it is not, share the least metres. Pathways that lie in one trench count as shared too: the
pair is also searched with each trench of the first route closed to the second, and the best kept.
"""

from dataclasses import dataclass
from itertools import pairwise
from typing import Any

import networkx as nx

from .model import Pathway, Plant

FINE = 1e7
"""Dearer than any detour: a metre shared costs as much as this many metres walked."""
PLACE_FINE = 1e6
Graph = Any  # networkx has no types
WAY, PASS, BACK = "way", "pass", "back"
Arc = tuple[Any, Any, tuple[Any, ...]]
"""Tail, head and key: (WAY, pathway, from, use), (PASS, place, '', use) or (BACK, key)."""
Costs = dict[tuple[Any, ...], dict[str, float]]


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


def graph_of(plant: Plant) -> Graph:
    """The pathways as arcs both ways; each place is split in two, so that passing it costs.

    Arcs of the second use carry the fine.
    """
    graph: Graph = nx.MultiDiGraph()
    for place in plant.places:
        graph.add_edge((place, 0), (place, 1), (PASS, place, "", 0), cost=0.0)
        graph.add_edge((place, 0), (place, 1), (PASS, place, "", 1), cost=PLACE_FINE)
    for pathway in plant.pathways.values():
        length = max(pathway.length_m, 0.01)
        for tail, head in ((pathway.a, pathway.b), (pathway.b, pathway.a)):
            for use, cost in ((0, length), (1, length * FINE)):
                graph.add_edge((tail, 1), (head, 0), (WAY, pathway.name, tail, use), cost=cost)
    return graph


def _shortest(
    graph: Graph, a: str, b: str, banned: frozenset[str] = frozenset()
) -> list[Arc] | None:
    """Arcs of a shortest path from place a to place b; None where there is none."""

    def open_keys(arcs: Costs) -> list[tuple[float, tuple[Any, ...]]]:
        return [(arc["cost"], key) for key, arc in arcs.items() if key[1] not in banned]

    def cost(_tail: object, _head: object, arcs: Costs) -> float | None:
        return min(open_keys(arcs))[0] if open_keys(arcs) else None

    try:
        nodes = nx.dijkstra_path(graph, (a, 1), (b, 0), weight=cost if banned else _cheapest)
    except (nx.NetworkXNoPath, nx.NodeNotFound):
        return None
    return [
        (tail, head, min(open_keys(graph[tail][head]), key=lambda one: one[0])[1])
        for tail, head in pairwise(nodes)
    ]


def _names(arcs: list[Arc]) -> list[str]:
    return [key[1] for _, _, key in arcs if key[0] == WAY]


def routes_between(plant: Plant, a: str, b: str, graph: Graph | None = None) -> Pair | None:
    """The pair of routes that share least, of those the shortest; None where there is no way."""
    if a == b:
        return None
    graph = graph_of(plant) if graph is None else graph
    first = _shortest(graph, a, b)
    if first is None:
        return None
    shortest = _route(plant, a, _names(first))
    candidates = [_disjoint(plant, graph, a, b, first)]
    trenches = {plant.pathways[name].lies_in for name in shortest.pathways} - {None}
    for trench in trenches:
        closed = frozenset(p.name for p in plant.pathways.values() if p.lies_in == trench)
        other = _shortest(graph, a, b, banned=closed)
        if other is not None:
            candidates.append((shortest, _route(plant, a, _names(other))))
    pairs = [_pair(plant, shortest, *pair) for pair in candidates]
    return min(pairs, key=lambda p: (p.shared_m, len(p.shared_places), p.detour_m))


def _disjoint(plant: Plant, graph: Graph, a: str, b: str, first: list[Arc]) -> tuple[Route, Route]:
    """The second unit of flow: arcs of the first may be walked back, at what they cost."""
    reach = nx.single_source_dijkstra_path_length(graph, (a, 1), weight=_cheapest)
    far = max(reach.values(), default=0.0)
    rest: Graph = nx.MultiDiGraph()
    used = {key for _, _, key in first}
    for tail, head, key, cost in graph.edges(keys=True, data="cost"):
        # Johnson's potentials keep every arc of the turned graph at zero or over.
        reduced = cost + reach.get(tail, far) - reach.get(head, far)
        if key in used:
            rest.add_edge(head, tail, (BACK, key), cost=0.0)
        elif key[3] == 0 or (*key[:3], 0) in used:
            rest.add_edge(tail, head, key, cost=max(0.0, reduced))
    second = _shortest(rest, a, b) or first
    keys = [key for _, _, key in first]
    for _, _, key in second:
        if key[0] == BACK:
            keys.remove(key[1])
        else:
            keys.append(key)
    onward: dict[str, list[str]] = {}
    for key in keys:
        if key[0] == WAY:
            onward.setdefault(key[2], []).append(key[1])
    routes = []
    for _ in range(2):
        names, here = [], a
        while here != b:
            names.append(onward[here].pop(0))
            here = plant.pathways[names[-1]].other_end(here)
        routes.append(_route(plant, a, names))
    short, long = sorted(routes, key=lambda route: route.length_m)
    return short, long


def _cheapest(_tail: object, _head: object, arcs: Costs) -> float:
    return min(arc["cost"] for arc in arcs.values())


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


def _pair(plant: Plant, shortest: Route, first: Route, second: Route) -> Pair:
    ways: list[Pathway] = [plant.pathways[name] for name in first.pathways]
    same = [way for way in ways if way.name in second.pathways]
    others = [plant.pathways[name] for name in second.pathways]
    trenches = {w.lies_in: w.length_m for w in ways if w.lies_in and w not in same}
    alike = {
        o.lies_in: min(o.length_m, trenches[o.lies_in])
        for o in others
        if o.lies_in in trenches and o not in same
    }
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


def shortest_route(plant: Plant, a: str, b: str, graph: Graph | None = None) -> Route | None:
    """The shortest way through the recorded pathways."""
    graph = graph_of(plant) if graph is None else graph
    found = _shortest(graph, a, b)
    return _route(plant, a, _names(found)) if found is not None else None
