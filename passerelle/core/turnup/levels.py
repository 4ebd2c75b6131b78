"""Levels against prediction: what a receiver should tell, with the doubt of both meters.

Sources of the figures: table turnup.toml; the module's own meter ± 3 dB (SFF-8472), of two of them
together root of the sum of squares, 4.2 dB.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import hypot
from statistics import mean
from typing import Literal

from passerelle.core.light.link import Budget, Direction, is_measured
from passerelle.core.plan.devices import Port
from passerelle.core.plan.ends import Side
from passerelle.core.plan.turnup import LaneRead, LevelRead, MeterKind, ModuleReadFact
from passerelle.core.tables.turnup import COSTS, CostRow, figure

LevelVerdict = Literal[
    "not read", "dark", "below need", "too much", "low", "confirm", "high", "as planned",
    "not compared",
]  # fmt: skip
Basis = Literal["far reading, measured loss", "far reading, planned loss", "planned launch"]
LEAST_DB = 1.0
"""A shortfall under this is not looked for on one strand or both. A planning value. [dB]"""
ALIKE_DB = 1.5
"""Two shortfalls within this are one that both strands share. A planning value. [dB]"""


@dataclass(frozen=True, slots=True)
class LaneLevel:
    """What a lane's receiver tells, against what it should. [dBm, dB]

    sent : what the far module says it sends. least, most : the planned window, from what the far
    module sends where that was read. expected : in the middle of it, and within doubt_db of that.
    over_db : read less expected. day_one : the first level that was read; change_db : since then.
    """

    lane: int
    sender: Side
    sent: LevelRead
    got: LevelRead
    meter: MeterKind
    basis: Basis | None
    expected: float | None
    doubt_db: float
    least: float | None
    most: float | None
    over_db: float | None
    day_one: LevelRead
    change_db: float | None
    verdict: LevelVerdict

    @property
    def end(self) -> Side:
        """The end that receives."""
        return "b" if self.sender == "a" else "a"


def number(level: LevelRead) -> float | None:
    """A level in figures; None where there was no light, or nothing was read. [dBm]"""
    return level if isinstance(level, float | int) else None


def doubt_of(meter: MeterKind) -> float:
    """By how much a level of a kind of meter may be off. [dB]"""
    return figure("module_power_db" if meter == "module" else "meter_power_db")


def lane_levels(
    sums: Budget, direction: Direction, near: ModuleReadFact | None, far: ModuleReadFact | None,
    first: ModuleReadFact | None,
) -> tuple[LaneLevel, ...]:  # fmt: skip
    """Every lane of a direction. near : the receiving end's reading; first : its day-one reading.

    Where nothing was read there is one lane that says so.
    """
    lanes = 1 if direction.receiver.parent is not None else direction.receiver.lanes
    count = max(1, min(lanes, len(near.lanes)) if near is not None else 0)
    return tuple(
        _lane(sums, direction, n, near, far, first) for n in range(count)
    )  # fmt: skip


def lane_of(fact: ModuleReadFact, port: Port, lane: int) -> int:
    """Which lane of a module's reading a link's lane is: of a split port the one that it is."""
    split = port.lane is not None and len(fact.lanes) > 1
    return port.lane - 1 if split and port.lane is not None else lane


def _at(fact: ModuleReadFact | None, port: Port, lane: int) -> LaneRead:
    if fact is None:
        return LaneRead()
    at = lane_of(fact, port, lane)
    return fact.lanes[at] if at < len(fact.lanes) else LaneRead()


def _lane(
    sums: Budget, way: Direction, lane: int, near: ModuleReadFact | None,
    far: ModuleReadFact | None, first: ModuleReadFact | None,
) -> LaneLevel:  # fmt: skip
    ports = (sums.link.a.port, sums.link.b.port)
    here_port, far_port = ports if way.sender == "b" else ports[::-1]
    got, sent = _at(near, here_port, lane).rx_dbm, _at(far, far_port, lane).tx_dbm
    meter: MeterKind = near.meter if near is not None else "module"
    loss = way.loss
    launched = number(sent)
    typical, worst, lowest = loss.typical, loss.worst_case, loss.lowest
    least, most, expected, basis = way.received_min_dbm, way.received_max_dbm, None, None
    doubt = doubt_of(meter)
    if launched is not None and typical is not None and far is not None:
        measured = is_measured(sums.link.path, (way.wavelength_nm,))
        basis_read: Basis = (
            "far reading, measured loss" if measured else "far reading, planned loss"
        )
        basis, expected = basis_read, launched - typical
        doubt = hypot(doubt, doubt_of(far.meter))
        least = launched - worst if worst is not None else least
        most = launched - lowest if lowest is not None else most
    elif least is not None and most is not None:
        basis, expected = "planned launch", (least + most) / 2
    day_one = _at(first, here_port, lane).rx_dbm if first is not near else None
    here, then = number(got), number(day_one)
    made = LaneLevel(
        lane, way.sender, sent, got, meter, basis, expected, doubt, least, most,
        here - expected if here is not None and expected is not None else None, day_one,
        here - then if here is not None and then is not None else None, "not read",
    )  # fmt: skip
    average = near is None or near.rx_average is not False
    return replace(made, verdict=_verdict(made, way, average))


def _verdict(one: LaneLevel, way: Direction, average: bool) -> LevelVerdict:
    if one.got is None:
        return "not read"
    here = number(one.got)
    if here is None:
        return "dark"
    if not average:
        return "not compared"
    if way.receive_max_dbm is not None and here > way.receive_max_dbm:
        return "too much"
    if way.receive_min_dbm is not None and here < way.receive_min_dbm:
        return "below need"
    if one.basis == "planned launch":
        if one.least is not None and here < one.least - one.doubt_db:
            return "low"
        return "high" if one.most is not None and here > one.most + one.doubt_db else "as planned"
    if one.over_db is None:
        return "not compared"
    if one.over_db < -one.doubt_db:
        return "low"
    if one.over_db > one.doubt_db:
        return "high"
    return "confirm" if one.over_db <= -figure("expected_note_db") else "as planned"


def weak_lanes(lanes: Sequence[LaneLevel]) -> tuple[int, ...]:
    """Lanes that lie under the mean of the others by the table's figure; of two none does."""
    known = {one.lane: level for one in lanes if (level := number(one.got)) is not None}
    if len(known) < 3:
        return ()
    return tuple(
        lane for lane, level in known.items()
        if level < mean(other for n, other in known.items() if n != lane) - figure("lane_db")
    )  # fmt: skip


