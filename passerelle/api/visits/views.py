"""Tasks and visits as the screen shows them."""

from passerelle.api.context import Judged
from passerelle.core.materials.materials import Materials
from passerelle.core.plan.visiting import PlannedTask
from passerelle.core.plant.travel import travel_of
from passerelle.core.visits.carried import cuts_of, drawings_of
from passerelle.core.visits.days import Conditions
from passerelle.core.visits.kept import KeptVisit, kept_visits, unassigned
from passerelle.core.visits.orders import orders_of
from passerelle.core.visits.pace import Pace, measured
from passerelle.core.visits.proposal import conditions_of
from passerelle.core.visits.states import how_far, up_after
from passerelle.core.visits.task import KINDS, Task
from passerelle.core.visits.tasks import Work, depot_of, standing, work_of
from passerelle.formats.checkjson import rounded

from . import schemas


def visits_view(now: Judged, materials: Materials) -> schemas.VisitsView:
    """Everything about the visits of a plan as it stands."""
    check, plan = now.check, now.check.plan
    work = work_of(check, materials, now.held.facts)
    conditions = conditions_of(plan, travel_of(plan, check.plant))
    kept = kept_visits(plan.visits, work, conditions)
    rules = plan.house_rules
    day_of = {key: one.planned.day for one in kept for key in one.planned.tasks}
    return schemas.VisitsView(
        day_h=rules.day_h,
        crew=rules.crew,
        crews=rules.crews,
        starts=rules.day_starts,
        depot=depot_of(plan),
        tasks=_tasks(now, work),
        visits=[
            _visit(
                one,
                up_after(work, day_of, one.planned.day),
                cuts_of(one, work, materials),
                drawings_of(one, work),
            )
            for one in kept
        ],
        unassigned=[one.key for one in unassigned(plan.visits, work)],
        orders=[
            schemas.OrderView(
                key=o.key,
                what=o.what,
                lead_days=o.lead_days,
                reasons=list(o.reasons),
                ordered=o.ordered,
            )
            for o in orders_of(materials, now.held.facts)
        ],
        windows=_windows(kept, conditions),
        kinds=[
            schemas.KindView(kind=kind, tools=list(row.carry), cautions=list(row.cautions))
            for kind, row in KINDS.items()
        ],
        links=len(check.links),
        pace=_pace(measured(work, rules.pace)),
        plan=plan.id,
    )


def _tasks(now: Judged, work: Work) -> list[schemas.TaskView]:
    said = {one.name: one for one in now.check.plan.tasks if not one.own}
    own = {f"own:{one.id}": one for one in now.check.plan.tasks if one.own}
    noted = standing(now.held.facts)
    blocked = {one.key: why for one, why in work.blocked}
    waived = {one.key: why for one, why in work.waived}
    rework = {one.key: was for one, was in work.rework}
    every = [*work.all.values(), *(one for one, _ in work.waived), *work.desk]
    found = []
    for one in every:
        told: PlannedTask | None = said.get(one.key) or own.get(one.key)
        fact = noted.get(one.key)
        found.append(
            schemas.TaskView(
                key=one.key, kind=one.kind, name=one.name, subject=one.subject,
                about_kind=one.about[0], about_id=one.about[1], at=list(one.at), people=one.people,
                minutes=rounded(one.minutes, 1) or 0.0, quantity=one.quantity,
                after=_waits(one, work), carry=list(one.carry), points=list(one.points),
                settles=list(one.settles), blocked=blocked.get(one.key),
                noted=None if fact is None or fact.state == "open" else schemas.NotedView.of(fact),
                own_id=told.id if told is not None else None, own=one.key in own, due=one.due,
                not_needed=waived.get(one.key), day=one.day, extent=one.extent, counted=one.counted,
                rework=rework.get(one.key),
            )
        )  # fmt: skip
    return found


def _waits(one: Task, work: Work) -> list[schemas.WaitView]:
    return [
        schemas.WaitView(
            key=wait.key, name=work.all[wait.key].name, why=wait.why, done=wait.key in work.done
        )
        for wait in one.after
        if wait.key in work.all
    ]


def _pace(found: Pace | None) -> schemas.PaceView | None:
    return None if found is None else schemas.PaceView.model_validate(found, from_attributes=True)


def _visit(one: KeptVisit, up: int, cuts: list[str], drawings: list[str]) -> schemas.VisitView:
    times = {placed.task.key: placed for placed in one.visit.tasks}
    broken: dict[str, list[str]] = {}
    for fault in one.broken:
        broken.setdefault(fault.key, []).append(fault.said)
    tasks = []
    for key in one.planned.tasks:
        if key in one.gone:
            continue
        placed = times.get(key)
        tasks.append(
            schemas.PlacedView(
                key=key, start_h=rounded(placed.start_h) if placed else None,
                hours=rounded(placed.hours) if placed else None, broken=broken.get(key, []),
            )
        )  # fmt: skip
    return schemas.VisitView(
        id=one.planned.id, name=one.planned.name, day=one.planned.day, crew=one.planned.crew,
        notes=one.planned.notes, back_h=rounded(one.visit.back_h) or 0.0,
        walked_h=rounded(one.visit.walked_h) or 0.0, tasks=tasks,
        steps=[
            schemas.StepView(person=s.person, place=s.place, from_h=s.from_h, until_h=s.until_h)
            for s in one.visit.steps
        ],
        up=up,
        cuts=cuts,
        drawings=drawings,
    )  # fmt: skip


def _windows(kept: list[KeptVisit], conditions: Conditions) -> list[schemas.WindowView]:
    """Hours of access of the places that visits go to."""
    found = {}
    for one in kept:
        for place in {p for placed in one.visit.tasks for p in placed.task.at}:
            for opens, closes in conditions.open_at(place, one.planned.day) or ():
                key = (place, one.planned.day, opens)
                found[key] = schemas.WindowView(
                    place=place, day=one.planned.day, opens_h=opens, closes_h=closes
                )
    return list(found.values())


def states_view(now: Judged, materials: Materials) -> list[schemas.StateView]:
    """How far needs, cables and links are; nothing while nobody has noted anything."""
    if not standing(now.held.facts):
        return []
    far = how_far(now.check, materials, now.held.facts)
    return [
        schemas.StateView(kind=kind, id=key, state=state)
        for kind, states in (("need", far.needs), ("cable", far.cables), ("link", far.links))
        for key, state in states.items()
    ]
