"""The rows of the figure tables, as frozen dataclasses.

Every row names its source and how sure it is (`confidence`: high, medium or low). A figure whose
confidence is not high is shown as 'check the data sheet' wherever it decides something. A figure
that is not known is `None`; nothing fills it in.
"""

from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

HIGH = "high"
CONFIDENCES = (HIGH, "medium", "low")
Wiring = Literal[
    "A-B", "A-A", "straight", "crossed", "type-A", "type-B", "type-C",
    "normal", "inverted", "universal-1", "universal-2", "2x12 to 3x8", "24 to 2x12",
]  # fmt: skip
"""What a part does to its strands."""
Family = Literal["general", "storage", "shared"]
"""Any equipment, storage networks, or one strand shared through splitters."""
Keys = Literal["opposed", "aligned"]
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
    bandwidth_mhz_km: tuple[float, ...] = ()
    note: str = ""
    base: str | None = None
    """Of an own fiber: the grade of the tables that it is of."""


GLASS_ROWS: dict[str, str | None] = {
    "G.652.B": "G.652.B", "G.652.D": "G.652.D", "G.653": None, "G.655": "G.655",
    "G.657.A1": "G.657.A", "G.657.A2": "G.657.A", "G.657.B2": "G.657.B3", "G.657.B3": "G.657.B3",
}  # fmt: skip
"""The row that has the attenuation of an ITU-T category; None: no figure is at hand."""


@dataclass(frozen=True, slots=True)
class Window:
    """Cabled attenuation of one fiber grade around one wavelength. [dB/km]

    from_nm, to_nm : the wavelengths that it is for; without them it is for those nearest to it.
    """

    fiber: str
    wavelength_nm: float
    worst_case_db_per_km: float
    typical_db_per_km: float
    source: str
    confidence: str
    typical_confidence: str
    from_nm: float | None = None
    to_nm: float | None = None

    def holds(self, wavelength_nm: float) -> bool:
        """Whether the wavelength lies in its range; the upper end is the next row's."""
        if self.from_nm is None or self.to_nm is None:
            return False
        return self.from_nm <= wavelength_nm < self.to_nm


@dataclass(frozen=True, slots=True)
class NoWindow:
    """Wavelengths for which a grade has no figure. [nm]"""

    fiber: str
    from_nm: float
    to_nm: float
    source: str


@dataclass(frozen=True, slots=True)
class JointLoss:
    """Loss of one mated pair or one splice. [dB]

    mean_db, p97_db : of random mating, where a standard states them, with its spread_source.
    """

    name: str
    worst_case_db: float
    typical_db: float
    source: str
    confidence: str
    typical_confidence: str
    mean_db: float | None = None
    p97_db: float | None = None
    spread_source: str | None = None


GRID_HALF_WIDTHS_NM = {"50GHz": 0.05, "100GHz": 0.1, "LAN-WDM": 1.05}
"""Clear pass band of a channel to each side: practice for ITU-T G.694.1, clause 88's lanes. [nm]"""


@dataclass(frozen=True, slots=True)
class PartLoss:
    """An inline part or cassette of known loss, by name. [dB]

    sort : inline, cassette or multiplexer. channels : a multiplexer's channels, name and centre
    wavelength [nm]. pairs_included : the figure holds the mated pairs at the part's own ends.
    """

    name: str
    worst_case_db: float
    typical_db: float
    source: str
    confidence: str
    what: str = ""
    sort: str = "inline"
    channels: tuple[tuple[str, float], ...] = ()
    pairs_included: bool = False
    grid: str | None = None
    passband_nm: float | None = None

    @property
    def typical_confidence(self) -> str:
        """One document gives both figures."""
        return self.confidence

    def half_width_nm(self, coarse_nm: float) -> float:
        """How far from its centre a channel of a multiplexer passes light. [nm]

        coarse_nm : that of the 20 nm grid. A filter of a finer grid passes an eighth of the
        spacing of its channels to each side; a single channel is coarse on a centre of the 20 nm
        grid, and else takes the narrowest usual filter.
        """
        if self.passband_nm is not None:
            return self.passband_nm / 2
        if self.grid is not None:
            return GRID_HALF_WIDTHS_NM.get(self.grid, coarse_nm)
        centres = sorted(nm for _, nm in self.channels)
        spacing = min((b - a for a, b in pairwise(centres) if b > a), default=None)
        if spacing is None:
            off = (centres[0] - COARSE_FROM_NM) % COARSE_STEP_NM if centres else 0.0
            on_grid = min(off, COARSE_STEP_NM - off) <= 1.0
            return coarse_nm if on_grid else FINE_STEP_NM / 8
        return coarse_nm if spacing >= 0.75 * COARSE_STEP_NM else spacing / 8


COARSE_FROM_NM, COARSE_STEP_NM = 1271.0, 20.0
"""ITU-T G.694.2: eighteen centres from 1271 nm, 20 nm apart. [nm]"""
FINE_STEP_NM = 0.8
"""ITU-T G.694.1: channels 100 GHz apart, near 1550 nm. [nm]"""


