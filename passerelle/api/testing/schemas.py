"""What the API says of tests: sheets, readings beside their limits, what they mean, ways, faces."""

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from passerelle.core.judge.rules import Severity
from passerelle.core.measuring.faces import FaceKind
from passerelle.core.measuring.judged import Verdict
from passerelle.core.measuring.runs import RunKind
from passerelle.core.measuring.sheet import RowState
from passerelle.core.measuring.told import ActKind
from passerelle.core.plan.testing import Direction, Found, Launch, Method, Result, Stage, Way
from passerelle.core.plant.asread import Stale


class SheetInfo(BaseModel):
    """A sheet in the list. passed, failed, again, left : rows. minutes : to read what is left."""

    key: str
    name: str
    about_kind: Literal["cable", "link"]
    about_id: str
    places: list[str | None]
    rows: int
    passed: int
    failed: int
    again: int
    left: int
    minutes: float
    stop: int
    warn: int


class OddsView(BaseModel):
    """Of runs that are not read yet. again : runs that will not pass, on average."""

    runs: int
    first_go: float
    again: float
    bring: int
    readings: int


class ReferenceView(BaseModel):
    """A reference as it was set, and what ended it. doubts : of its cords or instrument."""

    id: str
    at: str
    who: str
    method: Method
    way: Way
    nm: list[float]
    place: str | None
    cords: list[str]
    check_db: float | None
    instrument: str | None
    calibrated: str | None
    launch: Launch | None
    simulated: bool
    ended: str | None
    why: str | None
    readings: int
    first: str | None
    last: str | None
    doubts: list[str]


class MarginView(BaseModel):
    """A link whose cables were read: its margin as planned, and as measured. [dB]"""

    link_id: str
    link: str
    planned_db: float | None
    measured_db: float | None


class LeftOutView(BaseModel):
    """A strand that is no run, and why."""

    name: str
    why: str


class TestActView(BaseModel):
    """Something that can be done about a finding at once."""

    kind: ActKind
    label: str
    task: str | None
    place: str | None
    minutes: float | None
    reference: str | None
    nm: list[float] | None


class TestLookView(BaseModel):
    """A next look, cheapest first."""

    do: str
    minutes: float


class TestFindingView(BaseModel):
    """What readings mean. explained_by : the finding that says why there is this one."""

    rule: str
    severity: Severity
    title: str
    name: str
    said: str
    why: str
    do: str
    source: str
    sheet: str
    runs: list[str]
    strands: list[int]
    direction: Direction | None
    explained_by: str | None
    looks: list[TestLookView]
    acts: list[TestActView]


class TestsView(BaseModel):
    """Every sheet in the order to be walked, the references, and what it all comes to.

    plan : id of the plan itself, which references are about.
    """

    kind: RunKind
    method: Method
    launch: Launch
    both_ways: bool
    sheets: list[SheetInfo]
    walked_min: float
    references_needed: int
    references: list[ReferenceView]
    odds: OddsView | None
    margins: list[MarginView]
    left_out: list[LeftOutView]
    plan: str
    findings: list[TestFindingView]


class BandView(BaseModel):
    """Readings up to a value share a verdict; null: all that is more. [dB]"""

    until_db: float | None
    verdict: Verdict
    ask: str | None


class ReadingView(BaseModel):
    """A reading as it stands."""

    id: str
    result: Result
    loss_db: float | None
    at: str
    who: str
    instrument: str | None
    reference: str | None
    inspected: bool | None
    seen_at: int | None
    simulated: bool
    note: str | None


class ReadingCellView(BaseModel):
    """A run at a wavelength, one way. at : which of the row's wavelengths. before : older ones."""

    nm: float
    direction: Direction
    at: int
    reading: ReadingView | None
    stale: Stale | None
    verdict: Verdict | None
    before: int


class AtView(BaseModel):
    """The limits of a run at a wavelength, and the bands that readings fall into. [nm, dB]"""

    nm: float
    limit_db: float | None
    expected_db: float | None
    expected_from_db: float | None
    expected_to_db: float | None
    best_db: float | None
    doubt_db: float | None
    application_limit_db: float | None
    applications: list[str]
    unknown: str | None
    bands: list[BandView]


