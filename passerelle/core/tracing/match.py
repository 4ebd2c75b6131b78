"""Events of a trace against the planned parts: found where, as planned, high, low, or not planned.

Both are put in the order of the light and aligned: intervals may be a little longer or shorter
(index, slack), parts may be missing, events may be extra. Parts that a pulse merges are one.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from passerelle.core.tables.traces import figure, pulse_m

from .events import Analysis, Event
from .layout import Layout, Spot

Judged = Literal["as planned", "high", "low", "not planned"]
STRETCH = 0.03
"""Intervals may differ by so much of themselves. [share]"""
LOOSE_M = 4.0
EXTRA = 2.5
"""What an event that is not planned costs the alignment; a missing part by how plain it is."""


@dataclass(frozen=True, slots=True)
class Group:
    """Spots that a pulse merges into one event. [m, dB]"""

    m: float
    until_m: float
    spots: tuple[Spot, ...]
    loss_db: float
    reflectance_db: float | None

    @property
    def parts(self) -> tuple[int, ...]:
        """Positions in the run's chain."""
        return tuple(at for spot in self.spots for at in spot.parts)

    @property
    def kind(self) -> str:
        """reflective, loss, gain or end."""
        if any(spot.kind == "end" for spot in self.spots):
            return "end"
        if self.reflectance_db is not None:
            return "reflective"
        return "gain" if self.loss_db < 0 else "loss"


@dataclass(frozen=True, slots=True)
class Matched:
    """An event with the parts that it is. planned_m None: nothing is planned there. [m, dB]

    also_db : the same event at the other wavelength. back_db : from the other end; mean_db : both.
    """

    event: Event
    group: Group | None
    planned_m: float | None
    expected_db: float | None
    verdict: Judged
    also_db: float | None = None
    back_db: float | None = None
    mean_db: float | None = None


@dataclass(frozen=True, slots=True)
class Missing:
    """Parts that no event shows, and why."""

    group: Group
    why: str


def merged_m(pulse_ns: float, index: float) -> float:
    """Events nearer than this are one. [m]"""
    return figure("merge_pulses") * pulse_m(pulse_ns, index) + figure("merge_m")


def groups_of(layout: Layout, pulse_ns: float) -> tuple[Group, ...]:
    """Planned spots as a pulse shows them, with what they seem to lose: gainers included."""
    near = merged_m(pulse_ns, layout.index)
    found: list[list[Spot]] = []
    for spot in layout.spots:
        if spot.kind == "port":
            continue
        if found and spot.m - found[-1][-1].m <= near and found[-1][-1].kind != "end":
            found[-1].append(spot)
        else:
            found.append([spot])
    return tuple(_group(layout, spots) for spots in found)


def _group(layout: Layout, spots: list[Spot]) -> Group:
    thrown = [s.reflectance_db for s in spots if s.reflectance_db is not None]
    before, after = _level(layout, spots[0].m, -1), _level(layout, spots[-1].m, 1)
    loss = sum(spot.loss_db for spot in spots) + before - after
    return Group(spots[0].m, spots[-1].m, tuple(spots), loss, max(thrown, default=None))


def _level(layout: Layout, m: float, side: int) -> float:
    for one in layout.stretches:
        inside = one.from_m < m - 1e-9 <= one.until_m + 1e-6 if side < 0 else (
            one.from_m - 1e-6 <= m < one.until_m - 1e-9
        )  # fmt: skip
        if inside and one.until_m - one.from_m > 0:
            return one.level_db
    return layout.stretches[-1].level_db


def aligned(
    layout: Layout, analysis: Analysis, pulse_ns: float
) -> tuple[list[Matched], list[Missing]]:
    """Events beside planned parts, in the order of the light."""
    groups = groups_of(layout, pulse_ns)
    events = [one for one in analysis.events if one.m > 0.5 * pulse_m(pulse_ns, layout.index)]
    pairs, _ = cheapest(groups, events)
    by_event = {e: g for g, e in pairs}
    by_group = dict(pairs)
    found = [
        _matched(event, groups[by_event[n]] if n in by_event else None, layout)
        for n, event in enumerate(events)
    ]
    end = max((one.m for one in events if one.kind == "end"), default=None)
    missing = [
        Missing(group, _why(group, end))
        for n, group in enumerate(groups) if n not in by_group
    ]  # fmt: skip
    return found, missing


