"""The site as it is written down: places, pathways, cables, splices and what belongs to them."""

from dataclasses import dataclass
from typing import Annotated, Any, ClassVar, Final, Literal

from annotated_types import Ge, Gt, Le, Len, Predicate

from passerelle.core.tables.euroclass import is_euroclass
from passerelle.core.tables.site import CABLE_TYPES, KINDS, CableType

from .connectors import connector
from .fields import (
    MAX_STRANDS,
    Coordinate,
    Described,
    FiberName,
    Length,
    LossDb,
    Metres,
    Millimetres,
    Name,
    Names,
    OwnPlace,
    PlaceName,
    PortNumber,
    PowerClass,
    RateGbps,
    StrandNumber,
    Text,
    Thing,
    Watts,
    WavelengthNm,
    Word,
    spelled,
)
from .house_rules import Finish
from .lightpath import FiberFrom, Glass, LengthFrom, Reading
from .visiting import Trip, Window

FREE: Final = "free"
USED: Final = "used"
DARK: Final = "dark"
BAD: Final = "bad"
RESERVED: Final = "reserved"
COILED: Final = "coiled"
EndFinish = Finish | Literal["coiled"]
"""How an end of a cable is finished, or that it is left coiled on purpose."""
PathwayKind = Literal[
    "conduit", "duct", "riser", "tray", "wall", "trench", "burial", "aerial", "seabed"
]  # fmt: skip
Space = Literal["plenum", "riser", "general"]
Hazard = Literal["wet", "sun", "rodents", "salt", "lightning"]
Count = Annotated[int, Ge(1), Le(1000)]
Volts = Annotated[float, Gt(0), Le(1500)]
CableName = Annotated[Name, Names("cable")]


def _plug(name: str) -> bool:
    connector(name)
    return True


class _ByName:
    """In documents a construction is its name; one that is not in the tables is bound later."""

    def __get_pydantic_core_schema__(self, _source: Any, _handler: Any) -> Any:
        """In documents a construction is its name."""
        return spelled(named_type, lambda one: one.name, CableType)


def named_type(name: str) -> CableType:
    """A row of the cable table, or a stand-in that only has the name of a plan's own one."""
    return CABLE_TYPES.get(name) or CableType(
        name, "", "outdoor", "none", "none", False, "none", False, False, MAX_STRANDS, 12, "", "low"
    )  # fmt: skip


TypeName = Annotated[CableType, _ByName(), Names("cable type", or_table=True)]


@dataclass(frozen=True, slots=True)
class Panel(Described):
    """A panel at a place. existing : it hangs there; None: where a cable that is there ends on it.

    positions : how many it has; None: the usual number.
    """

    name: Name
    existing: bool | None = None
    positions: Annotated[int, Ge(1), Le(1000)] | None = None


@dataclass(frozen=True, slots=True)
class Place(Thing):
    """A building, room, rack, cabinet, chamber, pole, hut or provider entry.

    x_m, y_m : east and north [m]; or in degrees, all places of a plan in the same way.
    space : plenum, riser or general, where it is indoors. inside : the place that it is part of.
    supply : name of the power supply that feeds it, which other places may stand on too.
    drawn : its position was put on the map by hand, and surveyed by nobody.
    code : its identifier on labels, as it stands on the door; None: made from floor and a letter.
    windows : hours in which it can be worked at; none: always. trips : how long other ways take.
    depot : each day of work begins and ends here; where no place is, at the first of the plan.
    """

    KIND: ClassVar = "place"

    name: Name
    kind: Word | None = None
    x_m: Coordinate | None = None
    y_m: Coordinate | None = None
    surroundings: Literal["indoor", "unheated", "outdoor", "wet", "salt"] | None = None
    space: Space | None = None
    power: Literal["mains", "none", "composite", "over a pair"] | None = None
    inside: PlaceName | None = None
    supply: Name | None = None
    latitude: Annotated[float, Ge(-90), Le(90)] | None = None
    longitude: Annotated[float, Ge(-180), Le(180)] | None = None
    drawn: bool = False
    floor: Word | None = None
    code: Word | None = None
    panels: Annotated[tuple[Panel, ...], Len(0, 200)] = ()
    windows: Annotated[tuple[Window, ...], Len(0, 400)] = ()
    trips: Annotated[tuple[Trip, ...], Len(0, 400)] = ()
    depot: bool = False
    notes: Text | None = None


@dataclass(frozen=True, slots=True)
class Bend(Described):
    """A bend of a pathway. at_m : from its a end; None: evenly spread. radius_m None: unknown."""

    angle_deg: Annotated[float, Gt(0), Le(360)]
    radius_m: Annotated[float, Gt(0), Le(100)] | None = None
    at_m: Metres | None = None


