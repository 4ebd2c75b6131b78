"""New cable for a need: how many strands, made how, along which pathways, and who runs on which.

The construction is the one of the table that the rules of the backbone object to least on the way
that the cable takes.
"""

import math
from dataclasses import dataclass, field, replace
from typing import cast, get_args

from passerelle.core.judge.construction import check_construction
from passerelle.core.judge.routes import head_finding
from passerelle.core.judge.rules import STOP, WARN
from passerelle.core.light.link import Link
from passerelle.core.plan.agreement import unused
from passerelle.core.plan.backbone import (
    Cable,
    Hazard,
    Other,
    Pathway,
    PathwayKind,
    Place,
    Space,
    Termination,
)
from passerelle.core.plan.connectors import Connector
from passerelle.core.plan.house_rules import (
    FACTORY,
    FIELD,
    PIGTAILS,
    Finish,
    HouseRules,
    strands_ended,
)
from passerelle.core.plan.lightpath import LightPath, Segment
from passerelle.core.plant.diverse import Pair, Route, routes_between, shortest_routes, ways_of
from passerelle.core.plant.model import Plant
from passerelle.core.plant.taking import as_segment, strands_needed
from passerelle.core.remedies.proposal import NEW_GLASS
from passerelle.core.strands.places import positions
from passerelle.core.tables import STANDARD
from passerelle.core.tables.site import CABLE_TYPES, CableType, Sold

from .need import SiteNeed
from .world import World

SIZES = (4, 12, 24, 48, 96, 144, 288)
"""Strands that cable is made with; nobody pulls a single pair where two will fit."""
SAME_LENGTH_M = 0.5
"""A stated length this near to the recorded route is that route's."""
_SAID = "as stated"


@dataclass(frozen=True, slots=True)
class Laid:
    """Cables that a route takes. placed : the links are on their strands.

    Over several reels the splices between have no place yet: the links are not put on strands.
    sheath_m : length of each. [m] termination : how both ends are finished. ended : strands of each
    that get a plug, by house rule. head : what speaks against plugs that are pulled through.
    plugged_in : it goes from device to device, without panel or cord.
    """

    cables: tuple[Cable, ...]
    trunk: bool
    sheath_m: float
    termination: str
    placed: bool
    ended: int
    plugged_in: bool = False
    objections: tuple[str, ...] = ()
    head: str | None = None

    @property
    def sold(self) -> Sold:
        """How the construction of its cables is sold with their glass; common where none suits."""
        every: list[Sold] = [
            cable.type.sold_with(cable.fiber) for cable in self.cables if cable.type is not None
        ]
        return max(every, key=SOLD_RANK.__getitem__, default="common")


def cable_size(needed: int, spare_percent: float) -> int:
    """The smallest cable with the spares that the house rule asks for.

    Where no cable has so many, the largest; never less than is needed, be it a size of no table.
    """
    wanted = with_spare(needed, spare_percent)
    return next((size for size in SIZES if size >= wanted), max(SIZES[-1], needed))


def with_spare(needed: int, spare_percent: float) -> int:
    """Strands that are used and kept spare by the house rule, a share of all of them."""
    return math.ceil(needed / (1 - min(spare_percent, 90) / 100) - 1e-9)


def strands_together(links: tuple[Link, ...]) -> int:
    """Strands that circuits on one route take: lanes of a port and channels of a pair share."""
    first = links[0]
    if any(isinstance(p, Segment) and p.line for p in first.path.parts):
        return 2
    if first.a.port.lane is not None:
        return STANDARD.applications[first.a.application].strands * trunks(links)
    return strands_needed(first) * len(links)


