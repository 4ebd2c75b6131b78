"""What stands beside the backbone: copper runs, prices, constructions from data sheets."""

from dataclasses import dataclass, fields
from typing import Annotated, ClassVar, Literal

from annotated_types import Ge, Gt, Le, Predicate

from passerelle.core.tables.euroclass import is_euroclass
from passerelle.core.tables.site import CableType

from .backbone import Count
from .devices import Celsius
from .fields import (
    MAX_STRANDS,
    Date,
    Described,
    Length,
    Metres,
    Millimetres,
    Name,
    Names,
    OwnPlace,
    PortNumber,
    RateGbps,
    StrandNumber,
    Text,
    Thing,
    Word,
)
from .own import Sheet

Flame = Literal["none", "OFN", "OFNG", "OFNR", "OFNP", "OFC", "OFCG", "OFCR", "OFCP"]
Euroclass = Annotated[Word, Predicate(is_euroclass)]
"""Reaction to fire by EN 13501-6, as in 'Cca-s1,d1,a1'."""


@dataclass(frozen=True, slots=True)
class CopperEnd(Described):
    """Where a copper run plugs in: a device, its group of ports, and the number in it, from 1."""

    device: Annotated[Name, Names("device")]
    group: Name | None = None
    number: PortNumber | None = None


@dataclass(frozen=True, slots=True)
class CopperRun(Thing):
    """A copper run, which has no light path: what runs on it, between which places, how far.

    `what` and `rate_gbps` name a row of the copper table; `count` such runs lie side by side.
    end_a, end_b : what it plugs into. powered_from : the end whose port feeds the device at the
    other; cords_m : cords at both ends, beside its length. existing : it is there already.
    grade : category of its cable; None: that of `what`. state : as it was tested. sheath : what it
    is made for. warmest_c : how warm it gets where it lies; None: 20 °C, as it is tested.
    """

    KIND: ClassVar = "copper"

    name: Name
    a: OwnPlace
    b: OwnPlace
    what: Name
    rate_gbps: RateGbps
    length_m: Length
    count: Count = 1
    end_a: CopperEnd | None = None
    end_b: CopperEnd | None = None
    powered_from: Literal["a", "b"] | None = None
    cords_m: Metres | None = None
    existing: bool = False
    grade: Literal["Cat 5e", "Cat 6", "Cat 6A", "Cat 8"] | None = None
    state: Literal["good", "not tested", "bad"] | None = None
    sheath: Literal["indoor", "outdoor", "outdoor, filled"] | None = None
    warmest_c: Celsius | None = None
    notes: Text | None = None


@dataclass(frozen=True, slots=True)
class Price(Thing):
    """A price or a time of the plan's own; it goes before the demo price book.

    `name` is a key of the price book: what is bought, an operation, or `labour hour`. A price
    that is not stated stays the book's; one of null is no price. pack : sold in packs of so many
    pieces, or metres; the price is of one all the same. lead_days : working days until it comes.
    """

    KIND: ClassVar = "price"
    SAID_BY_NULL: ClassVar = frozenset({"price"})

    name: Name
    price: Annotated[float, Ge(0), Le(1e9)] | Literal["as the book"] | None = "as the book"
    minutes: Annotated[float, Ge(0), Le(1e6)] | None = None
    date: Date | None = None
    source: Text | None = None
    pack: Annotated[int, Ge(2), Le(100_000)] | None = None
    lead_days: Annotated[int, Ge(0), Le(1000)] | None = None


@dataclass(frozen=True, slots=True)
class Stock(Thing):
    """Parts at hand that are taken before anything is bought.

    name : key of the price book. count : pieces, or metres of what is sold by the metre. Cable is
    in **reels**, and modules that are kept as spares are in **spares**.
    """

    KIND: ClassVar = "stock"

    name: Name
    count: Annotated[float, Ge(0), Le(1e6)]
    where: Name | None = None
    notes: Text | None = None


@dataclass(frozen=True, slots=True)
class OwnCableType(Thing):
    """A cable construction from a data sheet: a row like those of the cable table."""

    KIND: ClassVar = "cable type"

    name: Name
    sheet: Sheet
    use: Literal["indoor", "indoor/outdoor", "outdoor"]
    construction: Word = "data sheet"
    flame: Flame = "none"
    euroclass: Euroclass | None = None
    armour: Word = "none"
    metallic: bool = False
    conductors: bool = False
    messenger: bool = False
    water: Literal["none", "dry", "gel"] = "none"
    sun: bool = False
    burial: bool = False
    aerial: bool = False
    max_strands: StrandNumber = MAX_STRANDS
    per_tube: Annotated[int, Ge(1), Le(288)] = 12
    od_mm: Millimetres | None = None
    mass_kg_km: Annotated[float, Gt(0), Le(100_000)] | None = None
    tension_n: Annotated[float, Gt(0), Le(1_000_000)] | None = None
    bend_loaded_mm: Millimetres | None = None
    bend_rest_mm: Millimetres | None = None
    sidewall_n_m: Annotated[float, Gt(0), Le(1_000_000)] | None = None
    span_m: Annotated[float, Gt(0), Le(5000)] | None = None

    @property
    def row(self) -> CableType:
        """The construction, to be used like a row of the table."""
        names = (one.name for one in fields(self) if one.name not in ("id", "x", "sheet"))
        kept = {name: getattr(self, name) for name in names}
        return CableType(source=str(self.sheet), confidence="high", **kept)
