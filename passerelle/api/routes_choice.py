"""Routes about needs: options, what is possible, growth."""

from dataclasses import asdict
from datetime import date
from typing import Annotated

from fastapi import APIRouter, Query, Request, Response
from sqlalchemy.orm import Session

from passerelle.core.choice.candidates import RuledOut
from passerelle.core.choice.line import read_line, suggestions
from passerelle.core.choice.need import BUDGETS, SURROUNDINGS, SiteNeed, check_need, rates
from passerelle.core.choice.options import Option, World, find, only
from passerelle.core.choice.outlying import outlying
from passerelle.core.choice.possible import possible
from passerelle.core.choice.ranking import Ranked, by_mode, ranked, sensitivity
from passerelle.core.choice.schools import finishes, schools
from passerelle.core.choice.weights import WEIGHTS, Weights, weights_for
from passerelle.core.plant.diverse import Ways, routes_between, shortest_routes
from passerelle.core.plant.model import Plant
from passerelle.core.proposal import NeedError
from passerelle.formats.checkjson import rounded
from passerelle.formats.needsfile import COLUMNS, read_needs
from passerelle.formats.planfile import HouseRulesDoc
from passerelle.formats.prices import price_book
from passerelle.formats.refusal import Refused
from passerelle.plans import choosing
from passerelle.plans.changes import Author
from passerelle.plans.documents import links, place_names
from passerelle.plans.models import Plan

from . import schemas
from . import schemas_choice as choice
from .context import Context, Ctx, Number, Who, changed, get_link, get_plan
from .routes_prices import CONFLICT, FILE_BODY, own_prices

router = APIRouter(prefix="/api/plans/{plan_id}", tags=["choice"])
MOST_GROWN = 200
Place = Annotated[str, Query(max_length=400)]


def _need(model: choice.NeedModel, world: World) -> SiteNeed:
    """A need that makes sense. Raises Refused, naming the field."""
    need = SiteNeed(**model.model_dump())
    try:
        check_need(need, world.devices, world.year)
    except NeedError as error:
        raise Refused(error.key, str(error)) from None
    return need


def _weights(body: choice.ChooseBody) -> Weights:
    if body.weights is None:
        return weights_for(body.need.budget)
    return Weights(**body.weights.model_dump())


