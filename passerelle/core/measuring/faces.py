"""End faces by zone, after IEC 61300-3-35: what passes, what is cleaned, what is made again.

Zones by diameter: A the core, B the cladding to 115 µm, C the adhesive to 135, D the contact zone
to 250. Loose dirt is cleaned and not counted; what is still there after three tries fails.
"""

from dataclasses import dataclass
from math import cos, hypot, radians, sin
from typing import Final, Literal

from passerelle.core.plan.testing import Found
from passerelle.core.tables.reading import make_row, read_file
from passerelle.core.words import counted

FeatureKind = Literal["grain", "oil", "scratch", "pit", "crack"]
FaceKind = Literal["UPC", "APC", "PC", "multimode", "multi-fiber"]
Next = Literal["connect", "clean", "re-terminate"]
LOOSE: Final[tuple[FeatureKind, ...]] = ("grain", "oil")
EDGES_UM: Final = (("B", 115.0), ("C", 135.0), ("D", 250.0))
"""Outer diameters beyond the core. [µm]"""


@dataclass(frozen=True, slots=True)
class Feature:
    """Something on a face. x, y : of its middle, from the middle of the fiber; size : its width, or
    its diameter; length, angle : of a scratch or crack. [µm, °]"""

    kind: FeatureKind
    x_um: float
    y_um: float
    size_um: float
    length_um: float = 0.0
    angle_deg: float = 0.0


@dataclass(frozen=True, slots=True)
class KindRow:
    """A polish: the diameter of its zone A, the zones that are judged, the tip that it needs."""

    key: FaceKind
    title: str
    core_um: float
    zones: str
    tip: str
    confidence: str


@dataclass(frozen=True, slots=True)
class LimitRow:
    """What a zone of a polish may have: ranges (from, to, count); count -1 is any number. [µm]"""

    kind: FaceKind
    zone: str
    scratch: tuple[tuple[float, float, int], ...]
    defect: tuple[tuple[float, float, int], ...]


@dataclass(frozen=True, slots=True)
class Grade:
    """What a face is. zones : what was counted, a phrase each. wrong : why it does not pass."""

    passed: bool
    found: Found
    next: Next
    zones: tuple[str, ...]
    wrong: tuple[str, ...]


_RAW = read_file("faces.toml")
EDITION: str = _RAW["edition"]
TRIES: int = _RAW["tries"]
KINDS: dict[str, KindRow] = {
    raw["key"]: make_row(KindRow, raw, "faces.toml") for raw in _RAW["kind"]
}
LIMITS: dict[tuple[str, str], LimitRow] = {
    (row.kind, row.zone): row
    for row in (make_row(LimitRow, raw, "faces.toml") for raw in _RAW["limit"])
}


def zone_of(x_um: float, y_um: float, kind: FaceKind) -> str | None:
    """The zone of a spot; None beyond the contact zone."""
    across = 2 * hypot(x_um, y_um)
    if across <= KINDS[kind].core_um:
        return "A"
    return next((zone for zone, edge in EDGES_UM if across <= edge), None)


def zones_met(feature: Feature, kind: FaceKind) -> tuple[str, ...]:
    """The zones that a feature touches: a scratch all along, anything else where its middle is."""
    if feature.kind not in ("scratch", "crack"):
        zone = zone_of(feature.x_um, feature.y_um, kind)
        return (zone,) if zone else ()
    turn, half = radians(feature.angle_deg), feature.length_um / 2
    found = {
        zone_of(
            feature.x_um + half * share * cos(turn), feature.y_um + half * share * sin(turn), kind
        )
        for share in (at / 20 - 1 for at in range(41))
    }
    return tuple(sorted(zone for zone in found if zone))


def graded(features: tuple[Feature, ...], kind: FaceKind, cleanings: int = 0) -> Grade:
    """A face by the criteria of its polish. cleanings : how often it was cleaned before."""
    judged = KINDS[kind].zones
    counts: list[str] = []
    wrong: list[str] = []
    for zone in judged:
        mine = [f for f in features if f.kind not in LOOSE and zone in zones_met(f, kind)]
        scratches = [f for f in mine if f.kind in ("scratch", "crack")]
        defects = [f for f in mine if f.kind == "pit"]
        row = LIMITS[kind, zone]
        for word, these, ranges in (
            ("scratch", scratches, row.scratch), ("defect", defects, row.defect),
        ):  # fmt: skip
            if these:
                widest = max(f.size_um for f in these)
                many = "scratches" if word == "scratch" else "defects"
                counts.append(f"{zone}: {counted(len(these), word, many)}, up to {widest:.1f} µm")
            wrong += _too_many(zone, word, [f.size_um for f in these], ranges)
        if any(f.kind == "crack" for f in mine) and zone in "AB":
            wrong.append(f"zone {zone}: cracked")
    loose = [f for f in features if f.kind in LOOSE]
    lasting = next((f.kind for f in features if f.kind not in LOOSE), None)
    if wrong:
        cracked = any(f.kind == "crack" for f in features)
        found: Found = "cracked" if cracked else "pitted" if lasting == "pit" else "scratched"
        return Grade(False, found, "re-terminate", tuple(counts), tuple(wrong))
    if loose:
        counts.append(f"{counted(len(loose), 'speck')} of loose dirt")
        if cleanings >= TRIES:
            stuck = f"still dirty after {cleanings} cleanings"
            return Grade(False, "dirty", "re-terminate", tuple(counts), (stuck,))
        return Grade(False, "dirty", "clean", tuple(counts), ("loose dirt: clean it",))
    return Grade(True, "clean", "connect", tuple(counts), ())


def _too_many(
    zone: str, word: str, sizes: list[float], ranges: tuple[tuple[float, float, int], ...]
) -> list[str]:
    """What a zone has more of than it may."""
    found: list[str] = []
    most = ranges[-1][1] if ranges else 0.0
    over = [size for size in sizes if size > most]
    if over:
        allowed = "none is allowed" if most == 0 else f"over {most:g} µm none is allowed"
        found.append(f"zone {zone}: {word} of {max(over):.1f} µm; {allowed}")
    for low, high, count in ranges:
        inside = [size for size in sizes if low < size <= high or (low == 0 and size == 0)]
        if count >= 0 and len(inside) > count:
            found.append(
                f"zone {zone}: {len(inside)} of {low:g} to {high:g} µm; {count} are allowed"
            )
    return found
