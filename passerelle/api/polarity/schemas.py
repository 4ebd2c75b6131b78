"""What the API says of a link's strands."""

from typing import Annotated

from pydantic import BaseModel, Field

from passerelle.api.bodies import EditBody

Index = Annotated[int, Field(ge=0, le=500)]

Row = Annotated[int, Field(ge=1, le=1000)]
Spot = Annotated[list[Row], Field(min_length=2, max_length=2)]


class Face(BaseModel):
    """A plug as seen by the person who holds it, key up."""

    name: str
    positions: int
    columns: int
    pinned: bool | None
    angled: bool | None
    key_up: bool


class Column(BaseModel):
    """One part of the drawing; faces are those of a multi-fiber joint."""

    at: int
    title: str
    detail: str
    joint: bool
    near: Face | None
    far: Face | None


class StrandView(BaseModel):
    """One strand, row by row at each boundary between parts; it ends where rows end."""

    role: str
    start: str
    start_place: list[int]
    rows: list[int]
    labels: list[str]
    end: str | None
    meets: str | None = Field(description="what it meets at end b, where the link uses it")
    right: bool | None


class MethodView(BaseModel):
    """One polarity method for this path."""

    name: str
    follows: bool
    edits: list[EditBody]
    excluded: str | None
    wants: str
    source: str
    sure: bool


class PolarityView(BaseModel):
    """A link's strands from port to port."""

    polarity: str
    answer: str
    multi_fiber: bool
    rows: int
    columns: list[Column]
    strands: list[StrandView]
    methods: list[MethodView]
    unrecorded: list[Index]
    far_places: list[list[int]]


class ReadingBody(BaseModel):
    """Light in at a place of end a, and where it came out at end b; null: nowhere."""

    start: Spot
    end: Spot | None


class AsFoundBody(BaseModel):
    """What was seen at the far end."""

    readings: Annotated[list[ReadingBody], Field(min_length=1, max_length=72)]


class SuspectView(BaseModel):
    """One part that would explain what was seen; edits put it into the plan."""

    label: str
    at: int | None
    edits: list[EditBody]


class AsFoundView(BaseModel):
    """All single explanations, and the strand to light next to tell them apart."""

    explanations: list[SuspectView]
    next_place: list[int] | None
    next_label: str | None
