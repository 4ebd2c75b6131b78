"""What a module's memory says, whatever its map."""

from dataclasses import dataclass
from math import isfinite, log10
from typing import Literal

from passerelle.core.tables.reading import read_file

Standard = Literal["SFF-8472", "SFF-8636", "CMIS"]
CODES = read_file("memory.toml")
SATURATED = 0xFFFF


@dataclass(frozen=True, slots=True)
class Lane:
    """Levels of a lane. None: not told, or no light. saturated : the meter was full. [dBm, mA]"""

    tx_dbm: float | None
    rx_dbm: float | None
    bias_ma: float | None
    dark: bool = False


@dataclass(frozen=True, slots=True)
class Limits:
    """Thresholds of a quantity; None: not set."""

    high_alarm: float | None
    low_alarm: float | None
    high_warning: float | None
    low_warning: float | None


@dataclass(frozen=True, slots=True)
class Memory:
    """A module by its memory. reach_m : by fiber. checksums : None where the dump lacks it.

    alarms, warnings : flags that are set. beyond : readings outside their thresholds, in words.
    rx_average : what it reads is the average; a reading of modulation is no loss budget's matter.
    """

    standard: Standard
    form: str
    connector: str
    applications: tuple[str, ...]
    nm: float | None
    reach_m: dict[str, float]
    coding: str
    part: str
    serial: str
    line_coding: str | None
    temperature_c: float | None
    supply_v: float | None
    lanes: tuple[Lane, ...]
    alarms: tuple[str, ...]
    warnings: tuple[str, ...]
    beyond: tuple[str, ...]
    thresholds: dict[str, Limits]
    calibration: Literal["internal", "external"] | None
    rx_average: bool | None
    base_ok: bool
    extended_ok: bool | None


def word(data: bytes, at: int) -> int:
    """A big-endian number of two bytes."""
    return int.from_bytes(data[at : at + 2], "big")


def signed(data: bytes, at: int) -> int:
    """A big-endian signed number of two bytes."""
    return int.from_bytes(data[at : at + 2], "big", signed=True)


def dbm(tenths_uw: float) -> float | None:
    """Level of a power in tenths of a microwatt; none of it is no light, never −40. [dBm]"""
    return 10 * log10(tenths_uw * 1e-4) if isfinite(tenths_uw) and tenths_uw > 0 else None


def text(data: bytes) -> str:
    """A padded text."""
    return "".join(chr(c) if 32 <= c < 127 else "?" for c in data.rstrip(b"\0")).strip()


def code(table: str, value: int) -> str | None:
    """What a code stands for; None where the table has no row for it."""
    found = CODES[table].get(f"{value:02x}")
    return found if isinstance(found, str) else None


def summed(data: bytes, start: int, stop: int) -> int:
    """The check sum of bytes from start up to and with stop."""
    return sum(data[start : stop + 1]) & 0xFF


def outside(name: str, value: float | None, limits: Limits | None, unit: str) -> list[str]:
    """How a reading lies outside its thresholds, in words."""
    if value is None or limits is None:
        return []
    tried: tuple[tuple[float | None, str, bool], ...] = (
        (limits.high_alarm, "high alarm", True), (limits.low_alarm, "low alarm", False),
        (limits.high_warning, "high warning", True), (limits.low_warning, "low warning", False),
    )  # fmt: skip
    for limit, label, over in tried:
        if limit is not None and (value > limit if over else value < limit):
            return [f"{name} {value:.2f} {unit}, beyond its {label} of {limit:.2f}"]
    return []
