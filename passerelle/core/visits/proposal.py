"""A proposal of visits: the fewest days that were found, then the least walking, with the proof."""

import random
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cache
from time import monotonic

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.materials.materials import Materials
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.visiting import minutes_of
from passerelle.core.plant.travel import Travel, travel_of
from passerelle.core.refused import Refused
from passerelle.core.working import phase

from .bound import least_days
from .contradiction import before_it, contradiction
from .days import Conditions, Hours, Visit
from .orders import Order, orders_of
from .schedule import URGENT, NeverError, never_open, scheduled
from .task import Task
from .tasks import Work, depot_of, in_order, work_of

TRIES = 24
MORE_TRIES = 3000
SECONDS = 3.0
"""After that the best found so far stands."""
NOISE_H = 1.5
"""How far tries shuffle what is ranked alike. [h]"""


@dataclass(frozen=True, slots=True)
class WhatIf:
    """What may come: a day that is lost, people who are ill, goods that come late, a blocked way.

    lost : working days. ill : people fewer in each crew. late : days more, by key of the price.
    shut : pathways that no cable can be pulled through. keep : nothing comes before the day that
    the plan has it on, so that as little as can be changes.
    """

    lost: frozenset[int] = frozenset()
    ill: int = 0
    late_days: int = 0
    shut: frozenset[str] = frozenset()
    keep: bool = False


NOTHING = WhatIf()


@dataclass(frozen=True, slots=True)
class Proposal:
    """Visits in order. least : fewer days on site are proven impossible. broken : pins not kept.

    guessed : ways between places whose length nobody recorded.
    """

    work: Work
    visits: tuple[Visit, ...]
    least: int
    blocked: tuple[tuple[Task, str], ...]
    orders: tuple[Order, ...]
    broken: tuple[str, ...]
    guessed: tuple[tuple[str, str], ...]
    conditions: Conditions

    @property
    def days(self) -> int:
        """Days on site."""
        return _days(self.visits)


def conditions_of(plan: Plan, travel: Travel) -> Conditions:
    """What the plan says of crew, days and access."""
    rules = plan.house_rules
    begins = minutes_of(rules.day_starts)
    windows = {one.name: one.windows for one in plan.places if one.windows}

    @cache
    def open_at(place: str, day: int) -> Hours | None:
        said = windows.get(place)
        if said is None:
            return None
        on = [w for w in said if w.day == day] or [w for w in said if w.day is None]
        return tuple(sorted(
            (max(0.0, (minutes_of(w.opens) - begins) / 60),
             min(rules.day_h, (minutes_of(w.closes) - begins) / 60))
            for w in on if minutes_of(w.closes) > begins
        ))  # fmt: skip

    return Conditions(rules.crew, rules.crews, rules.day_h, depot_of(plan), travel, open_at)


def proposed(
    check: PlanCheck,
    materials: Materials,
    facts: Facts = Facts.NONE,
    seconds: float | None = None,
    what_if: WhatIf = NOTHING,
) -> Proposal:
    """Propose visits for what is left to do, after the days on which something is done already.

    seconds : for trying; None: the usual. [s]
    Raises Refused where tasks wait for each other, or nobody is left to work.
    """
    seconds = SECONDS if seconds is None else seconds
    work = work_of(check, materials, facts)
    travel = travel_of(check.plan, check.plant)
    conditions = conditions_of(check.plan, travel)
    crew = conditions.crew - what_if.ill
    if crew < 1:
        raise Refused("ill", f"{what_if.ill} of {conditions.crew}: nobody is left to work")
    conditions = replace(conditions, crew=crew, lost=what_if.lost)
    tasks, blocked = _as_if(work, check, what_if, crew)
    tasks = _without_shut(tasks, blocked, conditions)
    visits: list[Visit] = []
    least = 0
    first = 1 + max(
        (v.day for v in check.plan.visits if work.done.keys() & set(v.tasks)), default=0
    )
    while tasks:
        try:
            visits, least = best_of(tasks, conditions, seconds, first)
            break
        except NeverError as never:
            gone = _with_waiting(never.task, tasks)
            blocked.append((never.task, never.why))
            blocked += [(one, f"waits for {never.task.name}") for one in gone
                        if one.key != never.task.key]  # fmt: skip
            dropped = {one.key for one in gone}
            tasks = [one for one in tasks if one.key not in dropped]
    return Proposal(
        work, tuple(visits), least, tuple(blocked), orders_of(materials, facts),
        _broken(visits, tasks, conditions, first), _guessed(visits, conditions),
        conditions,
    )  # fmt: skip


def _as_if(
    work: Work, check: PlanCheck, what_if: WhatIf, crew: int
) -> tuple[list[Task], list[tuple[Task, str]]]:
    """Tasks and what is blocked, as they would be."""
    planned: dict[str, int] = {}
    for visit in check.plan.visits:
        for key in visit.tasks:
            planned[key] = min(planned.get(key, visit.day), visit.day)
    cut = {
        cable.id: name
        for cable in check.plant.cables.values()
        for name in cable.route
        if name in what_if.shut
    }
    tasks, blocked = list(work.tasks), list(work.blocked)
    for one in work.tasks:
        why = None
        if one.kind == "pull" and one.about[1] in cut:
            why = f"{cut[one.about[1]]} is blocked"
        elif one.people > crew:
            why = f"takes {one.people} people at once; a crew has {crew} left"
        if why is not None and one in tasks:
            gone = _with_waiting(one, tasks)
            blocked += [(t, why if t is one else f"waits for {one.name}") for t in gone]
            tasks = [t for t in tasks if t not in gone]
    later = [
        replace(
            one,
            due=max(
                one.due + (what_if.late_days if one.due > 1 or one.kind == "goods-in" else 0),
                planned.get(one.key, 1) if what_if.keep else 1,
            ),
        )
        for one in tasks
    ]
    return later, blocked


