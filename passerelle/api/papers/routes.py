"""Routes of files: tables, workbook, request for quotation, summary and papers."""

from collections.abc import Sequence
from datetime import date
from typing import Annotated, Literal
from urllib.parse import quote

from fastapi import APIRouter, HTTPException, Query, Response

from passerelle.api.context import Context, Ctx, Judged, Number, judged
from passerelle.api.made import made_now
from passerelle.core.many import many_things
from passerelle.core.materials.materials import Materials
from passerelle.core.papers.labels import STOCKS, clashes, labels_of, labels_table
from passerelle.core.papers.marks import marked
from passerelle.core.papers.quotation import quotation
from passerelle.core.papers.sheets import TITLES, PaperKind, sheets_of
from passerelle.core.papers.tables import tables_of
from passerelle.core.plan.labelwords import LabelKind
from passerelle.core.plan.plan import Plan, name_of
from passerelle.formats.papers import Paper, write_labels, write_pdf
from passerelle.formats.papers.pictures import Attached, picture_sheets
from passerelle.formats.summary import markdown
from passerelle.formats.workbook import write_csv, write_xlsx
from passerelle.plans.files import attached

from . import schemas
from .issued import since_issued

router = APIRouter(prefix="/api/plans/{plan_id}/papers", tags=["papers"])
CSV = "text/csv; charset=utf-8"
Links = Annotated[list[str] | None, Query(max_length=2000)]
LabelKinds = Annotated[list[LabelKind] | None, Query()]
XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


def made_for(ctx: Context, plan_id: int) -> tuple[Judged, Materials]:
    """A plan with its answers and its list of materials."""
    now = judged(ctx, plan_id)
    return now, made_now(ctx, now)


def as_file(content: bytes | str, name: str, media_type: str) -> Response:
    """A file to be saved, named after the plan."""
    plain = "".join(c if c.isascii() and (c.isalnum() or c in "-_. ") else "_" for c in name)
    told = f"attachment; filename=\"{plain}\"; filename*=UTF-8''{quote(name, safe='')}"
    return Response(content, media_type=media_type, headers={"Content-Disposition": told})


@router.get("/tables", name="paperTables")
def tables(ctx: Ctx, plan_id: Number) -> list[schemas.TableInfo]:
    """Every table with how many rows it has."""
    now, made = made_for(ctx, plan_id)
    return [
        schemas.TableInfo(key=one.key, title=one.title, rows=len(one.rows))
        for one in tables_of(now.check, made, now.held.facts)
    ]


@router.get("/tables/{key}.csv", name="tableCsv", response_class=Response)
def table_csv(ctx: Ctx, plan_id: Number, key: str) -> Response:
    """One table as CSV."""
    now, made = made_for(ctx, plan_id)
    tables = tables_of(now.check, made, now.held.facts)
    found = next((one for one in tables if one.key == key), None)
    if found is None:
        raise HTTPException(404, f"There is no table {key[:40]!r}.")
    return as_file(write_csv(found), f"{now.held.plan.name} {found.key}.csv", CSV)


@router.get("/workbook.xlsx", name="workbook", response_class=Response)
def workbook(ctx: Ctx, plan_id: Number) -> Response:
    """All tables as one workbook."""
    now, made = made_for(ctx, plan_id)
    plan = now.held.plan
    tables = tables_of(now.check, made, now.held.facts)
    data = write_xlsx(tables, f"{plan.name}, revision {now.held.revision}")
    return as_file(data, f"{plan.name}.xlsx", XLSX)


@router.get("/kinds", name="paperKinds")
def kinds(ctx: Ctx, plan_id: Number) -> list[schemas.PaperInfo]:
    """Every paper with how many sheets it has."""
    now, made = made_for(ctx, plan_id)
    with many_things():
        return [
            schemas.PaperInfo(
                kind=kind,
                title=title,
                sheets=len(sheets_of(now.check, made, kind, (), now.held.facts)),
            )
            for kind, title in TITLES.items()
        ]


