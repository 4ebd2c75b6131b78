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
    sure_m: float | None = None
    """How far without a test of what lies beside it; None: to its reach."""

    @property
    def grade(self) -> str:
        """The category of cable that it is named with."""
        return self.name.rpartition(", ")[2]


ROWS = tuple(make_row(CopperRow, raw, "copper.toml") for raw in read_file("copper.toml")["copper"])


PAIR = "twisted pair"
GRADES = ("Cat 5e", "Cat 6", "Cat 6A", "Cat 8")
"""Categories of twisted pair, each carrying what those before it carry."""


def copper_row(name: str, rate_gbps: float) -> CopperRow | None:
    """A row of the table by its name and speed."""
    return next((r for r in ROWS if (r.name, r.rate_gbps) == (name, rate_gbps)), None)
