"""Fix all that is certain: the list first, then what the person left ticked, as one change."""

from typing import Any

from fastapi import APIRouter

from passerelle.core.judge.check import many_answers
from passerelle.core.remedies.fixing import Fix, certain_fix
from passerelle.formats.refusal import Refused
from passerelle.plans import changes, documents
from passerelle.plans.models import Plan

from . import schemas, views
from .context import Context, Ctx, Number, Who, changed, get_plan

router = APIRouter(prefix="/api/plans/{plan_id}/fixes", tags=["fixes"])
CONFLICT: dict[int | str, dict[str, Any]] = {409: {"model": schemas.Conflict}}


def _fixes(ctx: Context, session: Any, plan: Plan) -> dict[int, tuple[schemas.FixView, Fix]]:
    names = documents.place_names(session, plan)
    found = {}
    with many_answers():
        for row in documents.links(session, plan):
            check = ctx.answers.of(session, plan, row, names)
            fix = certain_fix(check)
            if fix is not None:
                view = schemas.FixView(
                    link_id=row.id,
                    name=row.name,
                    labels=list(fix.labels),
                    before=views.brief(check),
                    after=views.brief(fix.after),
                )
                found[row.id] = (view, fix)
    return found


@router.get("", name="listFixes")
def list_fixes(ctx: Ctx, plan_id: Number) -> list[schemas.FixView]:
    """Every failing link that remedies alone bring up; nothing is stored."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        return [view for view, _ in _fixes(ctx, session, plan).values()]


@router.post("", name="applyFixes", responses=CONFLICT)
def apply_fixes(ctx: Ctx, who: Who, plan_id: Number, body: schemas.FixesBody) -> schemas.Changed:
    """Apply the certain fixes of these links as one change."""
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        fixes = _fixes(ctx, session, plan)
        for at, number in enumerate(body.link_ids):
            if number not in fixes:
                raise Refused(f"link_ids[{at}]", f"link {number} has no certain fix (any more)")
        edits_of = {number: fixes[number][1].edits for number in body.link_ids}
        count = f"{len(edits_of)} link{'s' if len(edits_of) > 1 else ''}"
        author = changes.Author(who, body.base)
        changes.change_links(session, plan, edits_of, author, f"Fix all that is certain: {count}")
        return changed(ctx, session, plan)
