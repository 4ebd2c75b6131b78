"""What tasks are derived from, looked up once: the judged plan, its materials, what stops."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass
from functools import cached_property
from math import ceil

from passerelle.core.choice.prices import PriceBook
from passerelle.core.judge.rules import STOP
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.materials.backbone import is_new
from passerelle.core.materials.lines import Line, priced_as
from passerelle.core.materials.materials import Materials
from passerelle.core.materials.wanted import Item
from passerelle.core.plan.backbone import Cable
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.model import Plant


@dataclass(frozen=True)
class Ground:
    """A judged plan with its materials. book : prices, minutes and lead times."""

    check: PlanCheck
    materials: Materials

    @property
    def plant(self) -> Plant:
        """The backbone."""
        return self.check.plant

    @property
    def rules(self) -> HouseRules:
        """The plan's house rules."""
        return self.check.plan.house_rules

    @property
    def book(self) -> PriceBook:
        """Prices and minutes."""
        return self.materials.book

    @cached_property
    def new_cables(self) -> tuple[Cable, ...]:
        """Cables that are still to be pulled."""
        return tuple(one for one in self.plant.cables.values() if is_new(one))

    @cached_property
    def stops(self) -> dict[tuple[str, str], tuple[str, ...]]:
        """What stops a thing, by kind and name."""
        found: defaultdict[tuple[str, str], list[str]] = defaultdict(list)
        for one in self.check.backbone:
            if one.finding.rule.severity == STOP:
                found[one.sort, one.name].append(one.finding.said)
        for link in self.check.links:
            for finding in link.findings:
                if finding.rule.severity == STOP:
                    found["link", link.budget.link.name].append(finding.said)
        return {key: tuple(dict.fromkeys(said)) for key, said in found.items()}

    @cached_property
    def _bought(self) -> dict[str, list[tuple[Line, float]]]:
        """For each reason the lines that are for it, with how much of them."""
        found: defaultdict[str, list[tuple[Line, float]]] = defaultdict(list)
        for line in self.materials.lines:
            for reason, share in zip(line.reasons, line.shares, strict=True):
                found[reason].append((line, share))
        return found

    def parts(self, name: str, items: Iterable[Item], *, half: bool = False) -> tuple[str, ...]:
        """What goes along for a thing, of some kinds of parts.

        half : to one of its two ends; what does not halve goes to whichever is first.
        """
        wanted = set(items)
        found = []
        for line, share in self._bought.get(name, ()):
            if line.item not in wanted:
                continue
            whole = not half or line.unit == "m" or share % 2
            count = share if whole else share / 2
            both = " (both ends)" if half and whole else ""
            unit = " m" if line.unit == "m" else ""
            found.append(f"{count:g}{unit} × {line.item}: {line.what}{both}")
        return tuple(found)

    def count(self, name: str, item: Item) -> float:
        """How many of a kind of part are for a thing."""
        return sum(share for line, share in self._bought.get(name, ()) if line.item == item)

    def due(self, name: str, items: Iterable[Item]) -> int:
        """The first working day that all its parts are there; what is at hand is there on day 1."""
        wanted = set(items)
        leads = [
            self.lead(line) or 0
            for line, _ in self._bought.get(name, ())
            if line.item in wanted and line.buy > 0
        ]
        return 1 + max(leads, default=0)

    def lead(self, line: Line) -> int | None:
        """Working days until a line's goods come; None: nobody recorded it."""
        return self.book.leads.get(priced_as(line.key, line.what, self.book))

    def minutes(self, operation: str, times: float = 1) -> float:
        """How long an operation takes one person, so many times, at the pace of the site. [min]"""
        return self.book.minutes.get(operation, 0.0) * times * self.rules.pace

    @cached_property
    def chain_of(self) -> dict[str, str]:
        """For each cable the first one of those that closures splice together."""
        first = {name: name for name in self.plant.cables}

        def root(name: str) -> str:
            while first[name] != name:
                name = first[name]
            return name

        order = {name: at for at, name in enumerate(first)}
        for closure in self.plant.closures.values():
            for splice in closure.splices:
                if splice.a in first and splice.b in first:
                    a, b = sorted((root(splice.a), root(splice.b)), key=order.__getitem__)
                    first[b] = a
        return {name: root(name) for name in first}


def pairs(strands: int) -> int:
    """Duplex ports that so many strands stand on."""
    return ceil(strands / 2)
