"""Every way that might meet a need, as light paths that are still to be judged."""

from collections.abc import Iterator
from dataclasses import replace

from passerelle.core.light.link import Link
from passerelle.core.light.modules import End
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.lightpath import LightPath, Segment
from passerelle.core.remedies.proposal import plug_for, usual_fiber
from passerelle.core.tables import STANDARD, Application
from passerelle.core.tables.rows import Wiring
from passerelle.core.words import metres

from .laying import cable_at
from .multiplexed import multiplexed
from .need import SiteNeed
from .standing import on_cables
from .ways import (
    EXISTING,
    NEW,
    Candidate,
    RuledOut,
    Way,
    applications,
    circuits,
    fitted,
    numbered,
    proposed,
    there_already,
)
from .world import World

_NEW_GRADES = ("OM3", "OM4", "OM5", "OS2")


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
        for grade in grades:
            link = proposed(need, world, application, grade)
            label = f"{application.name} on new {grade}"
            yield Candidate(NEW, label, (Way(circuits(link, need.circuits), new=True),))
            if grade == usual_fiber(application).name:
                label = f"{application.name} on a factory-made {grade} cable, device to device"
                yield _plugged_in(label, link, application, need)
        if need.existing is not None:
            link = there_already(need, world, application, need.existing)
            label = f"{application.name} on {need.existing} that is there"
            yield Candidate(EXISTING, label, (Way(circuits(link, need.circuits), new=False),))
        yield from on_cables(need, world, application)
    yield from _breakouts(need, world)
    yield from multiplexed(need, world)


def _plugged_in(
    label: str, panelled: Link, application: Application, need: SiteNeed
) -> Candidate | RuledOut:
    """The plainest link: one cable with plugs on it from a factory, straight into both devices."""
    pieces = cable_at(panelled)
    if len(pieces) > 1:
        reel_m = STANDARD.planning["reel_m"]
        length_m = sum(panelled.path.segment(at).length_m for at in pieces)
        reason = f"{metres(length_m)} in one piece; a reel has {metres(reel_m)}"
        return RuledOut(label, f"{reason}: longer ones are spliced")
    plug = plug_for(application)
    wiring: Wiring = (
        "type-B" if plug.pins else "straight" if application.strands == 1 else "crossed"
    )
    cable = replace(panelled.path.segment(pieces[0]), ends=(plug, plug), wiring=wiring)
    link = replace(panelled, path=LightPath((cable,)))
    return Candidate(NEW, label, (Way(circuits(link, need.circuits), new=True),))


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
            trunk = proposed(need, world, parent, grade)
            links = tuple(
                replace(
                    _leg(need, world, trunk, leg, n % row.lanes + 1),
                    name=numbered(trunk.name, n + 1),
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
    far = fitted(End(leg.name, trunk.b.place, None, plug), need.cage_b, need.device_b, world)
    # A breakout cord takes the row as it left the port: two turns before it, also of angled faces.
    cord = replace(trunk.path.segment(0), wiring="type-B")
    return Link(trunk.name, near, far, LightPath((cord, *trunk.path.parts[1:-1], breakout)))
