"""Routes of a turn-up: lists, what modules tell, the hunt, signatures and the chain."""

import json
from typing import Annotated

from fastapi import APIRouter, HTTPException, Query, Response

from passerelle.api.common import FILE_BODY
from passerelle.api.context import Context, Ctx, Judged, LinkId, Number, Sent, Who, judged
from passerelle.api.papers.routes import as_file
from passerelle.core.papers.turnup import certificate_sheet
from passerelle.core.plan.ends import Side
from passerelle.core.plan.turnup import SignOffFact
from passerelle.core.turnup.levels import number
from passerelle.core.turnup.link import Ground, TurnUp, turn_up
from passerelle.core.turnup.order import setting_order
from passerelle.core.turnup.signing import verified
from passerelle.core.words import counted
from passerelle.formats.certificate import as_document
from passerelle.formats.papers import Paper, write_pdf
from passerelle.plans.memories import Dump, keep_memory
from passerelle.plans.signing import sign

from . import schemas, views
from .made import begun_now, ground_now
from .simulated import simulated

router = APIRouter(prefix="/api/plans/{plan_id}/turnup", tags=["turn-up"])
ORDER = ("dark", "erring", "weak", "counting", "levels open", "begun", "up", "not begun", "signed")
"""Which links are listed first: those that want something now."""


@router.get("", name="turnUp")
def overview(ctx: Ctx, plan_id: Number) -> schemas.TurnUpView:
    """Devices in the order of setting, links as far as they are, and whether the chain holds."""
    now = judged(ctx, plan_id)
    ground = ground_now(ctx, now)
    made = begun_now(ctx, now)
    rows = [
        views.link_row(key, now.check.alone[key].budget.link.name, made.get(key))
        for key in now.check.alone
    ]  # fmt: skip
    _, broken = verified(now.held.facts.all)
    return schemas.TurnUpView(
        devices=[views.device_row(ground, one) for one in setting_order(ground.net, ground.ports)],
        links=sorted(rows, key=lambda row: ORDER.index(row.state)), says=_says(now, made),
        broken=[f"Record {one.number}, {one.link}: {one.why}." for one in broken],
    )  # fmt: skip


def _says(now: Judged, made: dict[str, TurnUp]) -> str:
    of = len(now.check.alone)
    if not of:
        return "There is no link to bring up yet."
    signed = sum(bool(one.of.signed) for one in made.values())
    dark = sum(one.state in ("dark", "erring") for one in made.values())
    told = f"{signed} of {counted(of, 'link')} signed off"
    return f"{told}, {dark} dark or with errors" if dark else told


@router.get("/state", name="turnUpState")
def state(ctx: Ctx, plan_id: Number) -> schemas.TurnUpState:
    """How far it is, and how many findings are open."""
    now = judged(ctx, plan_id)
    made = begun_now(ctx, now)
    found = [told.finding.rule.severity for one in made.values() for told in one.findings]
    return schemas.TurnUpState(
        done=sum(one.state == "signed" for one in made.values()), of=len(now.check.alone),
        begun=len(made), stop=found.count("stop"), warn=found.count("warn"), says=_says(now, made),
    )  # fmt: skip


@router.get("/bench", name="benchList")
def bench(
    ctx: Ctx, plan_id: Number, node: Annotated[str, Query(min_length=1, max_length=200)]
) -> schemas.BenchView:
    """What is set of a device before it leaves."""
    now = judged(ctx, plan_id)
    ground = ground_now(ctx, now)
    if node not in ground.ports:
        raise HTTPException(404, "There is no such device with a link here.")
    return views.bench_view(ground, node, ground.bench(node))


def _one(ctx: Context, now: Judged, link_id: str) -> tuple[Ground, TurnUp]:
    now.link(link_id)
    ground = ground_now(ctx, now)
    return ground, turn_up(ground, link_id)


@router.get("/links/{link_id}", name="turnUpLink")
def link(ctx: Ctx, plan_id: Number, link_id: LinkId) -> schemas.TurnUpLink:
    """A link that comes up: lists, levels, counters, modules, hunt and signatures."""
    now = judged(ctx, plan_id)
    ground, one = _one(ctx, now, link_id)
    return views.link_view(ground, one, now.held.revision, _earlier(ctx, now, one))


