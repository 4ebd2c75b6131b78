"""What is possible: how far each glass carries each speed, by the chosen house rules."""

from dataclasses import dataclass
from functools import lru_cache

from passerelle.core.judge.check import TIGHT, WORKS
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.remedies.proposal import Need, propose
from passerelle.core.tables import STANDARD, Application

from .need import MOST_M, rates
from .options import cured
from .ways import applications
from .world import World

GLASS = ("OM1", "OM2", "OM3", "OM4", "OM5", "OS2")
LEAST_M = 1.0
SHORTER = 1.35


@dataclass(frozen=True, slots=True)
class Possible:
    """How far a glass carries a speed, and with which application. [m]"""

    rate_gbps: float
    fiber: str
    most_m: float
    application: str


def _works(application: Application, fiber: str, distance_m: float, world: World) -> bool:
    link = propose(Need("a", "b", application.name, distance_m, fiber), world.rules)
    return cured(link, world).verdict in (WORKS, TIGHT)


def _farthest(application: Application, fiber: str, world: World) -> float | None:
    """The longest distance that works, to half a percent; None where not even the shortest does."""
    row = next(
        (r for r in application.reach if r.fiber == STANDARD.fibers[fiber].application_row), None
    )
    if row is None or row.m is None:
        return None
    most = min(row.m, MOST_M)
    # Near by a strong module may overload the receiver: so the search comes from far away.
    high, low = most * SHORTER, most
    while not _works(application, fiber, low, world):
        high, low = low, low / SHORTER
        if low < LEAST_M:
            return None
    while high - low > 0.005 * high and low < most:
        middle = (low + high) / 2
        if _works(application, fiber, middle, world):
            low = middle
        else:
            high = middle
    return low


@lru_cache(maxsize=8)
def possible(rules: HouseRules) -> tuple[Possible, ...]:
    """For every speed and glass the farthest distance, and the application that reaches it."""
    world = World(rules=rules)
    found = []
    for rate in rates():
        for fiber in GLASS:
            best: tuple[float, str] | None = None
            for application in applications(rate):
                far = _farthest(application, fiber, world)
                if far is not None and (best is None or far > best[0]):
                    best = (far, application.name)
            if best is not None:
                found.append(Possible(rate, fiber, best[0], best[1]))
    return tuple(found)
