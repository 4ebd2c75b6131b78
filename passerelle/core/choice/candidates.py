"""Every way that might meet a need, as light paths that are still to be judged."""

from collections.abc import Iterator
from dataclasses import dataclass, replace

from passerelle.core.connectors import connector
from passerelle.core.devices import OUTDOOR, UNHEATED, Device, Port, PortGroup
from passerelle.core.edits import joint_between
from passerelle.core.lightpath import Joint, LightPath, Segment
from passerelle.core.link import Link
from passerelle.core.modules import End, OwnModule, resolve
from passerelle.core.plant.model import Cable
from passerelle.core.plant.strands import StrandError, next_free, taken
from passerelle.core.plant.taking import strands_needed, take
from passerelle.core.ports import usual_form
from passerelle.core.proposal import Need, plug_for, propose, usual_fiber
from passerelle.core.tables import SINGLE_MODE, STANDARD, Application

from .laying import outer
from .need import NO_CAGE, SiteNeed
from .world import World

NEW, EXISTING, COPPER = "new cable", "glass that is there", "copper"
_NEW_GRADES = ("OM3", "OM4", "OM5", "OS2")


@dataclass(frozen=True)
class RuledOut:
    """A way that does not meet the need, and the one reason that decides."""

    label: str
    reason: str


@dataclass(frozen=True, slots=True)
class Way:
    """The circuits on one route. new : on cable that is still to be pulled."""

    links: tuple[Link, ...]
    new: bool


@dataclass(frozen=True, slots=True)
class Candidate:
    """One way to meet a need, not judged yet. ways : the route; the second where two are wanted."""

    kind: str
    label: str
    ways: tuple[Way, ...]


def applications(rate_gbps: float) -> Iterator[Application]:
    """Applications of a speed; of a one-strand pair the first side, storage left out."""
    for one in STANDARD.applications.values():
        pair = one.pairs_with
        if one.rate_gbps != rate_gbps or one.source.startswith("T11"):
            continue
        if pair is None or one.name < pair:
            yield one


def candidates(need: SiteNeed, world: World) -> Iterator[Candidate | RuledOut]:
    """Every way there is for a need; where two routes are wanted, each with its second."""
    if need.redundant_m is None:
        yield from _single(need, world)
        return
    far = replace(need, distance_m=need.redundant_m, existing=None, strands_at_hand=None)
    seconds = {one.label: one for one in _single(far, world) if isinstance(one, Candidate)}
    for one in _single(need, world):
        if isinstance(one, RuledOut):
            yield one
            continue
        second = seconds.get(one.label) or seconds.get(_on_new(one))
        if second is None:
            yield RuledOut(one.label, "no new cable is made for it that could take a second route")
            continue
        apart = tuple(_apart(link) for link in second.ways[0].links)
        yield replace(one, ways=(*one.ways, Way(apart, new=True)))


def _apart(link: Link) -> Link:
    """The same link named as the one on the second route, and on a line of its own there."""
    parts = tuple(
        replace(p, line=f"{p.line}, second route") if isinstance(p, Segment) and p.line else p
        for p in link.path.parts
    )
    return replace(link, name=f"{link.name[:105]}, second route", path=LightPath(parts))


def _on_new(candidate: Candidate) -> str:
    """The same application on new cable of the same grade, or of the usual one."""
    first = candidate.ways[0].links[0]
    application = STANDARD.applications.get(first.a.application)
    if application is None:
        return ""
    grade = next(p.fiber for p in first.path.parts if isinstance(p, Segment) and p.kind == "cable")
    if grade not in _NEW_GRADES:
        grade = usual_fiber(application).name
    return f"{application.name} on new {grade}"


