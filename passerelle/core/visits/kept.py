"""The visits that a person has taken, timed and judged: what each move breaks is said at once."""

from collections import Counter
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from passerelle.core.plan.visiting import PlannedVisit

from .days import Conditions, Visit, on_grid
from .schedule import Diary
from .task import Task
from .tasks import Work


@dataclass(frozen=True, slots=True)
class Broken:
    """A condition that a task in a visit breaks."""

    key: str
    said: str


@dataclass(frozen=True, slots=True)
class KeptVisit:
    """A visit as it is planned. visit : its tasks with their times. broken : what is not kept.

    gone : keys of tasks that the plan does not have any more. done : keys of those that are done.
    """

    planned: PlannedVisit
    visit: Visit
    broken: tuple[Broken, ...]
    gone: tuple[str, ...]
    done: tuple[str, ...]


def kept_visits(
    planned: Iterable[PlannedVisit], work: Work, conditions: Conditions
) -> list[KeptVisit]:
    """Time the visits in the order of their days, crew by crew, and say what they break."""
    left = {one.key: one for one in work.tasks}
    blocked = {one.key: why for one, why in work.blocked}
    ended: dict[str, tuple[int, float]] = {}
    found = []
    rest = {key: on_grid(one.hours) for key, one in left.items()}
    visits = sorted(planned, key=lambda one: (one.day, one.crew))
    times = {key: visit.day for visit in visits for key in visit.tasks}
    days = Counter(key for visit in visits for key in visit.tasks)
    for one in visits:
        diary = Diary(one.day, one.crew - 1, conditions)
        broken: list[Broken] = []
        for key in one.tasks:
            if key in blocked:
                broken.append(Broken(key, f"blocked: {blocked[key]}"))
            task = left.get(key)
            if task is None or rest[key] <= 0:
                continue
            broken += _waits(task, one.day, ended, times, work)
            if task.day is not None and task.day != one.day and rest[key] == on_grid(task.hours):
                broken.append(Broken(key, f"is to be on day {task.day}"))
            earliest = max(
                (
                    ended[w.key][1]
                    for w in task.after
                    if w.key in ended and ended[w.key][0] == one.day
                ),
                default=0.0,
            )
            days[key] -= 1
            placed, said = diary.take(task, earliest, rest[key], more=days[key] > 0)
            broken += [Broken(key, why) for why in said]
            rest[key] -= placed.hours
            if not days[key]:
                ended[key] = (one.day, placed.end_h)
        found.append(KeptVisit(
            one, diary.visit(), tuple(broken),
            tuple(key for key in one.tasks if key not in work.all),
            tuple(key for key in one.tasks if key in work.done),
        ))  # fmt: skip
    return found


def _waits(
    task: Task,
    day: int,
    ended: Mapping[str, tuple[int, float]],
    times: Mapping[str, int],
    work: Work,
) -> list[Broken]:
    """What it waits for and does not come before it."""
    found = []
    for wait in task.after:
        if wait.key in ended:
            continue
        name = work.all[wait.key].name
        later = times.get(wait.key)
        when = f"comes on day {later}" if later is not None and later >= day else "is in no visit"
        found.append(Broken(task.key, f"waits for “{name}”, which {when}: {wait.why}"))
    return found


def unassigned(planned: Iterable[PlannedVisit], work: Work) -> list[Task]:
    """Tasks that could be done and stand in no visit."""
    taken = {key for one in planned for key in one.tasks}
    return [one for one in work.tasks if one.key not in taken]


def as_planned(visits: Iterable[Visit]) -> list[PlannedVisit]:
    """A proposal as visits of the plan; a task in parts stands in the visit of each of them."""
    return [
        PlannedVisit(
            name=f"Visit {at}", day=one.day, crew=one.crew + 1, tasks=one.order
        )
        for at, one in enumerate(visits, start=1)
    ]  # fmt: skip
