"""All tasks of a plan: what a person said of them, what became of them, what stops them."""

from collections.abc import Collection, Iterator, Mapping
from dataclasses import dataclass, replace
from datetime import UTC, datetime

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.looking.unknowns import Unknown, looks_to_take
from passerelle.core.materials.materials import Materials
from passerelle.core.plan.facts import Facts, TaskFact
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.turnup import SignOffFact
from passerelle.core.plan.visiting import PlannedTask
from passerelle.core.refused import Refused
from passerelle.core.words import counted

from .cables import key_of, of_cables
from .ground import Ground
from .links import of_links
from .task import Task, TaskKind, Wait

_MEASURING = ("measure-glass", "measure-way", "measure-bore", "red-light")
_AT_BOTH_ENDS = ("measure-glass", "red-light")
_LEAST_LEFT = 0.1
"""What is left of a task that is part done, at least, whatever was noted of its minutes."""


@dataclass(frozen=True, slots=True)
class Work:
    """What there is to do.

    tasks : to be scheduled. done : by key, with what was noted. blocked : each with why.
    rework : done, and the plan says otherwise since. waived : not needed, and why.
    desk : looks that need no visit. all : by key.
    """

    tasks: tuple[Task, ...]
    done: Mapping[str, TaskFact]
    blocked: tuple[tuple[Task, str], ...]
    waived: tuple[tuple[Task, str], ...]
    desk: tuple[Task, ...]
    rework: tuple[tuple[Task, str], ...]
    all: Mapping[str, Task]


def depot_of(plan: Plan) -> str | None:
    """Where each day begins and ends: as a place says, else the first place."""
    named = [one.name for one in plan.places if one.depot]
    return named[0] if named else next((one.name for one in plan.places), None)


def standing(facts: Facts) -> dict[str, TaskFact]:
    """What was noted last of each task, by its key: by when it was, not by when it came here.

    A link that is signed off was brought up, whether somebody ticked that or not.
    """
    noted = [one for one in facts.standing if isinstance(one, TaskFact)]
    noted += (
        TaskFact(id=one.id, about=one.about, at=one.at, who=one.who, kind="task",
                 task=key_of(kind, one.about.id), state="done")
        for one in facts.standing if isinstance(one, SignOffFact)
        for kind in ("turn-up", "sign-off")
    )  # fmt: skip
    return {one.task: one for one in sorted(noted, key=_when)}


def _when(fact: TaskFact) -> tuple[float, str]:
    at = datetime.fromisoformat(fact.at)
    return (at if at.tzinfo is not None else at.replace(tzinfo=UTC)).timestamp(), fact.id


def work_of(check: PlanCheck, materials: Materials, facts: Facts = Facts.NONE) -> Work:
    """Derive the tasks of a judged plan. Raises Refused where own tasks wait for each other."""
    ground = Ground(check, materials)
    plan = check.plan
    said = {one.name: one for one in plan.tasks if not one.own}
    derived: dict[str, Task] = {}
    waived, desk = [], []
    names: set[str] = set()
    for task in _derived(ground, depot_of(plan)):
        told = said.get(task.key)
        one = _as_said(task, told) if told is not None else task
        if one.name in names:  # both ends at one place
            one = replace(one, name=f"{one.name} ({one.key.rpartition(':')[2]})")
        names.add(one.name)
        if told is not None and told.not_needed is not None:
            waived.append((one, told.not_needed))
        elif one.kind == "look" and not one.at:
            desk.append(one)
        else:
            derived.setdefault(one.key, one)
    _add_own(plan, derived)
    noted = standing(facts)
    said_done = {k: noted[k] for k in derived if k in noted and noted[k].state == "done"}
    rework = tuple(
        (derived[key], fact.was) for key, fact in said_done.items()
        if fact.was is not None and derived[key].extent and fact.was != derived[key].extent
    )  # fmt: skip
    again = {one.key for one, _ in rework}
    done = {key: fact for key, fact in said_done.items() if key not in again}
    left = {key: _left(task, noted.get(key), derived, done) for key, task in derived.items()
            if key not in done}  # fmt: skip
    _no_ring(left)
    blocked = _blocked(left, plan.house_rules.crew)
    tasks = tuple(
        _not_blocked(task, blocked)
        for key, task in left.items() if key not in blocked
    )  # fmt: skip
    return Work(
        tasks, done, tuple((left[key], why) for key, why in blocked.items()), tuple(waived),
        tuple(desk), rework, derived,
    )  # fmt: skip


def _derived(ground: Ground, depot: str | None) -> Iterator[Task]:
    looks = [_look(ground, one) for one in looks_to_take(ground.check)]
    merged: dict[str, Task] = {}
    for one in looks:
        known = merged.get(one.key)
        merged[one.key] = one if known is None else replace(
            known, settles=(*known.settles, *one.settles)
        )  # fmt: skip
    yield from merged.values()
    yield from of_cables(ground)
    yield from of_links(ground, depot)


