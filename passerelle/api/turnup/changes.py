"""Routes of changes to what is live: looked at beforehand, then put into the plan at once."""

from typing import Annotated

from fastapi import APIRouter, HTTPException, Path
from pydantic import BaseModel

from passerelle.api.bodies import ChangeSetBody, PlannedTaskBody
from passerelle.api.context import Ctx, Judged, Number, Who, changed, judged
from passerelle.api.plans.schemas import Changed
from passerelle.core.changes.change import Remove
from passerelle.core.plan.changing import ChangeSet
from passerelle.core.plan.visiting import clock
from passerelle.core.refused import Refused
from passerelle.core.turnup.changeset import Preview, preview
from passerelle.core.words import counted
from passerelle.formats.checkjson import rounded
from passerelle.plans.plans import Author

router = APIRouter(prefix="/api/plans/{plan_id}/changesets", tags=["turn-up"])
Id = Annotated[str, Path(max_length=26)]


class TimedStepView(BaseModel):
    """A step of the work. from_min, until_min : after the first begins."""

    do: str
    link_id: str
    at: str
    until: str
    from_min: float
    until_min: float
    places: list[str]


class DarkView(BaseModel):
    """A link that is dark for a while. through : it hangs on that one."""

    link: str
    link_id: str
    at: str
    until: str
    from_min: float
    until_min: float
    through: str | None


class MovedView(BaseModel):
    """What a link is before and after. [dB]"""

    link: str
    before: str
    after: str
    margin_before: float | None
    margin_after: float | None
    new: list[str]
    gone: list[str]


class RefusedView(BaseModel):
    """A step that cannot be made."""

    step: str
    why: str


class ChangeSetView(BaseModel):
    """A change set with what it would do. says : in a sentence."""

    id: str
    doc: ChangeSetBody
    says: str
    minutes: float
    steps: list[TimedStepView]
    dark: list[DarkView]
    moved: list[MovedView]
    refused: list[RefusedView]
    both: list[str]
    tasks: list[PlannedTaskBody]


def _one(now: Judged, key: str) -> ChangeSet:
    found = now.held.plan.change_sets.get(key)
    if found is None:
        raise HTTPException(404, "There is no such change; it may be deleted.")
    return found


def _view(now: Judged, given: ChangeSet) -> ChangeSetView:
    made = preview(now.check, given)
    zero = made.steps[0].from_min if made.steps else 0.0
    return ChangeSetView(
        id=given.id, doc=given, says=_says(made), minutes=made.minutes,
        steps=[
            TimedStepView(do=one.do, link_id=one.link_id, at=clock(one.from_min),
                          until=clock(one.until_min), from_min=one.from_min - zero,
                          until_min=one.until_min - zero, places=list(one.places))
            for one in made.steps
        ],
        dark=[
            DarkView(link=one.link, link_id=one.link_id, at=clock(one.from_min),
                     until=clock(one.until_min), from_min=one.from_min - zero,
                     until_min=one.until_min - zero, through=one.through)
            for one in made.dark
        ],
        moved=[
            MovedView(link=one.link, before=one.before, after=one.after,
                      margin_before=rounded(one.margin_before),
                      margin_after=rounded(one.margin_after), new=list(one.new),
                      gone=list(one.gone))
            for one in made.told
        ],
        refused=[RefusedView(step=step, why=why) for step, why in made.refused],
        both=list(made.both), tasks=list(made.tasks),
    )  # fmt: skip


def _says(made: Preview) -> str:
    if not made.steps:
        return "Nothing is changed yet"
    bad = ("fails", "unknown")
    worse = [one for one in made.told if one.after in bad and one.after != one.before]
    longest = max(one.minutes for one in made.dark)
    dark = f"{counted(len(made.dark), 'link')} dark, {longest:.0f} min at the longest"
    back = f"{len(worse)} would not come up again" if worse else "all come up again by plan"
    return f"{dark}; {back}"


@router.get("", name="changeSets")
def every(ctx: Ctx, plan_id: Number) -> list[ChangeSetView]:
    """Every change set with what it would do."""
    now = judged(ctx, plan_id)
    return [_view(now, one) for one in now.held.plan.change_sets]


@router.post("/{key}/made", name="makeChangeSet", status_code=201)
def made(ctx: Ctx, who: Who, plan_id: Number, key: Id) -> Changed:
    """It was made: put it into the plan, all of it or nothing; it goes from the list with that."""
    now = judged(ctx, plan_id)
    given = _one(now, key)
    looked = preview(now.check, given)
    if looked.refused:
        step, why = looked.refused[0]
        raise Refused("steps", f"“{step}” cannot be made: {why}")
    did = ctx.plans.change(
        plan_id, [*looked.changes, Remove("change set", key)], Author(who, now.held.revision),
        f"Change made: {given.name}", seen=[key],
    )  # fmt: skip
    return changed(ctx, did, who)
