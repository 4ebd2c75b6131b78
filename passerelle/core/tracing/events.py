"""Events found in samples: steps and reflections over the noise, with their losses.

A step shows as the difference of the means before a point and behind the pulse; a reflection as a
rise over the level before it. Between events the glass is a straight line by least squares, and an
event's loss is the step from one line to the next.
"""

from dataclasses import dataclass
from typing import Literal

import numpy as np

from passerelle.core.tables.traces import figure, pulse_m

from .predict import Samples, reflectance_db

EventKind = Literal["reflective", "loss", "gain", "end"]
MethodUsed = Literal["LS", "2P"]
LEAST_DB = 0.03
"""Steps under this are never told from the glass. [dB]"""
SIGMAS = 4.5
"""A step stands out by so many deviations of its means: one false in some hundred traces."""
QUANTUM_DB = 3e-4
"""Samples of a file are counted in thousandths: none is surer than that. [dB]"""
SPIKE_DB = 0.35
"""A rise of so much in a sample is a reflection. [dB]"""


@dataclass(frozen=True, slots=True)
class Event:
    """An event of a trace. m : where it begins, from the port; width_m : until the line goes on.

    sure_db : one standard deviation of its loss. slope_db_km : of the glass before it.
    """

    m: float
    kind: EventKind
    loss_db: float | None
    reflectance_db: float | None
    sure_db: float
    slope_db_km: float | None
    width_m: float
    method: MethodUsed | None


@dataclass(frozen=True, slots=True)
class Analysis:
    """What a trace says. end_m : where the glass ends; None: beyond the trace. [m, dB]"""

    events: tuple[Event, ...]
    end_m: float | None
    noise_db: float


def analysed(
    level_db: Samples, spacing_m: float, pulse_ns: float, index: float,
    backscatter_db: float | None = None, least_db: float = LEAST_DB,
) -> Analysis:  # fmt: skip
    """The events of a trace. level_db : one way, larger is stronger. [dB, m, ns]"""
    level = np.asarray(level_db, dtype=float)
    length = pulse_m(max(pulse_ns, 1.0), index)
    width = max(1, round(length / spacing_m))
    if len(level) < 8 * width + 40:
        return Analysis((), None, 0.0)
    fall = (figure("recovery_m") + figure("recovery_m_per_ns") * pulse_ns) / spacing_m
    end = _end(level, width, fall)
    lit = level[: end + 1] if end is not None else level
    noise = _noise(lit)
    spikes = _spikes(lit, width, noise, fall)
    steps = _steps(lit, width, noise, least_db, spikes)
    marks = sorted([*((at, until, True) for at, until in spikes),
                    *((at, at + width + 2, False) for at in steps)])  # fmt: skip
    marks = [one for one in marks if end is None or one[0] < end - 1]
    kept: list[Event] = []
    for _ in range(3):  # what turns out to be nothing must not cut the lines of what is something
        found = _measured(level, marks, end, spacing_m, pulse_ns, backscatter_db, width)
        kept = [one for one in found if _counts(one, least_db)]
        if len(kept) == len(found):
            break
        gone = [round(one.m / spacing_m) for one in found if not _counts(one, least_db)]
        marks = [one for one in marks if one[2] or all(abs(one[0] - at) > 1 for at in gone)]
    return Analysis(
        tuple(kept), None if end is None else end * spacing_m, float(np.median(noise))
    )  # fmt: skip


def _counts(one: Event, least_db: float) -> bool:
    if one.kind in ("end", "reflective"):
        return True
    return one.loss_db is not None and abs(one.loss_db) >= max(least_db, 3.0 * one.sure_db)


def _end(level: Samples, width: int, fall: float) -> int | None:
    """The sample where the glass ends; None where the trace ends before it.

    Behind the end it is dark for longer than a pulse; ghosts may come later. An open end throws
    light back: its rise is the end.
    """
    power = 10 ** (level / 5)
    tail = power[int(0.96 * len(power)) :]
    first = float(np.median(level[width + 2 : 4 * width + 24]))
    if (
        first - float(np.median(level[int(0.96 * len(level)) :])) < 1.5
        and float(np.std(tail) / np.mean(tail)) < 0.3
    ):
        return None
    sigma = float(np.sqrt(2 * np.mean(tail**2)))
    lit = level > 5 * np.log10(max(3.0 * sigma, 1e-12))
    window = max(16, 2 * width)
    share = np.concatenate(([0], np.cumsum(lit)))
    ahead = (share[window:] - share[:-window]) / window
    start = 2 * width + 8
    dark = np.nonzero(ahead[start:] < 0.3)[0]
    if not len(dark):
        return None
    at = start + int(dark[0])
    spikes = _spikes(level[: at + 2 * width], width, np.full(at + 2 * width, 0.02), fall)
    last = spikes[-1][0] if len(spikes) > 1 else None
    if last is not None and at - last < 3 * width + 30 * fall + window:
        return last
    here = level[max(0, at - window) : at + window]
    return max(0, at - window) + int(np.argmin(np.diff(here))) if len(here) > 2 else at


