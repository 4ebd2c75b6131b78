"""What an unknown cable may be: clues in any order, candidates, and what to look for next."""

from dataclasses import dataclass

from passerelle.core.refused import Told
from passerelle.core.tables.site import CANDIDATES, CLUES, Candidate, Clue

PRINT_CORE, PRINT_GRADE, BODY, SHEATH, SHAPE, ANGLED, USE = (
    "print_core", "print_grade", "body", "sheath", "shape", "angled", "use",
)  # fmt: skip
PRINT_BANDWIDTH, PRINT_GLASS = "print_bandwidth", "print_glass"
UNREADABLE = "nothing readable"
PRINTS = (PRINT_CORE, PRINT_GRADE, PRINT_BANDWIDTH, PRINT_GLASS)
COLOURS = (BODY, SHEATH)
NO_COLOUR_CODE = ("outdoor", "tactical or armoured")
"""Sheaths that are black, green or of any colour whatever the glass: never judged by it."""
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

    certainty : print, where the print names the grade; colour, where a colour is all that speaks
    for it; guess, where other clues do; none.
    next_clue : the one to look for next; None where only a measurement tells more.
    next_why : what the next look is for; there always is one.
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
    if key == PRINT_BANDWIDTH:
        if candidate.bandwidth is None:
            return AGAINST, f"the print says {value} MHz·km; {grade} has another bandwidth"
        same = candidate.bandwidth == value
        told = f"the print says {value} MHz·km"
        return (FOR, told) if same else (AGAINST, f"{told}; {grade} is {candidate.bandwidth}")
    if key == PRINT_GLASS:
        single = candidate.core.startswith("9/")
        return (FOR if single else AGAINST), f"the print says {value}, which is single mode"
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
        if key == SHEATH and clues.get(USE) in NO_COLOUR_CODE:
            continue
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
        key in clues and _verdict(key, clues[key], candidate)[0] == AGAINST for key in PRINTS
    )


def identify(clues: dict[str, str]) -> Identified:
    """Narrow down what a cable may be. clues : by key of the clue table. Raises ClueError."""
    for key, value in clues.items():
        if key not in _BY_KEY:
            raise ClueError(f"{key[:40]!r} is not a clue; use one of {', '.join(_BY_KEY)}")
        if value not in _BY_KEY[key].values:
            listed = ", ".join(_BY_KEY[key].values)
            raise ClueError(f"{key}: {value[:40]!r} is not one of {listed}")
    seen = {key: value for key, value in clues.items() if value != UNREADABLE}
    judged = sorted((_judge(seen, c) for c in CANDIDATES), key=lambda j: -j.score)
    kept = [j for j in judged if not _certainly_out(seen, j.candidate)]
    contradictions = _contradictions(seen, judged, kept)
    if not kept:
        kept = judged if not seen else []
    if any(not j.against for j in kept) and PRINT_GRADE not in seen:
        kept = [j for j in kept if not j.against]
    elif seen and kept and PRINT_GRADE not in seen:
        kept = [j for j in kept if j.score == kept[0].score]
    out = tuple(j for j in judged if j not in kept)
    certainty = _certainty(seen, kept)
    clue, why = _next(clues, [j.candidate for j in kept])
    if seen.get(USE) in NO_COLOUR_CODE and SHEATH in seen:
        said = f"Of {seen[USE]} sheaths the colour says nothing of the glass: it was left out."
        contradictions = (*contradictions, said)
    return Identified(tuple(kept), out, contradictions, certainty, clue, why)


def _certainty(clues: dict[str, str], kept: list[Judged]) -> str:
    if not kept or not any(judged.reasons for judged in kept):
        return "none"
    if PRINT_GRADE in clues or (PRINT_BANDWIDTH in clues and len(kept) == 1):
        return "print"
    spoke = [
        key for key, value in clues.items()
        if any(_verdict(key, value, one.candidate)[0] == FOR for one in kept)
    ]  # fmt: skip
    return "colour" if spoke and all(key in COLOURS for key in spoke) else "guess"


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


MEASURE = "Measure length and loss: what it carries shows better than what it is called."


def _alone(clues: dict[str, str], only: Candidate) -> tuple[Clue | None, str]:
    """One grade left: its print proves it, and where that was read, a measurement."""
    if PRINT_GRADE not in clues:
        return _BY_KEY[PRINT_GRADE], f"Only the print proves that it is {only.grade}."
    return None, MEASURE


def _next(clues: dict[str, str], left: list[Candidate]) -> tuple[Clue | None, str | None]:
    """The clue not yet looked at that would split the candidates best, stronger ones first."""
    if len(left) == 1:
        return _alone(clues, left[0])
    best: tuple[float, Clue] | None = None
    for clue in CLUES:
        if clue.key in clues or not WEIGHTS[clue.strength]:
            continue
        groups: dict[tuple[str, ...], int] = {}
        for candidate in left:
            fits = tuple(
                v for v in clue.values
                if v != UNREADABLE and _verdict(clue.key, v, candidate)[0] == FOR
            )  # fmt: skip
            groups[fits] = groups.get(fits, 0) + 1
        if len(groups) < 2:
            continue
        largest = max(groups.values()) / len(left)
        worth = (1 - largest) * WEIGHTS[clue.strength]
        if best is None or worth > best[0]:
            best = (worth, clue)
    if best is None:
        return None, MEASURE
    names = ", ".join(dict.fromkeys(c.grade for c in left))
    return best[1], f"It would tell {names} apart."
