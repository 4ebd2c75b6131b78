"""The order of sheets that costs least walking and fewest new references, for two people."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from itertools import pairwise

from passerelle.core.plant.travel import Travel
from passerelle.core.working import phase

from .limits import mode_of
from .sheet import Sheet

REFERENCE_MIN = 6.0
"""To set a reference and check it, both ways. Planning value. [min]"""
READING_MIN = 0.4
"""To move both plugs and read one strand at one wavelength, one way. Planning value. [min]"""
FEW = 60
"""So many sheets are looked at in pairs; more are walked to the nearest one after another."""


@dataclass(frozen=True, slots=True)
class Ordered:
    """Sheets in the order to be walked. walked_min : on the way, once; references : to be set."""

    sheets: tuple[Sheet, ...]
    walked_min: float
    references: int


def kind_of(sheet: Sheet) -> tuple[str | None, tuple[str | None, ...], str]:
    """What a reference holds for: the glass, the plugs at both ends in any order, the method."""
    run = sheet.rows[0].run
    families = sorted(end.family or "" for end in run.ends)
    return mode_of(run), tuple(families), sheet.method


def in_order(sheets: Sequence[Sheet], travel: Travel, start: str | None) -> Ordered:
    """The sheets, the nearest next, then turned wherever that is shorter."""
    if not sheets:
        return Ordered((), 0.0, 0)

    def between(a: Sheet | None, b: Sheet) -> float:
        if a is None:
            return _walk(travel, (start, start), b.places)
        return _walk(travel, a.places, b.places) + REFERENCE_MIN * (kind_of(a) != kind_of(b))

    left = list(sheets)
    found: list[Sheet] = []
    while left:
        last = found[-1] if found else None
        best = min(range(len(left)), key=lambda at: (between(last, left[at]), at))
        found.append(left.pop(best))
    if len(found) <= FEW:
        found = _turned(found, between)
    walked = sum(
        _walk(travel, a.places if a else (start, start), b.places)
        for a, b in zip((None, *found), found, strict=False)
    )
    changes = 1 + sum(kind_of(a) != kind_of(b) for a, b in pairwise(found))
    return Ordered(tuple(found), walked, changes)


Pair = tuple[str | None, str | None]


def _walk(travel: Travel, here: Pair, there: Pair) -> float:
    """How long two people take from their places to the next two, whichever way they part. [min]"""

    def one(a: str | None, b: str | None) -> float:
        return 0.0 if a is None or b is None else travel.minutes(a, b)

    straight = max(one(here[0], there[0]), one(here[1], there[1]))
    return min(straight, max(one(here[0], there[1]), one(here[1], there[0])))


def _turned(found: list[Sheet], between: Callable[[Sheet | None, Sheet], float]) -> list[Sheet]:
    """Stretches of the order turned round as long as that makes it shorter."""
    better = True
    while better:
        better = False
        for at in range(len(found) - 1):
            phase("Ordering sheets", at, len(found))
            for to in range(at + 1, len(found)):
                before = found[at - 1] if at else None
                after = found[to + 1] if to + 1 < len(found) else None
                now = between(before, found[at]) + (between(found[to], after) if after else 0.0)
                new = between(before, found[to]) + (between(found[at], after) if after else 0.0)
                if new < now - 1e-9:
                    found[at : to + 1] = reversed(found[at : to + 1])
                    better = True
    return found


def minutes_of(sheet: Sheet) -> float:
    """How long its readings take two people, without the walk and the reference. [min]"""
    return sum(len(row.cells) for row in sheet.rows if row.state == "open") * READING_MIN