@dataclass(frozen=True, slots=True)
class Other(Described):
    """What else lies in a pathway: cables that are not the plan's.

    power : mains conductors. copper : other conductors, of pairs or coax.
    """

    what: Name
    od_mm: Millimetres
    count: Count = 1
    power: bool = False
    copper: bool = False


@dataclass(frozen=True, slots=True)
class Pathway(Thing):
    """A way from place a to place b that cables can take.

    length_from : measured, drawing or guess. inner_mm : of a round raceway; width_mm, height_mm :
    of a tray. rise_m : how much higher b lies than a. lies_in : name of the trench, bank or bridge
    that it shares with other pathways. hazards : wet, sun, rodents, salt, lightning.
    material : of a raceway. euroclass : the least reaction to fire that its space asks for.
    """

    KIND: ClassVar = "pathway"

    name: Name
    a: OwnPlace
    b: OwnPlace
    length_m: Length
    kind: PathwayKind = "conduit"
    length_from: LengthFrom | None = None
    inner_mm: Millimetres | None = None
    width_mm: Millimetres | None = None
    height_mm: Millimetres | None = None
    bends: Annotated[tuple[Bend, ...], Len(0, 100)] = ()
    rise_m: Annotated[float, Ge(-9000), Le(9000)] = 0.0
    others: Annotated[tuple[Other, ...], Len(0, 100)] = ()
    lies_in: Name | None = None
    hazards: Annotated[tuple[Hazard, ...], Len(0, 5)] = ()
    space: Space | None = None
    friction: Annotated[float, Gt(0), Le(2)] | None = None
    material: Literal["metal", "pvc", "flexible", "concrete"] | None = None
    euroclass: Annotated[Word, Predicate(is_euroclass)] | None = None
    pull_string: bool | None = None
    notes: Text | None = None

    def other_end(self, place: str) -> str:
        """The place at its other end."""
        return self.b if place == self.a else self.a

    @property
    def pulled(self) -> bool:
        """Cable is pulled through it, not laid."""
        return KINDS[self.kind].pulled

    @property
    def outdoor(self) -> bool:
        """It lies outdoors by its kind or because sun and salt reach it; a cellar may be wet."""
        return KINDS[self.kind].outdoor or bool({"sun", "salt"} & set(self.hazards))

    @property
    def has_power(self) -> bool:
        """Mains conductors lie in it."""
        return any(other.power for other in self.others)


@dataclass(frozen=True, slots=True)
class Termination(Described):
    """How one end of a cable is finished: factory, pigtails or field connectors; on which panel.

    An end that is left coiled on purpose is finished with nothing, and waits.
    first_port : the panel's port that the first pair stands on. head_mm : of a pulling head.
    """

    kind: EndFinish | None = None
    connector: Annotated[str, Len(0, 40), Predicate(_plug)] | None = None
    panel: Name | None = None
    first_port: PortNumber = 1
    head_mm: Millimetres | None = None


NOT_SAID = Termination()


@dataclass(frozen=True, slots=True)
class StrandNote(Described):
    """What is said of a strand: dark, bad or reserved, and why."""

    strand: StrandNumber
    state: Literal["dark", "bad", "reserved"]
    note: Text | None = None


@dataclass(frozen=True, slots=True)
class Slack(Described):
    """Length left at a place on the way. [m]"""

    place: PlaceName
    length_m: Metres


@dataclass(frozen=True, slots=True)
class Cable(Thing):
    """A cable from place a to place b along a chain of pathways.

    type : construction; None: not known. fiber, glass : grade of its glass, and ITU-T category.
    length_m : as ordered, or by its sheath marks; None: route and slack count.
    glass_m, loss_db, loss_nm : measured length of glass and loss of a strand; measured : document;
    loss_includes : what that reading holds besides the glass.
    feed : the end that the reel stands at; pull_points : places where it is pulled out and fed on;
    feed_n : what the reel's brake holds back; None: not counted. [N]
    wish : not planned to be pulled: an extra run that a leftover would do for.
    cut : its length is cut; none is cut or bought for it any more.
    """

    KIND: ClassVar = "cable"

    name: Name
    a: OwnPlace
    b: OwnPlace
    fiber: FiberName
    strands: StrandNumber
    type: TypeName | None = None
    route: Annotated[tuple[Annotated[Name, Names("pathway")], ...], Len(0, 500)] = ()
    slack_a_m: Metres | None = None
    slack_b_m: Metres | None = None
    slack_on_way: Annotated[tuple[Slack, ...], Len(0, 100)] = ()
    length_m: Length | None = None
    glass_m: Length | None = None
    loss_db: LossDb | None = None
    loss_nm: WavelengthNm | None = None
    measured: Text | None = None
    loss_includes: Reading | None = None
    glass: Glass | None = None
    existing: bool = False
    fiber_from: FiberFrom | None = None
    end_a: Termination | None = None
    end_b: Termination | None = None
    feed: Literal["a", "b"] = "a"
    feed_n: Annotated[float, Ge(0), Le(10_000)] | None = None
    pull_points: Annotated[tuple[PlaceName, ...], Len(0, 50)] = ()
    lubricated: bool = False
    bonded: bool | None = None
    strand_notes: Annotated[tuple[StrandNote, ...], Len(0, MAX_STRANDS)] = ()
    wish: bool = False
    cut: bool = False
    notes: Text | None = None

    @property
    def ends(self) -> tuple[Termination, Termination]:
        """How both ends are finished; nothing is said where nothing is recorded."""
        return self.end_a or NOT_SAID, self.end_b or NOT_SAID

    @property
    def per_tube(self) -> int:
        """Strands to a tube; 12 where the construction is not known."""
        return self.type.per_tube if self.type else 12


