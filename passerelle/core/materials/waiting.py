"""Glass that waits: strands of new cables that are left coiled, and what ending them would take."""

from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass, replace

from passerelle.core.choice.prices import PriceBook
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.model import Plant

from .backbone import FACTORY, ended, is_new, of_ends
from .costing import Cost, count_cable
from .wanted import Open


@dataclass(frozen=True, slots=True)
class Waiting:
    """Strands of a cable that are spare, and not free before they are ended.

    takes : parts and how many, at both ends; empty: the other ends come from a factory, and nobody
    recorded how these would be made. cost : parts and work of a visit of its own; None: a
    price is missing.
    """

    cable: str
    strands: int
    takes: tuple[tuple[str, float], ...]
    cost: float | None


def waiting(plant: Plant, rules: HouseRules, book: PriceBook) -> Iterator[Waiting]:
    """A line for each new cable of which the house rule leaves strands unended."""
    for cable in plant.cables.values():
        if not is_new(cable):
            continue
        rest = cable.strands - ended(plant, cable, rules)
        if rest <= 0 or all(end.kind is None for end in cable.ends):
            continue
        if FACTORY in (cable.ends[0].kind, cable.ends[1].kind):
            yield Waiting(cable.name, rest, (), None)
            continue
        takes: defaultdict[str, float] = defaultdict(float)
        for one in of_ends(plant, cable, rest):
            if not isinstance(one, Open):
                takes[f"{one.item}: {one.what}"] += one.quantity
        cost = Cost(book)
        count_cable(cost, plant, replace(cable, strands=rest), 0.0, rest)
        cost.work("visit")
        total = None if cost.total is None else round(cost.total, 2)
        yield Waiting(cable.name, rest, tuple(takes.items()), total)
