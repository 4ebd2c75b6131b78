"""What the API says of the tables that forms choose from."""

from typing import Annotated

from annotated_types import Gt, Le
from pydantic import BaseModel, Field

from passerelle.core.plant.ending import Joined, Owner, What


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


class PartKindInfo(BaseModel):
    """What is true of a kind of segment, and so which fields its form has."""

    title: str
    glass: bool
    box: bool
    one_thing: bool
    ports: bool
    wirings: list[str]


class Reference(BaseModel):
    """What the forms offer to choose from, out of the tables; which tables they are."""

    edition: str
    tables_sha256: str
    fibers: list[FiberInfo]
    applications: list[ApplicationInfo]
    connectors: list[str]
    cages: list[str]
    grades: list[str]
    attenuators_db: list[float]
    part_kinds: dict[str, PartKindInfo]
    inline_parts: list[str]
    lanes: dict[str, int] = Field(description="applications whose lanes come apart, and how many")


class EndSeenBody(BaseModel):
    """What was seen at one end of a cable or cord; null: not looked at."""

    plug: Annotated[str, Field(max_length=20)] | None = None
    colour: Annotated[str, Field(max_length=20)] | None = None
    joined: Joined | None = None
    owner: Owner | None = None


class EndingBody(BaseModel):
    """A cable or cord whose ends were looked at. proved : the print names the grade."""

    what: What
    a: EndSeenBody
    b: EndSeenBody
    grade: Annotated[str, Field(max_length=40)] | None = None
    proved: bool = False
    length_m: Annotated[float, Gt(0), Le(200_000)] | None = None
    strands: Annotated[int, Gt(0), Le(6912)] | None = None


class RepairView(BaseModel):
    """A way to mend it, with what it adds to the loss of a strand. [dB]"""

    what: str
    worst_db: float
    typical_db: float
    needs: str
    source: str


class EndingView(BaseModel):
    """What to order, what to read before, how to mend it, and what to mind."""

    order: str
    first: list[str]
    connectors: list[str | None]
    repairs: list[RepairView]
    warnings: list[str]


class CluesBody(BaseModel):
    """What was seen of an unknown cable, by clue."""

    clues: dict[str, str]


class ClueInfo(BaseModel):
    """A clue that can be given."""

    key: str
    ask: str
    values: list[str]
    strength: str


class CandidateView(BaseModel):
    """What the cable may be."""

    grade: str
    means: str
    source: str
    reasons: list[str]
    against: list[str]


class IdentifiedView(BaseModel):
    """What the clues leave, and what to look for next."""

    candidates: list[CandidateView]
    ruled_out: list[CandidateView]
    contradictions: list[str]
    certainty: str
    next_clue: str | None
    next_ask: str | None
    next_why: str | None


class CableTypeInfo(BaseModel):
    """A construction of the table."""

    name: str
    construction: str
    use: str
    flame: str
    armour: str
    metallic: bool
    water: str
    max_strands: int
    od_mm: float | None
    mass_kg_km: float | None
    tension_n: float | None
    source: str
    confidence: str


class CopperRowInfo(BaseModel):
    """A row of the copper table: what may run on a copper run, and how far. [Gb/s, m]"""

    name: str
    rate_gbps: float
    reach_m: float


class PlantReference(BaseModel):
    """What the forms of the backbone offer."""

    clues: list[ClueInfo]
    plugs: list[str]
    plug_colours: list[str]
    copper: list[CopperRowInfo]
    cable_types: list[CableTypeInfo]
    kinds: list[str]
    tubing: dict[str, float]
    power_classes: list[str]
