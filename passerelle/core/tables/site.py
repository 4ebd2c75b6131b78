"""Figures of cables, raceways, power and clues, read once from their table files."""

from dataclasses import dataclass
from typing import Literal

from .reading import make_row, read_file

STRAND_ORDER: tuple[str, ...] = tuple(read_file("clues.toml")["strand_order"])


Sold = Literal["common", "to order", "not known"]


@dataclass(frozen=True, slots=True)
class CableType:
    """A cable construction, of the table or from a data sheet.

    use : indoor, indoor/outdoor or outdoor. flame : OFNP, OFNR, OFNG, OFN, the same with OFC where
        metal is in it, or none (unlisted). euroclass : reaction to fire by EN 13501-6.
    conductors : copper for signals or power in it. messenger : a metal strand that carries it.
    water : none, dry or gel. burial : made to lie in the soil.
    max_strands : the most that the construction is made with. per_tube : strands to a tube.
    od_mm, mass_kg_km, tension_n : outer diameter, mass, most tension while pulling; None: unknown.
    bend_loaded_mm, bend_rest_mm : least bend radius under tension and at rest, or as a multiple of
        the outer diameter (`_od`).
    sidewall_n_m : most pressure in a bend, tension over radius; only data sheets say it. [N/m]
    aerial, span_m : carries itself between poles; over which span.
    common, to_order : grades of glass that it is usually sold with, and made with on order.
    """

    name: str
    construction: str
    use: str
    flame: str
    armour: str
    metallic: bool
    water: str
    sun: bool
    burial: bool
    max_strands: int
    per_tube: int
    source: str
    confidence: str
    od_mm: float | None = None
    mass_kg_km: float | None = None
    tension_n: float | None = None
    bend_loaded_mm: float | None = None
    bend_loaded_od: float | None = None
    bend_rest_mm: float | None = None
    bend_rest_od: float | None = None
    sidewall_n_m: float | None = None
    aerial: bool = False
    span_m: float | None = None
    euroclass: str | None = None
    conductors: bool = False
    messenger: bool = False
    common: tuple[str, ...] = ()
    to_order: tuple[str, ...] = ()

    def sold_with(self, fiber: str) -> Sold:
        """Whether it is sold with that grade of glass: commonly, to order, or nobody knows here."""
        if fiber in self.common:
            return "common"
        return "to order" if fiber in self.to_order else "not known"

    def least_radius_m(self, *, loaded: bool) -> float | None:
        """Least bend radius under tension or at rest; None where it is not known. [m]"""
        mm = self.bend_loaded_mm if loaded else self.bend_rest_mm
        times = self.bend_loaded_od if loaded else self.bend_rest_od
        if mm is None and times is not None and self.od_mm is not None:
            mm = times * self.od_mm
        return mm / 1000 if mm is not None else None


@dataclass(frozen=True, slots=True)
class Fill:
    """How full a round raceway may be with this many cables (3: three or more). [%]"""

    cables: int
    limit_percent: float
    source: str


@dataclass(frozen=True, slots=True)
class Kind:
    """A kind of pathway: is cable pulled through it, does it lie outdoors."""

    name: str
    pulled: bool
    outdoor: bool


@dataclass(frozen=True, slots=True)
class Friction:
    """Coefficient of friction between sheath and raceway."""

    name: str
    value: float
    source: str
    confidence: str


@dataclass(frozen=True, slots=True)
class Practice:
    """A planning figure of routes and pulls."""

    key: str
    value: float
    source: str


@dataclass(frozen=True, slots=True)
class PowerClass:
    """Power over twisted pair: at the source, and at the device after 100 m. [W]"""

    name: str
    source_w: float
    device_w: float
    source: str


@dataclass(frozen=True, slots=True)
class Clue:
    """Something to look at on an unknown cable. strength : certain, likely, hint, none."""

    key: str
    ask: str
    values: tuple[str, ...]
    strength: str


@dataclass(frozen=True, slots=True)
class Candidate:
    """A grade with what it usually looks like, and what it means for use."""

    grade: str
    core: str
    body: tuple[str, ...]
    sheath: tuple[str, ...]
    shape: tuple[str, ...]
    means: str
    source: str
    bandwidth: str | None = None


_raceways, _power, _clues = (read_file(f) for f in ("raceways.toml", "power.toml", "clues.toml"))

CABLE_TYPES = {
    raw["name"]: make_row(CableType, raw, f"cables.toml {raw['name']}")
    for raw in read_file("cables.toml")["cable"]
}
FILLS = tuple(make_row(Fill, raw, "raceways.toml fill") for raw in _raceways["fill"])
JAM_FROM: float = _raceways["jam"]["from_ratio"]
JAM_TO: float = _raceways["jam"]["to_ratio"]
JAM_SOURCE: str = _raceways["jam"]["source"]
TRAY = Fill(0, _raceways["tray"]["limit_percent"], _raceways["tray"]["source"])
KINDS = {raw["name"]: make_row(Kind, raw, "raceways.toml kind") for raw in _raceways["kind"]}
FRICTION = {raw["name"]: make_row(Friction, raw, "raceways.toml") for raw in _raceways["friction"]}
TUBING: dict[str, float] = {raw["name"]: raw["inner_mm"] for raw in _raceways["tubing"]}
PRACTICE = {raw["key"]: make_row(Practice, raw, "raceways.toml") for raw in _raceways["practice"]}
POWER_CLASSES = {raw["name"]: make_row(PowerClass, raw, "power.toml") for raw in _power["class"]}
PAIR_REACH_M: float = _power["pair"]["reach_m"]
PAIR_SOURCE: str = _power["pair"]["source"]
RESISTIVITY: float = _power["copper"]["resistivity_ohm_mm2_m"]
PER_KELVIN: float = _power["copper"]["per_kelvin"]
COPPER_SOURCE: str = _power["copper"]["source"]
CLUES = tuple(make_row(Clue, raw, f"clues.toml {raw['key']}") for raw in _clues["clue"])
CANDIDATES = tuple(make_row(Candidate, raw, "clues.toml") for raw in _clues["candidate"])
