"""Routes of tests: sheets, readings, what they mean, ways, and the simulated instruments."""

import json
from datetime import UTC, datetime
from typing import Annotated

from fastapi import APIRouter, HTTPException, Query

from passerelle.api.context import Context, Ctx, Judged, Number, Who, judged
from passerelle.core.many import many_things
from passerelle.core.measuring.faces import EDGES_UM, EDITION, KINDS
from passerelle.core.measuring.order import in_order
from passerelle.core.measuring.runs import RunKind
from passerelle.core.measuring.sheet import Cell, Row, Sheet, Sheets, is_multifiber, method_for
from passerelle.core.measuring.ways import ways_of
from passerelle.core.measuring.why import why
from passerelle.core.plan.fact import About
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.testing import Method, ReadingFact, Stage
from passerelle.core.plant.travel import travel_of
from passerelle.core.refused import Refused
from passerelle.core.visits.tasks import depot_of
from passerelle.core.words import counted
from passerelle.core.working import phase
from passerelle.formats.checkjson import rounded
from passerelle.formats.prices import price_book

from . import schemas, views
from .made import read_now

router = APIRouter(prefix="/api/plans/{plan_id}/tests", tags=["tests"])
Kind = Annotated[RunKind, Query()]
Key = Annotated[str, Query(max_length=60)]
By = Annotated[Method | None, Query()]
At = Annotated[Stage, Query()]


@router.get("", name="tests")
def tests(
    ctx: Ctx, plan_id: Number, kind: Kind = "permanent", stage: At = "laid"
) -> schemas.TestsView:
    """Every sheet in the order to be walked, with what was read and what it means."""
    now = judged(ctx, plan_id)
    read = read_now(ctx, now, kind, None, stage)
    made, found, plan = read.sheets, read.findings, now.check.plan
    with many_things():
        ordered = in_order(made.sheets, travel_of(plan, now.check.plant), depot_of(plan))
    return schemas.TestsView(
        kind=kind,
        method=method_for(kind, plan.house_rules),
        launch=plan.house_rules.launch,
        both_ways=plan.house_rules.test_directions == "both",
        sheets=[views.info(one, found) for one in ordered.sheets],
        walked_min=round(ordered.walked_min, 1),
        references_needed=ordered.references,
        references=views.references_view(made),
        odds=views.odds_view(made.sheets),
        margins=views.margins_view(now),
        left_out=[schemas.LeftOutView(name=one.name, why=one.why) for one in made.left_out],
        plan=plan.id,
        findings=[views.said(one) for one in found if one.finding.explained_by is None],
    )


@router.get("/state", name="testState")
def state(ctx: Ctx, plan_id: Number) -> schemas.TestState:
    """How far testing is, and how many findings are open."""
    now = judged(ctx, plan_id)
    now_read = read_now(ctx, now)
    made = now_read.sheets
    found = [f for f in now_read.findings if f.finding.explained_by is None]
    of = sum(len(one.rows) for one in made.sheets)
    done = sum(one.count("passes", "skipped") for one in made.sheets)
    read = sum(row.state != "open" for one in made.sheets for row in one.rows)
    says = f"{done} of {counted(of, 'run')} pass" if of else "There is no run to test yet."
    return schemas.TestState(
        done=done, of=of, read=read, says=says,
        stop=sum(f.finding.rule.severity == "stop" for f in found),
        warn=sum(f.finding.rule.severity == "warn" for f in found),
    )  # fmt: skip


def _one(made: Sheets, key: str) -> Sheet:
    found = next((one for one in made.sheets if one.key == key), None)
    if found is None:
        raise HTTPException(404, "There is no such sheet; its cable or link may be deleted.")
    return found


@router.get("/sheet", name="testSheet")
def sheet(
    ctx: Ctx, plan_id: Number, key: Key, kind: Kind = "permanent", method: By = None,
    stage: At = "laid",
) -> schemas.TestSheetView:  # fmt: skip
    """One sheet: every run with its limits, what was read of it and what that means."""
    now = judged(ctx, plan_id)
    read = read_now(ctx, now, kind, method, stage)
    one = _one(read.sheets, key)
    return views.sheet_view(now, read.sheets, one, read.meant[key], stage)


