"""Speed that a service cannot use is not sold: the least that is enough for it."""

from dataclasses import dataclass

from passerelle.core.judge.services import speed

from .need import SiteNeed, rates
from .world import World


@dataclass(frozen=True, slots=True)
class Enough:
    """A speed of the table that is enough for the need's service, and why. [Gb/s]"""

    gbps: float
    said: str


def enough(need: SiteNeed, world: World) -> Enough | None:
    """The least speed that carries what the service can use; None where the need asks no more."""
    asked = world.services.get(need.service or "")
    useful = asked.useful_gbps if asked is not None else None
    if asked is None or useful is None:
        return None
    least = next((rate for rate in rates() if rate >= useful), None)
    if least is None or least >= need.rate_gbps:
        return None
    if asked.sends == useful:
        why = f"{need.service} sends {speed(useful)}"
    else:
        step = asked.least.name if asked.least is not None else ""
        why = f"{step}, a step of {need.service}, passes {speed(useful)}"
    return Enough(least, f"{why}: {speed(least)} is enough here, and more brings it nothing.")
