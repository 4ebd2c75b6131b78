"""A simulated reflectometer: the trace of a hidden run, with its own joints, faults and noise."""

from dataclasses import replace
from datetime import UTC, datetime

import numpy as np

from passerelle.core.measuring.runs import TestRun
from passerelle.core.tables.traces import ENDS
from passerelle.core.tracing.events import analysed
from passerelle.core.tracing.layout import Layout, Spot, broken
from passerelle.core.tracing.predict import Settings, Trace, predict
from passerelle.formats.sor.record import KeyEvent, TraceFile

from .hidden import Fault, Hidden

AT = datetime(2026, 3, 5, 15, 0, tzinfo=UTC)


def hidden_layout(hidden: Hidden, run: TestRun, layout: Layout) -> Layout:
    """A layout as it really is: joints drawn by chance, faults put in, lengths a little off."""
    chance = hidden.chance("trace", run.id)
    stretch = 1 + chance.gauss(0.0, 0.0015)
    made = _stretched(layout, stretch)
    spots = [_drawn(hidden, run, spot) for spot in made.spots]
    made = replace(made, spots=tuple(spots))
    for fault in hidden.of(run.id):
        made = _with_fault(made, fault, hidden, run)
    return made


def _stretched(layout: Layout, factor: float) -> Layout:
    """The run itself longer by a factor; the test cords keep their length."""

    def at(m: float) -> float:
        if m <= layout.start_m:
            return m
        if m <= layout.end_m:
            return layout.start_m + (m - layout.start_m) * factor
        return m + (layout.end_m - layout.start_m) * (factor - 1)

    return replace(
        layout,
        stretches=tuple(
            replace(one, from_m=at(one.from_m), until_m=at(one.until_m)) for one in layout.stretches
        ),
        spots=tuple(replace(one, m=at(one.m)) for one in layout.spots),
        end_m=at(layout.end_m),
        total_m=at(layout.total_m),
    )


def _drawn(hidden: Hidden, run: TestRun, spot: Spot) -> Spot:
    """A joint with a loss of its own; from both ends it is the same joint."""
    if spot.kind not in ("connection", "splice"):
        return spot
    chance = hidden.chance("spot", run.id, spot.label, spot.parts)
    spread = 0.08 if spot.kind == "connection" else 0.02
    loss = max(0.01, chance.gauss(spot.loss_db * 0.85, spread))
    thrown = spot.reflectance_db
    if thrown is not None:
        thrown += chance.gauss(0.0, 2.0)
    return replace(spot, loss_db=loss, reflectance_db=thrown)


def _with_fault(layout: Layout, fault: Fault, hidden: Hidden, run: TestRun) -> Layout:
    share = 1.0 - fault.at if layout.turned else fault.at
    m = layout.start_m + share * (layout.end_m - layout.start_m)
    if fault.kind == "break":
        clean = hidden.chance("face", run.id).random() < 0.5
        return broken(layout, m, ENDS["break"].reflectance_db if clean else None)
    if fault.kind == "bend":
        more = fault.bend_db * min(1.0, max(0.0, (layout.nm - 1310) / 240))
        return _with_spot(layout, Spot(m, "part", fault.db + more, None, (), "bend", None))
    if fault.kind == "bad joint":
        return _worse(layout, fault.db, "splice", share)
    if fault.kind == "dirty end":
        return _worse(layout, fault.db, "connection", share)
    if fault.kind == "core mismatch":
        made = [
            replace(one, db_per_km=one.db_per_km * 1.9) if one.cable is not None else one
            for one in layout.stretches
        ]
        return replace(layout, stretches=tuple(made))
    return layout


def _with_spot(layout: Layout, spot: Spot) -> Layout:
    return replace(layout, spots=tuple(sorted((*layout.spots, spot), key=lambda one: one.m)))


def _worse(layout: Layout, db: float, kind: str, share: float) -> Layout:
    """One joint of a kind loses more: the one nearest to a share of the way."""
    mine = [one for one in layout.spots if one.kind == kind]
    if not mine:
        return layout
    m = layout.start_m + share * (layout.end_m - layout.start_m)
    worst = min(mine, key=lambda one: abs(one.m - m))
    thrown = worst.reflectance_db
    made = replace(
        worst, loss_db=worst.loss_db + db,
        reflectance_db=min(-15.0, thrown + 12.0) if thrown is not None else None,
    )  # fmt: skip
    return replace(layout, spots=tuple(made if one is worst else one for one in layout.spots))


def taken(hidden: Hidden, run: TestRun, layout: Layout, settings: Settings) -> tuple[Trace, Layout]:
    """The trace that the instrument draws of the hidden run, and that run itself."""
    real = hidden_layout(hidden, run, layout)
    reach = settings.range_m or layout.total_m * 1.5 + 50
    seed = int(hidden.chance("noise", run.id, layout.nm, layout.turned).random() * 2**31)
    return predict(real, replace(settings, seed=seed, range_m=reach)), real


def as_file(
    trace: Trace, layout: Layout, averages: float, texts: dict[str, str], at: datetime = AT
) -> TraceFile:
    """A trace as a file, with the instrument's own table of events."""
    own = analysed(trace.level_db, trace.spacing_m, trace.pulse_ns, trace.index,
                   layout.backscatter_db)  # fmt: skip
    events = tuple(
        KeyEvent(
            one.m, one.loss_db or 0.0, one.reflectance_db, one.slope_db_km or 0.0,
            ("1" if one.kind == "reflective" or one.reflectance_db is not None else "0")
            + ("E" if one.kind == "end" else "F") + "9999",
            one.method,
        )
        for one in own.events
    )  # fmt: skip
    span = sum(one.loss_db for one in events)
    return TraceFile(
        "2.00", layout.nm, round(layout.index, 5), trace.pulse_ns, trace.spacing_m,
        np.asarray(trace.level_db), at, int(averages), layout.backscatter_db, layout.start_m,
        None, span, None, "right", events, True, texts,
    )  # fmt: skip
