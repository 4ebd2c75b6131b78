"""Work that is done is not undone by a stroke of the pen: a change to it is asked about first."""

from collections.abc import Collection, Sequence
from contextvars import ContextVar

from passerelle.core.judge.wholeplan import PlanCheck, check
from passerelle.core.many import many_things
from passerelle.core.materials.materials import materials_of
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.plan import KEYS, Plan
from passerelle.core.plant.seen import seen_plan
from passerelle.core.refused import Refused
from passerelle.core.visits.again import Again, again_after
from passerelle.core.visits.tasks import Work, standing, work_of
from passerelle.formats.prices import price_book

MOST_SAID = 12
ACCEPTED: ContextVar[bool] = ContextVar("done work may be done again", default=False)
"""Whether whoever asks knows what it costs, and wants it all the same."""


class WorkDoneError(Refused):
    """A change makes work to be done again. goes_with : each piece of it, in words."""

    def __init__(self, reason: str, goes_with: list[str]) -> None:
        super().__init__("", reason)
        self.goes_with = goes_with

    def __str__(self) -> str:
        return self.reason


NO_WORK = ("price", "stock", "reel", "need", "service", "task", "visit", "group", "spare",
           "change set")  # fmt: skip
"""Kinds of things that no done task is about, or whose change asks for no work again."""


def anything_done(facts: Facts) -> bool:
    """Whether anything is done that a change could undo, and nobody has agreed to that."""
    return not ACCEPTED.get() and any(one.state == "done" for one in standing(facts).values())


def touches_done(before: Plan, after: Plan, touched: Collection[str], facts: Facts) -> bool:
    """Whether a change may reach done work; what cannot is not worked out.

    A link of which nothing is done reaches only its own tasks, where every strand is ended anyway.
    """
    if before.house_rules != after.house_rules:
        return True
    about = {one.about.id for one in standing(facts).values() if one.state == "done"}
    links_alone = after.house_rules.end_strands == "all"
    for kind in KEYS:
        if kind in NO_WORK:
            continue
        mine = [one for one in touched if one in before.things(kind) or one in after.things(kind)]
        if mine and not (kind == "link" and links_alone and about.isdisjoint(mine)):
            return True
    return False


def guarded(before: PlanCheck, plan: Plan, facts: Facts) -> None:
    """Refuse a changed plan by which done work is to be done again. Raises WorkDoneError.

    before : the answers of the plan as it stands. Nothing is stored.
    """
    after = check(seen_plan(plan, facts), before)
    found = again_after(_work(before, facts), _work(after, facts))
    if found:
        raise WorkDoneError(_told(found, plan), [one.said for one in found[:MOST_SAID]])


def _work(judged: PlanCheck, facts: Facts) -> Work:
    with many_things():
        made = materials_of(judged, price_book(judged.plan.prices))
    return work_of(judged, made, facts)


def _told(found: Sequence[Again], plan: Plan) -> str:
    hours = sum(one.minutes for one in found) / 60
    per_hour = price_book(plan.prices).per_hour
    cost = "" if per_hour is None else (
        f", {hours * per_hour:.2f} {plan.house_rules.currency} of work, material beside it"
    )  # fmt: skip
    many = "1 task is" if len(found) == 1 else f"{len(found)} tasks are"
    return f"{many} done already, and would be to be done again or of no use: {hours:.1f} h{cost}."
