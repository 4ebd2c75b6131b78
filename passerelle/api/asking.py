"""From what the API is asked about a need to what the core is asked."""

from datetime import date

from sqlalchemy.orm import Session

from passerelle.core.choice.need import SiteNeed, check_need
from passerelle.core.choice.options import Option, only
from passerelle.core.choice.ways import RuledOut
from passerelle.core.choice.weights import Weights, weights_for
from passerelle.core.choice.world import World
from passerelle.core.remedies.proposal import NeedError
from passerelle.formats.planfile import HouseRulesDoc
from passerelle.formats.prices import price_book
from passerelle.formats.refusal import Refused
from passerelle.plans.models import Plan

from . import schemas_choice as choice
from .context import Context
from .routes_prices import own_prices


def need_of(model: choice.NeedModel, world: World) -> SiteNeed:
    """A need that makes sense. Raises Refused, naming the field."""
    need = SiteNeed(**model.model_dump())
    try:
        check_need(need, world.devices, world.year)
    except NeedError as error:
        raise Refused(error.key, str(error)) from None
    return need


def weights_of(body: choice.ChooseBody) -> Weights:
    """What counts: as the body says, or as the need's budget does."""
    if body.weights is None:
        return weights_for(body.need.budget)
    return Weights(**body.weights.model_dump())


def world_of(ctx: Context, session: Session, plan: Plan) -> World:
    """What options are made from, as the plan stands."""
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


def currency_of(plan: Plan) -> str:
    """The word that the plan puts behind its prices."""
    return HouseRulesDoc.model_validate(plan.house_rules).currency


def chosen(need: SiteNeed, key: str, world: World) -> Option:
    """The option of a need by its key, judged anew. Raises Refused where it does not do."""
    option = only(need, world, key)
    if option is None or isinstance(option, RuledOut):
        reason = "it is not offered" if option is None else option.reason
        raise Refused("key", f"{key[:80]!r} does not do for this need: {reason}")
    return option
