"""What a site has: places, pathways between them, cables on routes, splices, and who uses what."""

from collections import defaultdict
from dataclasses import dataclass, field
from functools import cached_property
from typing import Any

from passerelle.core.tables.site import KINDS, PRACTICE, CableType

FREE, USED, DARK, BAD, RESERVED = "free", "used", "dark", "bad", "reserved"


@dataclass(frozen=True, slots=True)
class Place:
    """A building, room, rack, cabinet, chamber, pole or hut.

    x_m, y_m : east and north. [m] space : plenum, riser or general, where it is indoors.
    surroundings : indoor, unheated, outdoor, wet or salt. inside : the place that it is part of.
    """

    name: str
    kind: str | None = None
    x_m: float | None = None
    y_m: float | None = None
    surroundings: str | None = None
    space: str | None = None
    power: str | None = None
    inside: str | None = None


@dataclass(frozen=True, slots=True)
class Bend:
    """A bend of a pathway. at_m : from its a end; None: evenly spread. radius_m None: unknown."""

    angle_deg: float
    radius_m: float | None = None
    at_m: float | None = None


@dataclass(frozen=True, slots=True)
class Other:
    """What else lies in a pathway: cables that are not the plan's. power : mains conductors."""

    what: str
    od_mm: float
    count: int = 1
    power: bool = False


@dataclass(frozen=True, slots=True)
class Pathway:
    """A way from place a to place b that cables can take.

    length_from : measured, drawing or guess. inner_mm : of a round raceway; width_mm, height_mm :
    of a tray. rise_m : how much higher b lies than a. lies_in : name of the trench, bank or bridge
    that it shares with other pathways. hazards : wet, sun, rodents, salt, lightning.
    """

    name: str
    a: str
    b: str
    kind: str = "conduit"
    length_m: float = 0.0
    length_from: str | None = None
    inner_mm: float | None = None
    width_mm: float | None = None
    height_mm: float | None = None
    bends: tuple[Bend, ...] = ()
    rise_m: float = 0.0
    others: tuple[Other, ...] = ()
    lies_in: str | None = None
    hazards: tuple[str, ...] = ()
    space: str | None = None
    friction: float | None = None
    pull_string: bool | None = None

    def other_end(self, place: str) -> str:
        """The place at its other end."""
        return self.b if place == self.a else self.a

    @property
    def pulled(self) -> bool:
        """Cable is pulled through it, not laid."""
        return KINDS[self.kind].pulled

    @property
    def outdoor(self) -> bool:
        """It lies outdoors by its kind or by what it is exposed to."""
        return KINDS[self.kind].outdoor or bool({"wet", "sun", "salt"} & set(self.hazards))

    @property
    def has_power(self) -> bool:
        """Mains conductors lie in it."""
        return any(other.power for other in self.others)


@dataclass(frozen=True, slots=True)
class Termination:
    """How one end of a cable is finished: factory, pigtails or field connectors; on which panel.

    first_port : the panel's port that the first pair stands on. head_mm : of a pulling head.
    """

    kind: str | None = None
    connector: str | None = None
    panel: str | None = None
    first_port: int = 1
    head_mm: float | None = None


@dataclass(frozen=True, slots=True)
class StrandNote:
    """What is said of a strand: dark, bad or reserved, and why."""

    strand: int
    state: str
    note: str | None = None


@dataclass(frozen=True, slots=True)
class Slack:
    """Length left at a place on the way. [m]"""

    place: str
    length_m: float


@dataclass(frozen=True, slots=True)
class Cable:
    """A cable from place a to place b along a chain of pathways.

    type : construction; None: not known. fiber : grade of its glass.
    length_m : as ordered, or by its sheath marks; None: route and slack count.
    glass_m, loss_db, loss_nm : measured length of glass and loss of a strand; measured : document.
    feed : the end that the reel stands at; pull_points : places where it is pulled out and fed on.
    wish : not planned to be pulled: an extra run that a leftover would do for.
    """

    name: str
    a: str
    b: str
    fiber: str
    strands: int
    type: CableType | None = None
    route: tuple[str, ...] = ()
    slack_a_m: float | None = None
    slack_b_m: float | None = None
    slack_on_way: tuple[Slack, ...] = ()
    length_m: float | None = None
    glass_m: float | None = None
    loss_db: float | None = None
    loss_nm: float | None = None
    measured: str | None = None
    existing: bool = False
    fiber_from: str | None = None
    ends: tuple[Termination, Termination] = (Termination(), Termination())
    feed: str = "a"
    pull_points: tuple[str, ...] = ()
    lubricated: bool = False
    bonded: bool | None = None
    notes: tuple[StrandNote, ...] = ()
    wish: bool = False

    @property
    def per_tube(self) -> int:
        """Strands to a tube; 12 where the construction is not known."""
        return self.type.per_tube if self.type else 12


@dataclass(frozen=True, slots=True)
class SpliceRow:
    """`count` strands of cable a, from a_first, spliced to those of cable b, from b_first."""

    a: str
    a_first: int
    b: str
    b_first: int
    count: int
    kind: str = "fusion"


@dataclass(frozen=True, slots=True)
class Closure:
    """Splices at a place."""

    name: str
    place: str
    rows: tuple[SpliceRow, ...]


@dataclass(frozen=True, slots=True)
class Group:
    """Links that stand in for each other: one of them is enough."""

    name: str
    links: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Feed:
    """How a device far away gets its power.

    way : mains, pair or composite. load_w : what the device takes. [W]
    length_m : of pair or copper; None: that of `cable`. source_v, least_v : at the source, and the
    least that the device needs; area_mm2 : of one conductor; copper_c : its temperature.
    power_class : of the source, over a pair.
    """

    name: str
    place: str
    way: str
    load_w: float
    cable: str | None = None
    length_m: float | None = None
    source_v: float | None = None
    least_v: float | None = None
    area_mm2: float | None = None
    copper_c: float | None = None
    power_class: str | None = None


@dataclass(frozen=True, slots=True)
class Reel:
    """A drum in the store."""

    name: str
    type: str
    length_m: float
    strands: int | None = None


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


@dataclass(frozen=True, slots=True)
class LinkUse:
    """A link as the plant sees it. key : its number or index."""

    key: int
    name: str
    places: tuple[str | None, str | None]
    devices: tuple[str | None, str | None] = (None, None)
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
    order_m : with waste, or the length that is there. glass_m : what the light runs through.
    glass_from : measured, sheath or planned; certain : no length of the route is a guess.
    """

    route_m: float | None
    slack_m: float
    needed_m: float | None
    order_m: float | None
    glass_m: float | None
    glass_from: str
    certain: bool


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
    order = cable.length_m
    if order is None and needed is not None:
        order = needed if cable.existing else needed * waste
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
    return Lengths(route, slack, needed, order, glass, known, certain)
