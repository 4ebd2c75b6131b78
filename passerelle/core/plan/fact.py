"""What all facts have: the thing that they are about, when it was, and who says so."""

from dataclasses import dataclass
from datetime import datetime
from typing import Annotated, Literal

from annotated_types import Ge, Le, Len, Predicate

from .fields import Alike, Described, Id, Name, Thing

Position = Annotated[int, Ge(1), Le(144)]
Spot = Annotated[tuple[Position, Position], Alike()]
"""Plug and position, from 1."""


def _instant(text: str) -> bool:
    try:
        datetime.fromisoformat(text)
    except ValueError:
        raise ValueError(f"{text[:40]!r} is not a time such as 2026-05-31T14:20:00Z") from None
    return True


Instant = Annotated[str, Len(0, 40), Predicate(_instant)]


@dataclass(frozen=True, slots=True)
class About(Described):
    """The thing that a fact is about: its kind and its id."""

    kind: Literal[
        "place", "pathway", "cable", "closure", "device", "shared part", "link", "feed", "copper",
        "plan",
    ]  # fmt: skip
    id: Id


@dataclass(frozen=True, slots=True, kw_only=True)
class Fact(Thing):
    """What all facts have.

    corrects : the fact that this one takes the place of. withdrawn : nothing takes its place.
    """

    about: About
    at: Instant
    who: Name
    corrects: Id | None = None
    withdrawn: bool = False
