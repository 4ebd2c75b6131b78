"""Facts: what was seen or done, by whom and when. They stand beside the design and are only added.

A fact that turned out wrong is corrected by a later one that names it. What a thing's state is, is
worked out from the plan and the facts that stand.
"""

from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import Annotated, Any, ClassVar, Literal

from annotated_types import Ge, Le, Len

from .backbone import Cable, StrandNote
from .fact import About, Fact, Instant, Spot
from .fields import Metres, Name, StrandNumber, Text, told_by
from .testing import FaceFact, ReadingFact, ReferenceEndFact, ReferenceFact, TraceFact
from .turnup import (
    CounterFact,
    HandOverFact,
    HuntFact,
    ModuleReadFact,
    SignOffFact,
    TickFact,
)

__all__ = ["About", "Fact", "Instant"]


@dataclass(frozen=True, slots=True, kw_only=True)
class StrandFact(Fact):
    """What was found of a strand of a cable: that it is bad, dark, held back, or good again."""

    kind: Literal["strand"]
    strand: StrandNumber
    state: Literal["bad", "dark", "reserved", "good"]
    note: Text | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class RedLightFact(Fact):
    """Red light put into a link at one place came out at another, or nowhere that was looked at.

    start, seen : plug and position, from 1.
    """

    kind: Literal["red light"]
    start: Spot
    seen: Spot | None = None
    note: Text | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class TaskFact(Fact):
    """What became of a task, by its key: done, part done, not done with its cause, or open again.

    minutes : of one person. from_m, until_m : sheath marks of a pulled cable. [m]
    points : what was ticked on the way, as it stood there.
    was : what the task was then, in words: where the plan says otherwise since, it is to be done
    again.
    """

    kind: Literal["task"]
    task: Name
    state: Literal["done", "part", "not done", "open"]
    minutes: Annotated[float, Ge(0), Le(100_000)] | None = None
    from_m: Metres | None = None
    until_m: Metres | None = None
    note: Text | None = None
    points: Annotated[tuple[Text, ...], Len(0, 200)] = ()
    was: Text | None = None


AnyFactType = (
    StrandFact
    | RedLightFact
    | TaskFact
    | ReadingFact
    | ReferenceFact
    | ReferenceEndFact
    | FaceFact
    | TraceFact
    | ModuleReadFact
    | CounterFact
    | TickFact
    | HuntFact
    | SignOffFact
    | HandOverFact
)
FACT_KINDS: dict[str, type] = {
    "strand": StrandFact, "red light": RedLightFact, "task": TaskFact, "reading": ReadingFact,
    "reference": ReferenceFact, "reference ended": ReferenceEndFact, "end face": FaceFact,
    "trace": TraceFact, "module read": ModuleReadFact, "counter": CounterFact, "tick": TickFact,
    "hunt": HuntFact, "sign-off": SignOffFact, "hand-over": HandOverFact,
}  # fmt: skip
"""Each kind of fact, and its model."""
AnyFact = Annotated[AnyFactType, told_by("kind", FACT_KINDS, "a fact has a kind, one of")]
"""A fact as documents have it."""


@dataclass(frozen=True, slots=True)
class Facts:
    """All facts of a plan in the order in which they came. Adding one twice changes nothing."""

    all: tuple[AnyFactType, ...] = ()
    _standing: dict[str, AnyFactType] = field(default_factory=dict, compare=False, repr=False)

    NONE: ClassVar["Facts"]

    @classmethod
    def of(cls, facts: Iterable[AnyFactType]) -> "Facts":
        """Facts in their order, each once; those that a later one corrects do not stand."""
        by_id: dict[str, AnyFactType] = {}
        for fact in facts:
            by_id.setdefault(fact.id, fact)
        corrected = {fact.corrects for fact in by_id.values() if fact.corrects is not None}
        standing = {
            key: fact for key, fact in by_id.items() if key not in corrected and not fact.withdrawn
        }
        return cls(tuple(by_id.values()), standing)

    @property
    def standing(self) -> tuple[AnyFactType, ...]:
        """The facts that no later one corrects."""
        return tuple(self._standing.values())

    def about(self, thing_id: str) -> tuple[AnyFactType, ...]:
        """The facts that stand about one thing."""
        return tuple(fact for fact in self._standing.values() if fact.about.id == thing_id)

    def with_more(self, facts: Iterable[AnyFactType]) -> "Facts":
        """With these facts added at the end; those that are there already change nothing."""
        return Facts.of((*self.all, *facts))


Facts.NONE = Facts()


def noted(cable: Cable, facts: Iterable[Any]) -> tuple[StrandNote, ...]:
    """What is said of a cable's strands: the plan's notes, with what was found later over them."""
    notes = {note.strand: note for note in cable.strand_notes}
    for fact in facts:
        if not isinstance(fact, StrandFact) or fact.about.id != cable.id:
            continue
        if fact.state == "good":
            notes.pop(fact.strand, None)
        elif fact.strand <= cable.strands:
            notes[fact.strand] = StrandNote(fact.strand, fact.state, fact.note)
    return tuple(notes[number] for number in sorted(notes))
