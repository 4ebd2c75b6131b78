"""The visits that a person has taken, timed and judged: what each move breaks is said at once."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace

from passerelle.core.plan.visiting import PlannedVisit

from .schedule import Conditions, Diary, Placed, Visit
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
    visits = sorted(planned, key=lambda one: (one.day, one.crew))
    times = {key: visit.day for visit in visits for key in visit.tasks}
    for one in visits:
        diary = Diary(one.day, one.crew - 1, conditions)
        broken: list[Broken] = []
        for key in one.tasks:
            if key in blocked:
                broken.append(Broken(key, f"blocked: {blocked[key]}"))
            task = left.get(key)
            if task is None:
                continue
            broken += _waits(task, one.day, ended, times, work)
            earliest = max(
                (
                    ended[w.key][1]
                    for w in task.after
                    if w.key in ended and ended[w.key][0] == one.day
                ),
                default=0.0,
            )
            placed, said = diary.take(task, earliest)
            broken += [Broken(key, why) for why in said]
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
            name=f"Visit {at}", day=one.day, crew=one.crew + 1,
            tasks=tuple(placed.task.key for placed in one.tasks),
        )
        for at, one in enumerate(visits, start=1)
    ]  # fmt: skip


def shares(planned: Iterable[PlannedVisit], work: Work) -> Work:
    """The work with tasks that stand in several visits shared out between them evenly."""
    count: dict[str, int] = {}
    for one in planned:
        for key in one.tasks:
            count[key] = count.get(key, 0) + 1
    tasks = tuple(
        replace(one, minutes=one.minutes / count[one.key]) if count.get(one.key, 1) > 1 else one
        for one in work.tasks
    )
    return replace(work, tasks=tasks)


def placed_of(visits: Iterable[KeptVisit]) -> dict[str, Placed]:
    """When each task is planned, by key; the last part of one in parts."""
    return {one.task.key: one for kept in visits for one in kept.visit.tasks}
