"""What fails together: what a cut takes down, what links share, single points of failure."""

from collections import defaultdict
from dataclasses import dataclass

from passerelle.core.plan.backbone import OtherWay, Pathway

from .model import LinkUse, Plant

PLACE, PATHWAY, TRENCH, CABLE, DEVICE = "place", "pathway", "trench", "cable", "device"
SUPPLY = "supply"
Element = tuple[str, str]
"""Sort and name of something that can fail. A trench is what pathways with one `lies_in` share."""


def elements(plant: Plant, link: LinkUse) -> dict[Element, None]:
    """Everything that a link runs through, in the order met, its ends last.

    A place brings what it is part of; a place where the link ends brings the supply that feeds it.
    """
    found: dict[Element, None] = {}
    for use in link.uses:
        cable = plant.cables.get(use.cable)
        if cable is None:
            continue
        found[CABLE, cable.name] = None
        for place in plant.stops(cable):
            found |= dict.fromkeys((PLACE, name) for name in within(plant, place))
        for pathway, _ in plant.steps(cable):
            found |= _of_pathway(pathway)
    for end in link.places:
        for name in within(plant, end):
            found[PLACE, name] = None
            known = plant.places.get(name)
            if known is not None and known.supply is not None:
                found[SUPPLY, known.supply] = None
    for device in link.devices:
        if device is not None:
            found |= _of_device(plant, device)
    return found


def _of_device(plant: Plant, name: str) -> dict[Element, None]:
    """A device, those that it sits in, and the supplies that feed them: with any it goes dark."""
    found: dict[Element, None] = {}
    here: str | None = name
    while here is not None and (DEVICE, here) not in found:
        found[DEVICE, here] = None
        known = plant.devices.get(here)
        if known is not None and known.supply is not None:
            found[SUPPLY, known.supply] = None
        here = known.inside if known is not None else None
    return found


def _of_pathway(pathway: Pathway) -> dict[Element, None]:
    found: dict[Element, None] = {(PATHWAY, pathway.name): None}
    if pathway.lies_in:
        found[TRENCH, pathway.lies_in] = None
    return found


def within(plant: Plant, place: str | None) -> tuple[str, ...]:
    """A place and all that it is part of: rack, room, building."""
    found: list[str] = []
    while place is not None and place not in found:
        found.append(place)
        known = plant.places.get(place)
        place = known.inside if known is not None else None
    return tuple(found)


def stated(plant: Plant, way: OtherWay) -> dict[Element, None]:
    """What a way that is no link of the plan runs through, as the person states it."""
    found: dict[Element, None] = {}
    for name in way.links:
        link = next((one for one in plant.links if one.name == name), None)
        if link is not None:
            found |= elements(plant, link)
    for name in way.pathways:
        if name in plant.pathways:
            found |= _of_pathway(plant.pathways[name])
    for place in way.places:
        found |= dict.fromkeys((PLACE, name) for name in within(plant, place))
    for supply in way.supplies:
        found[SUPPLY, supply] = None
    return found


def dark(plant: Plant) -> dict[Element, tuple[LinkUse, ...]]:
    """For each element, the links that go dark when it fails."""
    found: dict[Element, list[LinkUse]] = defaultdict(list)
    for link in plant.links:
        for element in elements(plant, link):
            found[element].append(link)
    return {element: tuple(links) for element, links in found.items()}


@dataclass(frozen=True, slots=True)
class Outage:
    """One element's failure: the links that go dark, and the groups that lose all their links.

    weakened : groups that lose some of their links, but not all.
    """

    sort: str
    name: str
    links: tuple[LinkUse, ...]
    groups: tuple[str, ...]
    weakened: tuple[str, ...] = ()


Members = dict[str, dict[str, frozenset[str]]]
"""By the name of a link: its groups, each with the names of those of its links that are there."""


def _members(plant: Plant) -> Members:
    known = {link.name for link in plant.links}
    found: Members = defaultdict(dict)
    for group in plant.groups.values():
        members = frozenset(known.intersection(group.links))
        for name in members:
            found[name][group.name] = members
    return found


