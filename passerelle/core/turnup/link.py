"""A link that comes up: what was read, what it means, how far its lists are, and the one answer."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

from passerelle.core.hunting.seen import NO_PRACTICE, SIDES, Practice
from passerelle.core.judge.check import LinkCheck
from passerelle.core.judge.findings import STOP, WARN, finding, order_of
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.plan.ends import Side
from passerelle.core.plan.facts import Facts

from .counting import Counted, counted
from .hunted import Hunted, last_hunt
from .identity import Compared, compared, same_side
from .levels import LaneLevel, Where, lane_levels, located
from .lists import BenchList, Point, Ports, Ticks, bench_list, port_points, ports_of, ticks_of
from .net import Net, net_of, node_of
from .practice import practice_of
from .read import NOTHING, OfLink, read_of
from .said import TurnUpFinding, of_counters, of_levels, of_module
from .site import site_points

State = Literal[
    "not begun", "begun", "dark", "erring", "weak", "levels open", "counting", "up", "signed"
]
"""signed : signed off, and nothing graver stands since. up : levels and counters are as they should
be at both ends. levels open, counting : nothing speaks against it yet, and not all is read."""


@dataclass(frozen=True, slots=True)
class TurnUp:
    """Everything about one link that comes up. lanes, counters, modules, points : by end."""

    check: LinkCheck
    of: OfLink
    lanes: Mapping[Side, tuple[LaneLevel, ...]]
    where: Mapping[Side, tuple[Where, str] | None]
    counters: Mapping[Side, Counted]
    modules: Mapping[Side, tuple[Compared, ...]]
    points: Mapping[Side, tuple[Point, ...]]
    bench: tuple[Point, ...]
    hunted: Hunted | None
    practice: Practice
    findings: tuple[TurnUpFinding, ...]
    state: State

    @property
    def simulated(self) -> bool:
        """Whether anything of it was told by the stand-ins."""
        return any(one.simulated for read in self.of.modules.values() for one in read)


@dataclass(frozen=True)
class Ground:
    """What every link's turn-up is worked out from, once for a state of plan and facts."""

    check: PlanCheck
    read: Mapping[str, OfLink]
    net: Net
    ticks: Ticks
    ports: Ports
    _lists: dict[str, BenchList] = field(default_factory=dict, repr=False)

    def bench(self, node: str) -> BenchList:
        """The bench list of a node, worked out once."""
        if node not in self._lists:
            self._lists[node] = bench_list(
                self.check, self.ticks, self.net, node, self.ports.get(node, [])
            )
        return self._lists[node]

    def bench_points(self, link_id: str) -> tuple[Point, ...]:
        """Bench points that concern a link: of its ports and of what they sit in."""
        one = self.check.of(link_id)
        found: list[Point] = []
        for end in SIDES:
            node = node_of(self.check, link_id, end)
            if node is not None:
                of_node = self.bench(node).points
                found += [point for point in of_node if point not in found]
            parallel = link_id in self.net.parallel
            found += port_points(one, end, self.ticks, in_bundle=parallel)
        return tuple(found)


def ground_of(check: PlanCheck, facts: Facts) -> Ground:
    """The ground of a plan."""
    return Ground(check, read_of(facts), net_of(check), ticks_of(facts), ports_of(check))


NEEDS_SETTING = ("port.speed-setting", "port.fec", "port.breakout")
"""Rules whose finding says that a port has to be set before the link comes up."""


def needs_setting(one: LinkCheck, end: Side) -> bool:
    """Whether it is known that the port at an end has to be set."""
    port = (one.budget.link.a if end == "a" else one.budget.link.b).port
    if port.split or port.lane:
        return True
    return any(f.rule.id in NEEDS_SETTING and end in (f.ends or SIDES) for f in one.findings)


