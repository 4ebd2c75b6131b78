"""What the API says of records."""

from typing import Literal

from pydantic import BaseModel

from passerelle.core.plan.testing import Direction


class HitView(BaseModel):
    """Something that was found. off : 0 as typed, 1 begins so, 2 one error away."""

    kind: str
    name: str
    id: str
    what: str
    page: str | None
    off: int


class ThroughLink(BaseModel):
    """A link that goes dark. strands : in words, of what is cut."""

    id: str
    name: str
    ends: list[str | None]
    application: str
    strands: str


class ToldView(BaseModel):
    """Somebody who must be told; null: nobody is recorded."""

    who: str | None
    of: list[str]


class ThroughView(BaseModel):
    """What hangs on a thing."""

    sort: str
    name: str
    cables: list[str]
    links: list[ThroughLink]
    services: list[str]
    groups_lost: list[str]
    groups_weakened: list[str]
    tell: list[ToldView]
    conductors: list[str]


class Cuttable(BaseModel):
    """A thing that may be cut. links : how many go dark with it."""

    sort: str
    name: str
    links: int


class FreeRunView(BaseModel):
    """Free strands of a cable, panel to panel."""

    cable: str
    strands: list[int]
    of: int
    spliced: bool


class FreePairView(BaseModel):
    """What is free between two places."""

    places: list[str]
    free: int
    of: int
    runs: list[FreeRunView]


class JoinedView(BaseModel):
    """What would join two places over one between."""

    via: str
    how: Literal["patch", "splice"]
    first: str
    second: str
    strands: int


class FreeView(BaseModel):
    """Free glass by pair of places. loose : strands that reach no second panel, by cable."""

    pairs: list[FreePairView]
    joined: list[JoinedView]
    loose: dict[str, int]


class SinceView(BaseModel):
    """A run since day one. changed : null where the doubt of the readings is not known. [dB]"""

    run: str
    name: str
    nm: float
    direction: Direction
    first_db: float
    first_at: str
    newest_db: float
    newest_at: str
    change_db: float
    sure_db: float | None
    changed: bool | None


class SpotView(BaseModel):
    """Where a part is."""

    kind: str
    name: str
    id: str
    place: str | None


class UsedView(BaseModel):
    """A part and where it is used; at most some of the places, count says how many."""

    sort: str
    what: str
    count: int
    at: list[SpotView]


class MoveView(BaseModel):
    """Where a module was seen."""

    link: str
    link_id: str
    end: str
    place: str | None
    at: str
    who: str


class SerialView(BaseModel):
    """A module by its serial."""

    serial: str
    part: str | None
    coding: str | None
    moved: bool
    moves: list[MoveView]


class SpeedRow(BaseModel):
    """A link at another speed."""

    id: str
    name: str
    now_gbps: float
    application: str | None
    verdict: str
    margin_db: float | None
    measured: bool
    why: str | None


class SpeedView(BaseModel):
    """Links at a speed, from the one asked for on. total : of all links."""

    gbps: float
    total: int
    rows: list[SpeedRow]


class AnswerView(BaseModel):
    """An answer at hand-over."""

    id: str
    question: Literal["short", "wanted", "differently"]
    answer: str
    a_place: str | None
    b_place: str | None
    need: str | None
    who: str
    at: str


class ShortView(BaseModel):
    """A pair of places with little glass left."""

    places: list[str]
    free: int
    of: int


class HandOverView(BaseModel):
    """Questions at hand-over with answers, where glass ran short, and what is unsigned."""

    plan: str
    questions: dict[str, str]
    answers: list[AnswerView]
    short: list[ShortView]
    signed: int
    unsigned: list[str]
    places: list[str]
