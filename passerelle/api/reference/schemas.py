"""What the API says of the tables that forms choose from."""

from pydantic import BaseModel, Field


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