def _single(need: SiteNeed, world: World) -> Iterator[Candidate | RuledOut]:
    for application in applications(need.rate_gbps):
        listed = {row.fiber for row in application.reach if row.m is not None}
        grades = [g for g in _NEW_GRADES if STANDARD.fibers[g].application_row in listed]
        for grade in grades if need.existing is None else ():
            link = _proposed(need, world, application, grade)
            label = f"{application.name} on new {grade}"
            yield Candidate(NEW, label, (Way(_circuits(link, need.circuits), new=True),))
        if need.existing is not None:
            link = _as_existing(_proposed(need, world, application, need.existing))
            label = f"{application.name} on {need.existing} that is there"
            yield Candidate(EXISTING, label, (Way(_circuits(link, need.circuits), new=False),))
        yield from _on_cables(need, world, application)
    if need.existing is None:
        yield from _breakouts(need, world)
    if need.existing is None or STANDARD.fibers[need.existing].mode == SINGLE_MODE:
        yield from _multiplexed(need, world)


def _proposed(need: SiteNeed, world: World, application: Application, grade: str) -> Link:
    asked = Need(need.a_place, need.b_place, application.name, need.distance_m, grade)
    link = propose(asked, world.rules)
    return replace(
        link,
        a=_fitted(link.a, need.cage_a, need.device_a, world),
        b=_fitted(link.b, need.cage_b, need.device_b, world),
    )


def _fitted(end: End, cage: str | None, device: str | None, world: World) -> End:
    """An end in its cage, its device, or a converter, whose rate cannot be set."""
    if cage == NO_CAGE:
        return replace(end, port=Port(settable=False))
    known = world.devices.get(device) if device is not None else None
    if known is None:
        return replace(end, cage=cage)
    group = _group(end, known, cage)
    cold = known.surroundings in (UNHEATED, OUTDOOR)
    return replace(
        end,
        cage=group.cage,
        device=known,
        port=Port(group=group.name),
        coding="own" if known.own_coding_only else end.coding,
        temperature="extended" if cold else end.temperature,
    )


def _group(end: End, device: Device, cage: str | None) -> PortGroup:
    """The port group that the module runs in best; the check then says whether it does."""
    module = resolve(end)
    form = usual_form(module) or ""

    def ill(group: PortGroup) -> tuple[bool, bool, float]:
        known = STANDARD.cages[group.cage]
        fit = STANDARD.fits.get((form, group.cage))
        runs = form == group.cage or (fit is not None and fit.runs_at_gbps is not None)
        too_slow = bool(group.speeds_gbps) and module.rate_gbps not in group.speeds_gbps
        return not runs, too_slow, known.top_gbps

    return min((g for g in device.ports if cage in (None, g.cage)), key=ill)


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
        if row not in listed or not fits_ends(application, cable):
            continue
        label = f"{application.name} on strands of {cable.name} ({cable.fiber})"
        grade = base.name if base is not None else "OS2"
        link = _proposed(need, world, application, grade)
        try:
            links = tuple(matched(one) for one in _taken(need, world, cable, link))
            yield Candidate(EXISTING, label, (Way(links, new=False),))
        except StrandError as error:
            yield RuledOut(label, str(error))


def fits_ends(application: Application, cable: Cable) -> bool:
    """A row of strands asks for the cable's own plug; other applications for duplex ports."""
    wanted = plug_for(application)
    if not on_trunk(cable):
        return wanted.family != "MPO"
    return wanted.type == connector(cable.ends[0].connector or "").type


def on_trunk(cable: Cable) -> bool:
    """The cable ends in multi-fiber plugs."""
    plug = cable.ends[0].connector
    return plug is not None and connector(plug).family == "MPO"


def _taken(need: SiteNeed, world: World, cable: Cable, link: Link) -> tuple[Link, ...]:
    """One link a circuit, each on the next free strands. Raises StrandError."""
    each = strands_needed(link)
    if on_trunk(cable):
        return (_on_trunk(need, world, cable, link, each),)
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


