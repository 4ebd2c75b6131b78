"""Routes of issued states: what changed since a state was issued, and a state opened as a copy."""

from dataclasses import replace
from typing import Annotated

from fastapi import APIRouter, Query
from pydantic import BaseModel

from passerelle.api.common import MAX_NUMBER
from passerelle.api.context import Context, Ctx, Number, Who, judged, plan_info
from passerelle.api.context import Judged as Now
from passerelle.api.plans.schemas import PlanInfo
from passerelle.core.judge.wholeplan import PlanCheck, check
from passerelle.core.many import many_things
from passerelle.core.materials.materials import Materials, materials_of
from passerelle.core.papers.compared import Comparison, Outcome, compared
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.plan import Plan
from passerelle.core.refused import Refused
from passerelle.formats.checkjson import rounded
from passerelle.formats.planfile import read_file
from passerelle.formats.prices import price_book
from passerelle.plans.snapshots import kept

router = APIRouter(prefix="/api/plans/{plan_id}/snapshots", tags=["papers"])
history = APIRouter(prefix="/api/plans/{plan_id}/history", tags=["papers"])


class ThingChangeView(BaseModel):
    """A thing that is not as it was. before : its earlier name, where that changed."""

    kind: str
    name: str
    outcome: Outcome
    id: str
    before: str | None


class AnswerChangeView(BaseModel):
    """A link whose answer differs. [dB]"""

    link: str
    before: str
    after: str
    margin_before: float | None
    margin_after: float | None


class MaterialChangeView(BaseModel):
    """What to buy more of, or to take back where it is negative."""

    item: str
    what: str
    unit: str
    quantity: float
    price: float | None


class ComparisonView(BaseModel):
    """What became of a plan since an earlier state of it. totals, hours : then and now."""

    revision: int
    things: list[ThingChangeView]
    answers: list[AnswerChangeView]
    materials: list[MaterialChangeView]
    total_before: float | None
    total_after: float | None
    hours_before: float
    hours_after: float


def _state(ctx: Context, plan_id: int, name: str) -> tuple[int, Plan, Facts]:
    """The revision of an issued state, and the plan as it was then. Raises Refused."""
    with ctx.store.reading() as session:
        row = next((one for one in kept(session, plan_id) if one.name == name), None)
        if row is None:
            raise Refused("name", f"{name[:40]!r} is no issued state of this plan")
        revision, sha256 = row.revision, row.plan_sha256
    plan, facts = read_file(ctx.files.get(sha256))
    return revision, plan, facts


def _comparison(revision: int, plan: Plan, now: PlanCheck) -> ComparisonView:
    """An earlier state of a plan beside a later one."""
    with many_things():
        then = check(plan)
        had = materials_of(then, price_book(plan.prices))
        has = materials_of(now, price_book(now.plan.prices))
        found = compared(then, now, had, has)
    return ComparisonView(
        revision=revision,
        things=[
            ThingChangeView(
                kind=o.kind, name=o.name, outcome=o.outcome, id=o.id, before=o.before
            )
            for o in found.things
        ],
        answers=[
            AnswerChangeView(
                link=one.link, before=one.before, after=one.after,
                margin_before=rounded(one.margin_before), margin_after=rounded(one.margin_after),
            )
            for one in found.answers
        ],
        materials=[
            MaterialChangeView(
                item=one.item, what=one.what, unit=one.unit, quantity=rounded(one.quantity) or 0.0,
                price=one.price,
            )
            for one in found.materials
        ],
        total_before=found.totals[0],
        total_after=found.totals[1],
        hours_before=round(found.hours[0], 1),
        hours_after=round(found.hours[1], 1),
    )  # fmt: skip


def since_issued(ctx: Context, now: Now, has: Materials, name: str) -> Comparison:
    """What became of a plan since a state was issued. Raises Refused where there is none."""
    _, plan, _ = _state(ctx, now.held.plan_id, name)
    then = check(plan)
    return compared(then, now.check, materials_of(then, price_book(plan.prices)), has)


@router.get("/{name}/changes", name="changesSince")
def changes(ctx: Ctx, plan_id: Number, name: str) -> ComparisonView:
    """What differs between an issued state and the plan as it is now."""
    now = judged(ctx, plan_id)
    revision, plan, _ = _state(ctx, plan_id, name)
    return _comparison(revision, plan, now.check)


@router.post("/{name}/copy", name="openIssued", status_code=201)
def open_copy(ctx: Ctx, who: Who, plan_id: Number, name: str) -> PlanInfo:
    """Open an issued state as a plan of its own; this plan stays as it is."""
    revision, plan, facts = _state(ctx, plan_id, name)
    copy = replace(plan, name=f"{plan.name[:90]}, as {name[:24]}")
    held = ctx.plans.add(copy, facts, who, f"Copy of “{name}”, revision {revision}")
    return plan_info(ctx, Now(held, ctx.plans.check(held)), who)


@history.get("/{number}/changes", name="changesBetween")
def between(
    ctx: Ctx,
    plan_id: Number,
    number: Number,
    until: Annotated[int | None, Query(ge=0, le=MAX_NUMBER)] = None,
) -> ComparisonView:  # fmt: skip
    """What differs between two revisions. until : the later one; left out: the plan as it is."""
    if until is None:
        return _comparison(number, ctx.plans.at(plan_id, number), judged(ctx, plan_id).check)
    if until < number:
        raise Refused("until", f"revision {until} is older than {number}: swap the two")
    later = check(ctx.plans.at(plan_id, until))
    return _comparison(number, ctx.plans.at(plan_id, number), later)


@history.post("/{number}/copy", name="openRevision", status_code=201)
def open_revision(ctx: Ctx, who: Who, plan_id: Number, number: Number) -> PlanInfo:
    """Open the plan as it was at a revision as a plan of its own; this plan stays as it is."""
    plan = ctx.plans.at(plan_id, number)
    copy = replace(plan, name=f"{plan.name[:90]}, revision {number}")
    held = ctx.plans.add(copy, ctx.plans.held(plan_id).facts, who, f"Copy of revision {number}")
    return plan_info(ctx, Now(held, ctx.plans.check(held)), who)
