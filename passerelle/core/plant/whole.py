"""From a plan to its plant: own constructions bound to their cables, positions laid flat."""

import math
from collections.abc import Iterable
from dataclasses import replace

from passerelle.core.light.link import Link
from passerelle.core.light.site import Site, link_of, planned
from passerelle.core.plan.backbone import Cable, Place
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.shared import with_shared
from passerelle.core.plan.things import Things
from passerelle.core.refused import Refused, quoted
from passerelle.core.tables import Tables
from passerelle.core.tables.site import CABLE_TYPES, CableType
from passerelle.core.working import steps

from .model import Plant
from .strands import StrandError
from .taking import refilled

EARTH_M = 6_371_008.8
"""Mean radius of the earth, IUGG. [m]"""


def positions(places: Iterable[Place]) -> dict[str, tuple[float, float]]:
    """Where places are, in metres east and north.

    Degrees are laid flat around their mean: good to a few centimetres over a site.
    """
    places = list(places)
    found = {p.name: (p.x_m, p.y_m) for p in places if p.x_m is not None and p.y_m is not None}
    spots = [
        (p.name, p.latitude, p.longitude)
        for p in places
        if p.latitude is not None and p.longitude is not None
    ]
    if found or not spots:
        return found
    lat0 = sum(lat for _, lat, _ in spots) / len(spots)
    lon0 = sum(lon for _, _, lon in spots) / len(spots)
    per_degree = math.radians(1) * EARTH_M
    across = per_degree * math.cos(math.radians(lat0))
    return {name: ((lon - lon0) * across, (lat - lat0) * per_degree) for name, lat, lon in spots}


def drawn_at(places: Iterable[Place], place: Place, spot: tuple[float, float]) -> Place:
    """A place put on the map by hand, in the unit that the others are in. [m]

    Raises Refused where somebody surveyed its position already.
    """
    if not place.drawn and (place.x_m is not None or place.latitude is not None):
        reason = f"{quoted(place.name)} has a surveyed position; change it in its own fields"
        raise Refused("name", reason)
    others = [p for p in places if p.latitude is not None and p.longitude is not None]
    if not others:
        return replace(place, x_m=round(spot[0], 2), y_m=round(spot[1], 2), drawn=True)
    lat0 = sum(p.latitude or 0.0 for p in others) / len(others)
    lon0 = sum(p.longitude or 0.0 for p in others) / len(others)
    per_degree = math.radians(1) * EARTH_M
    return replace(
        place,
        latitude=round(lat0 + spot[1] / per_degree, 7),
        longitude=round(lon0 + spot[0] / (per_degree * math.cos(math.radians(lat0))), 7),
        drawn=True,
    )


def constructions(plan: Plan) -> dict[str, CableType]:
    """Every cable construction that the plan knows, by name."""
    return CABLE_TYPES | {one.name: one.row for one in plan.cable_types}


def bound(plan: Plan) -> Plan:
    """The same plan, its cables bound to constructions of its own that they name."""
    if not plan.cable_types:
        return plan
    kinds = constructions(plan)
    changed = [
        replace(cable, type=kind)
        for cable in plan.cables
        if cable.type is not None
        and (kind := kinds.get(cable.type.name)) is not None
        and kind != cable.type
    ]
    return plan.having("cable", plan.cables.put_all(changed)) if changed else plan


def check_glass(cables: Iterable[Cable], tables: Tables) -> None:
    """Refuse a cable of glass that nobody knows. Raises Refused."""
    for at, cable in enumerate(cables):
        if cable.fiber not in tables.fibers:
            listed = ", ".join(tables.fibers)
            reason = f"{quoted(cable.fiber)} is not a fiber; use one of {listed}"
            raise Refused(f"cables[{at}].fiber", reason)


def plant_of(plan: Plan) -> Plant:
    """The backbone of a plan, without its links."""
    places = plan.places.by_name
    if any(place.latitude is not None for place in plan.places):
        spots = positions(plan.places)
        places = {
            name: replace(place, x_m=spots[name][0], y_m=spots[name][1]) if name in spots else place
            for name, place in places.items()
        }
    return Plant(
        places=places,
        pathways=plan.pathways.by_name,
        cables=plan.cables.by_name,
        closures=plan.closures.by_name,
        groups=plan.redundancy.by_name,
        reels=plan.reels.by_name,
        feeds=plan.feeds.by_name,
        copper=plan.copper_runs.by_name,
        devices=plan.devices.by_name,
    )


def on_cables(link: PlannedLink) -> bool:
    """Whether a link runs on strands of the plan's cables."""
    return any(isinstance(part, Segment) and part.cable is not None for part in link.path)


def hangs_on(link: PlannedLink) -> bool:
    """Whether some of what a link is made of stands with another thing: a cable, a shared part."""
    return any(isinstance(one, Segment) and (one.cable or one.shared) for one in link.path)


def filled_link(link: Link, plant: Plant) -> Link:
    """A link whose cable segments hold what their cables say. Raises Refused."""
    try:
        return refilled(plant, link)
    except StrandError as error:
        parts = link.path.parts
        at = next(i for i, p in enumerate(parts) if isinstance(p, Segment) and p.cable)
        raise Refused(f"path[{at}].cable", str(error)) from None


def filled(plan: Plan, site: Site, only: Iterable[str] | None = None) -> Plan:
    """The same plan, every link filled from its cables and shared parts. Raises Refused.

    only : the ids of the links to look at; None: all.
    """
    plant = plant_of(plan)
    ids = list(plan.links.by_id)
    changed: list[PlannedLink] = []
    for link_id in steps("Following cables", ids) if only is None else only:
        link = plan.links.get(link_id)
        if link is None or not hangs_on(link):
            continue
        made = with_shared(link, plan.shared_parts.by_name)
        try:
            if on_cables(link):
                made = planned(filled_link(link_of(made, site), plant))
        except Refused as refused:
            raise refused.below(f"links[{ids.index(link_id)}]") from None
        if made is not link and made != link:
            changed.append(made)
    links: Things[PlannedLink] = plan.links.put_all(changed)
    return plan.having("link", links) if changed else plan
