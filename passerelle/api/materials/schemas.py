"""What the list of materials sends."""

from typing import Annotated

from pydantic import BaseModel, Field

from passerelle.api.common import Base
from passerelle.core.materials.wanted import Item, Unit
from passerelle.core.plan.fields import MAX_LENGTH_M


class ReasonView(BaseModel):
    """What a line is for. kind, id : the thing of the plan, where there is one of that name."""

    name: str
    kind: str | None
    id: str | None
    share: float = Field(description="how much of what is needed is for it")
    at: str = Field(description="the place or the two places of it")
    visit: str | None = Field(description="that first works on it; null: it stands in none")


class TwiceView(BaseModel):
    """More glass now against a second visit. now, later : null: something has no price."""

    beside: str
    kind: str
    id: str | None
    strands: int
    instead_of: int
    now: float | None
    later: float | None
    lacking: list[str]


class TakesView(BaseModel):
    """A part, and how many."""

    what: str
    quantity: float


class WaitingView(BaseModel):
    """Strands that are left coiled: spare, and not free before they are ended."""

    cable: str
    strands: int
    takes: list[TakesView]
    cost: float | None
    at: list[str] = Field(description="where its end is left coiled; empty: strands at both ends")


class MaterialLineView(BaseModel):
    """needed + waste - stock = buy. price, total : null where there is none. own : the plan's."""

    item: Item
    what: str
    unit: Unit
    key: str
    priced_as: str = Field(description="name of its price in the book: the line's own, or the key")
    needed: float
    waste: float
    stock: float
    buy: float
    price: float | None
    date: str | None = Field(description="of the plan's own price")
    own: bool
    total: float | None
    ends: int
    end_price: float | None
    guessed: bool
    reserve: float = Field(description="of waste, what guessed lengths add")
    pack: int | None = Field(description="sold in packs of so many")
    packs: int | None
    lead_days: int | None = Field(description="working days until it comes; null: not recorded")
    price_id: str | None = Field(description="of the plan's own price")
    reasons: list[ReasonView]


class MaterialPiece(BaseModel):
    """A length cut for a cable. [m]"""

    cable: str
    length_m: float


class MaterialReel(BaseModel):
    """A reel with its pieces. bought : a drum that is not there yet. [m]"""

    reel: str
    bought: bool
    type: str
    length_m: float
    pieces: list[MaterialPiece]
    left_m: float
    serves: str | None = Field(description="the extra run that the rest would do for")


class NamedWhy(BaseModel):
    """Something that nothing was counted or cut for, and why."""

    name: str
    why: str


class MaterialsView(BaseModel):
    """What a plan takes. total : null while a price is missing or something is not recorded."""

    lines: list[MaterialLineView]
    cuts: list[MaterialReel]
    not_cut: list[NamedWhy]
    open: list[NamedWhy]
    total: float | None
    known_total: float
    unpriced: int
    hours: float
    labour: float | None
    currency: str
    proved: bool
    drums_m: float
    least_drums_m: float = Field(description="no choice of drums takes fewer metres")
    twice: list[TwiceView]
    waiting: list[WaitingView]
    stock: dict[str, str] = Field(description="id of the stock entry of each price key")


class CutBody(Base):
    """A reel is cut. left_m : what stays on it; null: as planned. place : where that stands."""

    reel: Annotated[str, Field(max_length=120)]
    left_m: Annotated[float, Field(ge=0, le=MAX_LENGTH_M)] | None = None
    place: Annotated[str, Field(max_length=120)] | None = None
