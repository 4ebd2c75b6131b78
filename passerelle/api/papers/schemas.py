"""What the API says of files to be saved."""

from typing import Annotated

from pydantic import BaseModel, Field

from passerelle.core.papers.sheets import PaperKind
from passerelle.core.plan.labelwords import LabelKind


class TableInfo(BaseModel):
    """A table that can be saved as CSV."""

    key: str
    title: str
    rows: int


class PaperInfo(BaseModel):
    """A paper that can be saved as PDF. sheets : 0: there is nothing for it yet."""

    kind: PaperKind
    title: str
    sheets: int


class LabelView(BaseModel):
    """A label. key : the same as long as the thing is called so."""

    key: str
    kind: LabelKind
    identifier: str
    lines: list[str]
    where: str | None
    about: str
    end: str


class StockView(BaseModel):
    """A sheet of labels."""

    key: str
    what: str
    labels: int


class LabelsView(BaseModel):
    """All labels of a plan. clashes : identifiers that several things of a kind have."""

    labels: list[LabelView]
    clashes: dict[str, list[str]]
    stocks: list[StockView]


class LabelsBody(BaseModel):
    """Labels to print. first : position on the sheet, from 1. test : outlines and a ruler alone."""

    stock: Annotated[str, Field(max_length=40)]
    keys: Annotated[list[Annotated[str, Field(max_length=400)]], Field(max_length=100_000)] = []
    first: Annotated[int, Field(ge=1, le=1000)] = 1
    qr: bool = False
    test: bool = False
