"""Kinds of devices and what places ask of them: read once from their table."""

from dataclasses import dataclass

from .reading import make_row, read_file


@dataclass(frozen=True, slots=True)
class DeviceKind:
    """What devices of a kind usually draw and stand; None where it differs too much. [W, °C]"""

    name: str
    source: str
    confidence: str
    draw_w: float | None = None
    draw_peak_w: float | None = None
    gives_w: float | None = None
    mounting: str | None = None
    rack_units: int | None = None
    protection: str | None = None
    coldest_c: float | None = None
    hottest_c: float | None = None


@dataclass(frozen=True, slots=True)
class PlaceAsks:
    """What surroundings ask: temperatures, and the digits against dust and water. [°C]"""

    surroundings: str
    coldest_c: float
    hottest_c: float
    source: str
    dust: int = 0
    water: int = 0
    open_air: bool = False
    """Not heated: what nobody recorded of a device's temperatures is then a finding."""


_RAW = read_file("devices.toml")
KINDS = {row.name: row for row in (make_row(DeviceKind, r, "devices.toml") for r in _RAW["kind"])}
ASKS = {
    row.surroundings: row for row in (make_row(PlaceAsks, r, "devices.toml") for r in _RAW["place"])
}