def _without_shut(
    tasks: list[Task], blocked: list[tuple[Task, str]], conditions: Conditions
) -> list[Task]:
    """Without what is at a place that is never open, and what waits for it; both are blocked."""
    for one in list(tasks):
        why = never_open(one, conditions)
        if why is not None and one in tasks:
            gone = _with_waiting(one, tasks)
            blocked += [(t, why if t is one else f"waits for {one.name}") for t in gone]
            dropped = {t.key for t in gone}
            tasks = [t for t in tasks if t.key not in dropped]
    return tasks


def best_of(
    tasks: Sequence[Task], conditions: Conditions, seconds: float = SECONDS, first: int = 1
) -> tuple[list[Visit], int]:
    """The best of several tries within the time, and the days that it needs at least.

    Small plans are tried more often, unless the least is reached. Raises NeverError.
    """
    tails = _tails(tasks)
    horizon = 30 + max(max(one.due, one.day or 0) for one in tasks)
    rng = random.Random(1)
    ends = monotonic() + seconds
    best = scheduled(tasks, conditions, tails, horizon, first)
    least = least_days(tasks, conditions, _days(best))
    tries = TRIES + MORE_TRIES // len(tasks)
    for at in range(tries):
        found_days = f"{_days(best)} days are the best so far, {least} the least that could be"
        phase(f"Trying orders of the work: {found_days}", at, tries)
        if monotonic() > ends or (at >= TRIES and _days(best) == least):
            break
        rank = {key: tail + rng.uniform(0, NOISE_H) for key, tail in tails.items()}
        found = scheduled(tasks, conditions, rank, horizon, first)
        if _worth(found) < _worth(best):
            best = found
    return best, least


def _days(visits: Sequence[Visit]) -> int:
    return len({one.day for one in visits})


def _worth(visits: Sequence[Visit]) -> tuple[int, int, int, float]:
    """Named days not kept, days on site, the last day, hours on the way and out: the less."""
    late = sum(
        1 for visit in visits for one in visit.tasks
        if one.task.day is not None and one.part == 1 and one.task.day != visit.day
    )  # fmt: skip
    last = max((one.day for one in visits), default=0)
    return late, _days(visits), last, sum(one.walked_h + one.back_h for one in visits)


def _tails(tasks: Sequence[Task]) -> dict[str, float]:
    """For each task the hours of the longest row that hangs on it, itself included."""
    by_key = {one.key: one for one in tasks}
    tails = {key: one.hours for key, one in by_key.items()}
    for key in sorted(in_order(by_key), key=in_order(by_key).__getitem__, reverse=True):
        for wait in by_key[key].after:
            if wait.key in tails:
                tails[wait.key] = max(tails[wait.key], by_key[wait.key].hours + tails[key])
    for key in in_order(by_key):
        if by_key[key].day is not None:
            for before in before_it(by_key[key], by_key):
                tails[before] = max(tails[before], tails[before] % URGENT + _urgent(by_key[key]))
    return tails


def _urgent(pinned: Task) -> float:
    """What the rank of all that a named day waits for is raised by: the sooner, the more."""
    return URGENT * (1 + max(0, 1000 - (pinned.day or 0)))


def _with_waiting(task: Task, tasks: Sequence[Task]) -> list[Task]:
    """A task and all that waits for it."""
    by_key = {one.key: one for one in tasks}
    gone = {task.key}
    for key in in_order(by_key):
        if any(wait.key in gone for wait in by_key[key].after):
            gone.add(key)
    return [one for one in tasks if one.key in gone]


def _broken(
    visits: Sequence[Visit], tasks: Sequence[Task], conditions: Conditions, first: int
) -> tuple[str, ...]:
    """Days that could not be kept, each in a sentence, with the conditions that contradict it."""
    found = []
    for visit in visits:
        for one in visit.tasks:
            if one.task.day is None or one.task.day == visit.day or one.part > 1:
                continue
            said = f"{one.task.name} is to be on day {one.task.day} and comes on day {visit.day}"
            why = contradiction(one.task, tasks, conditions, first)
            if why is None:
                found.append(f"{said}: no order was found that keeps it; that none does, is not "
                             "proven")  # fmt: skip
            else:
                found.append(f"{said}: these contradict each other: {'; '.join(why)}")
    return tuple(found)


def _guessed(visits: Sequence[Visit], conditions: Conditions) -> tuple[tuple[str, str], ...]:
    """Ways that somebody takes and nobody knows the length of."""
    found: dict[tuple[str, str], None] = {}
    for visit in visits:
        last: dict[int, str | None] = {}
        for step in sorted(visit.steps, key=lambda one: one.from_h):
            before = last.get(step.person, conditions.depot)
            if before is not None and not conditions.travel.certain(before, step.place):
                found[min(before, step.place), max(before, step.place)] = None
            last[step.person] = step.place
    return tuple(found)
