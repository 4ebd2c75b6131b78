"""The ground of every link's turn-up, worked out once for a state of plan and facts."""

from passerelle.api.context import Context, Judged
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.many import many_things
from passerelle.core.plan.facts import Facts
from passerelle.core.turnup.link import Ground, TurnUp, ground_of, turn_up


def ground_now(ctx: Context, now: Judged) -> Ground:
    """The ground of a plan; kept as long as plan and facts are the same."""
    key = ("turn-up", now.held.plan_id)
    known: tuple[PlanCheck, Facts, Ground] | None = ctx.tests.get(key)
    if known is not None and known[0] is now.check and known[1] is now.held.facts:
        return known[2]
    with many_things():
        made = ground_of(now.check, now.held.facts)
    ctx.tests[key] = (now.check, now.held.facts, made)
    return made


def begun_now(ctx: Context, now: Judged) -> dict[str, TurnUp]:
    """Links of which anything was read or ticked, by id; worked out once."""
    ground = ground_now(ctx, now)
    key = ("turn-ups", now.held.plan_id)
    known: tuple[Ground, dict[str, TurnUp]] | None = ctx.tests.get(key)
    if known is not None and known[0] is ground:
        return known[1]
    made = {key: turn_up(ground, key) for key in now.check.alone if key in ground.read}
    ctx.tests[key] = (ground, made)
    return made
