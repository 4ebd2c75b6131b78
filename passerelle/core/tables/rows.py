"""The rows of the figure tables, as frozen dataclasses.

Every row names its source and how sure it is (`confidence`: high, medium or low). A figure whose
confidence is not high is shown as 'check the data sheet' wherever it decides something. A figure
that is not known is `None`; nothing fills it in.
"""

from dataclasses import dataclass

HIGH = "high"
CONFIDENCES = (HIGH, "medium", "low")
MULTIMODE = "multimode"
SINGLE_MODE = "single-mode"


@dataclass(frozen=True, slots=True)
class Fiber:
    """A fiber grade. `rank` orders the grades of one mode, lowest first."""

    name: str
    mode: str
    rank: int
    application_row: str
    core_um: float
    cladding_um: float
    jacket: tuple[str, ...]
    sheath_print: tuple[str, ...]
    source: str
    confidence: str
    numerical_aperture: float | None = None
    legacy: bool = False
    note: str = ""


@dataclass(frozen=True, slots=True)
class Window:
    """Cabled attenuation of one fiber grade around one wavelength. [dB/km]"""

    fiber: str
    wavelength_nm: float
    worst_case_db_per_km: float
    typical_db_per_km: float
    source: str
    confidence: str
    typical_confidence: str


@dataclass(frozen=True, slots=True)
class JointLoss:
    """Loss of one mated pair or one splice. [dB]"""

    name: str
    worst_case_db: float
    typical_db: float
    source: str
    confidence: str
    typical_confidence: str


@dataclass(frozen=True, slots=True)
class CoreMismatch:
    """Loss where light passes from one core size into a smaller one. [dB]"""

    from_um: str
    into_um: str
    loss_db: float
    source: str


@dataclass(frozen=True, slots=True)
class Reach:
    """What a standard allows an application on one fiber row: reach [m], insertion loss [dB]."""

    fiber: str
    by: str
    confidence: str
    m: float | None = None
    loss_db: float | None = None
    tia568_m: float | None = None
    tia568_loss_db: float | None = None
    tia568_confidence: str | None = None


@dataclass(frozen=True, slots=True)
class Application:
    """One optical application, as its standard names it. Levels are average power per lane, dBm."""

    name: str
    source: str
    rate_gbps: float
    lanes: int
    interface: str
    strands: int
    wavelengths_nm: tuple[float, ...]
    levels_confidence: str
    fec: str
    reach: tuple[Reach, ...]
    wavelength_ranges_nm: tuple[tuple[float, float], ...] = ()
    launch_min_dbm: float | None = None
    launch_max_dbm: float | None = None
    launch_min_multimode_dbm: float | None = None
    receive_min_dbm: float | None = None
    receive_max_dbm: float | None = None
    pairs_with: str | None = None
    mode_conditioning_on: tuple[str, ...] = ()
    note: str = ""


@dataclass(frozen=True, slots=True)
class Cage:
    """A cage, and the module form of the same name: top rate [Gb/s] and electrical lanes."""

    name: str
    family: str
    top_gbps: float
    lanes: int
    source: str


@dataclass(frozen=True, slots=True)
class Fit:
    """A module form in another cage. runs_at_gbps is the rate that is certain; None: none is."""

    module: str
    cage: str
    fits: str
    confidence: str
    runs_at_gbps: float | None = None
    note: str = ""


class TableError(ValueError):
    """A table file holds something it must not; the message names file, row and field."""
