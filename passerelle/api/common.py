"""What several subjects of the API say alike."""

from datetime import datetime
from typing import Annotated, Any

from pydantic import BaseModel, Field

from passerelle.core.judge.rules import Verdict

MAX_NUMBER = 2**53
"""Plan and revision numbers go up to here: what JSON and SQLite both hold exactly."""
FILE_BODY: dict[str, Any] = {
    "requestBody": {"required": True, "content": {"application/octet-stream": {"schema": {}}}}
}


class RevisionInfo(BaseModel):
    """One revision of a plan."""

    number: int
    at: datetime
    who: str
    what: str


class Counts(BaseModel):
    """Findings by severity; echoes of others are not counted."""

    stop: int
    warn: int
    note: int


class Brief(BaseModel):
    """A link's answer in a few figures, to compare before and after."""

    verdict: Verdict
    margin_db: float | None
    parts: int
    counts: Counts


class VerdictCounts(BaseModel):
    """How many links of a plan have each verdict."""

    works: int
    tight: int
    fails: int
    unknown: int


class Base(BaseModel):
    """A change says which revision of the plan its author was looking at."""

    base: Annotated[int, Field(ge=0, le=MAX_NUMBER)]


class Problem(BaseModel):
    """A refusal: one sentence."""

    detail: str
