"""Options that meet a need: judged by the same check as any link.

No second set of rules: an option is offered only where the check says that it works, and ruled out
with the one finding that decides.
"""

from dataclasses import dataclass, replace

from passerelle.core.judge.check import TIGHT, WORKS, LinkCheck, check_link
from passerelle.core.judge.levels import uncertain_figures
from passerelle.core.light.edits import Edit, apply_all
from passerelle.core.light.link import Link
from passerelle.core.light.modules import EndError
from passerelle.core.plan.backbone import Cable
from passerelle.core.plan.house_rules import COPPER_FIRST, FIBER_BEYOND_RACK
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plant.copper import FINISHED
from passerelle.core.plant.strands import StrandError
from passerelle.core.tables.site import Sold
from passerelle.core.working import steps

from .against import GIVEN_UP, not_followed
from .bill import Second, Taken, bill_of, second_cable
from .candidates import candidates
from .copper import Copper, copper_for
from .growing import Ripe, carried, counts_for
from .laying import SOLD_RANK, Laid, Layer, strands_together
from .need import SiteNeed
from .outfits import AtEnd, at_ends
from .powering import Powering, powerings
from .prices import Bill
from .ways import COPPER, NEW, Candidate, RuledOut
from .world import World

_CURED = {"light.overload", "fiber.mode-conditioning", "fiber.mode-conditioning-one-end"}
DIRECT_FIRST = "The plan takes direct-attach where it reaches"
FIBER_BEFORE_PAIR = "The plan takes fiber before twisted pair"
FIBER_BEYOND = "The plan takes fiber beyond the rack"


def _margin(check: LinkCheck) -> float:
    """A margin that is not known counts as less than any. [dB]"""
    return -99.0 if check.margin_db is None else check.margin_db


@dataclass(frozen=True)
class Option:
    """One way to meet the need. key : stays the same for the same way.

    links : one a circuit, then those of the second route; empty for copper, which has no light
    path. checks : the worst of each route. cables : new ones that the links run on; where the cable
    goes over a reel, none: `laid` then says what is pulled.
    grows : carries the growth speed with new modules alone; None where nothing grows.
    later : what the growth speed costs then; None: no price.
    carries_gbps : the fastest that the same glass carries with new modules.
    against : house rules that it does not follow.
    elsewhere : cables that are only planned, and whose cost stands with them, not here.
    """

    key: str
    kind: str
    label: str
    ways: tuple[Taken, ...]
    checks: tuple[LinkCheck, ...]
    bill: Bill
    total: float | None
    strands: int
    grows: bool | None = None
    later: float | None = None
    carries_gbps: float | None = None
    against: tuple[str, ...] = ()
    elsewhere: tuple[str, ...] = ()
    sure: bool = True
    copper: Copper | None = None
    second: Second | None = None

    @property
    def links(self) -> tuple[Link, ...]:
        """Every circuit, on both routes."""
        return tuple(link for way in self.ways for link in way.links)

    @property
    def laid(self) -> Laid | None:
        """The cable of the first route, where one is pulled."""
        return next((way.laid for way in self.ways if way.laid is not None), None)

    @property
    def gives_up(self) -> tuple[str, ...]:
        """What the way does without that the usual one has, in words."""
        return GIVEN_UP if self.laid is not None and self.laid.plugged_in else ()

    @property
    def sold(self) -> Sold:
        """How its new cables are sold with their glass, the hardest to get; common without any."""
        laid = [way.laid.sold for way in self.ways if way.laid is not None]
        return max(laid, key=SOLD_RANK.__getitem__, default="common")

    @property
    def cables(self) -> tuple[Cable, ...]:
        """New cables that links run on."""
        laid = (way.laid for way in self.ways if way.laid is not None)
        return tuple(cable for one in laid if one.placed for cable in one.cables)

    @property
    def check(self) -> LinkCheck | None:
        """The worse of the routes."""
        return min(self.checks, key=_margin, default=None)

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
    """Options that work, and those that do not.

    growth_counts : how much growth counts, from 1 (now) to 0 (beyond the life of cabling).
    ends : what stands at both; power : ways to power the far one, where its draw is stated.
    """

    offered: tuple[Option, ...]
    ruled_out: tuple[RuledOut, ...]
    growth_counts: float = 1.0
    ends: tuple[AtEnd, ...] = ()
    power: tuple[Powering, ...] = ()


def ruled_by(need: SiteNeed, world: World) -> World:
    """The world with what the need says in place of the house rules."""
    rules = world.rules
    if need.termination is not None:
        rules = replace(rules, termination=need.termination)
    if need.panel_plug is not None:
        rules = replace(rules, panel_plug=need.panel_plug)
    return world if rules is world.rules else replace(world, rules=rules)


