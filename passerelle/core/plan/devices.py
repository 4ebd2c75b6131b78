"""Devices and their ports: what an end of a link plugs into.

What is recorded at the end itself goes before what its device says, and both may be silent: then
nothing is known and nothing is assumed.
"""

from dataclasses import dataclass
from typing import Annotated, ClassVar, Final, Literal, get_args

from annotated_types import Ge, Le, Len

from .fields import (
    CageName,
    Described,
    Name,
    Names,
    PlaceName,
    PortNumber,
    RateGbps,
    Surroundings,
    Thing,
)
from .lightpath import Lane

INDOOR: Final = "indoor"
UNHEATED: Final = "unheated"
OUTDOOR: Final = "outdoor"


FecKind = Literal["none", "base-r", "rs528", "rs544"]
FEC_KINDS: tuple[str, ...] = get_args(FecKind)


@dataclass(frozen=True, slots=True)
class PortGroup(Thing):
    """Ports of a device that are alike.

    speeds_gbps : what a port can be set to; empty where it is not recorded. [Gb/s]
    settable : False for a plain converter, whose rate cannot be set.
    uplink : these ports carry what all the others bring.
    """

    name: Name
    cage: CageName
    count: PortNumber
    speeds_gbps: Annotated[tuple[RateGbps, ...], Len(0, 20)] = ()
    settable: bool | None = None
    uplink: bool = False


@dataclass(frozen=True, slots=True)
class Device(Thing):
    """A switch, converter or instrument with its port groups.

    own_coding_only : accepts only modules coded for its maker.
    surroundings : indoor, unheated or outdoor: where it stands.
    """

    KIND: ClassVar = "device"

    name: Name
    ports: Annotated[tuple[PortGroup, ...], Len(1, 50)]
    place: PlaceName | None = None
    own_coding_only: bool | None = None
    surroundings: Surroundings | None = None

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


@dataclass(frozen=True, slots=True)
class Spare(Thing):
    """Modules on the shelf. `type` is the application with its form, or an own module's name."""

    KIND: ClassVar = "spare"

    type: Annotated[Name, Names("own part", or_table=True)]
    count: Annotated[int, Ge(0), Le(10_000)]


@dataclass(frozen=True, slots=True)
class PortFacts:
    """What is known of the port at an end, from the end and its device together."""

    cage: str | None
    speeds_gbps: tuple[float, ...]
    settable: bool | None
    own_coding_only: bool | None
    surroundings: str | None


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
    )
