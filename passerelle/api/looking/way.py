"""The way through the job, for the screen."""

from fastapi import APIRouter

from passerelle.api.context import Ctx, Number, judged
from passerelle.core.looking.way import Act, next_act, the_way
from passerelle.core.plan.plan import KEYS, Plan

from .schemas import ActView, JobStepView, JobView

router = APIRouter(prefix="/api/plans/{plan_id}/way", tags=["find out next"])
_OF_LINKS = {"strands of link": "link"}
"""Kinds of an act that are another view of a thing."""


@router.get("", name="theWay")
def way(ctx: Ctx, plan_id: Number) -> JobView:
    """What each step of the job has and needs, and what comes next."""
    now = judged(ctx, plan_id)
    steps = the_way(now.check)
    first = next_act(steps)
    return JobView(
        steps=[
            JobStepView(
                step=one.step,
                state=one.state,
                says=one.says,
                done=one.done,
                of=one.of,
                act=None if one.act is None else _act(now.held.plan, one.act),
            )
            for one in steps
        ],
        next=None if first is None else first.step,
    )


def _act(plan: Plan, act: Act) -> ActView:
    kind = _OF_LINKS.get(act.kind, act.kind)
    found = plan.things(kind).by_name.get(act.name) if kind in KEYS else None
    return ActView(do=act.do, kind=act.kind, name=act.name, id=None if found is None else found.id)
