"""From what the API is asked about a need to what the core is asked."""

from datetime import date

from passerelle.api.context import Ctx, judged
from passerelle.core.choice.need import SiteNeed, check_need
from passerelle.core.choice.options import Option, only
from passerelle.core.choice.ways import RuledOut
from passerelle.core.choice.weights import Weights, weights_for
from passerelle.core.choice.world import World
from passerelle.core.judge.services import asked
from passerelle.core.judge.ties import kept
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.refused import Refused
from passerelle.core.remedies.proposal import NeedError
from passerelle.core.words import in_metres
from passerelle.formats.prices import price_book

from . import schemas as choice


def need_of(model: choice.NeedModel, world: World) -> SiteNeed:
    """A need that makes sense. Raises Refused, naming the field."""
    need = SiteNeed(**model.model_dump())
    try:
        check_need(need, world.devices, world.year)
    except NeedError as error:
        raise Refused(error.path, str(error)) from None
    return need


def weights_of(body: choice.ChooseBody) -> Weights:
    """What counts: as the body says, or as the need's budget does."""
    if body.weights is None:
        return weights_for(body.need.budget)
    return Weights(**body.weights.model_dump())


def world_of(check: PlanCheck) -> World:
    """What options are made from, as the plan stands."""
    site, ground = check.site, check.ground
    return World(
        rules=check.plan.house_rules,
        tables=site.tables,
        book=price_book(check.plan.prices),
        plant=check.plant,
        modules=site.modules,
        devices=site.devices,
        services={one.name: asked(one, ground) for one in check.plan.services},
        shelf=frozenset(
            kept((spare.type, spare.coding), check.plan.house_rules)
            for spare in site.spares
            if spare.count > 0
        ),
        year=date.today().year,
    )


def world(ctx: Ctx, plan_id: int) -> World:
    """What options of a stored plan are made from."""
    return world_of(judged(ctx, plan_id).check)


def chosen(need: SiteNeed, key: str, world: World) -> Option:
    """The option of a need by its key, judged anew. Raises Refused where it does not do."""
    option = only(need, world, key)
    if option is None or isinstance(option, RuledOut):
        reason = "it is not offered" if option is None else in_metres(option.reason)
        raise Refused("key", f"{key[:80]!r} does not do for this need: {reason}")
    return option
