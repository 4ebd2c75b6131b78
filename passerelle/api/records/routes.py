"""Routes of records and of the search over everything."""

from collections import Counter
from typing import Annotated, Any, Literal

from fastapi import APIRouter, Query, Response

from passerelle.api.context import Context, Ctx, Judged, Number, judged
from passerelle.api.papers.routes import as_file
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.many import many_things
from passerelle.core.papers.records import free_table, labelled, through_sheet
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.turnup import SignOffFact
from passerelle.core.plant.fates import dark
from passerelle.core.records.dayone import since_day_one
from passerelle.core.records.entries import parts_of
from passerelle.core.records.free import Free, free_strands, joined
from passerelle.core.records.handover import QUESTIONS, answers, ran_short, unsigned
from passerelle.core.records.parts import modules_by_serial, parts_used
from passerelle.core.records.search import Index, index_of, plain, search
from passerelle.core.records.speed import at_speed
from passerelle.core.records.through import through
from passerelle.formats.checkjson import rounded
from passerelle.formats.papers import Paper, write_pdf
from passerelle.formats.workbook import write_csv

from . import schemas

router = APIRouter(prefix="/api/plans/{plan_id}/records", tags=["records"])
Sort = Annotated[Literal["cable", "pathway", "trench", "place"], Query()]
Name = Annotated[str, Query(min_length=1, max_length=120)]
PAGE, MOST_SPOTS, MOST_ROWS = 60, 40, 500


def _kept(ctx: Context, now: Judged, what: str, make: Any) -> Any:
    """Something of a plan's state, worked out once for it."""
    key = ("records", what, now.held.plan_id)
    known: tuple[PlanCheck, Facts, Any] | None = ctx.tests.get(key)
    if known is not None and known[0] is now.check and known[1] is now.held.facts:
        return known[2]
    with many_things():
        made = make()
    ctx.tests[key] = (now.check, now.held.facts, made)
    return made


def _indexes(ctx: Context, now: Judged) -> list[Index]:
    """The indexes of a plan; a part that is made of the same things as before is kept."""
    made = []
    for part, (of, entries) in parts_of(now.check, now.held.facts).items():
        key = ("index", part, now.held.plan_id)
        known: tuple[tuple[object, ...], Index] | None = ctx.tests.get(key)
        if known is None or not all(a is b for a, b in zip(known[0], of, strict=True)):
            with many_things():
                known = (of, index_of(entries()))
            ctx.tests[key] = known
        made.append(known[1])
    return made


@router.get("/search", name="search")
def find(
    ctx: Ctx, plan_id: Number, q: Annotated[str, Query(max_length=200)] = ""
) -> list[schemas.HitView]:
    """What fits what was typed, the best first; one error in a word is forgiven."""
    now = judged(ctx, plan_id)
    return [
        schemas.HitView(kind=hit.entry.kind, name=hit.entry.name, id=hit.entry.id,
                        what=hit.entry.what, page=hit.entry.page, off=hit.off)
        for hit in search(_indexes(ctx, now), q)
    ]  # fmt: skip


@router.get("/label", name="scannedLabel")
def scanned(
    ctx: Ctx, plan_id: Number, code: Annotated[str, Query(min_length=1, max_length=200)]
) -> list[schemas.HitView]:
    """What a label stands on, by the code that was scanned or typed off it, whole."""
    now = judged(ctx, plan_id)
    known = _kept(ctx, now, "labels", lambda: labelled(now.check))
    return [
        schemas.HitView(kind=one.kind, name=one.identifier, id=one.id,
                        what=f"label of {one.about}", page=one.about, off=0)
        for one in known.get(plain(code).strip(), ())
    ]  # fmt: skip