@dataclass(frozen=True, slots=True)
class Splice(Described):
    """`count` strands of cable a, from a_first, spliced to those of cable b, from b_first."""

    a: CableName
    a_first: StrandNumber
    b: CableName
    b_first: StrandNumber
    count: StrandNumber
    kind: Literal["fusion", "mechanical"] = "fusion"


@dataclass(frozen=True, slots=True)
class Closure(Thing):
    """Splices at a place. existing : it stands already; None: where all its cables are there."""

    KIND: ClassVar = "closure"

    name: Name
    place: OwnPlace
    splices: Annotated[tuple[Splice, ...], Len(0, 2000)]
    existing: bool | None = None


LinkName = Annotated[Name, Names("link")]


@dataclass(frozen=True, slots=True)
class OtherWay(Described):
    """What stands in for a link and is none: what it shares is what the person states.

    links : of a chain through another room, the links that it is made of. ends : its two places.
    places, pathways, supplies : what else it runs through or stands on. gbps : what it carries, as
    stated. [Gb/s]
    """

    name: Name
    kind: Literal["chain", "copper run", "radio hop", "service"]
    ends: Annotated[tuple[PlaceName, ...], Len(0, 2)] = ()
    links: Annotated[tuple[LinkName, ...], Len(0, 20)] = ()
    places: Annotated[tuple[PlaceName, ...], Len(0, 50)] = ()
    pathways: Annotated[tuple[Annotated[Name, Names("pathway")], ...], Len(0, 200)] = ()
    supplies: Annotated[tuple[Name, ...], Len(0, 20)] = ()
    gbps: RateGbps | None = None
    notes: Text | None = None


@dataclass(frozen=True, slots=True)
class Group(Thing):
    """Links that stand in for each other, and ways that are no links: one of them is enough."""

    KIND: ClassVar = "group"

    name: Name
    links: Annotated[tuple[LinkName, ...], Len(1, 50)]
    others: Annotated[tuple[OtherWay, ...], Len(0, 10)] = ()


@dataclass(frozen=True, slots=True)
class Feed(Thing):
    """How a device far away gets its power.

    way : mains, pair, composite or local (a battery or a panel at the place). load_w : what the
    device usually takes; None: what `device` draws. peak_w : what it takes at its peak. [W]
    run : the copper run that the pair is; length_m : of pair or copper; None: that of `run` or
    `cable`. cords_m : cords at both ends of a pair. battery_wh : of a local supply. [Wh]
     source_v, least_v : at the source, and the
    least that the device needs; area_mm2 : of one conductor; copper_c : its temperature.
    power_class : of the source, over a pair.
    """

    KIND: ClassVar = "feed"

    name: Name
    place: OwnPlace
    way: Literal["mains", "pair", "composite", "local"]
    load_w: Watts | None = None
    peak_w: Watts | None = None
    device: Annotated[Name, Names("device")] | None = None
    run: Annotated[Name, Names("copper")] | None = None
    cords_m: Metres | None = None
    battery_wh: Annotated[float, Gt(0), Le(10_000_000)] | None = None
    cable: CableName | None = None
    length_m: Length | None = None
    source_v: Volts | None = None
    least_v: Volts | None = None
    area_mm2: Annotated[float, Gt(0), Le(1000)] | None = None
    copper_c: Annotated[float, Ge(-60), Le(120)] | None = None
    power_class: PowerClass | None = None


@dataclass(frozen=True, slots=True)
class Reel(Thing):
    """A drum in the store. type : the construction by its name. place : where it stands."""

    KIND: ClassVar = "reel"

    name: Name
    type: Annotated[Name, Names("cable type", needed=True, or_table=True)]
    length_m: Length
    strands: StrandNumber | None = None
    place: PlaceName | None = None