class TestRunView(BaseModel):
    """A run: strand with its colour, ports, what was read, and what it comes to."""

    id: str
    name: str
    strand: int | None
    colour: str | None
    tube: int | None
    ports: list[str | None]
    state: RowState
    odds: float | None
    limits: int
    cells: list[ReadingCellView]
    links: list[str]
    continuity: str | None


class EndFaceView(BaseModel):
    """A face as it was looked at."""

    id: str
    at: str
    who: str
    place: str
    panel: str | None
    port: int | None
    side: str
    strand: int | None
    moment: str
    found: Found | None
    passed: bool | None
    zones: list[str]
    cleanings: int
    simulated: bool


class TestSheetView(BaseModel):
    """A sheet with its rows. limits : each set of limits once; a row names its own."""

    key: str
    kind: RunKind
    name: str
    about_kind: Literal["cable", "link"]
    about_id: str
    places: list[str | None]
    method: Method
    way: Way
    stage: Stage
    counted: int
    connections: int
    splices: int
    length_m: float
    doubt_sources: list[str]
    limits: list[list[AtView]]
    rows: list[TestRunView]
    findings: list[TestFindingView]
    faces: list[EndFaceView]
    face_kind: FaceKind
    tip: str
    reference: str | None
    wanted: list[Direction]
    margins: list[MarginView]


class WhyLine(BaseModel):
    """One term of a figure. [dB]"""

    label: str
    how: str
    limit_db: float | None
    expected_db: float | None
    best_db: float | None
    source: str
    sure: bool


class WhyView(BaseModel):
    """How the limit, the expected and the least possible loss of a run were made."""

    name: str
    nm: float
    lines: list[WhyLine]
    limit_db: float | None
    expected_db: float | None
    best_db: float | None
    doubt: list[str]
    applications: list[str]


class TestWayView(BaseModel):
    """A way to test multi-fiber plant, with what it takes here."""

    key: Way
    title: str
    trap: str
    limit_db: float | None
    doubt_db: float | None
    readings: int
    references: int
    plug_matings: int
    single_matings: int
    worn_percent: float
    hours: float
    kit: float | None
    cost: float | None
    source: str
    sure: bool
    now: bool


class WaysView(BaseModel):
    """Every way, the cheapest first. runs : multi-fiber runs of the plan."""

    runs: int
    currency: str
    ways: list[TestWayView]


class SimulateBody(BaseModel):
    """Cells that the simulated instruments are to read. seed : of the hidden plant."""

    kind: RunKind = "permanent"
    key: Annotated[str, Field(max_length=60)]
    runs: Annotated[list[Annotated[str, Field(max_length=60)]], Field(max_length=400)] = []
    again: bool = False
    seed: Annotated[int, Field(ge=0, le=10**9)] = 1
    reference: Annotated[str, Field(max_length=26)] | None = None


class Noted(BaseModel):
    """How many facts were added, and what was said."""

    count: int
    said: str


class SwapBody(BaseModel):
    """Two wavelengths of a sheet whose readings change places."""

    kind: RunKind = "permanent"
    key: Annotated[str, Field(max_length=60)]
    nm: Annotated[list[float], Field(min_length=2, max_length=2)]


class LookBody(BaseModel):
    """A face that the simulated scope is to look at."""

    kind: FaceKind
    where: Annotated[str, Field(min_length=1, max_length=200)]
    cleanings: Annotated[int, Field(ge=0, le=100)] = 0
    seed: Annotated[int, Field(ge=0, le=10**9)] = 1


class FeatureView(BaseModel):
    """Something on a face, from the middle of the fiber. [µm, °]"""

    kind: Literal["grain", "oil", "scratch", "pit", "crack"]
    x_um: float
    y_um: float
    size_um: float
    length_um: float
    angle_deg: float


class FaceLook(BaseModel):
    """What the scope shows, and how it is graded."""

    features: list[FeatureView]
    passed: bool
    found: Found
    next: Literal["connect", "clean", "re-terminate"]
    zones: list[str]
    wrong: list[str]
    edition: str
    tip: str
    edges_um: list[float]


class TestState(BaseModel):
    """How far testing is, for the way. stop, warn : open findings."""

    done: int
    of: int
    read: int
    stop: int
    warn: int
    says: str
