"""Where a cable that is longer than any drum can be joined: places on its way."""

from passerelle.core.plan.backbone import Cable
from passerelle.core.plant.model import Plant


def joint_places(plant: Plant, cable: Cable, longest_m: float) -> list[tuple[str, float]] | None:
    """The fewest joints that keep every piece within a drum: place and metres of route from a.

    Each joint is at the last place that a piece still reaches, so that no other choice needs
    fewer. None where no route is recorded, or a stretch between two places is longer than a drum.
    Slack is not in it: leave some at each joint. [m]
    """
    at_m, here, last = 0.0, cable.a, 0.0
    stops: list[tuple[str, float]] = []
    for pathway, forward in plant.steps(cable):
        start, end = (pathway.a, pathway.b) if forward else (pathway.b, pathway.a)
        if start != here:
            return None
        at_m += pathway.length_m
        here = end
        stops.append((end, at_m))
    if not stops or here != cable.b:
        return None
    found: list[tuple[str, float]] = []
    reached: tuple[str, float] | None = None
    for place, m in stops:
        if m - last > longest_m:
            if reached is None or m - reached[1] > longest_m:
                return None
            found.append(reached)
            last = reached[1]
        reached = (place, m)
    return found
