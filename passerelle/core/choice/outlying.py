"""Home runs against one shared cable for many needs from one place: what the cabling costs."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass

from passerelle.core.plan.house_rules import HOME_RUN, SHARED
from passerelle.core.plant.diverse import shortest_routes, ways_of
from passerelle.core.plant.topology import Layout, compare
from passerelle.core.tables.site import PRACTICE

from .laying import cable_size
from .need import SiteNeed
from .prices import Counted
from .world import World

GRADE = "OS2"
"""Both are priced on the grade that outdoor cable is mostly sold with."""


@dataclass(frozen=True, slots=True)
class LaidOut:
    """One layout with its cost. school : of the house rule; taken : the plan follows it."""

    school: str
    layout: Layout
    total: float | None
    taken: bool


@dataclass(frozen=True, slots=True)
class Outlying:
    """Places that are reached from one hub, both ways. left_out : no pathways lead there."""

    hub: str
    places: tuple[str, ...]
    left_out: tuple[str, ...]
    layouts: tuple[LaidOut, LaidOut]


def outlying(needs: Iterable[SiteNeed], world: World) -> tuple[Outlying, ...]:
    """For every place that two needs or more start from. Modules and cords are alike in both."""
    strands: dict[str, dict[str, int]] = defaultdict(dict)
    for need in needs:
        strands[need.a_place][need.b_place] = (
            strands[need.a_place].get(need.b_place, 0) + 2 * need.circuits
        )
    found = []
    for hub, wanted in strands.items():
        reached = _reached(hub, tuple(wanted), world) if hub in world.plant.places else {}
        if len(reached) < 2:
            continue
        each = max(wanted[place] for place in reached)
        home, shared = compare(world.plant, hub, tuple(reached), each)
        lengths = list(reached.values())
        found.append(
            Outlying(
                hub,
                tuple(reached),
                tuple(place for place in wanted if place not in reached),
                (
                    _laid(HOME_RUN, home, _home(lengths, each, world), world),
                    _laid(SHARED, shared, _shared(shared, each * len(reached), world), world),
                ),
            )
        )
    return tuple(found)


def _reached(hub: str, places: tuple[str, ...], world: World) -> dict[str, float]:
    """Places that pathways lead to from the hub, with the length of cable to each. [m]"""
    known = tuple(p for p in places if p in world.plant.places and p != hub)
    slack = 2 * PRACTICE["slack_each_end_m"].value
    return {
        place: route.length_m + slack
        for place, route in shortest_routes(ways_of(world.plant), hub, known).items()
    }


def _laid(school: str, layout: Layout, total: float | None, world: World) -> LaidOut:
    return LaidOut(school, layout, total, world.rules.outlying == school)


def _home(lengths_m: list[float], each: int, world: World) -> float | None:
    counted = Counted(world.book)
    for far_m in lengths_m:
        _pull(counted, far_m, cable_size(each, world.rules.spare_strands_percent))
    _splices(counted, 2 * each * len(lengths_m))
    return counted.bill().total(world.book)


def _shared(layout: Layout, strands: int, world: World) -> float | None:
    counted = Counted(world.book)
    _pull(counted, layout.cable_m, cable_size(strands, world.rules.spare_strands_percent))
    _splices(counted, layout.joints)
    return counted.bill().total(world.book)


def _pull(counted: Counted, length_m: float, strands: int) -> None:
    counted.buy(f"cable {GRADE} {strands}", length_m)
    counted.work("pull", length_m)
    counted.work("set-up")


def _splices(counted: Counted, strands: int) -> None:
    """A pigtail on each end of each strand; the price book counts splices by the pair."""
    counted.buy("pigtail", strands)
    counted.buy("splice", strands / 2)
    counted.work("splice", strands / 2)
