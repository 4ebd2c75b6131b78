"""What a measured loss holds besides the glass, so that no joint is counted twice.

A reading that includes an end reaches to the nearest adapter there, with the pigtails and splices
between: `both` (one-cord; a trace with launch and receive cord), `a` or `b` (a trace with a launch
cord alone). `run` reaches from adapter to adapter without them (three-cord), `run-a` and `run-b`
with one of them (two-cord, panel to panel). `none` is the glass of the cable alone (on the drum, by
cut-back, between markers on the glass).
"""

from typing import NamedTuple

from passerelle.core.plan.lightpath import Joint, LightPath, Part, Segment
from passerelle.core.tables import SINGLE_MODE, STANDARD, Tables
from passerelle.core.tables.kinds import PART_KINDS

GLASS_ALONE = "none"


def is_reading(part: Part) -> bool:
    """Whether a part's loss was entered for its glass, and so may hold what stands beside it."""
    if not isinstance(part, Segment) or part.kind != "cable":
        return False
    return part.loss_db is not None or bool(part.reads)


def held(path: LightPath) -> dict[int, int]:
    """Indexes of the parts whose loss is in another part's reading, each with that part's index."""
    found: dict[int, int] = {}
    for at, part in enumerate(path.parts):
        if not isinstance(part, Segment) or not is_reading(part):
            continue
        if part.loss_includes in (None, GLASS_ALONE):
            continue
        first, last = run_around(path.parts, at)
        if part.loss_includes == "a":
            last = at
        elif part.loss_includes == "b":
            first = at
        inside = [n for n in range(first, last + 1) if n != at]
        if any(is_reading(path.parts[n]) for n in inside):
            continue  # each cable of the run has a reading of its own: neither is of the whole run
        found.update((n, at) for n in inside)
        if part.loss_includes in ("a", "run-a", "both") and first > 0:
            found[first - 1] = at
        if part.loss_includes in ("b", "run-b", "both") and last + 1 < len(path.parts):
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


class Read(NamedTuple):
    """A reading as it counts at a wavelength. [dB, nm]

    nm : where it was read; None: not recorded. ceiling : it is the most that is lost there.
    """

    loss_db: float
    nm: float | None
    ceiling: bool


def read_for(part: Segment, wavelength_nm: float, tables: Tables = STANDARD) -> Read | None:
    """What was read that holds at a wavelength: in its window, or as the ceiling of it.

    Of G.652 and G.657 glass without bends what was read at 1310 nm is not exceeded at 1490 and
    1550; the reverse does not hold. A reading whose wavelength is not recorded counts everywhere.
    """
    made = [Read(one.loss_db, one.nm, False) for one in part.reads]
    if part.loss_db is not None:
        made.append(Read(part.loss_db, part.loss_nm, False))
    for one in made:
        if one.nm is None or abs(wavelength_nm - one.nm) <= SAME_WINDOW_NM:
            return one
    for one in made:
        if one.nm is not None and _is_ceiling(part, one.nm, wavelength_nm, tables):
            return Read(one.loss_db, one.nm, True)
    return None


def counts_at(part: Segment, wavelength_nm: float, tables: Tables = STANDARD) -> bool:
    """Whether an entered loss holds at a wavelength."""
    return read_for(part, wavelength_nm, tables) is not None


def is_ceiling(part: Segment, wavelength_nm: float, tables: Tables = STANDARD) -> bool:
    """Whether a reading at 1310 nm stands in for one at a longer wavelength."""
    found = read_for(part, wavelength_nm, tables)
    return found is not None and found.ceiling


def _is_ceiling(part: Segment, read_nm: float, wavelength_nm: float, tables: Tables) -> bool:
    if abs(read_nm - CEILING_FROM_NM) > SAME_WINDOW_NM:
        return False
    fiber = tables.fibers.get(part.fiber or "")
    if fiber is None or fiber.mode != SINGLE_MODE:
        return False
    category = part.glass or fiber.base or fiber.name
    longer = any(low <= wavelength_nm <= high for low, high in CEILING_FOR_NM)
    return longer and category not in ("G.655", "G.653")


SAME_WINDOW_NM = STANDARD.planning["same_window_nm"]
CEILING_FROM_NM = 1310.0
CEILING_FOR_NM = ((1480.0, 1500.0), (1530.0, 1570.0))
