"""What runs through a cable, duct or place, and who must be told before it is cut."""

from collections import defaultdict
from dataclasses import dataclass, field

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.plan.backbone import Pathway
from passerelle.core.plant.fates import CABLE, PATHWAY, TRENCH, Element, Outage, outage


@dataclass(frozen=True, slots=True)
class LinkThrough:
    """A link that goes dark. strands : of each cable that is cut, by its name."""

    id: str
    name: str
    ends: tuple[str | None, str | None]
    application: str
    strands: tuple[tuple[str, tuple[int, ...]], ...]


@dataclass(frozen=True, slots=True)
class Told:
    """Somebody who must be told, and of which links and services; who : None where nobody is
    recorded for them, and somebody has to find out."""

    who: str | None
    of: tuple[str, ...]


@dataclass(frozen=True)
class Through:
    """What hangs on one thing. groups_lost : redundant groups that lose all their links.

    conductors : what in it carries power, or may, be it the plan's or another's: it is made safe by
    a licensed person.
    """

    sort: str
    name: str
    cables: tuple[str, ...]
    links: tuple[LinkThrough, ...]
    services: tuple[str, ...]
    groups_lost: tuple[str, ...]
    groups_weakened: tuple[str, ...]
    tell: tuple[Told, ...] = field(default=())
    conductors: tuple[str, ...] = ()


def through(check: PlanCheck, sort: str, name: str) -> Through:
    """What hangs on an element. Names that are not there have nothing through them."""
    element: Element = (sort, name)
    out = outage(check.plant, element)
    cables = _cables(check, element)
    uses = {one.key: one.uses for one in check.plant.links}
    links = tuple(
        LinkThrough(
            one.key, one.name, one.places,
            check.of(one.key).budget.modules[0].application,
            tuple((use.cable, use.strands) for use in uses.get(one.key, ())
                  if use.cable in cables),
        )
        for one in out.links
    )  # fmt: skip
    services = _services(check, out)
    power = [
        name for name in cables
        if (kind := check.plant.cables[name].type) is not None and kind.conductors
    ]  # fmt: skip
    power += [
        f"{other.what} in {way.name}"
        for way in _ways(check, element) for other in way.others if other.power or other.copper
    ]  # fmt: skip
    return Through(sort, name, cables, links, services, out.groups, out.weakened,
                   _tell(check, out, services), tuple(power))  # fmt: skip


def _ways(check: PlanCheck, element: Element) -> list[Pathway]:
    """The ways that are opened where something is cut: its own, or those that it runs through."""
    sort, name = element
    plant = check.plant
    if sort == CABLE:
        cable = plant.cables.get(name)
        return [] if cable is None else [way for way, _ in plant.steps(cable)]
    if sort == PATHWAY:
        return [plant.pathways[name]] if name in plant.pathways else []
    if sort == TRENCH:
        return [one for one in plant.pathways.values() if one.lies_in == name]
    return list(plant.pathways_at.get(name, ()))


def _cables(check: PlanCheck, element: Element) -> tuple[str, ...]:
    sort, name = element
    plant = check.plant
    if sort == CABLE:
        return (name,) if name in plant.cables else ()
    if sort == PATHWAY:
        return tuple(one.name for one in plant.cables_in.get(name, ()))
    if sort == TRENCH:
        inside = [one.name for one in plant.pathways.values() if one.lies_in == name]
        found = (one.name for way in inside for one in plant.cables_in.get(way, ()))
        return tuple(dict.fromkeys(found))
    return tuple(
        one.name for one in plant.cables.values() if not one.wish and name in plant.stops(one)
    )


def _services(check: PlanCheck, out: Outage) -> tuple[str, ...]:
    names = {one.name for one in out.links}
    return tuple(
        one.name for one in check.plan.services
        if any(step.link in names for step in one.steps if step.link is not None)
    )  # fmt: skip


def _tell(check: PlanCheck, out: Outage, services: tuple[str, ...]) -> tuple[Told, ...]:
    """Who asked for what hangs on it: by the needs of its links and services."""
    asked: dict[str, set[str]] = defaultdict(set)
    for need in check.plan.needs:
        if need.asked_by is None:
            continue
        for link in need.links:
            asked[link].add(need.asked_by)
        if need.service is not None:
            asked[need.service].add(need.asked_by)
    found: dict[str | None, list[str]] = defaultdict(list)
    for name in (*(one.name for one in out.links), *services):
        known = sorted(asked.get(name, ()))
        for who in known:
            found[who].append(name)
        if not known:
            found[None].append(name)
    return tuple(
        Told(who, tuple(of))
        for who, of in sorted(found.items(), key=lambda one: (one[0] is None, one[0] or ""))
    )
