"""Glass that waits: strands of new cables that are left coiled, and what ending them would take."""

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass, replace

from passerelle.core.choice.prices import PriceBook
from passerelle.core.plan.backbone import COILED, Cable, Termination
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.model import Plant
from passerelle.core.plant.strands import coiled_at

from .backbone import FACTORY, ended, is_new, of_ends
from .costing import Cost, count_cable
from .wanted import Open


@dataclass(frozen=True, slots=True)
class Waiting:
    """Strands of a cable that are spare, and not free before they are ended.

    at : places where the whole end is left coiled; empty: some strands at both ends are.
    takes : parts and how many; empty: how it would be ended is not recorded.
    cost : parts and work of a visit of its own; None: a price is missing.
    """

    cable: str
    strands: int
    takes: tuple[tuple[str, float], ...]
    cost: float | None
    at: tuple[str, ...] = ()


def waiting(plant: Plant, rules: HouseRules, book: PriceBook) -> Iterator[Waiting]:
    """A line for each new cable with a coiled end, or of which the house rule leaves strands."""
    for cable in plant.cables.values():
        if not is_new(cable):
            continue
        at, now = coiled_at(cable), ended(plant, cable, rules)
        rest = cable.strands if at else cable.strands - now
        if rest <= 0 or all(end.kind is None for end in cable.ends):
            continue
        whole = _as_the_other(cable)
        if FACTORY in (whole.ends[0].kind, whole.ends[1].kind) or COILED in (
            whole.ends[0].kind, whole.ends[1].kind,
        ):  # fmt: skip
            yield Waiting(cable.name, rest, (), None, at)
            continue
        takes = _parts(plant, whole, cable.strands)
        takes.subtract(_parts(plant, cable, now))
        cost, less = Cost(book), Cost(book)
        count_cable(cost, plant, whole, 0.0, cable.strands)
        count_cable(less, plant, cable, 0.0, now)
        cost.work("visit")
        total = None
        if cost.total is not None and less.total is not None:
            total = round(cost.total - less.total, 2)
        parts = tuple((what, many) for what, many in takes.items() if many > 0)
        yield Waiting(cable.name, rest, parts, total, at)


def _as_the_other(cable: Cable) -> Cable:
    """The cable with a coiled end finished like its other one, where that says how."""
    made: list[Termination] = []
    for end, other in zip(cable.ends, reversed(cable.ends), strict=True):
        known = end.kind == COILED and other.kind not in (None, COILED)
        plug = end.connector or other.connector
        made.append(replace(end, kind=other.kind, connector=plug) if known else end)
    return replace(cable, end_a=made[0], end_b=made[1])


def _parts(plant: Plant, cable: Cable, strands: int) -> Counter[str]:
    found: Counter[str] = Counter()
    for one in of_ends(plant, cable, strands):
        if not isinstance(one, Open):
            found[f"{one.item}: {one.what}"] += int(one.quantity)
    return found
