"""Copper as an alternative to fiber: how far it goes, in which cage, at what cost."""

from collections.abc import Iterator
from dataclasses import dataclass

from passerelle.core.tables import STANDARD
from passerelle.core.tables.copper import ROWS, CopperRow
from passerelle.core.words import metres

from .need import NO_CAGE, SiteNeed
from .prices import Bill, Counted
from .world import World

DIRECT, PAIR, IN_A_CAGE = "direct-attach", "twisted pair", "twisted pair in a cage"


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


def copper_for(need: SiteNeed, world: World, outdoors: bool) -> Iterator[Copper]:
    """Every copper row of the need's speed. outdoors : the way leaves the building."""
    for row in ROWS:
        if row.rate_gbps == need.rate_gbps and need.existing is None:
            reason = _reason(row, need, world, outdoors)
            sure, lengths = row.confidence == "high", _lengths(row, need)
            yield Copper(row, row.name, reason, _bill(row, need, world), sure, lengths)


def _reason(row: CopperRow, need: SiteNeed, world: World, outdoors: bool) -> str | None:
    if need.strands_at_hand is not None:
        return "strands are at hand, no copper"
    far_m = max(need.distance_m, need.redundant_m or 0.0)
    if far_m > row.reach_m:
        return f"{metres(far_m, 'g')}; {metres(row.reach_m, 'g')} is its reach"
    if row.kind == DIRECT and not need.same_rack:
        return "a finished cable of fixed length: within a rack, or the next one"
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
            yield tuple(dict.fromkeys(group.cage for group in device.ports))


SLACK_M = 2 * STANDARD.planning["slack_each_end_m"]
"""Twisted pair, at both ends together; a direct-attach cable is bought as long as it is."""


def _lengths(row: CopperRow, need: SiteNeed) -> tuple[float, ...]:
    routes = [need.distance_m] + ([need.redundant_m] if need.redundant_m is not None else [])
    return tuple(far_m if row.kind == DIRECT else far_m + SLACK_M for far_m in routes)


def _bill(row: CopperRow, need: SiteNeed, world: World) -> Bill:
    counted = Counted(world.book)
    lengths = _lengths(row, need)
    for cable_m in lengths * need.circuits:
        if row.kind == DIRECT:
            counted.buy(f"direct-attach {row.rate_gbps:g}")
            counted.work("module", 2)
            continue
        grade = "Cat 5e" if row.rate_gbps <= 1 else "Cat 6A"
        counted.buy(f"twisted pair {grade}", cable_m)
        counted.work("pull", cable_m)
        counted.work("end", 2)
        if row.kind == IN_A_CAGE:
            counted.buy("module 10GBASE-T", 2)
            counted.work("module", 2)
    if row.kind != DIRECT:
        counted.work("set-up", len(lengths))
    return counted.bill()
