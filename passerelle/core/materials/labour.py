"""How long the work takes: each operation so many times, by the minutes of the price book."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass

from passerelle.core.choice.prices import PriceBook
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.model import Plant, lengths

from .backbone import FACTORY, ended, is_new, lit_through
from .wanted import Item, Loose, Wanted

_OPERATION: dict[Item, str] = {
    "connector": "field connector", "splice protector": "splice", "mechanical splice": "splice",
    "adapter": "port", "module": "module", "cord": "cord", "conditioning cord": "cord",
}  # fmt: skip
"""What is done with a piece of each kind."""


def operation_of(item: Item) -> str | None:
    """What is done with a piece of a kind; None: nothing that takes time of its own."""
    return _OPERATION.get(item)


@dataclass(frozen=True, slots=True)
class Labour:
    """Hours of work, and what they cost; None where an hour has no price. [h]"""

    hours: float
    cost: float | None
    times: tuple[tuple[str, float], ...]
    """Each operation and how many times."""


def labour_of(
    plant: Plant,
    rules: HouseRules,
    wanted: Iterable[Wanted],
    book: PriceBook,
    loose: Iterable[Loose] = (),
) -> Labour:
    """Pulls, ends, splices, ports, modules and cords, and a test of every strand that is ended."""
    times: defaultdict[str, float] = defaultdict(float)
    for cable in plant.cables.values():
        if not is_new(cable):
            continue
        times["set-up"] += 1
        times["pull"] += lengths(plant, cable).order_m or 0.0
        times["end"] += sum(1 for end in cable.ends if end.kind == FACTORY)
        if lit_through(cable):
            times["test"] += ended(plant, cable, rules)
    for run in loose:
        times["set-up"] += 1
        times["pull"] += run.length_m
        times["test"] += run.strands
        times["end"] += sum(1 for plug in run.plugs if plug is not None and not plug.is_bare)
    for one in wanted:
        operation = operation_of(one.item)
        if operation is not None:
            times[operation] += one.quantity
    minutes = sum(book.minutes.get(key, 0.0) * count for key, count in times.items())
    hours = minutes / 60
    cost = None if book.per_hour is None else round(hours * book.per_hour, 2)
    return Labour(hours, cost, tuple(sorted((key, count) for key, count in times.items() if count)))