@router.get("/cuttable", name="cuttable")
def cuttable(ctx: Ctx, plan_id: Number) -> list[schemas.Cuttable]:
    """Cables, pathways, trenches and places, with how many links go dark with each."""
    now = judged(ctx, plan_id)
    found = _kept(ctx, now, "dark", lambda: dark(now.check.plant))
    plant = now.check.plant
    known = [("cable", one.name) for one in plant.cables.values() if not one.wish]
    known += [("pathway", name) for name in plant.pathways]
    trenches = dict.fromkeys(way.lies_in for way in plant.pathways.values() if way.lies_in)
    known += [("trench", name) for name in trenches]
    known += [("place", name) for name in plant.places]
    return [
        schemas.Cuttable(sort=sort, name=name, links=len(found.get((sort, name), ())))
        for sort, name in known
    ]


@router.get("/through", name="runsThrough")
def runs_through(ctx: Ctx, plan_id: Number, sort: Sort, name: Name) -> schemas.ThroughView:
    """What runs through a cable, pathway, trench or place, and who must be told."""
    now = judged(ctx, plan_id)
    made = through(now.check, sort, name)
    return schemas.ThroughView(
        sort=sort, name=name, cables=list(made.cables),
        links=[
            schemas.ThroughLink(
                id=one.id, name=one.name, ends=list(one.ends), application=one.application,
                strands=", ".join(f"{cable} {'/'.join(map(str, strands)) or 'not chosen'}"
                                  for cable, strands in one.strands),
            )
            for one in made.links
        ],
        services=list(made.services), groups_lost=list(made.groups_lost),
        groups_weakened=list(made.groups_weakened),
        tell=[schemas.ToldView(who=one.who, of=list(one.of)) for one in made.tell],
        conductors=list(made.conductors),
    )  # fmt: skip


@router.get("/through.pdf", name="runsThroughPdf", response_class=Response)
def through_pdf(ctx: Ctx, plan_id: Number, sort: Sort, name: Name, size: Paper = "a4") -> Response:
    """The list to print before something is cut."""
    now = judged(ctx, plan_id)
    plan = now.held.plan
    sheet = through_sheet(through(now.check, sort, name))
    data = write_pdf([sheet], plan.name, now.held.revision, "", "Before it is cut", size)
    return as_file(data, f"{plan.name} {name}.pdf", "application/pdf")


def _free(ctx: Context, now: Judged) -> Free:
    made: Free = _kept(ctx, now, "free", lambda: free_strands(now.check))
    return made


@router.get("/free", name="freeStrands")
def free(
    ctx: Ctx, plan_id: Number, a: Annotated[str | None, Query(max_length=120)] = None,
    b: Annotated[str | None, Query(max_length=120)] = None,
) -> schemas.FreeView:  # fmt: skip
    """Free strands by pair of places; with two places also what would join them."""
    now = judged(ctx, plan_id)
    made = _free(ctx, now)
    pairs = [
        one for places, one in made.pairs.items()
        if (a is None or a in places) and (b is None or b in places)
    ]  # fmt: skip
    return schemas.FreeView(
        pairs=[
            schemas.FreePairView(
                places=list(one.places), free=one.count, of=sum(run.of for run in one.runs),
                runs=[
                    schemas.FreeRunView(cable=run.cable, strands=list(run.strands), of=run.of,
                                        spliced=run.spliced)
                    for run in one.runs
                ],
            )
            for one in pairs[:MOST_ROWS]
        ],
        joined=[
            schemas.JoinedView(via=one.via, how=one.how, first=one.first, second=one.second,
                               strands=one.strands)
            for one in (joined(now.check, made, a, b) if a and b and a != b else ())
        ],
        loose={cable: len(numbers) for cable, numbers in list(made.loose.items())[:MOST_ROWS]},
    )  # fmt: skip


@router.get("/free.csv", name="freeStrandsCsv", response_class=Response)
def free_csv(ctx: Ctx, plan_id: Number) -> Response:
    """Free strands as a table."""
    now = judged(ctx, plan_id)
    table = free_table(_free(ctx, now))
    return as_file(write_csv(table), f"{now.held.plan.name} free strands.csv", "text/csv")


