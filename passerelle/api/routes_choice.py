"""Routes about needs: options, what is possible, prices, growth."""

from dataclasses import asdict
from typing import Any

from fastapi import APIRouter, Request, Response
from sqlalchemy.orm import Session

from passerelle.core.choice.need import SiteNeed, check_need, read_line
from passerelle.core.choice.options import Found, Option, World, find
from passerelle.core.choice.possible import possible
from passerelle.core.choice.prices import DEMO_PRICES, DEMO_WORK
from passerelle.core.choice.ranking import Ranked, Weights, by_mode, ranked, sensitivity
from passerelle.core.plant.diverse import Ways, shortest_routes
from passerelle.core.proposal import NeedError
from passerelle.formats.checkjson import rounded
from passerelle.formats.needsfile import COLUMNS, read_needs
from passerelle.formats.planfile import HouseRulesDoc
from passerelle.formats.plantdocs import PriceDoc
from passerelle.formats.prices import LABOUR, as_demo, price_book, read_prices, write_prices
from passerelle.formats.refusal import Refused
from passerelle.plans import choosing, plantchanges
from passerelle.plans.changes import Author
from passerelle.plans.documents import items, links, place_names
from passerelle.plans.models import Plan

from . import schemas
from . import schemas_choice as choice
from .context import Context, Ctx, Number, Who, changed, get_link, get_plan

router = APIRouter(prefix="/api/plans/{plan_id}", tags=["choice"])
CONFLICT: dict[int | str, dict[str, Any]] = {409: {"model": schemas.Conflict}}
FILE_BODY = {
    "requestBody": {"required": True, "content": {"application/octet-stream": {"schema": {}}}}
}
MOST_GROWN = 200


def _need(model: choice.NeedModel) -> SiteNeed:
    """A need that makes sense. Raises Refused, naming the field."""
    need = SiteNeed(**model.model_dump())
    try:
        check_need(need)
    except NeedError as error:
        raise Refused(error.key, str(error)) from None
    return need


def _own_prices(session: Session, plan: Plan) -> list[PriceDoc]:
    return [PriceDoc.model_validate(i.doc) for i in items(session, plan) if i.kind == "price"]


def _world(ctx: Context, session: Session, plan: Plan) -> World:
    frame = ctx.answers.frame(plan)
    return World(
        rules=frame.rules,
        tables=frame.site.tables,
        book=price_book(_own_prices(session, plan)),
        plant=ctx.answers.plant(session, plan),
        modules=frame.site.modules,
    )


def _currency(plan: Plan) -> str:
    return HouseRulesDoc.model_validate(plan.house_rules).currency


def _option(place: Ranked) -> choice.OptionView:
    one = place.option
    return choice.OptionView(
        key=one.key,
        kind=one.kind,
        label=one.label,
        score=rounded(place.score, 3) or 0.0,
        why=list(place.why),
        verdict=one.check.verdict if one.check else None,
        margin_db=rounded(one.margin_db),
        length_m=rounded(one.check.budget.length_m, 1) if one.check else None,
        total=rounded(one.total),
        missing=list(one.bill.missing),
        minutes=rounded(one.bill.minutes, 0) or 0.0,
        later=rounded(one.later),
        grows=one.grows,
        strands=one.strands,
        parts=one.parts,
        links=len(one.links),
        sure=one.sure,
        construction=one.construction,
        second_now=rounded(one.second.now) if one.second else None,
        second_later=rounded(one.second.later) if one.second else None,
        bill=[
            choice.BillLine(
                what=line.what, quantity=rounded(line.quantity) or 0.0, unit=line.unit,
                each=line.each,
            )
            for line in one.bill.lines
        ],
    )  # fmt: skip


@router.post("/choose", name="choose")
def choose(ctx: Ctx, plan_id: Number, body: choice.ChooseBody) -> choice.ChoiceView:
    """Every option for a need, in order, and those ruled out with the reason."""
    need = _need(body.need)
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        found = find(need, _world(ctx, session, plan))
        currency = _currency(plan)
    return choice.ChoiceView(
        options=[_option(one) for one in ranked(found, Weights(**body.weights.model_dump()))],
        ruled_out=[choice.RuledOutView(label=r.label, reason=r.reason) for r in found.ruled_out],
        by_mode={mode: rounded(total) for mode, total in by_mode(found).items()},
        currency=currency,
    )


