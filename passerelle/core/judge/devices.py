"""device.*: ports, power and protection of what stands at the ends, judged where it stands."""

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass

from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.plant.model import Plant
from passerelle.core.plant.standing import (
    Plugged,
    Standing,
    jacks,
    plugged,
    standing,
    surroundings,
)
from passerelle.core.tables.devices import ASKS, PlaceAsks
from passerelle.core.tables.site import POWER_CLASSES
from passerelle.core.words import counted, plural, quantity

from .about import DEVICE, About
from .findings import Finding, finding
from .rules import NOTE, STOP, WARN, Severity
from .sides import EXACT

READ_TEMPERATURES = "Read the operating temperatures on the type plate or the data sheet."


def check_devices(plant: Plant) -> list[About]:
    """Every device: its jacks and what they give, then what its place asks of it."""
    runs = plugged(plant)
    found = []
    for device in plant.devices.values():
        mine = runs.get(device.name, ())
        said = [*_jacks(device, mine), *_powered(plant, device, mine), *_stands(plant, device)]
        found += [About(DEVICE, device.name, one) for one in said]
    return found


def _jacks(device: Device, runs: tuple[Plugged, ...]) -> Iterator[Finding]:
    """A jack of the run's speed for every copper run, and each jack taken once."""
    groups = {group.name: group for group in jacks(device)}
    if runs and not groups:
        count = sum(run.count for run in runs)
        message = f"{device.name} has no jack for twisted pair; {counted(count, 'run')} plugs in."
        message = message if count == 1 else message.replace(" plugs in", " plug in")
        yield finding("device.port-medium", message)
        return
    of = {run.run: _group_of(groups, run) for run in runs}
    for run in runs:
        group = of[run.run]
        if group is None and run.group is not None:
            message = f"{device.name} has no jacks “{run.group}”, where {run.run} plugs in."
            yield finding("device.port-medium", message)
        elif group is not None and group.speeds_gbps and run.rate_gbps not in group.speeds_gbps:
            listed = ", ".join(f"{speed:g}" for speed in group.speeds_gbps)
            message = (
                f"{run.run} runs {run.rate_gbps:g} Gb/s; {device.name}, “{group.name}”, runs "
                f"{listed}."
            )
            yield finding("device.port-medium", message)
    yield from _taken(device, groups, runs, of)


def _group_of(groups: dict[str, PortGroup], run: Plugged) -> PortGroup | None:
    """The jacks that a run is in: those that it names, or the only ones that there are."""
    if run.group is not None:
        return groups.get(run.group)
    return next(iter(groups.values())) if len(groups) == 1 else None


def _taken(
    device: Device,
    groups: dict[str, PortGroup],
    runs: tuple[Plugged, ...],
    of: dict[str, PortGroup | None],
) -> Iterator[Finding]:
    wanted = Counter[str]()
    seats = Counter[tuple[str, int]]()
    for run in runs:
        group = of[run.run]
        if group is None:
            continue
        wanted[group.name] += run.count
        if run.number is not None:
            seats[group.name, run.number] += 1
    for name, count in wanted.items():
        if count > groups[name].count:
            message = (
                f"{device.name}, “{name}”: {counted(groups[name].count, 'jack')} for "
                f"{counted(count, 'copper run')}."
            )
            yield finding("device.port-medium", message)
    for (name, number), times in seats.items():
        if times > 1:
            message = f"{device.name}, “{name}” {number}: {times} copper runs in one jack."
            yield finding("device.port-medium", message)
    loose = sum(run.count for run in runs if of[run.run] is None and run.group is None)
    every = sum(group.count for group in groups.values())
    if loose and sum(wanted.values()) + loose > every:
        message = (
            f"{device.name}: {counted(every, 'jack')} for "
            f"{counted(sum(wanted.values()) + loose, 'copper run')}."
        )
        yield finding("device.port-medium", message)


@dataclass(frozen=True, slots=True)
class _Fed:
    """A device that a jack feeds: its figures, and the jacks' group."""

    name: str
    known: Standing
    group: PortGroup | None

    @property
    def is_typical(self) -> bool:
        """Its draw is that of its kind: nothing stops on it."""
        return "draw_w" in self.known.typical


def _powered(plant: Plant, device: Device, runs: tuple[Plugged, ...]) -> Iterator[Finding]:
    groups = {group.name: group for group in jacks(device)}
    feeding = [run for run in runs if run.fed is not None]
    if not feeding or not groups:
        return
    silent = [group for group in groups.values() if group.powered is None and not group.power_class]
    giving = [group for group in groups.values() if group.powered or group.power_class]
    most = sum(group.count for group in giving)
    needed = sum(run.count for run in feeding)
    if needed > most:
        message = (
            f"{device.name} is to feed {counted(needed, 'device')} over pairs; "
            f"{counted(most, 'jack')} {plural(most, 'gives', 'give')} power."
        )
        if silent:
            message += " Whether the others do is not recorded."
        do = (
            "Read on the data sheet which jacks give power, and of which class." if silent else None
        )
        yield finding("device.power-ports", message, do=do, severity=WARN if silent else STOP)
    fed = [
        _Fed(run.fed, standing(plant.devices[run.fed]), _group_of(groups, run))
        for run in feeding
        if run.fed in plant.devices
    ]
    for one in fed:
        yield from _class(device, one)
    yield from _sum(device, fed)


