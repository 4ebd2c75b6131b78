"""What stands at the ends of a need: the device that takes it, or what has to be bought for it."""

from dataclasses import dataclass

from passerelle.core.plan.devices import Device
from passerelle.core.words import counted

from .hub import free_cages
from .need import NO_CAGE, SiteNeed
from .prices import Counted
from .world import World

SMALL_JACKS, SMALL_CAGES = 8, 2
"""Of the small switches of the price book."""


@dataclass(frozen=True, slots=True)
class Outfit:
    """A box that takes the need where no cage is there. room : devices more that find a jack.

    total : None: no price. in_bill : the bill of the options counts it already.
    """

    what: str
    total: float | None
    room: int
    gives_power: bool
    in_bill: bool


@dataclass(frozen=True, slots=True)
class AtEnd:
    """What stands at one end. certain : what takes the need there is known and has room.

    room : ports that are left after it; None: not known. outfits : what could be bought there.
    """

    place: str
    said: str
    certain: bool
    room: int | None
    outfits: tuple[Outfit, ...] = ()


def at_ends(need: SiteNeed, world: World) -> tuple[AtEnd, AtEnd]:
    """Both ends of a need; only the far one is asked for power."""
    a = _at_end(need.a_place, need.cage_a, need.device_a, need, world, far=False)
    b = _at_end(need.b_place, need.cage_b, need.device_b, need, world, far=True)
    return a, b


def _at_end(
    place: str, cage: str | None, name: str | None, need: SiteNeed, world: World, *, far: bool
) -> AtEnd:
    device = world.devices.get(name) if name is not None else None
    if device is not None and any(group.cage is not None for group in device.ports):
        return _into(place, device, need, world)
    if cage == NO_CAGE or device is not None:
        powered = far and need.draw_w is not None
        why = f"{device.name} has jacks alone" if device is not None else "no cage is there"
        said = f"{why}: a converter or a switch has to stand between."
        return AtEnd(place, said, False, None, _boxes(need, world, powered=powered))
    if cage is not None:
        said = f"into {cage} cages; which device has them, and how many are free, is not recorded."
        return AtEnd(place, said, False, None)
    said = "what it plugs into is not recorded: name the device or its cage."
    return AtEnd(place, said, False, None)


def _into(place: str, device: Device, need: SiteNeed, world: World) -> AtEnd:
    """The module goes straight into the device, where it has cages of that speed left."""
    if any(group.cage is not None and not group.speeds_gbps for group in device.ports):
        said = f"straight into {device.name}; whether its cages run that speed is not recorded."
        return AtEnd(place, said, False, None)
    free = sum(n for rates, n in free_cages(device, world) if need.rate_gbps in rates)
    left = free - need.circuits
    if left < 0:
        said = f"{device.name} has {counted(free, 'cage')} of that speed free, of {need.circuits}."
        return AtEnd(place, said, False, None, _boxes(need, world, powered=False))
    said = f"the module goes straight into {device.name}; {left} more of that speed stay free."
    return AtEnd(place, said, True, left)


def _boxes(need: SiteNeed, world: World, *, powered: bool) -> tuple[Outfit, ...]:
    """Converter or small switch, with or without power for what hangs on it, the cheapest first."""
    wanted: list[tuple[str, tuple[str, ...], int, bool, bool]] = [
        ("converter", ("converter",), 0, False, True),
        ("small switch", ("switch 8",), SMALL_JACKS - need.circuits, False, False),
    ]
    if powered:
        wanted += [
            ("converter and injector", ("converter", "injector"), 0, True, False),
            ("small switch with powered jacks", ("switch 8 powered",), SMALL_JACKS - need.circuits,
             True, False),
        ]  # fmt: skip
    found = []
    for what, keys, room, gives_power, in_bill in wanted:
        if "switch" in what and need.circuits > SMALL_CAGES:
            continue
        bill = Counted(world.book)
        for key in keys:
            bill.buy(key, 1 if key.startswith("switch") else need.circuits)
        total = bill.bill().total(world.book)
        found.append(Outfit(what, total, room, gives_power, in_bill))
    return tuple(sorted(found, key=lambda one: (one.total is None, one.total or 0)))