@router.post("/choose/line", name="readNeed")
def read(ctx: Ctx, plan_id: Number, body: choice.LineBody) -> choice.LineView:
    """What one line of text says of a need, and the route that the pathways give."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        names = tuple(place_names(session, plan).values())
        said = read_line(body.text, names)
        view = choice.LineView.model_validate(said)
        if view.a_place and view.b_place:
            ways = Ways(ctx.answers.plant(session, plan))
            route = shortest_routes(ways, view.a_place, (view.b_place,)).get(view.b_place)
            view.route_m = rounded(route.length_m, 1) if route else None
    return view


@router.post("/choose/sensitivity", name="sensitivityOfChoice")
def turns(ctx: Ctx, plan_id: Number, body: choice.ChooseBody) -> list[choice.TurnView]:
    """At which distance or module price another option comes first."""
    need = _need(body.need)
    with ctx.store.reading() as session:
        world = _world(ctx, session, get_plan(session, plan_id))
    found = sensitivity(need, world, Weights(**body.weights.model_dump()))
    return [choice.TurnView(what=t.what, at=rounded(t.at, 2) or 0.0, then=t.then) for t in found]


@router.get("/choose/possible", name="listPossible")
def what_is_possible(ctx: Ctx, plan_id: Number) -> list[choice.PossibleView]:
    """How far each glass carries each speed, by the plan's house rules."""
    with ctx.store.reading() as session:
        rules = ctx.answers.frame(get_plan(session, plan_id)).rules
    return [
        choice.PossibleView(**(asdict(one) | {"most_m": rounded(one.most_m, 0) or 0.0}))
        for one in possible(rules)
    ]


def _chosen(need: SiteNeed, key: str, world: World) -> Option:
    found: Found = find(need, world, with_growth=False)
    option = next((one for one in found.offered if one.key == key), None)
    if option is None:
        reason = next((r.reason for r in found.ruled_out if r.label == key), "it is not offered")
        raise Refused("key", f"{key[:80]!r} does not do for this need: {reason}")
    if not option.links:
        raise Refused("key", f"{key[:80]!r} is copper: it has no light path to be planned")
    return option


@router.post("/choose/take", name="takeOption", responses=CONFLICT)
def take(ctx: Ctx, who: Who, plan_id: Number, body: choice.ChoiceTakeBody) -> schemas.Changed:
    """An option becomes links, ready to change, as one step."""
    need = _need(body.need)
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        option = _chosen(need, body.key, _world(ctx, session, plan))
        author = Author(who, body.base)
        if body.link_id is not None:
            row = get_link(session, plan, body.link_id)
            choosing.replace_link(session, plan, row, option, author)
            return changed(ctx, session, plan, row.id)
        what = f"Take {option.label}: {need.a_place} – {need.b_place}"
        numbers = choosing.add_options(session, plan, [option], author, what)
        return changed(ctx, session, plan, numbers[0])


@router.post("/choose/needs", name="readNeeds", openapi_extra=FILE_BODY)
async def needs(plan_id: Number, request: Request) -> list[choice.NeedRowView]:
    """The rows of a CSV of needs, each judged by itself; nothing is stored."""
    return [
        choice.NeedRowView(
            line=row.line,
            said=row.said,
            need=choice.NeedModel(**asdict(row.need)) if row.need else None,
            problem=row.problem,
        )
        for row in read_needs(await request.body())
    ]


@router.post("/choose/best", name="bestOptions")
def best(ctx: Ctx, plan_id: Number, body: choice.BestBody) -> list[choice.BestView]:
    """The first option that can be planned, for each of a few needs."""
    with ctx.store.reading() as session:
        world = _world(ctx, session, get_plan(session, plan_id))
    found = []
    for model in body.needs:
        try:
            options = find(_need(model), world)
        except Refused as refused:
            found.append(choice.BestView(key=None, total=None, margin_db=None, reason=str(refused)))
            continue
        order = [one for one in ranked(options) if one.option.links]
        if not order:
            reason = options.ruled_out[0].reason if options.ruled_out else "nothing is offered"
            found.append(choice.BestView(key=None, total=None, margin_db=None, reason=reason))
            continue
        first = order[0]
        found.append(
            choice.BestView(
                key=first.option.key,
                total=rounded(first.option.total),
                margin_db=rounded(first.option.margin_db),
                reason="; ".join(first.why),
            )
        )
    return found


@router.post("/choose/take-many", name="takeOptions", responses=CONFLICT)
def take_many(ctx: Ctx, who: Who, plan_id: Number, body: choice.TakeManyBody) -> schemas.Changed:
    """Many options become links as one step."""
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        world = _world(ctx, session, plan)
        options = [_chosen(_need(one.need), one.key, world) for one in body.chosen]
        what = f"Take options for {len(options)} needs"
        choosing.add_options(session, plan, options, Author(who, body.base), what)
        return changed(ctx, session, plan)