def _look(ground: Ground, one: Unknown) -> Task:
    """A look as a task. One that needs no place is done at the desk."""
    at = _places(ground, one)
    both = one.look.key in _AT_BOTH_ENDS
    at = at if both else at[:1]
    plan = ground.check.plan
    known = one.id is not None and one.kind in (
        "place",
        "pathway",
        "cable",
        "link",
        "device",
        "feed",
    )
    kind: TaskKind = "measure" if at and one.look.key in _MEASURING else "look"
    return Task(
        f"look:{one.look.key}:{one.id or one.name}"[:110], kind,
        f"{one.look.key.replace('-', ' ')}: {one.name}", one.name,
        (one.kind, one.id or "") if known else ("plan", plan.id), at,
        one.look.minutes * max(1, len(at)), one.look.do, people=max(1, len(at)),
        settles=(one.said,), links=tuple(turn.link_id for turn in one.links),
    )  # fmt: skip


_AT_THE_DESK = ("data-sheet", "decide", "test-record")


def _places(ground: Ground, one: Unknown) -> tuple[str, ...]:
    plant = ground.plant
    if one.look.key in _AT_THE_DESK:
        return ()
    ends: tuple[str | None, ...] = ()
    if one.kind == "place":
        ends = (one.name,)
    elif one.kind == "pathway" and one.name in plant.pathways:
        ends = (plant.pathways[one.name].a, plant.pathways[one.name].b)
    elif one.kind == "cable" and one.name in plant.cables:
        ends = (plant.cables[one.name].a, plant.cables[one.name].b)
    elif one.kind == "device" and one.name in plant.devices:
        ends = (plant.devices[one.name].place,)
    elif one.kind == "feed" and one.name in plant.feeds:
        ends = (plant.feeds[one.name].place,)
    elif one.links:
        link = ground.check.of(one.links[0].link_id).budget.link
        ends = (link.a.place, link.b.place)
    return tuple(dict.fromkeys(end for end in ends if end in plant.places and end is not None))


def _as_said(task: Task, told: PlannedTask) -> Task:
    """A derived task with what a person says of it."""
    return replace(
        task,
        minutes=task.minutes if told.minutes is None else told.minutes,
        people=max(len(task.at), told.people or task.people),
        day=told.day,
    )


def _add_own(plan: Plan, derived: dict[str, Task]) -> None:
    own = [one for one in plan.tasks if one.own]
    keys = {one.name: f"own:{one.id}" for one in own}
    for one in own:
        after = tuple(
            Wait(keys.get(name, name), "as you said")
            for name in one.after if keys.get(name, name) in derived or name in keys
        )  # fmt: skip
        derived[keys[one.name]] = Task(
            keys[one.name], "own", one.name, one.name, ("plan", plan.id), one.at,
            one.minutes or 0.0, one.notes or "", max(len(one.at), one.people or 1), after,
            day=one.day,
        )  # fmt: skip


def _left(task: Task, noted: TaskFact | None, known: Mapping[str, Task],
          done: Mapping[str, TaskFact]) -> Task:  # fmt: skip
    """What is left of a task: it waits for what is not done, and part of it may be done."""
    after = tuple(
        w for w in task.after if w.key in known and w.key not in done and w.key != task.key
    )
    minutes = task.minutes
    if noted is not None and noted.state == "part":
        minutes = max(minutes * _LEAST_LEFT, minutes - (noted.minutes or minutes / 2))
    same = len(after) == len(task.after) and minutes == task.minutes
    return task if same else replace(task, after=after, minutes=minutes)


def _not_blocked(task: Task, blocked: Collection[str]) -> Task:
    """A task that waits for nothing that cannot be done."""
    if not any(wait.key in blocked for wait in task.after):
        return task
    return replace(task, after=tuple(w for w in task.after if w.key not in blocked))


def _no_ring(tasks: Mapping[str, Task]) -> None:
    """Raises Refused with the names where tasks wait for each other."""
    order = in_order(tasks)
    rest = [task.name for key, task in tasks.items() if key not in order]
    if rest:
        named = ", ".join(f"“{name}”" for name in rest[:3])
        reason = f"{named} wait for each other: take one out of what the other waits for"
        raise Refused("tasks", reason)


def in_order(tasks: Mapping[str, Task]) -> dict[str, int]:
    """Each task after those that it waits for; tasks of a ring are left out."""
    waiting = {key: {w.key for w in task.after if w.key in tasks} for key, task in tasks.items()}
    behind: dict[str, list[str]] = {key: [] for key in tasks}
    for key, before in waiting.items():
        for one in before:
            behind[one].append(key)
    ready = [key for key, before in waiting.items() if not before]
    found: dict[str, int] = {}
    while ready:
        key = ready.pop()
        found[key] = len(found)
        for after in behind[key]:
            waiting[after].discard(key)
            if not waiting[after]:
                ready.append(after)
    return found


def _blocked(tasks: Mapping[str, Task], crew: int) -> dict[str, str]:
    """What cannot be done and why, and what waits for that."""
    found: dict[str, str] = {}
    for key in in_order(tasks):
        task = tasks[key]
        if task.blocked:
            found[key] = task.blocked[0]
        elif task.people > crew:
            people = counted(task.people, "person", "people")
            found[key] = f"takes {people} at once; a crew has {crew}"
        else:
            wait = next((w for w in task.after if w.key in found and not w.soft), None)
            if wait is not None:
                found[key] = f"waits for {tasks[wait.key].name}"
    return {key: found[key] for key in tasks if key in found}
