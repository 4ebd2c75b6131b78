"""What the API says: answers only, ready to be shown."""

from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from passerelle.formats.fields import Name
from passerelle.formats.linkdocs import LinkDoc
from passerelle.formats.planfile import Devices, HouseRulesDoc, OwnParts, Spares
from passerelle.formats.plantdocs import PlaceDoc

from .editing import EditBody

Verdict = Literal["works", "tight", "fails", "unknown"]
Severity = Literal["stop", "warn", "note"]
Side = Literal["a", "b"]
MAX_NUMBER = 2**53
"""Row and revision numbers go up to here: what JSON and SQLite both hold exactly."""


class RevisionInfo(BaseModel):
    """One revision of a plan."""

    number: int
    at: datetime
    who: str
    what: str


class ChangeInfo(BaseModel):
    """One row's part in a revision, from and to, as plan-file JSON."""

    entity: str
    before: str | None
    after: str | None


class RevisionDetail(RevisionInfo):
    """A revision with what it changed."""

    changes: list[ChangeInfo]


class Counts(BaseModel):
    """Findings of one link by severity; echoes of others are not counted."""

    stop: int
    warn: int
    note: int


class PlanInfo(BaseModel):
    """The head of a plan: what every screen shows."""

    id: int
    name: str
    revision: int
    house_rules: HouseRulesDoc
    places: list[PlaceDoc]
    own_parts: OwnParts
    devices: Devices
    spares: Spares
    survey: Counts = Field(description="open findings of the backbone, survey step")
    route: Counts = Field(description="open findings of the backbone, route step")
    undo: str | None = Field(description="what undo would take back")
    redo: str | None = Field(description="what redo would do again")


class PlanListItem(BaseModel):
    """One plan in the list of plans."""

    id: int
    name: str
    links: int
    revision: int


class LinkSummary(BaseModel):
    """One row of the overview."""

    id: int
    changed_in: int
    name: str
    a_place: str | None
    b_place: str | None
    application: str
    glass: str
    length_m: float
    parts: int
    wavelength_nm: float
    loss_db: float | None
    limit_db: float | None
    margin_db: float | None
    used: float | None = Field(description="share of the limit that the loss takes up")
    verdict: Verdict
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


class Brief(BaseModel):
    """A link's answer in a few figures, to compare before and after."""

    verdict: Verdict
    margin_db: float | None
    parts: int
    counts: Counts


class RemedyView(BaseModel):
    """A cure that can be applied: its edits, what they would bring, why it stands where it does."""

    label: str
    edits: list[EditBody]
    after: Brief
    reason: str


class FindingView(BaseModel):
    """One finding, with its mechanical remedies, best first."""

    rule: str
    severity: Severity
    title: str
    at: list[int]
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
    application: str
    short: str
    rate_gbps: float
    receptacle: str | None


class LinkView(BaseModel):
    """Everything that the Light view shows of one link."""

    summary: LinkSummary
    doc: LinkDoc
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


class Changed(BaseModel):
    """What a change did: the new head, the links it touched, and the open link's new answer."""

    plan: PlanInfo
    links: list[LinkSummary]
    removed: list[int]
    everything: bool = Field(description="more than single links changed: read all again")
    link: LinkView | None


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


class Base(BaseModel):
    """A change says which revision of the plan its author was looking at."""

    base: Annotated[int, Field(ge=0, le=MAX_NUMBER)]


class EditsBody(Base):
    """Edits of one link, applied together or not at all."""

    edits: Annotated[list[EditBody], Field(min_length=1, max_length=600)]


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


class PlanBody(Base):
    """What changes of a plan beside its links; what is left out stays."""

    name: Name | None = None
    house_rules: HouseRulesDoc | None = None
    own_parts: OwnParts | None = None
    devices: Devices | None = None
    spares: Spares | None = None


class VerdictCounts(BaseModel):
    """How many links of a plan have each verdict."""

    works: int
    tight: int
    fails: int
    unknown: int


class FixView(BaseModel):
    """Remedies that together bring one failing link up."""

    link_id: int
    name: str
    labels: list[str]
    before: Brief
    after: Brief


class FixesBody(Base):
    """The links whose certain fixes are to be applied, as one change."""

    link_ids: Annotated[list[int], Field(min_length=1, max_length=10_000)]


class GrowthView(BaseModel):
    """What a link's glass and joints carry beyond what runs on it now."""

    carries: list[str]
    next_rate_gbps: float | None
    next_application: str | None
    next_stopped_by: str | None


class RulesBody(BaseModel):
    """House rules to look at without storing them."""

    house_rules: HouseRulesDoc


class RulesPreview(BaseModel):
    """What other house rules would change in a plan."""

    before: VerdictCounts
    after: VerdictCounts


class NewPlanBody(BaseModel):
    """The name of a new, empty plan."""

    name: Name


class Problem(BaseModel):
    """A refusal: one sentence."""

    detail: str


class Conflict(Problem):
    """A stale change: what somebody else saved in between, and the link as it is now."""

    newest: RevisionInfo | None
    current: LinkView | None


class FiberInfo(BaseModel):
    """A grade of glass to choose from."""

    name: str
    mode: str
    jacket: list[str]
    legacy: bool


class ApplicationInfo(BaseModel):
    """An application to choose from."""

    name: str
    rate_gbps: float
    strands: int
    modes: list[str]
    source: str
    sure: bool


class Reference(BaseModel):
    """What the forms offer to choose from, out of the tables."""

    fibers: list[FiberInfo]
    applications: list[ApplicationInfo]
    connectors: list[str]
    cages: list[str]
    grades: list[str]
    attenuators_db: list[float]
    wirings: dict[str, list[str]]
    inline_parts: list[str]
    lanes: dict[str, int] = Field(description="applications whose lanes come apart, and how many")


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