@router.get("/since", name="sinceDayOne")
def since(ctx: Ctx, plan_id: Number) -> list[schemas.SinceView]:
    """Runs that were read more than once: day one against today."""
    now = judged(ctx, plan_id)
    found = _kept(ctx, now, "since", lambda: since_day_one(now.check, now.held.facts))
    return [
        schemas.SinceView(
            run=one.run, name=one.name, nm=one.nm, direction=one.direction,
            first_db=one.first.loss_db, first_at=one.first.at, newest_db=one.newest.loss_db,
            newest_at=one.newest.at, change_db=round(one.change_db, 2),
            sure_db=rounded(one.sure_db), changed=one.changed,
        )
        for one in found[:MOST_ROWS]
    ]  # fmt: skip


@router.get("/parts", name="partsUsed")
def parts(ctx: Ctx, plan_id: Number) -> list[schemas.UsedView]:
    """Where each part is used, the most used first."""
    now = judged(ctx, plan_id)
    return [
        schemas.UsedView(
            sort=one.sort, what=one.what, count=len(one.at),
            at=[schemas.SpotView(kind=s.kind, name=s.name, id=s.id, place=s.place)
                for s in one.at[:MOST_SPOTS]],
        )
        for one in _kept(ctx, now, "parts", lambda: parts_used(now.check))[:MOST_ROWS]
    ]  # fmt: skip


@router.get("/modules", name="modulesBySerial")
def modules(ctx: Ctx, plan_id: Number) -> list[schemas.SerialView]:
    """Modules by serial with their moves."""
    now = judged(ctx, plan_id)
    return [
        schemas.SerialView(
            serial=one.serial, part=one.part, coding=one.coding, moved=one.moved,
            moves=[schemas.MoveView(link=m.link, link_id=m.link_id, end=m.end, place=m.place,
                                    at=m.at, who=m.who) for m in one.moves],
        )
        for one in modules_by_serial(now.check, now.held.facts)
    ]  # fmt: skip


@router.get("/speed", name="atSpeed")
def speed(
    ctx: Ctx, plan_id: Number, gbps: Annotated[float, Query(gt=0, le=10_000)] = 25.0,
    start: Annotated[int, Query(ge=0, le=1_000_000)] = 0,
) -> schemas.SpeedView:  # fmt: skip
    """Links at another speed, with what was measured of their glass."""
    now = judged(ctx, plan_id)
    keys = list(now.check.alone)
    with many_things():
        found = at_speed(now.check, keys[start : start + PAGE], gbps)
    return schemas.SpeedView(
        gbps=gbps, total=len(keys),
        rows=[
            schemas.SpeedRow(id=one.id, name=one.name, now_gbps=one.now_gbps,
                             application=one.application, verdict=one.verdict,
                             margin_db=rounded(one.margin_db), measured=one.measured, why=one.why)
            for one in found
        ],
    )  # fmt: skip


@router.get("/handover", name="handOver")
def hand_over(ctx: Ctx, plan_id: Number) -> schemas.HandOverView:
    """Questions at hand-over with their answers, and what the plan itself says to them."""
    now = judged(ctx, plan_id)
    signed = Counter(
        one.about.id for one in now.held.facts.standing if isinstance(one, SignOffFact)
    )
    left = unsigned(now.check, frozenset(signed))
    return schemas.HandOverView(
        plan=now.held.plan.id, questions=dict(QUESTIONS),
        answers=[
            schemas.AnswerView(id=one.id, question=one.question, answer=one.answer,
                               a_place=one.a_place, b_place=one.b_place, need=one.need,
                               who=one.who, at=one.at)
            for one in answers(now.held.facts)
        ],
        short=[schemas.ShortView(places=list(one.places), free=one.free, of=one.of)
               for one in ran_short(_free(ctx, now))[:20]],
        signed=len(now.check.alone) - len(left), unsigned=list(left[:MOST_ROWS]),
        places=[one.name for one in now.held.plan.places][:2000],
    )  # fmt: skip
