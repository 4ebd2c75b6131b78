"""What the API says of facts, files and kept states."""

from datetime import datetime
from typing import Annotated

from pydantic import BaseModel, Field

from passerelle.api.bodies import FactBody
from passerelle.core.plan.fields import Name


class FactsView(BaseModel):
    """Facts in the order in which they came. standing : ids of those that no later one corrects.

    number : of the plan's last fact.
    """

    facts: list[FactBody]
    standing: list[str]
    number: int


class FactsBody(BaseModel):
    """Facts to add; those that are there already change nothing."""

    facts: Annotated[list[FactBody], Field(min_length=1, max_length=2000)]


class FileView(BaseModel):
    """A file that a thing has."""

    sha256: str
    name: str
    media_type: str
    size: int
    about_kind: str
    about_id: str
    who: str
    at: datetime


class SnapshotBody(BaseModel):
    """The name of a state that is to be kept."""

    name: Name


class SnapshotView(BaseModel):
    """A kept state of a plan, by the hashes of what it is made of."""

    name: str
    revision: int
    plan_sha256: str
    answers_sha256: str
    tables_sha256: str
    who: str
    at: datetime
