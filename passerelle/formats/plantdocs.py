"""Documents of the backbone: pathways, cables, closures, redundant groups, reels, feeds."""

from typing import Annotated, Literal, Self

from pydantic import AfterValidator, Field, model_validator

from passerelle.core.choice.copper import copper_row
from passerelle.core.plan.lightpath import MAX_LENGTH_M
from passerelle.core.tables.site import CABLE_TYPES

from .fields import (
    ConnectorName,
    Coordinate,
    Doc,
    FiberName,
    LossDb,
    Metres,
    Name,
    RateGbps,
    Text,
    WavelengthNm,
    printable,
    wrong,
)
from .owndocs import SheetDoc

MAX_STRANDS = 6912
Word = Annotated[str, Field(min_length=1, max_length=40), AfterValidator(printable)]
Millimetres = Annotated[float, Field(gt=0, le=5000)]
Kind = Literal[
    "conduit", "duct", "riser", "tray", "wall", "trench", "burial", "aerial", "seabed"
]  # fmt: skip
Space = Literal["plenum", "riser", "general"]
Hazard = Literal["wet", "sun", "rodents", "salt", "lightning"]
LengthFrom = Literal["measured", "drawing", "guess"]
StrandNumber = Annotated[int, Field(ge=1, le=MAX_STRANDS)]
Port = Annotated[int, Field(ge=1, le=10_000)]
Count = Annotated[int, Field(ge=1, le=1000)]


class PlaceDoc(Doc):
    """A building, room, rack, cabinet, chamber, pole, hut or provider entry.

    Coordinates in metres, east and north, or in degrees: all places of a plan in the same way.
    """

    name: Name
    kind: Word | None = None
    x_m: Coordinate | None = None
    y_m: Coordinate | None = None
    latitude: Annotated[float, Field(ge=-90, le=90)] | None = None
    longitude: Annotated[float, Field(ge=-180, le=180)] | None = None
    floor: Word | None = None
    inside: Name | None = None
    surroundings: Literal["indoor", "unheated", "outdoor", "wet", "salt"] | None = None
    space: Space | None = None
    power: Literal["mains", "none", "composite", "over a pair"] | None = None
    notes: Text | None = None

    @model_validator(mode="after")
    def _one_position(self) -> Self:
        if self.x_m is not None and self.latitude is not None:
            raise wrong("stands beside x_m; give metres or degrees, not both", "latitude")
        if (self.latitude is None) != (self.longitude is None):
            lacks = "latitude" if self.latitude is None else "longitude"
            raise wrong("is missing; a position has both", lacks)
        return self


class BendDoc(Doc):
    """A bend, in order from end a. radius_m not given: not known."""

    angle_deg: Annotated[float, Field(gt=0, le=360)]
    radius_m: Annotated[float, Field(gt=0, le=100)] | None = None
    at_m: Metres | None = None


class OtherDoc(Doc):
    """Cables in a pathway that are not the plan's."""

    what: Name
    od_mm: Millimetres
    count: Count = 1
    power: bool = False


class PathwayDoc(Doc):
    """A way between two places that cables can take."""

    name: Name
    a: Name
    b: Name
    kind: Kind = "conduit"
    length_m: Annotated[float, Field(gt=0, le=MAX_LENGTH_M)]
    length_from: LengthFrom | None = None
    inner_mm: Millimetres | None = None
    width_mm: Millimetres | None = None
    height_mm: Millimetres | None = None
    bends: Annotated[list[BendDoc], Field(max_length=100)] | None = None
    rise_m: Annotated[float, Field(ge=-9000, le=9000)] | None = None
    others: Annotated[list[OtherDoc], Field(max_length=100)] | None = None
    lies_in: Name | None = None
    hazards: Annotated[list[Hazard], Field(max_length=5)] | None = None
    space: Space | None = None
    friction: Annotated[float, Field(gt=0, le=2)] | None = None
    pull_string: bool | None = None
    notes: Text | None = None

    @model_validator(mode="after")
    def _makes_sense(self) -> Self:
        if self.a == self.b:
            raise wrong(f"{self.b[:40]!r} is its other end too; a pathway joins two places", "b")
        if self.rise_m is not None and abs(self.rise_m) > self.length_m:
            reason = f"{self.rise_m:g} m of rise is over {self.length_m:g} m, the pathway's length"
            raise wrong(reason, "rise_m")
        for at, bend in enumerate(self.bends or ()):
            if bend.at_m is not None and bend.at_m > self.length_m:
                reason = f"{bend.at_m:g} is over {self.length_m:g}, the pathway's length"
                raise wrong(reason, "bends", at, "at_m")
        if self.inner_mm is not None and (self.width_mm or self.height_mm):
            raise wrong("stands beside width and height; a pathway is round or not", "inner_mm")
        return self


