"""Every way to meet a need: real light paths, run through the same check as any link.

No second set of rules: an option is offered only where the check says that it works, and ruled out
with the one finding that decides.
"""

from collections.abc import Iterator
from dataclasses import dataclass, field, replace

from passerelle.core.check import TIGHT, WORKS, LinkCheck, check_link
from passerelle.core.connectors import connector
from passerelle.core.devices import Port
from passerelle.core.edits import apply_all, joint_between
from passerelle.core.future import comparable
from passerelle.core.growth import as_application
from passerelle.core.house_rules import FIBER_BEYOND_RACK, HouseRules
from passerelle.core.judging import uncertain_figures
from passerelle.core.lightpath import LightPath, Segment
from passerelle.core.link import Link
from passerelle.core.modules import End, EndError, OwnModule
from passerelle.core.plant.model import Cable, Plant
from passerelle.core.plant.strands import StrandError, next_free
from passerelle.core.plant.tables import CABLE_TYPES
from passerelle.core.plant.taking import strands_needed, take
from passerelle.core.proposal import Need, plug_for, propose
from passerelle.core.tables import STANDARD, Application, Tables

from .bill import Second, bill_of, second_cable
from .copper import Copper, copper_for
from .need import NO_CAGE, SiteNeed
from .prices import Bill, PriceBook

NEW, EXISTING, COPPER = "new cable", "glass that is there", "copper"
_NEW_GRADES = ("OM3", "OM4", "OM5", "OS2")
_CURED = {"light.overload", "fiber.mode-conditioning", "fiber.mode-conditioning-one-end"}
_EMPTY = Plant()


@dataclass(frozen=True)
class World:
    """What options are made from: house rules, tables, prices, own cables and modules."""

    rules: HouseRules = field(default_factory=HouseRules)
    tables: Tables = STANDARD
    book: PriceBook = field(default_factory=PriceBook)
    plant: Plant = _EMPTY
    modules: dict[str, OwnModule] = field(default_factory=dict)


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
class RuledOut:
    """A way that does not meet the need, and the one reason that decides."""

    label: str
    reason: str


@dataclass(frozen=True)
class Found:
    """Options that work, and those that do not."""

    offered: tuple[Option, ...]
    ruled_out: tuple[RuledOut, ...]


def applications(rate_gbps: float) -> Iterator[Application]:
    """Applications of a speed; of a one-strand pair the first side, storage left out."""
    for one in STANDARD.applications.values():
        pair = one.pairs_with
        if one.rate_gbps != rate_gbps or one.source.startswith("T11"):
            continue
        if pair is None or one.name < pair:
            yield one


def find(need: SiteNeed, world: World, *, with_growth: bool = True) -> Found:
    """Every option for a need. The need is taken as checked."""
    offered: list[Option] = []
    ruled: list[RuledOut] = []
    for candidate in _candidates(need, world):
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


Candidate = tuple[str, str, tuple[Link, ...]]


def _candidates(need: SiteNeed, world: World) -> Iterator[Candidate | RuledOut]:
    for application in applications(need.rate_gbps):
        listed = {row.fiber for row in application.reach if row.m is not None}
        grades = [g for g in _NEW_GRADES if STANDARD.fibers[g].application_row in listed]
        for grade in grades if need.existing is None else ():
            link = _proposed(need, world, application, grade)
            yield NEW, f"{application.name} on new {grade}", _circuits(link, need.circuits)
        if need.existing is not None:
            link = _proposed(need, world, application, need.existing)
            there = _as_existing(link)
            yield (
                EXISTING,
                f"{application.name} on {need.existing} that is there",
                _circuits(there, need.circuits),
            )
        yield from _on_cables(need, world, application)
    if need.existing is None:
        yield from _breakouts(need, world)
        yield from _multiplexed(need, world)


def _proposed(need: SiteNeed, world: World, application: Application, grade: str) -> Link:
    asked = Need(need.a_place, need.b_place, application.name, need.distance_m, grade)
    link = propose(asked, world.rules)
    return replace(link, a=_end(link.a, need.cage_a), b=_end(link.b, need.cage_b))


def _end(end: End, cage: str | None) -> End:
    """An end in its device's cage, or in a converter, whose rate cannot be set."""
    if cage == NO_CAGE:
        return replace(end, port=Port(settable=False))
    return replace(end, cage=cage)


def _circuits(link: Link, count: int) -> tuple[Link, ...]:
    if count == 1:
        return (link,)
    return tuple(replace(link, name=f"{link.name} {n}") for n in range(1, count + 1))


def _as_existing(link: Link) -> Link:
    parts = tuple(
        replace(p, existing=True) if isinstance(p, Segment) and p.kind == "cable" else p
        for p in link.path.parts
    )
    return replace(link, path=LightPath(parts))


