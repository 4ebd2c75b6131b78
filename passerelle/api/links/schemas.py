"""What the API says of one link: answers only, ready to be shown."""

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from passerelle.api.bodies import EditBody, LinkBody
from passerelle.api.common import Base, Brief, Counts
from passerelle.core.judge.rules import Severity, Verdict
from passerelle.core.plan.ends import Side
from passerelle.core.plan.fields import Name

LinkId = Annotated[str, Field(max_length=26)]


class LinkSummary(BaseModel):
    """One row of the overview."""

    id: str
    changed_in: int
    name: str
    a_place: str | None
    b_place: str | None
    application: str
    glass: str
    cables: list[str] = Field(description="cables of the plan that it runs on, to be found by")
    length_m: float
    parts: int
    wavelength_nm: float
    loss_db: float | None
    limit_db: float | None
    margin_db: float | None
    voided: bool = Field(description="a joint loses what no table states: no margin holds")
    used: float | None = Field(description="share of the limit that the loss takes up")
    verdict: Verdict
    once: bool = Field(description="works only once less light arrives: an attenuator is missing")
    decides: str | None = Field(description="what decides the verdict, in a few words")
    counts: Counts
    polarity: Counts = Field(description="those of them that belong to the polarity step")
    route: Counts = Field(description="those of them that belong to the route step")
    uncertain: bool = Field(description="a deciding figure should be checked on the data sheet")


class PartCost(BaseModel):
    """What a part costs in one direction. [dB]"""

    worst_case: float | None
    typical: float | None


class PowerAt(BaseModel):
    """Power at one boundary between parts. [dBm]

    The judged case, the other case, and the strongest light that is plausible.
    """

    worst_case: float | None
    typical: float | None
    strongest: float | None


class DirectionView(BaseModel):
    """Light in one direction. `levels` has one entry more than the path has parts.

    Costs and levels are in the order in which the light meets the parts.
    """

    sender: Side
    to_place: str
    wavelength_nm: float
    loss_worst_case_db: float | None
    loss_typical_db: float | None
    loss_judged_db: float | None = Field(description="on the basis of the house rules")
    limit_db: float | None
    limit_kind: Literal["channel", "power"] | None
    limit_dbm: float | None = Field(description="the power at which the limit is used up")
    margin_db: float | None
    received_min_dbm: float | None
    received_max_dbm: float | None
    receiver_min_dbm: float | None
    receiver_max_dbm: float | None
    overload_db: float | None = Field(description="by how much too much light can arrive")
    allowances_db: float
    costs: list[PartCost]
    levels: list[PowerAt]


class RemedyView(BaseModel):
    """A cure that can be applied: its edits, what they would bring, why it stands where it does.

    adds : warnings and stops that were not there, by their titles. buys : what has to be bought;
    total null: a price is missing.
    """

    label: str
    edits: list[EditBody]
    after: Brief
    reason: str
    adds: list[str]
    buys: list[str]
    total: float | None


class FindingView(BaseModel):
    """One finding, with its mechanical remedies, best first."""

    rule: str
    severity: Severity
    title: str
    at: list[int]
    parts: list[str] = Field(description="ids of the parts that it is about")
    ends: list[Side]
    message: str
    why: str
    do: str
    source: str
    remedies: list[RemedyView]
    explained_by: str | None = Field(description="the rule of which this is only an echo")


class EndView(BaseModel):
    """One end, for the drawing."""

    place: str
    device: str | None
    application: str
    short: str
    rate_gbps: float
    receptacle: str | None


class LinkView(BaseModel):
    """Everything that the Light view shows of one link."""

    summary: LinkSummary
    doc: LinkBody
    answer: str
    detail: str
    a: EndView
    b: EndView
    jackets: list[str | None] = Field(description="sheath colour of each part, in a word")
    polarity: str
    polarity_note: str
    reach_m: float | None
    directions: list[DirectionView]
    findings: list[FindingView]
    brief: Brief


class ExplanationLine(BaseModel):
    """One term of a figure."""

    label: str
    value: float | None
    unit: str
    how: str
    source: str
    sure: bool
    at: int | None


class ExplanationView(BaseModel):
    """How a figure was made."""

    figure: str
    title: str
    value: float | None
    unit: str
    formula: str
    lines: list[ExplanationLine]
    text: str


class EditsBody(Base):
    """Edits of one link, applied together or not at all."""

    edits: Annotated[list[EditBody], Field(min_length=1, max_length=600)]


class ShareBody(Base):
    """Say which one thing a link's part is; null: it is this link's alone."""

    at: LinkId
    name: Name | None


class PreviewBody(BaseModel):
    """Edits to look at without storing them."""

    edits: Annotated[list[EditBody], Field(min_length=1, max_length=600)]


class Preview(BaseModel):
    """A link before and after edits that are not stored."""

    before: Brief
    after: Brief


class NeedBody(Base):
    """Two places, an application and a distance: enough for a complete path."""

    a_place: Name
    b_place: Name
    application: Annotated[str, Field(max_length=120)]
    distance_m: Annotated[float, Field(allow_inf_nan=False)]
    fiber: Annotated[str, Field(max_length=40)] | None = None
    name: Name | None = None


class FixView(BaseModel):
    """Remedies that together bring one failing link up. certain : nothing has to be bought.

    buys : what has to; total null: a price is missing. adds : warnings that come with them.
    """

    link_id: str
    name: str
    labels: list[str]
    certain: bool
    buys: list[str]
    total: float | None
    adds: list[str]
    before: Brief
    after: Brief


class FixesBody(Base):
    """The links whose certain fixes are to be applied, as one change."""

    link_ids: Annotated[
        list[Annotated[str, Field(max_length=26)]], Field(min_length=1, max_length=10_000)
    ]


class GrowthView(BaseModel):
    """What a link's glass and joints carry beyond what runs on it now."""

    carries: list[str]
    next_rate_gbps: float | None
    next_application: str | None
    next_stopped_by: str | None


class SuitedInfo(BaseModel):
    """One application at a distance."""

    application: str
    rate_gbps: float
    strands: int
    mode: str
    fiber: str
    reach_m: float | None
    margin_db: float | None
    fits: bool
    sure: bool = Field(description="the deciding figures are firmly published")
    reason: str
