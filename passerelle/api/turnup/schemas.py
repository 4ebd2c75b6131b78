"""What the API says of a turn-up."""

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from passerelle.api.links.schemas import DirectionView
from passerelle.core.judge.rules import Severity
from passerelle.core.plan.ends import Side
from passerelle.core.plan.turnup import LevelRead, MeterKind
from passerelle.core.turnup.levels import Basis, LevelVerdict
from passerelle.core.turnup.link import State
from passerelle.core.turnup.lists import PointState


class PointView(BaseModel):
    """A point of a list. about : what a tick of it is about. by_facts : readings tick it."""

    key: str
    words: str
    why: str
    value: str
    state: PointState
    sub: str
    of: str
    about_kind: Literal["device", "place", "link"]
    about_id: str
    link: str | None
    end: Side | None
    tick: str | None
    who: str | None
    at: str | None
    note: str | None
    by_facts: bool


class PortView(BaseModel):
    """A port of a device on the bench."""

    link: str
    name: str
    end: Side
    port: str
    to: str
    points: list[PointView]


class StepOfChange(BaseModel):
    """A step of a change of what is live. cuts : the far device is not reached after it."""

    do: str
    why: str
    cuts: bool


class BenchView(BaseModel):
    """What is set of a device before it leaves. change : the order for a change of a live one."""

    node: str
    name: str
    recorded: bool
    device: str | None
    near: bool
    only: list[str]
    hops: int | None
    points: list[PointView]
    ports: list[PortView]
    done: int
    of: int
    change: list[StepOfChange]


class DeviceRow(BaseModel):
    """A device in the order of setting. first : its only way in waits for it."""

    node: str
    name: str
    recorded: bool
    first: bool
    hops: int | None
    done: int
    of: int


class LinkRow(BaseModel):
    """A link as far as it is. left_open : by its newest signature."""

    id: str
    name: str
    state: State
    says: str
    stop: int
    warn: int
    signed: str | None
    left_open: int
    simulated: bool


class TurnUpView(BaseModel):
    """Every device in the order of setting, every link, and what it all comes to."""

    devices: list[DeviceRow]
    links: list[LinkRow]
    says: str
    broken: list[str]


class TurnUpState(BaseModel):
    """How far turning up is, and how many findings are open."""

    done: int
    of: int
    begun: int
    stop: int
    warn: int
    says: str


class LaneView(BaseModel):
    """A lane's level against what it should be. [dBm, dB]"""

    lane: int
    sent: LevelRead
    got: LevelRead
    meter: MeterKind
    basis: Basis | None
    expected: float | None
    doubt_db: float
    least: float | None
    most: float | None
    over_db: float | None
    day_one: LevelRead
    day_one_at: str | None
    change_db: float | None
    verdict: LevelVerdict
    says: str


class EndLevels(BaseModel):
    """What arrives at an end. planned : the staircase, from what the far module says it sends."""

    end: Side
    place: str
    sender: Side
    planned: DirectionView
    lanes: list[LaneView]
    at: str | None
    who: str | None
    simulated: bool
    where: str | None


class CounterView(BaseModel):
    """What an end's counter told. due : when it has been counted long enough. [s]"""

    end: Side
    readings: int
    last: float | None
    last_at: str | None
    growing: bool | None
    errors: float
    seconds: float
    needed_s: float
    left_s: float
    due: str | None
    target: float
    target_source: str
    target_sure: bool
    ratio: float | None
    proven: bool
    since: str | None


class ComparedView(BaseModel):
    """A thing of a module, planned and found. fits : null where one of them is not said."""

    what: str
    planned: str
    found: str
    fits: bool | None


class ModuleView(BaseModel):
    """The module at an end, by its memory."""

    end: Side
    standard: str | None
    serial: str | None
    part: str | None
    coding: str | None
    temperature_c: float | None
    supply_v: float | None
    alarms: list[str]
    warnings: list[str]
    beyond: list[str]
    compared: list[ComparedView]
    simulated: bool
    at: str


class TurnUpFindingView(BaseModel):
    """What is said of a link that comes up."""

    rule: str
    severity: Severity
    title: str
    said: str
    why: str
    do: str
    source: str
    end: Side | None
    lane: int | None


class CauseView(BaseModel):
    """A cause with its odds. where : of the path, in words."""

    id: str
    cause: str
    end: Side | None
    where: str
    probability: float
    why: str
    source: str


class OutcomeView(BaseModel):
    """What a look may show, how likely, and what it leads to. key : the key that answers."""

    key: str
    answer: str
    probability: float
    then: str


class LookView(BaseModel):
    """The next look. asks : a level or a count, beside the answers. fetch_min : of its minutes."""

    look: str
    do: str
    minutes: float
    fetch_min: float
    gain_bits: float
    asks: Literal["level", "count"] | None
    outcomes: list[OutcomeView]


class HuntStepView(BaseModel):
    """A look that was taken."""

    id: str
    do: str
    answer: str
    who: str
    at: str
    simulated: bool


class HuntView(BaseModel):
    """A hunt: what was seen, how likely each cause is, what comes next, and how it ended."""

    id: str | None
    steps: list[HuntStepView]
    causes: list[CauseView]
    ruled_out: list[str]
    next: list[LookView]
    over: bool
    ended: str | None
    remedy: str | None
    remedy_minutes: float | None
    remedy_task: str | None
    strands: bool


class SignedView(BaseModel):
    """A signature. since : what is planned otherwise since then."""

    id: str
    number: int
    sha256: str
    before: str | None
    at: str
    who: str
    answer: str
    open: list[dict[str, str]]
    since: list[str]
    holds: bool


class OpenView(BaseModel):
    """Something that a signature would leave open."""

    key: str
    words: str


class TurnUpLink(BaseModel):
    """Everything about one link that comes up."""

    id: str
    name: str
    revision: int
    says: str
    sub: str
    state: State
    ends: dict[Side, str]
    application: str
    bench: list[PointView]
    site: dict[Side, list[PointView]]
    how_to: dict[Side, list[str]]
    levels: list[EndLevels]
    counters: list[CounterView]
    modules: list[ModuleView]
    findings: list[TurnUpFindingView]
    hunt: HuntView | None
    signed: list[SignedView]
    open: list[OpenView]
    earlier: list[str]
    simulated: bool


class TurnUpSimulateBody(BaseModel):
    """Asks the simulated switches. seed 0 hides nothing. look : of a hunt; else they are read."""

    seed: Annotated[int, Field(ge=0, le=1_000_000)] = 0
    look: Annotated[str, Field(max_length=120)] | None = None
    hunt: Annotated[str, Field(min_length=8, max_length=26)] | None = None


class ToldView(BaseModel):
    """What came of it, in a sentence."""

    said: str


class SignBody(BaseModel):
    """Why each open point is signed all the same."""

    reasons: dict[Annotated[str, Field(max_length=200)], Annotated[str, Field(max_length=400)]]
