"""Changes to a plant that is live: what is moved, exchanged or cut over, in one go."""

from dataclasses import dataclass
from typing import Annotated, ClassVar, Literal

from annotated_types import Ge, Gt, Le, Len

from .backbone import LinkName
from .ends import Side
from .fields import (
    ApplicationName,
    Described,
    Name,
    Names,
    PlaceName,
    PortNumber,
    StrandNumber,
    Text,
    Thing,
)
from .visiting import Clock

What = Literal["move", "module", "cut-over"]
"""move : an end goes to another place, device or port. module : both ends get other modules.
cut-over : the link goes to strands of another cable."""


@dataclass(frozen=True, slots=True, kw_only=True)
class LiveStep(Described):
    """One change of one link. minutes : as a person says; None: of the table."""

    do: What
    link: LinkName
    end: Side | None = None
    place: PlaceName | None = None
    device: Annotated[Name, Names("device")] | None = None
    group: Name | None = None
    number: PortNumber | None = None
    application: ApplicationName | None = None
    cable: Annotated[Name, Names("cable")] | None = None
    strands: Annotated[tuple[StrandNumber, ...], Len(0, 144)] = ()
    minutes: Annotated[float, Gt(0), Le(10_000)] | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class ChangeSet(Thing):
    """Changes that are made together. starts : the time of day of the first. day : working day."""

    KIND: ClassVar = "change set"

    name: Name
    steps: Annotated[tuple[LiveStep, ...], Len(0, 60)] = ()
    starts: Clock = "08:00"
    day: Annotated[int, Ge(1), Le(1000)] | None = None
    notes: Text | None = None
