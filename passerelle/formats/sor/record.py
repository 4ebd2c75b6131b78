"""What a trace file says, in units of the job; what is not understood is kept byte for byte."""

from binascii import crc_hqx
from dataclasses import dataclass, field
from datetime import UTC, datetime

import numpy as np
import numpy.typing as npt

from passerelle.core.tables.traces import LIGHT_M_PER_S

LISTED_S = 1e-10
"""Times in the file are counted in 100 ps. [s]"""


@dataclass(frozen=True, slots=True)
class KeyEvent:
    """An event of the file's own table. m : from the port. [m, dB, dB/km]

    code : as the file has it; method : LS, 2P or None.
    """

    m: float
    loss_db: float
    reflectance_db: float | None
    slope_db_km: float
    code: str
    method: str | None
    comment: str = ""
    markers_m: tuple[float, ...] = ()

    @property
    def kind(self) -> str:
        """reflective, loss, gain or end."""
        if len(self.code) > 1 and self.code[1] == "E":
            return "end"
        if self.code[:1] in ("1", "2"):
            return "reflective"
        return "gain" if self.loss_db < 0 else "loss"


@dataclass(frozen=True, slots=True)
class Block:
    """A block that is not understood: its name, revision and bytes."""

    name: str
    revision: int
    data: bytes


@dataclass(frozen=True, slots=True)
class TraceFile:
    """A trace file. level_db : one way, larger is stronger. [dB, m, nm, ns]

    span_db, orl_db : end to end as the file says it. checksum : right, wrong or missing.
    texts : of the general and the supplier's block. warnings : what was read leniently.
    """

    version: str
    nm: float
    index: float
    pulse_ns: float
    spacing_m: float
    level_db: npt.NDArray[np.floating]
    at: datetime | None
    averages: int
    backscatter_db: float | None
    user_offset_m: float
    fiber_type: int | None
    span_db: float | None
    orl_db: float | None
    checksum: str
    events: tuple[KeyEvent, ...]
    has_events: bool
    texts: dict[str, str] = field(default_factory=dict)
    others: tuple[Block, ...] = ()
    warnings: tuple[str, ...] = ()

    @property
    def points(self) -> int:
        """How many samples there are."""
        return len(self.level_db)


def metres(ticks: float, index: float) -> float:
    """Metres of glass from a one-way time in 100 ps. [m]"""
    return ticks * LISTED_S * LIGHT_M_PER_S / index


def ticks(m: float, index: float) -> int:
    """A one-way time in 100 ps from metres of glass."""
    return round(m * index / LIGHT_M_PER_S / LISTED_S)


def spacing_m(raw: int, index: float) -> float:
    """Metres between samples; the file counts 10 000 samples in 100 ps. [m]"""
    return raw * 1e-14 * LIGHT_M_PER_S / index


def spacing_raw(m: float, index: float) -> int:
    """The file's figure for metres between samples."""
    return round(m * index / LIGHT_M_PER_S / 1e-14)


def instant(seconds: int) -> datetime | None:
    """A time of the file; None where it has none."""
    return datetime.fromtimestamp(seconds, UTC) if seconds else None


def crc(data: bytes) -> int:
    """CRC-16/CCITT-FALSE: polynomial 1021h from FFFFh, not reflected; of '123456789' 29B1h."""
    return crc_hqx(data, 0xFFFF)
