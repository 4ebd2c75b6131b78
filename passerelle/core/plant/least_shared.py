"""The two routes that share least, exactly: as a mixed-integer program, for plants up to a size.

    minimise   Σ length · both(e) over pathways of no trench  +  Σ shared(t) over trenches
    both(e)   ≥ use₁(e) + use₂(e) − 1
    shared(t) = the smaller of what either route has in the trench

each route being one unit of flow from the first place to the second. A hair of the routes' own
lengths is added, so that no rounds are walked.
"""

from collections import defaultdict
from typing import Any

from passerelle.core.plan.backbone import Pathway

from .model import Plant
from .solver import is_proved
from .solver import solver as exact

MOST_PATHWAYS = 400
"""Above it a search of this sort may take long; the routes are then not proved."""
HAIR = 1e-6


def least_shared(plant: Plant, a: str, b: str) -> tuple[list[str], list[str]] | None:
    """Pathways of two routes from a to b with the fewest shared metres, each in the order walked.

    None where the plant is too large, or the solver gives no proof.
    """
    ways = [way for way in plant.pathways.values() if way.a != way.b]
    if len(ways) > MOST_PATHWAYS:
        return None
    solver = exact()
    flows = [_flow(solver, ways, a, b) for _ in range(2)]
    cost: list[Any] = [HAIR * way.length_m * (f + g) for flow in flows
                       for way, f, g in zip(ways, *flow, strict=True)]  # fmt: skip
    used = [[f + g for f, g in zip(*flow, strict=True)] for flow in flows]
    trenches: dict[str, list[int]] = defaultdict(list)
    for at, way in enumerate(ways):
        if way.lies_in:
            trenches[way.lies_in].append(at)
            continue
        both = solver.addVariable(lb=0.0)
        solver.addConstr(both >= used[0][at] + used[1][at] - 1)
        cost.append(way.length_m * both)
    for inside in trenches.values():
        most = sum(ways[at].length_m for at in inside)
        shared, which = solver.addVariable(lb=0.0), solver.addBinary()
        for route, slack in ((0, which), (1, 1 - which)):
            laid = solver.qsum(ways[at].length_m * used[route][at] for at in inside)
            solver.addConstr(shared >= laid - most * slack)
        cost.append(1.0 * shared)
    solver.minimize(solver.qsum(cost))
    if not is_proved(solver):
        return None
    routes = [_walked(solver, ways, flow, a, b) for flow in flows]
    first, second = routes
    return None if first is None or second is None else (first, second)


def _flow(solver: Any, ways: list[Pathway], a: str, b: str) -> tuple[list[Any], list[Any]]:
    """A unit of flow from a to b, forwards and backwards through each pathway."""
    forward = [solver.addBinary() for _ in ways]
    back = [solver.addBinary() for _ in ways]
    out: dict[str, list[Any]] = defaultdict(list)
    for way, f, g in zip(ways, forward, back, strict=True):
        out[way.a] += [f, -1.0 * g]
        out[way.b] += [g, -1.0 * f]
        solver.addConstr(f + g <= 1)
    for place, terms in out.items():
        net = 1.0 if place == a else -1.0 if place == b else 0.0
        solver.addConstr(solver.qsum(terms) == net)
    return forward, back


def _walked(
    solver: Any, ways: list[Pathway], flow: tuple[list[Any], list[Any]], a: str, b: str
) -> list[str] | None:
    """The pathways of a solved flow, from a on; None where it does not lead to b."""
    leads: dict[str, list[tuple[str, str]]] = defaultdict(list)
    for way, f, g in zip(ways, *flow, strict=True):
        if solver.val(f) > 0.5:
            leads[way.a].append((way.name, way.b))
        if solver.val(g) > 0.5:
            leads[way.b].append((way.name, way.a))
    names, here = [], a
    while here != b:
        if not leads[here]:
            return None
        name, here = leads[here].pop()
        names.append(name)
    return names