def cheapest(
    groups: Sequence[Group], events: Sequence[Event]
) -> tuple[list[tuple[int, int]], float]:
    """The pairs of the cheapest alignment, in order and with like intervals, and its cost."""
    n, m = len(groups), len(events)
    cost: dict[tuple[int, int], tuple[float, tuple[int, int] | None]] = {}
    best: tuple[float, tuple[int, int] | None] = (_skip(groups, 0, n) + EXTRA * m, None)
    for g in range(n):
        for e in range(m):
            here = _pair(groups[g], events[e])
            start = here + _place(groups[g].m, events[e].m) + _skip(groups, 0, g) + EXTRA * e
            least: tuple[float, tuple[int, int] | None] = (start, None)
            for pg in range(max(0, g - 12), g):
                for pe in range(max(0, e - 12), e):
                    known = cost.get((pg, pe))
                    if known is None:
                        continue
                    apart = _place(groups[g].m - groups[pg].m, events[e].m - events[pe].m)
                    total = (known[0] + here + apart + _skip(groups, pg + 1, g)
                             + EXTRA * (e - pe - 1))  # fmt: skip
                    if total < least[0]:
                        least = (total, (pg, pe))
            cost[g, e] = least
            whole = least[0] + _skip(groups, g + 1, n) + EXTRA * (m - e - 1)
            if whole < best[0]:
                best = (whole, (g, e))
    found = []
    at = best[1]
    while at is not None:
        found.append(at)
        at = cost[at][1]
    return sorted(found), best[0]


def _place(planned: float, found: float) -> float:
    """What it costs that an interval is another than planned."""
    room = LOOSE_M + STRETCH * abs(planned)
    off = abs(planned - found) / room
    return min(off * off, 1e6) if off <= 1.6 else 1e3 * off


def _pair(group: Group, event: Event) -> float:
    if (group.kind == "end") != (event.kind == "end"):
        # a break ends before the plan does; the plan's own end is never a splice
        return 6.0 if event.kind == "end" else 1e6
    if group.kind == "reflective" and event.kind != "reflective":
        return 1.0
    if group.kind in ("loss", "gain") and event.kind == "reflective":
        return 1.5
    return 0.0


def _skip(groups: Sequence[Group], start: int, stop: int) -> float:
    """What it costs that planned parts are not seen: a plain reflection is hardly missed."""
    total = 0.0
    for group in groups[start:stop]:
        plain = group.reflectance_db is not None and group.reflectance_db > -60
        total += 3.0 if plain else min(2.5, 0.3 + 8.0 * abs(group.loss_db))
    return total


def _matched(event: Event, group: Group | None, layout: Layout) -> Matched:
    if group is None:
        return Matched(event, None, None, None, "not planned")
    expected = None if group.kind == "end" else group.loss_db
    verdict: Judged = "as planned"
    if event.loss_db is not None and expected is not None:
        room = room_db(group, layout) + 2 * event.sure_db
        over = event.loss_db - expected
        verdict = "high" if over > room else "low" if over < -room else "as planned"
    return Matched(event, group, group.m, expected, verdict)


def room_db(group: Group, layout: Layout) -> float:
    """How far from the expected an event may lie: chance, one way, unlike glasses. [dB]"""
    joints = sum(0.3 if s.kind == "connection" else 0.12 for s in group.spots if s.kind != "end")
    before, after = _level(layout, group.m, -1), _level(layout, group.until_m, 1)
    unlike = figure("one_way_db") if abs(before - after) > 0.05 else 0.0
    return figure("event_db") + max(joints, unlike)


def _why(group: Group, end_m: float | None) -> str:
    if end_m is not None and group.m > end_m + LOOSE_M:
        return "the trace ends before it"
    if group.kind == "end":
        return "the trace does not reach it"
    if abs(group.loss_db) < 0.05 and group.reflectance_db is None:
        return "it loses too little to be seen"
    return "nothing is seen there"


def with_also(found: Sequence[Matched], other: Sequence[Event], near_m: float) -> list[Matched]:
    """Each event with the loss that the other wavelength shows there; none seen is nothing lost."""
    made = []
    for one in found:
        mate = min(other, key=lambda e: abs(e.m - one.event.m), default=None)
        close = mate is not None and abs(mate.m - one.event.m) <= near_m
        loss = mate.loss_db if close and mate is not None else 0.0
        made.append(replace(one, also_db=loss))
    return made


def with_back(
    found: Sequence[Matched], back: Sequence[Matched], total_m: float, near_m: float
) -> list[Matched]:
    """Each event with what the trace from the other end shows, and the mean of both: its true loss.

    total_m : of glass between the two ports, by both traces. [m]
    """
    made = []
    for one in found:
        there = total_m - one.event.m
        mate = min(
            (b for b in back if b.event.kind != "end"),
            key=lambda b: abs(b.event.m - there), default=None,
        )  # fmt: skip
        close = mate is not None and abs(mate.event.m - there) <= near_m
        theirs = mate.event.loss_db if close and mate is not None else None
        mean = None
        if one.event.loss_db is not None and theirs is not None:
            mean = (one.event.loss_db + theirs) / 2
        made.append(replace(one, back_db=theirs, mean_db=mean))
    return made
