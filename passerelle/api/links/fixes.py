"""Fix what remedies alone cure: the list first, then what is ticked, as one change."""

from typing import Any

from fastapi import APIRouter

from passerelle.api.context import Ctx, Judged, Number, Who, changed, judged
from passerelle.api.plans.schemas import Changed, Conflict
from passerelle.core.changes.change import EditLink
from passerelle.core.judge.naming import with_names
from passerelle.core.many import many_things
from passerelle.core.refused import Refused
from passerelle.core.remedies.fixing import Fix, fix_for
from passerelle.core.words import counted
from passerelle.formats.prices import price_book
from passerelle.plans.plans import Author

from . import schemas, views

router = APIRouter(prefix="/api/plans/{plan_id}/fixes", tags=["fixes"])
CONFLICT: dict[int | str, dict[str, Any]] = {409: {"model": Conflict}}


def _fixes(now: Judged) -> dict[str, tuple[schemas.FixView, Fix]]:
    found = {}
    book = price_book(now.held.plan.prices)
    with many_things():
        for check in now.check.links:
            fix = fix_for(check)
            if fix is not None:
                link = check.budget.link
                buys, total = ([], 0.0) if fix.certain else views.cost_of(check, fix.after, book)
                view = schemas.FixView(
                    link_id=link.id,
                    name=link.name,
                    labels=[with_names(label, link) for label in fix.labels],
                    certain=fix.certain,
                    buys=buys,
                    total=total,
                    adds=views.added_by(check, fix.after),
                    before=views.brief(check),
                    after=views.brief(fix.after),
                )
                found[link.id] = (view, fix)
    return found


@router.get("", name="listFixes")
def list_fixes(ctx: Ctx, plan_id: Number) -> list[schemas.FixView]:
    """Every failing link that remedies alone bring up; nothing is stored."""
    return [view for view, _ in _fixes(judged(ctx, plan_id)).values()]


@router.post("", name="applyFixes", responses=CONFLICT)
def apply_fixes(ctx: Ctx, who: Who, plan_id: Number, body: schemas.FixesBody) -> Changed:
    """Apply the fixes of these links as one change."""
    fixes = _fixes(judged(ctx, plan_id))
    for at, link_id in enumerate(body.link_ids):
        if link_id not in fixes:
            raise Refused(f"link_ids[{at}]", f"link {link_id} has no fix (any more)")
    ids = list(dict.fromkeys(body.link_ids))
    count = counted(len(ids), "link")
    did = ctx.plans.change(
        plan_id,
        [EditLink(one, fixes[one][1].edits) for one in ids],
        Author(who, body.base),
        f"Fix {count}",
        seen=ids,
    )
    return changed(ctx, did, who)
