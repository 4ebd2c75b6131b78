"""What counts on site: right or not, minutes, matings, parts, safety; and the shorter way."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from .drill import (
    UNSAFE,
    Act,
    Answer,
    AnyKind,
    DrillError,
    Look,
    Posed,
    Revealed,
    Seen,
    Unsafe,
    replayed,
    shown,
    unsafe,
)

NO_MUSTS: Mapping[str, str] = {}
MOST_ACTS = 60
"""A drill that takes more has been given up."""


@dataclass(frozen=True, slots=True)
class Spent:
    """What a way took. wasted : parts that were fitted or used and did not help."""

    minutes: float
    matings: int
    wasted: tuple[str, ...]
    unsafe: tuple[Unsafe, ...]


@dataclass(frozen=True, slots=True)
class Step:
    """A step that was taken, and what the tool would have done there. as_best : the same."""

    do: str
    said: str
    as_best: bool
    instead: str
    unsafe: Unsafe | None = None


@dataclass(frozen=True, slots=True)
class Solved:
    """What the tool itself did: its steps, its answer and what it took. right : whether it was."""

    seen: Seen
    answer: Answer
    right: bool
    spent: Spent


@dataclass(frozen=True, slots=True)
class Grade:
    """A drill that was answered."""

    right: bool
    spent: Spent
    best: Solved
    steps: tuple[Step, ...]
    revealed: Revealed
    given: str
    wanted: str

    @property
    def clean(self) -> bool:
        """Right, nothing unsafe, nothing wasted, and no longer than half as much again."""
        return (
            self.right and not self.spent.unsafe and not self.spent.wasted
            and self.spent.minutes <= 1.5 * self.best.spent.minutes + 1
        )  # fmt: skip


def spent_on(posed: Posed, seen: Seen, musts: Mapping[str, str] = NO_MUSTS) -> Spent:
    """What looks took. musts : what is unsafe to leave out, by the act that is left out."""
    acts = {one.id: one for one in posed.acts}
    mine = [acts[one.act] for one in seen]
    wasted = tuple(
        act.part for act, look in zip(mine, seen, strict=True)
        if act.part is not None and look.shown.helped is not True
    )  # fmt: skip
    bad = tuple(found for one in mine if (found := unsafe(one.id)) is not None)
    done = {one.id for one in mine}
    left_out = (UNSAFE[key] for act, key in musts.items() if act in acts and act not in done)
    bad = tuple(dict.fromkeys((*bad, *left_out)))
    return Spent(sum(a.minutes for a in mine), sum(a.matings for a in mine), wasted, bad)


def solve(kind: AnyKind, known: Any, truth: Any) -> Solved:
    """The tool's own way through a drill, by what it sees alone."""
    posed = kind.pose(known)
    seen: Seen = ()
    for _ in range(MOST_ACTS):
        move = kind.move(known, seen)
        if move.act is None:
            right = kind.right(known, truth, move.answer)
            return Solved(seen, move.answer, right, spent_on(posed, seen, kind.musts))
        seen = (*seen, Look(move.act, shown(kind, known, truth, move.act, seen)))
    return Solved(seen, (), False, spent_on(posed, seen))


def checked(posed: Posed, answer: Answer) -> Answer:
    """An answer that can be one. Raises DrillError."""
    asked = posed.asked
    if asked.how == "number":
        if len(answer) != 1:
            raise DrillError("answer", f"one figure in {asked.unit} is asked for")
        try:
            value = float(answer[0].replace(",", "."))
        except ValueError:
            raise DrillError("answer", f"{answer[0][:30]!r} is no figure in {asked.unit}") from None
        if not abs(value) < 1e9:
            raise DrillError("answer", f"{answer[0][:30]!r} is no figure in {asked.unit}")
        return answer
    known = {one.id for one in asked.choices}
    for one in answer:
        if one not in known:
            raise DrillError("answer", f"{one[:60]!r} is not one of the answers")
    if len(set(answer)) != len(answer):
        raise DrillError("answer", "the same answer is given twice")
    if asked.how == "one" and len(answer) != 1:
        raise DrillError("answer", "one answer is asked for")
    if asked.how == "order" and len(answer) != len(known):
        raise DrillError("answer", f"all {len(known)} are to be put in order")
    return answer


def grade(kind: AnyKind, known: Any, truth: Any, acts: tuple[str, ...], answer: Answer) -> Grade:
    """Grade what a person did and said. Raises DrillError."""
    posed = kind.pose(known)
    answer = checked(posed, answer)
    if len(acts) > MOST_ACTS:
        raise DrillError("acts", f"{len(acts)} steps; at most {MOST_ACTS} are graded")
    seen = replayed(kind, known, truth, acts)
    best = solve(kind, known, truth)
    return Grade(
        kind.right(known, truth, answer), spent_on(posed, seen, kind.musts), best,
        _steps(kind, known, posed, seen), kind.tell(known, truth),
        worded(posed, answer), worded(posed, best.answer),
    )  # fmt: skip


def _steps(kind: AnyKind, known: Any, posed: Posed, seen: Seen) -> tuple[Step, ...]:
    """Each step beside what the tool would have done at that point."""
    acts: dict[str, Act] = {one.id: one for one in posed.acts}
    found = []
    for n, look in enumerate(seen):
        move = kind.move(known, tuple(one for one in seen[:n] if unsafe(one.act) is None))
        same = move.act == look.act
        instead = ""
        if not same and move.act is None:
            instead = f"It was known by then: {worded(posed, move.answer)}. {move.why}"
        elif not same and move.act is not None:
            other = acts[move.act]
            instead = f"{other.do}, {other.minutes:g} min. {move.why}"
        found.append(
            Step(acts[look.act].do, look.shown.said, same, instead.strip(), unsafe(look.act))
        )
    return tuple(found)


def worded(posed: Posed, answer: Answer) -> str:
    """An answer in the words of its choices."""
    if posed.asked.how == "number":
        return f"{answer[0]} {posed.asked.unit}".strip() if answer else "nothing"
    labels = {one.id: one.label for one in posed.asked.choices}
    joint = ", then " if posed.asked.how == "order" else "; "
    return joint.join(labels.get(one, one) for one in answer) or "none of them"
