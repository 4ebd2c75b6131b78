"""What the API says of the backbone: survey, cables, strands, pulls, what fails together."""

from typing import Annotated, Any, Literal

from pydantic import BaseModel, Field

from passerelle.api import bodies
from passerelle.api.common import Base
from passerelle.core.judge.rules import Severity, Step
from passerelle.core.plan.fields import Name, StrandNumber
from passerelle.core.plant.undecided import Open

ItemKind = Literal[
    "place", "pathway", "cable type", "cable", "closure", "group", "reel", "feed", "copper",
    "price", "stock", "shared part", "service", "need", "task", "visit",
    "change set",
]  # fmt: skip
Verdict = Literal["works", "fails", "unknown"]
Id = Annotated[str, Field(max_length=26)]


class LinkRef(BaseModel):
    """A link by id and name."""

    id: str
    name: str


class AboutView(BaseModel):
    """A finding about the backbone, with what it is about."""

    sort: str
    name: str
    id: str | None
    others: list[str]
    links: list[str]
    rule: str
    severity: Severity
    step: Step
    title: str
    message: str
    why: str
    do: str
    source: str


class PathwayView(BaseModel):
    """A pathway with how full it is and what runs in it."""

    doc: bodies.PathwayBody
    percent: float | None
    limit_percent: float | None
    missing: str | None
    cables: list[str]


class CableView(BaseModel):
    """A cable with its lengths [m], strands in numbers, and what nobody has said of it yet."""

    doc: bodies.CableBody
    route_m: float | None
    slack_m: float
    needed_m: float | None
    order_m: float | None
    glass_m: float | None
    glass_from: str
    certain: bool
    taken: int
    needed_strands: int
    open: list[Open]
    links: list[LinkRef]


class SpotOnMap(BaseModel):
    """Where a place is: east and north. [m] schematic : drawn from lengths, or by hand."""

    name: str
    x_m: float
    y_m: float
    schematic: bool


class DrawnBody(Base):
    """A place put on the map by hand; a name that is new adds it. [m]"""

    name: Name
    x_m: Annotated[float, Field(ge=-1e6, le=1e6, allow_inf_nan=False)]
    y_m: Annotated[float, Field(ge=-1e6, le=1e6, allow_inf_nan=False)]


class PlantView(BaseModel):
    """The whole backbone. spots : of the places whose position is known."""

    places: list[bodies.PlaceBody]
    spots: list[SpotOnMap]
    pathways: list[PathwayView]
    cables: list[CableView]
    cable_types: list[bodies.CableTypeBody]
    closures: list[bodies.ClosureBody]
    groups: list[bodies.GroupBody]
    reels: list[bodies.ReelBody]
    feeds: list[bodies.FeedBody]
    findings: list[AboutView]


class LyingView(BaseModel):
    """A cable as it lies in a pathway; x and y from the centre. [mm]"""

    name: str
    od_mm: float | None
    x_mm: float | None
    y_mm: float | None
    fits: bool
    power: bool
    planned: bool


class SectionView(BaseModel):
    """A pathway's cross-section."""

    name: str
    inner_mm: float | None
    width_mm: float | None
    height_mm: float | None
    inside: list[LyingView]
    percent: float | None
    limit_percent: float | None
    limit_source: str | None
    missing: str | None
    jam_ratio: float | None
    jams: bool
    free_bore_mm: float | None
    links: list[LinkRef]


class RunLoss(BaseModel):
    """What a run loses at a wavelength. [dB] None where a figure is not known."""

    nm: float
    worst_case_db: float | None
    typical_db: float | None


class RunView(BaseModel):
    """A strand from panel to panel, without end connections.

    unknown : why nothing can be said. guesses : what the figures rest on that nobody has measured.
    """

    length_m: float | None
    losses: list[RunLoss]
    unknown: str | None
    guesses: list[str]


class StrandRow(BaseModel):
    """One strand of a cable."""

    number: int
    tube: int
    in_tube: int
    colour: str
    colour_base: str
    tube_colour: str
    tube_base: str
    state: str
    links: list[LinkRef]
    note: str | None
    port_a: int | None
    port_b: int | None
    spliced_to: str | None
    run: RunView


class TakerView(BaseModel):
    """A link whose run could be put on a cable's strands. part : the run's cable segment."""

    id: str
    name: str
    part: str
    needed: int
    cable: str | None
    strands: list[int]
    fits: bool = Field(description="it ends at the two places that the strands lead to")


class StrandsView(BaseModel):
    """The strand table of a cable."""

    cable: str
    strands: list[StrandRow]
    next_free: dict[str, list[int]] = Field(description="by how many are wanted")
    takers: list[TakerView]


class SpotView(BaseModel):
    """A point along a pull."""

    at_m: float
    tension_n: float
    kind: str
    where: str
    angle_deg: float
    radius_m: float | None
    pressure_n_m: float | None


class PullView(BaseModel):
    """Tension along a cable fed from one end."""

    feed: Literal["a", "b"]
    from_place: str
    to_place: str
    spots: list[SpotView]
    worst_n: float
    worst_at_m: float | None
    worst_where: str | None
    turned_deg: float


class PullsView(BaseModel):
    """Both ways to pull a cable, and the one that is proposed."""

    cable: str
    rating_n: float | None
    sidewall_n_m: float | None
    bend_loaded_mm: float | None
    bend_rest_mm: float | None
    friction: str
    pulls: list[PullView]
    proposal: str | None
    proposed_feed: Literal["a", "b"] | None
    proposed_points: list[str]
    missing: str | None


class SupplyView(BaseModel):
    """One way to power a device."""

    way: str
    verdict: Verdict
    said: str
    source: str
    margin: float | None
    unit: str


class FeedView(BaseModel):
    """A device's power by each way; its own way is first."""

    name: str
    ways: list[SupplyView]


class CutView(BaseModel):
    """A length cut from a reel."""

    cable: str
    length_m: float


class ReelView(BaseModel):
    """What is cut from a reel."""

    name: str
    type: str
    length_m: float
    cuts: list[CutView]
    left_m: float
    serves: str | None


class ReelsView(BaseModel):
    """The cut plan, and cables without a reel that is long enough."""

    reels: list[ReelView]
    short: list[CutView]
    proved: bool


class PortView(BaseModel):
    """A port of a panel."""

    panel: str
    place: str
    port: int
    cable: str
    strands: list[int]
    links: list[str]


class ItemChangeModel(BaseModel):
    """Make the thing of an id be `doc`. id null: it is new; doc null: it goes."""

    kind: ItemKind
    id: Id | None
    doc: dict[str, Any] | None


class PlantBody(Base):
    """Changes of the backbone, as one step. cascade : what uses a thing that goes, goes too."""

    what: Annotated[str, Field(min_length=1, max_length=300)]
    changes: Annotated[list[ItemChangeModel], Field(min_length=1, max_length=2000)]
    cascade: bool = False


class TakeBody(Base):
    """Put a link's run on strands of a cable; no strands: take it off those that it has."""

    link_id: Id
    part: Id
    cable: Name | None
    strands: Annotated[list[StrandNumber], Field(max_length=144)]


class ImportRow(BaseModel):
    """A row of a file, and what would become of it."""

    line: int
    kind: str
    name: str
    outcome: Literal["added", "changed", "unchanged", "refused"]
    said: str


class ImportPreview(BaseModel):
    """A whole file, row by row; nothing is stored."""

    rows: list[ImportRow]
    added: int
    changed: int
    unchanged: int
    refused: int


class UsedProblem(BaseModel):
    """Something that is to go is used: what would go or change with it."""

    detail: str
    goes_with: list[str]
