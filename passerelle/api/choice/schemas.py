"""What the API says of needs, options and prices."""

from typing import Annotated

from pydantic import BaseModel, Field

from passerelle.api.common import Base
from passerelle.core.choice.need import SURROUNDINGS, USUAL
from passerelle.core.choice.weights import DEFAULT_WEIGHTS
from passerelle.core.judge.rules import Verdict
from passerelle.core.plan.fields import Name

from .atends import AtEndView, EnoughView, PoweringView, SecondRouteView, ThereView

Weight = Annotated[float, Field(ge=0, le=5)]


class NeedModel(BaseModel):
    """What is wanted: two places, how far, how fast now and later."""

    a_place: Name
    b_place: Name
    distance_m: Annotated[float, Field(ge=-1e9, le=1e9, allow_inf_nan=False)]
    rate_gbps: Annotated[float, Field(ge=0, le=1e6, allow_inf_nan=False)]
    growth_gbps: Annotated[float, Field(ge=0, le=1e6, allow_inf_nan=False)] | None = None
    growth_by: Annotated[int, Field(ge=-10_000, le=100_000)] | None = None
    redundant_m: Annotated[float, Field(ge=-1e9, le=1e9, allow_inf_nan=False)] | None = None
    redundant: bool = False
    circuits: Annotated[int, Field(ge=-1000, le=10_000)] = 1
    strands_at_hand: Annotated[int, Field(ge=-1000, le=10_000)] | None = None
    cage_a: Annotated[str, Field(max_length=40)] | None = None
    cage_b: Annotated[str, Field(max_length=40)] | None = None
    device_a: Annotated[str, Field(max_length=120)] | None = None
    device_b: Annotated[str, Field(max_length=120)] | None = None
    same_rack: bool = False
    outdoors: bool = False
    surroundings: Annotated[
        tuple[Annotated[str, Field(max_length=40)], ...], Field(max_length=len(SURROUNDINGS))
    ] = ()
    existing: Annotated[str, Field(max_length=120)] | None = None
    service: Annotated[str, Field(max_length=120)] | None = None
    draw_w: Annotated[float, Field(ge=-1e9, le=1e9, allow_inf_nan=False)] | None = None
    draw_peak_w: Annotated[float, Field(ge=-1e9, le=1e9, allow_inf_nan=False)] | None = None
    budget: Annotated[str, Field(max_length=40)] = USUAL
    termination: Annotated[str, Field(max_length=40)] | None = None
    panel_plug: Annotated[str, Field(max_length=40)] | None = None


class WeightsModel(BaseModel):
    """How much each counts, 0 to 5."""

    house_rules: Weight = DEFAULT_WEIGHTS.house_rules
    growth: Weight = DEFAULT_WEIGHTS.growth
    cost: Weight = DEFAULT_WEIGHTS.cost
    later: Weight = DEFAULT_WEIGHTS.later
    life: Weight = DEFAULT_WEIGHTS.life
    margin: Weight = DEFAULT_WEIGHTS.margin
    strands: Weight = DEFAULT_WEIGHTS.strands
    parts: Weight = DEFAULT_WEIGHTS.parts
    published: Weight = DEFAULT_WEIGHTS.published


class ChooseBody(BaseModel):
    """A need, and what counts; weights null: as the need's budget says."""

    need: NeedModel
    weights: WeightsModel | None = None


class BillLine(BaseModel):
    """One line of a bill; each null: no price."""

    what: str
    quantity: float
    unit: str
    each: float | None
    total: float | None


class NewCableView(BaseModel):
    """A cable that an option pulls. placed : it will stand in the plan, its strands taken.

    objections : what speaks against even the construction that suits the way best.
    head : what speaks against plugs that are pulled through.
    """

    name: str
    strands: int
    construction: str | None
    route: list[str]
    sheath_m: float
    placed: bool
    objections: list[str]
    head: str | None


class OptionView(BaseModel):
    """One way to meet the need, in its place. margins_db : of each route."""

    key: str
    kind: str
    label: str
    score: float
    why: list[str]
    verdict: Verdict | None
    margin_db: float | None
    margins_db: list[float | None]
    length_m: float | None
    total: float | None
    missing: list[str]
    minutes: float
    labour: float | None
    later: float | None
    grows: bool | None
    carries_gbps: float | None
    strands: int
    parts: int
    links: int
    sure: bool
    against: list[str]
    gives_up: list[str]
    termination: str | None
    connector: str | None
    cables: list[NewCableView]
    second_now: float | None
    second_later: float | None
    bill: list[BillLine]


class SchoolCostView(BaseModel):
    """The first option under one school, and what it costs. taken : the school that is followed."""

    key: str
    title: str
    value: str | float
    words: str
    taken: bool
    label: str | None
    total: float | None


class FinishBody(BaseModel):
    """An option of a need, to be finished in other ways."""

    need: NeedModel
    key: Annotated[str, Field(max_length=300)]


class FinishView(BaseModel):
    """One option with another termination or other connectors. reason : why that does not do."""

    key: str
    value: str
    words: str
    taken: bool
    total: float | None
    margin_db: float | None
    reason: str | None


