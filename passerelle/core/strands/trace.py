"""Each strand traced from port to port through every part of a path.

A link over a cassette uses one of its duplex ports; the whole trunk is traced port by port. Places
carry the port's number as their plug, so that a cord in port 3 is plug 3 from end to end.
"""

from collections.abc import Iterable
from dataclasses import dataclass, replace

from passerelle.core.light.modules import Module
from passerelle.core.plan.lightpath import Joint, LightPath, Segment
from passerelle.core.tables import STANDARD, Tables
from passerelle.core.tables.kinds import PART_KINDS

from .places import PLUGS, Place, Wires, front_is_near, of_joint, of_segment, positions

TX, RX, DARK = "transmit", "receive", "dark"
DUPLEX_ROLES = {1: (TX, 0), 2: (RX, 0)}
"""A duplex port sends from A and listens at B."""


@dataclass(frozen=True, slots=True)
class Strand:
    """One strand from end a on. `places` has an entry before the first part and after each part;
    it ends where the strand ends: in a part that does not carry it on."""

    role: str
    lane: int
    places: tuple[Place, ...]
    whole: bool

    @property
    def end(self) -> Place | None:
        """Where it comes out at end b; None where it does not."""
        return self.places[-1] if self.whole else None


@dataclass(frozen=True, slots=True)
class Trace:
    """All strands of a path; unrecorded lists the parts whose wiring nobody has recorded."""

    strands: tuple[Strand, ...]
    unrecorded: tuple[int, ...]


def maps(path: LightPath, tables: Tables = STANDARD) -> tuple[list[Wires | None], tuple[int, ...]]:
    """The map of each part in order; None, and the part's index, where it is not recorded.

    Pigtails without wiring belong to the run that they are spliced to.
    """
    found: list[Wires | None] = []
    for at, part in enumerate(path.parts):
        if isinstance(part, Joint):
            near, far = path.segment(at - 1).ends[1], path.segment(at + 1).ends[0]
            found.append(of_joint(part, near, far))
        else:
            found.append(of_segment(part, tables))
    unrecorded = []
    for at, one in enumerate(found):
        part = path.parts[at]
        if one is not None:
            continue
        of_its_run = isinstance(part, Segment) and PART_KINDS[part.kind].of_its_run
        if of_its_run and any(p.wiring for p in _run(path, at)):
            found[at] = of_segment(replace(path.segment(at), wiring="straight"), tables)
        else:
            unrecorded.append(at)
    return found, tuple(unrecorded)


def _run(path: LightPath, at: int) -> Iterable[Segment]:
    """The segments that are spliced to one another around the segment at `at`."""
    for step in (-2, 2):
        here = at
        while 0 <= here + step < len(path.parts):
            if path.joint(here + step // 2).kind == "adapter":
                break
            here += step
            yield path.segment(here)


def follow(starts: Iterable[tuple[Place, str, int]], wires: list[Wires | None]) -> list[Strand]:
    """Follow strands that begin at places of end a, each with its role and lane."""
    found = []
    for place, role, lane in starts:
        places = [place]
        for one in wires:
            to = None if one is None else one.get(places[-1])
            if to is None:
                break
            places.append(to)
        found.append(Strand(role, lane, tuple(places), len(places) == len(wires) + 1))
    return found


def port_at(path: LightPath, side: str) -> int | None:
    """The duplex port that the link uses of the cassette nearest to an end, where recorded."""
    segments = [p for p in path.parts if isinstance(p, Segment)]
    for segment in segments if side == "a" else reversed(segments):
        if PART_KINDS[segment.kind].ports:
            return segment.port
    return None


def leg_at(path: LightPath, side: str) -> int | None:
    """The leg of a breakout cord that this end stands on; None where there is none."""
    segments = [p for p in path.parts if isinstance(p, Segment)]
    nearest = segments if side == "a" else list(reversed(segments))
    for segment in nearest:
        if segment.lane is not None:
            plug = segment.ends[0] if side == "a" else segment.ends[1]
            return segment.lane if positions(plug) == 2 else None
    return None


def roles(module: Module, lane: int | None = None) -> dict[int, tuple[str, int]] | None:
    """What a module does at each position of its plug; None where it is not known.

    Parallel ports of one row send from the high positions, lane 0 outermost, and listen at the
    low ones (IEEE 802.3, MDI of the parallel applications), seen in the plug's own numbers.
    """
    parent = STANDARD.applications.get(module.parent or module.application)
    interface = parent.interface if parent is not None else "duplex"
    if interface.startswith("MPO-12"):
        count, lanes = 12, 4
    elif interface.startswith("MPO-16"):
        count, lanes = 16, 8
    elif interface.startswith("MPO"):
        return None
    else:
        return dict(DUPLEX_ROLES)
    found: dict[int, tuple[str, int]] = {}
    for one in range(lanes):
        if lane is None or lane == one + 1:
            named = one if lane is None else 0  # a leg is a link of one lane
            found[one + 1] = (RX, named)
            found[count - one] = (TX, named)
    return found


def starts_of(path: LightPath, module: Module, lane: int | None) -> list[tuple[Place, str, int]]:
    """Where the strands of a link begin at end a; empty where that is not known."""
    known = roles(module, lane)
    if known is None:
        return []
    plug = port_at(path, "a") or leg_at(path, "a") or 1
    return [((plug, position), role, one) for position, (role, one) in sorted(known.items())]


def _plugs(path: LightPath) -> int:
    """How many ports or plugs stand side by side at end a, for all strands of the trunk."""
    segments = [p for p in path.parts if isinstance(p, Segment)]
    width = positions(segments[0].ends[0])
    for segment in segments:
        conversion = STANDARD.conversions.get(segment.wiring) if segment.wiring else None
        if conversion is not None:
            return max(wire[0 if front_is_near(segment) else 2] for wire in conversion.front)
    wide = [s for s in segments if max(positions(end) for end in s.ends) > 2]
    if width > 2 or not wide:
        return 1
    count = max(max(s.strands or 0, *(positions(end) for end in s.ends)) for s in wide)
    return min(PLUGS, count // width)


def whole_trunk(path: LightPath, tables: Tables = STANDARD) -> Trace:
    """Every strand of the path's widest multi-fiber part, port by port from end a."""
    wires, unrecorded = maps(path, tables)
    width, plugs = positions(path.segment(0).ends[0]), _plugs(path)
    starts = [
        ((plug, position), DARK, 0)
        for plug in range(1, plugs + 1)
        for position in range(1, width + 1)
    ]
    return Trace(tuple(follow(starts, wires)), unrecorded)