def _earlier(ctx: Context, now: Judged, one: TurnUp) -> list[str]:
    """Links on the same devices that are dark or make errors: nothing is added before they are."""
    link = one.check.budget.link
    mine = {end.device.name for end in (link.a, link.b) if end.device is not None}
    found = []
    for key, other in begun_now(ctx, now).items():
        there = other.check.budget.link
        devices = {end.device.name for end in (there.a, there.b) if end.device is not None}
        if key != link.id and other.state in ("dark", "erring") and mine & devices:
            found.append(f"{there.name}: {other.state}")
    return found


@router.post("/links/{link_id}/memory", name="readMemory", status_code=201, openapi_extra=FILE_BODY)
def memory(
    ctx: Ctx, who: Who, plan_id: Number, link_id: LinkId, data: Sent, end: Side,
    name: Annotated[str, Query(min_length=1, max_length=120)] = "memory.txt",
) -> schemas.ToldView:  # fmt: skip
    """Keep the memory dump of the module at an end: binary or hex text; it is read whole first."""
    judged(ctx, plan_id).link(link_id)
    fact = keep_memory(ctx.plans, ctx.files, plan_id, Dump(link_id, end, data, name), who)
    levels = [number(lane.rx_dbm) for lane in fact.lanes]
    told = ", ".join("no light" if one is None else f"{one:.1f} dBm" for one in levels)
    serial = f", serial {fact.serial}" if fact.serial else ""
    return schemas.ToldView(said=f"Read: {fact.standard}{serial}, receives {told or 'not told'}.")


@router.post("/links/{link_id}/simulate", name="simulateTurnUp", status_code=201)
def simulate(
    ctx: Ctx, who: Who, plan_id: Number, link_id: LinkId, body: schemas.TurnUpSimulateBody
) -> schemas.ToldView:
    """Have the simulated switches at both ends tell; what they told says that it is simulated."""
    now = judged(ctx, plan_id)
    now.link(link_id)
    return schemas.ToldView(said=simulated(ctx, now, link_id, body, who))


@router.post("/links/{link_id}/sign", name="signLink", status_code=201)
def sign_off(
    ctx: Ctx, who: Who, plan_id: Number, link_id: LinkId, body: schemas.SignBody
) -> schemas.ToldView:
    """Sign a link off. What is open needs a reason each, and is kept with it."""
    now = judged(ctx, plan_id)
    _, one = _one(ctx, now, link_id)
    fact = sign(ctx.plans, now.held, one, body.reasons, who)
    return schemas.ToldView(said=f"Signed off as record {fact.number} ({fact.sha256[:12]}).")


def _signed(now: Judged, link_id: str, record: str | None) -> SignOffFact:
    mine = [
        one for one in now.held.facts.standing
        if isinstance(one, SignOffFact) and one.about.id == link_id and record in (None, one.id)
    ]  # fmt: skip
    if not mine:
        raise HTTPException(404, "This link is not signed off.")
    return mine[-1]


@router.get("/links/{link_id}/certificate.json", name="certificateJson", response_class=Response)
def certificate_json(
    ctx: Ctx, plan_id: Number, link_id: LinkId, record: str | None = None
) -> Response:
    """The signed record as it was, with its place in the chain."""
    now = judged(ctx, plan_id)
    fact = _signed(now, link_id, record)
    text = json.dumps(as_document(fact), ensure_ascii=False, indent=1)
    return as_file(text, f"{now.held.plan.name} certificate {fact.number}.json", "application/json")


@router.get("/links/{link_id}/certificate.pdf", name="certificatePdf", response_class=Response)
def certificate_pdf(
    ctx: Ctx, plan_id: Number, link_id: LinkId, record: str | None = None, size: Paper = "a4"
) -> Response:
    """The certificate as a paper."""
    now = judged(ctx, plan_id)
    fact = _signed(now, link_id, record)
    plan = now.held.plan
    data = write_pdf([certificate_sheet(fact)], plan.name, now.held.revision, fact.at[:10],
                     "Certificate", size)  # fmt: skip
    return as_file(data, f"{plan.name} certificate {fact.number}.pdf", "application/pdf")
