"""What speaks against a way that works: house rules that it breaks, and what it gives up."""

from passerelle.core.judge.check import LinkCheck
from passerelle.core.plan.house_rules import ON_PANELS

from .bill import Taken
from .need import SiteNeed
from .world import World

PANELS_FIRST = "The plan ends its cables on panels"
GIVEN_UP = (
    "nothing can be re-patched: a device that moves takes a new cable",
    "a damaged plug costs the whole cable",
    "no strand of it is spare",
)
"""Of a cable that goes from device to device."""


def not_followed(
    ways: tuple[Taken, ...], checks: list[LinkCheck], need: SiteNeed, world: World
) -> tuple[str, ...]:
    """House rules that links do not follow: those of the check; ends on panels, but in a rack."""
    every = [f.rule.title for c in checks for f in c.findings if f.rule.id.startswith("house.")]
    straight = any(way.laid is not None and way.laid.plugged_in for way in ways)
    if straight and not need.same_rack and world.rules.cable_ends == ON_PANELS:
        every.append(PANELS_FIRST)
    return tuple(dict.fromkeys(every))
