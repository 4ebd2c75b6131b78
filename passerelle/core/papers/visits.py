"""A sheet for each visit: places in walking order, tasks with boxes, load, cautions, what is up."""

from collections.abc import Iterable, Iterator

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.materials.materials import Materials
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.visiting import clock, minutes_of
from passerelle.core.plant.travel import travel_of
from passerelle.core.visits.carried import cuts_of, drawings_of
from passerelle.core.visits.kept import KeptVisit, kept_visits
from passerelle.core.visits.proposal import conditions_of
from passerelle.core.visits.states import up_after
from passerelle.core.visits.task import KINDS, Task
from passerelle.core.visits.tasks import Work, work_of
from passerelle.core.words import in_metres

from .table import Sheet


def visit_sheets(check: PlanCheck, made: Materials, facts: Facts = Facts.NONE) -> list[Sheet]:
    """The visits that somebody has taken, day by day; nothing where none is."""
    plan = check.plan
    if not len(plan.visits):
        return []
    work = work_of(check, made, facts)
    kept = kept_visits(plan.visits, work, conditions_of(plan, travel_of(plan, check.plant)))
    day_of = {key: one.planned.day for one in kept for key in one.planned.tasks}
    begins = minutes_of(plan.house_rules.day_starts)
    return [_sheet(one, work, begins, up_after(work, day_of, one.planned.day), len(check.links))
            | {"cuts": [in_metres(said) for said in cuts_of(one, work, made)],
               "drawings": drawings_of(one, work)}
            for one in kept]  # fmt: skip


def _sheet(one: KeptVisit, work: Work, begins: int, up: int, links: int) -> Sheet:
    times = {placed.task.key: placed for placed in one.visit.tasks}
    tasks = [work.all[key] for key in dict.fromkeys(one.planned.tasks) if key in work.all]
    places = dict.fromkeys((task.at or ("anywhere",))[0] for task in tasks)
    left = [task for task in tasks if task.key not in work.done]
    return {
        "kind": "visit",
        "title": f"{one.planned.name}, day {one.planned.day}",
        "begins": clock(begins),
        "back": clock(begins + one.visit.back_h * 60),
        "walk_min": round(one.visit.walked_h * 60),
        "places": [
            {
                "place": place,
                "tasks": [
                    _task(task, times[task.key].start_h if task.key in times else None, begins,
                          task.key in work.done)
                    for task in tasks if (task.at or ("anywhere",))[0] == place
                ],
            }
            for place in places
        ],
        "broken": [in_metres(f"{work.all[f.key].name}: {f.said}") for f in one.broken
                   if f.key in work.all],
        "parts": list(_together(part for task in left for part in task.carry)),
        "tools": list(dict.fromkeys(tool for task in left for tool in KINDS[task.kind].carry)),
        "cautions": list(dict.fromkeys(c for task in left for c in KINDS[task.kind].cautions)),
        "up": up,
        "links": links,
    }  # fmt: skip


def _task(task: Task, start_h: float | None, begins: int, done: bool) -> Sheet:
    others = task.at[1:]
    return {
        "at": None if start_h is None else clock(begins + start_h * 60),
        "name": task.name,
        "with": f"and {', '.join(others)}" if others else None,
        "minutes": round(task.minutes / task.people),
        "people": task.people,
        "done": done,
        "points": list(task.points),
    }


def _together(parts: Iterable[str]) -> Iterator[str]:
    """Like parts as one line: '2 × cord' and '1 × cord' are '3 × cord'."""
    sums: dict[str, float] = {}
    for part in parts:
        count, times, what = part.partition(" × ")
        number = count.removesuffix(" m")
        known = times and number.replace(".", "", 1).isdigit()
        key = f"{' m' if count.endswith(' m') else ''} × {what}" if known else part
        sums[key] = sums.get(key, 0.0) + (float(number) if known else 0.0)
    yield from (f"{count:g}{what}" if count else what for what, count in sums.items())
