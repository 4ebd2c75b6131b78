"""The plant: a site with the links that run through it, and the look-ups that the rules use."""

from collections import defaultdict
from dataclasses import dataclass, field
from functools import cached_property
from typing import Any

from passerelle.core.plan.backbone import (
    Cable,
    Closure,
    Feed,
    Group,
    Pathway,
    Place,
    Reel,
)
from passerelle.core.plan.beside import CopperRun
from passerelle.core.plan.devices import Device
from passerelle.core.tables import STANDARD
from passerelle.core.tables.site import PRACTICE

GUESS_SHARE = STANDARD.planning["guessed_length_share"]
"""How far a guessed length may be off, to either side."""


@dataclass(frozen=True, slots=True)
class Use:
    """What a link takes of a cable. strands : by number; empty: `needed` of them, not chosen yet.

    at : index of the segment in the link's path. line : the multiplexed line that it shares there.
    """

    cable: str
    strands: tuple[int, ...]
    needed: int
    at: int = 0
    line: str | None = None


Seat = tuple[str | None, int | None]
"""A group of ports and the number in it, as far as they are recorded."""
NO_SEAT: Seat = (None, None)


@dataclass(frozen=True, slots=True)
class LinkUse:
    """A link as the plant sees it. key : its id. ports : where it plugs in at its devices."""

    key: str
    name: str
    places: tuple[str | None, str | None]
    devices: tuple[str | None, str | None] = (None, None)
    ports: tuple[Seat, Seat] = (NO_SEAT, NO_SEAT)
    uses: tuple[Use, ...] = ()


@dataclass(frozen=True)
class Plant:
    """A whole site, with the look-ups that the rules use. Names are unique within their kind."""

    places: dict[str, Place] = field(default_factory=dict)
    pathways: dict[str, Pathway] = field(default_factory=dict)
    cables: dict[str, Cable] = field(default_factory=dict)
    closures: dict[str, Closure] = field(default_factory=dict)
    groups: dict[str, Group] = field(default_factory=dict)
    reels: dict[str, Reel] = field(default_factory=dict)
    feeds: dict[str, Feed] = field(default_factory=dict)
    copper: dict[str, CopperRun] = field(default_factory=dict)
    devices: dict[str, Device] = field(default_factory=dict)
    links: tuple[LinkUse, ...] = ()

    @cached_property
    def memo(self) -> dict[tuple[str, ...], Any]:
        """Room for what others work out of this plant once: it never changes."""
        return {}

    @cached_property
    def pathways_at(self) -> dict[str, tuple[Pathway, ...]]:
        """The pathways that meet at each place."""
        found: dict[str, list[Pathway]] = defaultdict(list)
        for pathway in self.pathways.values():
            found[pathway.a].append(pathway)
            if pathway.b != pathway.a:
                found[pathway.b].append(pathway)
        return {place: tuple(ways) for place, ways in found.items()}

    @cached_property
    def cables_in(self) -> dict[str, tuple[Cable, ...]]:
        """The cables that run through each pathway; extra runs that are only wished for are not."""
        found: dict[str, list[Cable]] = defaultdict(list)
        for cable in self.cables.values():
            for name in () if cable.wish else dict.fromkeys(cable.route):
                found[name].append(cable)
        return {name: tuple(cables) for name, cables in found.items()}

    @cached_property
    def uses_of(self) -> dict[str, tuple[tuple[LinkUse, Use], ...]]:
        """Which links take strands of each cable."""
        found: dict[str, list[tuple[LinkUse, Use]]] = defaultdict(list)
        for link in self.links:
            for use in link.uses:
                found[use.cable].append((link, use))
        return {name: tuple(uses) for name, uses in found.items()}

    def steps(self, cable: Cable) -> list[tuple[Pathway, bool]]:
        """The cable's pathways from its a end, each with True where it is run from a to b.

        Where the chain has a gap the rest follows as recorded.
        """
        here, found = cable.a, []
        for name in cable.route:
            pathway = self.pathways.get(name)
            if pathway is None:
                continue
            forward = pathway.a == here or pathway.b != here
            here = pathway.b if forward else pathway.a
            found.append((pathway, forward))
        return found

    def stops(self, cable: Cable) -> list[str]:
        """The places that the cable passes, its ends included."""
        found = [cable.a]
        for pathway, forward in self.steps(cable):
            start, end = (pathway.a, pathway.b) if forward else (pathway.b, pathway.a)
            if start != found[-1]:
                found.append(start)
            found.append(end)
        return found


@dataclass(frozen=True, slots=True)
class Lengths:
    """A cable's lengths. None where something that decides is not known. [m]

    route_m : along the pathways. slack_m : at the ends and on the way. needed_m : both.
    order_m : with waste and reserve, or the length that is there. reserve_m : of it, what ways of
    guessed length may be longer. glass_m : what the light runs through.
    glass_from : measured, sheath or planned; certain : no length of the route is a guess.
    """

    route_m: float | None
    slack_m: float
    needed_m: float | None
    order_m: float | None
    glass_m: float | None
    glass_from: str
    certain: bool
    reserve_m: float = 0.0


def lengths(plant: Plant, cable: Cable) -> Lengths:
    """Route, slack, length to order and optical length of a cable.

    Fiber in stranded loose tubes is longer than its cable by the helix factor of the table.
    """
    each = PRACTICE["slack_each_end_m"].value
    slack: float = sum(each if s is None else s for s in (cable.slack_a_m, cable.slack_b_m))
    slack += sum(one.length_m for one in cable.slack_on_way)
    steps = plant.steps(cable)
    route = sum(pathway.length_m for pathway, _ in steps) if steps else None
    needed = route + slack if route is not None else None
    waste = 1 + PRACTICE["waste_percent"].value / 100
    order, reserve = cable.length_m, 0.0
    if order is None and needed is not None:
        if not cable.existing:
            guessed = sum(
                pathway.length_m for pathway, _ in steps if pathway.length_from == "guess"
            )
            reserve = guessed * GUESS_SHARE
        order = needed if cable.existing else needed * waste + reserve
    helix, glass = 1.0, None
    if cable.type is not None and cable.type.construction.startswith("loose tube"):
        helix += PRACTICE["helix_percent"].value / 100
    if cable.glass_m is not None:
        glass, known = cable.glass_m, "measured"
    else:
        known = "sheath" if cable.length_m is not None else "planned"
        sheath = cable.length_m if cable.length_m is not None else needed
        glass = sheath * helix if sheath is not None else None
    certain = known == "measured" or all(p.length_from != "guess" for p, _ in steps)
    return Lengths(route, slack, needed, order, glass, known, certain, reserve)