def _on_trunk(need: SiteNeed, world: World, cable: Cable, link: Link, each: int) -> Link:
    """The link on the strands that its plug lights; one plug carries one circuit."""
    if need.circuits > 1:
        raise StrandError(f"{cable.name} is one trunk, and carries one circuit of these")
    numbers = outer(cable.strands, each)
    used = sorted(taken(world.plant, cable).intersection(numbers))
    if used:
        raise StrandError(f"strand {used[0]} of {cable.name} is not free")
    at = next(
        i for i, p in enumerate(link.path.parts) if isinstance(p, Segment) and p.kind == "cable"
    )
    return take(world.plant, link, at, cable.name, numbers)


def matched(link: Link) -> Link:
    """Cords that fit the plugs of the cable between them, whatever new panels would have."""
    parts = list(link.path.parts)
    for cord, at, side in ((0, 1, 0), (-1, -2, 1)):
        joint, run = parts[at], parts[2 if side == 0 else -3]
        cordage = parts[cord]
        assert isinstance(cordage, Segment) and isinstance(run, Segment)
        assert isinstance(joint, Joint)
        plug = run.ends[side]
        if plug is None:
            continue
        if plug.pins is not None:  # one side of a joint has the pins, the other has not
            pins = "unpinned" if plug.pins == "pinned" else "pinned"
            plug = connector(f"{plug.type}/{plug.polish}/{pins}")
        ends = (cordage.ends[0], plug) if side == 0 else (plug, cordage.ends[1])
        parts[cord] = replace(cordage, ends=ends)
        if (plug.family, joint.grade) not in STANDARD.mated_pairs:
            parts[at] = replace(joint, grade="standard")
    return replace(link, path=LightPath(tuple(parts)))


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
                replace(
                    _leg(need, world, trunk, leg, n % row.lanes + 1), name=f"{trunk.name} {n + 1}"
                )
                for n in range(need.circuits)
            )
            label = f"{row.parent} split into {row.lanes} × {row.leg}, new {grade}"
            yield Candidate(NEW, label, (Way(links, new=True),))


def _leg(need: SiteNeed, world: World, trunk: Link, leg: Application, lane: int) -> Link:
    """One lane of a split port: the trunk's path with a breakout cord at its far end."""
    plug = connector("LC/UPC")
    last = trunk.path.segment(len(trunk.path.parts) - 1)
    breakout = replace(last, ends=(last.ends[0], plug), wiring=None, lane=lane)
    near = replace(trunk.a, port=replace(trunk.a.port, split=True, lane=lane))
    far = _fitted(End(leg.name, trunk.b.place, None, plug), need.cage_b, need.device_b, world)
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
        template = _proposed(
            need, world, STANDARD.applications["10GBASE-LR"], need.existing or "OS2"
        )
        if need.existing is not None:
            template = _as_existing(template)
        links = tuple(
            _channel(template, need, box.name, name, module, n)
            for n, (name, module) in enumerate(chosen[: need.circuits], 1)
        )
        there = need.existing is not None
        yield Candidate(EXISTING if there else NEW, label, (Way(links, new=not there),))


def _channel(
    template: Link, need: SiteNeed, box: str, channel: str, module: OwnModule, number: int
) -> Link:
    plug = connector("LC/UPC")
    first, *middle, last = template.path.parts
    assert isinstance(first, Segment) and isinstance(last, Segment)
    mux = Segment("inline", ends=(plug, first.ends[1]), wiring="straight", what="multiplexer",
                  part=box, channels=(channel,),
                  line=f"{need.a_place} – {need.b_place}")  # fmt: skip
    cord, adapter = replace(first, ends=(plug, plug)), joint_between(plug, plug)
    path = LightPath((cord, adapter, mux, *middle, mux.reversed(), adapter, cord))
    ends = [
        replace(end, application=module.application, own=module, connector=module.connector)
        for end in (template.a, template.b)
    ]
    return Link(f"{template.name} {number}", ends[0], ends[1], path)
