"""What is set, looked at and read when a link comes up; figures that decide; remedies of causes."""

from dataclasses import dataclass
from typing import Literal

from .reading import make_row, read_file
from .rows import CONFIDENCES, TableError

ListName = Literal["bench", "site"]
By = Literal["device", "port", "end"]
When = Literal[
    "always", "loop", "only-way", "coding", "split", "fec", "bundle", "draw"
]  # fmt: skip
"""Of which devices, ports and ends a point is asked."""


@dataclass(frozen=True, slots=True)
class PointRow:
    """A point of the bench list or of the list on site."""

    key: str
    list: ListName
    by: By
    words: str
    why: str
    when: When = "always"


@dataclass(frozen=True, slots=True)
class HandlingRow:
    """How a kind of plug or module goes in and out."""

    kind: str
    words: str


@dataclass(frozen=True, slots=True)
class FigureRow:
    """A figure that decides."""

    key: str
    value: float
    source: str
    confidence: str


@dataclass(frozen=True, slots=True)
class ClassRow:
    """A usual temperature class of modules, of the case. [°C]"""

    name: str
    coldest_c: float
    hottest_c: float
    source: str
    confidence: str


@dataclass(frozen=True, slots=True)
class TargetRow:
    """Share of wrong bits that an application promises after correction, from a rate on."""

    family: str
    from_gbps: float
    ratio: float
    source: str
    confidence: str


@dataclass(frozen=True, slots=True)
class CostRow:
    """What a cause usually costs. [dB]"""

    cause: str
    words: str
    least_db: float
    most_db: float
    source: str


@dataclass(frozen=True, slots=True)
class RemedyRow:
    """What is done about a cause that was found. task : kind of work; None: done at once."""

    cause: str
    do: str
    minutes: float
    task: str | None = None


@dataclass(frozen=True, slots=True)
class ChangeRow:
    """How long a change of a live link takes. [min]"""

    what: str
    words: str
    minutes: float
    source: str


_FILE = read_file("turnup.toml")
_NAME = "turnup.toml"
POINTS = tuple(make_row(PointRow, raw, _NAME) for raw in _FILE["point"])
HANDLING = {row.kind: row for row in (make_row(HandlingRow, r, _NAME) for r in _FILE["handling"])}
FIGURES = {row.key: row for row in (make_row(FigureRow, r, _NAME) for r in _FILE["figure"])}
CLASSES = {row.name: row for row in (make_row(ClassRow, r, _NAME) for r in _FILE["class"])}
TARGETS = tuple(make_row(TargetRow, raw, _NAME) for raw in _FILE["target"])
COSTS = tuple(make_row(CostRow, raw, _NAME) for raw in _FILE["cost"])
REMEDIES = {row.cause: row for row in (make_row(RemedyRow, r, _NAME) for r in _FILE["remedy"])}
CHANGES = {row.what: row for row in (make_row(ChangeRow, r, _NAME) for r in _FILE["change"])}
for _said in (
    *(row.confidence for row in FIGURES.values()),
    *(row.confidence for row in CLASSES.values()),
    *(row.confidence for row in TARGETS),
):
    if _said not in CONFIDENCES:
        raise TableError(f"{_NAME}: {_said} is no confidence")


def figure(key: str) -> float:
    """A figure that decides, by its key."""
    return FIGURES[key].value


def target_of(family: str, rate_gbps: float) -> TargetRow:
    """What an application promises: the row of its family with the greatest rate not above."""
    mine = [row for row in TARGETS if row.family == family] or [
        row for row in TARGETS if row.family == "general"
    ]
    fitting = [row for row in mine if row.from_gbps <= rate_gbps] or mine[:1]
    return max(fitting, key=lambda row: row.from_gbps)


def handling(plug: str | None, form: str | None) -> tuple[str, ...]:
    """How a plug and a module of a form go in and out."""
    found = [HANDLING[plug].words] if plug in HANDLING and plug is not None else []
    kind = next((k for k in ("QSFP", "SFP") if form is not None and k in form), "other module")
    return (*found, HANDLING[kind].words)
