"""Routes about needs: options, what is possible, growth."""

from dataclasses import asdict
from typing import Annotated

from fastapi import APIRouter, HTTPException, Query

from passerelle.api.beside import schemas as beside
from passerelle.api.context import Ctx, Number, Who, changed, judged
from passerelle.api.plans.schemas import Changed
from passerelle.core.choice.copper import in_place_of
from passerelle.core.choice.line import hear, suggestions
from passerelle.core.choice.need import BUDGETS, SURROUNDINGS, USUAL, rates
from passerelle.core.choice.options import Option, find
from passerelle.core.choice.possible import possible
from passerelle.core.choice.prices import PriceBook
from passerelle.core.choice.ranking import Ranked, by_mode, ranked, sensitivity
from passerelle.core.choice.schools import finishes, schools
from passerelle.core.choice.weights import WEIGHTS, weights_for
from passerelle.core.plan.beside import CopperRun
from passerelle.core.plan.plan import Plan
from passerelle.core.plant.copper import as_long_as_m, carried, grade_of, row_of, run_too_far
from passerelle.core.plant.diverse import routes_between, shortest_routes, ways_of
from passerelle.core.plant.model import Plant
from passerelle.core.refused import Refused
from passerelle.formats.checkjson import rounded
from passerelle.plans import choosing
from passerelle.plans.held import Held
from passerelle.plans.plans import Author

from . import asking
from . import schemas as choice
from .asking import chosen, need_of, weights_of, world_of
from .atends import ends_of, enough_of, power_of, second_of, there_of
from .prices import CONFLICT

router = APIRouter(prefix="/api/plans/{plan_id}", tags=["choice"])
Place = Annotated[str, Query(max_length=400)]


def _option(place: Ranked, book: PriceBook) -> choice.OptionView:
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
        labour=rounded(one.bill.labour(book)),
        later=rounded(one.later),
        grows=one.grows,
        carries_gbps=one.carries_gbps,
        strands=one.strands,
        parts=one.parts,
        links=len(one.links),
        sure=one.sure,
        against=list(one.against),
        gives_up=list(one.gives_up),
        termination=one.laid.termination if one.laid else None,
        connector=one.laid.cables[0].ends[0].connector if one.laid else None,
        cables=_cables(one),
        second_now=rounded(one.second.now) if one.second else None,
        second_later=rounded(one.second.later) if one.second else None,
        bill=[
            choice.BillLine(
                what=line.what, quantity=rounded(line.quantity) or 0.0, unit=line.unit,
                each=line.each, total=line.total,
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
            objections=list(way.laid.objections),
            head=way.laid.head,
        )
        for way in one.ways
        if way.laid is not None
        for cable in way.laid.cables
    ]


@router.post("/choose", name="choose")
def choose(ctx: Ctx, plan_id: Number, body: choice.ChooseBody) -> choice.ChoiceView:
    """Every option for a need, in order, and those ruled out with the reason."""
    world = asking.world(ctx, plan_id)
    need = need_of(body.need, world)
    found = find(need, world)
    return choice.ChoiceView(
        options=[_option(one, world.book) for one in ranked(found, weights_of(body))],
        ruled_out=[choice.RuledOutView(label=r.label, reason=r.reason) for r in found.ruled_out],
        by_mode={mode: rounded(total) for mode, total in by_mode(found).items()},
        currency=world.rules.currency,
        growth_counts=rounded(found.growth_counts) or 0.0,
        ends=ends_of(found),
        power=power_of(found),
        enough=enough_of(need, world),
        second_route=second_of(need, world),
        there=there_of(need, world),
    )


@router.post("/choose/schools", name="costOfSchools")
def costs(ctx: Ctx, plan_id: Number, body: choice.ChooseBody) -> list[choice.SchoolCostView]:
    """The first option under every school, and what it costs: also of the schools not taken."""
    world = asking.world(ctx, plan_id)
    found = schools(need_of(body.need, world), world, weights_of(body))
    return [choice.SchoolCostView(**(asdict(s) | {"total": rounded(s.total)})) for s in found]


@router.post("/choose/finishes", name="finishesOfOption")
def ends(ctx: Ctx, plan_id: Number, body: choice.FinishBody) -> list[choice.FinishView]:
    """An option with each termination of its cable and each connector on its panels."""
    world = asking.world(ctx, plan_id)
    return [
        choice.FinishView(
            **(asdict(f) | {"total": rounded(f.total), "margin_db": rounded(f.margin_db)})
        )
        for f in finishes(need_of(body.need, world), world, body.key)
    ]


def _way(plant: Plant, a: str, b: str) -> choice.WayView | None:
    """The recorded way between two places, and the one that shares least with it."""
    if a not in plant.places or b not in plant.places or a == b:
        return None
    ways = ways_of(plant)
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
    return _way(judged(ctx, plan_id).check.plant, a, b)


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
    check = judged(ctx, plan_id).check
    names = tuple(check.plan.places.by_name)
    heard = hear(body.text, names)
    view = choice.LineView.model_validate(heard.said)
    view.new_places, view.notes = list(heard.new), list(heard.notes)
    view.unread = list(heard.unread)
    view.suggestions = list(suggestions(body.text, names))
    if view.a_place and view.b_place:
        view.way = _way(check.plant, view.a_place, view.b_place)
    return view


