"""Routes about one link."""

from dataclasses import asdict
from typing import Any

from fastapi import APIRouter

from passerelle.core.choice.laying import unused
from passerelle.core.judge.check import LinkCheck
from passerelle.core.light.edits import describe
from passerelle.core.light.explain import explain
from passerelle.core.remedies.growth import growth
from passerelle.core.remedies.proposal import Need, NeedError, propose, suited
from passerelle.core.remedies.variants import Compared, Variant, VariantError, compared, suggested
from passerelle.formats import corelink
from passerelle.formats.checkjson import rounded
from passerelle.formats.linkdocs import LinkDoc
from passerelle.formats.refusal import Refused
from passerelle.plans import changes
from passerelle.plans.documents import place_names

from . import schemas, views
from . import schemas_beside as beside
from .context import Ctx, Number, Who, changed, get_link, get_plan, link_view
from .editing import from_core, to_core

router = APIRouter(prefix="/api/plans/{plan_id}", tags=["links"])
CONFLICT: dict[int | str, dict[str, Any]] = {409: {"model": schemas.Conflict}}


@router.get("/links/{link_id}", name="getLink")
def get(ctx: Ctx, plan_id: Number, link_id: Number) -> schemas.LinkView:
    """One link with its answer."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        return link_view(ctx, session, plan, get_link(session, plan, link_id))


@router.patch("/links/{link_id}", name="editLink", responses=CONFLICT)
def edit(
    ctx: Ctx, who: Who, plan_id: Number, link_id: Number, body: schemas.EditsBody
) -> schemas.Changed:
    """Apply edits to a link, all or none."""
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        edits = tuple(to_core(one, ctx.answers.frame(plan).site) for one in body.edits)
        row = get_link(session, plan, link_id)
        what = f"{row.name}: {describe(edits[0])}"
        what += f" and {len(edits) - 1} more" if len(edits) > 1 else ""
        author = changes.Author(who, body.base)
        changes.change_link(session, plan, row, edits, author, what)
        return changed(ctx, session, plan, link_id)


@router.post("/links/{link_id}/preview", name="previewLink")
def preview(
    ctx: Ctx, plan_id: Number, link_id: Number, body: schemas.PreviewBody
) -> schemas.Preview:
    """What edits would bring; nothing is stored."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        edits = tuple(to_core(one, ctx.answers.frame(plan).site) for one in body.edits)
        row = get_link(session, plan, link_id)
        before = ctx.answers.of(session, plan, row, place_names(session, plan))
        site = ctx.answers.frame(plan).site
        after = before.again(corelink.link(changes.edited(session, plan, row, edits), site))
        return schemas.Preview(before=views.brief(before), after=views.brief(after))


@router.get("/links/{link_id}/why", name="whyLink")
def why(ctx: Ctx, plan_id: Number, link_id: Number) -> dict[str, schemas.ExplanationView]:
    """How every figure of a link was made, by the figure's name."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        row = get_link(session, plan, link_id)
        check = ctx.answers.of(session, plan, row, place_names(session, plan))
        return {name: views.explanation_view(one) for name, one in explain(check.budget).items()}


@router.get("/links/{link_id}/growth", name="growthOfLink")
def growth_of(ctx: Ctx, plan_id: Number, link_id: Number) -> schemas.GrowthView:
    """Which faster applications the same glass and joints carry, and what stops the next one."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        row = get_link(session, plan, link_id)
        found = growth(ctx.answers.of(session, plan, row, place_names(session, plan)))
    return schemas.GrowthView(
        carries=list(found.carries),
        next_rate_gbps=found.next_rate_gbps,
        next_application=found.next_application,
        next_stopped_by=found.next_stopped_by,
    )


@router.post("/links/{link_id}/variants", name="compareVariants")
def variants(
    ctx: Ctx, plan_id: Number, link_id: Number, body: beside.VariantsBody
) -> list[beside.VariantView]:
    """The link as it is and up to three variants of it, side by side; nothing is stored."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        row = get_link(session, plan, link_id)
        check = ctx.answers.of(session, plan, row, place_names(session, plan))
    asked = suggested(check) if body.variants is None else [
        Variant(one.fiber, one.grade, one.application) for one in body.variants
    ]  # fmt: skip
    found = [_column(check, Variant())]
    found += [_column(check, variant) for variant in asked]
    return found


def _column(check: LinkCheck, variant: Variant) -> beside.VariantView:
    """One column; a variant that cannot be made says why and shows the link as it is."""
    problem = None
    try:
        one = compared(check, variant)
    except VariantError as error:
        problem = f"{error.key}: {error}"
        one = Compared(variant, (), check, growth(check))
    after, worst = one.check, views.worst_direction(one.check)
    return beside.VariantView(
        variant=beside.VariantBody(**asdict(variant)),
        label=variant.label,
        edits=[from_core(edit) for edit in one.edits],
        answer=views.answer(after),
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
def duplicate(
    ctx: Ctx, who: Who, plan_id: Number, link_id: Number, body: schemas.Base
) -> schemas.Changed:
    """Add a copy of a link."""
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        row = get_link(session, plan, link_id)
        author = changes.Author(who, body.base)
        return changed(ctx, session, plan, changes.duplicate_link(session, plan, row, author))


@router.delete("/links/{link_id}", name="deleteLink", responses=CONFLICT)
def delete(ctx: Ctx, who: Who, plan_id: Number, link_id: Number, base: Number) -> schemas.Changed:
    """Delete a link."""
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        row = get_link(session, plan, link_id)
        changes.delete_link(session, plan, row, changes.Author(who, base))
        return changed(ctx, session, plan)


@router.post("/needs", name="addLink", status_code=201)
def add(ctx: Ctx, who: Who, plan_id: Number, body: schemas.NeedBody) -> schemas.Changed:
    """Add a link for a need: a complete path to edit."""
    need = Need(body.a_place, body.b_place, body.application, body.distance_m, body.fiber)
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        try:
            link = propose(need, ctx.answers.frame(plan).rules)
        except NeedError as error:
            raise Refused(error.key, str(error)) from None
        name = unused(body.name or link.name, changes.link_names(session, plan))
        empty = LinkDoc.model_construct(
            name=name, a=corelink.end_doc(link.a), b=corelink.end_doc(link.b), path=[]
        )
        doc = corelink.link_doc(link, empty).model_copy(update={"name": name})
        author = changes.Author(who, body.base)
        number = changes.add_link(session, plan, doc, author, f"Add link {name}")
        return changed(ctx, session, plan, number)


@router.get("/suited", name="listSuited")
def list_suited(
    ctx: Ctx, plan_id: Number, distance_m: float, fiber: str | None = None
) -> list[schemas.SuitedInfo]:
    """Every application judged at a distance, on one fiber or on its usual one."""
    with ctx.store.reading() as session:
        rules = ctx.answers.frame(get_plan(session, plan_id)).rules
    try:
        found = suited(distance_m, rules, fiber)
    except NeedError as error:
        raise Refused(error.key, str(error)) from None
    return [
        schemas.SuitedInfo(**(asdict(one) | {"margin_db": rounded(one.margin_db)})) for one in found
    ]
