"""What a day on site is made of: conditions, and tasks with their times."""

from collections.abc import Callable
from dataclasses import dataclass
from math import ceil

from passerelle.core.plant.travel import Travel

from .task import Task

EPS = 1e-9
GRID = 100
Hours = tuple[tuple[float, float], ...]


@dataclass(frozen=True, slots=True)
class Placed:
    """A task, or a part of one, in a day. start_h, hours : from the start of the day. [h]"""

    task: Task
    start_h: float
    hours: float
    part: int = 1
    parts: int = 1

    @property
    def end_h(self) -> float:
        """When it ends, from the start of the day. [h]"""
        return self.start_h + self.hours


@dataclass(frozen=True, slots=True)
class Step:
    """Where a person is at work: from when to when at a place. [h]"""

    person: int
    place: str
    from_h: float
    until_h: float


@dataclass(frozen=True, slots=True)
class Visit:
    """What one crew does on one day. back_h : when the last is back. walked_h : on the way. [h]

    order : keys in the order in which they were put into the day, which gives the same day again.
    """

    day: int
    crew: int
    tasks: tuple[Placed, ...]
    steps: tuple[Step, ...]
    back_h: float
    walked_h: float
    order: tuple[str, ...] = ()


@dataclass(frozen=True)
class Conditions:
    """What days are made of. open_at : hours of a place on a day; None: always. [h]

    lost : days on which nobody works.
    """

    crew: int
    crews: int
    day_h: float
    depot: str | None
    travel: Travel
    open_at: Callable[[str, int], Hours | None]
    lost: frozenset[int] = frozenset()


def on_grid(hours: float) -> float:
    """Times are whole hundredths of an hour, rounded up: what is printed then agrees. [h]"""
    return ceil(hours * GRID - EPS) / GRID
