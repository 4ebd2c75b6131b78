"""What a link, or several on one cable, takes to build: parts and minutes from its path."""

from dataclasses import dataclass

from passerelle.core.judge.ports import cage_adapter
from passerelle.core.judge.ties import kept, shelved
from passerelle.core.light.link import Link
from passerelle.core.light.modules import End, resolve
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.house_rules import FIELD, ONE_A_TYPE
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.tables import STANDARD

from .laying import Laid, strands_together, trunks
from .prices import Bill, Counted
from .sold import adapters_for, mode_word
from .world import World


@dataclass(frozen=True, slots=True)
class Taken:
    """The circuits on one route, and the new cable that they take there; None: none is pulled."""

    links: tuple[Link, ...]
    laid: Laid | None


def module_price(end: End) -> str:
    """The key of an end's module in the price book."""
    module = resolve(end)
    own = end.own.name if end.own is not None else None
    return f"module {own or module.parent or module.application}"


def bill_of(taken: tuple[Taken, ...], world: World) -> Bill:
    """What a need's circuits take, on one route or two: each its modules, cords and joints.

    Glass that is there costs nothing, and neither do its panels. A spare of each module type that
    is not on the shelf is bought with it, where the house rule asks for spares.
    """
    counted = Counted(world.book)
    for way in taken:
        _way(counted, way)
    if world.rules.spares == ONE_A_TYPE:
        ends = [end for way in taken for link in way.links for end in (link.a, link.b)]
        types = {kept(shelved(end), world.rules): module_price(end) for end in ends}
        for price in sorted({p for kind, p in types.items() if kind not in world.shelf}):
            counted.spare(price)
    return counted.bill()


def _way(counted: Counted, way: Taken) -> None:
    links = way.links
    shared = len(links) // trunks(links)
    lanes = shared if resolve(links[0].a).parent else 1
    for at, link in enumerate(links):
        strands = resolve(link.a).strands or 2
        _module(counted, link.a, lanes)
        _module(counted, link.b, lanes if resolve(link.b).parent else 1)
        mux_here = any(isinstance(p, Segment) and p.line for p in link.path.parts)
        panels = way.laid is not None and not (mux_here and at)
        for part in link.path.parts:
            if isinstance(part, Segment):
                _segment(counted, part, at, lanes, strands)
                if panels and part.kind == "pigtail":
                    counted.buy("pigtail", strands)
            elif panels:
                _joint(counted, part, lanes, strands)
    if way.laid is not None:
        lay(counted, way)
        _end_the_others(counted, way, way.laid)
    tested = strands_together(links)
    if way.laid is not None:
        tested = max(tested, way.laid.ended * len(way.laid.cables))
    counted.work("test", tested)


def _end_the_others(counted: Counted, way: Taken, laid: Laid) -> None:
    """Strands that no circuit takes and that are ended all the same, by house rule.

    Their adapters come beside those of the paths; duplex ones take two strands.
    """
    link, others = way.links[0], laid.ended - strands_together(way.links)
    if laid.trunk or laid.plugged_in or others <= 0:
        return
    pigtails = sum(1 for part in link.path.parts if part.kind == "pigtail")
    fused = sum(1 for part in link.path.parts if part.kind == "fusion")
    held = sum(1 for part in link.path.parts if part.kind == "mechanical")
    if pigtails:
        counted.buy("pigtail", pigtails * others)
    if fused:
        counted.buy("splice", fused * others)
    counted.work("splice", (fused + held) * others)
    panel_plug = laid.cables[0].ends[0].connector
    assert panel_plug is not None  # `lay` gives every cable one
    plug = connector(panel_plug)
    there = sum(1 for one in way.links for part in one.path.parts if part.kind == "adapter")
    more = max(0, 2 * adapters_for(plug.family, laid.ended) - there)
    counted.buy("adapter", more)
    counted.work("port", more)


