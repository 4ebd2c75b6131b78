"""What the list of unknowns sends."""

from pydantic import BaseModel

from passerelle.core.judge.rules import Verdict
from passerelle.core.looking.way import State
from passerelle.core.plan.plan import StepOfJob


class TurnView(BaseModel):
    """A link that hangs on an unknown; could: the verdicts that the answer may bring."""

    link_id: str
    name: str
    now: Verdict
    could: list[Verdict]
    turns: bool


class UnknownView(BaseModel):
    """Something that a look settles.

    spread_m : metres of cable between the best answer and the worst; cost : the same in money,
    null where there is none or no price. at : the part of the link that it is about.
    """

    rule: str
    kind: str
    name: str
    id: str | None
    said: str
    do: str
    minutes: float
    turning: int
    links: list[TurnView]
    at: int | None
    spread_m: float
    cost: float | None


class UnknownCount(BaseModel):
    """How many unknowns a plan has."""

    count: int


class ActView(BaseModel):
    """The next thing to do. kind, name, id : what of the plan it is about, where it is there."""

    do: str
    kind: str
    name: str
    id: str | None


class JobStepView(BaseModel):
    """One step of the way: done, of : how many of its things want nothing more, of how many."""

    step: StepOfJob
    state: State
    says: str
    done: int
    of: int
    act: ActView | None


class JobView(BaseModel):
    """Every step of the job in order; next : the step whose act comes first."""

    steps: list[JobStepView]
    next: StepOfJob | None


class UnknownsView(BaseModel):
    """Every unknown and guess of a plan, what decides most per minute of looking first."""

    unknowns: list[UnknownView]
    turning: int
    """Links whose verdict an answer could turn."""
