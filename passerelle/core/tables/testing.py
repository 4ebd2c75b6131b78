"""How sure a reading is, what each way of testing multi-fiber plant takes, and what decides."""

from dataclasses import dataclass

from .reading import make_row, read_file
from .rows import CONFIDENCES, TableError


@dataclass(frozen=True, slots=True)
class UncertaintyRow:
    """Expanded uncertainty (k = 2) of a loss reading. [dB]"""

    mode: str
    method: str
    db: float
    source: str
    confidence: str


@dataclass(frozen=True, slots=True)
class LaunchRow:
    """What a launch adds to the uncertainty: a share of the reading, at most most_db. [dB]"""

    launch: str
    share: float
    most_db: float
    source: str
    confidence: str


@dataclass(frozen=True, slots=True)
class WayRow:
    """A way to test multi-fiber plant.

    less : pairs at the ends that its reference takes away, of two. strands_at_once : read with one
    press. per_reference : strands of a row that one reference serves. plugs : matings of a
    multi-fiber plug for each row. singles : of a single plug for each strand. single_pairs : pairs
    of single plugs that are in the run by this way. more_db : adds to the uncertainty, as
    the root of the sum of squares. [dB] minutes : of one person. kit : key of its price.
    """

    key: str
    title: str
    less: int
    strands_at_once: int
    per_reference: int
    plugs: int
    singles: int
    single_pairs: int
    more_db: float
    minutes_reference: float
    minutes_reading: float
    kit: str
    trap: str
    source: str
    confidence: str


@dataclass(frozen=True, slots=True)
class MatingRow:
    """How often a plug can be mated before its loss is no longer what it is sold for."""

    family: str
    rated: int
    source: str
    confidence: str


@dataclass(frozen=True, slots=True)
class ThresholdRow:
    """A figure that decides whether a reading says something."""

    key: str
    value: float
    source: str
    confidence: str


@dataclass(frozen=True, slots=True)
class LookRow:
    """A next look. minutes : of one person."""

    key: str
    do: str
    minutes: float


_RAW = read_file("testing.toml")
UNCERTAINTY = {
    (row.mode, row.method): row
    for row in (make_row(UncertaintyRow, raw, "testing.toml") for raw in _RAW["uncertainty"])
}
LAUNCHES = {
    row.launch: row
    for row in (make_row(LaunchRow, raw, "testing.toml") for raw in _RAW["launch"])
}  # fmt: skip
WAYS = {
    row.key: row for row in (make_row(WayRow, raw, "testing.toml") for raw in _RAW["way"])
}  # fmt: skip
MATINGS = {
    row.family: row
    for row in (make_row(MatingRow, raw, "testing.toml") for raw in _RAW["mating"])
}  # fmt: skip
THRESHOLDS = {
    row.key: row
    for row in (make_row(ThresholdRow, raw, "testing.toml") for raw in _RAW["threshold"])
}  # fmt: skip
LOOKS = {
    row.key: row for row in (make_row(LookRow, raw, "testing.toml") for raw in _RAW["look"])
}  # fmt: skip
for _said in (
    *(row.confidence for row in UNCERTAINTY.values()),
    *(row.confidence for row in LAUNCHES.values()),
    *(row.confidence for row in WAYS.values()),
    *(row.confidence for row in MATINGS.values()),
    *(row.confidence for row in THRESHOLDS.values()),
):
    if _said not in CONFIDENCES:
        raise TableError(f"testing.toml: {_said} is no confidence")


def threshold(key: str) -> float:
    """A figure that decides, by its key."""
    return THRESHOLDS[key].value
