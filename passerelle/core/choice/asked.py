"""What a need of the plan does not say yet."""

from passerelle.core.plan.needs import PlannedNeed


def lacks(need: PlannedNeed) -> tuple[str, ...]:
    """What is not said yet, in words. Without a second route there are options for one alone."""
    found = []
    if (need.a_place is None) != (need.b_place is None):
        found.append("the other place")
    if need.distance_m is None:
        found.append("the length of the route")
    if need.rate_gbps is None:
        found.append("a speed")
    if need.redundant and need.redundant_m is None:
        found.append("the length of the second route")
    return tuple(found)
