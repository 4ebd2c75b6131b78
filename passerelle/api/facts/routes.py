"""Routes about what was seen and done, files of things, and kept states."""

from dataclasses import replace
from typing import Annotated

from fastapi import APIRouter, Query, Request, Response

from passerelle.api.common import FILE_BODY
from passerelle.api.context import Ctx, Number, Sent, Who, judged
from passerelle.api.guard import DEVICE
from passerelle.core.refused import Refused
from passerelle.plans.files import attach, attached
from passerelle.plans.models import FileRow, SnapshotRow
from passerelle.plans.packages import detach
from passerelle.plans.pictures import thumbnail
from passerelle.plans.snapshots import keep, kept

from . import schemas

router = APIRouter(prefix="/api/plans/{plan_id}", tags=["facts"])
Id = Annotated[str, Query(max_length=26)]


@router.get("/facts", name="listFacts")
def facts(ctx: Ctx, plan_id: Number, about: Id | None = None) -> schemas.FactsView:
    """What was seen and done, of the whole plan or of one thing."""
    held = ctx.plans.held(plan_id)
    return schemas.FactsView(
        facts=[one for one in held.facts.all if about in (None, one.about.id)],
        standing=[one.id for one in held.facts.standing if about in (None, one.about.id)],
        number=held.fact_number,
    )


@router.post("/facts", name="addFacts", status_code=201)
def add(ctx: Ctx, plan_id: Number, body: schemas.FactsBody, request: Request) -> schemas.FactsView:
    """Add facts; a fact that corrects another names it. Nothing is ever taken away.

    What a paired device notes is signed with its name.
    """
    device = request.scope.get(DEVICE)
    facts = body.facts if device is None else [replace(f, who=device.name) for f in body.facts]
    held = ctx.plans.note(plan_id, facts)
    about = {one.about.id for one in body.facts}
    return schemas.FactsView(
        facts=[one for one in held.facts.all if one.about.id in about],
        standing=[one.id for one in held.facts.standing if one.about.id in about],
        number=held.fact_number,
    )


def _file(row: FileRow) -> schemas.FileView:
    return schemas.FileView.model_validate(row, from_attributes=True)


@router.get("/files", name="listFiles")
def files(ctx: Ctx, plan_id: Number, about: Id | None = None) -> list[schemas.FileView]:
    """The pictures and other files of a plan, or of one thing of it."""
    ctx.plans.held(plan_id)
    with ctx.store.reading() as session:
        return [_file(row) for row in attached(session, plan_id, about)]


@router.post("/files", name="addFile", status_code=201, openapi_extra=FILE_BODY)
def add_file(
    ctx: Ctx,
    who: Who,
    plan_id: Number,
    data: Sent,
    kind: Annotated[str, Query(max_length=20)],
    about: Id,
    name: Annotated[str, Query(min_length=1, max_length=120)],
    keep_position: bool = False,
) -> schemas.FileView:
    """Give a thing a PNG, JPEG or PDF.

    keep_position : keep a picture as it is, with what the camera wrote into it.
    """
    held = ctx.plans.held(plan_id)
    with ctx.store.writing() as session:
        return _file(attach(session, ctx.files, held, (kind, about), name, data, who,
                            keep_position=keep_position))  # fmt: skip


@router.get("/files/{sha256}", name="getFile", response_class=Response)
def get_file(ctx: Ctx, plan_id: Number, sha256: str) -> Response:
    """The bytes of a file of this plan."""
    with ctx.store.reading() as session:
        row = next((one for one in attached(session, plan_id) if one.sha256 == sha256), None)
        if row is None:
            raise Refused("sha256", f"{sha256[:12]} is no file of this plan")
        kind = row.media_type
    headers = {"Content-Disposition": "inline", "X-Content-Type-Options": "nosniff"}
    return Response(ctx.files.get(sha256), media_type=kind, headers=headers)


@router.get("/files/{sha256}/thumbnail", name="getThumbnail", response_class=Response)
def get_thumbnail(ctx: Ctx, plan_id: Number, sha256: str) -> Response:
    """A small picture of a file of this plan."""
    whole = get_file(ctx, plan_id, sha256)
    small = thumbnail(bytes(whole.body))
    return Response(small, media_type="image/jpeg", headers={"X-Content-Type-Options": "nosniff"})


@router.delete("/files/{sha256}", name="removeFile", status_code=204)
def remove_file(ctx: Ctx, plan_id: Number, sha256: str, about: Id) -> None:
    """Take a file off a thing."""
    ctx.plans.held(plan_id)
    detach(ctx.plans, plan_id, about, sha256)


def _snapshot(row: SnapshotRow) -> schemas.SnapshotView:
    return schemas.SnapshotView.model_validate(row, from_attributes=True)


@router.get("/snapshots", name="listSnapshots")
def snapshots(ctx: Ctx, plan_id: Number) -> list[schemas.SnapshotView]:
    """The kept states of a plan, oldest first."""
    ctx.plans.held(plan_id)
    with ctx.store.reading() as session:
        return [_snapshot(row) for row in kept(session, plan_id)]


@router.post("/snapshots", name="keepSnapshot", status_code=201)
def keep_snapshot(
    ctx: Ctx, who: Who, plan_id: Number, body: schemas.SnapshotBody
) -> schemas.SnapshotView:
    """Keep the plan as it is now, with what is said about it."""
    now = judged(ctx, plan_id)
    with ctx.store.writing() as session:
        return _snapshot(keep(session, ctx.files, now.held, now.check, body.name, who))
