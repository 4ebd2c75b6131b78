"""What the API says of what a plan has beside its links: own parts, devices, spares, schools."""

from typing import Annotated, Any, Literal

from pydantic import BaseModel, Field

from passerelle.api import bodies
from passerelle.api.common import Brief, VerdictCounts
from passerelle.core.judge.rules import Severity


class PlanFindingView(BaseModel):
    """A finding about the plan as a whole."""

    about: str
    rule: str
    severity: Severity
    title: str
    message: str
    why: str
    do: str
    source: str


class OwnPartBody(BaseModel):
    """An own part to look at without storing it."""

    part: bodies.OwnPartBody


class OwnPartAnswer(BaseModel):
    """What is doubtful about an own part's figures."""

    doubts: list[str]


class GroupUse(BaseModel):
    """How many ports of a group the plan's links take, and which links."""

    device: str
    group: str
    count: int
    taken: int
    links: list[str]


class ModuleType(BaseModel):
    """A module type that the plan uses, with its coding where it is told apart, and its spares."""

    type: str
    coding: str | None
    in_use: int
    spare: int


class Beside(BaseModel):
    """How a plan's links use what is beside them."""

    doubts: dict[str, list[str]] = Field(description="by the own part's name")
    used: dict[str, int] = Field(description="how many links use each own part")
    groups: list[GroupUse]
    module_types: list[ModuleType]


class SchoolInfo(BaseModel):
    """One house rule: what may be chosen, the default and the reason for it."""

    key: str
    title: str
    reason: str
    default: str | float | int | None
    unit: str | None
    tried: list[str | float | int]
    words: list[str]


class SchoolEffect(BaseModel):
    """What one value of one house rule would make of this plan."""

    key: str
    value: str | float | int
    now: bool
    verdicts: VerdictCounts
    stop: int
    warn: int
    note: int


class Effects(BaseModel):
    """The effect of every school on this plan; empty where the plan is too large to try all."""

    tried: list[SchoolEffect]
    links: int


class VariantBody(BaseModel):
    """A change of the whole link; what is null stays."""

    fiber: Annotated[str, Field(max_length=120)] | None = None
    grade: Annotated[str, Field(max_length=120)] | None = None
    application: Annotated[str, Field(max_length=120)] | None = None


class VariantsBody(BaseModel):
    """Up to three variants; null asks for suggestions."""

    variants: Annotated[list[VariantBody], Field(max_length=3)] | None = None


class VariantView(BaseModel):
    """One column of the comparison."""

    variant: VariantBody
    label: str
    edits: list[bodies.EditBody]
    answer: str
    brief: Brief
    problem: str | None = Field(description="why this variant cannot be made")
    loss_db: float | None
    limit_db: float | None
    received_min_dbm: float | None
    received_max_dbm: float | None
    length_m: float
    reach_m: float | None
    causes: list[str]
    carries: list[str]
    next_stopped_by: str | None


class PassingLink(BaseModel):
    """A link that passes a shared part, with its port or lane where it is recorded."""

    id: str
    name: str
    port: int | None
    lane: int | None


class SharedPartView(BaseModel):
    """A part that several links pass."""

    doc: bodies.SharedPartBody
    links: list[PassingLink]


class TableRow(BaseModel):
    """One row of a figure table, as the field guide shows it."""

    cells: list[str]
    source: str
    sure: bool
    copy_as: dict[str, Any] | None = Field(description="an own part that begins as this row")


class TableView(BaseModel):
    """One figure table."""

    title: str
    columns: list[str]
    rows: list[TableRow]


class RulesPreview(BaseModel):
    """What other house rules would change in a plan."""

    before: VerdictCounts
    after: VerdictCounts


class SeatView(BaseModel):
    """What sits in a port: a link's end, or a copper run. fed : the device that the port feeds.

    number : of the port; null: not said. lane : of a split port. set_gbps : as the port is set.
    side, end : of the link, whose settings these are; null for a run.
    """

    number: int | None
    name: str
    link_id: str | None
    run: str | None
    lane: int | None
    rate_gbps: float
    set_gbps: float | None
    module: str | None
    bundle: str | None
    fed: str | None
    side: Literal["a", "b"] | None = None
    end: bodies.EndBody | None = None


class GroupView(BaseModel):
    """A group of ports with what sits in them."""

    name: str
    seats: list[SeatView]


class BundleView(BaseModel):
    """Several links to one other device. whole_gbps, one_out_gbps : null while no kind is said."""

    other: str
    links: list[str]
    kinds: list[str]
    whole_gbps: float | None
    one_out_gbps: float | None


class DeviceView(BaseModel):
    """A device as it stands. Figures named in `typical` are those of its kind. [W, °C]

    fed, fed_w, fed_peak_w : the devices that it feeds over pairs, and what they take together;
    fed_unknown : of how many nobody knows. loose : what plugs in, nobody says into which ports.
    """

    name: str
    id: str
    draw_w: float | None
    draw_peak_w: float | None
    gives_w: float | None
    protection: str | None
    coldest_c: float | None
    hottest_c: float | None
    typical: list[str]
    fed: int
    fed_w: float
    fed_peak_w: float
    fed_unknown: int
    groups: list[GroupView]
    loose: list[SeatView]
    bundles: list[BundleView]
    findings: list[PlanFindingView]


class StepView(BaseModel):
    """A step of a service with what it passes; null: not recorded. [Gb/s]"""

    name: str
    gbps: float | None


class ServiceView(BaseModel):
    """A service, what its steps pass, and what is said of it."""

    doc: bodies.ServiceBody
    steps: list[StepView]
    slowest: str | None
    finding: PlanFindingView


class DevicesView(BaseModel):
    """Every device of a plan, and the kinds of the table."""

    devices: list[DeviceView]
    services: list[ServiceView]
    sorts: list[str]


class CarriedView(BaseModel):
    """What a copper run would carry: certain, after a test, or not. [Gb/s, m]"""

    rate_gbps: float
    what: str
    how: Literal["certain", "test first", "no"]
    reach_m: float


class CopperRunView(BaseModel):
    """A copper run of the plan. problem : why it is too long, null where it reaches."""

    id: str
    name: str
    a: str
    b: str
    what: str
    rate_gbps: float
    length_m: float
    count: int
    reach_m: float
    note: str | None
    problem: str | None
    doc: bodies.CopperBody
    carries: list[CarriedView]
