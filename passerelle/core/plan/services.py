"""Services: what runs over several devices and links, from what sends to what takes it."""

from dataclasses import dataclass
from typing import Annotated, ClassVar

from annotated_types import Len

from .backbone import LinkName
from .fields import Described, Name, Names, RateGbps, Text, Thing

MOST_STEPS = 40


@dataclass(frozen=True, slots=True)
class Step(Described):
    """One step of a service: a device, a link or a copper run of the plan, or what others give.

    other : a provider, a radio hop, a program: anything that the plan does not hold.
    gbps : what it passes, where a person states it; of a link or a run its speed counts, too.
    [Gb/s]
    """

    device: Annotated[Name, Names("device")] | None = None
    link: LinkName | None = None
    copper: Annotated[Name, Names("copper")] | None = None
    other: Name | None = None
    gbps: RateGbps | None = None

    @property
    def named(self) -> tuple[str, ...]:
        """What it names; empty where nobody said what the step is."""
        said = (self.device, self.link, self.copper, self.other)
        return tuple(one for one in said if one is not None)


@dataclass(frozen=True, slots=True)
class Service(Thing):
    """What crosses the plan: a camera to its recorder, an uplink to a provider.

    steps : in the order that it passes them. sends_gbps : what it sends at most; None: not known.
    """

    KIND: ClassVar = "service"

    name: Name
    steps: Annotated[tuple[Step, ...], Len(1, MOST_STEPS)]
    sends_gbps: RateGbps | None = None
    notes: Text | None = None
