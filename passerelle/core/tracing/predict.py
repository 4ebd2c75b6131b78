"""The trace that an instrument should draw: backscatter, pulses, reflections, ghosts and noise.

One way, in decibels: 5 log of the power that comes back. A pulse covers c t / 2n of glass; its
backscatter is the mean over that length, so that a step falls over it. A reflection R stands

    H = 5 log(1 + 10^((R - B) / 10) / t)

over a backscatter of B at 1 ns for a pulse of t nanoseconds, and the receiver comes down from it
along an exponential. Between two strong reflectors light goes to and fro: a ghost at 2 z2 - z1.
"""

from dataclasses import dataclass
from itertools import combinations
from math import log10
from typing import Any

import numpy as np
import numpy.typing as npt

from passerelle.core.tables.traces import figure, pulse_m

from .layout import Layout, Spot

Samples = npt.NDArray[np.floating[Any]]
MOST_POINTS = 256_000


@dataclass(frozen=True, slots=True)
class Settings:
    """How an instrument is set. pulse_ns; averages : shots; spacing_m : between samples.

    range_m : how far it draws; None: half as far again as the glass. seed : of the noise.
    """

    pulse_ns: float
    averages: float = 1000.0
    spacing_m: float | None = None
    range_m: float | None = None
    seed: int | None = None


@dataclass(frozen=True, slots=True)
class Trace:
    """Samples from the port on. level_db : one way, larger is stronger. [dB, m]"""

    level_db: Samples
    spacing_m: float
    pulse_ns: float
    index: float
    nm: float
    noise_db: float

    @property
    def metres(self) -> Samples:
        """Where each sample is, from the port. [m]"""
        return np.arange(len(self.level_db)) * self.spacing_m


def height_db(reflectance_db: float, backscatter_db: float, pulse_ns: float) -> float:
    """How high a reflection stands over the backscatter, one way. [dB]"""
    return 5 * log10(1 + 10 ** ((reflectance_db - backscatter_db) / 10) / pulse_ns)


def reflectance_db(height: float, backscatter_db: float, pulse_ns: float) -> float | None:
    """What a reflection of a height throws back; None where it stands not over anything. [dB]"""
    over = 10 ** (height / 5) - 1
    return None if over <= 0 else backscatter_db + 10 * log10(over * pulse_ns)


def predict(layout: Layout, settings: Settings) -> Trace:
    """The trace of a layout. Spacing and range follow from the glass where they are not set."""
    length = pulse_m(settings.pulse_ns, layout.index)
    reach = settings.range_m or layout.total_m * 1.5 + 10 * length + 50
    spacing = settings.spacing_m or max(length / 12, reach / 64_000, 0.02)
    count = int(min(MOST_POINTS, reach / spacing + 1))
    at = np.arange(count) * spacing
    lost, level = _along(layout, at)
    scatter = 10 ** ((layout.backscatter_db + 10 * log10(settings.pulse_ns)) / 10)
    power = np.where(at <= layout.total_m, 10 ** (level / 5 - lost / 5), 0.0)
    power = scatter * _over_pulse(power, max(1, round(length / spacing)))
    for m, strength in _reflections(layout, lost, spacing):
        power += _pulse(at, m, strength, length, settings.pulse_ns)
    noise = _noise(settings)
    floor = scatter * 10 ** (-noise / 5)
    if settings.seed is not None:
        power = power + np.random.default_rng(settings.seed).normal(0.0, floor, count)
    most = scatter * 10 ** (figure("saturation_db") / 5)
    drawn = 5 * np.log10(np.clip(power, floor * 1e-2, most) / scatter)
    return Trace(drawn, spacing, settings.pulse_ns, layout.index, layout.nm, -noise)