def find(need: SiteNeed, world: World, *, with_growth: bool = True) -> Found:
    """Every option for a need. The need is taken as checked."""
    world = ruled_by(need, world)
    layer = Layer(need, world)
    judged = [
        one if isinstance(one, RuledOut) else _judged(one, need, world, layer)
        for one in steps("Judging options", tuple(candidates(need, world)), each=1)
    ]
    judged += [_with_copper(one, need, world) for one in copper_for(need, world, layer.outdoors())]
    offered = [one for one in judged if isinstance(one, Option)]
    offered = [_by_short_runs(one, offered, need, world) for one in offered]
    counts = 1.0
    if with_growth:
        ripe = Ripe()
        offered = [replace(one, carries_gbps=ripe.carries(one.checks)) for one in offered]
        if need.growth_gbps is not None:
            counts = counts_for(need, world.year)
            offered = _with_growth(need, world, offered)
    ruled = tuple(one for one in judged if isinstance(one, RuledOut))
    power = powerings(need, world, outdoors=layer.outdoors())
    return Found(tuple(offered), ruled, counts, at_ends(need, world), power)


def cheapest(need: SiteNeed, world: World) -> float | None:
    """What the cheapest option costs; None where none has a price.

    The bills are made first, and judged from the cheapest on: a cure only adds to a bill.
    """
    world = ruled_by(need, world)
    layer = Layer(need, world)
    best: float | None = None
    for copper in copper_for(need, world, layer.outdoors()):
        total = copper.bill.total(world.book) if copper.reason is None else None
        if total is not None and (best is None or total < best):
            best = total
    bills: list[tuple[float, int, Candidate, tuple[Taken, ...]]] = []
    for at, candidate in enumerate(candidates(need, world)):
        if isinstance(candidate, RuledOut):
            continue
        try:
            laid = _laid(candidate, layer)
            total = bill_of(laid, world).total(world.book)
        except (EndError, StrandError):
            continue
        if total is not None:
            bills.append((total, at, candidate, laid))
    for total, _, candidate, laid in sorted(bills, key=lambda one: one[:2]):
        if best is not None and total >= best:
            break
        try:
            one = _judged_as(candidate, laid, need, world)
        except EndError:
            continue
        if isinstance(one, Option) and one.total is not None:
            best = one.total if best is None else min(best, one.total)
    return best


def only(need: SiteNeed, world: World, key: str) -> Option | RuledOut | None:
    """One option by its key, judged without the others; None where there is no such way."""
    world = ruled_by(need, world)
    for one in candidates(need, world):
        if one.label == key:
            if isinstance(one, RuledOut):
                return one
            return _judged(one, need, world, Layer(need, world))
    for copper in copper_for(need, world, Layer(need, world).outdoors()):
        if copper.label == key:
            return _with_copper(copper, need, world)
    return None


def works(check: LinkCheck) -> bool:
    """Whether the link would come up."""
    return check.verdict in (WORKS, TIGHT)


def cured(link: Link, world: World) -> LinkCheck:
    """The check of a link with those cures applied that any planner would: attenuator, cords.

    Raises EndError.
    """
    return _cured(link, world)[0]


def _cured(link: Link, world: World) -> tuple[LinkCheck, tuple[Edit, ...]]:
    """The check, and the cures that links made alike take as well."""
    check = check_link(link, world.rules, world.tables)
    edits: tuple[Edit, ...] = ()
    for _ in range(2):
        remedy = next(
            (f.remedy for f in check.findings if f.rule.id in _CURED and f.remedy is not None), None
        )
        if remedy is None:
            break
        edits = (*edits, *remedy.edits)
        check = check_link(apply_all(check.budget.link, remedy.edits), world.rules, world.tables)
    return check, edits


def _judged(candidate: Candidate, need: SiteNeed, world: World, layer: Layer) -> Option | RuledOut:
    try:
        return _judged_as(candidate, _laid(candidate, layer), need, world)
    except (EndError, StrandError) as error:
        return RuledOut(candidate.label, str(error))


def _laid(candidate: Candidate, layer: Layer) -> tuple[Taken, ...]:
    """The circuits of each route on their cable. Raises StrandError."""
    return tuple(
        Taken(*layer.lay(way.links, route)) if way.new else Taken(way.links, None)
        for route, way in enumerate(candidate.ways)
    )


