"""Routes of practice. What it keeps lies in a database of its own; no plan is written to."""

import json
import secrets
from datetime import UTC, datetime

from fastapi import APIRouter, HTTPException, Response

from passerelle.api.common import FILE_BODY
from passerelle.api.context import Context, Ctx, Number, Sent, Who, judged
from passerelle.api.papers.routes import as_file
from passerelle.practice.catalog import CATALOG, Ready, about, ready, ready_on
from passerelle.practice.drill import MOST_SEED, DrillError, drill_of, replayed, shown
from passerelle.practice.grading import MOST_ACTS, grade
from passerelle.practice.progress import Answered, next_drill, standings, topics
from passerelle.practice.sets import DrillSet, read_set, write_set

from . import schemas, views

router = APIRouter(prefix="/api/practice", tags=["practice"])


def _seed() -> int:
    return secrets.randbelow(MOST_SEED)


def _ready(ctx: Context, ref: schemas.DrillRef) -> Ready:
    """A drill on its own plant, or on a copy of a plan's link."""
    drill = drill_of(ref.kind, ref.level, ref.seed)
    if ref.link_id is None or ref.plan_id is None:
        return ready(drill)
    if ref.kind != "dark":
        raise DrillError("kind", "on a link of a plan only the hunt is practised")
    return ready_on(drill, judged(ctx, ref.plan_id).link(ref.link_id))


@router.get("", name="practice")
def practice(ctx: Ctx, who: Who) -> schemas.PracticeView:
    """All kinds, what is next, what was missed, and the sets that are kept here."""
    answers = ctx.practice.of(who)
    coming = next_drill(answers, datetime.now(UTC))
    return schemas.PracticeView(
        who=who, answered=len(answers), right=sum(one.right for one in answers),
        kinds=[
            schemas.DrillKind(
                kind=one.kind, name=CATALOG[one.kind].name, teaches=CATALOG[one.kind].teaches,
                levels=list(CATALOG[one.kind].levels), level=one.level, answered=one.answered,
                right=one.right, minutes=one.minutes, best_minutes=one.best_minutes,
            )
            for one in standings(answers)
        ],
        topics=[schemas.DrillTopic(kind=one.kind, name=one.name, asked=one.asked, missed=one.missed,
                                  due=one.due) for one in topics(answers)],
        next_why=coming.why, next_kind=coming.kind,
        sets=[_set(number, read_set(text.encode())) for number, text in ctx.practice.sets()],
    )  # fmt: skip


def _set(number: int, one: DrillSet) -> schemas.DrillSetView:
    return schemas.DrillSetView(id=number, name=one.name, by=one.by, drills=one.drills)


@router.post("/draw", name="drawDrill")
def draw(ctx: Ctx, who: Who, body: schemas.DrawBody) -> schemas.Drawn:
    """A new drill: of a kind and level, or what is next for this person."""
    answers = ctx.practice.of(who)
    if body.kind is None:
        coming = next_drill(answers, datetime.now(UTC))
        drill = about(coming.kind, coming.level, coming.topic, _seed)
        why = coming.why
    else:
        open_at = next(one.level for one in standings(answers) if one.kind == body.kind)
        drill = about(body.kind, body.level or open_at, None, _seed)
        why = ""
    return schemas.Drawn(kind=drill.kind, level=drill.level, seed=drill.seed, why=why)


@router.post("/drill", name="poseDrill")
def pose(ctx: Ctx, body: schemas.DrillRef) -> schemas.PosedDrill:
    """A drill as it is put."""
    return views.posed_view(_ready(ctx, body), body.plan_id)


@router.post("/look", name="lookInDrill")
def look(ctx: Ctx, body: schemas.DrillLookBody) -> schemas.DrillLook:
    """What an act shows, after what was done before."""
    one = _ready(ctx, body.drill)
    if len(body.done) >= MOST_ACTS:
        raise DrillError("acts", f"{MOST_ACTS} steps were taken; give an answer")
    seen = replayed(one.kind, one.known, one.truth, tuple(body.done))
    return views.look_view(one, body.act, shown(one.kind, one.known, one.truth, body.act, seen))


@router.post("/answer", name="answerDrill")
def answer(ctx: Ctx, who: Who, body: schemas.DrillAnswer) -> schemas.DrillGrade:
    """The grade, and what it was. It is kept under the person's name."""
    one = _ready(ctx, body.drill)
    made = grade(one.kind, one.known, one.truth, tuple(body.done), tuple(body.answer))
    drill = one.drill
    ctx.practice.add(who, Answered(
        drill.kind, drill.level, drill.seed, made.revealed.topic, made.right, made.clean,
        len(made.spent.unsafe), made.spent.minutes, made.best.spent.minutes, datetime.now(UTC),
    ))  # fmt: skip
    return views.grade_view(one, made, _note(ctx, body.drill))


def _note(ctx: Context, ref: schemas.DrillRef) -> str:
    """What a trainer says of this drill."""
    for _, text in ctx.practice.sets():
        for one in json.loads(text)["drills"]:
            if (one["kind"], one["level"], one["seed"]) == (ref.kind, ref.level, ref.seed):
                return str(one.get("note", ""))
    return ""


@router.post("/wipe", name="wipePractice")
def wipe(ctx: Ctx, who: Who) -> schemas.Wiped:
    """Forget what this person answered. It cannot be taken back."""
    return schemas.Wiped(forgotten=ctx.practice.wipe(who))


@router.post("/sets", name="importDrills", status_code=201, openapi_extra=FILE_BODY)
def import_set(ctx: Ctx, data: Sent) -> schemas.DrillSetView:
    """A set from its document."""
    one = read_set(data)
    return _set(ctx.practice.add_set(one.name, write_set(one).decode()), one)


@router.post("/sets/made", name="makeDrills", status_code=201)
def make_set(ctx: Ctx, body: schemas.MakeSet) -> schemas.DrillSetView:
    """A set that is put together here."""
    one = DrillSet(name=body.name, by=body.by, drills=body.drills)
    return _set(ctx.practice.add_set(one.name, write_set(one).decode()), one)


@router.get("/sets/{number}", name="exportDrills", response_class=Response)
def export_set(ctx: Ctx, number: Number) -> Response:
    """The document of a set."""
    for known, text in ctx.practice.sets():
        if known == number:
            one = read_set(text.encode())
            return as_file(write_set(one), f"{one.name}.drills.json", "application/json")
    raise HTTPException(404, "There is no such set; it may be deleted.")


@router.delete("/sets/{number}", name="removeDrills", status_code=204)
def remove_set(ctx: Ctx, number: Number) -> None:
    """Forget a set."""
    if not ctx.practice.remove_set(number):
        raise HTTPException(404, "There is no such set; it may be deleted.")
