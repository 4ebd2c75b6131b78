"""The list of materials of a plan as it stands, worked out once for each state of the plan."""

from passerelle.core.many import many_things
from passerelle.core.materials.materials import Materials, materials_of
from passerelle.formats.prices import price_book

from .context import Context, Judged


def made_now(ctx: Context, now: Judged) -> Materials:
    """What a judged plan takes, with its own prices; kept as long as the answers are the same."""
    known = ctx.made.get(now.held.plan_id)
    if known is not None and known[0] is now.check:
        return known[1]
    with many_things():
        made = materials_of(now.check, price_book(now.check.plan.prices))
    ctx.made[now.held.plan_id] = (now.check, made)
    return made
