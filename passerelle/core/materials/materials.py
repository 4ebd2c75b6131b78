"""Everything that a plan takes to build: lines, cuts, what is open, and the work."""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import chain

from passerelle.core.choice.bill import module_price
from passerelle.core.choice.prices import PriceBook
from passerelle.core.judge.ties import kept, shelved, told
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.plan.house_rules import ONE_A_TYPE
from passerelle.core.plan.plan import Plan
from passerelle.core.plant.reels import cut_plan

from .backbone import of_cable_ends, of_closures, of_panels
from .beside import of_beside
from .cables import CableBuy, CutReel, NotCut, cable_buy
from .labour import Labour, labour_of
from .lines import Line, cable_lines, piece_lines
from .onlinks import of_links
from .wanted import Loose, Open, Wanted


@dataclass(frozen=True, slots=True)
class Materials:
    """What to buy and to cut. open : what is not recorded, so that nothing was counted for it.

    book : the prices that it was worked out with. drums_m : of drums to buy; least_m : no choice of
    drums takes fewer. [m]
    """

    lines: tuple[Line, ...]
    cuts: tuple[CutReel, ...]
    not_cut: tuple[NotCut, ...]
    open: tuple[Open, ...]
    labour: Labour
    proved: bool
    book: PriceBook
    drums_m: float = 0.0
    least_m: float = 0.0

    @property
    def known_total(self) -> float:
        """The sum of the lines that have a price."""
        return round(sum(line.total for line in self.lines if line.total is not None), 2)

    @property
    def unpriced(self) -> tuple[Line, ...]:
        """Lines without a price: what to ask for."""
        return tuple(line for line in self.lines if line.total is None)

    @property
    def total(self) -> float | None:
        """What all of it comes to; None where a price is missing or something is open."""
        blocked = any(one.blocks for one in self.open)
        return None if self.unpriced or blocked else self.known_total


def materials_of(check: PlanCheck, book: PriceBook) -> Materials:
    """Work out what a judged plan takes; nothing of it is stored."""
    plan, plant = check.plan, check.plant
    links = tuple(one.budget.link for one in check.links)
    found = chain(
        of_cable_ends(plant, plan.house_rules), of_panels(plant), of_closures(plant),
        of_links(links, plan.house_rules), of_beside(plant),
    )  # fmt: skip
    wanted: list[Wanted] = []
    loose: list[Loose] = []
    lacking: list[Open] = []
    for one in found:
        if isinstance(one, Open):
            lacking.append(one)
        elif isinstance(one, Loose):
            loose.append(one)
        else:
            wanted.append(one)
    bought = cable_buy(plant, plan.house_rules, cut_plan(plant), loose)
    open_ = [*bought.open, *lacking]
    wanted += _spares(check)
    wanted += _labels(plan, wanted, bought)
    stock = {one.name: one.count for one in plan.stock}
    lines = (*cable_lines(bought.needs, book), *piece_lines(wanted, book, stock))
    labour = labour_of(plant, plan.house_rules, wanted, book, loose)
    return Materials(
        lines,
        bought.cuts,
        bought.not_cut,
        tuple(dict.fromkeys(open_)),
        labour,
        bought.proved,
        book,
        bought.drums_m,
        bought.least_m,
    )


def _spares(check: PlanCheck) -> Iterator[Wanted]:
    """One of every module type for the shelf, where the house rule asks; the shelf goes first."""
    rules = check.plan.house_rules
    if rules.spares != ONE_A_TYPE:
        return
    shelf = {
        told(kept((spare.type, spare.coding), rules)) for spare in check.plan.spares if spare.count
    }
    types: dict[str, str] = {}
    for one in check.links:
        for end in (one.budget.link.a, one.budget.link.b):
            types.setdefault(told(kept(shelved(end), rules)), module_price(end))
    for what, key in types.items():
        if what not in shelf:
            yield Wanted("spare module", what, key, 1, "spare")


_PLUGS_OF = {"cord": 2, "conditioning cord": 2, "pigtail": 1, "connector": 1}


def _labels(plan: Plan, wanted: list[Wanted], bought: CableBuy) -> Iterator[Wanted]:
    """Two labels for each new cable and cord, one for each panel and closure; cleaning by plug."""
    cables = sum(len(need.names) for need in bought.needs)
    cords = sum(one.quantity for one in wanted if one.item in ("cord", "conditioning cord"))
    single = sum(one.quantity for one in wanted if one.item in ("panel", "closure"))
    labels = 2 * cables + 2 * cords + single
    if labels:
        yield Wanted("label", "both ends of cables and cords, panels, closures", "label", labels,
                     plan.name)  # fmt: skip
    plugs = sum(one.quantity * _PLUGS_OF.get(one.item, 0) for one in wanted)
    plugs += sum(need.ends for need in bought.needs)
    if plugs:
        yield Wanted("cleaning supply", "dry cleaning of one plug and its partner",
                     "cleaning supply", plugs, plan.name)  # fmt: skip
