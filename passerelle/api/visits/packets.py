"""Routes of visit packets: out to another device, and home again."""

import json
from dataclasses import replace
from typing import Literal

from fastapi import APIRouter, Response

from passerelle.api.common import FILE_BODY
from passerelle.api.context import Context, Ctx, Judged, Number, Sent, Who, judged
from passerelle.api.made import made_now
from passerelle.api.papers.routes import as_file
from passerelle.core.plan.facts import About, AnyFactType, TaskFact
from passerelle.core.plan.plan import KEYS
from passerelle.core.refused import Refused
from passerelle.core.visits.tasks import Work, standing, work_of
from passerelle.formats.packets import Packet, packet, page, read_packet
from passerelle.plans.files import MAX_FILE_BYTES, attach, attached, media_type
from passerelle.plans.held import Held
from passerelle.plans.pictures import without_position

from . import schemas

router = APIRouter(prefix="/api/plans/{plan_id}/visits", tags=["visits"])


def _work(ctx: Context, now: Judged) -> Work:
    return work_of(now.check, made_now(ctx, now), now.held.facts)


@router.get("/{visit_id}/packet.{form}", name="visitPacket", response_class=Response)
def out(ctx: Ctx, plan_id: Number, visit_id: str, form: Literal["html", "json"]) -> Response:
    """One visit for another device: a page that needs no server, or the packet alone."""
    now = judged(ctx, plan_id)
    made = packet(now.check.plan, now.held.revision, visit_id, _work(ctx, now))
    name = f"{now.check.plan.name} {made['visit']['name']}"
    if form == "html":
        return as_file(page(made), f"{name}.html", "text/html; charset=utf-8")
    return as_file(json.dumps(made, ensure_ascii=False), f"{name}.passerelle-visit.json",
                   "application/json")  # fmt: skip


@router.post("/packet", name="mergePacket", openapi_extra=FILE_BODY)
def home(ctx: Ctx, who: Who, plan_id: Number, data: Sent) -> schemas.MergedView:
    """Bring a packet home. What it noted is added once, however often it comes."""
    brought = read_packet(data)
    held = ctx.plans.held(plan_id)
    if brought.plan_id != held.plan.id:
        raise Refused("packet", "belongs to another plan")
    known = {one.id for one in held.facts.all}
    new = [_about_what_is_there(held, one) for one in brought.facts if one.id not in known]
    meanwhile = _meanwhile(ctx, judged(ctx, plan_id), brought)
    there = [one for one in brought.photos if _is_there(held, one.kind, one.about)]
    meanwhile += [
        schemas.MeanwhileView(
            task=one.name, packet=f"a photo, {one.name}", here="the plan has no such thing any more"
        )
        for one in brought.photos if one not in there
    ]  # fmt: skip
    for one in there:  # before anything is stored: what is no picture refuses the packet whole
        if len(one.data) > MAX_FILE_BYTES:
            limit = MAX_FILE_BYTES // 1024 // 1024
            raise Refused("photos", f"{one.name} is over {limit} MiB")
        without_position(one.data, media_type(one.data))
    if new:
        held = ctx.plans.note(plan_id, new)
    photos = 0
    with ctx.store.writing() as session:
        before = {(row.about_id, row.sha256) for row in attached(session, plan_id)}
        for one in there:
            row = attach(session, ctx.files, held, (one.kind, one.about), one.name, one.data, who,
                         keep_position=False)  # fmt: skip
            photos += (row.about_id, row.sha256) not in before
            before.add((row.about_id, row.sha256))
    return schemas.MergedView(
        visit=brought.visit, added=len(new), known=len(brought.facts) - len(new), photos=photos,
        meanwhile=meanwhile,
    )  # fmt: skip


def _is_there(held: Held, kind: str, thing_id: str) -> bool:
    """Whether the plan has a thing."""
    return kind in KEYS and thing_id in held.plan.things(kind)


def _about_what_is_there(held: Held, fact: AnyFactType) -> AnyFactType:
    """A fact of a thing that is gone is kept with the plan: nothing that was noted is lost."""
    if fact.about.kind == "plan" or _is_there(held, fact.about.kind, fact.about.id):
        return fact
    return replace(fact, about=About("plan", held.plan.id))


def _meanwhile(ctx: Context, now: Judged, brought: Packet) -> list[schemas.MeanwhileView]:
    """What is not as it was when the packet went out: shown side by side, nothing is lost."""
    work, here = _work(ctx, now), standing(now.held.facts)
    mine = {one.id for one in brought.facts}
    found = []
    for fact in {one.task: one for one in brought.facts if isinstance(one, TaskFact)}.values():
        was = brought.tasks.get(fact.task, fact.task)
        task, other = work.all.get(fact.task), here.get(fact.task)
        if task is None:
            found.append((was, f"“{was}”: {fact.state}", "the plan has no such task any more"))
        elif task.name != was:
            found.append((was, f"“{was}”: {fact.state}", f"is called “{task.name}” now"))
        elif other is not None and other.id not in mine and other.state != fact.state:
            found.append((was, f"{fact.who}: {fact.state}, {fact.at[:16]}",
                          f"{other.who}: {other.state}, {other.at[:16]}"))  # fmt: skip
    return [schemas.MeanwhileView(task=a, packet=b, here=c) for a, b, c in found]
