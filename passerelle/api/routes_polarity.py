"""Routes about a link's strands."""

from fastapi import APIRouter

from passerelle.core.light.edits import SetPart
from passerelle.core.strands.asfound import Reading, explained
from passerelle.core.strands.places import positions
from passerelle.formats import corelink
from passerelle.plans import changes
from passerelle.plans.documents import place_names

from . import schemas_polarity as schemas
from .context import Ctx, Number, get_link, get_plan
from .editing import from_core, to_core
from .schemas import PreviewBody
from .strandviews import label_of, polarity_view

router = APIRouter(prefix="/api/plans/{plan_id}/links/{link_id}", tags=["polarity"])


@router.get("/polarity", name="polarityOfLink")
def get(ctx: Ctx, plan_id: Number, link_id: Number) -> schemas.PolarityView:
    """Every strand of a link traced from port to port, with the methods for its path."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        row = get_link(session, plan, link_id)
        return polarity_view(ctx.answers.of(session, plan, row, place_names(session, plan)))


@router.post("/polarity/preview", name="previewPolarity")
def preview(ctx: Ctx, plan_id: Number, link_id: Number, body: PreviewBody) -> schemas.PolarityView:
    """The strands as they would run after edits; nothing is stored."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        row = get_link(session, plan, link_id)
        site = ctx.answers.frame(plan).site
        edits = tuple(to_core(one, site) for one in body.edits)
        before = ctx.answers.of(session, plan, row, place_names(session, plan))
        after = before.again(corelink.link(changes.edited(session, plan, row, edits), site))
    return polarity_view(after)


@router.post("/as-found", name="asFound")
def as_found(
    ctx: Ctx, plan_id: Number, link_id: Number, body: schemas.AsFoundBody
) -> schemas.AsFoundView:
    """Which single part would explain what the far end showed; nothing is stored."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        row = get_link(session, plan, link_id)
        check = ctx.answers.of(session, plan, row, place_names(session, plan))
    path = check.budget.link.path
    readings = tuple(
        Reading(
            (one.start[0], one.start[1]),
            None if one.end is None else (one.end[0], one.end[1]),
        )
        for one in body.readings
    )
    found = explained(path, readings, check.budget.tables)
    width = positions(path.segment(0).ends[0])
    return schemas.AsFoundView(
        explanations=[
            schemas.SuspectView(
                label=one.label,
                at=one.at,
                edits=[]
                if one.at is None
                else [from_core(SetPart(one.at, one.path.parts[one.at]))],
            )
            for one in found.explanations
        ],
        next_place=list(found.next_place) if found.next_place else None,
        next_label=label_of(found.next_place, width, True) if found.next_place else None,
    )
