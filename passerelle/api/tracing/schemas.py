"""What the API says of traces: samples, events beside planned parts, faults and where they are."""

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from passerelle.core.plan.testing import Direction
from passerelle.core.tracing.faults import FaultKind
from passerelle.core.tracing.match import Judged


class Curve(BaseModel):
    """Samples from the port on: little-endian 32-bit floats as base64. [dB, one way; m]"""

    samples: str
    spacing_m: float
    count: int


class TraceInfo(BaseModel):
    """A trace that was kept."""

    id: str
    at: str
    who: str
    nm: float
    direction: Direction
    pulse_ns: float | None
    name: str
    simulated: bool
    file: str


class TracePieceView(BaseModel):
    """A length on the axis. [m from the near panel]"""

    from_m: float
    until_m: float
    kind: Literal["cord", "cable", "pigtail", "pathway", "coil"]
    label: str


class TraceSpotView(BaseModel):
    """A planned joint. [m from the near panel]"""

    m: float
    kind: str
    label: str
    place: str | None


class AdviceView(BaseModel):
    """Settings with their reasons."""

    pulse_ns: float
    range_m: float
    averages: float
    launch_m: float
    receive_m: float
    reasons: list[str]
    merged: list[str]
    hidden: list[str]
    cautions: list[str]


class PredictionView(BaseModel):
    """What the instrument should draw of a run."""

    run: str
    name: str
    places: list[str | None]
    nm: float
    direction: Direction
    pulse_ns: float
    launch_m: float
    length_m: float
    total_m: float
    waves: list[float]
    curve: Curve
    pieces: list[TracePieceView]
    spots: list[TraceSpotView]
    advice: AdviceView
    unknown: list[str]
    traces: list[TraceInfo]


class WhereStepView(BaseModel):
    """One term from glass to route. [m]"""

    label: str
    m: float


class TraceFaultView(BaseModel):
    """Something that is wrong, and where. [m from the near panel]"""

    m: float
    kind: FaultKind
    loss_db: float | None
    sure: bool
    said: str
    where: str | None
    place: str | None
    pathway: str | None
    past_m: float | None
    plus_minus_m: float | None
    steps: list[WhereStepView]
    looks: list[str]


class TraceEventView(BaseModel):
    """An event beside the planned parts. [m from the near panel, dB]"""

    m: float
    label: str | None
    place: str | None
    planned_m: float | None
    kind: str
    loss_db: float | None
    reflectance_db: float | None
    slope_db_km: float | None
    expected_db: float | None
    verdict: Judged
    also_db: float | None
    back_db: float | None
    mean_db: float | None


class MissingPartView(BaseModel):
    """A planned part that no event shows."""

    label: str
    planned_m: float
    why: str


class StudyView(BaseModel):
    """A trace with its events, what is missing and what is wrong.

    also, back : the traces that it was read with. change_db : against the first trace of the run,
    on the same grid; absent where this is the first.
    """

    trace: TraceInfo
    version: str
    index: float
    pulse_ns: float
    points: int
    launch_m: float
    receive_m: float
    averages: int
    checksum: str
    warnings: list[str]
    span_db: float | None
    orl_db: float | None
    curve: Curve
    also_curve: Curve | None
    also: TraceInfo | None
    back: TraceInfo | None
    change: Curve | None
    since: TraceInfo | None
    events: list[TraceEventView]
    missing: list[MissingPartView]
    faults: list[TraceFaultView]
    unknown: list[str]


class TraceSimulateBody(BaseModel):
    """A trace that the simulated reflectometer is to take."""

    run: Annotated[str, Field(max_length=60)]
    direction: Direction = "a-b"
    nm: Annotated[float, Field(ge=600, le=1700)]
    pulse_ns: Annotated[float, Field(ge=1, le=20_000)] | None = None
    averages: Annotated[float, Field(ge=1, le=1e9)] = 30_000.0
    launch_m: Annotated[float, Field(ge=0, le=50_000)] | None = None
    seed: Annotated[int, Field(ge=0, le=10**9)] = 1
