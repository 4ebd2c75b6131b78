"""What levels, counters, memories and lists say of a link: findings with their place."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from passerelle.core.judge.findings import NOTE, STOP, WARN, Finding, finding
from passerelle.core.judge.rules import Severity
from passerelle.core.light.link import Budget, Direction
from passerelle.core.light.modules import End
from passerelle.core.plan.ends import Side
from passerelle.core.plan.turnup import ModuleReadFact
from passerelle.core.tables.turnup import CLASSES, figure
from passerelle.core.words import signed

from .counting import Counted
from .identity import Compared
from .levels import LaneLevel, Where, shortfall, usual, weak_lanes

CONFIRM = "Confirm it with a power meter: both readings together may be off by 4.2 dB."


@dataclass(frozen=True, slots=True)
class TurnUpFinding:
    """A finding about a link that comes up, at an end; lane from 0, None: of all of them."""

    finding: Finding
    end: Side | None
    lane: int | None = None


def _told(rule: str, said: str, end: Side | None, *, severity: Severity | None = None,
          do: str | None = None, lane: int | None = None) -> TurnUpFinding:  # fmt: skip
    ends = () if end is None else (end,)
    return TurnUpFinding(finding(rule, said, ends=ends, severity=severity, do=do), end, lane)


def of_levels(
    lanes: tuple[LaneLevel, ...], sums: Budget, where: tuple[Where, str] | None, errors: Counted
) -> Iterator[TurnUpFinding]:
    """What the lanes of one receiver say."""
    end = lanes[0].end
    way = next(one for one in sums.directions if one.sender != end)
    weak = weak_lanes(lanes)
    dark = [one for one in lanes if one.verdict == "dark"]
    if dark:
        some = "" if len(dark) == len(lanes) else _lanes(dark)
        yield _told("turnup.dark", f"No light at end {end}{some}.", end)
    for one in lanes:
        here = one.got
        if isinstance(here, float | int):
            at = f"End {end}: " + (f"lane {one.lane + 1}: " if len(lanes) > 1 else "")
            yield from _of_level(one, at + f"{_dbm(here)} dBm", here, way, where, errors, weak)
    for lane in weak:
        said = (
            f"End {end}: lane {lane + 1} tells {_dbm(lanes[lane].got)} dBm, more than "
            f"{figure('lane_db'):g} dB under the mean of the others: its strand, not the module."
        )
        yield _told("turnup.lane", said, end, lane=lane)


def _of_level(
    one: LaneLevel, begun: str, here: float, way: Direction, where: tuple[Where, str] | None,
    errors: Counted, weak: tuple[int, ...],
) -> Iterator[TurnUpFinding]:  # fmt: skip
    """What one lane's level says. begun : the sentence as far as the level."""
    end, lane = one.end, one.lane
    against = f"{_dbm(one.expected or 0.0)} ({one.basis}, ± {one.doubt_db:.1f} dB)"
    by_meter = one.meter == "meter"
    if one.verdict == "too much":
        most = way.receive_max_dbm or 0.0
        sure = by_meter or here > most + figure("module_power_db")
        said = f"{begun}, and the receiver bears {_dbm(most)}."
        yield _told("turnup.power-high", said, end, severity=STOP if sure else WARN, lane=lane)
    elif one.verdict == "below need":
        sure = by_meter or errors.growing is True
        more = "" if sure else "; the reading itself may be 3 dB off"
        said = f"{begun}, and the receiver needs {_dbm(way.receive_min_dbm or 0.0)}{more}."
        yield _told("turnup.power-low", said, end, severity=STOP if sure else WARN, lane=lane)
    elif one.verdict in ("low", "confirm") and lane not in weak and not _changed(one):
        under = -(one.over_db or 0.0)
        said = f"{begun}, {under:.1f} dB under {against}.{_usually(under)}{_said(where)}"
        low = one.verdict == "low"
        yield _told("turnup.power-low", said, end, severity=WARN if low else NOTE,
                    do=None if low else CONFIRM, lane=lane)  # fmt: skip
    elif one.verdict == "high":
        said = f"{begun}, {one.over_db or 0.0:.1f} dB over {against}."
        yield _told("turnup.power-high", said, end, severity=NOTE, lane=lane)
    change = one.change_db
    if change is not None and change <= -figure("day_one_note_db"):
        grave: Severity = WARN if change <= -figure("day_one_warn_db") else NOTE
        planned = "" if one.over_db is None else f", {-one.over_db:.1f} dB under {against}"
        also = planned if one.verdict in ("low", "confirm") else ""
        said = (
            f"{begun}, and {_dbm(one.day_one)} on day one: {-change:.1f} dB less{also}."
            f"{_usually(-change)}{_said(where)}"
        )
        yield _told("turnup.changed", said, end, severity=grave, lane=lane)


