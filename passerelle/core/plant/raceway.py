"""How full a pathway is: fill against its limit, jam ratio, and where the cables lie in it."""

import math
from dataclasses import dataclass
from functools import lru_cache

from passerelle.core.plan.backbone import Pathway
from passerelle.core.tables.site import FILLS, JAM_FROM, JAM_TO, PRACTICE, TRAY, Fill

from .model import Plant


@dataclass(frozen=True, slots=True)
class Inside:
    """One cable in a pathway. od_mm None: not known. power : mains conductors; copper : others.

    pull : what cables that are pulled together share; None: it lies there already.
    """

    name: str
    od_mm: float | None
    power: bool = False
    planned: bool = True
    copper: bool = False
    pull: tuple[str, ...] | None = None


@dataclass(frozen=True, slots=True)
class Filling:
    """How full a pathway is. percent None: its size or a diameter is not known.

    jam_ratio : 1.05 x bore over the diameter of three like cables; None where it does not apply.
    """

    inside: tuple[Inside, ...]
    percent: float | None
    limit: Fill | None
    missing: str | None
    jam_ratio: float | None = None

    @property
    def conductors(self) -> bool:
        """Power or other copper lies in it, so that the code's fill table applies."""
        return any(one.power or one.copper for one in self.inside)

    @property
    def jams(self) -> bool:
        """Three like cables may wedge side by side in a bend."""
        return self.jam_ratio is not None and JAM_FROM <= self.jam_ratio <= JAM_TO


def inside(plant: Plant, pathway: Pathway) -> tuple[Inside, ...]:
    """The plan's cables and what else is noted in a pathway."""
    found = [
        Inside(
            cable.name,
            cable.type.od_mm if cable.type else None,
            planned=not cable.existing,
            copper=cable.type is not None and cable.type.conductors,
            pull=None if cable.existing else (*sorted((cable.a, cable.b)), *cable.route),
        )
        for cable in plant.cables_in.get(pathway.name, ())
    ]
    for other in pathway.others:
        one = Inside(other.what, other.od_mm, other.power, planned=False, copper=other.copper)
        found += [one] * other.count
    return tuple(found)


def fill_limit(pathway: Pathway, count: int) -> Fill | None:
    """The limit for so many cables; None where the pathway is open ground, air or sea."""
    if pathway.width_mm is not None or pathway.height_mm is not None:
        return TRAY
    if not pathway.pulled or count == 0:
        return None
    return FILLS[min(count, len(FILLS)) - 1]


def filling(plant: Plant, pathway: Pathway) -> Filling:
    """Sum of the cables' cross-sections over the pathway's.

    Round: Σ OD² / ID² (NEC chapter 9); a tray: Σ π/4 OD² / (width × height).
    """
    lying = inside(plant, pathway)
    limit = fill_limit(pathway, len(lying))
    if limit is None or not lying:
        return Filling(lying, None, limit, None)
    unknown = [one.name for one in lying if one.od_mm is None]
    if unknown:
        return Filling(lying, None, limit, f"the diameter of “{unknown[0]}” is not known")
    squares = sum(one.od_mm**2 for one in lying if one.od_mm is not None)
    if limit is TRAY:
        if pathway.width_mm is None or pathway.height_mm is None:
            return Filling(lying, None, limit, "its width or height is not known")
        area = pathway.width_mm * pathway.height_mm
        return Filling(lying, 100 * math.pi / 4 * squares / area, limit, None)
    if pathway.inner_mm is None:
        return Filling(lying, None, limit, "its inner diameter is not known")
    percent = 100 * squares / pathway.inner_mm**2
    ratio = _jam_ratio(pathway.inner_mm, lying) if pathway.bends else None
    return Filling(lying, percent, limit, None, ratio)


BEND_WIDENS = PRACTICE["jam_bend_factor"].value
"""A bent raceway is a little wider across the bend."""


def _jam_ratio(inner_mm: float, lying: tuple[Inside, ...]) -> float | None:
    """Three cables of about one size can wedge in a bend, where they go in with one pull."""
    sizes = sorted(one.od_mm for one in lying if one.od_mm is not None)
    together = {one.pull for one in lying}
    if len(sizes) != 3 or sizes[0] < 0.9 * sizes[2] or len(together) != 1 or None in together:
        return None
    return BEND_WIDENS * inner_mm / (sum(sizes) / 3)


@dataclass(frozen=True, slots=True)
class Lying:
    """A cable as it lies in a round raceway: its centre from the raceway's own. [mm]

    fits : False where no room was found; then it is drawn outside.
    """

    x_mm: float
    y_mm: float
    od_mm: float
    fits: bool = True


def lie(inner_mm: float, sizes_mm: tuple[float, ...]) -> tuple[Lying, ...]:
    """Where cables come to lie in a round raceway, thickest first, each as low as it can.

    A picture of one way to lie, not a forecast. In the order given.
    """
    placed: list[tuple[float, float, float]] = []
    found: dict[int, Lying] = {}
    for at in sorted(range(len(sizes_mm)), key=lambda i: -sizes_mm[i]):
        size = sizes_mm[at]
        spot = _lowest(inner_mm / 2, size / 2, placed)
        if spot is None:
            found[at] = Lying(inner_mm * 0.75, -inner_mm / 2 + size / 2, size, fits=False)
            continue
        placed.append((*spot, size / 2))
        found[at] = Lying(*spot, size)
    return tuple(found[at] for at in range(len(sizes_mm)))


@lru_cache(4096)
def free_bore_mm(inner_mm: float, sizes_mm: tuple[float, ...]) -> float:
    """The widest round thing that still passes beside the cables, as they lie. [mm]"""
    taken = [(p.x_mm, p.y_mm, p.od_mm / 2) for p in lie(inner_mm, sizes_mm) if p.fits]
    low, high = 0.0, inner_mm / 2
    for _ in range(20):
        radius = (low + high) / 2
        if _lowest(inner_mm / 2, radius, taken) is None:
            high = radius
        else:
            low = radius
    return 2 * low


Disc = tuple[float, float, float]


def _lowest(bore: float, radius: float, placed: list[Disc]) -> tuple[float, float] | None:
    """The lowest centre for a disc inside the bore that overlaps no other."""
    room = bore - radius
    if room < 0:
        return None
    spots = [(0.0, -room)]
    for at, (x, y, r) in enumerate(placed):
        spots += _meeting((0.0, 0.0, room), (x, y, r + radius))
        for other in placed[:at]:
            spots += _meeting((x, y, r + radius), (other[0], other[1], other[2] + radius))
        spots += [(x, y + r + radius), (x, y - r - radius)]
    slack = 1e-6
    good = [
        (y, abs(x), x)
        for x, y in spots
        if math.hypot(x, y) <= room + slack
        and all(math.hypot(x - px, y - py) >= pr + radius - slack for px, py, pr in placed)
    ]
    if not good:
        return None
    y, _, x = min(good)
    return x, y


def _meeting(one: Disc, two: Disc) -> list[tuple[float, float]]:
    """Where two circles cross."""
    dx, dy = two[0] - one[0], two[1] - one[1]
    apart = math.hypot(dx, dy)
    if apart == 0 or apart > one[2] + two[2] or apart < abs(one[2] - two[2]):
        return []
    along = (one[2] ** 2 - two[2] ** 2 + apart**2) / (2 * apart)
    off = math.sqrt(max(0.0, one[2] ** 2 - along**2))
    mx, my = one[0] + along * dx / apart, one[1] + along * dy / apart
    ox, oy = -dy * off / apart, dx * off / apart
    return [(mx + ox, my + oy), (mx - ox, my - oy)]
