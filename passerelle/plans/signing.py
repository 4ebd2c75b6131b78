"""Signing off a link: the record and its place in the chain, in one transaction."""

from collections.abc import Mapping

from passerelle.core.plan.fact import About
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.turnup import SignOffFact
from passerelle.core.turnup.link import TurnUp
from passerelle.core.turnup.signing import canonical, chained, next_in_chain, record_of

from .held import Held
from .now import now
from .plans import Plans


def sign(
    plans: Plans, held: Held, one: TurnUp, reasons: Mapping[str, str], who: str
) -> SignOffFact:
    """Sign a link off. Raises Refused where something open has no reason, or somebody signed."""
    at = now()
    plan = held.plan
    record = canonical(
        record_of(one, plan=(plan.id, plan.name), revision=held.revision, who=who, at=at,
                  reasons=reasons)
    )  # fmt: skip
    number, before = next_in_chain(plans.held(held.plan_id).facts)
    link = one.check.budget.link
    fact = SignOffFact(
        id=new_id(), about=About("link", link.id), at=at, who=who, kind="sign-off", number=number,
        record=record, before=before, sha256=chained(before, record),
    )  # fmt: skip
    plans.note(held.plan_id, [fact])
    return fact
