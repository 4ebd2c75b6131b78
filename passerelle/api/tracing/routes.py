"""Routes of traces: predicted, taken, kept as files, and read against the plan."""

from base64 import b64decode
from collections.abc import Mapping
from typing import Annotated

from fastapi import APIRouter, HTTPException, Query

from passerelle.api.common import FILE_BODY
from passerelle.api.context import Ctx, Judged, Number, Sent, Who, judged
from passerelle.api.testing.made import read_now
from passerelle.api.testing.schemas import TestFindingView
from passerelle.api.testing.views import said as shown
from passerelle.core.measuring.limits import NM, mode_of
from passerelle.core.measuring.runs import LeftOut, TestRun, channel_runs, permanent_runs
from passerelle.core.plan.testing import Direction, TraceFact
from passerelle.core.tables import SINGLE_MODE
from passerelle.core.tracing.layout import laid_out
from passerelle.core.tracing.predict import Settings, predict
from passerelle.core.tracing.settings import advised
from passerelle.plans.traces import TakenTrace, keep_trace

from . import schemas, views
from .studied import said_by_traces, study_of, traces_of

router = APIRouter(prefix="/api/plans/{plan_id}/traces", tags=["traces"])
RunKey = Annotated[str, Query(max_length=60)]
Metres = Annotated[float | None, Query(ge=0, le=50_000)]
Nm = Annotated[float, Query(ge=600, le=1700)]
Pulse = Annotated[float | None, Query(ge=1, le=20_000)]


def _runs(now: Judged) -> dict[str, TestRun]:
    every = (*permanent_runs(now.check), *channel_runs(now.check))
    return {run.id: run for run in every if not isinstance(run, LeftOut)}


def _run(now: Judged, key: str) -> TestRun:
    found = _runs(now).get(key)
    if found is None:
        raise HTTPException(404, "There is no such run; its cable or link may be deleted.")
    return found


@router.get("/predict", name="predictTrace")
def prediction(
    ctx: Ctx, plan_id: Number, run: RunKey, nm: Nm = 1550.0, direction: Direction = "a-b",
    pulse_ns: Pulse = None, launch_m: Metres = None,
    averages: Annotated[float, Query(ge=1, le=1e9)] = 30_000.0,
) -> schemas.PredictionView:  # fmt: skip
    """What the instrument should draw of a run, with settings and why; nothing is stored."""
    now = judged(ctx, plan_id)
    one = _run(now, run)
    rules, tables = now.check.plan.house_rules, now.check.site.tables
    turned = direction == "b-a"
    advice = advised(one, nm, rules, turned=turned, pulse_ns=pulse_ns, launch=launch_m,
                     tables=tables)  # fmt: skip
    layout = laid_out(one, nm, rules, turned=turned, launch=advice.launch_m,
                      receive=advice.receive_m, tables=tables)  # fmt: skip
    made = predict(layout, Settings(advice.pulse_ns, averages))
    single = mode_of(one) == SINGLE_MODE
    places = [end.place for end in one.ends]
    return schemas.PredictionView(
        run=one.id, name=one.name, places=places[::-1] if turned else places, nm=nm,
        direction=direction, pulse_ns=advice.pulse_ns, launch_m=layout.start_m,
        length_m=layout.end_m - layout.start_m, total_m=layout.total_m, waves=list(NM[single]),
        curve=views.curve(made.level_db, made.spacing_m),
        pieces=views.pieces(now.check.plant, one, layout), spots=views.spots(layout),
        advice=schemas.AdviceView.model_validate(advice, from_attributes=True),
        unknown=list(layout.unknown), traces=[views.info(fact) for fact in traces_of(now, run)],
    )  # fmt: skip


@router.get("/study", name="studyTrace")
def studied(
    ctx: Ctx, plan_id: Number, trace: Annotated[str, Query(max_length=26)]
) -> schemas.StudyView:
    """A trace against the plan, together with those of the other wavelength and the other end."""
    now = judged(ctx, plan_id)
    fact = next((f for f in now.held.facts.standing
                 if isinstance(f, TraceFact) and f.id == trace), None)  # fmt: skip
    if fact is None:
        raise HTTPException(404, "There is no such trace.")
    run = _run(now, fact.run)
    one = study_of(ctx, now, run, fact)
    return views.study_view(one.made, fact, one.files, one.also, one.back, one.since)


@router.get("/said", name="saidByTraces")
def said(
    ctx: Ctx, plan_id: Number, key: Annotated[str, Query(max_length=200)]
) -> list[TestFindingView]:
    """What the traces of a sheet from panel to panel say, as findings beside its readings."""
    now = judged(ctx, plan_id)
    sheets = read_now(ctx, now).sheets.sheets
    sheet = next((one for one in sheets if one.key == key), None)
    if sheet is None:
        raise HTTPException(404, "There is no such sheet; its cable may be deleted.")
    return [shown(one) for one in said_by_traces(ctx, now, sheet)]


@router.post("", name="addTrace", status_code=201, openapi_extra=FILE_BODY)
def add(
    ctx: Ctx, who: Who, plan_id: Number, data: Sent, run: RunKey, direction: Direction = "a-b",
    launch_m: Metres = None, receive_m: Metres = None,
    name: Annotated[str, Query(min_length=1, max_length=120)] = "trace.sor",
) -> schemas.TraceInfo:  # fmt: skip
    """Keep a trace file of a run: read whole first, then kept byte for byte."""
    one = _run(judged(ctx, plan_id), run)
    made = TakenTrace(data, name, direction, launch_m, receive_m)
    return views.info(keep_trace(ctx.plans, ctx.files, plan_id, one, made, who))


@router.post("/simulate", name="simulateTrace", status_code=201)
def simulate(
    ctx: Ctx, who: Who, plan_id: Number, body: schemas.TraceSimulateBody
) -> schemas.TraceInfo:
    """Have the simulated reflectometer take a trace; its file and its fact say that it did."""
    now = judged(ctx, plan_id)
    runs: Mapping[str, TestRun] = _runs(now)
    one = _run(now, body.run)
    advice = advised(one, body.nm, now.check.plan.house_rules, turned=body.direction == "b-a",
                     pulse_ns=body.pulse_ns, launch=body.launch_m)  # fmt: skip
    with ctx.standins.line(plan_id, body.seed, runs) as line:
        told = line.ask(
            f"trace {body.run} {body.direction} {body.nm:g} {advice.pulse_ns:g} "
            f"{body.averages:g} {advice.launch_m:g} {advice.receive_m:g}"
        )
    name = f"{one.name} {body.nm:g} {body.direction}.sor".replace("/", "-")
    made = TakenTrace(b64decode(told), name, body.direction, advice.launch_m, advice.receive_m,
                      simulated=True)  # fmt: skip
    return views.info(keep_trace(ctx.plans, ctx.files, plan_id, one, made, who))