@router.get("/prices", name="getPrices")
def prices(ctx: Ctx, plan_id: Number) -> choice.PriceBookView:
    """The price book: the demo's rows with the plan's own in them."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        own = {doc.name: doc for doc in _own_prices(session, plan)}
        currency = _currency(plan)
    book = price_book(own.values())
    rows: list[tuple[str, str, str, float | None, float | None]] = [
        (LABOUR, "labour, an hour", "hour", book.per_hour, None)
    ]
    for key, price in book.prices.items():
        row = DEMO_PRICES.get(key)
        rows.append((key, row.what if row else key, row.unit if row else "piece", price, None))
    for key, minutes in book.minutes.items():
        rows.append((key, DEMO_WORK[key].what, "minutes", None, minutes))
    return choice.PriceBookView(
        currency=currency,
        rows=[
            choice.PriceRowView(
                name=name, what=what, unit=unit, price=price, minutes=minutes, own=name in own,
                date=own[name].date if name in own else None,
                source=own[name].source if name in own else None,
            )
            for name, what, unit, price, minutes in rows
        ],
    )  # fmt: skip


@router.get("/prices/export", name="exportPrices", response_class=Response)
def export_prices(ctx: Ctx, plan_id: Number) -> Response:
    """The price book as CSV."""
    with ctx.store.reading() as session:
        text = write_prices(_own_prices(session, get_plan(session, plan_id)))
    headers = {"Content-Disposition": 'attachment; filename="prices.csv"'}
    return Response(text, media_type="text/csv; charset=utf-8", headers=headers)


@router.post("/prices/import", name="importPrices", openapi_extra=FILE_BODY, responses=CONFLICT)
async def import_prices(
    ctx: Ctx, who: Who, plan_id: Number, base: Number, request: Request
) -> schemas.Changed:
    """A price book from CSV, as one step; nothing is stored where a row is refused."""
    entries = read_prices(await request.body())
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        own = {doc.name: doc.model_dump(exclude_none=True) for doc in _own_prices(session, plan)}
        asked = [
            plantchanges.ItemChange(
                "price", name if name in own else None, None if as_demo(doc) else doc
            )
            for name, doc in entries.items()
            if (doc != own[name] if name in own else not as_demo(doc))
        ]
        if not asked:
            raise Refused("", "no row of the file differs from the price book")
        what = f"Import {len(asked)} prices"
        plantchanges.change(session, plan, asked, Author(who, base), what)
        return changed(ctx, session, plan)


@router.get("/choose/needs.csv", name="needsTemplate", response_class=Response)
def template(plan_id: Number) -> Response:
    """An empty file of needs with its columns."""
    headers = {"Content-Disposition": 'attachment; filename="needs.csv"'}
    return Response(
        ",".join(COLUMNS) + "\r\n", media_type="text/csv; charset=utf-8", headers=headers
    )


@router.get("/growth-check", name="checkGrowth")
def growth_check(ctx: Ctx, plan_id: Number) -> list[choice.GrowthRow]:
    """Links that will not carry the plan's growth speed, and the least that it would take."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        frame, names = ctx.answers.frame(plan), place_names(session, plan)
        world = _world(ctx, session, plan)
        found: list[choice.GrowthRow] = []
        for row in links(session, plan):
            check = ctx.answers.alone(row, frame, names)
            said = next((f for f in check.findings if f.rule.id == "fiber.growth"), None)
            if said is None or frame.rules.growth_gbps is None or len(found) >= MOST_GROWN:
                continue
            link = check.budget.link
            need = SiteNeed(
                link.a.place or "a", link.b.place or "b",
                max(1.0, check.budget.length_m - 10), frame.rules.growth_gbps,
            )  # fmt: skip
            try:
                check_need(need)
            except NeedError:
                continue  # the plan's growth speed is no speed of the table: the finding says so
            order = ranked(find(need, world, with_growth=False))
            takes = order[0].option.label if order else "nothing of the table does it"
            total = rounded(order[0].option.total) if order else None
            found.append(
                choice.GrowthRow(
                    id=row.id,
                    name=row.name,
                    a_place=link.a.place,
                    b_place=link.b.place,
                    distance_m=rounded(need.distance_m, 1) or 0.0,
                    message=said.message,
                    takes=takes,
                    total=total,
                )
            )
    return found
