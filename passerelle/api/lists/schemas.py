"""What the API says of lists from elsewhere."""

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from passerelle.api.common import Base
from passerelle.formats.lists.fields import ListKind
from passerelle.formats.lists.sheet import MAX_CELL, MAX_COLUMNS, MAX_ROWS

Cells = Annotated[
    list[Annotated[str, Field(max_length=MAX_CELL)]], Field(max_length=MAX_COLUMNS)
]  # fmt: skip


class FieldView(BaseModel):
    """A field that a column may mean."""

    key: str
    label: str
    needed: bool


class KindView(BaseModel):
    """A kind of thing that lists hold, and its fields."""

    kind: ListKind
    label: str
    fields: list[FieldView]


class ColumnModel(BaseModel):
    """What a column means; field null: it is not taken. unit : of its heading."""

    field: Annotated[str, Field(max_length=40)] | None = None
    unit: Annotated[str, Field(max_length=20)] | None = None


class SheetView(BaseModel):
    """A list as a table, and what its headings are taken for."""

    kind: ListKind
    kinds: list[KindView]
    head: list[str]
    rows: list[list[str]]
    first_line: int
    sheets: list[str] = Field(description="of a workbook, in its order")
    sheet: str | None
    columns: list[ColumnModel]


class ListBody(BaseModel):
    """Rows as they stand on the screen. columns : one for each cell of a row."""

    kind: ListKind
    columns: Annotated[list[ColumnModel], Field(max_length=MAX_COLUMNS)]
    rows: Annotated[list[Cells], Field(max_length=MAX_ROWS)]


class TakeListBody(ListBody, Base):
    """Rows to take, all of them or none. lines : of each row in the file, to be named by."""

    lines: Annotated[list[Annotated[int, Field(ge=1, le=10**9)]], Field(max_length=MAX_ROWS)] = []


class CellView(BaseModel):
    """What a cell was understood as, or what is wrong with it; both null: it says nothing."""

    read: str | None
    problem: str | None


class FaultView(BaseModel):
    """One fault of a row."""

    field: str
    reason: str


class ListRowView(BaseModel):
    """What would become of a row, and every fault of it."""

    cells: list[CellView]
    outcome: Literal["added", "changed", "unchanged", "refused"]
    said: str
    problems: list[FaultView]


class ListPreview(BaseModel):
    """Every row as it was understood; nothing is stored. new_places : that come with it."""

    rows: list[ListRowView]
    new_places: list[str]
    added: int
    changed: int
    unchanged: int
    refused: int