def _noise(lit: Samples) -> Samples:
    """One standard deviation of a sample along the trace, from what neighbours differ by. [dB]"""
    jumps = np.abs(np.diff(lit, 2)) / np.sqrt(6.0)
    window = min(401, max(21, len(jumps) // 20) | 1)
    padded = np.pad(jumps, window // 2, mode="edge")
    blocks = np.lib.stride_tricks.sliding_window_view(padded, window)[:: window // 2]
    middle = np.median(blocks, axis=1) * 1.4826
    spots = np.arange(len(middle)) * (window // 2)
    found: Samples = np.interp(np.arange(len(lit)), spots, np.maximum(middle, QUANTUM_DB))
    return found


def _spikes(lit: Samples, width: int, noise: Samples, fall: float) -> list[tuple[int, int]]:
    """Reflections: where each begins, and where the receiver is down again.

    fall : samples in which the receiver comes down by a factor of e.
    """
    found: list[tuple[int, int]] = []
    at, count = 0, len(lit)
    while at < count - 2:
        rise = lit[at + 1] - lit[at]
        if at > 0 and rise > max(SPIKE_DB, 6.0 * noise[at]):
            before = float(np.median(lit[max(0, at - 4 * width - 4) : at + 1]))
            top = float(np.max(lit[at + 1 : at + 2 + width]))
            height = top - before
            if height > max(SPIKE_DB, 6.0 * noise[at]):
                over = 10 ** (height / 5) - 1
                tail = fall * float(np.log(max(over / 0.01, 1.0)))
                until = min(count - 1, at + 1 + width + round(tail) + 2)
                found.append((at + 1, until))
                at = min(until, at + 1 + width + max(2, round(0.35 * tail)))
                continue
        at += 1
    first = min(count - 1, width + round(fall * 9) + 3)
    return [(0, first), *(one for one in found if one[0] > width)]


def _steps(
    lit: Samples, width: int, noise: Samples, least_db: float, spikes: list[tuple[int, int]]
) -> list[int]:
    """Steps without a reflection: where each begins."""
    count = len(lit)
    hidden = np.zeros(count, dtype=bool)
    for at, until in spikes:
        hidden[max(0, at - 1) : until + 1] = True
    slope = _slope(lit, hidden)
    flat = lit - slope * np.arange(count)
    found: list[tuple[float, int]] = []
    for reach in {max(12, width), max(40, 3 * width), max(160, 8 * width)}:
        if 2 * reach + width + 2 >= count:
            continue
        sums = np.concatenate(([0.0], np.cumsum(np.where(hidden, 0.0, flat))))
        seen = np.concatenate(([0], np.cumsum(~hidden)))
        here = np.arange(1, count - width - 2)
        left0, left1 = np.maximum(0, here - reach), here
        right0, right1 = here + width + 1, np.minimum(count, here + width + 1 + reach)
        left_n, right_n = seen[left1] - seen[left0], seen[right1] - seen[right0]
        least = max(6, reach // 4)
        good = (left_n >= least) & (right_n >= least) & ~hidden[here]
        left = (sums[left1] - sums[left0]) / np.maximum(left_n, 1)
        right = (sums[right1] - sums[right0]) / np.maximum(right_n, 1)
        spread = noise[here] * np.sqrt(1 / np.maximum(left_n, 1) + 1 / np.maximum(right_n, 1))
        score = np.where(good, np.abs(left - right) / np.maximum(spread, 1e-6), 0.0)
        score = np.where(np.abs(left - right) >= least_db, score, 0.0)
        found += _peaks(score, reach)
    return [_begins(flat, at, width, hidden) for at in _apart(found, width)]


def _begins(flat: Samples, at: int, width: int, hidden: Samples) -> int:
    """Where a step begins: the ramp over one pulse that fits best from level to level."""
    reach = max(12, 3 * width)
    left, right = max(0, at - reach), min(len(flat), at + width + reach)
    if hidden[left:right].any() or width < 2:
        return at
    piece = flat[left:right]
    high, low = float(np.median(flat[left:at])), float(np.median(flat[at + width : right]))
    ramp = np.arange(len(piece))
    best, least = at, np.inf
    for start in range(max(left, at - width), min(right - width, at + width)):
        share = np.clip((ramp - (start - left)) / width, 0.0, 1.0)
        error = float(((piece - (high + (low - high) * share)) ** 2).sum())
        if error < least:
            best, least = start, error
    return best


def _slope(lit: Samples, hidden: Samples) -> float:
    """The glass's own slope in decibels a sample: the middle of what short pieces have."""
    piece = max(20, len(lit) // 60)
    slopes = []
    for start in range(0, len(lit) - piece, piece):
        if not hidden[start : start + piece].any():
            slopes.append(float(np.polyfit(np.arange(piece), lit[start : start + piece], 1)[0]))
    return float(np.median(slopes)) if slopes else 0.0


def _peaks(score: Samples, reach: int) -> list[tuple[float, int]]:
    found: list[tuple[float, int]] = []
    left = score.copy()
    while True:
        best = int(np.argmax(left))
        if left[best] < SIGMAS:
            return found
        found.append((float(left[best]), best + 1))
        left[max(0, best - reach) : best + reach + 1] = 0.0


def _apart(found: list[tuple[float, int]], width: int) -> list[int]:
    """The strongest first; what lies within a pulse of one that is there is the same."""
    kept: list[int] = []
    for _, at in sorted(found, reverse=True):
        if all(abs(at - one) > width + 6 for one in kept):
            kept.append(at)
    return sorted(kept)


def _measured(
    level: Samples, marks: list[tuple[int, int, bool]], end: int | None, spacing: float,
    pulse_ns: float, backscatter_db: float | None, width: int,
) -> list[Event]:  # fmt: skip
    """Loss of each event from the lines on both sides; the end comes last."""
    joined: list[list[int]] = []
    for at, until, is_spike in marks:
        near = round(figure("merge_pulses") * width + figure("merge_m") / spacing)
        if joined and (at <= joined[-1][1] or at - joined[-1][0] <= near):
            if is_spike and not joined[-1][2] and at - joined[-1][0] <= width + 6:
                joined[-1][0] = at  # a step just before a reflection is its foot
            joined[-1][1] = max(joined[-1][1], until)
            joined[-1][2] |= int(is_spike)
            continue
        joined.append([at, until, int(is_spike)])
    last = len(level) if end is None else end
    found: list[Event] = []
    for n, (at, until, spike) in enumerate(joined):
        before = joined[n - 1][1] + 1 if n else at
        after = joined[n + 1][0] if n + 1 < len(joined) else last
        left, right = _line(level, before, at), _line(level, until + 1, after)
        thrown = None
        if spike:
            base = float(np.median(level[max(0, at - 3 * width - 3) : max(1, at)])) if at else 0.0
            top = float(np.max(level[at : at + width + 1]))
            if backscatter_db is not None and at:
                thrown = reflectance_db(top - base, backscatter_db, pulse_ns)
        loss, sure = None, 0.0
        method: MethodUsed | None = None
        if n and left is not None and right is not None:
            loss = left[0] + left[1] * at - (right[0] + right[1] * at)
            sure = float(np.hypot(left[2], right[2]))
            method = "LS"
        elif n and right is not None and at > 3:
            loss = float(np.median(level[max(0, at - 4) : at])) - (right[0] + right[1] * at)
            sure, method = max(0.02, right[2] * 2), "2P"
        kind: EventKind = "reflective" if spike else "gain" if (loss or 0.0) < 0 else "loss"
        slope = None if left is None else -left[1] / spacing * 1000
        found.append(Event(at * spacing, kind, loss, thrown, sure, slope,
                           (until - at) * spacing, method))  # fmt: skip
    if end is not None:
        base = float(np.median(level[max(0, end - 3 * width - 3) : max(1, end)]))
        top = float(np.max(level[end : end + width + 1]))
        thrown = None
        if backscatter_db is not None and top - base > SPIKE_DB:
            thrown = reflectance_db(top - base, backscatter_db, pulse_ns)
        final = _line(level, joined[-1][1] + 1 if joined else 0, end)
        slope = None if final is None else -final[1] / spacing * 1000
        found.append(Event(end * spacing, "end", None, thrown, 0.0, slope, 0.0, None))
    return found


def _line(level: Samples, start: int, stop: int) -> tuple[float, float, float] | None:
    """A straight line by least squares: level at 0, per sample, and how sure it is at its ends."""
    count = stop - start
    if count < 5:
        return None
    at = np.arange(start, stop, dtype=float)
    piece = level[start:stop]
    middle = at.mean()
    spread = float(((at - middle) ** 2).sum())
    slope = float(((at - middle) * (piece - piece.mean())).sum() / spread)
    base = float(piece.mean() - slope * middle)
    left = piece - (base + slope * at)
    sigma = float(np.sqrt((left**2).sum() / max(1, count - 2)))
    return base, slope, 2 * sigma / float(np.sqrt(count))