@router.get("/why", name="whyTest")
def why_test(
    ctx: Ctx, plan_id: Number, key: Key, run: Key, nm: Annotated[float, Query(ge=600, le=1700)],
    kind: Kind = "permanent", method: By = None,
) -> schemas.WhyView:  # fmt: skip
    """How the figures of a run at a wavelength were made."""
    now = judged(ctx, plan_id)
    row = _row(_one(read_now(ctx, now, kind, method).sheets, key), run)
    at = next((cell.at for cell in row.cells if cell.at.nm == nm), None)
    if at is None:
        raise HTTPException(404, f"{nm:g} nm is not read on this run.")
    doubt = row.doubt
    return schemas.WhyView(
        name=row.run.name, nm=nm,
        lines=[
            schemas.WhyLine(
                label=one.label, how=one.how, limit_db=rounded(one.limit_db, 3),
                expected_db=rounded(one.expected_db, 3), best_db=rounded(one.best_db, 3),
                source=one.source, sure=one.sure,
            )
            for one in why(now.check, row.tested, nm)
        ],
        limit_db=rounded(at.limit_db), expected_db=rounded(at.expected_db),
        best_db=rounded(at.best_db),
        doubt=[] if doubt is None or at.limit_db is None else [
            f"± {doubt.at(at.limit_db):.2f} dB: {', '.join(doubt.sources)}"
            + ("" if doubt.sure else "; check your instrument's data sheet")
        ],
        applications=[
            f"{one.application} on {one.link} allows {one.limit_db:.2f} dB"
            + ("" if one.left_db is None else f", {one.left_db:.2f} dB of it left for cords")
            for one in at.applications
        ],
    )  # fmt: skip


def _row(one: Sheet, run: str) -> Row:
    found = next((row for row in one.rows if row.run.id == run), None)
    if found is None:
        raise HTTPException(404, "There is no such run on this sheet.")
    return found


@router.get("/ways", name="testWays")
def ways(ctx: Ctx, plan_id: Number) -> schemas.WaysView:
    """Ways to test the plan's multi-fiber runs, the cheapest first."""
    now = judged(ctx, plan_id)
    rules = now.check.plan.house_rules
    made = read_now(ctx, now, "permanent", "one-cord").sheets
    runs = [row.tested for one in made.sheets for row in one.rows if is_multifiber(row.run)]
    waves = max((len(run.wavelengths) for run in runs), default=1)
    times = waves * (2 if rules.test_directions == "both" else 1)
    book = price_book(now.check.plan.prices)
    return schemas.WaysView(
        runs=len(runs), currency=rules.currency,
        ways=[
            schemas.TestWayView(
                key=one.row.key, title=one.row.title, trap=one.row.trap,
                limit_db=rounded(one.limit_db), doubt_db=rounded(one.doubt_db),
                readings=one.readings, references=one.references,
                plug_matings=one.plug_matings, single_matings=one.single_matings,
                worn_percent=round(100 * one.worn, 1), hours=round(one.hours, 1), kit=one.kit,
                cost=rounded(one.cost), source=one.row.source,
                sure=one.row.confidence == "high", now=one.row.key == rules.multifiber_way,
            )
            for one in ways_of(runs, times, book, rules.test_limits, rules.launch)
        ],
    )  # fmt: skip


@router.post("/simulate", name="simulateReadings")
def simulate(ctx: Ctx, who: Who, plan_id: Number, body: schemas.SimulateBody) -> schemas.Noted:
    """Have the simulated instruments read cells of a sheet; their readings say that they are.

    runs : else all. again : cells that were read already, too.
    """
    now = judged(ctx, plan_id)
    made = read_now(ctx, now, body.kind).sheets
    one = _one(made, body.key)
    wanted = set(body.runs)
    cells = [
        (row, cell) for row in one.rows for cell in row.cells
        if (not wanted or row.run.id in wanted) and (body.again or cell.reading is None)
    ]  # fmt: skip
    if not cells:
        raise Refused(
            "runs", "everything on this sheet was read; ask for it again, or read by hand"
        )
    facts = _simulated(ctx, now, one, cells, who, body)
    ctx.plans.note(plan_id, facts)
    return schemas.Noted(count=len(facts), said=f"{counted(len(facts), 'simulated reading')} kept.")