class TerminationDoc(Doc):
    """How one end of a cable is finished, and on which panel."""

    kind: Literal["factory", "pigtails", "field"] | None = None
    connector: ConnectorName | None = None
    panel: Name | None = None
    first_port: Port | None = None
    head_mm: Millimetres | None = None


class StrandNoteDoc(Doc):
    """What is said of a strand."""

    strand: StrandNumber
    state: Literal["dark", "bad", "reserved"]
    note: Text | None = None


class SlackDoc(Doc):
    """Length left at a place on the way."""

    place: Name
    length_m: Metres


class CableDoc(Doc):
    """A cable from place a to place b along a chain of pathways."""

    name: Name
    a: Name
    b: Name
    fiber: FiberName
    strands: StrandNumber
    type: Name | None = None
    route: Annotated[list[Name], Field(max_length=500)] | None = None
    slack_a_m: Metres | None = None
    slack_b_m: Metres | None = None
    slack_on_way: Annotated[list[SlackDoc], Field(max_length=100)] | None = None
    length_m: Annotated[float, Field(gt=0, le=MAX_LENGTH_M)] | None = None
    glass_m: Annotated[float, Field(gt=0, le=MAX_LENGTH_M)] | None = None
    loss_db: LossDb | None = None
    loss_nm: WavelengthNm | None = None
    measured: Text | None = None
    existing: bool | None = None
    fiber_from: Literal["print", "record", "guess"] | None = None
    end_a: TerminationDoc | None = None
    end_b: TerminationDoc | None = None
    feed: Literal["a", "b"] | None = None
    pull_points: Annotated[list[Name], Field(max_length=50)] | None = None
    lubricated: bool | None = None
    bonded: bool | None = None
    strand_notes: Annotated[list[StrandNoteDoc], Field(max_length=MAX_STRANDS)] | None = None
    wish: bool | None = None
    notes: Text | None = None

    @model_validator(mode="after")
    def _makes_sense(self) -> Self:
        if self.loss_db is not None and (self.loss_nm is None or self.measured is None):
            lacks = "loss_nm" if self.loss_nm is None else "measured"
            raise wrong("is missing; a measured loss names its wavelength and document", lacks)
        seen: set[int] = set()
        for at, note in enumerate(self.strand_notes or ()):
            if note.strand > self.strands:
                reason = f"{note.strand} is over {self.strands}, the cable's strands"
                raise wrong(reason, "strand_notes", at, "strand")
            if note.strand in seen:
                raise wrong(f"{note.strand} is noted twice", "strand_notes", at, "strand")
            seen.add(note.strand)
        return self


class SpliceDoc(Doc):
    """`count` strands of one cable, from the first, spliced to those of another."""

    a: Name
    a_first: StrandNumber
    b: Name
    b_first: StrandNumber
    count: StrandNumber
    kind: Literal["fusion", "mechanical"] | None = None


class ClosureDoc(Doc):
    """Splices at a place."""

    name: Name
    place: Name
    splices: Annotated[list[SpliceDoc], Field(max_length=2000)]


class GroupDoc(Doc):
    """Links that stand in for each other."""

    name: Name
    links: Annotated[list[Name], Field(min_length=2, max_length=50)]


class ReelDoc(Doc):
    """A drum in the store."""

    name: Name
    type: Name
    length_m: Annotated[float, Field(gt=0, le=MAX_LENGTH_M)]
    strands: StrandNumber | None = None


