"""What glass that is there carries as far as the need goes, be it less than is asked."""

from dataclasses import dataclass, replace

from passerelle.core.light.modules import EndError

from .laying import strands_together
from .need import SiteNeed, rates
from .options import cured, works
from .ways import applications, circuits, there_already
from .world import World


@dataclass(frozen=True, slots=True)
class There:
    """The fastest that works on the glass that is there. gbps None: nothing of the tables does."""

    fiber: str
    gbps: float | None
    application: str | None


def carries_there(need: SiteNeed, world: World) -> There | None:
    """For a need that names glass that is there; None where it names none."""
    if need.existing is None:
        return None
    for rate in sorted(rates(), reverse=True):
        asked = replace(need, rate_gbps=rate, growth_gbps=None, growth_by=None)
        for application in applications(rate):
            link = there_already(asked, world, application, need.existing)
            at_hand = need.strands_at_hand
            if at_hand is not None and strands_together(circuits(link, need.circuits)) > at_hand:
                continue
            try:
                if works(cured(link, world)):
                    return There(need.existing, rate, application.name)
            except EndError:
                continue
    return There(need.existing, None, None)
