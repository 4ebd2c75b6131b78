"""What an unknown cable may be: clues in any order, candidates, and what to look for next."""

from dataclasses import dataclass

from passerelle.core.refused import Told
from passerelle.core.tables.site import CANDIDATES, CLUES, Candidate, Clue

PRINT_CORE, PRINT_GRADE, BODY, SHEATH, SHAPE, ANGLED, USE = (
    "print_core", "print_grade", "body", "sheath", "shape", "angled", "use",
)  # fmt: skip
FOR, AGAINST, SAYS_NOTHING = "for", "against", "says nothing"
WEIGHTS = {"certain": 100, "likely": 10, "hint": 3, "none": 0}
"""How much a clue decides: the print beats every colour."""


class ClueError(Told):
    """A clue or a value that is not known; the text says what would be."""

    def __init__(self, message: str) -> None:
        super().__init__("clues", message)


@dataclass(frozen=True, slots=True)
class Judged:
    """A candidate with what speaks for and against it."""

    candidate: Candidate
    reasons: tuple[str, ...]
    against: tuple[str, ...]
    score: int


@dataclass(frozen=True, slots=True)
class Identified:
    """The candidates that are left, best first; those ruled out; clues that contradict each other.

    certainty : print, where the print decides; guess, where only colours and shapes do; none.
    next_clue : the one to look for next; None where nothing more would tell.
    """

    candidates: tuple[Judged, ...]
    ruled_out: tuple[Judged, ...]
    contradictions: tuple[str, ...]
    certainty: str
    next_clue: Clue | None
    next_why: str | None


_BY_KEY = {clue.key: clue for clue in CLUES}
_SEEN = {
    BODY: ("body", "bodies are {value}"),
    SHEATH: ("sheath", "indoor sheaths are {value}"),
    SHAPE: ("shape", "{value} plugs are made for it"),
}


def _verdict(key: str, value: str, candidate: Candidate) -> tuple[str, str]:
    """What a clue says of a candidate."""
    grade = candidate.grade
    if key == PRINT_CORE:
        same = value == candidate.core
        return (
            (FOR, f"the print says {value}")
            if same
            else (AGAINST, f"the print says {value}; {grade} is {candidate.core}")
        )
    if key == PRINT_GRADE:
        return (
            (FOR, f"the print says {grade}")
            if value == grade
            else (AGAINST, f"the print says {value}")
        )
    if key == ANGLED:
        single = candidate.core.startswith("9/")
        if value == "flat" or single:
            return SAYS_NOTHING, ""
        return AGAINST, "angled faces are for single mode, or for the newest parallel multimode"
    if key == SHEATH and value in ("black", "other", "green", "blue"):
        return SAYS_NOTHING, ""
    if key not in _SEEN:
        return SAYS_NOTHING, ""
    field, words = _SEEN[key]
    if value in getattr(candidate, field):
        return FOR, words.format(value=value)
    listed = " or ".join(getattr(candidate, field))
    return AGAINST, f"{_BY_KEY[key].ask.lower()}: {value}; usual for {grade}: {listed}"


def _judge(clues: dict[str, str], candidate: Candidate) -> Judged:
    reasons, against, score = [], [], 0
    for key, value in clues.items():
        verdict, why = _verdict(key, value, candidate)
        weight = WEIGHTS[_BY_KEY[key].strength]
        if verdict == FOR:
            reasons.append(why)
            score += weight
        elif verdict == AGAINST:
            against.append(why)
            score -= weight
    return Judged(candidate, tuple(reasons), tuple(against), score)


def _certainly_out(clues: dict[str, str], candidate: Candidate) -> bool:
    return any(
        key in clues and _verdict(key, clues[key], candidate)[0] == AGAINST
        for key in (PRINT_CORE, PRINT_GRADE)
    )


def identify(clues: dict[str, str]) -> Identified:
    """Narrow down what a cable may be. clues : by key of the clue table. Raises ClueError."""
    for key, value in clues.items():
        if key not in _BY_KEY:
            raise ClueError(f"{key[:40]!r} is not a clue; use one of {', '.join(_BY_KEY)}")
        if value not in _BY_KEY[key].values:
            listed = ", ".join(_BY_KEY[key].values)
            raise ClueError(f"{key}: {value[:40]!r} is not one of {listed}")
    judged = sorted((_judge(clues, c) for c in CANDIDATES), key=lambda j: -j.score)
    kept = [j for j in judged if not _certainly_out(clues, j.candidate)]
    contradictions = _contradictions(clues, judged, kept)
    if not kept:
        kept = judged if not clues else []
    if any(not j.against for j in kept) and PRINT_GRADE not in clues:
        kept = [j for j in kept if not j.against]
    elif clues and kept and PRINT_GRADE not in clues:
        kept = [j for j in kept if j.score == kept[0].score]
    out = tuple(j for j in judged if j not in kept)
    printed = PRINT_GRADE in clues or (PRINT_CORE in clues and len(kept) == 1)
    certainty = "none" if not clues or not kept else "print" if printed else "guess"
    clue, why = _next(clues, [j.candidate for j in kept])
    return Identified(tuple(kept), out, contradictions, certainty, clue, why)


def _contradictions(
    clues: dict[str, str], judged: list[Judged], kept: list[Judged]
) -> tuple[str, ...]:
    said = []
    if clues and not kept:
        said.append("The prints contradict each other: read them again, or this is two cables.")
    for one in kept if PRINT_GRADE in clues else ():
        said += [
            f"Printed {one.candidate.grade}, yet {why}: the print counts." for why in one.against
        ]
    if PRINT_GRADE not in clues and kept and all(j.against for j in kept):
        best = max(kept, key=lambda j: j.score)
        said.append(
            f"No grade fits all clues; nearest is {best.candidate.grade}, but {best.against[0]}."
        )
    return tuple(dict.fromkeys(said))


def _next(clues: dict[str, str], left: list[Candidate]) -> tuple[Clue | None, str | None]:
    """The clue not yet looked at that would split the candidates best, stronger ones first."""
    if len(left) <= 1 and left:
        return None, None
    best: tuple[float, Clue] | None = None
    for clue in CLUES:
        if clue.key in clues or not WEIGHTS[clue.strength]:
            continue
        groups: dict[tuple[str, ...], int] = {}
        for candidate in left:
            fits = tuple(v for v in clue.values if _verdict(clue.key, v, candidate)[0] == FOR)
            groups[fits] = groups.get(fits, 0) + 1
        if len(groups) < 2:
            continue
        largest = max(groups.values()) / len(left)
        worth = (1 - largest) * WEIGHTS[clue.strength]
        if best is None or worth > best[0]:
            best = (worth, clue)
    if best is None:
        return None, None
    names = ", ".join(dict.fromkeys(c.grade for c in left))
    return best[1], f"It would tell {names} apart."
