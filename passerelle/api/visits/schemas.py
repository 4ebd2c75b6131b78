"""What the API says of tasks and visits. Times are hours from the start of a day."""

from typing import Annotated

from pydantic import BaseModel, Field

from passerelle.core.plan.facts import TaskFact
from passerelle.core.visits.states import State
from passerelle.core.visits.task import TaskKind


class WaitView(BaseModel):
    """What a task waits for, and why."""

    key: str
    name: str
    why: str
    done: bool


class NotedView(BaseModel):
    """What was noted last of a task."""

    id: str
    state: str
    who: str
    at: str
    minutes: float | None
    from_m: float | None
    until_m: float | None
    note: str | None
    points: list[str]

    @classmethod
    def of(cls, fact: TaskFact) -> "NotedView":
        """As the fact says it."""
        return cls(id=fact.id, state=fact.state, who=fact.who, at=fact.at, minutes=fact.minutes,
                   from_m=fact.from_m, until_m=fact.until_m, note=fact.note,
                   points=list(fact.points))  # fmt: skip


class TaskView(BaseModel):
    """A task. minutes : of one person. about_kind, about_id : what a note of it is about."""

    key: str
    kind: TaskKind
    name: str
    subject: str
    about_kind: str
    about_id: str
    at: list[str]
    people: int
    minutes: float
    quantity: str
    after: list[WaitView]
    carry: list[str]
    points: list[str]
    settles: list[str]
    blocked: str | None
    noted: NotedView | None
    own_id: str | None = Field(description="of what the plan says of it, where it says anything")
    own: bool
    due: int
    not_needed: str | None
    day: int | None = Field(description="the working day that it is pinned to")
    counted: bool = Field(description="false: a length that the minutes need is not recorded")
    extent: str = Field(description="what it is, to be kept with what is noted of it")
    rework: str | None = Field(description="it was done as this, and the plan says otherwise since")


class KindView(BaseModel):
    """What goes along to a kind of task, and its cautions."""

    kind: TaskKind
    tools: list[str]
    cautions: list[str]


class PlacedView(BaseModel):
    """A task in a visit. start_h, hours : null for one that is done or gone."""

    key: str
    start_h: float | None
    hours: float | None
    broken: list[str]


class StepView(BaseModel):
    """Where a person is at work."""

    person: int
    place: str
    from_h: float
    until_h: float


class VisitView(BaseModel):
    """A day of one crew. up : links that are up at its end."""

    id: str
    name: str
    day: int
    crew: int
    notes: str | None
    back_h: float
    walked_h: float
    tasks: list[PlacedView]
    steps: list[StepView]
    up: int
    cuts: list[str] = Field(description="what is cut from which reel for its pulls")
    drawings: list[str] = Field(description="papers that its tasks are done by")


class WindowView(BaseModel):
    """When a place can be worked at, by day."""

    place: str
    day: int
    opens_h: float
    closes_h: float


class OrderView(BaseModel):
    """What has to be ordered; lead_days null: not recorded. key : of what is noted of it."""

    key: str
    what: str
    lead_days: int | None
    reasons: list[str]
    ordered: bool


class StateView(BaseModel):
    """How far a need, a cable or a link is."""

    kind: str
    id: str
    state: State


class PaceView(BaseModel):
    """Minutes taken against minutes planned. would_be : the pace that was found; now : planned."""

    tasks: int
    took: float
    planned: float
    now: float
    would_be: float


class VisitsView(BaseModel):
    """All work of a plan: its tasks, the visits that were taken, and what stands in none."""

    day_h: float
    crew: int
    crews: int
    starts: str
    depot: str | None
    tasks: list[TaskView]
    visits: list[VisitView]
    unassigned: list[str]
    orders: list[OrderView]
    windows: list[WindowView]
    kinds: list[KindView]
    links: int
    pace: PaceView | None = Field(description="null: too few minutes are noted")
    plan: str = Field(description="id of the plan, which orders are noted of")


class MeanwhileView(BaseModel):
    """What a packet says of a task, and what stands here of it."""

    task: str
    packet: str
    here: str


class MergedView(BaseModel):
    """What a packet brought home. known : was here already. meanwhile : what changed here since."""

    visit: str
    added: int
    known: int
    photos: int
    meanwhile: list[MeanwhileView]


class ProposedVisit(BaseModel):
    """A visit of a proposal."""

    name: str
    day: int
    crew: int
    tasks: list[str]
    back_h: float


class ProposalView(BaseModel):
    """A proposal. least : fewer days are proven impossible. moved : tasks whose day differs."""

    days: int
    last_day: int
    least: int
    walked_h: float
    visits: list[ProposedVisit]
    broken: list[str]
    blocked: int
    moved: int
    stopped: list[str] = Field(description="what cannot be done any more, as it was asked")
    guessed: list[Annotated[list[str], Field(min_length=2, max_length=2)]]