class WeightView(BaseModel):
    """One thing that counts, and how much by budget."""

    key: str
    title: str
    tight: float
    usual: float
    lasting: float


class ChoiceReference(BaseModel):
    """What the form of a need offers."""

    rates_gbps: list[float]
    weights: list[WeightView]
    budgets: list[str]
    surroundings: list[str]


class RuledOutView(BaseModel):
    """A way that does not do, and why."""

    label: str
    reason: str


class ChoiceView(BaseModel):
    """Options in order, those ruled out, and the cheapest of each mode."""

    options: list[OptionView]
    ruled_out: list[RuledOutView]
    by_mode: dict[str, float | None]
    currency: str
    growth_counts: float
    ends: list[AtEndView]
    power: list[PoweringView]
    enough: EnoughView | None
    second_route: SecondRouteView | None
    there: ThereView | None


class LineBody(BaseModel):
    """One line of text."""

    text: Annotated[str, Field(max_length=400)]


class LineView(BaseModel):
    """What the line says; what it does not say is null.

    new_places : that the plan does not have yet. unread : words that say nothing known.
    """

    a_place: str | None = None
    b_place: str | None = None
    distance_m: float | None = None
    rate_gbps: float | None = None
    growth_gbps: float | None = None
    growth_by: int | None = None
    circuits: int | None = None
    redundant: bool | None = None
    budget: str | None = None
    strands_at_hand: int | None = None
    same_rack: bool | None = None
    outdoors: bool | None = None
    existing: str | None = None
    draw_w: float | None = None
    new_places: list[str] = []
    notes: list[str] = []
    unread: list[str] = []
    way: "WayView | None" = None
    suggestions: list[str] = []


class WayView(BaseModel):
    """The recorded way between two places. [m]

    second_m : of a second route that shares as little as there is to choose; null: there is none.
    """

    route_m: float
    pathways: list[str]
    outdoor: bool
    first_m: float | None
    second_m: float | None
    shared_m: float
    shared: list[str]


class TurnView(BaseModel):
    """Where another option comes first."""

    what: str
    at: float
    then: str


class PossibleView(BaseModel):
    """How far a glass carries a speed. [m]"""

    rate_gbps: float
    fiber: str
    most_m: float
    application: str


class ChoiceTakeBody(Base):
    """Take an option: it becomes the need's links, or takes the place of one."""

    need: NeedModel
    key: Annotated[str, Field(max_length=300)]
    link_id: Annotated[str, Field(max_length=26)] | None = None
    need_id: Annotated[str, Field(max_length=26)] | None = None


class BestBody(BaseModel):
    """Needs to be met, a few at a time."""

    needs: Annotated[list[NeedModel], Field(min_length=1, max_length=25)]


class BestView(BaseModel):
    """The first option for a need."""

    key: str | None
    total: float | None
    margin_db: float | None
    reason: str


class OutlyingBody(BaseModel):
    """Needs, some of which start from one place."""

    needs: Annotated[list[NeedModel], Field(min_length=1, max_length=2000)]


class LaidOutView(BaseModel):
    """Home runs or one shared cable: what the cabling costs, and what a cut takes."""

    school: str
    taken: bool
    total: float | None
    cables: int
    cable_m: float
    strands: int
    worst: int
    said: str


class HubView(BaseModel):
    """What the needs ask of their hub: ports, switches more, panels, rack units."""

    ports: int
    free: int
    switches: int
    uplinks: int
    panels: int
    rack_units: int
    total: float | None


class OutlyingView(BaseModel):
    """Places reached from one hub, both ways. left_out : no recorded pathways lead there."""

    hub: str
    counted: HubView
    places: list[str]
    left_out: list[str]
    layouts: list[LaidOutView]


class ChosenNeed(BaseModel):
    """A need with the option that was chosen for it. need_id : of the plan, that it stands for."""

    need: NeedModel
    need_id: Annotated[str, Field(max_length=26)] | None = None
    key: Annotated[str, Field(max_length=300)]


class TakeManyBody(Base):
    """Take many options as one step."""

    chosen: Annotated[list[ChosenNeed], Field(min_length=1, max_length=2000)]


class PriceRowView(BaseModel):
    """A row of the price book. own : the plan's, not the demo's."""

    id: str | None = Field(description="of the plan's own entry; null where it has none")
    name: str
    what: str
    unit: str
    price: float | None
    minutes: float | None
    bought: bool = Field(description="it has a price; else it is work alone")
    own: bool
    date: str | None
    source: str | None


class PriceBookView(BaseModel):
    """The whole price book."""

    currency: str
    rows: list[PriceRowView]


class GrownCable(BaseModel):
    """A cable that will not carry the plan's growth speed. sure false: it is not known."""

    cable: str
    a: str
    b: str
    distance_m: float | None
    sure: bool
    reason: str
    takes: str | None
    total: float | None


class OutgrownView(BaseModel):
    """Cables and links that will not carry the plan's growth speed."""

    cables: "list[GrownCable]"
    links: "list[GrowthRow]"


class GrowthRow(BaseModel):
    """A link that will not carry the plan's growth speed, and what it would take."""

    id: str
    name: str
    a_place: str | None
    b_place: str | None
    distance_m: float
    message: str
    takes: str
    total: float | None
