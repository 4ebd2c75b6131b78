"""What a trace says is wrong: bend, break, bad joint, dirty end, wrong glass, length; and where."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from passerelle.core.measuring.runs import TestRun
from passerelle.core.plant.model import Plant
from passerelle.core.tables.testing import threshold
from passerelle.core.tables.traces import pulse_m

from .layout import Layout
from .match import Matched, room_db
from .place import Where, where

FaultKind = Literal["bend", "break", "bad joint", "dirty end", "wrong glass", "length"]
SLOPE_DB_KM = 0.10
"""Glass that loses so much more or less a kilometre than planned is other glass, or is pressed."""


@dataclass(frozen=True, slots=True)
class Fault:
    """Something that is wrong. m : from the near panel. sure : its kind is told by two wavelengths,
    or by what it throws back; else it is the likelier one."""

    m: float
    kind: FaultKind
    loss_db: float | None
    where: Where | None
    sure: bool
    said: str


def faults(
    plant: Plant, run: TestRun, layout: Layout, found: Sequence[Matched], pulse_ns: float,
    also_longer: bool | None = None,
) -> list[Fault]:  # fmt: skip
    """Every fault. also_longer : the other wavelength is the longer one; None: there is none."""
    pulse = pulse_m(pulse_ns, layout.index)
    made = [
        *_events(plant, run, layout, found, pulse, also_longer),
        *_glass(plant, run, layout, found, pulse),
        *_ends(plant, run, layout, found, pulse),
    ]  # fmt: skip
    return sorted(made, key=lambda one: one.m)


def _spot(
    plant: Plant, run: TestRun, layout: Layout, found: Sequence[Matched], m: float, pulse: float
) -> Where | None:
    """Where a point lies: counted from the nearest planned part that was seen at its place."""
    fixed = [
        one for one in found
        if one.group is not None and one.verdict != "not planned" and one.group.kind != "end"
    ]  # fmt: skip
    near = min(fixed, key=lambda one: abs(one.event.m - m), default=None)
    shift = 0.0
    fixed_m = None
    if near is not None and near.planned_m is not None:
        shift = near.planned_m - near.event.m
        fixed_m = near.planned_m - layout.start_m
    return where(plant, run, m + shift - layout.start_m, turned=layout.turned, fixed_m=fixed_m,
                 pulse_m=pulse)  # fmt: skip


def _events(
    plant: Plant, run: TestRun, layout: Layout, found: Sequence[Matched], pulse: float,
    also_longer: bool | None,
) -> Iterator[Fault]:  # fmt: skip
    for one in found:
        event = one.event
        if event.kind == "end" or event.loss_db is None:
            continue
        high = one.verdict == "high" or (one.verdict == "not planned" and event.loss_db > 0)
        if one.mean_db is not None and one.group is not None and one.expected_db is not None:
            true = sum(s.loss_db for s in one.group.spots)
            high = one.mean_db > true + room_db(one.group, layout)
        if not high:
            continue
        m = event.m - layout.start_m
        place = _spot(plant, run, layout, found, event.m, pulse)
        bent = _bent(one, also_longer)
        if bent:
            said = f"{event.loss_db:.2f} dB where nothing is planned" if one.group is None else (
                f"{event.loss_db:.2f} dB where {one.expected_db or 0.0:.2f} is expected"
            )  # fmt: skip
            said += (
                f", {one.also_db:.2f} at the other wavelength" if one.also_db is not None else ""
            )
            yield Fault(m, "bend", event.loss_db, place, True, said)
        elif event.kind == "reflective" and (one.group is None or one.group.kind == "reflective"):
            said = f"{event.loss_db:.2f} dB at a joint that throws light back"
            yield Fault(m, "dirty end", event.loss_db, place, one.group is not None, said)
        elif bent is None and one.group is None and layout.nm >= 1500:
            said = f"{event.loss_db:.2f} dB where nothing is planned; a second wavelength tells"
            yield Fault(m, "bend", event.loss_db, place, False, said)
        else:
            said = f"{event.loss_db:.2f} dB" + (
                "" if one.expected_db is None else f" where {one.expected_db:.2f} is expected"
            )
            yield Fault(m, "bad joint", event.loss_db, place, bent is False, said)


def _bent(one: Matched, also_longer: bool | None) -> bool | None:
    """Whether more is lost at the longer wavelength, where nothing throws light back.

    None: there is only one wavelength.
    """
    if one.event.kind == "reflective":
        return False
    if one.also_db is None or also_longer is None or one.event.loss_db is None:
        return None
    more = one.also_db - one.event.loss_db if also_longer else one.event.loss_db - one.also_db
    return more >= threshold("bend_db")


def _glass(
    plant: Plant, run: TestRun, layout: Layout, found: Sequence[Matched], pulse: float
) -> Iterator[Fault]:
    """Stretches that lose otherwise than the planned glass, where they are long enough to tell."""
    for before, one in pairwise(found):
        slope = one.event.slope_db_km
        length = one.event.m - before.event.m - before.event.width_m
        if slope is None or length < 400 or before.event.m < layout.start_m - pulse:
            continue
        middle = (one.event.m + before.event.m) / 2
        stretch = next((s for s in layout.stretches if s.from_m <= middle < s.until_m), None)
        if stretch is None or stretch.part is None:
            continue
        room = max(SLOPE_DB_KM, 0.35 * stretch.db_per_km)
        if abs(slope - stretch.db_per_km) > room:
            said = f"{slope:.2f} dB/km where the planned glass loses {stretch.db_per_km:.2f}"
            place = _spot(plant, run, layout, found, before.event.m + 1.0, pulse)
            yield Fault(before.event.m - layout.start_m, "wrong glass", None, place, False, said)


def _ends(
    plant: Plant, run: TestRun, layout: Layout, found: Sequence[Matched], pulse: float
) -> Iterator[Fault]:
    end = next((one for one in found if one.event.kind == "end"), None)
    if end is None:
        return
    planned = layout.total_m
    shift = 0.0
    fixed = [o for o in found if o.group is not None and o.event is not end.event]
    if fixed and fixed[-1].planned_m is not None:
        shift = fixed[-1].planned_m - fixed[-1].event.m
    short = planned - end.event.m - shift
    run_m = layout.end_m - layout.start_m
    inside = end.event.m + shift < layout.end_m - max(3.0, 2 * pulse)
    m = end.event.m - layout.start_m
    if inside:
        place = _spot(plant, run, layout, found, end.event.m, pulse)
        yield Fault(m, "break", None, place, True, f"the glass ends {short:.0f} m early")
        return
    far = [o for o in found if o.planned_m is not None and o.event.kind != "end"]
    last = max(far, key=lambda o: o.planned_m or 0.0, default=None)
    first = min(far, key=lambda o: o.planned_m or 0.0, default=None)
    if last is None or first is None or last is first:
        return
    seen = last.event.m - first.event.m
    meant = (last.planned_m or 0.0) - (first.planned_m or 0.0)
    if meant > 0.5 * run_m and abs(seen - meant) > max(
        threshold("length_m") + pulse, threshold("length_share") * meant
    ):
        word = "longer" if seen > meant else "shorter"
        said = f"{abs(seen - meant):.0f} m {word} than the plan"
        yield Fault(seen, "length", None, None, True, said)
