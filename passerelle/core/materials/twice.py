"""Twice the glass: what more strands cost now, against a second cable in a visit of its own.

What is pulled anyway takes a larger cable for little; coming back takes a visit, a set-up and a
pull. For a copper run or an open trench that ends where no glass lies, it is one pair, unended.
"""

from collections.abc import Collection, Iterator
from dataclasses import dataclass, replace

from passerelle.core.choice.bill import TOGETHER
from passerelle.core.choice.laying import SIZES
from passerelle.core.choice.prices import PriceBook
from passerelle.core.plan.backbone import Cable
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.model import Plant, lengths

from .backbone import FACTORY, ended, is_new
from .costing import Cost, count_cable

GLASS = "OS2"
"""Glass that is laid where nobody knows yet what will run on it."""
OPEN_KINDS = ("trench", "burial")


@dataclass(frozen=True, slots=True)
class Twice:
    """More glass now against later. strands : of the larger cable. None: no price for it.

    beside : the cable, copper run or pathway that is done anyway. lacking : what has no price.
    """

    beside: str
    kind: str
    strands: int
    instead_of: int
    now: float | None
    later: float | None
    lacking: tuple[str, ...] = ()


def twice(
    plant: Plant, rules: HouseRules, book: PriceBook, in_store: Collection[str] = ()
) -> Iterator[Twice]:
    """A line for each cable that is still to be pulled, and for ways that end without glass.

    in_store : cables that reels at hand serve as they are; a larger one is bought whole.
    """
    for cable in plant.cables.values():
        free = cable.name in in_store
        made = _of_cable(plant, cable, rules, book, free) if is_new(cable) else None
        if made is not None:
            yield made
    yield from _without_glass(plant, book)


def _of_cable(
    plant: Plant, cable: Cable, rules: HouseRules, book: PriceBook, free: bool
) -> Twice | None:
    """None where its length is not known, its ends are made in a factory, or none is larger."""
    order_m = lengths(plant, cable).order_m
    larger = next((size for size in SIZES if size > cable.strands), None)
    factory = FACTORY in (cable.ends[0].kind, cable.ends[1].kind)
    too_many = cable.type is not None and larger is not None and larger > cable.type.max_strands
    if order_m is None or larger is None or factory or too_many:
        return None
    small, large, later = Cost(book), Cost(book), Cost(book)
    bigger = replace(cable, strands=larger)
    more = larger - cable.strands
    count_cable(small, plant, cable, 0.0 if free else order_m, ended(plant, cable, rules))
    count_cable(large, plant, bigger, order_m, ended(plant, bigger, rules))
    second = next(size for size in SIZES if size >= more)
    count_cable(later, plant, replace(cable, strands=second), order_m,
           second if rules.end_strands == "all" else 0)  # fmt: skip
    for operation, times in (("visit", 1.0), ("set-up", 1.0), ("pull", order_m)):
        later.work(operation, times)
    lacking = tuple({**small.lacking, **large.lacking, **later.lacking})
    now = None
    if large.total is not None and small.total is not None:
        now = round(large.total - small.total, 2)
    then = None if later.total is None else round(later.total, 2)
    return Twice(cable.name, "cable", larger, cable.strands, now, then, lacking)


def _without_glass(plant: Plant, book: PriceBook) -> Iterator[Twice]:
    """Copper runs and open trenches of which an end has no glass: one pair beside them, unended."""
    lit = {
        place for cable in plant.cables.values() if not cable.wish for place in (cable.a, cable.b)
    }
    ways = [
        (run.name, "copper", run.a, run.b, run.length_m)
        for run in plant.copper.values()
        if not run.existing
    ]
    ways += [
        (way.name, "pathway", way.a, way.b, way.length_m)
        for way in plant.pathways.values()
        if way.kind in OPEN_KINDS and not plant.cables_in.get(way.name)
    ]
    for name, kind, a, b, length_m in ways:
        if a is None or b is None or (a in lit and b in lit):
            continue
        now, later = Cost(book), Cost(book)
        for cost in (now, later):
            cost.buy(f"cable {GLASS} {SIZES[0]}", length_m)
        now.work("pull", TOGETHER * length_m)
        for operation, times in (("visit", 1.0), ("set-up", 1.0), ("pull", length_m)):
            later.work(operation, times)
        cents = [None if c.total is None else round(c.total, 2) for c in (now, later)]
        yield Twice(name, kind, SIZES[0], 0, cents[0], cents[1], tuple(now.lacking))
