"""What joints reflect and how much of it applications bear: read once from its table."""

from dataclasses import dataclass

from .reading import make_row, read_file

COUNTED_DB = -55.0
"""Joints that reflect less are not counted where several joints share a limit. [dB]"""


@dataclass(frozen=True, slots=True)
class Reflectance:
    """What a joint of a face reflects. limit_db : the most that its standard allows. [dB]"""

    mode: str
    face: str
    typical_db: float
    limit_db: float
    source: str
    confidence: str
    typical_confidence: str


@dataclass(frozen=True, slots=True)
class Discrete:
    """How much one joint may reflect, on fiber of a mode. [dB]"""

    mode: str
    limit_db: float
    source: str
    confidence: str


@dataclass(frozen=True, slots=True)
class Several:
    """How much each of so many joints may reflect. most_db : up to how many joints, [dB]."""

    applications: tuple[str, ...]
    most_db: tuple[tuple[int, float], ...]
    source: str
    confidence: str

    def limit_db(self, count: int) -> float | None:
        """The limit for so many joints; None where the table ends before. [dB]"""
        return next((db for most, db in self.most_db if count <= most), None)


_RAW = read_file("reflectance.toml")
JOINTS = {
    (row.mode, row.face): row
    for row in (make_row(Reflectance, raw, "reflectance.toml") for raw in _RAW["joint"])
}
DISCRETE = {
    row.mode: row
    for row in (make_row(Discrete, raw, "reflectance.toml") for raw in _RAW["discrete"])
}
SEVERAL = {
    name: row
    for row in (make_row(Several, raw, "reflectance.toml") for raw in _RAW["several"])
    for name in row.applications
}