class FeedDoc(Doc):
    """How a device far away gets its power."""

    name: Name
    place: Name
    way: Literal["mains", "pair", "composite"]
    load_w: Annotated[float, Field(gt=0, le=100_000)]
    cable: Name | None = None
    length_m: Annotated[float, Field(gt=0, le=MAX_LENGTH_M)] | None = None
    source_v: Annotated[float, Field(gt=0, le=1500)] | None = None
    least_v: Annotated[float, Field(gt=0, le=1500)] | None = None
    area_mm2: Annotated[float, Field(gt=0, le=1000)] | None = None
    copper_c: Annotated[float, Field(ge=-60, le=120)] | None = None
    power_class: Literal["1", "2", "3", "4", "5", "6", "7", "8"] | None = None

    @model_validator(mode="after")
    def _makes_sense(self) -> Self:
        if self.source_v is not None and self.least_v is not None and self.least_v > self.source_v:
            reason = f"{self.least_v:g} is over {self.source_v:g}, the source's voltage"
            raise wrong(reason, "least_v")
        return self


class PriceDoc(Doc):
    """A price or a time of the plan's own; it goes before the demo price book.

    `name` is a key of the price book: what is bought, an operation, or `labour hour`. A price of
    null is no price.
    """

    name: Name
    price: Annotated[float, Field(ge=0, le=1e9)] | None = None
    minutes: Annotated[float, Field(ge=0, le=1e6)] | None = None
    date: Annotated[str, Field(pattern=r"^\d{4}-\d{2}-\d{2}$")] | None = None
    source: Text | None = None


class CopperDoc(Doc):
    """A copper run, which has no light path: what runs on it, between which places, how far.

    `what` and `rate_gbps` name a row of the copper table; `count` such runs lie side by side.
    """

    name: Name
    a: Name
    b: Name
    what: Name
    rate_gbps: RateGbps
    length_m: Annotated[float, Field(gt=0, le=MAX_LENGTH_M)]
    count: Annotated[int, Field(ge=1, le=1000)] = 1
    notes: Text | None = None

    @model_validator(mode="after")
    def _is_a_row(self) -> Self:
        if copper_row(self.what, self.rate_gbps) is None:
            reason = f"{self.what[:40]!r} at {self.rate_gbps:g} Gb/s is no row of the copper table"
            raise wrong(reason, "what")
        return self


class CableTypeDoc(Doc):
    """A cable construction from a data sheet."""

    name: Name
    sheet: SheetDoc
    construction: Word = "data sheet"
    use: Literal["indoor", "indoor/outdoor", "outdoor"]
    flame: Literal["none", "OFN", "OFNG", "OFNR", "OFNP"] = "none"
    armour: Word = "none"
    metallic: bool = False
    water: Literal["none", "dry", "gel"] = "none"
    sun: bool = False
    burial: bool = False
    aerial: bool = False
    max_strands: StrandNumber = MAX_STRANDS
    per_tube: Annotated[int, Field(ge=1, le=288)] = 12
    od_mm: Millimetres | None = None
    mass_kg_km: Annotated[float, Field(gt=0, le=100_000)] | None = None
    tension_n: Annotated[float, Field(gt=0, le=1_000_000)] | None = None
    bend_loaded_mm: Millimetres | None = None
    bend_rest_mm: Millimetres | None = None
    sidewall_n_m: Annotated[float, Field(gt=0, le=1_000_000)] | None = None
    span_m: Annotated[float, Field(gt=0, le=5000)] | None = None

    @model_validator(mode="after")
    def _makes_sense(self) -> Self:
        if self.name in CABLE_TYPES:
            raise wrong("is the name of a row of the tables; choose another", "name")
        loaded, rest = self.bend_loaded_mm, self.bend_rest_mm
        if loaded is not None and rest is not None and loaded < rest:
            reason = f"{loaded:g} mm under tension is less than {rest:g} mm at rest"
            raise wrong(reason, "bend_loaded_mm")
        return self
