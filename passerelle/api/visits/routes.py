"""Routes of visits: the work and its visits, a proposal, and what goes out as a file."""

from collections.abc import Iterable
from typing import Annotated

from fastapi import APIRouter, Query, Response

from passerelle.api.context import Ctx, Number, judged
from passerelle.api.made import made_now
from passerelle.api.papers.routes import as_file
from passerelle.core.many import many_things
from passerelle.core.plan.visiting import PlannedVisit
from passerelle.core.visits.kept import as_planned
from passerelle.core.visits.proposal import WhatIf, proposed
from passerelle.formats.calendar import calendar

from . import schemas
from .views import states_view, visits_view

router = APIRouter(prefix="/api/plans/{plan_id}/visits", tags=["visits"])


@router.get("", name="visits")
def visits(ctx: Ctx, plan_id: Number) -> schemas.VisitsView:
    """Tasks, visits that were taken, what stands in none, and how far cables and links are."""
    now = judged(ctx, plan_id)
    return visits_view(now, made_now(ctx, now))


@router.get("/states", name="states")
def states(ctx: Ctx, plan_id: Number) -> list[schemas.StateView]:
    """How far cables and links are, by what was done."""
    now = judged(ctx, plan_id)
    return states_view(now, made_now(ctx, now))


@router.get("/proposal", name="proposeVisits")
def propose(
    ctx: Ctx,
    plan_id: Number,
    lost: Annotated[int | None, Query(ge=1, le=1000)] = None,
    ill: Annotated[int, Query(ge=0, le=20)] = 0,
    late_days: Annotated[int, Query(ge=0, le=1000)] = 0,
    shut: Annotated[str | None, Query(max_length=120)] = None,
    keep: bool = False,
) -> schemas.ProposalView:
    """Visits for what is left to do: nothing is stored before somebody takes them.

    lost : a day on which nobody works. ill : people fewer. late_days : goods come later by so many.
    shut : a pathway that is blocked. keep : nothing comes before its day, so that little changes.
    """
    what_if = WhatIf(
        frozenset((lost,) if lost else ()), ill, late_days, frozenset((shut,) if shut else ()), keep
    )
    now = judged(ctx, plan_id)
    plan = now.check.plan
    with many_things():
        made = proposed(now.check, made_now(ctx, now), now.held.facts, what_if=what_if)
    planned = as_planned(made.visits)
    before, after = _days_of(plan.visits), _days_of(planned)
    moved = sum(before[key] != after[key] for key in before.keys() & after.keys())
    return schemas.ProposalView(
        days=made.days,
        last_day=max((one.day for one in made.visits), default=0),
        least=made.least,
        walked_h=round(sum(one.walked_h for one in made.visits), 2),
        visits=[
            schemas.ProposedVisit(
                name=one.name, day=one.day, crew=one.crew, tasks=list(dict.fromkeys(one.tasks)),
                back_h=round(visit.back_h, 2),
            )
            for one, visit in zip(planned, made.visits, strict=True)
        ],
        broken=list(made.broken),
        blocked=len(made.blocked),
        moved=moved,
        stopped=sorted(
            {one.name for one, why in made.blocked} - {one.name for one, _ in made.work.blocked}
        )[:50],
        guessed=[list(pair) for pair in made.guessed],
    )  # fmt: skip


def _days_of(visits: Iterable[PlannedVisit]) -> dict[str, set[int]]:
    """The days that each task is worked at."""
    found: dict[str, set[int]] = {}
    for one in visits:
        for key in one.tasks:
            found.setdefault(key, set()).add(one.day)
    return found


@router.get("/visits.ics", name="visitsCalendar", response_class=Response)
def ics(ctx: Ctx, plan_id: Number, first: Annotated[str, Query(max_length=40)]) -> Response:
    """The visits as a calendar. first : the date of working day 1; weekends are left out."""
    now = judged(ctx, plan_id)
    view = visits_view(now, made_now(ctx, now))
    return as_file(calendar(view.model_dump(), now.check.plan.name, first),
                   f"{now.check.plan.name} visits.ics", "text/calendar; charset=utf-8")  # fmt: skip
