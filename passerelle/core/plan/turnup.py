"""Facts of a turn-up: what modules told, what counters stood at, what was looked at, who signed."""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Ge, Le, Len

from .ends import Side
from .fact import Fact
from .fields import Described, Id, Name, Text, WavelengthNm, Word

NO_LIGHT: Literal["no light"] = "no light"
LevelRead = Annotated[float, Ge(-60), Le(30)] | Literal["no light"] | None
"""A level that was read; None: it was not read. [dBm]"""
Sha256 = Annotated[str, Len(64, 64)]
MeterKind = Literal["module", "meter"]
"""module : what the module tells of itself. meter : a power meter in place of it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class LaneRead(Described):
    """Levels of a lane, in the order of lanes. [dBm, mA]"""

    tx_dbm: LevelRead = None
    rx_dbm: LevelRead = None
    bias_ma: Annotated[float, Ge(0), Le(1000)] | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class ModuleReadFact(Fact):
    """What the module at an end of a link told, or a meter in its place, about a link.

    standard : the memory map that it was read by; None: its levels were typed. reach_m : by fiber.
    rx_average : False: its received level is of modulation, which no budget speaks of. beyond :
    readings outside the module's own thresholds, in words. file : hash of the dump.
    """

    kind: Literal["module read"]
    end: Side
    lanes: Annotated[tuple[LaneRead, ...], Len(0, 16)] = ()
    meter: MeterKind = "module"
    standard: Literal["SFF-8472", "SFF-8636", "CMIS"] | None = None
    form: Word | None = None
    connector: Word | None = None
    applications: Annotated[tuple[Word, ...], Len(0, 20)] = ()
    nm: WavelengthNm | None = None
    reach_m: dict[str, float] | None = None
    coding: Name | None = None
    part: Name | None = None
    serial: Name | None = None
    temperature_c: Annotated[float, Ge(-128), Le(128)] | None = None
    supply_v: Annotated[float, Ge(0), Le(10)] | None = None
    rx_average: bool | None = None
    alarms: Annotated[tuple[Word, ...], Len(0, 40)] = ()
    warnings: Annotated[tuple[Word, ...], Len(0, 40)] = ()
    beyond: Annotated[tuple[Text, ...], Len(0, 40)] = ()
    checksums_wrong: bool = False
    file: Sha256 | None = None
    simulated: bool = False
    note: Text | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class CounterFact(Fact):
    """What an error counter of an end stood at. corrected : it counts what correction left over."""

    kind: Literal["counter"]
    end: Side
    count: Annotated[float, Ge(0), Le(1e18)]
    corrected: bool | None = None
    simulated: bool = False
    note: Text | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class TickFact(Fact):
    """A point of a list, about a device or a link: done, not needed here, or open again.

    point : its key. link, end : whose port it is, where it is one of a port.
    """

    kind: Literal["tick"]
    point: Name
    state: Literal["done", "not needed", "open"]
    link: Id | None = None
    end: Side | None = None
    note: Text | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class HuntFact(Fact):
    """One look of a hunt, about a link. hunt : of which hunt it is.

    look : its key; 'end' where the hunt is over, and then the answer is the cause. dbm : a level
    that was read. count, seconds : of errors.
    """

    kind: Literal["hunt"]
    hunt: Id
    look: Name
    answer: Name
    dbm: LevelRead = None
    count: Annotated[float, Ge(0), Le(1e18)] | None = None
    seconds: Annotated[float, Ge(0), Le(1e9)] | None = None
    simulated: bool = False
    note: Text | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class SignOffFact(Fact):
    """A link that was signed off, about the link: a record that is kept as it was.

    record : canonical JSON. before : hash of the record before this one in the plan, None for the
    first. sha256 : of `before` and the record. number : in the plan, from 1.
    """

    kind: Literal["sign-off"]
    number: Annotated[int, Ge(1), Le(1_000_000)]
    record: Annotated[str, Len(2, 100_000)]
    before: Sha256 | None = None
    sha256: Sha256


@dataclass(frozen=True, slots=True, kw_only=True)
class HandOverFact(Fact):
    """An answer at hand-over. question : where glass ran short, where more would be wanted, what to
    lay differently. a_place, b_place : between which places. need : the wish that came of it.
    """

    kind: Literal["hand-over"]
    question: Literal["short", "wanted", "differently"]
    answer: Text
    a_place: Name | None = None
    b_place: Name | None = None
    need: Name | None = None
