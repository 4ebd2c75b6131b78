"""The ends of a link as they are written down: application, cage, module, device and port."""

from dataclasses import dataclass, field, fields
from operator import attrgetter
from typing import Annotated, Literal

from annotated_types import Ge, Le, Len

from .connectors import Connector
from .devices import Port
from .fields import (
    PRINTABLE,
    ApplicationName,
    CageName,
    Described,
    FiberMode,
    Id,
    LossDb,
    Metres,
    Name,
    Names,
    PlaceName,
    PowerDbm,
    RateGbps,
    TemperatureClass,
    Text,
    Thing,
    WavelengthNm,
    new_id,
)

Side = Literal["a", "b"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Figures(Described):
    """What a data sheet says of a module; None leaves the application's figure. [dBm, nm, m]"""

    tx_min_dbm: PowerDbm | None = None
    tx_max_dbm: PowerDbm | None = None
    rx_min_dbm: PowerDbm | None = None
    rx_max_dbm: PowerDbm | None = None
    tx_wavelength_nm: WavelengthNm | None = None
    rx_wavelength_nm: WavelengthNm | None = None
    reach_m: Metres | None = None
    fiber_mode: FiberMode | None = None
    rate_gbps: RateGbps | None = None
    penalty_db: LossDb | None = None
    dispersion_ps_nm: Annotated[float, Ge(0), Le(1e6)] | None = None


FIGURES = tuple(one.name for one in fields(Figures) if one.name != "x")
_FIGURES_OF = attrgetter(*FIGURES)


@dataclass(frozen=True, slots=True, kw_only=True)
class DataSheet(Figures):
    """Figures entered for one module. They replace the table's; None leaves the table's. [dBm, m]

    `source` names the document, and is needed as soon as any figure is given.
    """

    source: Text | None = None

    @property
    def is_empty(self) -> bool:
        """True where no figure is given."""
        return self is NO_SHEET or all(value is None for value in _FIGURES_OF(self))


NO_SHEET = DataSheet()


def sheet_of(figures: Figures, source: str | None) -> DataSheet:
    """The figures that a description holds, as a data sheet from `source`."""
    values = _FIGURES_OF(figures)
    if source is None and not any(value is not None for value in values):
        return NO_SHEET
    return DataSheet(source=source, **dict(zip(FIGURES, values, strict=True)))


@dataclass(frozen=True, slots=True, kw_only=True)
class FittedModule(DataSheet):
    """The module at an end: its receptacle, and figures that replace the table's.

    part : an own module of the plan, whose figures count where none are given here.
    form : the module's form factor, as its cage is named; None takes the usual one.
    coding : 'own' for the equipment maker's, 'other', or None.
    """

    id: Id = field(default_factory=new_id, compare=False, repr=False)
    connector: Connector | None = None
    part: Annotated[Name, Names("own part")] | None = None
    form: CageName | None = None
    coding: Literal["own", "other"] | None = None
    temperature: TemperatureClass | None = None


@dataclass(frozen=True, slots=True)
class LinkEnd(Thing):
    """One end of a link. cage : as it is called on the device; any name, for cages of no table."""

    application: ApplicationName
    place: PlaceName | None = None
    cage: Annotated[str, Len(0, 40), PRINTABLE] | None = None
    module: FittedModule | None = None
    device: Annotated[Name, Names("device")] | None = None
    port: Port | None = None
