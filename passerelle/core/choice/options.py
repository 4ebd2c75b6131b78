"""Options that meet a need: judged by the same check as any link.

No second set of rules: an option is offered only where the check says that it works, and ruled out
with the one finding that decides.
"""

from dataclasses import dataclass, replace

from passerelle.core.check import TIGHT, WORKS, LinkCheck, check_link
from passerelle.core.edits import apply_all
from passerelle.core.future import comparable
from passerelle.core.growth import as_application
from passerelle.core.house_rules import FIBER_BEYOND_RACK
from passerelle.core.judging import uncertain_figures
from passerelle.core.lightpath import Segment
from passerelle.core.link import Link
from passerelle.core.modules import EndError
from passerelle.core.plant.tables import CABLE_TYPES
from passerelle.core.plant.taking import strands_needed
from passerelle.core.tables import STANDARD

from .bill import Second, bill_of, second_cable
from .candidates import COPPER, RuledOut, World, applications, candidates
from .copper import Copper, copper_for
from .need import SiteNeed
from .prices import Bill

__all__ = ["Found", "Option", "RuledOut", "World", "applications", "cured", "find"]

_CURED = {"light.overload", "fiber.mode-conditioning", "fiber.mode-conditioning-one-end"}


@dataclass(frozen=True)
class Option:
    """One way to meet the need. key : stays the same for the same way.

    links : one a circuit; empty for copper, which has no light path.
    grows : carries the growth speed with new modules alone; None where nothing grows.
    later : what the growth speed costs then; None: no price.
    against : house rules that it does not follow. construction : of new cable, by surroundings.
    """

    key: str
    kind: str
    label: str
    links: tuple[Link, ...]
    check: LinkCheck | None
    bill: Bill
    total: float | None
    strands: int
    grows: bool | None = None
    later: float | None = None
    against: tuple[str, ...] = ()
    sure: bool = True
    copper: Copper | None = None
    construction: str | None = None
    second: Second | None = None

    @property
    def parts(self) -> int:
        """Pieces to buy and stock, by kind."""
        return len(self.bill.lines)

    @property
    def margin_db(self) -> float | None:
        """The smaller margin of the two directions. [dB]"""
        return self.check.margin_db if self.check else None


@dataclass(frozen=True)
class Found:
    """Options that work, and those that do not."""

    offered: tuple[Option, ...]
    ruled_out: tuple[RuledOut, ...]


def find(need: SiteNeed, world: World, *, with_growth: bool = True) -> Found:
    """Every option for a need. The need is taken as checked."""
    offered: list[Option] = []
    ruled: list[RuledOut] = []
    for candidate in candidates(need, world):
        if isinstance(candidate, RuledOut):
            ruled.append(candidate)
            continue
        kind, label, links = candidate
        _judge(need, world, kind, label, links, offered, ruled)
    for copper in copper_for(need, world):
        if copper.reason is not None:
            ruled.append(RuledOut(copper.label, copper.reason))
        else:
            offered.append(_copper_option(copper, need, world))
    if with_growth and need.growth_gbps is not None:
        offered = _with_growth(need, world, offered)
    return Found(tuple(offered), tuple(ruled))


def cured(link: Link, world: World) -> LinkCheck:
    """The check of a link with those cures applied that any planner would: attenuator, cords.

    Raises EndError.
    """
    check = check_link(link, world.rules, world.tables)
    for _ in range(2):
        remedy = next(
            (f.remedy for f in check.findings if f.rule.id in _CURED and f.remedy is not None), None
        )
        if remedy is None:
            return check
        check = check_link(apply_all(check.budget.link, remedy.edits), world.rules, world.tables)
    return check


def _judge(
    need: SiteNeed,
    world: World,
    kind: str,
    label: str,
    links: tuple[Link, ...],
    offered: list[Option],
    ruled: list[RuledOut],
) -> None:
    try:
        checks = [cured(link, world) for link in (links if _differ(links) else links[:1])]
    except EndError as error:
        ruled.append(RuledOut(label, str(error)))
        return
    worst = min(checks, key=lambda c: (c.verdict in (WORKS, TIGHT), c.margin_db or -99.0))
    strands = _strands(links)
    if worst.verdict not in (WORKS, TIGHT):
        causes = [f for f in worst.findings if f.explained_by is None]
        reason = causes[0].message if causes else "a figure that decides is not known"
        ruled.append(RuledOut(label, reason))
        return
    if need.strands_at_hand is not None and strands > need.strands_at_hand:
        at_hand = need.strands_at_hand
        what = "strand is" if at_hand == 1 else "strands are"
        ruled.append(RuledOut(label, f"takes {strands} strands; {at_hand} {what} at hand"))
        return
    if _differ(links):
        links = tuple(check.budget.link for check in checks)
    else:
        cured_path = worst.budget.link
        links = tuple(replace(link, path=cured_path.path, a=cured_path.a, b=cured_path.b)
                      for link in links)  # fmt: skip
    bill = bill_of(links, world.book, world.rules.spare_strands_percent, strands)
    offered.append(
        Option(
            key=label,
            kind=kind,
            label=label,
            links=links,
            check=worst,
            bill=bill,
            total=bill.total(world.book),
            strands=strands,
            against=_against(worst),
            sure=not uncertain_figures(worst.budget),
            construction=_construction(need, links[0], bill),
            second=second_cable(links[0], world.book, world.rules.spare_strands_percent, strands),
        )
    )