@dataclass(frozen=True, slots=True)
class Dispersion:
    """Chromatic dispersion of single-mode fiber. zero_*_nm [nm], slope_max [ps/(nm² km)]."""

    zero_min_nm: float
    zero_max_nm: float
    slope_max: float
    source: str
    confidence: str

    def range_ps_nm_km(self, wavelength_nm: float) -> tuple[float, float]:
        """Lowest and highest dispersion at a wavelength: D = S0/4 (λ - λ0⁴/λ³). [ps/(nm km)]"""
        found = [
            self.slope_max / 4 * (wavelength_nm - zero_nm**4 / wavelength_nm**3)
            for zero_nm in (self.zero_min_nm, self.zero_max_nm)
        ]
        return min(found), max(found)


@dataclass(frozen=True, slots=True)
class DispersionLimit:
    """An application's dispersion: of so many metres of standard glass, or stated. [m, ps/nm]

    zero_nm, slope : of that glass, D = S0/4 (λ - λ0⁴/λ³). [nm, ps/(nm² km)]
    """

    application: str
    source: str
    confidence: str
    length_m: float | None = None
    zero_nm: float = 1300.0
    slope: float = 0.093
    total_ps_nm: float | None = None

    def at(self, wavelength_nm: float) -> float | None:
        """What the transmitter bears at a wavelength. [ps/nm]"""
        if self.length_m is None:
            return self.total_ps_nm
        per_km = self.slope / 4 * (wavelength_nm - self.zero_nm**4 / wavelength_nm**3)
        return abs(per_km) * self.length_m / 1000


@dataclass(frozen=True, slots=True)
class Breakout:
    """A four-lane application and the application that each of its lanes can run by itself."""

    parent: str
    leg: str
    lanes: int
    source: str
    confidence: str


@dataclass(frozen=True, slots=True)
class Cassette:
    """A cassette's map: for each duplex port in front, the positions behind of its A and B."""

    name: Wiring
    front: tuple[tuple[int, int], ...]
    source: str
    confidence: str


@dataclass(frozen=True, slots=True)
class Conversion:
    """A conversion cassette: plug and position in front, plug and position behind."""

    name: Wiring
    front: tuple[tuple[int, int, int, int], ...]
    source: str
    confidence: str


@dataclass(frozen=True, slots=True)
class Method:
    """A polarity method: what its parts are. cassettes are None for parallel links.

    angled : whether angled ferrules can follow it: they need opposed keys.
    """

    name: str
    cords: tuple[Wiring, ...]
    trunk: Wiring
    keys: Keys
    angled: bool
    source: str
    confidence: str
    cassettes: tuple[Wiring, ...] | None = None


@dataclass(frozen=True, slots=True)
class Plausible:
    """What parts of a kind can have, so that a slip of the pen is noticed."""

    figure: str
    lowest: float
    highest: float
    unit: str
    source: str


@dataclass(frozen=True, slots=True)
class Usable:
    """A range of wavelengths that fiber of a mode is used at. [nm]"""

    mode: str
    from_nm: float
    to_nm: float
    source: str


@dataclass(frozen=True, slots=True)
class CoreMismatch:
    """Loss where light passes from one core size into a smaller one. [dB]"""

    from_um: str
    into_um: str
    loss_db: float
    source: str


@dataclass(frozen=True, slots=True)
class Reach:
    """What a standard allows an application on one fiber row: reach [m], insertion loss [dB].

    least_loss_db : what must be lost, or the receivers are overloaded: of loss classes.
    """

    fiber: str
    by: str
    confidence: str
    m: float | None = None
    loss_db: float | None = None
    tia568_m: float | None = None
    tia568_loss_db: float | None = None
    tia568_confidence: str | None = None
    least_loss_db: float | None = None


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
    launch_min_50_um_dbm: float | None = None
    """Into 50 µm glass, whose smaller cone takes less of an LED's light."""
    receive_min_dbm: float | None = None
    receive_max_dbm: float | None = None
    pairs_with: str | None = None
    mode_conditioning_on: tuple[str, ...] = ()
    note: str = ""
    line_gbd: float | None = None
    """Symbols on the glass per lane, where the name's figure is another. [GBd]"""
    also_interfaces: tuple[str, ...] = ()
    """Other plugs that modules of it are made with."""
    forms: tuple[str, ...] = ()
    """Forms that it comes in, the usual one first (`forms.toml`)."""
    shared_system: bool = False
    """One strand shared by many through splitters: judged, never proposed from place to place."""

    @property
    def family(self) -> Family:
        """What it is for: only applications of one family stand in for each other."""
        if self.shared_system:
            return "shared"
        return "storage" if self.source.startswith("T11") else "general"


@dataclass(frozen=True, slots=True)
class Interworks:
    """Two unlike applications that work together over glass of a mode: reach [m], loss [dB]."""

    a: str
    b: str
    mode: str
    m: float
    source: str
    confidence: str
    loss_db: float | None = None
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


@dataclass(frozen=True, slots=True)
class School:
    """One house rule: what may be chosen, what is taken where nothing is, and why.

    tried : values whose effect is shown; words : how they are said, where they are choices.
    """

    key: str
    title: str
    reason: str
    tried: tuple[str | float | int, ...]
    default: str | float | int | None = None
    unit: str | None = None
    words: tuple[str, ...] = ()


class TableError(ValueError):
    """A table file holds something it must not; the message names file, row and field."""
