"""What is true of each kind of segment as such: one row a kind."""

from dataclasses import dataclass
from typing import Literal

from .reading import make_row, read_file
from .rows import TableError, Wiring

Effort = Literal["setting", "order", "cord", "connectors", "part", "module", "cable"]
"""What a cure takes, from a setting to other cable."""


@dataclass(frozen=True, slots=True)
class PartKind:
    """A kind of segment; `kinds.toml` says what each column means. usual_length_m [m]."""

    name: str
    title: str
    change_rank: int
    effort: Effort
    glass: bool = False
    box: bool = False
    one_thing: bool = False
    fixed: bool = False
    of_its_run: bool = False
    ports: bool = False
    handy: bool = False
    usual_length_m: float = 0.0
    usual_pair: Wiring | None = None
    usual_row: Wiring | None = None
    wirings: tuple[Wiring, ...] = ()


def _read() -> dict[str, PartKind]:
    rows = [make_row(PartKind, raw, "kinds.toml") for raw in read_file("kinds.toml")["kind"]]
    for row in rows:
        if not row.glass and row.usual_length_m:
            raise TableError(f"kinds.toml {row.name}: a length without glass")
        if row.of_its_run and not row.fixed:
            raise TableError(f"kinds.toml {row.name}: of a run, and not of the fixed cabling")
    return {row.name: row for row in rows}


PART_KINDS = _read()
ONE_THING = tuple(row.name for row in PART_KINDS.values() if row.one_thing)
"""Kinds that can be shared parts, in the order of the table."""
BOXES = tuple(row.name for row in PART_KINDS.values() if row.box)
"""Kinds whose loss may come from a row by name."""
