"""Name the cable: from its print, its colours and its plugs, as far as they prove anything."""

import json
from collections.abc import Mapping
from dataclasses import dataclass
from random import Random

from passerelle.core.plant.identify import (
    ANGLED,
    BODY,
    PRINT_BANDWIDTH,
    PRINT_CORE,
    PRINT_GLASS,
    PRINT_GRADE,
    SHAPE,
    SHEATH,
    UNREADABLE,
    USE,
    identify,
)
from passerelle.core.tables.site import CANDIDATES, CLUES, Candidate
from passerelle.practice.drill import (
    Act,
    Answer,
    Asked,
    Choice,
    Drill,
    KindOf,
    Move,
    Posed,
    Revealed,
    Seen,
    Shown,
    Why,
    tempting,
)
from passerelle.practice.plants import two_places

LOOKS: dict[str, tuple[str, float, int, tuple[str, ...]]] = {
    "print": ("Read the print along a metre of the sheath", 3.0, 0,
              (PRINT_CORE, PRINT_GRADE, PRINT_BANDWIDTH, PRINT_GLASS)),
    "sheath": ("Look at the sheath: colour, indoor or outdoor", 0.5, 0, (SHEATH, USE)),
    "plug": ("Unplug one, cap the port, look at body and shape; the end face under the scope", 2.0,
             1, (BODY, SHAPE, ANGLED)),
}  # fmt: skip
_ASK = {clue.key: clue.ask.lower() for clue in CLUES}
_GRADES = {one.grade: one for one in CANDIDATES}


@dataclass(frozen=True, slots=True)
class Known:
    """What is known. record : what a record says of it; None: nothing does."""

    place: str
    record: str | None


@dataclass(frozen=True, slots=True)
class Truth:
    """The cable: its grade, and what each clue would show."""

    grade: str
    clues: Mapping[str, str]


def _make(drill: Drill) -> tuple[Known, Truth]:
    chance = drill.chance()
    old = [one for one in CANDIDATES if one.bandwidth is not None]
    true = chance.choice(old if drill.level == 2 else list(CANDIDATES))
    clues = _clues(true, drill.level, chance)
    record = None
    if drill.level == 5:
        record = chance.choice([one.grade for one in CANDIDATES if one.grade != true.grade])
    return Known(two_places(chance)[0], record), Truth(true.grade, clues)


def _clues(true: Candidate, level: int, chance: Random) -> dict[str, str]:
    """What it shows: the grade is printed on levels 1 and 5; on 3 there is no print, on 4 neither
    print of the grade nor a colour that says anything."""
    values = {clue.key: clue.values for clue in CLUES}
    found = {
        SHEATH: chance.choice(true.sheath), USE: "indoor",
        BODY: chance.choice(true.body), SHAPE: chance.choice(true.shape),
        ANGLED: "angled" if "green" in true.body and chance.random() < 0.3 else "flat",
    }  # fmt: skip
    if found[ANGLED] == "angled":
        found[BODY] = "green"
    elif found[BODY] == "green":
        found[BODY] = "blue"
    printed = true.grade in values[PRINT_GRADE]
    found[PRINT_GRADE] = true.grade if level in (1, 5) and printed else UNREADABLE
    if level != 3:
        found[PRINT_CORE] = true.core if true.core in values[PRINT_CORE] else UNREADABLE
    if level in (1, 2, 5) and true.bandwidth in values[PRINT_BANDWIDTH]:
        found[PRINT_BANDWIDTH] = str(true.bandwidth)
    if level == 4:
        found[SHEATH], found[USE] = "black", chance.choice(["outdoor", "tactical or armoured"])
    return found


def _pose(known: Known) -> Posed:
    scene = [f"A cable ends in {known.place}. Which glass is in it decides what it can carry."]
    if known.record is not None:
        scene.append(f"The label on its panel says {known.record}.")
    acts = [Act(key, do, minutes, matings) for key, (do, minutes, matings, _) in LOOKS.items()]
    acts.append(Act("measure", "Measure length and loss of a strand", 12.0, 2))
    asked = Asked(
        "many", "Which glass can it still be, by all that there is to see? Tick every one.",
        tuple(Choice(one.grade, one.grade, one.core) for one in CANDIDATES),
    )  # fmt: skip
    return Posed("Name the cable", tuple(scene), asked, (*acts, *tempting("look-in")))


def _look(_known: Known, truth: Truth, act: str, _before: Seen) -> Shown:
    if act == "measure":
        return Shown("{}", "Length and loss come out as glass of any grade might have them.")
    mine = {key: truth.clues[key] for key in LOOKS[act][3] if key in truth.clues}
    told = [f"{_ASK[key]}: {value}" for key, value in mine.items()]
    said = "; ".join(told) if told else "nothing readable"
    return Shown(json.dumps(mine, sort_keys=True), said[:1].upper() + said[1:] + ".")


def _seen(seen: Seen) -> dict[str, str]:
    found: dict[str, str] = {}
    for look in seen:
        found |= json.loads(look.shown.key)
    return found


def _grades(clues: Mapping[str, str]) -> tuple[str, ...]:
    return tuple(one.candidate.grade for one in identify(dict(clues)).candidates)


def _move(_known: Known, seen: Seen) -> Move:
    clues, done = _seen(seen), {look.act for look in seen}
    found = identify(clues)
    if found.certainty != "print":
        wanted = found.next_clue.key if found.next_clue is not None else ""
        first = next((key for key, row in LOOKS.items() if wanted in row[3]), "print")
        for key in (first, *LOOKS):
            if key not in done:
                return Move(key, (), found.next_why or "")
    why = "The print goes before every colour." if found.certainty == "print" else (
        "What nothing tells apart stays open.")  # fmt: skip
    return Move(None, _grades(clues), why)


def _right(_known: Known, truth: Truth, answer: Answer) -> bool:
    return set(answer) == set(_grades(truth.clues)) and truth.grade in answer


def _tell(known: Known, truth: Truth) -> Revealed:
    found = identify(dict(truth.clues))
    names = ", ".join(one.candidate.grade for one in found.candidates)
    said = f"It is {truth.grade}; what can be seen leaves {names}."
    why = [Why(f"{one.candidate.grade}: {'; '.join(one.reasons) or 'nothing speaks against it'}.",
               source=one.candidate.source) for one in found.candidates[:4]]  # fmt: skip
    why += [Why(text) for text in found.contradictions]
    if known.record is not None:
        why.append(Why(f"The label says {known.record}; a label is somebody's word, and the print "
                       "is the maker's.", source="usual practice"))  # fmt: skip
    why.append(Why(_GRADES[truth.grade].means, source=_GRADES[truth.grade].source))
    return Revealed(truth.grade, said, tuple(why))


KIND = KindOf(
    "Name the cable", "which glass a cable holds, and how far its looks prove it",
    ("the print can be read", "old glass, the grade is not printed", "colours alone",
     "outdoors, where colours say nothing", "the label may be wrong"),
    _make, _pose, _look, _move, _right, _tell,
)  # fmt: skip
