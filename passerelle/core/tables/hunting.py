"""What keeps a link dark, how often, what it shows, and what each look at it tells."""

from collections.abc import Mapping
from dataclasses import dataclass

from .reading import make_row, read_file

Shares = tuple[float, float, float]
"""No light, low, as expected; what is left over of 1 is too much light."""


@dataclass(frozen=True, slots=True)
class CauseRow:
    """A cause. weight : how often, relative to the others. by_end : it belongs to one end.

    rx_near, rx_far : what the receivers tell. tx_none, lamp_off, errors : shares of cases in which
    the near transmitter sends nothing, a lamp is off, errors are counted. findings : rules whose
    finding makes it likelier.
    """

    id: str
    words: str
    weight: float
    rx_near: Shares
    rx_far: Shares
    source: str
    by_end: bool = False
    tx_none: float = 0.02
    lamp_off: float = 0.5
    errors: float = 0.1
    findings: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class LookRow:
    """Something that is done. stays : share that it does not help though that is the cause."""

    said: str
    do: str
    minutes: float
    stays: Mapping[str, float]


@dataclass(frozen=True, slots=True)
class SightRow:
    """Something that is seen or not. otherwise : how it is noted if not; None: it cannot be."""

    said: str
    do: str
    minutes: float
    shares: Mapping[str, float]
    default: float
    otherwise: str | None = None


_FILE = read_file("hunting.toml")
CAUSES: dict[str, CauseRow] = {
    row["id"]: make_row(CauseRow, row, "hunting.toml") for row in _FILE["cause"]
}
LOOKS = tuple(make_row(LookRow, row, "hunting.toml") for row in _FILE["look"])
SIGHTS = tuple(
    make_row(SightRow, {"otherwise" if key == "else" else key: v for key, v in row.items()},
             "hunting.toml")
    for row in _FILE["sight"]
)  # fmt: skip
