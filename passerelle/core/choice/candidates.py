"""Every way that might meet a need, as light paths that are still to be judged."""

from collections.abc import Iterator
from dataclasses import dataclass, field, replace

from passerelle.core.connectors import connector
from passerelle.core.devices import Port
from passerelle.core.edits import joint_between
from passerelle.core.house_rules import HouseRules
from passerelle.core.lightpath import LightPath, Segment
from passerelle.core.link import Link
from passerelle.core.modules import End, OwnModule
from passerelle.core.plant.model import Cable, Plant
from passerelle.core.plant.strands import StrandError, next_free
from passerelle.core.plant.taking import strands_needed, take
from passerelle.core.proposal import Need, plug_for, propose
from passerelle.core.tables import STANDARD, Application, Tables

from .need import NO_CAGE, SiteNeed
from .prices import PriceBook

NEW, EXISTING, COPPER = "new cable", "glass that is there", "copper"
_NEW_GRADES = ("OM3", "OM4", "OM5", "OS2")
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
class RuledOut:
    """A way that does not meet the need, and the one reason that decides."""

    label: str
    reason: str


def applications(rate_gbps: float) -> Iterator[Application]:
    """Applications of a speed; of a one-strand pair the first side, storage left out."""
    for one in STANDARD.applications.values():
        pair = one.pairs_with
        if one.rate_gbps != rate_gbps or one.source.startswith("T11"):
            continue
        if pair is None or one.name < pair:
            yield one


Candidate = tuple[str, str, tuple[Link, ...]]


def candidates(need: SiteNeed, world: World) -> Iterator[Candidate | RuledOut]:
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
    return replace(link, a=_in_cage(link.a, need.cage_a), b=_in_cage(link.b, need.cage_b))


def _in_cage(end: End, cage: str | None) -> End:
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
