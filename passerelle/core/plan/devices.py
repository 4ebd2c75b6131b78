"""Devices and their ports: what an end of a link plugs into.

What is recorded at the end itself goes before what its device says, and both may be silent: then
nothing is known and nothing is assumed.
"""

import re
from dataclasses import dataclass
from typing import Annotated, ClassVar, Final, Literal, get_args

from annotated_types import Ge, Le, Len, Predicate

from .fields import (
    CageName,
    Described,
    Name,
    Names,
    PlaceName,
    PortNumber,
    PowerClass,
    RateGbps,
    Surroundings,
    Text,
    Thing,
    Watts,
    Word,
)
from .lightpath import Lane

INDOOR: Final = "indoor"
UNHEATED: Final = "unheated"
OUTDOOR: Final = "outdoor"


FecKind = Literal["none", "base-r", "rs528", "rs544"]
FEC_KINDS: tuple[str, ...] = get_args(FecKind)


MOST_PORTS = 1000
Foreign = Literal["taken", "up to a speed", "after a setting", "refused"]
"""What a port makes of modules that are coded for another maker."""
Bundle = Literal["aggregated", "standby"]
"""What several links between the same two devices are to each other."""
Mounting = Literal["rack", "wall", "rail", "pole", "desk", "card"]
Celsius = Annotated[float, Ge(-80), Le(120)]


def _protection(text: str) -> bool:
    if not re.fullmatch(r"IP[0-6X][0-9X]", text):
        raise ValueError(f"{text[:20]!r} is not a protection class; write it as on the plate: IP66")
    return True


@dataclass(frozen=True, slots=True)
class PortGroup(Thing):
    """Ports of a device that are alike.

    cage : None: jacks for twisted pair. speeds_gbps : what a port can be set to; empty where it is
    not recorded. [Gb/s]
    settable : False for a plain converter, whose rate cannot be set.
    uplink : these ports carry what all the others bring.
    power_class : of the power that jacks give; None: not recorded; powered False: they give none.
    foreign : what they make of modules coded for another maker; foreign_to_gbps : up to which rate.
    """

    name: Name
    cage: CageName | None = None
    count: Annotated[int, Ge(1), Le(MOST_PORTS)] = 1
    speeds_gbps: Annotated[tuple[RateGbps, ...], Len(0, 20)] = ()
    settable: bool | None = None
    uplink: bool = False
    powered: bool | None = None
    power_class: PowerClass | None = None
    foreign: Foreign | None = None
    foreign_to_gbps: RateGbps | None = None


@dataclass(frozen=True, slots=True)
class Device(Thing):
    """A switch, converter, camera or instrument with its port groups.

    own_coding_only : accepts only modules coded for its maker. coding : what that coding is called.
    surroundings : indoor, unheated or outdoor: where it stands.
    sort : a kind of the table of devices, whose typical figures stand in where none are recorded.
    draw_w, draw_peak_w : what it takes, usually and at its peak. gives_w : what all its powered
    ports may give together. [W] supply : what feeds it, where several share it.
    protection : against dust and water (IEC 60529). coldest_c, hottest_c : what it is made for.
    inside : the device that it is part of or sits in. sheet : the document of these figures.
    """

    KIND: ClassVar = "device"

    name: Name
    ports: Annotated[tuple[PortGroup, ...], Len(1, 50)]
    place: PlaceName | None = None
    own_coding_only: bool | None = None
    coding: Name | None = None
    surroundings: Surroundings | None = None
    sort: Name | None = None
    draw_w: Watts | None = None
    draw_peak_w: Watts | None = None
    gives_w: Watts | None = None
    supply: Name | None = None
    mounting: Mounting | None = None
    rack_units: Annotated[int, Ge(1), Le(60)] | None = None
    protection: Annotated[Word, Predicate(_protection)] | None = None
    coldest_c: Celsius | None = None
    hottest_c: Celsius | None = None
    inside: Annotated[Name, Names("device")] | None = None
    sheet: Text | None = None

    def group(self, name: str | None) -> PortGroup | None:
        """A port group by its name; the only one where none is named."""
        if name is None:
            return self.ports[0] if len(self.ports) == 1 else None
        return next((group for group in self.ports if group.name == name), None)


@dataclass(frozen=True, slots=True)
class Port(Described):
    """The port that an end plugs into, as recorded at the end. None is not recorded.

    settable : False for a plain converter, whose rate cannot be set.
    set_gbps : the rate that the port is set to now. [Gb/s]
    own_coding_only, surroundings : as for the device.
    fec : forward error correction as it is set: off or on, or the kind that it is set to.
    group, number : the device's port group, and the port's number in it, from 1.
    split : whether the port is set to run its lanes as ports of their own.
    lane : the lane that this link is, from 1, where the port is split.
    bundle : what the port is set to where several links join the same two devices.
    """

    settable: bool | None = None
    set_gbps: RateGbps | None = None
    own_coding_only: bool | None = None
    surroundings: Surroundings | None = None
    fec: bool | FecKind | None = None
    group: Name | None = None
    number: PortNumber | None = None
    split: bool | None = None
    lane: Lane | None = None
    bundle: Bundle | None = None


@dataclass(frozen=True, slots=True)
class Spare(Thing):
    """Modules on the shelf. `type` is the application with its form, or an own module's name.

    coding : what they are coded for, as the devices call it; None: for none in particular.
    """

    KIND: ClassVar = "spare"

    type: Annotated[Name, Names("own part", or_table=True)]
    count: Annotated[int, Ge(0), Le(10_000)]
    coding: Name | None = None


@dataclass(frozen=True, slots=True)
class PortFacts:
    """What is known of the port at an end, from the end and its device together."""

    cage: str | None
    speeds_gbps: tuple[float, ...]
    settable: bool | None
    own_coding_only: bool | None
    surroundings: str | None
    group: PortGroup | None = None


def facts(port: Port, cage: str | None, device: Device | None) -> PortFacts:
    """Put an end's own record and its device's together."""
    if device is None:
        return PortFacts(cage, (), port.settable, port.own_coding_only, port.surroundings)
    group = device.group(port.group)
    settable, own = port.settable, port.own_coding_only
    return PortFacts(
        cage=cage or (group.cage if group else None),
        speeds_gbps=group.speeds_gbps if group else (),
        settable=settable if settable is not None or group is None else group.settable,
        own_coding_only=device.own_coding_only if own is None else own,
        surroundings=port.surroundings or device.surroundings,
        group=group,
    )
