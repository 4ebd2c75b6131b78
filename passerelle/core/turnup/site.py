"""The list on site of a link's end, with what stands at each point by what was read and ticked."""

from passerelle.core.judge.check import LinkCheck
from passerelle.core.plan.ends import Side
from passerelle.core.tables.turnup import POINTS, figure

from .counting import Counted
from .identity import Compared
from .levels import LaneLevel
from .lists import Point, PointState, cord_words, module_words
from .read import OfLink
from .said import weakest


def site_points(
    one: LinkCheck, of: OfLink, end: Side, lanes: tuple[LaneLevel, ...], counter: Counted,
    module: tuple[Compared, ...],
) -> list[Point]:  # fmt: skip
    """The list on site of an end."""
    link = one.budget.link
    at = 0 if end == "a" else 1
    fitted = link.a if end == "a" else link.b
    read = of.newest(end)
    values = {"module": module_words(one.budget.modules[at], fitted), "cord": cord_words(one, end)}
    made = []
    for row in POINTS:
        if row.list != "site":
            continue
        device = fitted.device
        draws = device is not None and (device.draw_w is not None or device.draw_peak_w is not None)
        if row.when == "draw" and not draws:
            continue
        tick = of.ticks.get((row.key, end))
        state: PointState = "open" if tick is None else tick.state
        # Levels and counters are read: nobody ticks them.
        sub, by_facts = "", row.key in ("levels", "counters")
        if by_facts:
            state, sub = "open", "not read"
        if row.key == "module" and read is not None and module:
            wrong = [c for c in module if c.fits is False]
            by_facts, sub = True, f"serial {read.serial}" if read.serial else "serial not told"
            sure = any(c.fits for c in module if c.what in ("application", "wavelength"))
            state = "warn" if wrong else "done" if sure else "open"
            sub += "" if sure or wrong else "; what it is, is not told"
        elif row.key == "levels" and any(lane.verdict != "not read" for lane in lanes):
            state, sub = _levels_state(lanes)
        elif row.key == "counters" and counter.readings:
            state, sub = _counter_state(counter)
        made.append(Point(row, values.get(row.key, ""), state, ("link", link.id), None, end, sub,
                          tick=tick, by_facts=by_facts))  # fmt: skip
    return made


def _levels_state(lanes: tuple[LaneLevel, ...]) -> tuple[PointState, str]:
    worst = weakest(lanes)
    if worst.verdict == "dark":
        return "stop", "no light"
    bad = [one for one in lanes if one.verdict in ("below need", "too much", "low")]
    changed = min((one.change_db for one in lanes if one.change_db is not None), default=0.0)
    if bad:
        word = "over" if bad[0].verdict == "too much" else "under"
        by = bad[0].over_db
        return "warn", bad[0].verdict if by is None else f"{abs(by):.1f} dB {word} plan"
    if changed <= -figure("day_one_warn_db"):
        return "warn", f"{-changed:.1f} dB less than on day one"
    unsure = [one for one in lanes if one.verdict in ("not compared", "not read", "confirm")]
    if unsure:
        kept = unsure[0].verdict
        return "open", "confirm with a meter" if kept == "confirm" else kept
    return "done", "within plan"


def _counter_state(told: Counted) -> tuple[PointState, str]:
    if told.growing:
        return "stop", f"{told.errors:g} errors"
    if told.proven:
        return "done", f"0 errors in {told.seconds:.0f} s"
    if told.readings == 1:
        return "open", "read once"
    return "open", f"0 errors in {told.seconds:.0f} s, {told.left_s:.0f} s to go"
