"""The changes that a plan can undergo, as data."""

from dataclasses import dataclass
from typing import Any

from passerelle.core.light.edits import Edit
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.plan import StepOfJob
from passerelle.core.refused import Refused


@dataclass(frozen=True, slots=True)
class Put:
    """Make the thing of this id be as described; where the id is not there, it is new and last."""

    thing: Any


@dataclass(frozen=True, slots=True)
class Remove:
    """Take a thing away."""

    kind: str
    id: str


@dataclass(frozen=True, slots=True)
class EditLink:
    """Edits of one link, all or none."""

    link: str
    edits: tuple[Edit, ...]


@dataclass(frozen=True, slots=True)
class Take:
    """Put the run around part `at` of a link on strands of a cable; cable None: off its strands."""

    link: str
    at: str
    cable: str | None
    strands: tuple[int, ...] = ()


@dataclass(frozen=True, slots=True)
class Share:
    """Say which one thing a link's part is, by the part's id; None: it is this link's alone.

    A name that the plan does not have makes a shared part of this one.
    """

    link: str
    at: str
    name: str | None


@dataclass(frozen=True, slots=True)
class Head:
    """The plan's own name, house rules and closed steps; what is None stays."""

    name: str | None = None
    house_rules: HouseRules | None = None
    not_needed: tuple[StepOfJob, ...] | None = None


Change = Put | Remove | EditLink | Take | Share | Head


class StillUsed(Refused):
    """Something that is to go is used. goes_with : what would go or change with it, in words."""

    def __init__(self, reason: str, goes_with: list[str]) -> None:
        super().__init__("", reason)
        self.goes_with = goes_with

    def __str__(self) -> str:
        return self.reason