@router.get("/{kind}.pdf", name="paper", response_class=Response)
def paper(
    ctx: Ctx,
    plan_id: Number,
    kind: PaperKind,
    size: Paper = "a4",
    link: Links = None,
    since: Annotated[str | None, Query(max_length=120)] = None,
    pictures: bool = False,
) -> Response:
    """A paper as PDF. link : names of links, for their sheets alone.

    since : an issued state; what changed since is marked. pictures : with those of its things.
    """
    now, made = made_for(ctx, plan_id)
    plan = now.held.plan
    with many_things():
        sheets = sheets_of(now.check, made, kind, link or (), now.held.facts)
        if since is not None:
            sheets = marked(sheets, since_issued(ctx, now, made, since), since)
    if pictures:
        sheets += picture_sheets(_attached(ctx, plan_id, plan, link or ()), kind)
    day = date.today().isoformat()
    data = write_pdf(sheets, plan.name, now.held.revision, day, TITLES[kind], size)
    return as_file(data, f"{plan.name} {TITLES[kind].lower()}.pdf", "application/pdf")


def _attached(ctx: Context, plan_id: int, plan: Plan, links: Sequence[str]) -> list[Attached]:
    """The files of a plan's things; of links only those that are asked for, where any are."""
    with ctx.store.reading() as session:
        rows = attached(session, plan_id)
        found = [
            (one.about_kind, plan.things(one.about_kind).get(one.about_id), one.name,
             one.at.date().isoformat(), one.media_type, one.sha256)
            for one in rows
        ]  # fmt: skip
    return [
        Attached(kind, name_of(thing), name, day, media_type, ctx.files.path(sha256))
        for kind, thing, name, day, media_type, sha256 in found
        if thing is not None and not (kind == "link" and links and name_of(thing) not in links)
    ]


@router.get("/labels", name="labels")
def labels(ctx: Ctx, plan_id: Number) -> schemas.LabelsView:
    """Every label, names that several things share, and the sheets that labels come on."""
    found = labels_of(judged(ctx, plan_id).check)
    return schemas.LabelsView(
        labels=[schemas.LabelView(key=one.key, kind=one.kind, identifier=one.identifier,
                                  lines=list(one.lines), where=one.where, about=one.about,
                                  end=one.end) for one in found],
        clashes={name: list(about) for name, about in clashes(found).items()},
        stocks=[
            schemas.StockView(key=s.key, what=s.what, labels=s.columns * s.rows)
            for s in STOCKS.values()
        ],
    )  # fmt: skip


@router.get("/labels.csv", name="labelsCsv", response_class=Response)
def labels_csv(ctx: Ctx, plan_id: Number, kind: LabelKinds = None) -> Response:
    """Labels for a label printer. kind : only of these kinds."""
    now = judged(ctx, plan_id)
    found = tuple(one for one in labels_of(now.check) if not kind or one.kind in kind)
    return as_file(write_csv(labels_table(found)), f"{now.held.plan.name} labels.csv", CSV)


@router.post("/labels.pdf", name="labelsPdf", response_class=Response)
def labels_pdf(ctx: Ctx, plan_id: Number, body: schemas.LabelsBody) -> Response:
    """Labels on a sheet of their stock, or its test print."""
    now = judged(ctx, plan_id)
    stock = STOCKS.get(body.stock)
    if stock is None:
        raise HTTPException(404, f"There is no sheet of labels {body.stock[:40]!r}.")
    wanted = set(body.keys)
    found = () if body.test else tuple(one for one in labels_of(now.check) if one.key in wanted)
    data = write_labels(found, stock, body.first, qr=body.qr, test=body.test)
    return as_file(data, f"{now.held.plan.name} labels.pdf", "application/pdf")


@router.get("/quotation.{form}", name="quotation", response_class=Response)
def quotation_file(
    ctx: Ctx, plan_id: Number, form: Literal["xlsx", "csv"], unpriced: bool = False
) -> Response:
    """What is to be bought, with room for prices. unpriced : only what has none yet."""
    now, made = made_for(ctx, plan_id)
    plan = now.held.plan
    table = quotation(made, plan.house_rules.currency, unpriced_alone=unpriced)
    name = f"{plan.name} request for quotation.{form}"
    if form == "csv":
        return as_file(write_csv(table), name, CSV)
    return as_file(write_xlsx([table], f"{plan.name}, {date.today().isoformat()}"), name, XLSX)


@router.get("/summary.md", name="summary", response_class=Response)
def summary(ctx: Ctx, plan_id: Number) -> Response:
    """The plan in short as Markdown."""
    now, made = made_for(ctx, plan_id)
    told = markdown(now.check, made, now.held.revision, date.today().isoformat())
    return as_file(told, f"{now.held.plan.name}.md", "text/markdown; charset=utf-8")
