"""What a task is, what goes along to it, and what is ticked at each section of a pull."""

from dataclasses import dataclass, field
from typing import Literal, get_args

from passerelle.core.plan.backbone import Pathway
from passerelle.core.tables.reading import make_row, read_file
from passerelle.core.tables.rows import TableError

TaskKind = Literal[
    "look", "measure", "goods-in", "fit", "pull", "splice", "terminate", "label", "inspect", "test",
    "provision", "module", "patch", "turn-up", "sign-off", "hand-over", "remove", "own",
]  # fmt: skip


@dataclass(frozen=True, slots=True)
class Wait:
    """A task that has to end before another begins, by its key, and why.

    soft : only while it can be done at all; nothing is blocked by it.
    """

    key: str
    why: str
    soft: bool = False


@dataclass(frozen=True, slots=True)
class Task:
    """Something that somebody does on site; it is derived, but for a person's own ones.

    key : kind, subject and end, the same as long as the thing is there. at : places that are
    manned at once; empty: anywhere. people : at once, one at each place at least. minutes : of one
    person. quantity : what the minutes come from. settles : what a look finds out.
    blocked : findings that stop it. points : what is ticked on the way. due : the first working
    day that its goods are there, from 1. day : pinned to it.
    about : kind and id of its subject, to note what became of it.
    links : ids of the links that it serves. extent : how much of what, without names, places and
    minutes: where it is another one than was done, the work is to be done again.
    counted : False where a length that the minutes need is not recorded.
    """

    key: str
    kind: TaskKind
    name: str
    subject: str
    about: tuple[str, str]
    at: tuple[str, ...]
    minutes: float
    quantity: str = ""
    people: int = 1
    after: tuple[Wait, ...] = ()
    carry: tuple[str, ...] = ()
    points: tuple[str, ...] = ()
    settles: tuple[str, ...] = ()
    blocked: tuple[str, ...] = ()
    links: tuple[str, ...] = field(default=(), repr=False)
    extent: str = ""
    counted: bool = True
    due: int = 1
    day: int | None = None

    @property
    def hours(self) -> float:
        """How long it takes with its people. [h]"""
        return self.minutes / 60 / self.people


@dataclass(frozen=True, slots=True)
class KindRow:
    """What goes along to a kind of task, and its cautions."""

    kind: TaskKind
    carry: tuple[str, ...]
    cautions: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class PointRow:
    """What is ticked at a section: of these kinds of pathways, or where these hazards are."""

    tick: str
    sections: tuple[str, ...] = ()
    hazards: tuple[str, ...] = ()


_raw = read_file("visits.toml")
KINDS: dict[TaskKind, KindRow] = {
    raw["kind"]: KindRow(raw["kind"], tuple(raw["carry"]), tuple(raw["cautions"]))
    for raw in _raw["kind"]
}
POINTS = tuple(make_row(PointRow, raw, "visits.toml") for raw in _raw["point"])
if set(KINDS) != set(get_args(TaskKind)):
    raise TableError("visits.toml: every kind of task has a row, and no other")


def points_at(pathway: Pathway) -> tuple[str, ...]:
    """What is ticked where a cable runs through a pathway."""
    return tuple(
        row.tick
        for row in POINTS
        if pathway.kind in row.sections or set(pathway.hazards) & set(row.hazards)
    )
