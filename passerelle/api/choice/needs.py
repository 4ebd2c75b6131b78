"""Routes about many needs at once, and about what the plan's links will need later."""

from dataclasses import asdict

from fastapi import APIRouter

from passerelle.api.context import Ctx, Number, Who, changed, judged
from passerelle.api.plans.schemas import Changed
from passerelle.core.choice.asked import lacks
from passerelle.core.choice.hub import Hub, hub
from passerelle.core.choice.options import find
from passerelle.core.choice.outgrown import LEAST_M, first_way, outgrown
from passerelle.core.choice.outlying import outlying
from passerelle.core.choice.planned import as_asked
from passerelle.core.choice.ranking import ranked
from passerelle.core.choice.weights import weights_for
from passerelle.core.plan.plan import Plan
from passerelle.core.refused import Refused
from passerelle.core.tables import STANDARD
from passerelle.core.working import Stopped, steps
from passerelle.formats.checkjson import rounded
from passerelle.plans import choosing
from passerelle.plans.held import Held
from passerelle.plans.plans import Author

from . import asking
from . import schemas as choice
from .asking import chosen, need_of, world_of
from .planned import MetBy, PlannedNeedView
from .prices import CONFLICT

router = APIRouter(prefix="/api/plans/{plan_id}", tags=["choice"])
MOST_GROWN = 200
_ENDS_M = 2 * (STANDARD.planning["slack_each_end_m"] + STANDARD.planning["cord_m"])
"""What a link has beside its route: slack and cords."""


@router.get("/needs", name="listNeeds")
def planned(ctx: Ctx, plan_id: Number) -> list[PlannedNeedView]:
    """The needs of the plan, each with its state, what it lacks and what meets it."""
    now = judged(ctx, plan_id).check
    links, runs = now.plan.links.by_name, now.plan.copper_runs.by_name
    asked = {need.id: as_asked(need) for need in now.plan.needs}
    return [
        PlannedNeedView(
            doc=need,
            state=need.state,
            lacks=list(lacks(need)),
            asked=choice.NeedModel(**asdict(one)) if (one := asked[need.id]) else None,
            links=[
                MetBy(id=links[name].id, name=name, verdict=now.of(links[name].id).verdict)
                for name in need.links
                if name in links
            ]
            + [
                MetBy(id=runs[name].id, name=name, verdict=None)
                for name in need.copper
                if name in runs
            ],
        )
        for need in now.plan.needs
    ]


@router.post("/choose/best", name="bestOptions")
def best(ctx: Ctx, plan_id: Number, body: choice.BestBody) -> list[choice.BestView]:
    """The first option that can be planned, for each of a few needs."""
    world = asking.world(ctx, plan_id)
    found = []
    for model in steps("Weighing needs", body.needs, each=1):
        try:
            options = find(need_of(model, world), world)
        except Stopped:
            raise
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
    world = asking.world(ctx, plan_id)
    needs = [need_of(model, world) for model in body.needs]
    return [
        choice.OutlyingView(
            hub=one.hub,
            counted=_hub(hub(one.hub, needs, world)),
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
        for one in outlying(needs, world)
    ]


def _hub(one: Hub) -> choice.HubView:
    return choice.HubView(
        ports=one.ports,
        free=one.free,
        switches=one.switches,
        uplinks=one.uplinks,
        panels=one.panels,
        rack_units=one.rack_units,
        total=rounded(one.total),
    )


@router.post("/choose/take-many", name="takeOptions", responses=CONFLICT)
def take_many(ctx: Ctx, who: Who, plan_id: Number, body: choice.TakeManyBody) -> Changed:
    """Many options become links as one step."""
    world = asking.world(ctx, plan_id)
    taken = [(one, chosen(need_of(one.need, world), one.key, world)) for one in body.chosen]
    if any(option.copper is not None for _, option in taken):
        raise Refused("chosen", "copper is taken need by need; it has no light path")

    def make(held: Held) -> tuple[Plan, str]:
        plan = held.plan
        for one, option in taken:
            plan, links = choosing.with_options(plan, [option])
            plan = choosing.met(plan, one.need_id, one.key, [link.name for link in links])
        return plan, f"Take options for {len(taken)} needs"

    return changed(ctx, ctx.plans.rework(plan_id, make, Author(who, body.base)), who)


@router.get("/growth-check", name="checkGrowth")
def growth_check(ctx: Ctx, plan_id: Number) -> choice.OutgrownView:
    """Cables and links that will not carry the growth speed, and the least that it would take."""
    now = judged(ctx, plan_id).check
    rules, world = now.plan.house_rules, world_of(now)
    found: list[choice.GrowthRow] = []
    for link_id, check in now.alone.items():
        said = next((f for f in check.findings if f.rule.id == "fiber.growth"), None)
        if said is None or rules.growth_gbps is None or len(found) >= MOST_GROWN:
            continue
        link = check.budget.link
        far_m = max(LEAST_M, check.budget.length_m - _ENDS_M)
        first = first_way(link.a.place or "a", link.b.place or "b", far_m, rules.growth_gbps, world)
        found.append(
            choice.GrowthRow(
                id=link_id,
                name=link.name,
                a_place=link.a.place,
                b_place=link.b.place,
                distance_m=rounded(far_m, 1) or 0.0,
                message=said.message,
                takes=first.label if first else "nothing of the table does it",
                total=rounded(first.total) if first else None,
            )
        )
    cables = [
        choice.GrownCable(
            cable=one.cable,
            a=one.a,
            b=one.b,
            distance_m=rounded(one.distance_m, 1),
            sure=one.sure,
            reason=one.reason,
            takes=one.takes,
            total=rounded(one.total),
        )
        for one in outgrown(world, MOST_GROWN)
    ]
    return choice.OutgrownView(cables=cables, links=found)