def turn_up(ground: Ground, link_id: str) -> TurnUp:
    """A link as it stands."""
    one = ground.check.of(link_id)
    of = ground.read.get(link_id, NOTHING)
    practice = practice_of(ground.check, link_id) if of.modules or of.hunts else NO_PRACTICE
    sums = one.budget
    newest = {end: of.newest(end) for end in SIDES}
    counters = {
        end: counted(of.counters.get(end, ()), sums.modules[at]) for at, end in enumerate(SIDES)
    }
    lanes: dict[Side, tuple[LaneLevel, ...]] = {}
    for way in sums.directions:
        end: Side = "b" if way.sender == "a" else "a"
        lanes[end] = lane_levels(sums, way, newest[end], newest[way.sender], of.first(end))
    where = {
        end: located(lanes[end], lanes["a" if end == "b" else "b"],
                     next(way for way in sums.directions if way.sender != end))
        for end in SIDES
    }  # fmt: skip
    modules = {
        end: compared(sums, end, read) if (read := newest[end]) is not None else ()
        for end in SIDES
    }  # fmt: skip
    bench = ground.bench_points(link_id)
    found: list[TurnUpFinding] = []
    for end in SIDES:
        found += of_levels(lanes[end], sums, where[end], counters[end])
        found += of_counters(end, counters[end])
        read = newest[end]
        if read is not None:
            fitted = sums.link.a if end == "a" else sums.link.b
            found += of_module(end, read, modules[end], fitted)
    if same_side(sums, newest["a"], newest["b"]):
        nm = getattr(newest["a"], "nm", None)
        said = f"Both modules send at {nm:g} nm."
        found.append(TurnUpFinding(finding("turnup.same-side", said, ends=SIDES), None))
    points = {
        end: tuple(site_points(one, of, end, lanes[end], counters[end], modules[end]))
        for end in SIDES
    }
    found += _of_net(ground, link_id, bench, points, read=bool(of.modules))
    found = sorted(found, key=lambda told: order_of(told.finding))
    return TurnUp(one, of, lanes, where, counters, modules, points, bench,
                  last_hunt(one, of, practice), practice, tuple(found),
                  _state(of, lanes, counters, found))  # fmt: skip


def _of_net(
    ground: Ground, link_id: str, bench: tuple[Point, ...],
    site: Mapping[Side, tuple[Point, ...]], *, read: bool,
) -> list[TurnUpFinding]:  # fmt: skip
    """What lists and net show: one way in, loops without a guard, peak draw that nobody saw."""
    found = []
    open_points = [point for point in bench if point.state == "open"]
    for end in SIDES:
        node = node_of(ground.check, link_id, end)
        way = ground.net.way(node) if node is not None else None
        alone = way is not None and way.only[-1:] == (link_id,)
        if alone and needs_setting(ground.check.of(link_id), end):
            mine = [p for p in open_points if p.end in (None, end) and p.row.key != "management"]
            if mine:
                said = f"End {end} is reached by this link alone, as far as is recorded."
                first = finding("turnup.provision-first", said, ends=(end,))
                found.append(TurnUpFinding(first, end))
    for end, points in site.items():
        peak = next((point for point in points if point.row.key == "peak"), None)
        if peak is not None and peak.state == "open" and read:
            said = f"End {end}: what is fed there was not yet seen at its peak draw over the link."
            found.append(TurnUpFinding(finding("turnup.peak", said, ends=(end,)), end))
    if link_id in ground.net.looped:
        guard = [p for p in bench if p.row.key == "loop-guard"]
        link = ground.check.of(link_id).budget.link
        bundled = link.a.port.bundle is not None and link.b.port.bundle is not None
        if guard and all(p.state != "done" for p in guard) and not bundled:
            said = "It lies on a loop of devices, and no loop guard is ticked on either."
            found.append(TurnUpFinding(finding("turnup.loop", said), None))
    return found


def _state(
    of: OfLink, lanes: Mapping[Side, tuple[LaneLevel, ...]], counters: Mapping[Side, Counted],
    found: list[TurnUpFinding],
) -> State:  # fmt: skip
    every = [lane for read in lanes.values() for lane in read]
    grave = any(
        f.finding.rule.severity in (STOP, WARN)
        and f.finding.rule.id not in ("turnup.provision-first", "turnup.loop") for f in found
    )  # fmt: skip
    if any(one.verdict == "dark" for one in every):
        return "dark"
    if any(one.growing for one in counters.values()):
        return "erring"
    if grave:
        return "weak"
    if of.signed:
        return "signed"
    if all(one.verdict == "not read" for one in every):
        return "begun" if of.anything else "not begun"
    if any(one.verdict in ("not read", "not compared") for one in every):
        return "levels open"
    return "up" if all(one.proven for one in counters.values()) else "counting"


def needs_hunt(one: TurnUp) -> bool:
    """Whether there is something to hunt."""
    return one.state in ("dark", "erring", "weak")
