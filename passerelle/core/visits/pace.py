"""Minutes taken against minutes planned: what they say of the pace of this site, never silently."""

from dataclasses import dataclass

from .tasks import Work

ENOUGH = 3
"""So many tasks with their minutes noted before they say anything."""
LEAST, MOST = 0.2, 5.0


@dataclass(frozen=True, slots=True)
class Pace:
    """What was noted of done tasks. took, planned : of one person. [min]

    now : the pace that the planned minutes stand on. would_be : the pace that was found.
    """

    tasks: int
    took: float
    planned: float
    now: float
    would_be: float


def measured(work: Work, now: float) -> Pace | None:
    """The pace that was found; None while too few minutes are noted. now : the pace planned with.

    Tasks of one's own stand as they were said, and tell nothing of the price book.
    """
    timed = [
        (work.all[key], fact.minutes) for key, fact in work.done.items()
        if fact.minutes is not None and work.all[key].minutes > 0 and work.all[key].kind != "own"
    ]  # fmt: skip
    if len(timed) < ENOUGH:
        return None
    took = sum(minutes for _, minutes in timed)
    planned = sum(task.minutes for task, _ in timed)
    found = min(MOST, max(LEAST, round(now * took / planned, 2)))
    return Pace(len(timed), took, planned, now, found)
