"""How far copper goes, at which speed, in which cage: read once from its table."""

from dataclasses import dataclass

from .reading import make_row, read_file


@dataclass(frozen=True, slots=True)
class CopperRow:
    """How far copper goes at a speed. cages : those that it fits; empty: a port of its own."""

    name: str
    kind: str
    rate_gbps: float
    reach_m: float
    cages: tuple[str, ...]
    source: str
    confidence: str
    note: str | None = None


ROWS = tuple(make_row(CopperRow, raw, "copper.toml") for raw in read_file("copper.toml")["copper"])


def copper_row(name: str, rate_gbps: float) -> CopperRow | None:
    """A row of the table by its name and speed."""
    return next((r for r in ROWS if (r.name, r.rate_gbps) == (name, rate_gbps)), None)
