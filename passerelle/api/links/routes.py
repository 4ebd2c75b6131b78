"""Routes about one link."""

from dataclasses import asdict, replace
from typing import Any

from fastapi import APIRouter

from passerelle.api.beside import schemas as beside
from passerelle.api.common import Base
from passerelle.api.context import Ctx, Judged, LinkId, Number, Who, changed, judged, link_view
from passerelle.api.plans.schemas import Changed, Conflict
from passerelle.core.changes.apply import applied
from passerelle.core.changes.change import EditLink, Put, Remove, Share
from passerelle.core.judge.answering import answer, worst_direction
from passerelle.core.judge.check import LinkCheck
from passerelle.core.judge.wholeplan import check
from passerelle.core.light.edits import describe
from passerelle.core.light.explain import explain
from passerelle.core.plan.agreement import unused
from passerelle.core.plan.copies import renewed
from passerelle.core.plan.plan import Plan
from passerelle.core.plant.seen import Seen, seen_plan
from passerelle.core.refused import Refused
from passerelle.core.remedies.growth import growth
from passerelle.core.remedies.proposal import Need, NeedError, propose, suited
from passerelle.core.remedies.variants import (
    Compared,
    Variant,
    VariantError,
    compared,
    suggested,
)
from passerelle.formats.checkjson import rounded
from passerelle.plans.choosing import added
from passerelle.plans.held import Held
from passerelle.plans.plans import Author

from . import schemas, views

router = APIRouter(prefix="/api/plans/{plan_id}", tags=["links"])
CONFLICT: dict[int | str, dict[str, Any]] = {409: {"model": Conflict}}


@router.get("/links/{link_id}", name="getLink")
def get(ctx: Ctx, plan_id: Number, link_id: LinkId) -> schemas.LinkView:
    """One link with its answer."""
    return link_view(judged(ctx, plan_id), link_id)


@router.patch("/links/{link_id}", name="editLink", responses=CONFLICT)
def edit(ctx: Ctx, who: Who, plan_id: Number, link_id: LinkId, body: schemas.EditsBody) -> Changed:
    """Apply edits to a link, all or none."""
    link = judged(ctx, plan_id).link(link_id).budget.link
    what = f"{link.name}: {describe(link, body.edits[0])}"
    what += f" and {len(body.edits) - 1} more" if len(body.edits) > 1 else ""
    did = ctx.plans.change(
        plan_id,
        [EditLink(link_id, tuple(body.edits))],
        Author(who, body.base),
        what,
        seen=[link_id],
    )
    return changed(ctx, did, who, link_id)


@router.post("/links/{link_id}/share", name="shareLinkPart", responses=CONFLICT)
def share(ctx: Ctx, who: Who, plan_id: Number, link_id: LinkId, body: schemas.ShareBody) -> Changed:
    """Make a part of a link one thing that other links pass too, join one, or leave it."""
    link = judged(ctx, plan_id).link(link_id).budget.link
    number = next((at + 1 for at, one in enumerate(link.path.parts) if one.id == body.at), 0)
    what = f"{link.name}: part {number} is {body.name or 'its own again'}"
    asked = [Share(link_id, body.at, body.name)]
    did = ctx.plans.change(plan_id, asked, Author(who, body.base), what, seen=[link_id])
    return changed(ctx, did, who, link_id)


@router.post("/links/{link_id}/preview", name="previewLink")
def preview(
    ctx: Ctx, plan_id: Number, link_id: LinkId, body: schemas.PreviewBody
) -> schemas.Preview:
    """What edits would bring; nothing is stored."""
    now = judged(ctx, plan_id)
    before, after = now.link(link_id), previewed(now, link_id, body)
    return schemas.Preview(before=views.brief(before), after=views.brief(after))


def previewed(now: Judged, link_id: str, body: schemas.PreviewBody) -> LinkCheck:
    """The check of a link in its plan as it would be after edits. Raises Refused, or 404."""
    now.link(link_id)
    held = now.held
    made = applied(held.plan, [EditLink(link_id, tuple(body.edits))], site=held.site)
    return check(
        seen_plan(made.plan, held.facts, Seen(held.plan, held.facts, held.seen)), now.check
    ).of(link_id)


@router.get("/links/{link_id}/why", name="whyLink")
def why(ctx: Ctx, plan_id: Number, link_id: LinkId) -> dict[str, schemas.ExplanationView]:
    """How every figure of a link was made, by the figure's name."""
    subject = judged(ctx, plan_id).link(link_id)
    return {name: views.explanation_view(one) for name, one in explain(subject.budget).items()}


