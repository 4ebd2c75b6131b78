"""Routes about a link's strands."""

from fastapi import APIRouter

from passerelle.api.context import Ctx, LinkId, Number, judged
from passerelle.api.links.routes import previewed
from passerelle.api.links.schemas import PreviewBody
from passerelle.core.light.edits import SetPart
from passerelle.core.strands.asfound import Reading, explained
from passerelle.core.strands.places import positions

from . import schemas
from .views import label_of, polarity_view

router = APIRouter(prefix="/api/plans/{plan_id}/links/{link_id}", tags=["polarity"])


@router.get("/polarity", name="polarityOfLink")
def get(ctx: Ctx, plan_id: Number, link_id: LinkId) -> schemas.PolarityView:
    """Every strand of a link traced from port to port, with the methods for its path."""
    return polarity_view(judged(ctx, plan_id).link(link_id))


@router.post("/polarity/preview", name="previewPolarity")
def preview(ctx: Ctx, plan_id: Number, link_id: LinkId, body: PreviewBody) -> schemas.PolarityView:
    """The strands as they would run after edits; nothing is stored."""
    now = judged(ctx, plan_id)
    return polarity_view(previewed(now, link_id, body))


@router.post("/as-found", name="asFound")
def as_found(
    ctx: Ctx, plan_id: Number, link_id: LinkId, body: schemas.AsFoundBody
) -> schemas.AsFoundView:
    """Which single part would explain what the far end showed; nothing is stored."""
    budget = judged(ctx, plan_id).link(link_id).budget
    path = budget.link.path
    readings = tuple(
        Reading(
            (one.start[0], one.start[1]),
            None if one.end is None else (one.end[0], one.end[1]),
        )
        for one in body.readings
    )
    found = explained(path, readings, budget.tables)
    width = positions(path.segment(0).ends[0])
    return schemas.AsFoundView(
        explanations=[
            schemas.SuspectView(
                label=one.label,
                at=one.at,
                edits=[] if one.at is None else [SetPart.to(one.path.parts[one.at])],
            )
            for one in found.explanations
        ],
        next_place=list(found.next_place) if found.next_place else None,
        next_label=label_of(found.next_place, width, True) if found.next_place else None,
    )
