"""What the API says of needs, options and prices."""

from typing import Annotated

from pydantic import BaseModel, Field

from passerelle.core.choice.ranking import DEFAULT_WEIGHTS
from passerelle.formats.fields import Name

from .schemas import MAX_NUMBER, Base, Verdict

Weight = Annotated[float, Field(ge=0, le=5)]


class NeedModel(BaseModel):
    """What is wanted: two places, how far, how fast now and later."""

    a_place: Name
    b_place: Name
    distance_m: Annotated[float, Field(ge=-1e9, le=1e9, allow_inf_nan=False)]
    rate_gbps: Annotated[float, Field(ge=0, le=1e6, allow_inf_nan=False)]
    growth_gbps: Annotated[float, Field(ge=0, le=1e6, allow_inf_nan=False)] | None = None
    circuits: Annotated[int, Field(ge=-1000, le=10_000)] = 1
    strands_at_hand: Annotated[int, Field(ge=-1000, le=10_000)] | None = None
    cage_a: Annotated[str, Field(max_length=40)] | None = None
    cage_b: Annotated[str, Field(max_length=40)] | None = None
    same_rack: bool = False
    outdoors: bool = False
    existing: Annotated[str, Field(max_length=120)] | None = None


class WeightsModel(BaseModel):
    """How much each counts, 0 to 5."""

    house_rules: Weight = DEFAULT_WEIGHTS.house_rules
    growth: Weight = DEFAULT_WEIGHTS.growth
    cost: Weight = DEFAULT_WEIGHTS.cost
    later: Weight = DEFAULT_WEIGHTS.later
    margin: Weight = DEFAULT_WEIGHTS.margin
    strands: Weight = DEFAULT_WEIGHTS.strands
    parts: Weight = DEFAULT_WEIGHTS.parts
    published: Weight = DEFAULT_WEIGHTS.published


class ChooseBody(BaseModel):
    """A need, and what counts."""

    need: NeedModel
    weights: WeightsModel = Field(default_factory=WeightsModel)


class BillLine(BaseModel):
    """One line of a bill; each null: no price."""

    what: str
    quantity: float
    unit: str
    each: float | None


class OptionView(BaseModel):
    """One way to meet the need, in its place."""

    key: str
    kind: str
    label: str
    score: float
    why: list[str]
    verdict: Verdict | None
    margin_db: float | None
    length_m: float | None
    total: float | None
    missing: list[str]
    minutes: float
    later: float | None
    grows: bool | None
    strands: int
    parts: int
    links: int
    sure: bool
    construction: str | None
    second_now: float | None
    second_later: float | None
    bill: list[BillLine]


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


class LineBody(BaseModel):
    """One line of text."""

    text: Annotated[str, Field(max_length=400)]


class LineView(BaseModel):
    """What the line says; what it does not say is null."""

    a_place: str | None = None
    b_place: str | None = None
    distance_m: float | None = None
    rate_gbps: float | None = None
    growth_gbps: float | None = None
    circuits: int | None = None
    strands_at_hand: int | None = None
    same_rack: bool | None = None
    outdoors: bool | None = None
    route_m: float | None = Field(
        None, description="along the recorded pathways, if they lead there"
    )


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
    link_id: Annotated[int, Field(ge=0, le=MAX_NUMBER)] | None = None


class NeedRowView(BaseModel):
    """A row of a file of needs."""

    line: int
    said: str
    need: NeedModel | None
    problem: str | None


class BestBody(BaseModel):
    """Needs to be met, a few at a time."""

    needs: Annotated[list[NeedModel], Field(min_length=1, max_length=25)]


class BestView(BaseModel):
    """The first option for a need."""

    key: str | None
    total: float | None
    margin_db: float | None
    reason: str


class ChosenNeed(BaseModel):
    """A need with the option that was chosen for it."""

    need: NeedModel
    key: Annotated[str, Field(max_length=300)]


class TakeManyBody(Base):
    """Take many options as one step."""

    chosen: Annotated[list[ChosenNeed], Field(min_length=1, max_length=2000)]


class PriceRowView(BaseModel):
    """A row of the price book. own : the plan's, not the demo's."""

    name: str
    what: str
    unit: str
    price: float | None
    minutes: float | None
    own: bool
    date: str | None
    source: str | None


class PriceBookView(BaseModel):
    """The whole price book."""

    currency: str
    rows: list[PriceRowView]


class GrowthRow(BaseModel):
    """A link that will not carry the plan's growth speed, and what it would take."""

    id: int
    name: str
    a_place: str | None
    b_place: str | None
    distance_m: float
    message: str
    takes: str
    total: float | None
