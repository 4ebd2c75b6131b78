"""Routes of lists from elsewhere: read, looked at cell by cell, taken whole or not at all."""

from typing import Annotated, Any

from fastapi import APIRouter, HTTPException, Query, Response

from passerelle.api.common import FILE_BODY
from passerelle.api.context import Context, Ctx, Number, Sent, Who, changed, judged
from passerelle.api.plans.schemas import Changed, Conflict
from passerelle.core.plan.plan import Plan
from passerelle.core.refused import Refused
from passerelle.formats.lists.fields import FIELDS, LABELS, ListKind
from passerelle.formats.lists.sheet import Column, likeliest, read_sheet, understood
from passerelle.plans import listimport
from passerelle.plans.listreadings import Ground, ground_of
from passerelle.plans.plans import Author
from passerelle.plans.plans import Changed as StoredChange

from . import schemas

CONFLICT: dict[int | str, dict[str, Any]] = {409: {"model": Conflict}}
router = APIRouter(prefix="/api/plans/{plan_id}/lists", tags=["lists"])
Kind = Annotated[ListKind | None, Query()]
SheetName = Annotated[str | None, Query(max_length=200)]


@router.post("/read", name="readList", openapi_extra=FILE_BODY)
def read(
    ctx: Ctx, plan_id: Number, data: Sent, kind: Kind = None, sheet_name: SheetName = None
) -> schemas.SheetView:
    """A list as a table, with what its headings are taken for. kind : else the likeliest.

    sheet_name : of a workbook; else the first sheet that says anything.
    """
    ctx.plans.held(plan_id)
    sheet = read_sheet(data, sheet_name)
    found = kind or likeliest(sheet.head)
    return schemas.SheetView(
        kind=found,
        kinds=[
            schemas.KindView(
                kind=one,
                label=label,
                fields=[
                    schemas.FieldView(key=f.key, label=f.label, needed=f.needed)
                    for f in FIELDS[one]
                ],
            )
            for one, label in LABELS.items()
        ],
        head=list(sheet.head),
        rows=[list(row) for row in sheet.rows],
        first_line=sheet.first_line,
        sheets=list(sheet.sheets),
        sheet=sheet.sheet,
        columns=[
            schemas.ColumnModel(field=one.field, unit=one.unit)
            for one in understood(sheet.head, found)
        ],
    )


def _judged(plan: Plan, body: schemas.ListBody, ground: Ground | None = None) -> listimport.Judging:
    known = {one.key for one in FIELDS[body.kind]}
    taken = [one.field for one in body.columns if one.field is not None]
    for key in taken:
        if key not in known:
            raise Refused("columns", f"{key[:40]!r} is no field of {LABELS[body.kind].lower()}")
        if taken.count(key) > 1:
            label = next(one.label for one in FIELDS[body.kind] if one.key == key)
            raise Refused("columns", f"two columns mean {label}; choose one of them")
    for at, row in enumerate(body.rows):
        if len(row) != len(body.columns):
            reason = f"has {len(row)} cells and {len(body.columns)} columns"
            raise Refused(f"rows[{at}]", reason)
    columns = [Column(one.field, one.unit) for one in body.columns]
    return listimport.judged(plan, body.kind, columns, body.rows, ground)


def _ground(ctx: Context, plan_id: int, body: schemas.ListBody, who: str) -> Ground | None:
    """The runs that a list of readings is read against."""
    if body.kind != "reading":
        return None
    now = judged(ctx, plan_id)
    return ground_of(now.check, now.held.facts, who)


@router.post("/preview", name="previewList")
def preview(ctx: Ctx, who: Who, plan_id: Number, body: schemas.ListBody) -> schemas.ListPreview:
    """What every cell is understood as, and every fault of every row; nothing is stored."""
    found = _judged(ctx.plans.held(plan_id).plan, body, _ground(ctx, plan_id, body, who))
    return schemas.ListPreview(
        rows=[
            schemas.ListRowView.model_validate(
                {
                    "cells": [{"read": c.read, "problem": c.problem} for c in row.cells],
                    "outcome": row.outcome,
                    "said": row.said,
                    "problems": [{"field": label, "reason": why} for label, why in row.problems],
                }
            )
            for row in found.rows
        ],
        new_places=found.new_places,
        **{outcome: found.count(outcome) for outcome in listimport.OUTCOMES},
    )


@router.post("/take", name="takeList", responses=CONFLICT)
def take(ctx: Ctx, who: Who, plan_id: Number, body: schemas.TakeListBody) -> Changed:
    """Take the rows, all of them, as one step; one that is refused refuses them all."""
    before = ctx.plans.held(plan_id)
    found = _judged(before.plan, body, _ground(ctx, plan_id, body, who))
    if body.kind == "reading":
        after = ctx.plans.note(plan_id, listimport.readings(found, body.lines))
        return changed(ctx, StoredChange(before, after, frozenset()), who)
    puts, what = listimport.accepted(found, body.kind, body.lines)
    seen = [one.thing.id for one in puts]
    did = ctx.plans.change(plan_id, puts, Author(who, body.base), what, seen=seen)
    return changed(ctx, did, who)


@router.get("/empty/{kind}.csv", name="emptyList", response_class=Response)
def empty(plan_id: Number, kind: str) -> Response:
    """An empty list with a heading for each field."""
    fields = next((FIELDS[one] for one in LABELS if one == kind), None)
    if fields is None:
        raise HTTPException(404, f"There are lists of {', '.join(LABELS)}.")
    head = ",".join(one.label for one in fields) + "\r\n"
    headers = {"Content-Disposition": f'attachment; filename="{kind}s.csv"'}
    return Response(head, media_type="text/csv; charset=utf-8", headers=headers)
