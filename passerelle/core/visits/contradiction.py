"""Why a day that somebody named cannot be kept: conditions of which none can be left out.

It is worked out without ways and without other work, so that what contradicts each other here
does so in any order of the work.
"""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from math import floor

from .days import EPS, Conditions
from .task import Task
from .tasks import in_order

FAR = 400
"""So many days are looked at for hours of access."""


@dataclass(frozen=True, slots=True)
class Demand:
    """One condition. kind : wait, lead, pin, access, lost or day. of : task, place or day."""

    kind: str
    of: str
    said: str
    before: str = ""


def contradiction(
    task: Task, tasks: Sequence[Task], conditions: Conditions, first: int = 1
) -> tuple[str, ...] | None:
    """The smallest set of conditions by which a task cannot be on the day that it is pinned to.

    None can be left out: without any one of them the rest agree. The wish itself stands first.
    first : number of the first day. None: nothing proves it impossible.
    """
    assert task.day is not None
    by_key = {one.key: one for one in tasks}
    wanted = before_it(task, by_key)
    mine = {key: by_key[key] for key in in_order(by_key) if key in wanted}
    demands = _demands(task, mine, conditions)
    wish = f"{task.name} on day {task.day}"
    if _earliest(task, mine, conditions, demands, first) <= task.day:
        said = _too_much(task, mine, conditions, first)
        return None if said is None else (wish, said)
    kept = list(demands)
    for one in demands:
        without = [other for other in kept if other is not one]
        if _earliest(task, mine, conditions, without, first) > task.day:
            kept = without
    return (wish, *(one.said for one in kept))


def before_it(task: Task, by_key: Mapping[str, Task]) -> set[str]:
    """Keys of a task and of all that it waits for, however far back."""
    wanted, asked = {task.key}, [task]
    while asked:
        for wait in asked.pop().after:
            if wait.key in by_key and wait.key not in wanted:
                wanted.add(wait.key)
                asked.append(by_key[wait.key])
    return wanted


def _demands(task: Task, mine: Mapping[str, Task], conditions: Conditions) -> list[Demand]:
    """Every condition of these tasks; those that are dropped first stand first."""
    found: list[Demand] = []
    for one in mine.values():
        if one.day is not None and one is not task:
            found.append(Demand("pin", one.key, f"{one.name} on day {one.day}"))
        if one.due > 1:
            said = f"the goods of {one.name} come on day {one.due}"
            found.append(Demand("lead", one.key, said))
    for place in dict.fromkeys(place for one in mine.values() for place in one.at):
        if any(conditions.open_at(place, day) is not None for day in range(1, 15)):
            found.append(Demand("access", place, f"{place} has hours of access"))
    found += [
        Demand("lost", str(day), f"nobody works on day {day}") for day in sorted(conditions.lost)
    ]
    for one in mine.values():
        found += [
            Demand("wait", one.key, f"{one.name} after {mine[wait.key].name}", wait.key)
            for wait in one.after
            if wait.key in mine
        ]
    found.append(Demand("day", "", f"a day has {conditions.day_h:g} h"))
    return found


def _earliest(
    task: Task,
    mine: Mapping[str, Task],
    conditions: Conditions,
    demands: Collection[Demand],
    first: int,
) -> int:
    """The first day on which a task can begin where these conditions alone count."""
    on = {(one.kind, one.of, one.before) for one in demands}
    day_h = conditions.day_h if ("day", "", "") in on else 24.0
    lost = {day for day in conditions.lost if ("lost", str(day), "") in on}
    ends: dict[str, tuple[int, float]] = {}
    begins = first
    for key, one in mine.items():
        at = (first, 0.0)
        for wait in one.after:
            if ("wait", key, wait.key) in on and wait.key in ends:
                at = max(at, ends[wait.key])
        if ("lead", key, "") in on:
            at = max(at, (one.due, 0.0))
        if ("pin", key, "") in on and one.day is not None:
            at = max(at, (one.day, 0.0))
        shut = [place for place in one.at if ("access", place, "") in on]
        begins, hour = _slot(at, one.hours, day_h, lost, shut, conditions)
        over = hour + one.hours
        whole = floor((over - EPS) / day_h) if over > day_h else 0
        ends[key] = (begins + whole, over - whole * day_h)
        if one.key == task.key:
            break
    return begins


def _slot(
    at: tuple[int, float],
    hours: float,
    day_h: float,
    lost: Collection[int],
    shut: Sequence[str],
    conditions: Conditions,
) -> tuple[int, float]:
    """The first day and hour from which on so many hours can be worked; long work takes a day."""
    day, hour = at
    for later in range(day, day + FAR):
        if later in lost:
            continue
        from_h = hour if later == day else 0.0
        spans = [(from_h, day_h)]
        for place in shut:
            open_h = conditions.open_at(place, later)
            if open_h is not None:
                spans = [
                    (max(a, c), min(b, d))
                    for a, b in spans for c, d in open_h if min(b, d) > max(a, c) + EPS
                ]  # fmt: skip
        for begin, end in spans:
            if (
                end - begin + EPS >= hours
                or (hours > day_h and begin <= EPS)
                or (shut and hours > day_h / 2)
            ):
                return later, begin
    return day + FAR, 0.0


def _too_much(
    task: Task, mine: Mapping[str, Task], conditions: Conditions, first: int
) -> str | None:
    """That what has to come before takes more hours than all people have until then."""
    assert task.day is not None
    work_h = sum(one.hours * one.people for one in mine.values() if one.key != task.key)
    days = [day for day in range(first, task.day + 1) if day not in conditions.lost]
    people = conditions.crew * conditions.crews
    if work_h <= len(days) * people * conditions.day_h + EPS:
        return None
    return (
        f"what comes before takes {work_h:.1f} hours of one person, and until then "
        f"{_people(people)} {len(days) * people * conditions.day_h:.1f}"
    )


def _people(count: int) -> str:
    return "one has" if count == 1 else f"{count} have"
