"""Routes about whole plans."""

import re
from typing import Any

from fastapi import APIRouter, HTTPException, Response
from sqlalchemy import select

from passerelle.api.common import Base, RevisionInfo
from passerelle.api.context import (
    Ctx,
    Judged,
    Number,
    Sent,
    Who,
    changed,
    judged,
    plan_info,
    revision_info,
    summaries,
)
from passerelle.api.demo import add_demo
from passerelle.api.links.schemas import LinkSummary
from passerelle.core.changes.change import Change, Head, Put, Remove
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.plan import KEYS, STEPS_OF_JOB, Plan, name_of
from passerelle.core.plan.things import Things
from passerelle.core.refused import Refused, quoted
from passerelle.demo_data import Demo
from passerelle.formats.planfile import read_file
from passerelle.plans import journal, transfer
from passerelle.plans.held import Held
from passerelle.plans.models import Revision
from passerelle.plans.packages import import_package, is_package, write_package
from passerelle.plans.plans import Author

from . import schemas

router = APIRouter(prefix="/api/plans", tags=["plans"])
CONFLICT: dict[int | str, dict[str, Any]] = {409: {"model": schemas.Conflict}}
JSON_BODY: dict[str, Any] = {
    "requestBody": {"required": True, "content": {"application/json": {"schema": {}}}}
}


@router.get("", name="listPlans")
def list_plans(ctx: Ctx) -> list[schemas.PlanListItem]:
    """All plans of this data folder."""
    return [
        schemas.PlanListItem(id=one.id, name=one.name, links=one.links, revision=one.revision)
        for one in ctx.plans.listed()
    ]


def _info(ctx: Ctx, held: Held, who: str) -> schemas.PlanInfo:
    return plan_info(ctx, Judged(held, ctx.plans.check(held)), who)


@router.post("", name="newPlan", status_code=201)
def new_plan(ctx: Ctx, who: Who, body: schemas.NewPlanBody) -> schemas.PlanInfo:
    """Make an empty plan."""
    return _info(ctx, ctx.plans.add(Plan(body.name), Facts.NONE, who, "New plan"), who)


@router.post("/demo/{name}", name="openDemo", status_code=201)
def open_demo(ctx: Ctx, who: Who, name: Demo) -> schemas.PlanInfo:
    """A demo plan as a plan of its own: nothing that is there is replaced."""
    return _info(ctx, add_demo(ctx.plans, ctx.files, name, who), who)


@router.post("/import", name="importPlan", status_code=201, openapi_extra=JSON_BODY)
def import_plan(ctx: Ctx, who: Who, data: Sent) -> schemas.PlanInfo:
    """Store a plan file or package as a new plan; where a line is refused nothing is stored."""
    if is_package(data):
        return _info(ctx, import_package(ctx.plans, ctx.files, data, who), who)
    plan, facts = read_file(data)
    return _info(ctx, ctx.plans.add(plan, facts, who, "Imported from a plan file"), who)


@router.get("/{plan_id}", name="getPlan")
def get(ctx: Ctx, who: Who, plan_id: Number) -> schemas.PlanInfo:
    """The head of a plan, with what stands beside its links."""
    return plan_info(ctx, judged(ctx, plan_id), who)


def _listed(kind: str, old: Things[Any], new: list[Any] | None) -> list[Change]:
    """The changes that make the things of a kind be these."""
    if new is None:
        return []
    kept: set[str] = set()
    for at, one in enumerate(new):
        if one.id in kept:
            reason = f"{quoted(name_of(one))} is listed twice"
            raise Refused(f"{KEYS[kind]}[{at}].id", reason)
        kept.add(one.id)
    gone: list[Change] = [Remove(kind, one.id) for one in old if one.id not in kept]
    return [*gone, *(Put(one) for one in new if old.get(one.id) != one)]


def _closing(before: tuple[str, ...], after: tuple[str, ...]) -> str:
    """What a change of the closed steps is called."""
    gone = [one for one in before if one not in after]
    more = [one for one in after if one not in before]
    said = [f"{one.capitalize()} is not needed here" for one in more]
    return "; ".join([*said, *(f"{one.capitalize()} is open again" for one in gone)])