def _construction(need: SiteNeed, link: Link, bill: Bill) -> str | None:
    """What new cable should be made like, by where it runs; a row of the cable table."""
    cable = next((line for line in bill.lines if line.key.startswith("cable ")), None)
    if cable is None:
        return None
    size = int(cable.key.rsplit(" ", 1)[1])
    use = "indoor/outdoor" if need.outdoors else "indoor"
    fitting = [
        row
        for row in CABLE_TYPES.values()
        if row.use == use and row.max_strands >= size and not row.metallic
    ]
    return fitting[0].name if fitting else None


def _differ(links: tuple[Link, ...]) -> bool:
    """Lanes, channels and strands make circuits differ; otherwise one stands for all."""
    return any(link.path != links[0].path or link.a != links[0].a for link in links[1:])


def _strands(links: tuple[Link, ...]) -> int:
    """Strands that all circuits take together: lanes of a port and channels of a pair share."""
    first = links[0]
    lines = {p.line for p in first.path.parts if isinstance(p, Segment) and p.line}
    if lines:
        return 2
    if first.a.port.lane is not None:
        lanes = max(link.a.port.lane or 1 for link in links)
        parent = STANDARD.applications[first.a.application]
        return parent.strands * -(-len(links) // lanes)
    return strands_needed(first) * len(links)


def _against(check: LinkCheck) -> tuple[str, ...]:
    return tuple(f.rule.title for f in check.findings if f.rule.id.startswith("house."))


def _copper_option(copper: Copper, need: SiteNeed, world: World) -> Option:
    against = (
        ("The plan takes fiber beyond the rack",)
        if world.rules.short_runs == FIBER_BEYOND_RACK and not need.same_rack
        else ()
    )
    return Option(
        key=copper.label,
        kind=COPPER,
        label=copper.label,
        links=(),
        check=None,
        bill=copper.bill,
        total=copper.bill.total(world.book),
        strands=0,
        against=against,
        sure=copper.sure,
        copper=copper,
    )


def _with_growth(need: SiteNeed, world: World, offered: list[Option]) -> list[Option]:
    """Which options carry the growth speed with new modules, and what growing costs then."""
    assert need.growth_gbps is not None
    if need.growth_gbps == need.rate_gbps:
        return [replace(one, grows=True, later=0.0) for one in offered]
    later = replace(need, rate_gbps=need.growth_gbps, growth_gbps=None, cage_a=None, cage_b=None)
    totals = [o.total for o in find(later, world, with_growth=False).offered if o.total is not None]
    visit = world.book.minutes.get("visit", 0.0) / 60 * (world.book.per_hour or 0.0)
    anew = min(totals) + visit if totals else None
    return [_grown(one, need, world, anew) for one in offered]


def _grown(one: Option, need: SiteNeed, world: World, anew: float | None) -> Option:
    assert need.growth_gbps is not None
    if one.check is None:
        return replace(one, grows=False, later=anew)
    costs: list[float | None] = []
    lowest = one.check.budget.lowest
    module = one.check.budget.modules[0]
    for application in comparable(module, lowest.mode if lowest else ""):
        pair = application.pairs_with
        if application.rate_gbps != need.growth_gbps or (pair and pair < application.name):
            continue
        if module.parent is not None:
            continue
        then = one.check.again(as_application(one.check.budget.link, application))
        if then.verdict in (WORKS, TIGHT):
            price = world.book.prices.get(f"module {application.name}")
            costs.append(None if price is None else 2 * price * need.circuits)
    if not costs:
        return replace(one, grows=False, later=anew)
    known = [cost for cost in costs if cost is not None]
    return replace(one, grows=True, later=min(known) if known else None)