def _on_cables(
    need: SiteNeed, world: World, application: Application
) -> Iterator[Candidate | RuledOut]:
    """Free strands of the plan's own cables between the two places."""
    for cable in world.plant.cables.values():
        if cable.wish or {cable.a, cable.b} != {need.a_place, need.b_place}:
            continue
        base = STANDARD.fibers.get(cable.fiber)
        row = world.tables.fibers[cable.fiber].application_row
        listed = {reach.fiber for reach in application.reach}
        if row not in listed or plug_for(application).family == "MPO":
            continue
        label = f"{application.name} on strands of {cable.name} ({cable.fiber})"
        grade = base.name if base is not None else "OS2"
        link = _proposed(need, world, application, grade)
        try:
            yield EXISTING, label, _taken(need, world, cable, link)
        except StrandError as error:
            yield RuledOut(label, str(error))


def _taken(need: SiteNeed, world: World, cable: Cable, link: Link) -> tuple[Link, ...]:
    """One link a circuit, each on the next free strands. Raises StrandError."""
    each = strands_needed(link)
    numbers = next_free(world.plant, cable, each * need.circuits)
    if not numbers:
        count = each * need.circuits
        raise StrandError(f"{cable.name} has no {count} free strands side by side in one tube")
    at = next(
        i for i, p in enumerate(link.path.parts) if isinstance(p, Segment) and p.kind == "cable"
    )
    links = []
    for n, one in enumerate(_circuits(link, need.circuits)):
        mine = numbers[n * each : (n + 1) * each]
        links.append(take(world.plant, one, at, cable.name, mine))
    return tuple(links)


def _breakouts(need: SiteNeed, world: World) -> Iterator[Candidate]:
    """Four-lane ports split into links, where that many circuits of that speed are wanted."""
    for row in STANDARD.breakouts.values():
        leg = STANDARD.applications[row.leg]
        if leg.rate_gbps != need.rate_gbps or need.circuits % row.lanes or need.circuits == 1:
            continue
        parent = STANDARD.applications[row.parent]
        listed = {reach.fiber for reach in parent.reach if reach.m is not None}
        for grade in _NEW_GRADES:
            if STANDARD.fibers[grade].application_row not in listed:
                continue
            trunk = _proposed(need, world, parent, grade)
            links = tuple(
                replace(_leg(trunk, leg, n % row.lanes + 1), name=f"{trunk.name} {n + 1}")
                for n in range(need.circuits)
            )
            yield NEW, f"{row.parent} split into {row.lanes} × {row.leg}, new {grade}", links


def _leg(trunk: Link, leg: Application, lane: int) -> Link:
    """One lane of a split port: the trunk's path with a breakout cord at its far end."""
    last = trunk.path.segment(len(trunk.path.parts) - 1)
    breakout = replace(last, ends=(last.ends[0], connector("LC/UPC")), wiring=None, lane=lane)
    near = replace(trunk.a, port=Port(split=True, lane=lane))
    far = End(leg.name, trunk.b.place, trunk.b.cage, connector("LC/UPC"))
    return Link(trunk.name, near, far, LightPath((*trunk.path.parts[:-1], breakout)))


def _multiplexed(need: SiteNeed, world: World) -> Iterator[Candidate | RuledOut]:
    """Circuits on one pair through own multiplexers and own modules for their channels."""
    if need.circuits == 1:
        return
    boxes = [part for part in world.tables.parts.values() if part.channels]
    if not boxes:
        yield RuledOut("multiplexed on one pair", "the field guide has no multiplexer yet")
    for box in boxes:
        label = f"{need.circuits} channels of {box.name} on one pair"
        chosen = []
        for name, centre_nm in box.channels:
            module = next(
                (m for m in world.modules.values()
                 if m.sheet.rate_gbps == need.rate_gbps
                 and m.sheet.tx_wavelength_nm is not None
                 and abs(m.sheet.tx_wavelength_nm - centre_nm) <= 1), None,
            )  # fmt: skip
            if module is not None:
                chosen.append((name, module))
        if len(chosen) < need.circuits:
            have = f"{len(chosen)} of {need.circuits} channels"
            yield RuledOut(label, f"own modules of {need.rate_gbps:g} Gb/s are there for {have}")
            continue
        template = _proposed(need, world, STANDARD.applications["10GBASE-LR"], "OS2")
        yield (
            NEW,
            label,
            tuple(
                _channel(template, need, box.name, name, module, n)
                for n, (name, module) in enumerate(chosen[: need.circuits], 1)
            ),
        )


def _channel(
    template: Link, need: SiteNeed, box: str, channel: str, module: OwnModule, number: int
) -> Link:
    plug = connector("LC/UPC")
    line = f"{need.a_place} – {need.b_place}"
    mux = Segment("inline", ends=(plug, plug), wiring="straight", what="multiplexer", part=box,
                  channels=(channel,), line=line)  # fmt: skip
    first, *middle, last = template.path.parts
    adapter = joint_between(plug, plug)
    path = LightPath((first, adapter, mux, *middle, mux, adapter, last))
    ends = [
        replace(end, application=module.application, own=module, connector=module.connector)
        for end in (template.a, template.b)
    ]
    return Link(f"{template.name} {number}", ends[0], ends[1], path)


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
