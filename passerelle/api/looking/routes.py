"""Routes about what is not known yet."""

from fastapi import APIRouter

from passerelle.api.context import Ctx, Number, judged
from passerelle.core.looking.costs import cost_per_m
from passerelle.core.looking.unknowns import count, find_out_next
from passerelle.core.many import many_things
from passerelle.formats.checkjson import rounded
from passerelle.formats.prices import price_book

from . import schemas

router = APIRouter(prefix="/api/plans/{plan_id}/unknowns", tags=["find out next"])


@router.get("/count", name="countUnknowns")
def unknown_count(ctx: Ctx, plan_id: Number) -> schemas.UnknownCount:
    """How many unknowns and guesses a plan has; nothing is tried."""
    return schemas.UnknownCount(count=count(judged(ctx, plan_id).check))


@router.get("", name="findOutNext")
def unknowns(ctx: Ctx, plan_id: Number) -> schemas.UnknownsView:
    """Every unknown and guess of a plan, with what hangs on it; nothing is stored."""
    check = judged(ctx, plan_id).check
    book = price_book(check.plan.prices)
    costs = {name: cost_per_m(cable, book) for name, cable in check.plant.cables.items()}
    with many_things():
        found = find_out_next(check, costs)
    turning = {one.link_id for unknown in found for one in unknown.links if one.turns}
    return schemas.UnknownsView(
        unknowns=[
            schemas.UnknownView(
                rule=one.rule,
                kind=one.kind,
                name=one.name,
                id=one.id,
                said=one.said,
                do=one.look.do,
                minutes=one.look.minutes,
                turning=one.turning,
                links=[
                    schemas.TurnView(
                        link_id=turn.link_id,
                        name=turn.name,
                        now=turn.now,
                        could=list(turn.could),
                        turns=turn.turns,
                    )
                    for turn in one.links
                ],
                at=one.at,
                spread_m=rounded(one.spread_m, 1) or 0.0,
                cost=rounded(one.cost),
            )
            for one in found
        ],
        turning=len(turning),
    )
