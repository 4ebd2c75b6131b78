"""Tasks into days: each person walks from place to place, and no task begins before it can.

One task after the other is given the earliest start that people, ways, hours of access and what it
waits for allow; among those that could begin the one that begins first and costs the least walking.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from itertools import permutations
from math import floor

from .days import EPS, GRID, Conditions, Placed, Step, Visit, on_grid
from .task import Task

SOON_H = 0.05
"""Tasks that begin within this of each other are told apart by walking, then by what waits."""
MOST_LOOKED_AT = 80
URGENT = 10_000.0
"""A rank from here on belongs to a day that somebody named; each step goes before all below it."""
MOST_PEOPLE = 5
"""Of a large crew those who are free first are asked."""


@dataclass
class _Person:
    place: str | None
    free_h: float = 0.0
    walked_h: float = 0.0
    steps: list[Step] = field(default_factory=list)


@dataclass
class _Day:
    number: int
    crews: list[list[_Person]]
    placed: list[list[Placed]]


@dataclass(frozen=True, slots=True)
class _Fit:
    start_h: float
    walk_h: float
    crew: int
    people: tuple[int, ...]
    places: tuple[str | None, ...]
    hours: float


class NeverError(Exception):
    """A task that fits into no day, and why."""

    def __init__(self, task: Task, why: str) -> None:
        super().__init__(why)
        self.task = task
        self.why = why


def scheduled(
    tasks: Sequence[Task],
    conditions: Conditions,
    rank: Mapping[str, float],
    horizon: int = 2000,
    first: int = 1,
) -> list[Visit]:
    """Visits that do every task. rank : by key; the greater goes first among equals.

    first : number of the first day. horizon : days without work after which it gives up.
    Raises NeverError where a task fits into no day at all.
    """
    left = {one.key: one for one in tasks}
    waiting = {one.key: {w.key for w in one.after if w.key in left} for one in tasks}
    behind: dict[str, list[str]] = {one.key: [] for one in tasks}
    for key, before in waiting.items():
        for one in before:
            behind[one].append(key)
    ready = {key for key, before in waiting.items() if not before}
    ends: dict[str, tuple[int, float]] = {}
    begun: dict[str, tuple[float, int]] = {}
    visits: list[Visit] = []
    number = first - 1
    idle = 0
    while left:
        number += 1
        if number in conditions.lost:
            continue
        day = _begin(number, conditions)
        worked = False
        while True:
            found = _next(day, ready, left, ends, begun, conditions, rank)
            if found is None:
                break
            key, fit = found
            task = left[key]
            _place(day, task, fit, conditions, begun)
            worked = True
            if key in begun and begun[key][0] > EPS:
                ready.discard(key)  # the rest is for another day
                continue
            ends[key] = (number, fit.start_h + fit.hours)
            ready.discard(key)
            del left[key]
            for after in behind[key]:
                waiting[after].discard(key)
                if not waiting[after]:
                    ready.add(after)
        ready |= {key for key in begun if key in left and not waiting[key]}
        visits += _finish(day, conditions)
        idle = 0 if worked else idle + 1
        if idle > horizon:
            stuck = max((left[key] for key in ready), key=lambda one: -one.minutes)
            raise NeverError(stuck, never_open(stuck, conditions) or "no day holds it")
    return _numbered_parts(visits)


def _begin(number: int, conditions: Conditions) -> _Day:
    crews = [
        [_Person(conditions.depot) for _ in range(conditions.crew)]
        for _ in range(conditions.crews)
    ]  # fmt: skip
    return _Day(number, crews, [[] for _ in crews])


def _next(
    day: _Day, ready: set[str], left: Mapping[str, Task], ends: Mapping[str, tuple[int, float]],
    begun: Mapping[str, tuple[float, int]], conditions: Conditions, rank: Mapping[str, float],
) -> tuple[str, _Fit] | None:  # fmt: skip
    """The task that begins first, then walks least, then has most hanging on it."""
    here = {person.place for crew in day.crews for person in crew}
    keys = sorted(
        ready,
        key=lambda key: (
            -_urgency(rank, key), not (set(left[key].at) & here), -rank.get(key, 0.0), key
        ),
    )[:MOST_LOOKED_AT]  # fmt: skip
    best: tuple[tuple[float, float, float, float, str], str, _Fit] | None = None
    for key in keys:
        task = left[key]
        if task.due > day.number or (task.day is not None and task.day > day.number):
            continue
        earliest = max(
            (ends[w.key][1] for w in task.after if w.key in ends and ends[w.key][0] == day.number),
            default=0.0,
        )
        hours = begun[key][0] if key in begun else on_grid(task.hours)
        fit = _fitting(day, task, earliest, hours, conditions)
        if fit is None:
            continue
        order = (
            -_urgency(rank, key), round(fit.start_h / SOON_H), fit.walk_h, -rank.get(key, 0.0), key
        )  # fmt: skip
        if best is None or order < best[0]:
            best = (order, key, fit)
    return None if best is None else (best[1], best[2])


def _urgency(rank: Mapping[str, float], key: str) -> float:
    """A day that somebody named goes before what is merely handy: whole steps of `URGENT`."""
    return rank.get(key, 0.0) // URGENT


def _fitting(
    day: _Day, task: Task, earliest: float, hours: float, conditions: Conditions
) -> _Fit | None:
    """The earliest start with any crew; a task too long for any day takes what this one has."""
    best: _Fit | None = None
    for crew, people in enumerate(day.crews):
        for who in _choices(people, task):
            places = _spread(task, len(who))
            ready_h, walk = earliest, 0.0
            for at, place in zip(who, places, strict=True):
                way = _way(people[at].place, place, conditions)
                walk += way
                ready_h = max(ready_h, people[at].free_h + way)
            ends = [place or people[at].place for at, place in zip(who, places, strict=True)]
            back = max((_way(end, conditions.depot, conditions) for end in ends), default=0.0)
            slot = _slot(task, day.number, ready_h, hours, conditions.day_h - back, conditions)
            if slot is None:
                continue
            start, length = slot
            fit = _Fit(start, walk, crew, who, places, length)
            if best is None or (start, walk) < (best.start_h, best.walk_h):
                best = fit
    return best


def _choices(people: Sequence[_Person], task: Task) -> list[tuple[int, ...]]:
    """Who may do it: every way of sending so many of the crew, people who stand alike once."""
    count = task.people
    order = sorted(range(len(people)), key=lambda at: people[at].free_h)[: max(MOST_PEOPLE, count)]
    if count > MOST_PEOPLE - 1:
        return [tuple(order[:count])] if len(order) >= count else []
    seen: set[tuple[tuple[str | None, float], ...]] = set()
    found = []
    for who in permutations(order, count):
        alike = tuple((people[at].place, people[at].free_h) for at in who)
        if alike not in seen:
            seen.add(alike)
            found.append(who)
    return found


def _spread(task: Task, count: int) -> tuple[str | None, ...]:
    """A place for each person: each place is manned, the others help at the first."""
    if not task.at:
        return (None,) * count
    return (*task.at, *(task.at[0],) * (count - len(task.at)))


def _way(start: str | None, place: str | None, conditions: Conditions) -> float:
    if start is None or place is None or start == place:
        return 0.0
    return conditions.travel.minutes(start, place) / 60


def _slot(
    task: Task, day: int, ready_h: float, hours: float, last_h: float, conditions: Conditions
) -> tuple[float, float] | None:
    """When it can begin and how much fits; less than all only where no day holds all of it."""
    spans = _open_spans(task, day, last_h, conditions)
    for opens, closes in spans:
        start = on_grid(max(ready_h, opens))
        if start + hours <= closes + EPS:
            return start, hours
    longest = _longest(task, conditions)
    if hours <= longest + EPS:
        return None
    for opens, closes in spans:
        start = on_grid(max(ready_h, opens))
        room = floor((closes - start) * GRID + EPS) / GRID
        if room >= min(longest, hours) - EPS and room > EPS:
            return start, min(room, hours)
    return None


def _open_spans(
    task: Task, day: int, last_h: float, conditions: Conditions
) -> list[tuple[float, float]]:
    """Hours of a day in which all places of a task can be worked at."""
    spans = [(0.0, last_h)]
    for place in task.at:
        hours = conditions.open_at(place, day)
        if hours is not None:
            spans = [
                (max(a, c), min(b, d)) for a, b in spans for c, d in hours if min(b, d) > max(a, c)
            ]
    return spans


def _longest(task: Task, conditions: Conditions) -> float:
    """The longest stretch that any of the days allows at its places. [h]"""
    ways = [_way(conditions.depot, place, conditions) for place in task.at]
    way = max(ways, default=0.0)
    longest = 0.0
    for day in range(1, 15):
        for opens, closes in _open_spans(task, day, conditions.day_h - way, conditions):
            longest = max(longest, closes - on_grid(max(opens, way)))
    return floor(longest * GRID + EPS) / GRID


def never_open(task: Task, conditions: Conditions) -> str | None:
    """Why no day has an hour for a task: a place is shut, or too far off; None: some day has."""
    if not task.at or _longest(task, conditions) > EPS:
        return None
    shut = [p for p in task.at if conditions.open_at(p, 1) is not None]
    where = shut[0] if shut else task.at[0]
    return f"{where} is never open long enough within a day of {conditions.day_h:g} h"


def _place(
    day: _Day, task: Task, fit: _Fit, conditions: Conditions, begun: dict[str, tuple[float, int]]
) -> None:
    people = day.crews[fit.crew]
    end = fit.start_h + fit.hours
    for at, place in zip(fit.people, fit.places, strict=True):
        person = people[at]
        person.walked_h += _way(person.place, place, conditions)
        person.place = place or person.place
        person.free_h = end
        if person.place is not None:
            person.steps.append(Step(at, person.place, fit.start_h, end))
    left, parts = begun.get(task.key, (on_grid(task.hours), 0))
    rest = left - fit.hours
    begun[task.key] = (rest if rest > EPS else 0.0, parts + 1)
    day.placed[fit.crew].append(Placed(task, fit.start_h, fit.hours, parts + 1))


def _finish(day: _Day, conditions: Conditions) -> list[Visit]:
    found = []
    for crew, placed in enumerate(day.placed):
        if not placed:
            continue
        people = [one for one in day.crews[crew] if one.steps]
        ways = [_way(one.place, conditions.depot, conditions) for one in people]
        back = max(one.free_h + way for one, way in zip(people, ways, strict=True)) if people else 0
        back = max(back, *(one.end_h for one in placed))
        walked = sum(one.walked_h for one in day.crews[crew]) + sum(ways)
        steps = tuple(step for one in people for step in one.steps)
        order = tuple(one.task.key for one in placed)
        found.append(Visit(day.number, crew, tuple(placed), steps, back, walked, order))
    return found


class Diary:
    """One crew's day, task after task in the order that is wanted; what does not fit is said."""

    def __init__(self, day: int, crew: int, conditions: Conditions) -> None:
        self.number, self.crew, self.conditions = day, crew, conditions
        people = [_Person(conditions.depot) for _ in range(conditions.crew)]
        self._day = _Day(day, [people], [[]])

    def take(
        self, task: Task, earliest: float, hours: float, *, more: bool = False
    ) -> tuple[Placed, list[str]]:
        """Put a task next, whatever it breaks; with a sentence for each thing that it breaks.

        hours : what is left of it. more : another day takes the rest of it.
        """
        said = []
        conditions = self.conditions
        if task.due > self.number:
            said.append(f"its goods come on day {task.due} at the earliest")
        if task.people > conditions.crew:
            said.append(f"takes {task.people} people at once; a crew has {conditions.crew}")
            task = replace(task, people=conditions.crew, at=task.at[: conditions.crew])
        fit = _fitting(self._day, task, earliest, hours, conditions)
        if fit is None or (fit.hours < hours - EPS and not more):
            anyhow = replace(conditions, day_h=1000.0, open_at=lambda place, day: None)
            late = _fitting(self._day, task, earliest, hours, anyhow)
            assert late is not None
            fits = _fitting(
                self._day, task, earliest, hours, replace(anyhow, day_h=conditions.day_h)
            )
            shut = [p for p in task.at if conditions.open_at(p, self.number) is not None]
            if fits is not None and shut:
                said.append(f"{shut[0]} is shut when it could be done")
            else:
                over = late.start_h + late.hours - conditions.day_h
                said.append(f"does not fit: the day has {conditions.day_h:g} h, it ends "
                            f"{max(over, 0.0):.1f} h after, or the way back does")  # fmt: skip
            fit = late
        _place(self._day, task, fit, conditions, {})
        return self._day.placed[0][-1], said

    def visit(self) -> Visit:
        """What the day has become."""
        made = _finish(self._day, self.conditions)
        return replace(made[0], crew=self.crew) if made else Visit(
            self.number, self.crew, (), (), 0.0, 0.0
        )  # fmt: skip


def _numbered_parts(visits: list[Visit]) -> list[Visit]:
    """Parts of a task know how many there are."""
    count: dict[str, int] = {}
    for visit in visits:
        for one in visit.tasks:
            count[one.task.key] = max(count.get(one.task.key, 0), one.part)
    return [
        replace(visit, tasks=tuple(
            replace(one, parts=count[one.task.key])
            for one in sorted(visit.tasks, key=lambda one: one.start_h)
        ))
        for visit in visits
    ]  # fmt: skip
