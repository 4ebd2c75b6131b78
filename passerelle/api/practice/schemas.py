"""What the API says of practice. Nothing of a drill's truth is in it before the answer."""

from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field, StringConstraints

from passerelle.api.common import MAX_NUMBER
from passerelle.practice.drill import MOST_SEED, How, Kind
from passerelle.practice.sets import MOST_DRILLS, Name, OneDrill

Key = Annotated[str, StringConstraints(min_length=1, max_length=300)]
Number = Annotated[int, Field(ge=0, le=MAX_NUMBER)]


class DrillRef(BaseModel):
    """Which drill; plan_id and link_id where it is set on a copy of a plan's link."""

    kind: Kind
    level: Annotated[int, Field(ge=1, le=5)]
    seed: Annotated[int, Field(ge=0, le=MOST_SEED)]
    plan_id: Number | None = None
    link_id: Annotated[str, StringConstraints(max_length=26)] | None = None


class DrawBody(BaseModel):
    """A drill is asked for: of a kind and a level, or whatever is next."""

    kind: Kind | None = None
    level: Annotated[int, Field(ge=1, le=5)] | None = None


class Drawn(DrillRef):
    """The drill that was drawn, and why that one."""

    why: str


class DrillAct(BaseModel):
    """What can be done. part : what it uses up."""

    id: str
    do: str
    minutes: float
    matings: int
    part: str | None
    repeats: bool


class DrillChoice(BaseModel):
    """An answer that can be given."""

    id: str
    label: str
    more: str


class DrillTable(BaseModel):
    """What is known, as a table."""

    head: list[str]
    rows: list[list[str]]


class DrillLine(BaseModel):
    """A trace: levels at even steps. [m, dB]"""

    name: str
    step_m: float
    level_db: list[float]


class PosedDrill(BaseModel):
    """A drill as it is put."""

    drill: DrillRef
    name: str
    teaches: str
    level_says: str
    title: str
    scene: list[str]
    how: How
    asked: str
    unit: str
    choices: list[DrillChoice]
    acts: list[DrillAct]
    table: DrillTable | None
    line: DrillLine | None


class DrillLookBody(BaseModel):
    """An act after what was done before, by id."""

    drill: DrillRef
    done: Annotated[list[Key], Field(max_length=60)] = []
    act: Key


class DrillLook(BaseModel):
    """What it showed."""

    act: str
    said: str
    minutes: float
    matings: int
    line: DrillLine | None


class DrillAnswer(BaseModel):
    """What was done, in order, and the answer."""

    drill: DrillRef
    done: Annotated[list[Key], Field(max_length=60)] = []
    answer: Annotated[list[Key], Field(max_length=60)]


class UnsafeMove(BaseModel):
    """An unsafe move, and what it can cost."""

    do: str
    why: str
    source: str


class DrillSpent(BaseModel):
    """What a way took."""

    minutes: float
    matings: int
    wasted: list[str]
    unsafe: list[UnsafeMove]


class DrillStep(BaseModel):
    """A step that was taken. instead : what the tool would have done there, if something else."""

    do: str
    said: str
    as_best: bool
    instead: str
    unsafe: UnsafeMove | None


class BestStep(BaseModel):
    """A step of the tool's own way."""

    do: str
    said: str
    minutes: float


class DrillWhy(BaseModel):
    """A reason, with the rule and whose word it is."""

    text: str
    rule: str | None
    source: str


class DrillGrade(BaseModel):
    """A drill that was answered."""

    right: bool
    clean: bool
    headline: str
    given: str
    wanted: str
    said: str
    topic: str
    spent: DrillSpent
    best: DrillSpent
    best_right: bool
    steps: list[DrillStep]
    best_steps: list[BestStep]
    why: list[DrillWhy]
    note: str = ""


class DrillKind(BaseModel):
    """A kind of drill, and how far the person is with it. level : the one that is open."""

    kind: Kind
    name: str
    teaches: str
    levels: list[str]
    level: int
    answered: int
    right: int
    minutes: float
    best_minutes: float


class DrillTopic(BaseModel):
    """A topic that came up. due : when it is asked again."""

    kind: Kind
    name: str
    asked: int
    missed: int
    due: datetime


class DrillSetView(BaseModel):
    """A set of drills that is kept here."""

    id: int
    name: str
    by: str
    drills: list[OneDrill]


class PracticeView(BaseModel):
    """Everything on the first page of practice."""

    who: str
    answered: int
    right: int
    kinds: list[DrillKind]
    topics: list[DrillTopic]
    next_why: str
    next_kind: Kind
    sets: list[DrillSetView]


class MakeSet(BaseModel):
    """A set that a trainer puts together here."""

    name: Name
    by: Annotated[str, StringConstraints(max_length=120)] = ""
    drills: Annotated[list[OneDrill], Field(min_length=1, max_length=MOST_DRILLS)]


class Wiped(BaseModel):
    """How many answers were forgotten."""

    forgotten: int


class HourStep(BaseModel):
    """A step of the first hour. to : the address of its screen."""

    key: str
    name: str
    do: str
    why: str
    done: bool
    skipped: bool
    says: str
    to: str


class HourView(BaseModel):
    """The first hour. plan_id : its own plan; None: not begun. at : the step that is next.

    plans : all plans that are somebody's first hour, which are marked.
    """

    plan_id: int | None
    plans: list[int]
    left: bool
    at: str | None
    steps: list[HourStep]


class HourBody(BaseModel):
    """What is done with the first hour."""

    act: Literal["start", "resume", "leave", "skip", "back", "again"]
    step: Annotated[str, StringConstraints(max_length=20)] | None = None