def _world(ctx: Context, session: Session, plan: Plan) -> World:
    frame = ctx.answers.frame(plan)
    return World(
        rules=frame.rules,
        tables=frame.site.tables,
        book=price_book(own_prices(session, plan)),
        plant=ctx.answers.plant(session, plan),
        modules=frame.site.modules,
        devices=frame.site.devices,
        shelf=frozenset(spare.type for spare in frame.site.spares if spare.count > 0),
        year=date.today().year,
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
        margins_db=[rounded(check.margin_db) for check in one.checks],
        length_m=rounded(one.check.budget.length_m, 1) if one.check else None,
        total=rounded(one.total),
        missing=list(one.bill.missing),
        minutes=rounded(one.bill.minutes, 0) or 0.0,
        later=rounded(one.later),
        grows=one.grows,
        carries_gbps=one.carries_gbps,
        strands=one.strands,
        parts=one.parts,
        links=len(one.links),
        sure=one.sure,
        termination=one.laid.termination if one.laid else None,
        connector=one.laid.cables[0].ends[0].connector if one.laid else None,
        cables=_cables(one),
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


def _cables(one: Option) -> list[choice.NewCableView]:
    return [
        choice.NewCableView(
            name=cable.name,
            strands=cable.strands,
            construction=cable.type.name if cable.type else None,
            route=list(cable.route),
            sheath_m=rounded(way.laid.sheath_m, 1) or 0.0,
            placed=way.laid.placed,
        )
        for way in one.ways
        if way.laid is not None
        for cable in way.laid.cables
    ]


@router.post("/choose", name="choose")
def choose(ctx: Ctx, plan_id: Number, body: choice.ChooseBody) -> choice.ChoiceView:
    """Every option for a need, in order, and those ruled out with the reason."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        world = _world(ctx, session, plan)
        found = find(_need(body.need, world), world)
        currency = _currency(plan)
    return choice.ChoiceView(
        options=[_option(one) for one in ranked(found, _weights(body))],
        ruled_out=[choice.RuledOutView(label=r.label, reason=r.reason) for r in found.ruled_out],
        by_mode={mode: rounded(total) for mode, total in by_mode(found).items()},
        currency=currency,
        growth_counts=rounded(found.growth_counts) or 0.0,
    )


@router.post("/choose/schools", name="costOfSchools")
def costs(ctx: Ctx, plan_id: Number, body: choice.ChooseBody) -> list[choice.SchoolCostView]:
    """The first option under every school, and what it costs: also of the schools not taken."""
    with ctx.store.reading() as session:
        world = _world(ctx, session, get_plan(session, plan_id))
    found = schools(_need(body.need, world), world, _weights(body))
    return [choice.SchoolCostView(**(asdict(s) | {"total": rounded(s.total)})) for s in found]


@router.post("/choose/finishes", name="finishesOfOption")
def ends(ctx: Ctx, plan_id: Number, body: choice.FinishBody) -> list[choice.FinishView]:
    """An option with each termination of its cable and each connector on its panels."""
    with ctx.store.reading() as session:
        world = _world(ctx, session, get_plan(session, plan_id))
    return [
        choice.FinishView(
            **(asdict(f) | {"total": rounded(f.total), "margin_db": rounded(f.margin_db)})
        )
        for f in finishes(_need(body.need, world), world, body.key)
    ]


def _way(plant: Plant, a: str, b: str) -> choice.WayView | None:
    """The recorded way between two places, and the one that shares least with it."""
    if a not in plant.places or b not in plant.places or a == b:
        return None
    ways = Ways(plant)
    shortest, pair = shortest_routes(ways, a, (b,)).get(b), routes_between(plant, a, b, ways)
    if shortest is None or pair is None:
        return None
    names = shortest.pathways
    shared = [*pair.shared_pathways, *pair.shared_trenches, *pair.shared_places]
    return choice.WayView(
        route_m=rounded(shortest.length_m, 1) or 0.0,
        pathways=list(names),
        outdoor=any(plant.pathways[name].outdoor for name in names),
        first_m=rounded(pair.first.length_m, 1) if pair.second else None,
        second_m=rounded(pair.second.length_m, 1) if pair.second else None,
        shared_m=rounded(pair.shared_m, 1) or 0.0,
        shared=shared,
    )


@router.get("/choose/way", name="wayBetween")
def way(ctx: Ctx, plan_id: Number, a: Place, b: Place) -> choice.WayView | None:
    """The recorded way between two places, and a second one; null where no pathways lead there."""
    with ctx.store.reading() as session:
        return _way(ctx.answers.plant(session, get_plan(session, plan_id)), a, b)


@router.get("/choose/reference", name="getChoiceReference")
def reference(plan_id: Number) -> choice.ChoiceReference:
    """Speeds, weights by budget and surroundings that the form of a need offers."""
    return choice.ChoiceReference(
        rates_gbps=list(rates()),
        weights=[choice.WeightView(**asdict(row)) for row in WEIGHTS],
        budgets=list(BUDGETS),
        surroundings=list(SURROUNDINGS),
    )


@router.post("/choose/line", name="readNeed")
def read(ctx: Ctx, plan_id: Number, body: choice.LineBody) -> choice.LineView:
    """What one line of text says of a need, and the route that the pathways give."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        names = tuple(place_names(session, plan).values())
        said = read_line(body.text, names)
        view = choice.LineView.model_validate(said)
        view.suggestions = list(suggestions(body.text, names))
        if view.a_place and view.b_place:
            view.way = _way(ctx.answers.plant(session, plan), view.a_place, view.b_place)
    return view


@router.post("/choose/sensitivity", name="sensitivityOfChoice")
def turns(ctx: Ctx, plan_id: Number, body: choice.ChooseBody) -> list[choice.TurnView]:
    """At which distance or module price another option comes first."""
    with ctx.store.reading() as session:
        world = _world(ctx, session, get_plan(session, plan_id))
    found = sensitivity(_need(body.need, world), world, _weights(body))
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
    option = only(need, world, key)
    if option is None or isinstance(option, RuledOut):
        reason = "it is not offered" if option is None else option.reason
        raise Refused("key", f"{key[:80]!r} does not do for this need: {reason}")
    if not option.links:
        raise Refused("key", f"{key[:80]!r} is copper: it has no light path to be planned")
    return option


@router.post("/choose/take", name="takeOption", responses=CONFLICT)
def take(ctx: Ctx, who: Who, plan_id: Number, body: choice.ChoiceTakeBody) -> schemas.Changed:
    """An option becomes links, ready to change, as one step."""
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        world = _world(ctx, session, plan)
        need = _need(body.need, world)
        option = _chosen(need, body.key, world)
        author = Author(who, body.base)
        if body.link_id is not None:
            row = get_link(session, plan, body.link_id)
            choosing.replace_link(session, plan, row, option, author)
            return changed(ctx, session, plan, row.id)
        what = f"Take {option.label}: {need.a_place} – {need.b_place}"
        numbers = choosing.add_options(session, plan, [option], author, what)
        return changed(ctx, session, plan, numbers[0])


@router.post("/choose/needs", name="readNeeds", openapi_extra=FILE_BODY)
async def needs(ctx: Ctx, plan_id: Number, request: Request) -> list[choice.NeedRowView]:
    """The rows of a CSV of needs, each judged by itself; nothing is stored."""
    with ctx.store.reading() as session:
        world = _world(ctx, session, get_plan(session, plan_id))
    return [
        choice.NeedRowView(
            line=row.line,
            said=row.said,
            need=choice.NeedModel(**asdict(row.need)) if row.need else None,
            problem=row.problem,
        )
        for row in read_needs(await request.body(), world.devices, world.year)
    ]


@router.post("/choose/best", name="bestOptions")
def best(ctx: Ctx, plan_id: Number, body: choice.BestBody) -> list[choice.BestView]:
    """The first option that can be planned, for each of a few needs."""
    with ctx.store.reading() as session:
        world = _world(ctx, session, get_plan(session, plan_id))
    found = []
    for model in body.needs:
        try:
            options = find(_need(model, world), world)
        except Refused as refused:
            found.append(choice.BestView(key=None, total=None, margin_db=None, reason=str(refused)))
            continue
        order = [one for one in ranked(options, weights_for(model.budget)) if one.option.links]
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


@router.post("/choose/outlying", name="compareOutlying")
def home_runs(ctx: Ctx, plan_id: Number, body: choice.OutlyingBody) -> list[choice.OutlyingView]:
    """Home runs against one shared cable, for needs that start from one place."""
    with ctx.store.reading() as session:
        world = _world(ctx, session, get_plan(session, plan_id))
    return [
        choice.OutlyingView(
            hub=one.hub,
            places=list(one.places),
            left_out=list(one.left_out),
            layouts=[
                choice.LaidOutView(
                    school=laid.school,
                    taken=laid.taken,
                    total=rounded(laid.total),
                    cables=laid.layout.cables,
                    cable_m=rounded(laid.layout.cable_m, 1) or 0.0,
                    strands=laid.layout.strands,
                    worst=laid.layout.one_cable.worst,
                    said=laid.layout.said,
                )
                for laid in one.layouts
            ],
        )
        for one in outlying([_need(model, world) for model in body.needs], world)
    ]


@router.post("/choose/take-many", name="takeOptions", responses=CONFLICT)
def take_many(ctx: Ctx, who: Who, plan_id: Number, body: choice.TakeManyBody) -> schemas.Changed:
    """Many options become links as one step."""
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        world = _world(ctx, session, plan)
        options = [_chosen(_need(one.need, world), one.key, world) for one in body.chosen]
        what = f"Take options for {len(options)} needs"
        choosing.add_options(session, plan, options, Author(who, body.base), what)
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
