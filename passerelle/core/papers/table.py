"""A table as it leaves the application: columns with their units, rows of text and figures."""

from dataclasses import dataclass
from typing import Any, Literal

Sheet = dict[str, Any]
"""What stands on a page of a paper, as plain values for a typesetter."""
Cell = str | float | int | None
"""None: not known, or nothing to say; never 0."""
Figure = Literal["text", "m", "mm", "dB", "nm", "money", "count", "minutes"]
DIGITS: dict[Figure, int] = {
    "m": 2,
    "mm": 2,
    "dB": 2,
    "nm": 1,
    "money": 2,
    "count": 2,
    "minutes": 1,
}
"""Decimals that a figure is rounded to on its way out."""


@dataclass(frozen=True, slots=True)
class Column:
    """A column. label : its heading, with the unit. figure : what its cells are."""

    label: str
    figure: Figure = "text"


@dataclass(frozen=True, slots=True)
class Table:
    """Rows of one kind. key : names its file. title : names its sheet."""

    key: str
    title: str
    columns: tuple[Column, ...]
    rows: tuple[tuple[Cell, ...], ...]


def shown(value: Cell, figure: Figure) -> Cell:
    """A cell as it goes out: figures rounded, what is not known left empty."""
    if isinstance(value, float):
        return round(value, DIGITS.get(figure, 6)) + 0.0
    return value


def columns(*labels: str) -> tuple[Column, ...]:
    """Columns from their labels; the unit in brackets says what the cells are."""
    found = []
    for label in labels:
        unit = label.rpartition("[")[2].rstrip("]") if label.endswith("]") else ""
        figure: Figure = _FIGURES.get(unit, "text")
        plain = label.removesuffix("[#]").removesuffix("[money]")
        found.append(Column(plain.strip(), figure))
    return tuple(found)


_FIGURES: dict[str, Figure] = {
    "m": "m", "mm": "mm", "dB": "dB", "nm": "nm", "money": "money", "#": "count", "min": "minutes",
}  # fmt: skip
