"""Own parts as they are written down: what a technician has entered from a data sheet."""

from dataclasses import dataclass, field
from typing import Annotated, ClassVar, Literal

from annotated_types import Ge, Gt, Le, Len

from passerelle.core.tables.rows import Wiring

from .connectors import Connector
from .ends import DataSheet, Figures, sheet_of
from .fields import (
    Alike,
    ApplicationName,
    CageName,
    Date,
    Described,
    Id,
    LossDb,
    Name,
    RateGbps,
    StrandNumber,
    TemperatureClass,
    Text,
    Thing,
    WavelengthNm,
    Word,
    as_document,
    new_id,
    told_by,
)
from .lightpath import Glass

StandardFiber = Literal[
    "OM1", "OM2", "OM3", "OM4", "OM5", "OS1", "OS1a", "OS2",
    "G.652.D", "G.657.A", "G.657.B3", "G.655",
]  # fmt: skip
Family = Literal["LC", "SC", "ST", "FC", "MT-RJ", "LSH", "MU", "CS", "SN", "MDC", "MPO"]
DbPerKm = Annotated[float, Gt(0), Le(100)]


@dataclass(frozen=True, slots=True)
class Sheet(Described):
    """The document that figures are from."""

    document: Text
    page: Word | None = None
    date: Date | None = None

    def __str__(self) -> str:
        page = f", p. {self.page}" if self.page else ""
        return f"{self.document}{page}{f', {self.date}' if self.date else ''}"


@dataclass(frozen=True, slots=True, kw_only=True)
class _Own(Thing):
    """What all own parts have: a name that is used like a row's, and a document."""

    KIND: ClassVar = "own part"

    name: Name
    sheet: Sheet

    @property
    def source(self) -> str:
        """The document, in words."""
        return str(self.sheet)


@dataclass(frozen=True, slots=True)
class Attenuation(Described):
    """Attenuation around one wavelength. [nm, dB/km] typical None takes the standard grade's."""

    wavelength_nm: WavelengthNm
    worst_case_db_per_km: DbPerKm
    typical_db_per_km: DbPerKm | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class OwnFiber(_Own):
    """A fiber or cable whose maker promises other figures than its standard grade.

    base : the standard grade that it counts as for reach and mating. glass : its ITU-T category,
    for windows that are not entered.
    """

    kind: Literal["fiber", "cable"]
    base: StandardFiber
    attenuation: Annotated[tuple[Attenuation, ...], Len(1, 8)]
    glass: Glass | None = None
    strands: StrandNumber | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class OwnGrade(_Own):
    """A grade of mated pair of one connector family. [dB]"""

    __pydantic_config__ = as_document(family="connector")

    kind: Literal["grade"]
    family: Family
    worst_case_db: LossDb
    typical_db: LossDb


@dataclass(frozen=True, slots=True)
class Channel(Described):
    """A channel of a multiplexer, by its centre wavelength. [nm]"""

    name: Name
    wavelength_nm: WavelengthNm


Position = Annotated[int, Ge(1), Le(36)]


Wire = Annotated[tuple[Position, Position, Position, Position], Alike()]
"""One strand through a part: plug and position in front, plug and position behind."""


Grid = Literal["50GHz", "100GHz", "CWDM-20nm", "LAN-WDM"]


@dataclass(frozen=True, slots=True, kw_only=True)
class OwnBox(_Own):
    """A cassette, multiplexer or other part whose loss is that of the whole part. [dB]

    pairs_included : the figure holds the mated pairs at both of its ends.
    grid, passband_nm : of a multiplexer: the grid of its channels, and the full width of one. [nm]
    """

    __pydantic_config__ = as_document(wires="map")

    kind: Literal["cassette", "inline", "multiplexer"]
    worst_case_db: LossDb
    typical_db: LossDb
    what: Name | None = None
    channels: Annotated[tuple[Channel, ...], Len(0, 96)] = ()
    grid: Grid | None = None
    passband_nm: Annotated[float, Gt(0), Le(100)] | None = None
    fiber: StandardFiber | None = None
    ends: Annotated[tuple[Connector | None, Connector | None], Alike()] | None = None
    wiring: Wiring | None = None
    pairs_included: bool = False
    wires: Annotated[tuple[Wire, ...], Len(0, 288)] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class OwnModule(Figures):
    """A module entered from a data sheet; what is not given is the application's.

    rates_gbps : every rate that the sheet lists; where it is empty, that of its application. [Gb/s]

    It is an own part like the others, on the base of its figures: slots allow one base.
    """

    KIND: ClassVar = "own part"

    id: Id = field(default_factory=new_id, compare=False, repr=False)
    name: Name
    sheet: Sheet
    kind: Literal["module"]
    application: ApplicationName
    connector: Connector | None = None
    form: CageName | None = None
    temperature: TemperatureClass | None = None
    rates_gbps: Annotated[tuple[RateGbps, ...], Len(0, 8)] = ()

    @property
    def source(self) -> str:
        """The document, in words."""
        return str(self.sheet)

    @property
    def data_sheet(self) -> DataSheet:
        """Its figures, for every end that it is fitted at."""
        return sheet_of(self, self.source)


OwnPart = OwnFiber | OwnGrade | OwnBox | OwnModule
OWN_KINDS: dict[str, type] = {
    "fiber": OwnFiber, "cable": OwnFiber, "grade": OwnGrade, "cassette": OwnBox, "inline": OwnBox,
    "multiplexer": OwnBox, "module": OwnModule,
}  # fmt: skip
AnyOwnPart = Annotated[OwnPart, told_by("kind", OWN_KINDS, "an own part has a kind, one of")]
"""An own part as documents have it."""
