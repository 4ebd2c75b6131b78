"""The one answer about a link that comes up, and what a signature would leave open."""

import json
from collections.abc import Iterable

from passerelle.core.hunting.seen import SIDES
from passerelle.core.judge.findings import NOTE
from passerelle.core.judge.naming import with_names
from passerelle.core.plan.ends import Side
from passerelle.core.plan.turnup import SignOffFact
from passerelle.core.tables.turnup import figure
from passerelle.core.words import counted

from .levels import LaneLevel
from .link import State, TurnUp
from .lists import Point


def headline(one: TurnUp) -> str:
    """The one answer about a link."""
    return with_names(_headline(one), one.check.budget.link)


FIXED: dict[State, str] = {
    "not begun": "Not brought up yet: nothing is read at either end",
    "begun": "Begun: no level is read yet",
}


def _headline(one: TurnUp) -> str:
    if one.state == "signed":
        count = left_open(one.of.signed[-1])
        return f"Signed off, {counted(count, 'thing')} left open" if count else "Signed off"
    if one.state in FIXED:
        return FIXED[one.state]
    every = [lane for end in SIDES for lane in one.lanes[end]]
    if one.state == "dark":
        told = _ends([x.end for x in every if x.verdict == "dark"])
        return f"Dark: no light at {told.replace('both ends', 'either end')}"
    if one.state == "erring":
        grown = [end for end in SIDES if one.counters[end].growing]
        return f"It makes errors at {_ends(grown)}"
    if one.state == "weak":
        return _weak(one, every)
    if one.state == "levels open":
        left = [x.end for x in every if x.verdict in ("not read", "not compared")]
        return f"Levels of {_ends(left)} are not known yet"
    confirm = next((lane for lane in every if lane.verdict == "confirm"), None)
    if confirm is not None:
        under = -(confirm.over_db or 0.0)
        return f"{under:.1f} dB below plan at end {confirm.end}: confirm with a meter"
    if one.state == "counting":
        left_s = max(counter.left_s for counter in one.counters.values())
        if any(counter.readings < 2 for counter in one.counters.values()):
            return "Levels as planned; errors are not counted yet"
        return f"Levels as planned, no error so far; {left_s:.0f} s to go"
    return "Up: levels as planned at both ends, and no error"


def left_open(fact: SignOffFact) -> int:
    """How many things a signature left open."""
    return len(json.loads(fact.record).get("open", ()))


def _ends(ends: Iterable[Side]) -> str:
    found = dict.fromkeys(ends)
    return f"end {next(iter(found))}" if len(found) == 1 else "both ends"


def _weak(one: TurnUp, every: list[LaneLevel]) -> str:
    high = next((lane for lane in every if lane.verdict == "too much"), None)
    if high is not None:
        return f"Too much light at end {high.end}"
    warn_db = figure("day_one_warn_db")
    low = [x for x in every
           if x.verdict in ("low", "below need") or (x.change_db or 0.0) <= -warn_db]  # fmt: skip
    if not low:
        grave = (f for f in one.findings if f.finding.rule.severity != NOTE)
        return next(grave).finding.rule.title
    worst = min(low, key=_by)
    since = "less than on day one" if worst.change_db is not None else "below plan"
    return f"Light arrives, but {-_by(worst):.1f} dB {since} at end {worst.end}"


def _by(lane: LaneLevel) -> float:
    change = lane.change_db if lane.change_db is not None else lane.over_db
    return change or 0.0


def open_points(one: TurnUp) -> list[tuple[str, str]]:
    """What a signature would leave open: key and words, each finding and point that wants more."""
    told = [
        (f"{told.finding.rule.id}.{told.end or ''}", told.finding.message)
        for told in one.findings if told.finding.rule.severity != NOTE
    ]  # fmt: skip
    left = [
        (f"{point.row.key}.{point.end or point.about[1]}", _open_words(point))
        for point in (*one.bench, *one.points["a"], *one.points["b"])
        if point.state not in ("done", "not needed")
    ]  # fmt: skip
    link = one.check.budget.link
    return [(key, with_names(words, link)) for key, words in dict((*told, *left)).items()]


def _open_words(point: Point) -> str:
    where = f" at end {point.end}" if point.end is not None else f" of {point.of}"
    return f"{point.row.words}{where}: {point.sub or 'not done'}"
