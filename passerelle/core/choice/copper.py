"""Copper as an alternative to fiber: how far it goes, in which cage, at what cost."""

from collections.abc import Iterator
from dataclasses import dataclass

from passerelle.core.tables.reading import make_row, read_file

from .need import NO_CAGE, SiteNeed
from .prices import Bill, Counted
from .world import World

DIRECT, PAIR, IN_A_CAGE = "direct-attach", "twisted pair", "twisted pair in a cage"


@dataclass(frozen=True, slots=True)
class CopperRow:
    """How far copper goes at a speed. cages : those that it fits; empty: a port of its own."""

    name: str
    kind: str
    rate_gbps: float
    reach_m: float
    cages: tuple[str, ...]
    source: str
    confidence: str
    note: str | None = None


ROWS = tuple(make_row(CopperRow, raw, "copper.toml") for raw in read_file("copper.toml")["copper"])


@dataclass(frozen=True, slots=True)
class Copper:
    """A copper cable for a need; reason : why it is ruled out, None where it works."""

    row: CopperRow
    label: str
    reason: str | None
    bill: Bill
    sure: bool


def copper_for(need: SiteNeed, world: World, outdoors: bool) -> Iterator[Copper]:
    """Every copper row of the need's speed. outdoors : the way leaves the building."""
    for row in ROWS:
        if row.rate_gbps == need.rate_gbps and need.existing is None:
            bill = _bill(row, need, world)
            yield Copper(
                row, row.name, _reason(row, need, world, outdoors), bill, row.confidence == "high"
            )


def _reason(row: CopperRow, need: SiteNeed, world: World, outdoors: bool) -> str | None:
    if need.strands_at_hand is not None:
        return "strands are at hand, no copper"
    far_m = max(need.distance_m, need.redundant_m or 0.0)
    if far_m > row.reach_m:
        return f"{far_m:g} m; {row.reach_m:g} m is its reach"
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


def _bill(row: CopperRow, need: SiteNeed, world: World) -> Bill:
    counted = Counted(world.book)
    routes = [need.distance_m] + ([need.redundant_m] if need.redundant_m is not None else [])
    for far_m in routes * need.circuits:
        if row.kind == DIRECT:
            counted.buy(f"direct-attach {row.rate_gbps:g}")
            counted.work("module", 2)
            continue
        grade = "Cat 5e" if row.rate_gbps <= 1 else "Cat 6A"
        counted.buy(f"twisted pair {grade}", far_m + 6)
        counted.work("pull", far_m + 6)
        counted.work("end", 2)
        if row.kind == IN_A_CAGE:
            counted.buy("module 10GBASE-T", 2)
            counted.work("module", 2)
    if row.kind != DIRECT:
        counted.work("set-up", len(routes))
    return counted.bill()
