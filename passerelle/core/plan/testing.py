"""Facts of a test: references that were set, what was read against them, faces that were looked at.

A reading says by which method it was made and on which reference it stands, so that it keeps its
meaning whatever the plan says later.
"""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, Len

from .fact import Fact
from .fields import Id, Metres, Name, PortNumber, StrandNumber, Text, WavelengthNm

Method = Literal["one-cord", "two-cord", "three-cord", "equipment-cord"]
Way = Literal[
    "single", "breakout", "breakout-trunk", "parallel", "wide-area", "switch", "cassettes"
]  # fmt: skip
"""How multi-fiber plant is tested; single: strand by strand on plugs of one strand."""
Launch = Literal["encircled-flux", "mandrel", "unconditioned"]
Direction = Literal["a-b", "b-a"]
"""The way that the light went: from the run's first end to its second, or back."""
Result = Literal["read", "no light", "skipped"]
Spoiled = Literal["cord removed", "temperature", "time", "wrong", "put away"]
"""wrong : it was set wrongly, and nothing that stands on it counts; else what came before does."""
LossRead = Annotated[float, Ge(-60), Le(80)]
Stage = Literal["on the reel", "laid"]
Found = Literal["clean", "dirty", "scratched", "pitted", "cracked"]
RunId = Annotated[str, Len(1, 60)]


@dataclass(frozen=True, slots=True, kw_only=True)
class ReferenceFact(Fact):
    """A reference that was set.

    nm : its wavelengths. place : where the source stands. cords : serials of the test cords.
    check_db : what the cords read against each other afterwards. calibrated : of the instrument.
    hours : it stays good so long; None: by house rule. temperature_c : where it was set. [°C]
    """

    kind: Literal["reference"]
    method: Method
    way: Way = "single"
    nm: Annotated[tuple[WavelengthNm, ...], Len(1, 8)]
    place: Name | None = None
    launch: Launch | None = None
    cords: Annotated[tuple[Name, ...], Len(0, 24)] = ()
    check_db: LossRead | None = None
    instrument: Name | None = None
    calibrated: Annotated[str, Len(0, 20)] | None = None
    hours: Annotated[float, Gt(0), Le(1000)] | None = None
    temperature_c: Annotated[float, Ge(-60), Le(90)] | None = None
    simulated: bool = False
    note: Text | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class ReferenceEndFact(Fact):
    """A reference holds no longer, and why."""

    kind: Literal["reference ended"]
    reference: Id
    why: Spoiled
    note: Text | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class ReadingFact(Fact):
    """What was read of a run at a wavelength, the light going one way.

    run : its id, of cable and strand or link and leg. called : its name then. loss_db : None where
    there was no light, or it was skipped. [dB] seen_at : the strand that the light came out on.
    length_m : optical length that the instrument told. [m] inspected : both faces were looked at
    and clean. simulated : no instrument was there.
    """

    kind: Literal["reading"]
    run: RunId
    called: Name
    nm: WavelengthNm
    direction: Direction
    result: Result = "read"
    loss_db: LossRead | None = None
    method: Method
    way: Way = "single"
    reference: Id | None = None
    launch: Launch | None = None
    instrument: Name | None = None
    inspected: bool | None = None
    length_m: Metres | None = None
    seen_at: StrandNumber | None = None
    stage: Stage = "laid"
    simulated: bool = False
    note: Text | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class TraceFact(Fact):
    """A trace that was taken of a run, kept as a file.

    direction : a-b: from the run's first end. file : hash of its bytes. launch_m, receive_m : of
    the test cords; None: found in the trace. [m, nm, ns]
    """

    kind: Literal["trace"]
    run: RunId
    called: Name
    direction: Direction
    nm: WavelengthNm
    pulse_ns: Annotated[float, Ge(0), Le(1_000_000)] | None = None
    file: Annotated[str, Len(64, 64)]
    name: Name
    launch_m: Metres | None = None
    receive_m: Metres | None = None
    simulated: bool = False
    note: Text | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class FaceFact(Fact):
    """A face that was looked at.

    strand : on a ferrule of many its position. moment : before cleaning, after, or that it was
    cleaned. zones : what was counted by zone, as 'A: 1 defect of 3 µm'. cleanings : so far.
    passed : by the criteria of its polish; None: nobody judged it.
    """

    kind: Literal["end face"]
    place: Name
    panel: Name | None = None
    port: PortNumber | None = None
    side: Literal["front", "back"] = "front"
    strand: StrandNumber | None = None
    moment: Literal["before", "cleaned", "after"]
    polish: Literal["UPC", "APC", "PC", "multimode", "multi-fiber"] | None = None
    found: Found | None = None
    zones: Annotated[tuple[Text, ...], Len(0, 20)] = ()
    passed: bool | None = None
    cleanings: Annotated[int, Ge(0), Le(100)] = 0
    instrument: Name | None = None
    simulated: bool = False
    note: Text | None = None