def _module(counted: Counted, end: End, shared: int) -> None:
    """A module; the port of a split module is shared by its lanes."""
    counted.buy(module_price(end), 1 / shared)
    counted.work("module", 1 / shared)
    if cage_adapter(end) is not None:
        counted.buy("cage adapter", 1 / shared)
    if end.port.settable is False and end.device is None:
        counted.buy("converter", 1 / shared)


def _joint(counted: Counted, part: Joint, lanes: int, strands: int) -> None:
    """One adapter takes both strands of a duplex plug; a splice is made on every strand."""
    if part.kind == "adapter":
        counted.buy("adapter", 1 / lanes)
        counted.work("port", 1 / lanes)
        return
    if part.kind == "fusion":  # a mechanical splice holds itself
        counted.buy("splice", strands / lanes)
    counted.work("splice", strands / lanes)


def _multi_fiber(segment: Segment) -> bool:
    return any(end is not None and end.family == "MPO" for end in segment.ends)


def part_price(part: Segment, strands: int = 2) -> str:
    """The key of a cord, pigtail, cassette or inline part in the price book."""
    if part.kind == "cord":
        if part.lane is not None:
            return "cord breakout"
        if part.conditioning:
            return "cord mode-conditioning"
        if _multi_fiber(part):
            return "cord multi-fiber"
        return f"cord {mode_word(part.fiber)}{' one strand' if strands == 1 else ''}"
    if part.kind == "inline":
        what = part.what or "inline part"
        return "attenuator" if what.startswith("attenuator") else what
    return part.kind


def _segment(counted: Counted, part: Segment, at: int, lanes: int, strands: int) -> None:
    key = part_price(part, strands)
    if part.kind == "cord":
        shared = lanes if _multi_fiber(part) or part.lane is not None else 1
        counted.buy(key, 1 / shared)
        counted.work("cord", 1 / shared)
    elif part.kind == "cassette":
        counted.buy(key)
    elif part.kind == "inline" and (part.what != "multiplexer" or at == 0):
        counted.buy(key, strands if key == "attenuator" else 1)  # one on each strand


def lay(counted: Counted, way: Taken) -> None:
    """The cables of a route: bought and pulled once, whatever number of circuits run on them."""
    laid = way.laid
    assert laid is not None
    for cable in laid.cables:
        if laid.trunk:
            counted.buy(f"trunk {mode_word(cable.fiber)} {cable.strands}", laid.sheath_m)
            counted.buy("trunk end", 2)
            counted.work("end", 2)
        else:
            made = "factory-made cable" if laid.plugged_in else "cable"
            counted.buy(f"{made} {cable.fiber} {cable.strands}", laid.sheath_m)
            _finish(counted, way)
        counted.work("pull", laid.sheath_m)
    counted.work("set-up")


def _finish(counted: Counted, way: Taken) -> None:
    """Both ends, on the strands that get one by house rule.

    Pigtails and their splices are parts of the path and counted there.
    """
    laid = way.laid
    assert laid is not None
    if laid.termination == FIELD:
        counted.buy("field connector", 2 * laid.ended)
        counted.work("field connector", 2 * laid.ended)
    elif laid.termination != "pigtails":
        counted.buy("factory end", 2 * laid.ended)
        counted.work("cord" if laid.plugged_in else "end", 2)


TOGETHER = STANDARD.planning["second_cable_share"]
"""Share of the pulling work that a second cable adds when it goes in with the first."""


@dataclass(frozen=True, slots=True)
class Second:
    """A second cable like the first: in the same pull, or in a visit of its own. None: no price."""

    now: float | None
    later: float | None


def second_cable(way: Taken, world: World) -> Second | None:
    """What pulling double costs now against coming back; None where no cable is pulled.

    Pigtails are spliced on when it is taken into use, and are not counted.
    """
    if way.laid is None:
        return None
    metres = way.laid.sheath_m * len(way.laid.cables)
    now, later = Counted(world.book), Counted(world.book)
    for counted in (now, later):
        lay(counted, way)
    now.work("set-up", -1)
    now.work("pull", (TOGETHER - 1) * metres)
    later.work("visit")
    return Second(now.bill().total(world.book), later.bill().total(world.book))
