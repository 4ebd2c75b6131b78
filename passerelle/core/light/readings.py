"""What a measured loss holds besides the glass, so that no joint is counted twice.

A reading from panel to panel is of a run: the cable with the splices and pigtails at its ends. By
its reference method it holds none of the two end connections (three-cord), that of one end
(two-cord), or both (one-cord; a trace with launch and receive cord).
"""

from passerelle.core.plan.lightpath import Joint, LightPath, Part, Segment
from passerelle.core.tables.kinds import PART_KINDS

GLASS_ALONE = "cable"
"""The reading is of the cable alone: on the drum, by cut-back, or between markers on the glass."""


def is_reading(part: Part) -> bool:
    """Whether a part's loss was entered for its glass, and so may hold what stands beside it."""
    return isinstance(part, Segment) and part.kind == "cable" and part.loss_db is not None


def held(path: LightPath) -> dict[int, int]:
    """Indexes of the parts whose loss is in another part's reading, each with that part's index."""
    found: dict[int, int] = {}
    for at, part in enumerate(path.parts):
        if not isinstance(part, Segment) or not is_reading(part):
            continue
        if part.loss_includes in (None, GLASS_ALONE):
            continue
        first, last = run_around(path.parts, at)
        inside = [n for n in range(first, last + 1) if n != at]
        if any(is_reading(path.parts[n]) for n in inside):
            continue  # each cable of the run has a reading of its own: neither is of the whole run
        found.update((n, at) for n in inside)
        if part.loss_includes in ("a", "both") and first > 0:
            found[first - 1] = at
        if part.loss_includes in ("b", "both") and last + 1 < len(path.parts):
            found[last + 1] = at
    return found


def run_around(parts: tuple[Part, ...], at: int) -> tuple[int, int]:
    """First and last index of the run around a part: up to the adapters or the modules."""
    first = last = at
    while first >= 2 and _inner(parts[first - 1], parts[first - 2]):
        first -= 2
    while last + 2 < len(parts) and _inner(parts[last + 1], parts[last + 2]):
        last += 2
    return first, last


def _inner(joint: Part, other: Part) -> bool:
    spliced = isinstance(joint, Joint) and joint.kind in ("fusion", "mechanical")
    return spliced and isinstance(other, Segment) and PART_KINDS[other.kind].fixed


def unsaid(path: LightPath) -> tuple[int, ...]:
    """Cables whose reading does not say what it holds, and that have joints beside them."""
    return tuple(
        at
        for at, part in enumerate(path.parts)
        if isinstance(part, Segment)
        and is_reading(part)
        and part.loss_includes is None
        and len(path.parts) > 1
    )