def shortfall(lanes: Sequence[LaneLevel]) -> float | None:
    """By how much the weakest lane lies under what it should: since day one, else as expected."""
    found = []
    for one in lanes:
        by = one.change_db if one.change_db is not None else one.over_db
        if by is not None:
            found.append(-by)
    return max(found, default=None)


Where = Literal["one strand", "both strands", "transmitter"]


def located(
    one: Sequence[LaneLevel], other: Sequence[LaneLevel], way: Direction
) -> tuple[Where, str] | None:
    """What both directions together say of a shortfall of the first one; None: there is none.

    way : the direction of the first one.
    """
    mine, theirs = shortfall(one), shortfall(other)
    if mine is None or mine < LEAST_DB:
        return None
    sent = [level for lane in one if (level := number(lane.sent)) is not None]
    if (
        sent
        and way.launch_min_dbm is not None
        and min(sent) < way.launch_min_dbm - doubt_of("module")
    ):
        return "transmitter", "the far module says itself that it sends less than it should"
    if theirs is None:
        return None
    if abs(mine - theirs) <= ALIKE_DB and theirs >= LEAST_DB:
        return "both strands", "both strands lose alike: what they share, cable, tray or closure"
    if theirs < LEAST_DB:
        return "one strand", "the other strand is as it should be: a plug, a cord leg, one splice"
    return "one strand", "both lose, this one more: a plug or a splice of it, beside what is shared"


def usual(db: float) -> tuple[CostRow, ...]:
    """What a shortfall of a size usually is, the nearest middle first."""
    fitting = [row for row in COSTS if row.least_db <= db <= row.most_db]
    return tuple(sorted(fitting, key=lambda row: abs(db - (row.least_db + row.most_db) / 2)))