def _outage(element: Element, gone: tuple[LinkUse, ...], members: Members) -> Outage:
    names = {link.name for link in gone}
    hit = {group: of for name in sorted(names) for group, of in members.get(name, {}).items()}
    lost = tuple(group for group, of in hit.items() if of <= names)
    weak = tuple(group for group, of in hit.items() if not of <= names)
    return Outage(*element, gone, lost, weak)


def outage(plant: Plant, element: Element) -> Outage:
    """What the failure of one element takes down."""
    return _outage(element, dark(plant).get(element, ()), _members(plant))


def single_points(plant: Plant) -> tuple[Outage, ...]:
    """Every element that takes a link down when it fails, the worst first.

    A place where links end takes down its own links by nature; it is listed all the same.
    """
    members = _members(plant)
    found = [_outage(element, links, members) for element, links in dark(plant).items()]
    return tuple(
        sorted(found, key=lambda o: (-len(o.groups), -len(o.links), o.sort != TRENCH, o.name))
    )


@dataclass(frozen=True, slots=True)
class Shared:
    """Something that links of a group have in common. length_m : of a pathway or trench. [m]"""

    sort: str
    name: str
    links: tuple[str, ...]
    length_m: float | None = None


def shared_fate(
    plant: Plant, names: tuple[str, ...], others: tuple[OtherWay, ...] = ()
) -> tuple[Shared, ...]:
    """What two or more of these links share, besides the places that all of those end at.

    others : ways of the group that are no links, with what they are stated to run through.

    Where two links share a cable, its pathways and places go without saying and are left out; so
    are the pathways of a shared trench, and the two ends of a shared pathway.
    """
    links = [link for link in plant.links if link.name in names]
    ends: dict[str, set[str]] = defaultdict(set)
    users: dict[Element, list[str]] = defaultdict(list)
    for link in links:
        ends[link.name].update(name for end in link.places for name in within(plant, end))
        for element in elements(plant, link):
            users[element].append(link.name)
    for way in others:
        ends[way.name].update(name for end in way.ends for name in within(plant, end))
        for element in stated(plant, way):
            users[element].append(way.name)
    by_name = {link.name: link for link in links}
    found: list[Shared] = []
    told: dict[Element, set[str]] = defaultdict(set)
    order = (CABLE, TRENCH, PATHWAY, PLACE, DEVICE, SUPPLY)
    for element in sorted(users, key=lambda e: order.index(e[0])):
        sort, name = element
        sharing = tuple(dict.fromkeys(users[element]))
        by_nature = sort == PLACE and all(name in ends[one] for one in sharing)
        if len(sharing) < 2 or by_nature:
            continue
        if not set(sharing) <= told[element]:
            of = [by_name[one] for one in sharing if one in by_name]
            found.append(Shared(sort, name, sharing, _length(plant, element, of)))
        for implied in _implied(plant, element):
            told[implied].update(sharing)
    return tuple(found)


def _implied(plant: Plant, element: Element) -> list[Element]:
    sort, name = element
    if sort == CABLE:
        cable = plant.cables[name]
        ways = [pathway for pathway, _ in plant.steps(cable)]
        found = [(PLACE, place) for place in plant.stops(cable)]
    elif sort == TRENCH:
        ways, found = [p for p in plant.pathways.values() if p.lies_in == name], []
    elif sort == PATHWAY:
        ways, found = [plant.pathways[name]], []
    else:
        return []
    for way in ways:
        found += [(PATHWAY, way.name), (PLACE, way.a), (PLACE, way.b)]
        if way.lies_in:
            found.append((TRENCH, way.lies_in))
    return [one for one in found if one != element]


def _length(plant: Plant, element: Element, links: list[LinkUse]) -> float | None:
    """Metres that two of the links lie in it: in a trench of all pathways one after the other."""
    sort, name = element
    if sort == PATHWAY:
        return plant.pathways[name].length_m
    if sort != TRENCH:
        return None
    laid = sorted(
        (
            sum(
                way.length_m
                for way in plant.pathways.values()
                if way.lies_in == name and (PATHWAY, way.name) in elements(plant, link)
            )
            for link in links
        ),
        reverse=True,
    )
    return laid[1] if len(laid) > 1 else None