@router.get("/links/{link_id}/growth", name="growthOfLink")
def growth_of(ctx: Ctx, plan_id: Number, link_id: LinkId) -> schemas.GrowthView:
    """Which faster applications the same glass and joints carry, and what stops the next one."""
    found = growth(judged(ctx, plan_id).link(link_id))
    return schemas.GrowthView(
        carries=list(found.carries),
        next_rate_gbps=found.next_rate_gbps,
        next_application=found.next_application,
        next_stopped_by=found.next_stopped_by,
    )


@router.post("/links/{link_id}/variants", name="compareVariants")
def variants(
    ctx: Ctx, plan_id: Number, link_id: LinkId, body: beside.VariantsBody
) -> list[beside.VariantView]:
    """The link as it is and up to three variants of it, side by side; nothing is stored."""
    subject = judged(ctx, plan_id).link(link_id)
    asked = suggested(subject) if body.variants is None else [
        Variant(one.fiber, one.grade, one.application) for one in body.variants
    ]  # fmt: skip
    found = [_column(subject, Variant())]
    found += [_column(subject, variant) for variant in asked]
    return found


def _column(subject: LinkCheck, variant: Variant) -> beside.VariantView:
    """One column; a variant that cannot be made says why and shows the link as it is."""
    problem = None
    try:
        one = compared(subject, variant)
    except VariantError as error:
        problem = f"{error.path}: {error}"
        one = Compared(variant, (), subject, growth(subject))
    after, worst = one.check, worst_direction(one.check)
    return beside.VariantView(
        variant=beside.VariantBody(**asdict(variant)),
        label=variant.label,
        edits=list(one.edits),
        answer=answer(after),
        brief=views.brief(after),
        problem=problem,
        loss_db=rounded(worst.loss.on_basis(after.budget.rules.loss_basis)),
        limit_db=rounded(worst.limit.value_db if worst.limit else None),
        received_min_dbm=rounded(worst.received_min_dbm),
        received_max_dbm=rounded(worst.received_max_dbm),
        length_m=rounded(after.budget.length_m, 1) or 0.0,
        reach_m=after.budget.reach.m,
        causes=[f.rule.title for f in after.findings if f.explained_by is None],
        carries=list(one.growth.carries),
        next_stopped_by=one.growth.next_stopped_by,
    )


@router.post("/links/{link_id}/duplicate", name="duplicateLink", status_code=201)
def duplicate(ctx: Ctx, who: Who, plan_id: Number, link_id: LinkId, body: Base) -> Changed:
    """Add a copy of a link, its parts with ids of their own."""
    now = judged(ctx, plan_id)
    name = now.link(link_id).budget.link.name
    links = now.held.plan.links
    copy = replace(renewed(links.by_id[link_id]), name=unused(f"{name[:114]} copy", links.by_name))
    did = ctx.plans.change(plan_id, [Put(copy)], Author(who, body.base), f"Duplicate link {name}")
    return changed(ctx, did, who, copy.id)


@router.delete("/links/{link_id}", name="deleteLink", responses=CONFLICT)
def delete(ctx: Ctx, who: Who, plan_id: Number, link_id: LinkId, base: Number) -> Changed:
    """Delete a link."""
    name = judged(ctx, plan_id).link(link_id).budget.link.name
    did = ctx.plans.change(
        plan_id, [Remove("link", link_id)], Author(who, base), f"Delete link {name}",
        seen=[link_id],
    )  # fmt: skip
    return changed(ctx, did, who)


@router.post("/needs", name="addLink", status_code=201)
def add(ctx: Ctx, who: Who, plan_id: Number, body: schemas.NeedBody) -> Changed:
    """Add a link for a need: a complete path to edit."""
    need = Need(body.a_place, body.b_place, body.application, body.distance_m, body.fiber)
    try:
        link = propose(need, ctx.plans.held(plan_id).plan.house_rules)
    except NeedError as error:
        raise Refused(error.path, str(error)) from None
    if body.name is not None:
        link = replace(link, name=body.name)

    shown: list[str] = []

    def make(held: Held) -> tuple[Plan, str]:
        plan, made = added(held.plan, link)
        shown.append(made.id)
        return plan, f"Add link {made.name}"

    did = ctx.plans.rework(plan_id, make, Author(who, body.base))
    return changed(ctx, did, who, shown[0])


@router.get("/suited", name="listSuited")
def list_suited(
    ctx: Ctx, plan_id: Number, distance_m: float, fiber: str | None = None
) -> list[schemas.SuitedInfo]:
    """Every application judged at a distance, on one fiber or on its usual one."""
    rules = ctx.plans.held(plan_id).plan.house_rules
    try:
        found = suited(distance_m, rules, fiber)
    except NeedError as error:
        raise Refused(error.path, str(error)) from None
    return [
        schemas.SuitedInfo(**(asdict(one) | {"margin_db": rounded(one.margin_db)})) for one in found
    ]
