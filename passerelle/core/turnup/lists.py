"""The bench list of a device and the list on site of a link, with what stands at each point."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from passerelle.core.judge.check import LinkCheck
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.light.modules import NO_PORT, End, Module
from passerelle.core.plan.ends import Side
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.turnup import TickFact
from passerelle.core.plant.asread import moment
from passerelle.core.tables.turnup import POINTS, PointRow, handling

from .net import AT, Net, node_of

PointState = Literal["done", "not needed", "open", "warn", "stop"]


@dataclass(frozen=True, slots=True)
class Point:
    """A point of a list. value : how it is planned; sub : what is known of it now.

    of : the device or place, of a point of its own. about : kind and id of what a tick is about.
    by_facts : its state comes from what was read.
    """

    row: PointRow
    value: str
    state: PointState
    about: tuple[Literal["device", "place", "link"], str]
    link: str | None = None
    end: Side | None = None
    sub: str = ""
    of: str = ""
    tick: TickFact | None = None
    by_facts: bool = False


@dataclass(frozen=True, slots=True)
class PortList:
    """The port at an end of a link, with its points."""

    link: str
    name: str
    end: Side
    port: str
    to: str
    points: tuple[Point, ...]


@dataclass(frozen=True, slots=True)
class BenchList:
    """What is set of a device before it leaves. about : None where the place is not recorded."""

    node: str
    recorded: bool
    about: tuple[Literal["device", "place"], str] | None
    points: tuple[Point, ...]
    ports: tuple[PortList, ...]

    @property
    def every(self) -> tuple[Point, ...]:
        """Points of the device and of its ports."""
        return (*self.points, *(one for port in self.ports for one in port.points))

    @property
    def done(self) -> int:
        """Points that want nothing more."""
        return sum(one.state in ("done", "not needed") for one in self.every)


Ticks = dict[tuple[str, str, str | None, Side | None], TickFact]


def ticks_of(facts: Facts) -> Ticks:
    """The last tick of each point, by point, id of what it is about, link and end."""
    told = (one for one in facts.standing if isinstance(one, TickFact))
    return {
        (f.point, f.about.id, f.link, f.end): f for f in sorted(told, key=lambda f: moment(f.at))
    }


Ports = dict[str, list[tuple[str, Side]]]
"""Link and end of each port, by the node that it is of."""


def ports_of(check: PlanCheck) -> Ports:
    """The ports of each device, and of each place where something stands that is not recorded."""
    ports: Ports = {}
    for link_id in check.alone:
        for end in ("a", "b"):
            side: Side = "a" if end == "a" else "b"
            node = node_of(check, link_id, side)
            if node is not None:
                ports.setdefault(node, []).append((link_id, side))
    return ports


def bench_list(
    check: PlanCheck, ticks: Ticks, net: Net, node: str, mine: list[tuple[str, Side]]
) -> BenchList:
    """The list of a device, or of what stands at a place without being recorded."""
    device = check.plan.devices.by_name.get(node)
    place = check.plan.places.by_name.get(node.removeprefix(AT))
    about: tuple[Literal["device", "place"], str] | None = None
    if device is not None:
        about = ("device", device.id)
    elif place is not None:
        about = ("place", place.id)
    points = []
    looped = any(key in net.looped for key, _ in mine)
    for row in POINTS:
        asked = row.when == "always" or (row.when == "loop" and looped) or (
            row.when == "only-way" and bool(net.way(node).only))  # fmt: skip
        if row.list == "bench" and row.by == "device" and asked and about is not None:
            tick = ticks.get((row.key, about[1], None, None))
            name = node.removeprefix(AT)
            points.append(Point(row, "", _state(tick), about, of=name, tick=tick))
    return BenchList(
        node.removeprefix(AT), device is not None, about, tuple(points),
        tuple(_port(check, ticks, net, key, end) for key, end in mine),
    )  # fmt: skip


def _state(tick: TickFact | None) -> PointState:
    return "open" if tick is None else tick.state


def _port(check: PlanCheck, ticks: Ticks, net: Net, key: str, end: Side) -> PortList:
    one = check.of(key)
    link = one.budget.link
    mine, other = (link.a, link.b) if end == "a" else (link.b, link.a)
    port = mine.port
    named = " ".join(
        text for text in (port.group or "", str(port.number) if port.number else "",
                          f"lane {port.lane}" if port.lane else "") if text
    )  # fmt: skip
    to = other.device.name if other.device is not None else other.place or "not recorded"
    return PortList(
        key, link.name, end, named or "port not recorded", to,
        tuple(port_points(one, end, ticks, in_bundle=key in net.parallel)),
    )  # fmt: skip


def port_points(
    one: LinkCheck, end: Side, ticks: Ticks, *, in_bundle: bool = False
) -> Iterator[Point]:
    """The points of a port on the bench, as planned."""
    at = 0 if end == "a" else 1
    link, module = one.budget.link, one.budget.modules[at]
    mine = link.a if end == "a" else link.b
    # Lanes of one split port are no bundle.
    laned = link.a.port.lane is not None or link.b.port.lane is not None
    said = {
        "speed": _speed(mine, module),
        "split": _split(mine, module),
        "fec": _fec(one, mine, module),
        "bundle": (mine.port.bundle or "not said yet: aggregated, or one stands by")
        if (in_bundle and not laned) or mine.port.bundle else None,
        "coding": _coding(mine),
    }  # fmt: skip
    for row in POINTS:
        value = said.get(row.key) if row.list == "bench" and row.by == "port" else None
        if value is not None:
            tick = ticks.get((row.key, link.id, link.id, end))
            yield Point(row, value, _state(tick), ("link", link.id), link.id, end, tick=tick)


def _speed(end: End, module: Module) -> str:
    wanted = f"{module.rate_gbps:g} Gb/s"
    if end.port.set_gbps is None or end.port.set_gbps == module.rate_gbps:
        return wanted
    return f"{wanted}, recorded as set to {end.port.set_gbps:g}"


def _split(end: End, module: Module) -> str | None:
    port = end.port
    if port.split or port.lane or module.parent:
        if not (port.split or port.lane):
            return None
        lane = f", this link is lane {port.lane}" if port.lane else ""
        return f"on{lane}"
    return "off: all lanes run as one" if module.lanes > 1 and port != NO_PORT else None


def _fec(one: LinkCheck, end: End, module: Module) -> str | None:
    told = end.port.fec
    asked = any(m.fec != "none" for m in one.budget.modules)
    if not asked and told is None:
        return None
    if "in PCS" in module.fec:
        return None
    return f"{module.fec}, the same at both ends"


def _coding(end: End) -> str | None:
    device = end.device
    only = end.port.own_coding_only or (device is not None and device.own_coding_only)
    if not only and end.coding != "other":
        return None
    named = f" for {device.coding}" if device is not None and device.coding else ""
    return f"module is coded{named}" if only else "module is coded for another maker: try it"


def module_words(module: Module, end: End) -> str:
    """The planned module in words: application, wavelength, and the side where there are two."""
    waves = ", ".join(f"{one:g}" for one in module.tx_wavelengths_nm)
    form = end.fitted_form or end.cage or ""
    return " ".join(text for text in (form, module.application, f"sends {waves} nm") if text)


def cord_words(one: LinkCheck, end: Side) -> str:
    """The part that plugs into a module, in words."""
    parts = one.budget.link.path.parts
    first = parts[0] if end == "a" else parts[-1]
    if not isinstance(first, Segment):
        return "not recorded"
    label = f" {first.label}" if first.label else ""
    wiring = f", {first.wiring}" if first.wiring else ""
    return f"{first.kind}{label}, {first.length_m:g} m{wiring}"


def how_to(one: LinkCheck, end: Side) -> tuple[str, ...]:
    """How the plug and the module of an end go in and out."""
    link = one.budget.link
    mine = link.a if end == "a" else link.b
    parts = link.path.parts
    first = parts[0] if end == "a" else parts[-1]
    plug = None
    if isinstance(first, Segment) and first.ends:
        outer = first.ends[0] if end == "a" else first.ends[-1]
        plug = outer.family if outer is not None else None
    return handling(plug, mine.fitted_form or mine.cage)
