"""What a pulsed instrument sees of glass, ends and joints: read once from its table."""

from dataclasses import dataclass

from . import STANDARD
from .reading import make_row, read_file
from .rows import CONFIDENCES, MULTIMODE, TableError

LIGHT_M_PER_S = 299_792_458.0


@dataclass(frozen=True, slots=True)
class GlassRow:
    """A glass at a wavelength: group index, backscatter at 1 ns [dB], mode field diameter [µm]."""

    glass: str
    nm: float
    index: float
    backscatter_db: float
    source: str
    confidence: str
    mode_field_um: float | None = None


@dataclass(frozen=True, slots=True)
class EndRow:
    """What an open end throws back. [dB]"""

    kind: str
    reflectance_db: float
    source: str
    confidence: str


@dataclass(frozen=True, slots=True)
class FigureRow:
    """A figure of pulses and receivers."""

    key: str
    value: float
    source: str
    confidence: str


@dataclass(frozen=True, slots=True)
class PulseRow:
    """The pulse for a plant of a mode up to a length. [m, ns]"""

    mode: str
    until_m: float
    pulse_ns: float
    source: str


_RAW = read_file("traces.toml")
GLASSES = tuple(make_row(GlassRow, raw, "traces.toml") for raw in _RAW["glass"])
ENDS = {
    row.kind: row for row in (make_row(EndRow, raw, "traces.toml") for raw in _RAW["end"])
}  # fmt: skip
FIGURES = {
    row.key: row for row in (make_row(FigureRow, raw, "traces.toml") for raw in _RAW["figure"])
}  # fmt: skip
PULSES = tuple(make_row(PulseRow, raw, "traces.toml") for raw in _RAW["pulse"])
for _said in (*(row.confidence for row in GLASSES), *(row.confidence for row in FIGURES.values())):
    if _said not in CONFIDENCES:
        raise TableError(f"traces.toml: {_said} is no confidence")


def figure(key: str) -> float:
    """A figure of pulses and receivers, by its key."""
    return FIGURES[key].value


def glass_at(fiber: str | None, glass: str | None, nm: float) -> GlassRow | None:
    """The row of a glass nearest to a wavelength; None where the glass is not known."""
    name = _family(fiber, glass)
    rows = [row for row in GLASSES if row.glass == name]
    return min(rows, key=lambda row: abs(row.nm - nm), default=None)


def _family(fiber: str | None, glass: str | None) -> str | None:
    if glass is not None:
        if glass.startswith("G.652"):
            return "G.652"
        return "G.657.B" if glass.startswith("G.657.B") else glass
    row = STANDARD.fibers.get(fiber or "")
    if row is None:
        return None
    base = STANDARD.fibers.get(row.base or row.name, row)
    if base.mode == MULTIMODE:
        return "62.5" if base.core_um and base.core_um > 55 else "50"
    return "G.652"


def pulse_m(pulse_ns: float, index: float) -> float:
    """How much glass a pulse covers on the screen: half of its length there. [m]"""
    return pulse_ns * 1e-9 * LIGHT_M_PER_S / (2 * index)
