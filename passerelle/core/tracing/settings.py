"""How to set the instrument for a run, and why: pulse, range, cords, and what stays hidden."""

from dataclasses import dataclass
from math import ceil

from passerelle.core.measuring.limits import mode_of
from passerelle.core.measuring.runs import TestRun
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.tables import STANDARD, Tables
from passerelle.core.tables.traces import PULSES, PulseRow, pulse_m
from passerelle.core.words import metres

from .layout import Layout, laid_out, launch_m
from .match import groups_of, merged_m
from .predict import Settings, dead_zone_m, ghosts, predict

RANGES_M = (500, 1000, 2500, 5000, 10_000, 20_000, 40_000, 80_000, 160_000, 260_000)
AVERAGES = 30_000.0


@dataclass(frozen=True, slots=True)
class Advice:
    """Settings with their reasons. merged : joints that one pulse shows as one, in words.

    hidden : what the noise may hide. cautions : ghosts inside the run, cassettes that stay closed.
    """

    pulse_ns: float
    range_m: float
    averages: float
    launch_m: float
    receive_m: float
    reasons: tuple[str, ...]
    merged: tuple[str, ...]
    hidden: tuple[str, ...]
    cautions: tuple[str, ...]


def advised(
    run: TestRun, nm: float, rules: HouseRules, *, turned: bool = False,
    pulse_ns: float | None = None, launch: float | None = None, tables: Tables = STANDARD,
) -> Advice:  # fmt: skip
    """Settings for a run at a wavelength. pulse_ns, launch : where somebody chose them. [ns, m]"""
    mode = mode_of(run) or "single-mode"
    length = run.run.path.length_m
    row = usual(run)
    pulse = row.pulse_ns if pulse_ns is None else pulse_ns
    cord = launch if launch is not None else _cord(mode, length, pulse)
    layout = laid_out(run, nm, rules, turned=turned, launch=cord, receive=cord, tables=tables)
    reach = next((r for r in RANGES_M if r >= 1.2 * layout.total_m), RANGES_M[-1])
    strongest = max((s.reflectance_db or -99.0 for s in layout.spots if s.kind == "connection"),
                    default=-50.0)  # fmt: skip
    dead = dead_zone_m(strongest, layout.backscatter_db, pulse, layout.index)
    reasons = (
        f"{pulse:g} ns covers {metres(pulse_m(pulse, layout.index), '.1f')} of glass: {row.source}",
        f"a range of {metres(reach)} holds the run and both cords",
        f"{metres(cord)} of launch cord: a connection hides {metres(dead, '.0f')} behind it, "
        "and a cord longer than the plant keeps its ghosts out of it",
        "the same length at the far end, or the last connection is not seen",
    )
    return Advice(pulse, float(reach), AVERAGES, cord, cord, reasons, tuple(_merged(layout, pulse)),
                  tuple(_hidden(layout, pulse)), tuple(_cautions(layout, run, pulse)))  # fmt: skip


def _cord(mode: str, length_m: float, pulse_ns: float) -> float:
    """The launch cord: by standard, longer than a short plant, and longer for long pulses. [m]"""
    least = launch_m(mode)
    if pulse_ns > 1000:
        least = max(least, 1000.0)
    elif pulse_ns >= 275:
        least = max(least, 500.0)
    if length_m < 500:
        least = max(least, ceil((length_m + 10) / 50) * 50)
    return least


def _merged(layout: Layout, pulse_ns: float) -> list[str]:
    found = []
    for group in groups_of(layout, pulse_ns):
        if len(group.spots) > 1:
            apart = metres(group.until_m - group.m, ".1f")
            names = " and ".join(spot.label for spot in group.spots)
            found.append(
                f"{names}, {apart} apart, are one event: nearer than "
                f"{metres(merged_m(pulse_ns, layout.index), '.1f')}"
            )
    return found


def _hidden(layout: Layout, pulse_ns: float) -> list[str]:
    """What the noise may hide: with this pulse, by the end of the glass."""
    trace = predict(layout, Settings(pulse_ns, AVERAGES))
    at = min(len(trace.level_db) - 1, int(layout.end_m / trace.spacing_m) - 2)
    over = float(trace.level_db[max(0, at)]) - trace.noise_db
    least = 2.17 * 10 ** (-over / 5) * 3
    if least < 0.02:
        return []
    return [f"at the far end a step under {least:.2f} dB drowns in noise: a longer pulse, or more "
            "averages"]  # fmt: skip


def _cautions(layout: Layout, run: TestRun, pulse_ns: float) -> list[str]:
    found = []
    inside = [
        (m, near, far) for m, near, far in ghosts(layout)
        if layout.start_m + 1 < m < layout.end_m - 1
        and not any(abs(spot.m - m) < merged_m(pulse_ns, layout.index) for spot in layout.spots)
    ]  # fmt: skip
    for m, near, far in inside[:3]:
        found.append(
            f"a ghost may stand at {metres(m - layout.start_m)}: light to and fro between "
            f"{near.label} and {far.label}; it loses nothing"
        )
    short = [
        p for p in run.run.path.parts
        if getattr(p, "kind", "") == "cassette" or (
            getattr(p, "kind", "") == "inline" and getattr(p, "length_m", 0.0) < 5
        )
    ]  # fmt: skip
    if short:
        found.append(
            "cassettes are too short to be looked into: measure across each from marker to marker, "
            "with least squares on the glass on both sides"
        )
    found.append("a trace finds where; it never replaces the loss test, which the limit is for")
    return found


def usual(run: TestRun) -> PulseRow:
    """The pulse that is usual for a run's length."""
    mode = mode_of(run) or "single-mode"
    rows = [row for row in PULSES if row.mode == mode]
    length = run.run.path.length_m
    return next((row for row in rows if length <= row.until_m), rows[-1])
