"""Speed of choosing: all options for one need, and many needs one after the other."""

from collections.abc import Callable

from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.options import find
from passerelle.core.choice.ranking import ranked
from passerelle.core.choice.schools import schools
from passerelle.core.choice.world import World

Timed = Callable[..., float]


def choice_figures(timed: Timed) -> dict[str, float]:
    """Options for one need, and for five hundred, with growth."""
    world = World()
    one = SiteNeed("a", "b", 240.0, 10.0, growth_gbps=100.0)
    two = SiteNeed("a", "b", 240.0, 10.0, growth_gbps=100.0, redundant_m=400.0, circuits=4)
    many = [SiteNeed("a", "b", 30.0 + 7 * n, 10.0, growth_gbps=100.0) for n in range(500)]
    return {
        "all options for one need, ms": 1000 * timed(lambda: ranked(find(one, world)), 9),
        "all options on two routes, four circuits, ms": 1000
        * timed(lambda: ranked(find(two, world)), 5),
        "cost of every school, ms": 1000 * timed(lambda: schools(one, world), 3),
        "options for 500 needs, s": timed(lambda: [ranked(find(n, world)) for n in many], 1),
    }
