"""Routes about whole plans."""

import json
import re
from typing import Any

from fastapi import APIRouter, HTTPException, Request, Response
from sqlalchemy import func, select

from passerelle.demo_data import demo_plan
from passerelle.formats.planfile import PlanDoc
from passerelle.plans import changes, journal, transfer
from passerelle.plans.models import LinkRow, Plan, Revision

from . import schemas
from .context import Ctx, Number, Who, changed, get_plan, plan_info, revision_info, summaries

router = APIRouter(prefix="/api/plans", tags=["plans"])
CONFLICT: dict[int | str, dict[str, Any]] = {409: {"model": schemas.Conflict}}


@router.get("", name="listPlans")
def list_plans(ctx: Ctx) -> list[schemas.PlanListItem]:
    """All plans of this data folder."""
    with ctx.store.reading() as session:
        rows = session.execute(
            select(Plan.id, Plan.name, Plan.revision, func.count(LinkRow.id))
            .outerjoin(LinkRow, LinkRow.plan_id == Plan.id)
            .group_by(Plan.id)
            .order_by(Plan.id)
        )
        return [
            schemas.PlanListItem(id=number, name=name, revision=revision, links=links)
            for number, name, revision, links in rows
        ]


@router.post("", name="newPlan", status_code=201)
def new_plan(ctx: Ctx, who: Who, body: schemas.NewPlanBody) -> schemas.PlanInfo:
    """Make an empty plan."""
    doc = PlanDoc(format="passerelle-plan", version=1, name=body.name, links=[])
    with ctx.store.writing() as session:
        return plan_info(ctx, session, transfer.store_new(session, doc, who, "New plan"))


@router.post("/import", name="importPlan", status_code=201, openapi_extra={
    "requestBody": {"required": True, "content": {"application/json": {"schema": {}}}}
})  # fmt: skip
async def import_plan(ctx: Ctx, who: Who, request: Request) -> schemas.PlanInfo:
    """Store a plan file as a new plan; nothing is stored where a line of it is refused."""
    doc = transfer.checked(await request.body())
    with ctx.store.writing() as session:
        return plan_info(
            ctx, session, transfer.store_new(session, doc, who, "Imported from a plan file")
        )


@router.get("/{plan_id}", name="getPlan")
def get(ctx: Ctx, plan_id: Number) -> schemas.PlanInfo:
    """The head of a plan."""
    with ctx.store.reading() as session:
        return plan_info(ctx, session, get_plan(session, plan_id))


@router.patch("/{plan_id}", name="changePlan", responses=CONFLICT)
def change(ctx: Ctx, who: Who, plan_id: Number, body: schemas.PlanBody) -> schemas.Changed:
    """Rename a plan or set its house rules."""
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        parts = [f"Rename plan to {body.name}"] if body.name else []
        parts += ["House rules"] if body.house_rules else []
        parts += ["Own parts"] if body.own_parts is not None else []
        parts += ["Devices"] if body.devices is not None else []
        parts += ["Spares"] if body.spares is not None else []
        changes.change_plan(
            session,
            plan,
            changes.Author(who, body.base),
            "; ".join(parts) or "Nothing changed",
            name=body.name,
            rules=body.house_rules,
            own_parts=body.own_parts,
            devices=body.devices,
            spares=body.spares,
        )
        return changed(ctx, session, plan)


@router.get("/{plan_id}/export", name="exportPlan", response_class=Response)
def export(ctx: Ctx, plan_id: Number) -> Response:
    """The plan file."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        data = transfer.export_plan(session, plan)
        stem = re.sub(r"[^A-Za-z0-9]+", "-", plan.name).strip("-").lower() or "plan"
    headers = {"Content-Disposition": f'attachment; filename="{stem[:60]}.passerelle.json"'}
    return Response(data, media_type="application/json", headers=headers)


@router.post("/{plan_id}/restore-demo", name="restoreDemo", responses=CONFLICT)
def restore_demo(ctx: Ctx, who: Who, plan_id: Number, body: schemas.Base) -> schemas.Changed:
    """Put the demo plan's content back, as one change that can be undone."""
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        head = journal.revision(session, plan, plan.revision)
        if head is not None and body.base != plan.revision:
            raise journal.StaleError(head)
        transfer.replace_content(session, plan, demo_plan(), who, "Restore the demo plan")
        return changed(ctx, session, plan)


@router.post("/{plan_id}/undo", name="undo", responses=CONFLICT)
def undo(ctx: Ctx, who: Who, plan_id: Number, body: schemas.Base) -> schemas.Changed:
    """Take back the newest change."""
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        journal.undo(session, plan, who, body.base)
        return changed(ctx, session, plan)


@router.post("/{plan_id}/redo", name="redo", responses=CONFLICT)
def redo(ctx: Ctx, who: Who, plan_id: Number, body: schemas.Base) -> schemas.Changed:
    """Do again what was undone last."""
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        journal.redo(session, plan, who, body.base)
        return changed(ctx, session, plan)


@router.get("/{plan_id}/links", name="listLinks")
def list_links(ctx: Ctx, plan_id: Number) -> list[schemas.LinkSummary]:
    """One row for each link, judged."""
    with ctx.store.reading() as session:
        return summaries(ctx, session, get_plan(session, plan_id))


@router.get("/{plan_id}/revisions", name="listRevisions")
def list_revisions(
    ctx: Ctx, plan_id: Number, before: Number | None = None
) -> list[schemas.RevisionInfo]:
    """The history, newest first, 100 at a time."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        query = select(Revision).where(Revision.plan_id == plan.id)
        if before is not None:
            query = query.where(Revision.number < before)
        rows = session.scalars(query.order_by(Revision.number.desc()).limit(100))
        return [revision_info(row) for row in rows]


@router.get("/{plan_id}/revisions/{number}", name="getRevision")
def get_revision(ctx: Ctx, plan_id: Number, number: Number) -> schemas.RevisionDetail:
    """One revision with what it changed, from and to."""
    with ctx.store.reading() as session:
        row = journal.revision(session, get_plan(session, plan_id), number)
        if row is None:
            raise HTTPException(404, f"There is no revision {number} of this plan.")
        found = [
            schemas.ChangeInfo(
                entity=c.entity,
                before=json.dumps(c.before, ensure_ascii=False) if c.before else None,
                after=json.dumps(c.after, ensure_ascii=False) if c.after else None,
            )
            for c in row.changes[:100]
        ]
        info = revision_info(row)
        return schemas.RevisionDetail(**info.model_dump(), changes=found)
