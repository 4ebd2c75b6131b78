"""Free strands by pair of places, and what would join two of them where there is none."""

from collections import defaultdict
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.plan.backbone import Cable
from passerelle.core.plant.model import Plant
from passerelle.core.plant.runs import check_finished
from passerelle.core.plant.strands import StrandError, followed, taken

Pair = tuple[str, str]
"""Two places, in the order of the alphabet."""


@dataclass(frozen=True, slots=True)
class FreeRun:
    """Free strands between two places that start in one cable. strands : by number."""

    cable: str
    strands: tuple[int, ...]
    of: int
    spliced: bool


@dataclass(frozen=True, slots=True)
class Joined:
    """Two lots of free glass that would join at a place. how : patched at panels, or spliced."""

    via: str
    how: Literal["patch", "splice"]
    first: str
    second: str
    strands: int


@dataclass(frozen=True, slots=True)
class FreePair:
    """What is free between two places, panel to panel."""

    places: Pair
    runs: tuple[FreeRun, ...]

    @property
    def count(self) -> int:
        """Free strands of all its cables."""
        return sum(len(one.strands) for one in self.runs)


def pair(a: str, b: str) -> Pair:
    """Two places as a pair."""
    return (a, b) if a <= b else (b, a)


@dataclass(frozen=True)
class Free:
    """All free glass. loose : strands that reach no second panel, by cable."""

    pairs: Mapping[Pair, FreePair]
    loose: Mapping[str, tuple[int, ...]]


def free_strands(check: PlanCheck) -> Free:
    """Free strands of every pair of places; what is bad, dark or reserved is not free."""
    plant = check.plant
    busy = {name: taken(plant, cable) for name, cable in plant.cables.items()}
    runs: defaultdict[Pair, defaultdict[str, list[int]]] = defaultdict(lambda: defaultdict(list))
    totals: defaultdict[tuple[Pair, str], int] = defaultdict(int)
    spliced: set[str] = set()
    loose: defaultdict[str, list[int]] = defaultdict(list)
    spliced_on = {
        name for one in plant.closures.values() for row in one.splices for name in (row.a, row.b)
    }
    order = {name: at for at, name in enumerate(plant.cables)}
    for cable in plant.cables.values():
        if cable.wish:
            continue
        numbers = range(1, cable.strands + 1)
        lots = [(n,) for n in numbers] if cable.name in spliced_on else [tuple(numbers)]
        for lot in lots:
            ends = _ends(plant, cable, lot[0], order)
            idle = [number for number in lot if number not in busy[cable.name]]
            if ends is None:
                loose[cable.name] += idle
            elif ends != "counted elsewhere":
                key, on = ends
                runs[key][cable.name] += idle
                totals[key, cable.name] += len(lot)
                if on:
                    spliced.add(cable.name)
    pairs = {
        key: FreePair(
            key,
            tuple(
                FreeRun(cable, tuple(numbers), totals[key, cable], cable in spliced)
                for cable, numbers in by_cable.items()
            ),
        )
        for key, by_cable in runs.items()
    }
    return Free(pairs, {cable: tuple(numbers) for cable, numbers in loose.items()})


def _ends(
    plant: Plant, cable: Cable, number: int, order: Mapping[str, int]
) -> tuple[Pair, bool] | Literal["counted elsewhere"] | None:
    """The places where a strand comes out on panels, and whether it is spliced on; None: nowhere.

    A strand that is spliced on counts with the cable of its chain that is first in the plan.
    """
    try:
        stretches = followed(plant, cable, (number,))
        check_finished(plant, stretches)
    except StrandError:
        return None
    if min(stretches, key=lambda one: order[one.cable]).cable != cable.name:
        return "counted elsewhere"
    first, last = stretches[0], stretches[-1]
    near, far = plant.cables[first.cable], plant.cables[last.cable]
    a = near.a if first.forward else near.b
    b = far.b if last.forward else far.a
    return pair(a, b), len(stretches) > 1


def joined(check: PlanCheck, free: Free, a: str, b: str) -> tuple[Joined, ...]:
    """What would join two places over one place between, the most strands first."""
    found = []
    around: defaultdict[str, list[FreePair]] = defaultdict(list)
    for one in free.pairs.values():
        if one.count:
            for place in one.places:
                around[place].append(one)
    far = {_other(one, b): one for one in around[b] if a not in one.places}
    for near in around[a]:
        via = _other(near, a)
        if via in far and b not in near.places and via not in (a, b):
            other = far[via]
            found.append(
                Joined(via, "patch", _names(near), _names(other), min(near.count, other.count))
            )
    found += _splices(check, free, a, b)
    return tuple(sorted(found, key=lambda one: (-one.strands, one.via)))


def _splices(check: PlanCheck, free: Free, a: str, b: str) -> list[Joined]:
    """Loose ends of two cables at one place."""
    cables = check.plant.cables
    mine = [cables[name] for name in free.loose if a in (cables[name].a, cables[name].b)]
    theirs = [cables[name] for name in free.loose if b in (cables[name].a, cables[name].b)]
    found = []
    for one in mine:
        via = one.b if one.a == a else one.a
        for other in theirs:
            if other.name != one.name and via in (other.a, other.b) and via not in (a, b):
                count = min(len(free.loose[one.name]), len(free.loose[other.name]))
                found.append(Joined(via, "splice", one.name, other.name, count))
    return found


def _other(one: FreePair, place: str) -> str:
    return one.places[1] if one.places[0] == place else one.places[0]


def _names(one: FreePair) -> str:
    return ", ".join(run.cable for run in one.runs if run.strands)