def trunks(links: tuple[Link, ...]) -> int:
    """Four-lane ports that links share, or the links where they share none."""
    lanes = max((link.a.port.lane or 1 for link in links), default=1)
    return -(-len(links) // lanes)


def cable_at(link: Link) -> tuple[int, ...]:
    """Indices of the pieces of cable in a link's path."""
    parts = enumerate(link.path.parts)
    return tuple(at for at, p in parts if isinstance(p, Segment) and p.kind == "cable")


def plugged_in(link: Link) -> bool:
    """The link is one cable, straight into both devices."""
    return len(link.path.parts) == 1


def terminated(link: Link, rules: HouseRules) -> Finish:
    """How the ends of a link's cable are finished, from its path."""
    parts = link.path.parts
    if plugged_in(link):
        return FACTORY
    if any(isinstance(p, Segment) and p.kind == "pigtail" for p in parts):
        return PIGTAILS
    cable = link.path.segment(cable_at(link)[0])
    multi_fiber = any(end is not None and end.pins for end in cable.ends)
    return FIELD if rules.termination == FIELD and not multi_fiber else FACTORY


@dataclass
class Layer:
    """Lays the cables of one need; remembers which construction fits a number of strands."""

    need: SiteNeed
    world: World
    _made: dict[tuple[int, int, str], tuple[CableType | None, tuple[str, ...]]] = field(
        default_factory=dict
    )
    _routes: tuple[Route | None, Route | None] | None = None
    _plants: dict[int, Plant] = field(default_factory=dict)

    def routes(self) -> tuple[Route | None, Route | None]:
        """The recorded routes, first and second, whatever their length; None where there is none.

        They say what a cable must bear. It runs along one only where the stated length is its.
        """
        if self._routes is None:
            self._routes = _recorded(self.need, self.world)
        return self._routes

    def _runs_along(self, route: int) -> tuple[str, ...]:
        far_m = (self.need.distance_m, self.need.redundant_m)[route]
        way = self.routes()[route]
        return way.pathways if way is not None and _same(way.length_m, far_m) else ()

    def outdoors(self) -> bool:
        """The need leaves the building, as stated or by its recorded route."""
        ways, plant = self.routes()[0], self.world.plant
        recorded = any(plant.pathways[name].outdoor for name in ways.pathways) if ways else False
        return self.need.outdoors or recorded

    def lay(self, links: tuple[Link, ...], route: int) -> tuple[tuple[Link, ...], Laid]:
        """The links on strands of a new cable along route 0 or 1."""
        need, world = self.need, self.world
        first = links[0]
        pieces = cable_at(first)
        cable = first.path.segment(pieces[0])
        plug = next((e for e in cable.ends if e is not None and not e.is_bare), None)
        trunk = plug is not None and plug.pins is not None
        straight, together = plugged_in(first), strands_together(links)
        if trunk:
            size = ended = positions(plug)
        elif straight:
            size = ended = strands_needed(first)
        else:
            spare = world.rules.spare_strands_percent
            size = cable_size(together, spare)
            ended = strands_ended(size, together, world.rules)
        how = terminated(first, world.rules)
        sheath_m = sum(first.path.segment(at).length_m for at in pieces)
        kind, objections = self._construction(size, route, cable.fiber or "OS2")
        along = self._runs_along(route)
        count = len(links) if straight else trunks(links) if trunk else 1
        end = Termination(kind=how, connector=_end_connector(first, pieces).name)
        # Short enough that what tells the cables apart is never cut off.
        base = f"{need.a_place[:48]} – {need.b_place[:48]} {cable.fiber}"
        known = set(world.plant.cables)
        cables: list[Cable] = []
        for _ in range(count):
            name = unused(f"{base}{' second route' if route else ''}", known)
            known.add(name)
            cables.append(
                Cable(
                    name, need.a_place, need.b_place, cable.fiber or "OS2", size, kind,
                    along, length_m=None if along else sheath_m,
                    end_a=end, end_b=end, glass=NEW_GLASS.get(cable.fiber),
                )
            )  # fmt: skip
        head = self._head(cables[0], route)
        laid = Laid(
            tuple(cables), trunk, sheath_m, how, len(pieces) == 1, ended, straight, objections, head
        )
        if not laid.placed:
            return links, laid
        plant = self._plant(route)
        numbers = (
            [_numbers((one,), size, trunk)[0] for one in links]
            if straight
            else (_numbers(links, size, trunk))
        )
        each = -(-len(links) // count)
        on: list[Link] = []
        for n, link in enumerate(links):
            on.append(_on_strands(plant, link, cables[n // each], numbers[n]))
        return tuple(on), laid

    def _head(self, cable: Cable, route: int) -> str | None:
        """What speaks against plugs put on in a factory, along the recorded route."""
        way = self.routes()[route]
        if way is None:
            return None
        plant = self.world.plant
        ways = [plant.pathways[name] for name in way.pathways]
        made = head_finding(plant, cable, cable.ends[1], ways)
        return None if made is None else f"{made[0].said} {made[0].do}"

    def _plant(self, route: int) -> Plant:
        """The pathways of a route, with what the need says of the way where none is recorded."""
        if route not in self._plants:
            need, plant, way = self.need, self.world.plant, self.routes()[route]
            ways = {name: plant.pathways[name] for name in way.pathways} if way else {}
            if way is None or need.surroundings:
                ways[_SAID] = _stated(need, self.outdoors())
            ends = {name: Place(name) for name in (need.a_place, need.b_place)}
            self._plants[route] = Plant(places=ends | plant.places, pathways=ways)
        return self._plants[route]

    def _construction(
        self, size: int, route: int, fiber: str
    ) -> tuple[CableType | None, tuple[str, ...]]:
        key = (size, route, fiber)
        if key not in self._made:
            self._made[key] = _construction(self._plant(route), self.need, size, fiber)
        return self._made[key]


def _on_strands(plant: Plant, link: Link, cable: Cable, numbers: tuple[int, ...]) -> Link:
    """A link whose one piece of cable is these strands of a new cable, with its glass."""
    (at,) = cable_at(link)
    parts = link.path.parts
    here = replace(link.path.segment(at), cable=cable.name, strand_numbers=numbers)
    run = as_segment(plant, here, cable)
    return replace(link, path=LightPath((*parts[:at], run, *parts[at + 1 :])))


MAX_NAME = 120


def _recorded(need: SiteNeed, world: World) -> tuple[Route | None, Route | None]:
    known = world.plant.places
    if need.a_place not in known or need.b_place not in known or need.a_place == need.b_place:
        return None, None
    plant, between = world.plant, (need.a_place, need.b_place)
    memo, ways = plant.memo, ways_of(plant)
    if ("shortest", *between) not in memo:
        memo["shortest", *between] = shortest_routes(ways, between[0], between[1:]).get(between[1])
    shortest: Route | None = memo["shortest", *between]
    if shortest is None:
        return None, None
    if need.redundant_m is None:
        return shortest, None
    if ("pair", *between) not in memo:
        memo["pair", *between] = routes_between(plant, *between, ways)
    pair: Pair | None = memo["pair", *between]
    if pair is None or pair.second is None:
        return shortest, None
    first = pair.first if _same(pair.first.length_m, need.distance_m) else shortest
    return first, pair.second


def _same(a_m: float, b_m: float | None) -> bool:
    return b_m is not None and abs(a_m - b_m) <= SAME_LENGTH_M


def _stated(need: SiteNeed, outdoors: bool) -> Pathway:
    """A pathway that is as the need says the way is."""
    kind: PathwayKind = "burial" if "soil" in need.surroundings else "duct" if outdoors else "tray"
    hazards = tuple(cast(Hazard, w) for w in need.surroundings if w in get_args(Hazard))
    mains = (Other("mains", 10.0, power=True),) if "power" in need.surroundings else ()
    space: Space | None = (
        None if outdoors else "plenum" if "plenum" in need.surroundings else "riser"
    )
    return Pathway(_SAID, need.a_place, need.b_place, need.distance_m, kind, hazards=hazards,
                   others=mains, space=space)  # fmt: skip


_WEIGHT = {STOP: 100, WARN: 10}
SOLD_RANK: dict[Sold, int] = {"common": 0, "to order": 1, "not known": 2}
"""How easily a construction is had with a glass, best first."""


def _construction(
    plant: Plant, need: SiteNeed, size: int, fiber: str
) -> tuple[CableType | None, tuple[str, ...]]:
    """The construction that the rules object to least on this way.

    Of those alike one that is sold with the glass goes first, then one without metal.
    """
    best: tuple[tuple[int, int, int, int], CableType, tuple[str, ...]] | None = None
    for at, row in enumerate(CABLE_TYPES.values()):
        if row.max_strands < size:
            continue
        # Armour can be bonded: that it is not noted yet is no objection to the construction.
        trial = Cable("The new cable", need.a_place, need.b_place, "OS2", size, row,
                      tuple(plant.pathways), bonded=True)  # fmt: skip
        said = check_construction(plant, trial)
        objections = sum(_WEIGHT.get(one.finding.rule.severity, 1) for one in said)
        key = (objections, SOLD_RANK[row.sold_with(fiber)], int(row.metallic), at)
        if best is None or key < best[0]:
            best = (key, row, tuple(one.finding.said for one in said))
    return (best[1], best[2]) if best else (None, ())


def _end_connector(link: Link, pieces: tuple[int, ...]) -> Connector:
    """The plug that the panel holds: of the pigtail, or of the cable itself."""
    at = pieces[0]
    ends = link.path.segment(at).ends
    if ends[0] is not None and ends[0].is_bare:
        ends = link.path.segment(at - 2).ends
    assert ends[0] is not None
    return ends[0]


def _numbers(links: tuple[Link, ...], size: int, trunk: bool) -> list[tuple[int, ...]]:
    """The strands of each link. In a trunk the outer ones: light goes out on one side, back on the
    other; a lane has one of each."""
    found: list[tuple[int, ...]] = []
    for n, link in enumerate(links):
        lane, each = link.a.port.lane, strands_needed(link)
        if any(isinstance(p, Segment) and p.line for p in link.path.parts):
            found.append((1, 2))
        elif lane is not None:
            found.append((lane, size + 1 - lane))
        elif trunk:
            found.append(outer(size, each))
        else:
            found.append(tuple(range(n * each + 1, (n + 1) * each + 1)))
    return found


def outer(size: int, needed: int) -> tuple[int, ...]:
    """The strands of a trunk that a multi-fiber plug lights: outside ones, as many each way."""
    if needed == 20 and size == 24:  # IEEE 802.3 clause 86: the middle ten of each row
        return (*range(2, 12), *range(14, 24))
    half = needed // 2
    return (*range(1, half + 1), *range(size - half + 1, size + 1))
