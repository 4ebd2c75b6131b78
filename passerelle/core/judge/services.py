"""service.slowest, port.oversubscribed: what services ask of their way, and of uplinks."""

from collections import defaultdict
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from passerelle.core.plan.beside import CopperRun
from passerelle.core.plan.devices import Device
from passerelle.core.plan.services import Service, Step

from .findings import Finding, finding
from .rules import WARN

UNSAID = "a step that nobody named"


@dataclass(frozen=True, slots=True)
class Passed:
    """A step of a service and what it passes; None: not recorded. [Gb/s]"""

    name: str
    gbps: float | None
    is_line: bool


@dataclass(frozen=True, slots=True)
class Ground:
    """What services cross. links : speed of each, by name. [Gb/s]"""

    links: Mapping[str, float]
    runs: Mapping[str, CopperRun]
    devices: Mapping[str, Device]


def passed(step: Step, ground: Ground) -> Passed:
    """What a step passes: a line its speed, a device no more than its fastest port. [Gb/s]

    Anything less where a person states less.
    """
    line = ground.links.get(step.link or "")
    if step.copper is not None and step.copper in ground.runs:
        line = ground.runs[step.copper].rate_gbps
    port = _fastest(ground.devices.get(step.device or ""))
    known = [gbps for gbps in (line, port, step.gbps) if gbps is not None]
    name = next(iter(step.named), UNSAID)
    return Passed(name, min(known, default=None), line is not None)


def _fastest(device: Device | None) -> float | None:
    """The fastest port of a device; None where a group's speeds are not recorded. [Gb/s]"""
    if device is None or not all(group.speeds_gbps for group in device.ports):
        return None
    return max(speed for group in device.ports for speed in group.speeds_gbps)


def way(service: Service, ground: Ground) -> list[Passed]:
    """Every step of a service with what it passes."""
    return [passed(step, ground) for step in service.steps]


def slowest(steps: Iterable[Passed]) -> Passed | None:
    """The step that passes least, of those that are recorded; None where none is."""
    known = [one for one in steps if one.gbps is not None]
    return min(known, key=lambda one: one.gbps or 0.0, default=None)


@dataclass(frozen=True, slots=True)
class Asked:
    """What a service asks of a line on its way. sends : None: not known. [Gb/s]

    least : the slowest of its steps that are no lines: a line is what a need may replace.
    """

    sends: float | None
    least: Passed | None

    @property
    def useful_gbps(self) -> float | None:
        """More than this it cannot use: what it sends, where its slowest step passes it."""
        known = [self.sends, self.least.gbps if self.least is not None else None]
        return min((one for one in known if one is not None), default=None)


def asked(service: Service, ground: Ground) -> Asked:
    """What a service asks of any line on its way, by its other steps as they are recorded."""
    others = [one for one in way(service, ground) if not one.is_line]
    return Asked(service.sends_gbps, slowest(others))


def check_service(service: Service, steps: list[Passed]) -> Finding:
    """The slowest step by name, what sends more than it passes, what is open on the way."""
    least = slowest(steps)
    open_ones = list(dict.fromkeys(one.name for one in steps if one.gbps is None))
    unsaid = f" What {_listed(open_ones)} passes is not recorded." if open_ones else ""
    do = f"Ask what {_listed(open_ones)} passes." if open_ones else None
    if least is None or least.gbps is None:
        message = f"Of no step of {service.name} it is recorded what it passes."
        return finding("service.slowest", message, do=do)
    recorded = " of those recorded" if open_ones else ""
    message = f"The slowest step{recorded} of {service.name} is {least.name}: {speed(least.gbps)}."
    if service.sends_gbps is not None and service.sends_gbps > least.gbps:
        message = f"{service.name} sends {speed(service.sends_gbps)}. {message}"
        do = f"Send less, or replace {least.name}."
        return finding("service.slowest", message + unsaid, do=do, severity=WARN)
    faster = [one.name for one in steps if one.is_line and (one.gbps or 0) > least.gbps]
    if faster and not open_ones:
        message += f" More speed on {_listed(list(dict.fromkeys(faster)))} brings it nothing."
    return finding("service.slowest", message + unsaid, do=do)


def speed(gbps: float) -> str:
    """A speed as a sentence has it: in Mb/s below 1 Gb/s."""
    return f"{gbps:g} Gb/s" if gbps >= 1 else f"{gbps * 1000:g} Mb/s"


def _listed(names: list[str]) -> str:
    return names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}"


@dataclass(frozen=True, slots=True)
class Brought:
    """A line that ends at a port of a device. name : of the link or copper run. [Gb/s]"""

    device: str
    group: str | None
    name: str
    gbps: float


def sent(services: Iterable[Service]) -> dict[str, float]:
    """What services send over each line that they pass, where all of them say it. [Gb/s]"""
    on: dict[str, list[float | None]] = defaultdict(list)
    for service in services:
        for line in {name for step in service.steps for name in (step.link, step.copper) if name}:
            on[line].append(service.sends_gbps)
    return {
        line: sum(one for one in sends if one is not None)
        for line, sends in on.items()
        if None not in sends
    }


def from_runs(runs: Iterable[CopperRun]) -> list[Brought]:
    """The copper runs where they plug in, side by side as one."""
    return [
        Brought(end.device, end.group, run.name, run.rate_gbps * run.count)
        for run in runs
        for end in (run.end_a, run.end_b)
        if end is not None
    ]


def oversubscribed(
    brought: Iterable[Brought], devices: Mapping[str, Device], sends: Mapping[str, float]
) -> dict[str, Finding]:
    """Devices whose ports bring more than their uplinks carry, by the device's name.

    What services send counts; the speed of the port only where that is not known.
    """
    access: dict[str, list[tuple[float, bool]]] = defaultdict(list)
    uplinks: dict[str, float] = defaultdict(float)
    for one in brought:
        device = devices.get(one.device)
        group = device.group(one.group) if device else None
        if group is None:
            continue
        if group.uplink:
            uplinks[one.device] += one.gbps
        else:
            load = min(sends.get(one.name, one.gbps), one.gbps)
            access[one.device].append((load, one.name in sends))
    found = {}
    for name, loads in access.items():
        total, carried = sum(load for load, _ in loads), uplinks[name]
        if carried and total > carried:
            by_port = sum(not known for _, known in loads)
            which = "all" if by_port == len(loads) else f"{by_port} of {len(loads)}"
            how = f" ({which} counted by the speed of the port)" if by_port else ""
            message = (
                f"{name}: its ports bring {total:g} Gb/s{how}; the uplinks carry {carried:g}: "
                f"{total / carried:.1f} to 1."
            )
            found[name] = finding("port.oversubscribed", message)
    return found
