"""How long the ways between places take: as entered, else along the pathways, else as they lie."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from math import dist

import rustworkx

from passerelle.core.plan.plan import Plan
from passerelle.core.plant.model import Plant
from passerelle.core.plant.whole import positions
from passerelle.core.tables import STANDARD

_WALK = STANDARD.planning["walk_m_per_min"]
_WALK_TO_M = STANDARD.planning["walk_up_to_m"]
_DRIVE = STANDARD.planning["drive_m_per_min"]
UNKNOWN_MIN = STANDARD.planning["unknown_trip_min"]


def minutes_for(length_m: float) -> float:
    """How long a way takes: on foot, beyond that by vehicle. [min]"""
    return length_m / (_WALK if length_m <= _WALK_TO_M else _DRIVE)


@dataclass
class Travel:
    """Minutes between places. A place inside another is where that is."""

    entered: dict[frozenset[str], float]
    along: dict[str, dict[str, float]]
    spots: dict[str, tuple[float, float]]
    within: dict[str, str]
    _known: dict[tuple[str, str], tuple[float, bool]] = field(default_factory=dict)

    def minutes(self, a: str, b: str) -> float:
        """The way from one place to another. [min]"""
        return self._of(a, b)[0]

    def certain(self, a: str, b: str) -> bool:
        """Whether it rests on anything that is recorded."""
        return self._of(a, b)[1]

    def _of(self, a: str, b: str) -> tuple[float, bool]:
        if a == b:
            return 0.0, True
        found = self._known.get((a, b))
        if found is None:
            found = self._known[a, b] = self._worked_out(a, b)
        return found

    def _worked_out(self, a: str, b: str) -> tuple[float, bool]:
        said = self.entered.get(frozenset((a, b)))
        if said is not None:
            return said, True
        outer_a, outer_b = self.within.get(a, a), self.within.get(b, b)
        if (outer_a, outer_b) != (a, b):
            return self._of(outer_a, outer_b)
        length_m = self.along.get(a, {}).get(b)
        if length_m is None and a in self.spots and b in self.spots:
            length_m = dist(self.spots[a], self.spots[b])
        return (UNKNOWN_MIN, False) if length_m is None else (minutes_for(length_m), True)


def travel_of(plan: Plan, plant: Plant, start: str | None = None) -> Travel:
    """The ways between all places of a plan. start : only those from one place along pathways."""
    graph: rustworkx.PyGraph[str, float] = rustworkx.PyGraph()
    index = {name: graph.add_node(name) for name in plant.places}
    for way in plant.pathways.values():
        if way.a in index and way.b in index:
            graph.add_edge(index[way.a], index[way.b], way.length_m)
    names = list(index)
    lengths: dict[int, Mapping[int, float]]
    if start is None:
        lengths = dict(rustworkx.all_pairs_dijkstra_path_lengths(graph, float))
    else:
        known = index.get(start)
        row = {} if known is None else rustworkx.dijkstra_shortest_path_lengths(graph, known, float)
        lengths = {} if known is None else {known: dict(row)}
    along = {
        names[at]: {names[to]: length for to, length in row.items()} for at, row in lengths.items()
    }
    entered = {
        frozenset((place.name, trip.to)): trip.minutes
        for place in plan.places for trip in place.trips
    }  # fmt: skip
    within = {}
    for place in plan.places:
        outer, seen = place, {place.name}
        while outer.inside in plant.places and outer.inside not in seen:
            seen.add(outer.inside or "")
            outer = plant.places[outer.inside or ""]
        if outer is not place:
            within[place.name] = outer.name
    return Travel(entered, along, positions(plant.places.values()), within)
