"""Needs: who wants what between where, kept while they are half said, until they are built."""

from dataclasses import dataclass
from typing import Annotated, ClassVar, Final, Literal

from annotated_types import Ge, Gt, Le, Len

from .backbone import LinkName
from .fields import Date, Metres, Name, Names, RateGbps, Text, Thing, Watts, Word

WANTED: Final = "wanted"
CHOSEN: Final = "chosen"
BUILT: Final = "built"
State = Literal["wanted", "chosen", "built"]
PlaceWord = Annotated[Name, Names("place", or_table=True)]
"""A place of the plan, or one that comes into it when the need is taken."""


@dataclass(frozen=True, slots=True)
class PlannedNeed(Thing):
    """What is wanted, as far as it is said; None: not said yet. [m, Gb/s, W]

    redundant : two routes are wanted; redundant_m : the length of the second.
    end_a, end_b : `cage:SFP+`, `none` for a converter; a device has a key of its own.
    wanted_by : until when; asked_by : whose need it is.
    key : the option that was chosen. links, copper : what stands in the plan for it.
    built : since when it is there.
    """

    KIND: ClassVar = "need"

    name: Name
    a_place: PlaceWord | None = None
    b_place: PlaceWord | None = None
    distance_m: Metres | None = None
    rate_gbps: RateGbps | None = None
    growth_gbps: RateGbps | None = None
    growth_by: Annotated[int, Ge(1900), Le(3000)] | None = None
    circuits: Annotated[int, Ge(1), Le(48)] = 1
    redundant: bool = False
    redundant_m: Metres | None = None
    strands_at_hand: Annotated[int, Ge(1), Le(6912)] | None = None
    cage_a: Word | None = None
    cage_b: Word | None = None
    device_a: Annotated[Name, Names("device")] | None = None
    device_b: Annotated[Name, Names("device")] | None = None
    same_rack: bool = False
    outdoors: bool = False
    surroundings: Annotated[tuple[Word, ...], Len(0, 20)] = ()
    existing: Name | None = None
    budget: Word | None = None
    termination: Word | None = None
    panel_plug: Word | None = None
    service: Annotated[Name, Names("service")] | None = None
    draw_w: Annotated[float, Gt(0), Le(1000)] | None = None
    draw_peak_w: Watts | None = None
    wanted_by: Date | None = None
    asked_by: Name | None = None
    notes: Text | None = None
    key: Annotated[str, Len(1, 300)] | None = None
    links: Annotated[tuple[LinkName, ...], Len(0, 100)] = ()
    copper: Annotated[tuple[Annotated[Name, Names("copper")], ...], Len(0, 100)] = ()
    built: Date | None = None

    @property
    def state(self) -> State:
        """Wanted until something of the plan stands for it, then chosen; built once it is said."""
        if not self.links and not self.copper:
            return WANTED
        return BUILT if self.built is not None else CHOSEN
