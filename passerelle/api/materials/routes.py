"""Routes about materials."""

from typing import Any

from fastapi import APIRouter

from passerelle.api.context import Ctx, Number, Who, changed, judged
from passerelle.api.made import made_now
from passerelle.api.plans.schemas import Changed, Conflict
from passerelle.core.materials.leftovers import cut_changes
from passerelle.core.materials.lines import Line, own_key
from passerelle.core.materials.twice import twice
from passerelle.core.materials.waiting import waiting
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.visiting import PlannedVisit
from passerelle.core.refused import Refused
from passerelle.core.visits.carried import first_visits
from passerelle.core.visits.tasks import work_of
from passerelle.formats.checkjson import rounded
from passerelle.plans.plans import Author

from . import schemas

router = APIRouter(prefix="/api/plans/{plan_id}/materials", tags=["materials"])
_KINDS = ("cable", "link", "closure", "copper", "feed")
"""Kinds of things that a line can be for, in the order in which a name is looked up."""


@router.get("", name="materials")
def materials(ctx: Ctx, plan_id: Number) -> schemas.MaterialsView:
    """What to buy, what to cut and how long it takes; nothing of it is stored."""
    now = judged(ctx, plan_id)
    check, plan = now.check, now.check.plan
    made = made_now(ctx, now)
    along = first_visits(plan.visits, work_of(check, made, now.held.facts)) if plan.visits else {}
    in_store = {piece.cable for reel in made.cuts if not reel.bought for piece in reel.pieces}
    return schemas.MaterialsView(
        lines=[_line(plan, one, along) for one in made.lines],
        cuts=[
            schemas.MaterialReel(
                reel=one.reel,
                bought=one.bought,
                type=one.type,
                length_m=one.length_m,
                pieces=[
                    schemas.MaterialPiece(cable=piece.cable, length_m=rounded(piece.length_m) or 0)
                    for piece in one.pieces
                ],
                left_m=rounded(one.left_m) or 0.0,
                serves=one.serves,
            )
            for one in made.cuts
        ],
        not_cut=[schemas.NamedWhy(name=one.cable, why=one.why) for one in made.not_cut],
        open=[schemas.NamedWhy(name=one.name, why=one.said) for one in made.open],
        total=made.total,
        known_total=made.known_total,
        unpriced=len(made.unpriced),
        hours=rounded(made.labour.hours, 1) or 0.0,
        labour=made.labour.cost,
        currency=plan.house_rules.currency,
        proved=made.proved,
        drums_m=made.drums_m,
        least_drums_m=made.least_m,
        twice=[
            schemas.TwiceView(
                beside=one.beside,
                kind=one.kind,
                id=_reason(plan, one.beside, 0, along).id,
                strands=one.strands,
                instead_of=one.instead_of,
                now=one.now,
                later=one.later,
                lacking=list(one.lacking),
            )
            for one in twice(check.plant, plan.house_rules, made.book, in_store)
        ],
        waiting=[
            schemas.WaitingView(
                cable=one.cable,
                strands=one.strands,
                takes=[schemas.TakesView(what=what, quantity=many) for what, many in one.takes],
                cost=one.cost,
                at=list(one.at),
            )
            for one in waiting(check.plant, plan.house_rules, made.book)
        ],
        stock={one.name: one.id for one in plan.stock},
    )


@router.post("/cut", name="cutReel", responses={409: {"model": Conflict}})
def cut_reel(ctx: Ctx, who: Who, plan_id: Number, body: schemas.CutBody) -> Changed:
    """A reel is cut as planned: its cables are cut, its rest is stock; one step to undo."""
    now = judged(ctx, plan_id)
    check = now.check
    if body.place is not None and body.place not in check.plan.places.by_name:
        raise Refused("place", f"{body.place[:40]!r} is not in places")
    made = made_now(ctx, now)
    reel = next((one for one in made.cuts if one.reel == body.reel), None)
    if reel is None:
        raise Refused("reel", f"{body.reel[:40]!r} is not in the cut plan any more")
    asked = cut_changes(check.plan, reel, body.left_m, body.place)
    author = Author(who, body.base)
    seen = [one.id for one in check.plan.cables if one.name in {p.cable for p in reel.pieces}]
    did = ctx.plans.change(plan_id, list(asked), author, f"Cut {reel.reel}", seen=seen)
    return changed(ctx, did, who)


def _line(plan: Plan, one: Line, along: dict[str, PlannedVisit]) -> schemas.MaterialLineView:
    own = plan.prices.by_name.get(own_key(one.key, one.what)) or plan.prices.by_name.get(one.key)
    return schemas.MaterialLineView(
        item=one.item,
        what=one.what,
        unit=one.unit,
        key=one.key,
        priced_as=own.name if own is not None else one.key,
        needed=rounded(one.needed) or 0.0,
        waste=rounded(one.waste) or 0.0,
        stock=rounded(one.stock) or 0.0,
        buy=rounded(one.buy) or 0.0,
        price=one.price,
        date=own.date if own is not None else None,
        own=own is not None and own.price != "as the book",
        total=one.total,
        ends=one.ends,
        end_price=one.end_price,
        guessed=one.guessed,
        reserve=rounded(one.reserve) or 0.0,
        pack=one.pack,
        packs=one.packs,
        lead_days=own.lead_days if own is not None else None,
        price_id=own.id if own is not None else None,
        reasons=[
            _reason(plan, name, share, along)
            for name, share in zip(one.reasons, one.shares, strict=True)
        ],
    )


def _reason(
    plan: Plan, name: str, share: float, along: dict[str, PlannedVisit]
) -> schemas.ReasonView:
    told = rounded(share) or 0.0
    visit = along.get(name)
    when = f"Day {visit.day}: {visit.name}" if visit is not None else None
    for kind in _KINDS:
        found = plan.things(kind).by_name.get(name)
        if found is not None:
            return schemas.ReasonView(
                name=name, kind=kind, id=found.id, share=told, at=_at(found), visit=when
            )
    place = name.rpartition(", ")[2]  # of a panel
    at = place if place in plan.places.by_name else "the whole plan"
    return schemas.ReasonView(name=name, kind=None, id=None, share=told, at=at, visit=when)


def _at(thing: Any) -> str:
    """The place of a thing, or the two that it joins."""
    place = getattr(thing, "place", None)
    if isinstance(place, str):
        return place
    ends = [getattr(end, "place", end) for end in (thing.a, thing.b)]
    return " – ".join(end or "place not recorded" for end in ends)
