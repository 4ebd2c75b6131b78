"""Routes of the first hour: six steps through a small job, in a plan of its own."""

from fastapi import APIRouter

from passerelle.api.context import Context, Ctx, Who, judged
from passerelle.core.plan.facts import Facts
from passerelle.plans.plans import NoPlanError
from passerelle.practice.drill import DrillError
from passerelle.practice.firsthour import STEPS, Step, at, new_plan, stands

from . import schemas

router = APIRouter(prefix="/api/practice/hour", tags=["practice"])


def _to(step: Step, plan_id: int, link: str | None) -> str:
    home = f"/plans/{plan_id}"
    if step.pier in ("light", "turnup"):
        tail = "/turnup" if step.pier == "turnup" else ""
        return f"{home}/links/{link}{tail}" if link else (f"{home}{tail}" or home)
    return f"{home}/{step.pier}"


def _view(ctx: Context, who: str) -> schemas.HourView:
    kept, plans = ctx.practice.walk(who), sorted(ctx.practice.walked_in())
    try:
        now = None if kept is None else judged(ctx, kept[0])
    except NoPlanError:
        now = None
    if kept is None or now is None:
        steps = [
            schemas.HourStep(key=one.key, name=one.name, do=one.do, why=one.why, done=False,
                             skipped=False, says="", to="")
            for one in STEPS
        ]  # fmt: skip
        return schemas.HourView(plan_id=None, plans=plans, left=False, at=STEPS[0].key, steps=steps)
    plan_id, skipped, left = kept
    link = next(iter(now.check.alone), None)
    made = stands(now.check, now.held.facts, skipped)
    here = at(made)
    return schemas.HourView(
        plan_id=plan_id, plans=plans, left=left, at=None if here is None else here.step.key,
        steps=[
            schemas.HourStep(
                key=one.step.key, name=one.step.name, do=one.step.do, why=one.step.why,
                done=one.done, skipped=one.skipped, says=one.says, to=_to(one.step, plan_id, link),
            )
            for one in made
        ],
    )  # fmt: skip


@router.get("", name="firstHour")
def hour(ctx: Ctx, who: Who) -> schemas.HourView:
    """How far this person's first hour is."""
    return _view(ctx, who)


@router.post("", name="walkFirstHour")
def walk(ctx: Ctx, who: Who, body: schemas.HourBody) -> schemas.HourView:
    """Start, leave, take up again, skip a step or come back to it, or begin anew."""
    view = _view(ctx, who)
    if body.act == "again" or view.plan_id is None:
        if body.act not in ("start", "again"):
            raise DrillError("act", "the first hour is not begun yet; start it")
        made = ctx.plans.add(new_plan(), Facts(), who, "First hour")
        ctx.practice.set_walk(who, made.plan_id)
        return _view(ctx, who)
    skipped = tuple(one.key for one in view.steps if one.skipped)
    if body.act in ("skip", "back"):
        if body.step not in {one.key for one in STEPS}:
            raise DrillError("step", f"{(body.step or '')[:20]!r} is no step of the first hour")
        kept = [one for one in skipped if one != body.step]
        skipped = (*kept, str(body.step)) if body.act == "skip" else tuple(kept)
    ctx.practice.set_walk(who, view.plan_id, skipped, left=body.act == "leave")
    return _view(ctx, who)
