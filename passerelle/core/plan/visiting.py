"""When a place can be worked at, and what a person says of tasks; tasks themselves are derived."""

import re
from dataclasses import dataclass
from typing import Annotated, ClassVar

from annotated_types import Ge, Gt, Le, Len, Predicate

from .fields import Described, Name, PlaceName, Text, Thing

_CLOCK = re.compile(r"([01]?\d|2[0-4]):([0-5]\d)")


def minutes_of(text: str) -> int:
    """Minutes after midnight of a time of day such as 08:30. Raises ValueError."""
    found = _CLOCK.fullmatch(text.strip())
    at = int(found[1]) * 60 + int(found[2]) if found else 24 * 60 + 1
    if at > 24 * 60:
        raise ValueError(f"{text[:20]!r} is not a time of day such as 08:30")
    return at


def _clock(text: str) -> bool:
    minutes_of(text)
    return True


def clock(minutes: float) -> str:
    """Minutes after midnight as a time of day."""
    at = round(minutes)
    return f"{at // 60 % 24:02d}:{at % 60:02d}"


Clock = Annotated[str, Len(0, 40), Predicate(_clock)]
WorkDay = Annotated[int, Ge(1), Le(1000)]
Minutes = Annotated[float, Gt(0), Le(100_000)]


@dataclass(frozen=True, slots=True)
class Window(Described):
    """Hours in which a place can be worked at: tide, permit, escort.

    day : of the working day of that number alone; None: of every day that none is said for.
    """

    opens: Clock
    closes: Clock
    day: WorkDay | None = None
    why: Text | None = None


@dataclass(frozen=True, slots=True)
class Trip(Described):
    """How long the way to another place takes, there as back. [min]"""

    to: PlaceName
    minutes: Annotated[float, Ge(0), Le(100_000)]


@dataclass(frozen=True, slots=True, kw_only=True)
class PlannedVisit(Thing):
    """A day on site of one crew: its tasks in order, by key. When each begins is worked out.

    day : working day, from 1. crew : which one, from 1.
    """

    KIND: ClassVar = "visit"

    name: Name
    day: WorkDay
    crew: Annotated[int, Ge(1), Le(10)] = 1
    tasks: Annotated[tuple[Name, ...], Len(0, 1000)] = ()
    notes: Text | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class PlannedTask(Thing):
    """A task of one's own, or what a person says of a derived one.

    name : of an own task; else the key of the derived one. after : keys or own names.
    minutes : of one person; None: derived. day : the working day that it is pinned to.
    not_needed : why nobody does it.
    """

    KIND: ClassVar = "task"

    name: Name
    own: bool = False
    at: Annotated[tuple[PlaceName, ...], Len(0, 4)] = ()
    minutes: Minutes | None = None
    people: Annotated[int, Ge(1), Le(20)] | None = None
    after: Annotated[tuple[Name, ...], Len(0, 50)] = ()
    day: WorkDay | None = None
    not_needed: Text | None = None
    notes: Text | None = None