def _simulated(
    ctx: Context, now: Judged, one: Sheet, cells: list[tuple[Row, Cell]], who: str,
    body: schemas.SimulateBody,
) -> list[ReadingFact]:  # fmt: skip
    runs = {row.run.id: row.run for row in one.rows}
    about = About("cable" if one.about[0] == "cable" else "link", one.about[1])
    at = datetime.now(UTC).isoformat(timespec="seconds").replace("+00:00", "Z")
    found = []
    with ctx.standins.line(now.held.plan_id, body.seed, runs) as line:
        name = line.ask("hello")
        line.ask(f"meter reference {cells[0][0].tested.method}")
        for n, (row, cell) in enumerate(cells):
            phase("Reading", n, len(cells))
            line.ask(f"source {row.run.id} {cell.direction}")
            line.ask(f"source on {cell.at.nm:g}")
            told = line.ask("meter read")
            loss = float(told.removeprefix("db ")) if told.startswith("db ") else None
            out = None
            if loss is None and row.run.strand is not None:
                red = line.ask(f"red {row.run.id}").split()
                out = int(red[1]) if red[0] == "out" and int(red[1]) != row.run.strand else None
            found.append(ReadingFact(
                id=new_id(), about=about, at=at, who=who, kind="reading", run=row.run.id,
                called=row.run.name, nm=cell.at.nm, direction=cell.direction,
                result="read" if loss is not None else "no light", loss_db=loss,
                method=row.tested.method, way=one.way, reference=body.reference,
                instrument=name, inspected=True, seen_at=out, simulated=True,
                length_m=float(line.ask("meter length").removeprefix("m ")),
            ))  # fmt: skip
    return found


@router.post("/swap", name="swapColumns")
def swap(ctx: Ctx, who: Who, plan_id: Number, body: schemas.SwapBody) -> schemas.Noted:
    """Let readings of two wavelengths change places: each is corrected by a later one."""
    now = judged(ctx, plan_id)
    one = _one(read_now(ctx, now, body.kind).sheets, body.key)
    other = {body.nm[0]: body.nm[1], body.nm[1]: body.nm[0]}
    at = datetime.now(UTC).isoformat(timespec="seconds").replace("+00:00", "Z")
    facts = []
    for row in one.rows:
        for cell in row.cells:
            fact = cell.reading
            if fact is not None and fact.nm in other:
                facts.append(_moved(fact, other[fact.nm], at, who))
    if not facts:
        raise Refused("nm", "nothing on this sheet was read at these wavelengths")
    ctx.plans.note(plan_id, facts)
    return schemas.Noted(
        count=len(facts), said=f"{counted(len(facts), 'reading')} changed columns."
    )


def _moved(fact: ReadingFact, nm: float, at: str, who: str) -> ReadingFact:
    return ReadingFact(
        id=new_id(), about=fact.about, at=at, who=who, corrects=fact.id, kind="reading",
        run=fact.run, called=fact.called, nm=nm, direction=fact.direction, result=fact.result,
        loss_db=fact.loss_db, method=fact.method, way=fact.way, reference=fact.reference,
        launch=fact.launch, instrument=fact.instrument, inspected=fact.inspected,
        length_m=fact.length_m, seen_at=fact.seen_at, stage=fact.stage,
        simulated=fact.simulated, note=f"column swapped, read {fact.at}",
    )  # fmt: skip


@router.post("/face", name="lookAtFace")
def look(ctx: Ctx, plan_id: Number, body: schemas.LookBody) -> schemas.FaceLook:
    """What the simulated scope shows of a face, and how it is graded. Nothing is stored."""
    now = judged(ctx, plan_id)
    where = " ".join(body.where.split())
    with ctx.standins.line(now.held.plan_id, body.seed, {}) as line:
        told = line.ask(f"scope {body.kind} {body.cleanings} {where}")
    kind = KINDS[body.kind]
    seen = json.loads(told)
    edges = [kind.core_um, *(edge for _, edge in EDGES_UM)]
    return schemas.FaceLook(**seen, edition=EDITION, tip=kind.tip, edges_um=edges)