def _along(layout: Layout, at: Samples) -> tuple[Samples, Samples]:
    """What light has lost one way at each sample, and how its glass stands on the trace. [dB]"""
    total = 0.0
    steps = sorted((one.m, one.loss_db) for one in layout.spots)
    points: list[tuple[float, float]] = [(0.0, 0.0)]
    for one in layout.stretches:
        points.append((one.from_m, total))
        total += (one.until_m - one.from_m) / 1000 * one.db_per_km
        points.append((one.until_m, total))
    xs, ys = zip(*points, strict=True)
    lost = np.interp(at, xs, ys)
    for m, loss in steps:
        if loss:
            lost += np.where(at >= m, loss, 0.0)
    edges = [one.from_m for one in layout.stretches]
    levels = [one.level_db for one in layout.stretches]
    which = np.clip(np.searchsorted(edges, at, side="right") - 1, 0, len(levels) - 1)
    return lost, np.asarray(levels)[which]


def _over_pulse(power: Samples, width: int) -> Samples:
    """The mean over the pulse's length behind each sample."""
    sums = np.concatenate(([0.0], np.cumsum(power)))
    ends = np.arange(1, len(power) + 1)
    starts = np.maximum(0, ends - width)
    mean: Samples = (sums[ends] - sums[starts]) / np.minimum(width, ends)
    return mean


def _reflections(layout: Layout, lost: Samples, spacing: float) -> list[tuple[float, float]]:
    """Where light is thrown back and how strongly, ghosts included, in linear power."""
    strong = [one for one in layout.spots if one.reflectance_db is not None]

    def loss_at(m: float) -> float:
        return float(lost[max(0, min(len(lost) - 1, int(m / spacing) - 1))])

    found = [
        (one.m, 10 ** ((one.reflectance_db or 0.0) / 10 - loss_at(one.m) / 5)) for one in strong
    ]
    weakest = 10 ** ((layout.backscatter_db - 10) / 10)
    for one, two in combinations(strong, 2):
        m, db = _ghost(one, two)
        power = 10 ** (db / 10 - (4 * loss_at(two.m) - 2 * loss_at(one.m)) / 10)
        if power > weakest:
            found.append((m, power))
    return found


def _ghost(near: Spot, far: Spot) -> tuple[float, float]:
    """Where the round trip between two reflectors shows, and what it throws back. [m, dB]"""
    strength = 2 * (far.reflectance_db or 0.0) + (near.reflectance_db or 0.0)
    return 2 * far.m - near.m, strength


def ghosts(layout: Layout, over_db: float = -1.0) -> list[tuple[float, Spot, Spot]]:
    """Ghosts that would show over the backscatter there: where, and between which two. [m]"""
    strong = [one for one in layout.spots if one.reflectance_db is not None]
    found = []
    for one, two in combinations(strong, 2):
        m, db = _ghost(one, two)
        if db - layout.backscatter_db > over_db:
            found.append((m, one, two))
    return found


def _pulse(at: Samples, m: float, power: float, length: float, pulse_ns: float) -> Samples:
    """A reflection: as long as the pulse, then the receiver coming down."""
    fall = figure("recovery_m") + figure("recovery_m_per_ns") * pulse_ns
    past = at - (m + length)
    tail = np.where(past > 0, np.exp(-np.clip(past, 0.0, 700 * fall) / fall), 1.0)
    shape: Samples = np.where(at >= m - 1e-9, power * tail, 0.0)
    return shape


def _noise(settings: Settings) -> float:
    """How far under the first backscatter one standard deviation of noise lies, one way. [dB]"""
    pulse = 5 * log10(settings.pulse_ns / 10)
    averages = 2.5 * log10(max(1.0, settings.averages) / figure("range_averages"))
    return figure("range_db") + pulse + averages


def dead_zone_m(reflectance: float, backscatter_db: float, pulse_ns: float, index: float) -> float:
    """How much glass is hidden behind a reflection, until within half a decibel. [m]"""
    ratio = 10 ** ((reflectance - backscatter_db) / 10) / pulse_ns
    fall = figure("recovery_m") + figure("recovery_m_per_ns") * pulse_ns
    left = 10 ** (0.5 / 5) - 1
    tail = fall * float(np.log(ratio / left)) if ratio > left else 0.0
    return pulse_m(pulse_ns, index) + tail
