"""What the API says of what fails together, and of routes that do not."""

from typing import Annotated

from pydantic import BaseModel, Field

from passerelle.core.plan.fields import Name

from .schemas import LinkRef


class OutageView(BaseModel):
    """What the failure of one thing takes down."""

    sort: str
    name: str
    links: list[LinkRef]
    groups: list[str]
    weakened: list[str]


class SharedView(BaseModel):
    """Something that links of a group have in common."""

    sort: str
    name: str
    links: list[str]
    length_m: float | None


class OtherWayView(BaseModel):
    """A way that is no link, and in one line what it would and would not do."""

    name: str
    kind: str
    said: str


class GroupFate(BaseModel):
    """A redundant group, and what its links share."""

    name: str
    links: list[str]
    others: list["OtherWayView"]
    missing: list[str]
    unrouted: list[str] = Field(description="links whose route is not recorded")
    shared: list[SharedView]


class FailuresView(BaseModel):
    """Single points of failure, worst first, and the redundant groups."""

    points: list[OutageView]
    groups: list[GroupFate]


class RouteView(BaseModel):
    """A way through the pathways."""

    pathways: list[str]
    places: list[str]
    length_m: float


class PairBody(BaseModel):
    """Two places."""

    a: Name
    b: Name


class PairView(BaseModel):
    """Two routes that share as little as the recorded pathways allow."""

    first: RouteView | None
    second: RouteView | None
    shared_pathways: list[str]
    shared_trenches: list[str]
    shared_places: list[str]
    shared_m: float
    detour_m: float
    proved: bool = True
    least_m: float = Field(0.0, description="no two routes share less")


class CompareBody(BaseModel):
    """A hub, the places to be reached, and strands for each."""

    hub: Name
    places: Annotated[list[Name], Field(min_length=1, max_length=500)]
    strands_each: Annotated[int, Field(ge=1, le=288)] = 2


class CutsView(BaseModel):
    """Links lost by the worst cut, and on average over cuts weighted by length."""

    worst: int
    mean: float


class LayoutView(BaseModel):
    """One way to reach the places."""

    name: str
    cables: int
    strands: int
    cable_m: float
    strand_m: float
    joints: int
    one_cable: CutsView
    dig: CutsView
    said: str
