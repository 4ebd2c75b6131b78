"""Growth of options: what the same glass carries later, by when, and what it costs then."""

from dataclasses import dataclass, field, replace

from passerelle.core.judge.check import TIGHT, WORKS, LinkCheck
from passerelle.core.judge.future import comparable
from passerelle.core.light.link import Link
from passerelle.core.light.modules import Module
from passerelle.core.remedies.growth import as_application
from passerelle.core.tables import STANDARD

from .bill import Taken
from .laying import trunks
from .need import SiteNeed
from .world import World


def counts_for(need: SiteNeed, this_year: int | None) -> float:
    """How much growth counts: 1 now or at no stated year, less the later, 0 beyond the life."""
    if need.growth_by is None or this_year is None:
        return 1.0
    years = need.growth_by - this_year
    return max(0.0, 1.0 - years / STANDARD.planning["cabling_life_years"])


@dataclass
class Ripe:
    """The fastest speed that a path carries; options on the same glass are tried once."""

    known: dict[tuple[object, ...], float] = field(default_factory=dict)

    def carries(self, checks: tuple[LinkCheck, ...]) -> float | None:
        """The fastest speed that every route carries with new modules alone. [Gb/s]"""
        if not checks:
            return None
        return min(self._one(check) for check in checks)

    def _one(self, check: LinkCheck) -> float:
        sums = check.budget
        now = min(module.rate_gbps for module in sums.modules)
        slower = min(sums.modules, key=lambda module: module.rate_gbps)
        key = (now, slower.strands, slower.parent, slower.source[:3], sums.link.path.parts[1:-1])
        if key not in self.known:
            self.known[key] = _fastest(check, slower, now)
        return self.known[key]


def _fastest(check: LinkCheck, module: Module, now_gbps: float) -> float:
    """Fastest first, so that glass with much to spare is done at once."""
    if module.parent is not None:
        return now_gbps  # a lane grows with its port, not by itself
    lowest = check.budget.lowest
    faster = [
        a
        for a in comparable(module, lowest.mode if lowest else "")
        if a.rate_gbps > now_gbps and not (a.pairs_with and a.pairs_with < a.name)
    ]
    for application in sorted(faster, key=lambda a: -a.rate_gbps):
        then = check.again(as_application(check.budget.link, application))
        if then.verdict in (WORKS, TIGHT):
            return application.rate_gbps
    return now_gbps


def carried(
    need: SiteNeed, world: World, ways: tuple[Taken, ...], checks: tuple[LinkCheck, ...]
) -> tuple[bool, float | None]:
    """Does the same glass carry the growth speed on every route, and what do its modules cost?"""
    assert need.growth_gbps is not None
    if not checks:
        return False, None
    costs: list[float | None] = []
    for then in _faster(checks[0], need.growth_gbps):
        works = all(
            check.again(_as(check.budget.link, then)).verdict in (WORKS, TIGHT) for check in checks
        )
        if works:
            costs.append(_cost(then, world, ways))
    if not costs:
        return False, None
    known = [cost for cost in costs if cost is not None]
    return True, min(known) if known else None


@dataclass(frozen=True, slots=True)
class _Then:
    """An application for later; of a split port with the application of its legs."""

    application: str
    leg: str | None = None


def _faster(check: LinkCheck, rate_gbps: float) -> list[_Then]:
    module = check.budget.modules[0]
    if module.parent is not None:
        return _legs(module, rate_gbps)
    lowest = check.budget.lowest
    return [
        _Then(a.name)
        for a in comparable(module, lowest.mode if lowest else "")
        if a.rate_gbps == rate_gbps and not (a.pairs_with and a.pairs_with < a.name)
    ]


def _legs(module: Module, rate_gbps: float) -> list[_Then]:
    """Other four-lane ports that split into legs of the growth speed over as many strands."""
    now = STANDARD.applications[module.parent or ""]
    return [
        _Then(row.parent, row.leg)
        for row in STANDARD.breakouts.values()
        if STANDARD.applications[row.leg].rate_gbps == rate_gbps
        and STANDARD.applications[row.parent].strands == now.strands
    ]


def _as(link: Link, then: _Then) -> Link:
    """The link with modules of later, whose plugs come with them."""
    if then.leg is None:
        return as_application(link, STANDARD.applications[then.application])
    a = replace(link.a, application=then.application, cage=None, device=None, connector=None)
    b = replace(link.b, application=then.leg, cage=None, device=None, connector=None)
    return replace(link, a=a, b=b)


def _cost(then: _Then, world: World, ways: tuple[Taken, ...]) -> float | None:
    """New modules at both ends of every circuit, and the minutes to change them."""
    book = world.book
    near = book.prices.get(f"module {then.application}")
    partner = then.leg or STANDARD.applications[then.application].pairs_with or then.application
    far = book.prices.get(f"module {partner}")
    if near is None or far is None or book.per_hour is None:
        return None
    links = sum(len(way.links) for way in ways)
    ports = sum(trunks(way.links) for way in ways) if then.leg else links
    minutes = book.minutes.get("module", 0.0) * (ports + links)
    return near * ports + far * links + minutes / 60 * book.per_hour
