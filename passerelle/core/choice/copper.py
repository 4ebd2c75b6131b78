"""Copper as an alternative to fiber: how far it goes, in which cage, at what cost."""

from collections.abc import Iterator
from dataclasses import dataclass

from passerelle.core.plan.beside import CopperRun
from passerelle.core.plant.copper import FINISHED, laid_m, too_far
from passerelle.core.tables.copper import ROWS, CopperRow

from .need import NO_CAGE, SiteNeed, rates
from .prices import Bill, Counted
from .world import World

PAIR, IN_A_CAGE, OPTICAL = "twisted pair", "twisted pair in a cage", "active optical"


@dataclass(frozen=True, slots=True)
class Copper:
    """A copper cable for a need; reason : why it is ruled out, None where it works.

    lengths_m : of the cable on each route. [m]
    """

    row: CopperRow
    label: str
    reason: str | None
    bill: Bill
    sure: bool
    lengths_m: tuple[float, ...] = ()


def in_place_of(run: CopperRun) -> SiteNeed:
    """What a copper run is there for, as a need that fiber can be asked to meet.

    A speed that no fiber has is asked for at the next that one has; a duct of no length is a metre.
    """
    rate = next((known for known in rates() if known >= run.rate_gbps), run.rate_gbps)
    return SiteNeed(run.a, run.b, max(run.length_m, 1.0), rate, circuits=min(run.count, 48))


def copper_for(need: SiteNeed, world: World, outdoors: bool) -> Iterator[Copper]:
    """Every copper row of the need's speed. outdoors : the way leaves the building."""
    for row in ROWS:
        if row.rate_gbps == need.rate_gbps:
            reason = _reason(row, need, world, outdoors)
            sure, lengths = row.confidence == "high", _lengths(row, need)
            yield Copper(row, row.name, reason, _bill(row, need, world), sure, lengths)


def _reason(row: CopperRow, need: SiteNeed, world: World, outdoors: bool) -> str | None:
    if need.strands_at_hand is not None:
        return "strands are at hand, no copper"
    beyond = too_far(row, max(_lengths(row, need)))
    if beyond is not None:
        return beyond
    if outdoors and row.kind == OPTICAL:
        return "its ends are on it: it is not made to be pulled outdoors"
    if outdoors:
        return "between buildings copper invites lightning and ground-potential trouble"
    for cages in _cages(need, world):
        if row.cages and not set(cages) & set(row.cages):
            return f"fits {', '.join(row.cages)}; one end has {', '.join(cages)}"
        if row.kind == PAIR and NO_CAGE not in cages:
            return f"needs copper ports of its own; one end has {', '.join(cages)}"
    return None


def _cages(need: SiteNeed, world: World) -> Iterator[tuple[str, ...]]:
    """The cages of each end that is decided: as stated, or those of its device."""
    for cage, name in ((need.cage_a, need.device_a), (need.cage_b, need.device_b)):
        device = world.devices.get(name) if name else None
        if cage is not None:
            yield (cage,)
        elif device is not None:
            yield tuple(dict.fromkeys(group.cage or NO_CAGE for group in device.ports))


def _lengths(row: CopperRow, need: SiteNeed) -> tuple[float, ...]:
    routes = [need.distance_m] + ([need.redundant_m] if need.redundant_m is not None else [])
    return tuple(laid_m(row, far_m) for far_m in routes)


def _bill(row: CopperRow, need: SiteNeed, world: World) -> Bill:
    counted = Counted(world.book)
    lengths = _lengths(row, need)
    for cable_m in lengths * need.circuits:
        if row.kind in FINISHED:
            counted.buy(f"{row.kind} {row.rate_gbps:g}")
            counted.work("module", 2)
            continue
        counted.buy(f"twisted pair {row.grade}", cable_m)
        counted.work("pull", cable_m)
        counted.work("end", 2)
        if row.kind == IN_A_CAGE:
            counted.buy(f"module {row.name.partition(' ')[0]}", 2)
            counted.work("module", 2)
    if row.kind not in FINISHED:
        counted.work("set-up", len(lengths))
    return counted.bill()
