"""What a hunt knows of its site: odds of one's own, and how far the spare parts are."""

from passerelle.core.hunting.seen import SIDES, Practice
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.materials.onlinks import module_words
from passerelle.core.plan.huntodds import read_odds
from passerelle.core.plant.travel import UNKNOWN_MIN, travel_of
from passerelle.core.visits.tasks import depot_of


def practice_of(check: PlanCheck, link_id: str) -> Practice:
    """The practice of a plan, for one of its links.

    A module that has no spare on the shelf is fetched from where days begin: there and back.
    """
    plan = check.plan
    link = check.of(link_id).budget.link
    depot = depot_of(plan)
    on_shelf = {one.type for one in plan.spares if one.count > 0}
    fetch: dict[str, float] = {}
    travel = travel_of(plan, check.plant, depot) if depot is not None else None
    for side, end in zip(SIDES, (link.a, link.b), strict=True):
        named = {module_words(end, plan.house_rules), end.application}
        if named & on_shelf or (end.own is not None and end.own.name in on_shelf):
            continue
        if travel is None or depot is None or end.place not in check.plant.places:
            fetch[f"module {side} changed"] = UNKNOWN_MIN
        else:
            fetch[f"module {side} changed"] = 2 * travel.minutes(depot, end.place or depot)
    return Practice(read_odds(plan.house_rules.hunt_odds), fetch)
