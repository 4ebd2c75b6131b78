"""What a link, or several on one cable, takes to build: parts and minutes from its path."""

from dataclasses import dataclass

from passerelle.core.lightpath import Joint, Segment
from passerelle.core.link import Link
from passerelle.core.modules import End, resolve
from passerelle.core.tables import SINGLE_MODE, STANDARD

from .prices import Bill, Counted, PriceBook

SIZES = (4, 12, 24, 48, 96, 144, 288)
"""Strands that cable is made with; nobody pulls a single pair where two will fit."""


def cable_size(needed: int, spare_percent: float) -> int:
    """The smallest cable with the spares that the house rule asks for."""
    wanted = needed / (1 - min(spare_percent, 90) / 100)
    return next((size for size in SIZES if size >= wanted - 1e-9), SIZES[-1])


def _module(counted: Counted, end: End, shared: int) -> None:
    """A module; the port of a split module is shared by its lanes."""
    module = resolve(end)
    name = end.own.name if end.own is not None else (module.parent or module.application)
    counted.buy(f"module {name}", 1 / shared)
    counted.work("module", 1 / shared)
    if end.port.settable is False:
        counted.buy("converter", 1 / shared)


def _multi_fiber(segment: Segment) -> bool:
    return any(end is not None and end.family == "MPO" for end in segment.ends)


def _mode(segment: Segment) -> str:
    fiber = STANDARD.fibers.get(segment.fiber or "")
    return "single-mode" if fiber is not None and fiber.mode == SINGLE_MODE else "multimode"


def bill_of(links: tuple[Link, ...], book: PriceBook, spare_percent: float, strands: int) -> Bill:
    """What the circuits of one need take: each its own modules, cords and joints; one cable.

    strands : that all of them take together. Existing glass costs nothing.
    """
    counted = Counted(book)
    first = links[0]
    lanes = len(links) if resolve(first.a).parent else 1
    for at, link in enumerate(links):
        _module(counted, link.a, lanes)
        _module(counted, link.b, lanes if resolve(link.b).parent else 1)
        for part in link.path.parts:
            if isinstance(part, Joint):
                shared = lanes if part.kind == "adapter" else 1
                counted.buy("adapter" if part.kind == "adapter" else "splice", 1 / shared)
                counted.work("port" if part.kind == "adapter" else "splice", 1 / shared)
            else:
                _segment(counted, part, at, lanes)
    _cables(counted, first, spare_percent, strands)
    counted.work("test", strands)
    return counted.bill()


def _segment(counted: Counted, part: Segment, at: int, lanes: int) -> None:
    if part.kind == "cord":
        if part.lane is not None:
            counted.buy("cord breakout", 1 / lanes)
            counted.work("cord", 1 / lanes)
            return
        kind = "multi-fiber" if _multi_fiber(part) else _mode(part)
        key = "cord mode-conditioning" if part.conditioning else f"cord {kind}"
        counted.buy(key, 1 / lanes if kind == "multi-fiber" else 1)
        counted.work("cord", 1 / lanes if kind == "multi-fiber" else 1)
    elif part.kind == "pigtail":
        counted.buy("pigtail", 2)
    elif part.kind == "cassette":
        counted.buy("cassette")
    elif part.kind == "inline" and (part.what != "multiplexer" or at == 0):
        what = part.what or "inline part"
        counted.buy("attenuator" if what.startswith("attenuator") else what)


def _cables(counted: Counted, link: Link, spare_percent: float, strands: int) -> None:
    """The cable is bought and pulled once, whatever number of circuits run on it."""
    new = [p for p in link.path.parts if isinstance(p, Segment) and p.kind == "cable"]
    new = [p for p in new if not p.existing and p.cable is None]  # the plan's own are bought there
    size = cable_size(strands, spare_percent)
    for part in new:
        if _multi_fiber(part):
            counted.buy(f"trunk {_mode(part)} 12", part.length_m)
            counted.buy("trunk end", 2)
            counted.work("end", 2)
        else:
            counted.buy(f"cable {part.fiber} {size}", part.length_m)
            bare = [e for e in part.ends if e is None or not e.is_bare]
            counted.work("end", len(bare))
        counted.work("pull", part.length_m)
    if new:
        counted.work("set-up")


TOGETHER = 0.3
"""Share of the pulling work that a second cable adds when it goes in with the first."""


@dataclass(frozen=True, slots=True)
class Second:
    """A second cable like the first: in the same pull, or in a visit of its own. None: no price."""

    now: float | None
    later: float | None


def second_cable(link: Link, book: PriceBook, spare_percent: float, strands: int) -> Second | None:
    """What pulling double costs now against coming back; None where no cable is pulled."""
    metres = sum(
        p.length_m
        for p in link.path.parts
        if isinstance(p, Segment) and p.kind == "cable" and not p.existing and p.cable is None
    )
    if not metres:
        return None
    now, later = Counted(book), Counted(book)
    for counted in (now, later):
        _cables(counted, link, spare_percent, strands)
    now.work("set-up", -1)
    now.work("pull", (TOGETHER - 1) * metres)
    later.work("visit")
    return Second(now.bill().total(book), later.bill().total(book))