def _changed(one: LaneLevel) -> bool:
    """Whether the change since day one says it already, and more exactly."""
    return one.change_db is not None and one.change_db <= -figure("day_one_warn_db")


def _dbm(level: object) -> str:
    return signed(f"{level:.1f}") if isinstance(level, float | int) else str(level)


def _lanes(lanes: Iterable[LaneLevel]) -> str:
    return " on lane " + ", ".join(str(one.lane + 1) for one in lanes)


def _usually(db: float) -> str:
    rows = usual(db)
    if not rows:
        return ""
    told = ", ".join(f"{row.words} ({row.least_db:g} to {row.most_db:g} dB)" for row in rows[:3])
    return f" That much is usually {told}."


def _said(where: tuple[Where, str] | None) -> str:
    return "" if where is None else f" {where[1][0].upper()}{where[1][1:]}."


def of_counters(end: Side, told: Counted) -> Iterator[TurnUpFinding]:
    """What the counter of an end says."""
    if told.growing:
        ratio = f", about {told.ratio:.1e} of all bits" if told.ratio is not None else ""
        yield _told("turnup.errors", f"End {end}: {told.errors:g} more than before{ratio}.", end)
    elif told.readings and not told.proven:
        if told.readings == 1:
            said = f"End {end}: the counter was read once; read it again."
        else:
            said = (
                f"End {end}: no error in {told.seconds:.0f} s proves less than "
                f"{told.ratio or 1:.1e}; {told.left_s:.0f} s more for {told.target.ratio:.0e}."
            )
        yield _told("turnup.errors-open", said, end)


def of_module(
    end: Side, read: ModuleReadFact, found: tuple[Compared, ...], fitted: End
) -> Iterator[TurnUpFinding]:
    """What the memory of the module at an end says against the plan, and of how it fares."""
    wrong = [one for one in found if one.fits is False]
    if wrong:
        told = "; ".join(f"{one.what} {one.found}, planned {one.planned}" for one in wrong)
        yield _told("turnup.module", f"End {end}: {told}.", end)
    yield from _temperature(end, read, fitted)
    if read.alarms or read.beyond:
        said = ", ".join((*read.alarms, *read.beyond))
        yield _told("turnup.alarm", f"End {end}: {said}.", end)
    if read.checksums_wrong:
        yield _told("turnup.memory", f"End {end}: a check sum is wrong.", end)


def _temperature(end: Side, read: ModuleReadFact, fitted: End) -> Iterator[TurnUpFinding]:
    here = read.temperature_c
    if here is None:
        return
    row = CLASSES.get(fitted.fitted_temperature or "commercial")
    assumed = "" if fitted.fitted_temperature else ", class not recorded, taken as the narrowest"
    if row is None or row.coldest_c <= here <= row.hottest_c:
        return
    doubt = figure("temperature_c")
    sure = not row.coldest_c - doubt <= here <= row.hottest_c + doubt and not assumed
    yield _told("turnup.temperature", f"End {end}: {here:.1f} °C; {row.name} modules bear "
                f"{row.coldest_c:g} to {row.hottest_c:g} °C{assumed}.", end,
                severity=WARN if sure else NOTE)  # fmt: skip


def weakest(lanes: tuple[LaneLevel, ...]) -> LaneLevel:
    """The lane that says most against the link: dark, then the greatest shortfall."""
    return min(lanes, key=lambda one: (one.verdict != "dark", -(shortfall((one,)) or 0.0)))
