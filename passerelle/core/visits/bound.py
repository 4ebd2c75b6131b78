"""How few days it could be at best: proved, whatever the order of the work.

    hours     no day holds more than its people's hours
    access    no place holds more than its hours of access times the people
    chain     what waits for each other takes its hours one after the other
    days      a mixed-integer program that shares tasks out to days by all three

Ways between places are left out, so that the bound holds for any of them.
"""

from collections import defaultdict
from collections.abc import Mapping, Sequence
from math import ceil, floor

from passerelle.core.plant.solver import is_proved, solver

from .days import EPS, Conditions
from .task import Task
from .tasks import in_order

MOST_TASKS = 120
"""Above it the program is left out, and the plain bounds stand."""
SECONDS = 3.0


def least_days(tasks: Sequence[Task], conditions: Conditions, most: int) -> int:
    """A proven least number of days on site. most : days that were found to be enough."""
    if not tasks:
        return 0
    people = conditions.crew * conditions.crews
    total = sum(one.hours * one.people for one in tasks)
    least = max(
        ceil(total / (people * conditions.day_h) - EPS),
        ceil(_longest_chain(tasks) / conditions.day_h - EPS),
        *(ceil(one - EPS) for one in _by_access(tasks, conditions, people)),
        1,
    )
    if least < most and len(tasks) <= MOST_TASKS:
        least = max(least, _by_program(tasks, conditions, people, least, most))
    return min(least, most)


def _longest_chain(tasks: Sequence[Task]) -> float:
    """Hours of the longest row of tasks that wait for each other."""
    by_key = {one.key: one for one in tasks}
    ends: dict[str, float] = {}
    for key in in_order(by_key):
        before = max((ends[w.key] for w in by_key[key].after if w.key in ends), default=0.0)
        ends[key] = before + by_key[key].hours
    return max(ends.values(), default=0.0)


def _open_h(place: str, conditions: Conditions) -> float | None:
    """The most hours of access that a place has on any day; None: all of it."""
    spans = [conditions.open_at(place, day) for day in range(1, 400)]
    if any(one is None for one in spans):
        return None
    return max(
        sum(max(0.0, min(b, conditions.day_h) - a) for a, b in one or ()) for one in spans
    )  # fmt: skip


def _by_access(tasks: Sequence[Task], conditions: Conditions, people: int) -> list[float]:
    """For each place with hours of access the days that its work takes."""
    work: defaultdict[str, float] = defaultdict(float)
    for one in tasks:
        for place in one.at:
            work[place] += one.hours * (one.people / len(one.at))
    found = []
    for place, hours in work.items():
        open_h = _open_h(place, conditions)
        if open_h is not None and open_h > EPS:
            found.append(hours / (open_h * people))
    return found


def _by_program(
    tasks: Sequence[Task], conditions: Conditions, people: int, least: int, most: int
) -> int:
    """Shares of tasks on days: the fewest days for which the program has an answer."""
    made = solver()
    made.setOptionValue("time_limit", SECONDS)
    days = range(most)
    by_key: Mapping[str, Task] = {one.key: one for one in tasks}
    on = {(key, day): made.addVariable(lb=0.0, ub=1.0) for key in by_key for day in days}
    used = [made.addBinary() for _ in days]
    for key in by_key:
        made.addConstr(made.qsum(on[key, day] for day in days) == 1)
    for day in days:
        hours = made.qsum(one.hours * one.people * on[one.key, day] for one in tasks)
        made.addConstr(hours <= people * conditions.day_h * used[day])
        for one in tasks:
            made.addConstr(on[one.key, day] <= used[day])
        if day:
            made.addConstr(used[day] <= used[day - 1])
    for one in tasks:
        for wait in one.after:
            if wait.key not in by_key:
                continue
            for day in days:  # what waits has no larger share done by then than what it waits for
                before = made.qsum(on[wait.key, d] for d in range(day + 1))
                made.addConstr(made.qsum(on[one.key, d] for d in range(day + 1)) <= before)
    made.minimize(made.qsum(used))
    bound = float(made.getInfo().mip_dual_bound)
    if is_proved(made):
        return round(float(made.getObjectiveValue()))
    return max(least, floor(bound + 1 - 1e-6)) if bound > least else least