def _judged_as(
    candidate: Candidate, laid: tuple[Taken, ...], need: SiteNeed, world: World
) -> Option | RuledOut:
    """The candidate on its cables. Raises EndError."""
    label = candidate.label
    taken, checks = [], []
    for route, way in enumerate(laid):
        links, check = _checked(way.links, world)
        if not works(check):
            causes = [f for f in check.findings if f.explained_by is None]
            reason = causes[0].said if causes else "a figure that decides is not known"
            return RuledOut(label, f"second route: {reason}" if route else reason)
        taken.append(replace(way, links=links))
        checks.append(check)
    at_hand, needed = need.strands_at_hand, strands_together(taken[0].links)
    if not _of_stated_glass(taken[0].links[0]):
        at_hand = None
    if at_hand is not None and needed > at_hand:
        what = "strand is" if at_hand == 1 else "strands are"
        return RuledOut(label, f"takes {needed} strands; {at_hand} {what} at hand")
    ways = tuple(taken)
    bill = bill_of(ways, world)
    return Option(
        key=label,
        kind=candidate.kind,
        label=label,
        ways=ways,
        checks=tuple(checks),
        bill=bill,
        total=bill.total(world.book),
        strands=sum(strands_together(way.links) for way in ways),
        against=not_followed(ways, checks, need, world),
        elsewhere=_planned(ways, world),
        sure=not any(uncertain_figures(check.budget) for check in checks),
        second=second_cable(ways[0], world) if candidate.kind == NEW else None,
    )


def _of_stated_glass(link: Link) -> bool:
    """The link runs on glass of which the need says that it is there; no cable of the plan."""
    runs = [p for p in link.path.parts if isinstance(p, Segment) and p.kind == "cable"]
    return any(run.existing and run.cable is None for run in runs)


def _planned(ways: tuple[Taken, ...], world: World) -> tuple[str, ...]:
    """Cables of the plan that the circuits run on and that are not there yet."""
    links = (link for way in ways if way.laid is None for link in way.links)
    parts = (part for link in links for part in link.path.parts if isinstance(part, Segment))
    named = dict.fromkeys(part.cable for part in parts if part.cable is not None)
    found = (world.plant.cables.get(name) for name in named)
    return tuple(cable.name for cable in found if cable is not None and not cable.existing)


def _checked(links: tuple[Link, ...], world: World) -> tuple[tuple[Link, ...], LinkCheck]:
    """The links with their cures, and the worst of their checks; one stands for all made alike."""
    known: dict[tuple[object, ...], tuple[LinkCheck, tuple[Edit, ...]]] = {}
    made = []
    for link in links:
        sort = _sort(link)
        if sort in known:
            edits = known[sort][1]
            made.append(apply_all(link, edits) if edits else link)
        else:
            known[sort] = _cured(link, world)
            made.append(known[sort][0].budget.link)
    worst = min(
        (check for check, _ in known.values()),
        key=lambda c: (c.verdict in (WORKS, TIGHT), _margin(c)),
    )
    return tuple(made), worst


def _sort(link: Link) -> tuple[object, ...]:
    """What circuits of one option differ by, beside strands and names: lanes and channels."""
    channels = tuple(p.channels for p in link.path.parts if isinstance(p, Segment) and p.channels)
    return (link.a.port.lane, link.b.port.lane, link.a.own, channels)


def _with_copper(copper: Copper, need: SiteNeed, world: World) -> Option | RuledOut:
    if copper.reason is not None:
        return RuledOut(copper.label, copper.reason)
    return Option(
        key=copper.label,
        kind=COPPER,
        label=copper.label,
        ways=(),
        checks=(),
        bill=copper.bill,
        total=copper.bill.total(world.book),
        strands=0,
        sure=copper.sure,
        copper=copper,
    )


def _by_short_runs(one: Option, offered: list[Option], need: SiteNeed, world: World) -> Option:
    """The school of short runs: direct-attach, fiber, twisted pair; or fiber beyond the rack."""
    against: str | None = None
    if world.rules.short_runs == FIBER_BEYOND_RACK:
        if one.copper is not None and not need.same_rack:
            against = FIBER_BEYOND
    elif world.rules.short_runs == COPPER_FIRST:
        direct = any(o.copper is not None and o.copper.row.kind in FINISHED for o in offered)
        is_direct = one.copper is not None and one.copper.row.kind in FINISHED
        fiber = any(o.copper is None for o in offered)
        if direct and not is_direct:
            against = DIRECT_FIRST
        elif not direct and one.copper is not None and fiber:
            against = FIBER_BEFORE_PAIR
    return one if against is None else replace(one, against=(*one.against, against))


def _with_growth(need: SiteNeed, world: World, offered: list[Option]) -> list[Option]:
    """Which options carry the growth speed with new modules, and what growing costs then."""
    assert need.growth_gbps is not None
    if need.growth_gbps == need.rate_gbps:
        return [replace(one, grows=True, later=0.0) for one in offered]
    later = replace(
        need, rate_gbps=need.growth_gbps, growth_gbps=None, growth_by=None, cage_a=None,
        cage_b=None, device_a=None, device_b=None,
    )  # fmt: skip
    least = cheapest(later, world)
    visit = world.book.minutes.get("visit", 0.0) / 60 * (world.book.per_hour or 0.0)
    anew = None if least is None else least + visit
    found = []
    for one in offered:
        grows, cost = carried(need, world, one.ways, one.checks)
        found.append(replace(one, grows=grows, later=cost if grows else anew))
    return found