@router.patch("/{plan_id}", name="changePlan", responses=CONFLICT)
def change(ctx: Ctx, who: Who, plan_id: Number, body: schemas.PlanBody) -> schemas.Changed:
    """Rename a plan, set its house rules, or change what stands beside its links."""
    plan = ctx.plans.held(plan_id).plan
    asked: list[Change] = []
    closed = None
    if body.not_needed is not None:
        closed = tuple(step for step in STEPS_OF_JOB if step in body.not_needed)
    if body.name or body.house_rules or closed is not None:
        asked.append(Head(body.name, body.house_rules, closed))
    told = [f"Rename plan to {body.name}"] if body.name else []
    told += ["House rules"] if body.house_rules else []
    told += [_closing(plan.not_needed, closed)] if closed is not None else []
    seen = [plan.id] if asked else []
    for kind, things, new, word in (
        ("own part", plan.own_parts, body.own_parts, "Own parts"),
        ("device", plan.devices, body.devices, "Devices"),
        ("spare", plan.spares, body.spares, "Spares"),
    ):
        more = _listed(kind, things, new)
        asked += more
        told += [word] if new is not None else []
        seen += [one.thing.id if isinstance(one, Put) else one.id for one in more
                 if isinstance(one, Put | Remove)]  # fmt: skip
    what = "; ".join(told) or "Nothing changed"
    did = ctx.plans.change(plan_id, asked, Author(who, body.base), what, seen=seen)
    return changed(ctx, did, who)


@router.get("/{plan_id}/export", name="exportPlan", response_class=Response)
def export(ctx: Ctx, plan_id: Number) -> Response:
    """The plan file."""
    held = ctx.plans.held(plan_id)
    data = transfer.export_plan(held)
    name = f"{_stem(held.plan.name)}.passerelle.json"
    headers = {"Content-Disposition": f'attachment; filename="{name}"'}
    return Response(data, media_type="application/json", headers=headers)


@router.get("/{plan_id}/package", name="packagePlan", response_class=Response)
def package(ctx: Ctx, plan_id: Number) -> Response:
    """The plan with its pictures and files in one ZIP."""
    data = write_package(ctx.plans, ctx.files, plan_id)
    stem = _stem(ctx.plans.held(plan_id).plan.name)
    headers = {"Content-Disposition": f'attachment; filename="{stem}.passerelle.zip"'}
    return Response(data, media_type="application/zip", headers=headers)


def _stem(name: str) -> str:
    """A plan's name as the name of a file."""
    stem = re.sub(r"[^A-Za-z0-9]+", "-", name).strip("-").lower() or "plan"
    return stem[:60]


@router.post("/{plan_id}/undo", name="undo", responses=CONFLICT)
def undo(ctx: Ctx, who: Who, plan_id: Number, body: Base) -> schemas.Changed:
    """Take back this person's newest change."""
    return changed(ctx, ctx.plans.undo(plan_id, Author(who, body.base)), who)


@router.post("/{plan_id}/redo", name="redo", responses=CONFLICT)
def redo(ctx: Ctx, who: Who, plan_id: Number, body: Base) -> schemas.Changed:
    """Do again what this person took back last."""
    return changed(ctx, ctx.plans.redo(plan_id, Author(who, body.base)), who)


@router.post("/{plan_id}/revisions/{number}/take-back", name="takeBack", responses=CONFLICT)
def take_back(ctx: Ctx, who: Who, plan_id: Number, number: Number, body: Base) -> schemas.Changed:
    """Take back one change, whoever made it and whatever came after, as a change of its own."""
    return changed(ctx, ctx.plans.take_back(plan_id, number, Author(who, body.base)), who)


@router.get("/{plan_id}/links", name="listLinks")
def list_links(ctx: Ctx, plan_id: Number) -> list[LinkSummary]:
    """One row for each link, judged."""
    return summaries(ctx, judged(ctx, plan_id))


@router.get("/{plan_id}/revisions", name="listRevisions")
def list_revisions(ctx: Ctx, plan_id: Number, before: Number | None = None) -> list[RevisionInfo]:
    """The history, newest first, 100 at a time."""
    ctx.plans.held(plan_id)
    query = select(Revision).where(Revision.plan_id == plan_id)
    if before is not None:
        query = query.where(Revision.number < before)
    with ctx.store.reading() as session:
        rows = session.scalars(query.order_by(Revision.number.desc()).limit(100))
        return [revision_info(row) for row in rows]


@router.get("/{plan_id}/revisions/{number}", name="getRevision")
def get_revision(ctx: Ctx, plan_id: Number, number: Number) -> schemas.RevisionDetail:
    """One revision with what it changed, from and to."""
    plan = ctx.plans.held(plan_id).plan
    with ctx.store.reading() as session:
        row = journal.revision(session, plan_id, number)
        if row is None:
            raise HTTPException(404, f"There is no revision {number} of this plan.")
        found = [
            schemas.ChangeInfo(
                kind=one.kind,
                id=one.thing_id,
                name=_called(plan, one.kind, one.thing_id),
                steps=one.steps,
            )
            for one in journal.changes_of(session, row)[:100]
        ]
        return schemas.RevisionDetail(**revision_info(row).model_dump(), changes=found)


def _called(plan: Plan, kind: str, thing_id: str) -> str | None:
    if kind == journal.PLAN:
        return plan.name
    try:
        thing = plan.things(kind).get(thing_id)
    except KeyError:  # of a history that is older than ids
        return None
    return getattr(thing, "name", None)