def _class(device: Device, fed: _Fed) -> Iterator[Finding]:
    """What the class leaves at the far end, against what the device there takes."""
    usual, peak = fed.known.draw_w, fed.known.at_peak_w
    if usual is None or peak is None:
        message = f"What {fed.name} takes is not known; {device.name} is to feed it over a pair."
        do = "Read watts, usual and peak, on its type plate."
        yield finding("device.power-class", message, do=do, severity=WARN)
        return
    about = "typically takes" if fed.is_typical else "takes"
    name = fed.group.power_class if fed.group is not None else None
    if name is None:
        least = next((row for row in POWER_CLASSES.values() if row.device_w >= peak), None)
        needs = f"it needs class {least.name}" if least else "no class leaves that much"
        message = (
            f"The class of the power that {device.name} gives is not recorded; {fed.name} {about} "
            f"{peak:g} W at its peak: {needs}."
        )
        do = f"Read the class of its jacks on the data sheet of {device.name}."
        yield finding("device.power-class", message, do=do, severity=WARN)
        return
    left = POWER_CLASSES[name].device_w
    if peak <= left + EXACT:
        if fed.is_typical:
            message = (
                f"{device.name} gives class {name}, which leaves {left:g} W; {fed.name} {about} "
                f"{peak:g} W at its peak: nobody has read what it takes."
            )
            do = "Read watts, usual and peak, on its type plate."
            yield finding("device.power-class", message, do=do, severity=NOTE)
        return
    over = usual > left + EXACT
    when = "" if over else " at its peak"
    message = (
        f"{device.name} gives class {name}, which leaves {left:g} W; {fed.name} {about} "
        f"{usual if over else peak:g} W{when}."
    )
    severity: Severity = STOP if over and not fed.is_typical else WARN
    yield finding("device.power-class", message, severity=severity)


def _sum(device: Device, fed: list[_Fed]) -> Iterator[Finding]:
    """All that it feeds together, against what it gives; what the pairs lose comes on top."""
    own = standing(device)
    if own.gives_w is None:
        if len(fed) > 1:
            message = f"How much {device.name} gives over all its pairs together is not recorded."
            do = "Read it on the data sheet: the sum for all ports."
            yield finding("device.power-sum", message, do=do, severity=WARN)
        return
    usual = sum(one.known.draw_w or 0.0 for one in fed)
    peak = sum(one.known.at_peak_w or 0.0 for one in fed)
    if peak <= own.gives_w + EXACT:
        return
    over = usual > own.gives_w + EXACT
    sure = not any(one.is_typical for one in fed) and "gives_w" not in own.typical
    message = (
        f"{device.name} gives {own.gives_w:g} W in all; what it feeds takes {usual:g} W usually "
        f"and {peak:g} W at its peak, without what the pairs lose."
    )
    yield finding("device.power-sum", message, severity=STOP if over and sure else WARN)


def _stands(plant: Plant, device: Device) -> Iterator[Finding]:
    """What the place asks: temperatures, and protection against dust and water."""
    around = surroundings(plant, device)
    asks = ASKS.get(around or "")
    if asks is None or asks.surroundings == "indoor":
        return
    known = standing(device)
    yield from _temperature(device, known, asks, around or "")
    if asks.water:
        yield from _protection(device, known, asks, around or "")


def _temperature(
    device: Device, known: Standing, asks: PlaceAsks, around: str
) -> Iterator[Finding]:
    low, high = known.coldest_c, known.hottest_c
    if low is None or high is None:
        if not asks.open_air:
            return
        where = _in(around)
        message = f"{device.name} stands {where}; how cold and hot it may get is not recorded."
        yield finding("device.temperature", message, do=READ_TEMPERATURES)
        return
    typical = bool({"coldest_c", "hottest_c"} & known.typical)
    if low > asks.coldest_c or high < asks.hottest_c:
        made = "is typically made" if typical else "is made"
        message = (
            f"{device.name} {made} for {quantity(low, '°C')} to {quantity(high, '°C')}; "
            f"{_in(around)} {quantity(asks.coldest_c, '°C')} to {quantity(asks.hottest_c, '°C')} "
            "must be expected."
        )
        yield finding("device.temperature", message)
    elif typical and asks.open_air:
        message = (
            f"{device.name} stands {_in(around)}; what it is made for nobody has read: "
            f"{quantity(low, '°C')} to {quantity(high, '°C')} are typical of its kind."
        )
        yield finding("device.temperature", message, do=READ_TEMPERATURES)


def _protection(device: Device, known: Standing, asks: PlaceAsks, around: str) -> Iterator[Finding]:
    wanted = f"IP{asks.dust}{asks.water}"
    if known.protection is None:
        message = f"{device.name} stands {_in(around)}; its protection class is not recorded."
        do = f"Read the IP code on the type plate: {wanted} or better, or put it in a cabinet."
        yield finding("device.protection", message, do=do, severity=WARN)
        return
    typical = "protection" in known.typical
    dust, water = (0 if digit == "X" else int(digit) for digit in known.protection[2:])
    if dust < asks.dust or water < asks.water:
        message = (
            f"{device.name} is {'typically ' if typical else ''}{known.protection}; {_in(around)} "
            f"{wanted} is the least."
        )
        yield finding("device.protection", message, severity=WARN if typical else STOP)
    elif typical:
        message = (
            f"{device.name} stands {_in(around)}; its protection class nobody has read: "
            f"{known.protection} is typical of its kind."
        )
        do = f"Read the IP code on the type plate: {wanted} or better."
        yield finding("device.protection", message, do=do, severity=WARN)


def _in(around: str) -> str:
    """Where it stands, for a sentence."""
    return {
        "outdoor": "outdoors", "unheated": "where it is not heated", "wet": "in the wet",
        "salt": "in salt air",
    }.get(around, around)  # fmt: skip
