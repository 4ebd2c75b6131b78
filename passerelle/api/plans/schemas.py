"""What the API says of whole plans."""

from typing import Any

from pydantic import BaseModel, Field

from passerelle.api.bodies import (
    DeviceBody,
    HouseRulesBody,
    OwnPartBody,
    PlaceBody,
    SpareBody,
)
from passerelle.api.common import Base, Counts, Problem, RevisionInfo
from passerelle.api.links.schemas import LinkSummary, LinkView
from passerelle.core.plan.fields import Name
from passerelle.core.plan.plan import StepOfJob


class ChangeInfo(BaseModel):
    """What a revision did to one thing: steps with where, from and to."""

    kind: str
    id: str
    name: str | None = Field(description="what the thing is called now; null where it is gone")
    steps: list[dict[str, Any]]


class RevisionDetail(RevisionInfo):
    """A revision with what it changed."""

    changes: list[ChangeInfo]


class PlanHead(BaseModel):
    """The head of a plan: what every change may move."""

    id: int
    name: str
    revision: int
    survey: Counts = Field(description="open findings of the backbone, survey step")
    route: Counts = Field(description="open findings of the backbone, route step")
    not_needed: list[StepOfJob] = Field(description="steps that are closed for this job")
    undo: str | None = Field(description="what undo would take back")
    redo: str | None = Field(description="what redo would do again")


class PlanInfo(PlanHead):
    """The head of a plan with what stands beside its links."""

    house_rules: HouseRulesBody
    places: list[PlaceBody]
    own_parts: list[OwnPartBody]
    devices: list[DeviceBody]
    spares: list[SpareBody]


class PlanListItem(BaseModel):
    """One plan in the list of plans."""

    id: int
    name: str
    links: int
    revision: int


class Changed(BaseModel):
    """What a change did: what is null or not listed is as it was."""

    plan: PlanHead
    house_rules: HouseRulesBody | None
    places: list[PlaceBody] | None
    own_parts: list[OwnPartBody] | None
    devices: list[DeviceBody] | None
    spares: list[SpareBody] | None
    backbone: bool = Field(description="something of the backbone, or said of it, changed")
    links: list[LinkSummary]
    removed: list[str]
    everything: bool = Field(description="more than a few links changed: read all again")
    link: LinkView | None


class PlanBody(Base):
    """What changes of a plan beside its links; what is left out stays.

    Entries of lists are told by their ids: one with an id that is there is changed, one without is
    new, one that is not listed goes.
    """

    name: Name | None = None
    house_rules: HouseRulesBody | None = None
    not_needed: list[StepOfJob] | None = Field(default=None, max_length=5)
    own_parts: list[OwnPartBody] | None = Field(default=None, max_length=2000)
    devices: list[DeviceBody] | None = Field(default=None, max_length=5000)
    spares: list[SpareBody] | None = Field(default=None, max_length=2000)


class RulesBody(BaseModel):
    """House rules to look at without storing them."""

    house_rules: HouseRulesBody


class NewPlanBody(BaseModel):
    """The name of a new, empty plan."""

    name: Name


class Conflict(Problem):
    """A stale change: what somebody else saved in between, and the link as it is now."""

    newest: RevisionInfo | None
    current: LinkView | None