@router.post("/choose/sensitivity", name="sensitivityOfChoice")
def turns(ctx: Ctx, plan_id: Number, body: choice.ChooseBody) -> list[choice.TurnView]:
    """At which distance or module price another option comes first."""
    world = asking.world(ctx, plan_id)
    found = sensitivity(need_of(body.need, world), world, weights_of(body))
    return [choice.TurnView(what=t.what, at=rounded(t.at, 2) or 0.0, then=t.then) for t in found]


@router.get("/choose/possible", name="listPossible")
def what_is_possible(ctx: Ctx, plan_id: Number) -> list[choice.PossibleView]:
    """How far each glass carries each speed, by the plan's house rules."""
    rules = ctx.plans.held(plan_id).plan.house_rules
    return [
        choice.PossibleView(**(asdict(one) | {"most_m": rounded(one.most_m, 0) or 0.0}))
        for one in possible(rules)
    ]


@router.post("/choose/take", name="takeOption", responses=CONFLICT)
def take(ctx: Ctx, who: Who, plan_id: Number, body: choice.ChoiceTakeBody) -> Changed:
    """An option becomes links, ready to change, as one step."""
    now = judged(ctx, plan_id)
    world = world_of(now.check)
    need = need_of(body.need, world)
    option = chosen(need, body.key, world)
    what = f"Take {option.label}: {need.a_place} – {need.b_place}"
    author = Author(who, body.base)
    shown: list[str] = []

    def make(held: Held) -> tuple[Plan, str]:
        if option.copper is not None:
            plan, runs = choosing.with_copper(held.plan, option, need)
            return choosing.met(plan, body.need_id, body.key, copper=runs), what
        if body.link_id is not None:
            shown.append(body.link_id)
            plan = choosing.in_place_of(held.plan, body.link_id, option)
            old = held.plan.links.by_id[body.link_id].name
            return choosing.met(plan, body.need_id, body.key, [old]), f"{old}: {option.label}"
        plan, links = choosing.with_options(held.plan, [option])
        shown.append(links[0].id)
        named = [link.name for link in links]
        return choosing.met(plan, body.need_id, body.key, named), what

    if body.link_id is not None:
        now.link(body.link_id)
        if option.copper is not None:
            reason = f"{body.key[:80]!r} is copper: it has no light path to put in a link's place"
            raise Refused("key", reason)
    seen = [body.link_id] if body.link_id is not None else []
    did = ctx.plans.rework(plan_id, make, author, seen=seen)
    return changed(ctx, did, who, shown[0] if shown else None)


def _carries(run: CopperRun) -> list[beside.CarriedView]:
    """What its category and length, cords included, let a run carry; nothing where it has none."""
    grade = grade_of(run)
    if grade is None:
        return []
    return [
        beside.CarriedView(rate_gbps=one.rate_gbps, what=one.what, how=one.how, reach_m=one.reach_m)
        for one in carried(grade, as_long_as_m(run), existing=run.existing)
    ]


@router.get("/copper/{run_id}/fiber", name="fiberBesideCopper")
def fiber_beside(ctx: Ctx, plan_id: Number, run_id: str) -> choice.BestView:
    """The first way over fiber in place of a copper run, with its cost."""
    world = asking.world(ctx, plan_id)
    run = next((one for one in ctx.plans.held(plan_id).plan.copper_runs if one.id == run_id), None)
    if run is None:
        raise HTTPException(404, "There is no such copper run.")
    found = find(in_place_of(run), world, with_growth=False)
    order = [one for one in ranked(found, weights_for(USUAL)) if one.option.links]
    if not order:
        reason = found.ruled_out[0].reason if found.ruled_out else "nothing is offered"
        return choice.BestView(key=None, total=None, margin_db=None, reason=reason)
    first = order[0]
    return choice.BestView(
        key=first.option.label,
        total=rounded(first.option.total),
        margin_db=rounded(first.option.margin_db),
        reason="; ".join(first.why),
    )


@router.get("/copper", name="listCopper")
def copper_runs(ctx: Ctx, plan_id: Number) -> list[beside.CopperRunView]:
    """The plan's copper runs, each against the reach of its row."""
    found = []
    for run in ctx.plans.held(plan_id).plan.copper_runs:
        row = row_of(run)
        told = {key: getattr(run, key) for key in beside.CopperRunView.model_fields
                if hasattr(run, key)}  # fmt: skip
        told |= {
            "reach_m": row.reach_m,
            "note": row.note,
            "problem": run_too_far(run),
            "doc": run,
            "carries": _carries(run),
        }
        found.append(beside.CopperRunView(**told))
    return found
