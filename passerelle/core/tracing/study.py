"""A trace studied against a run: cords found, events matched, both ends and wavelengths."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Protocol

from passerelle.core.measuring.runs import TestRun
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.model import Plant
from passerelle.core.tables import STANDARD, Tables
from passerelle.core.tables.traces import pulse_m

from .events import Analysis, Event, analysed
from .faults import Fault, faults
from .layout import Layout, laid_out
from .match import Matched, Missing, aligned, cheapest, groups_of, merged_m, with_also, with_back
from .predict import Samples


class TraceLike(Protocol):
    """What has samples and settings: a trace file."""

    @property
    def level_db(self) -> Samples: ...
    @property
    def spacing_m(self) -> float: ...
    @property
    def pulse_ns(self) -> float: ...
    @property
    def index(self) -> float: ...
    @property
    def nm(self) -> float: ...
    @property
    def user_offset_m(self) -> float: ...
    @property
    def backscatter_db(self) -> float | None: ...


@dataclass(frozen=True, slots=True)
class Taken:
    """A trace as it was taken. offset_m : of the file's user, where it says one. [m, ns, nm]"""

    level_db: Samples
    spacing_m: float
    pulse_ns: float
    index: float
    nm: float
    offset_m: float = 0.0
    backscatter_db: float | None = None


def as_taken(trace: TraceLike) -> Taken:
    """What of a trace file a study looks at."""
    return Taken(trace.level_db, trace.spacing_m, trace.pulse_ns, trace.index, trace.nm,
                 max(0.0, trace.user_offset_m), trace.backscatter_db)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Study:
    """What a trace says of a run. layout : the run with the cords that it was taken through."""

    layout: Layout
    analysis: Analysis
    found: tuple[Matched, ...]
    missing: tuple[Missing, ...]
    faults: tuple[Fault, ...]


def analysis_of(trace: Taken, backscatter_db: float | None = None) -> Analysis:
    """Events of a trace by the application's own look at its samples."""
    known = trace.backscatter_db if trace.backscatter_db is not None else backscatter_db
    return analysed(trace.level_db, trace.spacing_m, trace.pulse_ns, trace.index, known)


def study(
    plant: Plant, run: TestRun, rules: HouseRules, trace: Taken, *, turned: bool = False,
    launch_m: float | None = None, receive_m: float | None = None, also: Taken | None = None,
    back: Taken | None = None, tables: Tables = STANDARD,
) -> Study:  # fmt: skip
    """A trace against a run. turned : from the run's second end. back : from the other end.

    also : from the same end at another wavelength. Cords that are not given are taken from the
    file's offset, else found in the trace.
    """
    layout, analysis = _laid(run, rules, trace, turned, launch_m, receive_m, tables)
    found, missing = aligned(layout, analysis, trace.pulse_ns)
    near = merged_m(trace.pulse_ns, layout.index) + 0.01 * layout.total_m
    longer = None
    if also is not None:
        other = analysis_of(also, layout.backscatter_db)
        near_also = merged_m(max(trace.pulse_ns, also.pulse_ns), layout.index) + 3.0
        found = with_also(found, _shifted(other.events, found), near_also)
        longer = also.nm > trace.nm
    if back is not None:
        there, seen = _laid(run, rules, back, not turned, receive_m, launch_m, tables)
        theirs, _ = aligned(there, seen, back.pulse_ns)
        found = with_back(found, theirs, _between(layout, there, found, theirs), near)
    wrong = faults(plant, run, layout, found, trace.pulse_ns, longer)
    return Study(layout, analysis, tuple(found), tuple(missing), tuple(wrong))


def _laid(
    run: TestRun, rules: HouseRules, trace: Taken, turned: bool, launch_m: float | None,
    receive_m: float | None, tables: Tables,
) -> tuple[Layout, Analysis]:  # fmt: skip
    """The run with the cords that fit the trace best, and the trace's events."""

    def laid(launch: float, receive: float) -> Layout:
        return laid_out(run, trace.nm, rules, turned=turned, launch=launch, receive=receive,
                        tables=tables)  # fmt: skip

    plain = laid(launch_m or 0.0, receive_m or 0.0)
    analysis = analysis_of(trace, plain.backscatter_db)
    length = plain.end_m - plain.start_m
    if launch_m is not None and receive_m is not None:
        return plain, analysis
    launches = [launch_m] if launch_m is not None else _launches(trace, analysis)
    tried: list[tuple[float, int, Layout]] = []
    for launch in launches:
        for receive in (
            [receive_m] if receive_m is not None else _receives(analysis, launch + length)
        ):
            one = laid(launch, receive)
            events = [e for e in analysis.events if e.m > 0.5 * pulse_m(trace.pulse_ns, one.index)]
            _, cost = cheapest(groups_of(one, trace.pulse_ns), events)
            tried.append((cost, len(tried), one))
    return min(tried)[2], analysis


def _launches(trace: Taken, analysis: Analysis) -> list[float]:
    """Lengths that the launch cord may have: the file's offset, a reflection, or none."""
    if trace.offset_m > 0:
        return [trace.offset_m]
    least = 3 * pulse_m(trace.pulse_ns, trace.index) + 5
    seen = [one.m for one in analysis.events if one.kind == "reflective" and one.m > least]
    return [*seen[:3], 0.0]


def _receives(analysis: Analysis, end_m: float) -> list[float]:
    """Lengths that the receive cord may have: what lies behind the run, or none."""
    if analysis.end_m is None:
        return [0.0]
    left = analysis.end_m - end_m
    return [left, 0.0] if left > 5 else [0.0]


def _shifted(events: Sequence[Event], found: Sequence[Matched]) -> list[Event]:
    """Events of the other wavelength where this one has them: its index differs a little."""
    ends = [one.event.m for one in found if one.event.kind == "end"]
    mine = next((e.m for e in events if e.kind == "end"), None)
    if not ends or not mine:
        return list(events)
    scale = ends[0] / mine if 0.97 < ends[0] / mine < 1.03 else 1.0
    return [replace(one, m=one.m * scale) for one in events]


def _between(
    layout: Layout, there: Layout, found: Sequence[Matched], theirs: Sequence[Matched]
) -> float:
    """Glass between the two ports: by a part that both traces show, else as planned. [m]"""
    for one in found:
        if one.group is None or one.group.kind == "end" or not one.group.parts:
            continue
        for other in theirs:
            if other.group is not None and set(other.group.parts) & set(one.group.parts):
                return one.event.m + other.event.m
    return layout.start_m + (layout.end_m - layout.start_m) + there.start_m
