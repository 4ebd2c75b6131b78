"""What many needs ask of the place that they share: ports, switches, panels, rack units."""

import math
from collections import defaultdict
from collections.abc import Hashable, Iterable
from dataclasses import dataclass

from passerelle.core.plan.devices import Device
from passerelle.core.plant.solver import solver
from passerelle.core.tables import STANDARD

from .need import SiteNeed
from .prices import Counted
from .world import World

ACCESS_PORTS = int(STANDARD.planning["switch_access_ports"])
UPLINKS = int(STANDARD.planning["switch_uplinks"])
PANEL_POSITIONS = int(STANDARD.planning["panel_positions"])
SWITCH, PANEL = "switch 24", "panel 24"


@dataclass(frozen=True, slots=True)
class Hub:
    """Counted at a place. ports : wanted; free : at devices that are there and run the speed.

    switches : the least number more; uplinks : ports that those take at the switch above them.
    positions : of duplex plugs on panels; panels, rack_units : more. total : None: no price.
    """

    place: str
    ports: int
    free: int
    switches: int
    uplinks: int
    positions: int
    panels: int
    rack_units: int
    total: float | None


def hub(place: str, needs: Iterable[SiteNeed], world: World) -> Hub:
    """Count what the needs that start or end at a place ask of it."""
    by_rate: dict[float, int] = {}
    for need in needs:
        ends = (need.a_place == place) + (need.b_place == place)
        by_rate[need.rate_gbps] = by_rate.get(need.rate_gbps, 0) + ends * need.circuits
    ports = sum(by_rate.values())
    missing, free = _missing(place, by_rate, world)
    switches = math.ceil(missing / ACCESS_PORTS)
    panels = math.ceil(ports / PANEL_POSITIONS)
    counted = Counted(world.book)
    if switches:
        counted.buy(SWITCH, switches)
    if panels:
        counted.buy(PANEL, panels)
    total = counted.bill().total(world.book)
    return Hub(place, ports, free, switches, switches * UPLINKS, ports, panels,
               switches + panels, total)  # fmt: skip


def _missing(place: str, by_rate: dict[float, int], world: World) -> tuple[int, int]:
    """Ports that no device there has free, and the free ones that run one of the speeds."""
    there = [one for one in world.devices.values() if one.place == place]
    free = [group for one in there for group in free_cages(one, world)]
    useful = sum(count for rates, count in free if any(rate in rates for rate in by_rate))
    return sum(by_rate.values()) - _seated(by_rate, free), useful


def _seated(by_rate: dict[float, int], free: list[tuple[tuple[float, ...], int]]) -> int:
    """The most ports that the free ones give: each speed in ports that run it, none taken twice.

    A transport problem: its best answer is in whole numbers.
    """
    made = solver()
    seats = {
        (rate, at): made.addVariable(lb=0.0)
        for rate in by_rate
        for at, (rates, _) in enumerate(free)
        if rate in rates
    }
    if not seats:
        return 0
    for rate, wanted in by_rate.items():
        made.addConstr(made.qsum(x for (r, _), x in seats.items() if r == rate) <= wanted)
    for at, (_, count) in enumerate(free):
        made.addConstr(made.qsum(x for (_, g), x in seats.items() if g == at) <= count)
    made.maximize(made.qsum(seats.values()))
    reached: float = made.getObjectiveValue()
    return round(reached)


def free_cages(device: Device, world: World) -> list[tuple[tuple[float, ...], int]]:
    """Cages of a device by the speeds that are recorded for them, with how many are free.

    Lanes of one port take one. Where a link names its device and not its ports, what it takes comes
    off the slowest first.
    """
    only = device.ports[0].name if len(device.ports) == 1 else None
    taken: dict[str | None, set[Hashable]] = defaultdict(set)
    for link in world.plant.links:
        for name, (where, number) in zip(link.devices, link.ports, strict=True):
            if name == device.name:
                taken[where or only].add(link.key if number is None else number)
    loose = len(taken[None])
    groups = [g for g in device.ports if g.cage is not None and g.speeds_gbps and not g.uplink]
    found = []
    for group in sorted(groups, key=lambda one: max(one.speeds_gbps)):
        left = max(0, group.count - len(taken[group.name]))
        gone = min(loose, left)
        loose -= gone
        found.append((group.speeds_gbps, left - gone))
    return found
