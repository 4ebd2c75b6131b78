"""Which module goes with which glass: those that come up over it as it lies, and no others."""

from dataclasses import dataclass

from passerelle.core.judge.answering import answer as verdict_said
from passerelle.core.judge.answering import causes
from passerelle.core.judge.check import TIGHT, WORKS, LinkCheck
from passerelle.core.judge.findings import STOP
from passerelle.core.tables import STANDARD
from passerelle.core.words import metres
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
    ruled,
    tempting,
)
from passerelle.practice.plants import cord, judged, link, path, run, two_places

OFFERED = {
    1: ("1000BASE-SX", "1000BASE-LX", "100BASE-FX"),
    2: ("10GBASE-SR", "10GBASE-LR", "1000BASE-SX", "1000BASE-LX"),
    3: ("10GBASE-SR", "10GBASE-LRM", "10GBASE-LR", "1000BASE-SX", "1000BASE-LX"),
    4: ("25GBASE-SR", "25GBASE-LR", "10GBASE-SR", "10GBASE-LR", "10GBASE-ER"),
    5: ("25GBASE-SR", "10GBASE-SR", "10GBASE-LRM", "10GBASE-LR", "1000BASE-SX", "1000BASE-LX"),
}
GLASS = {
    1: ("OM2", "OM3", "OS2"), 2: ("OM2", "OM3", "OM4", "OS2"), 3: ("OM1", "OM2", "OM3"),
    4: ("OM3", "OM4", "OS2"), 5: ("OM1", "OM2", "OM3", "OM4", "OS2"),
}  # fmt: skip
FAR = {
    "OM1": (20, 30, 60, 150, 250, 400, 600), "OM2": (40, 70, 110, 300, 520, 700),
    "OM3": (60, 90, 200, 280, 330, 520, 800), "OM4": (60, 95, 130, 350, 430, 600, 900),
    "OS2": (300, 2_000, 6_000, 9_500, 12_000),
}  # fmt: skip
"""Lengths that lie on either side of what applications reach. [m]"""


@dataclass(frozen=True, slots=True)
class Known:
    """What is recorded. printed, drawn : grade and length are as the record has them, unproved."""

    places: tuple[str, str]
    grade: str
    length_m: float
    offered: tuple[str, ...]
    proved: bool


@dataclass(frozen=True, slots=True)
class Truth:
    """What lies there."""

    grade: str
    length_m: float


def checked(application: str, grade: str, length_m: float) -> LinkCheck:
    """A link of this application over two cords and the glass."""
    return judged(link(application, path(cord(grade), run(grade, length_m - 4), cord(grade))))


def comes_up(application: str, grade: str, length_m: float) -> bool:
    """Whether it comes up with what is there."""
    return checked(application, grade, length_m).verdict in (WORKS, TIGHT)


def _make(drill: Drill) -> tuple[Known, Truth]:
    chance = drill.chance()
    grade = chance.choice(GLASS[drill.level])
    length = float(chance.choice(FAR[grade]))
    truth = Truth(grade, length)
    written = truth
    if drill.level == 5:
        others = [one for one in GLASS[5] if one != grade]
        if chance.random() < 0.5:
            written = Truth(chance.choice(others), length)
        else:
            written = Truth(grade, float(chance.choice([m for m in FAR[grade] if m != length])))
    known = Known(two_places(chance), written.grade, written.length_m, OFFERED[drill.level],
                  drill.level < 5)  # fmt: skip
    return known, truth


def _pose(known: Known) -> Posed:
    a, b = known.places
    how = "measured, and printed on the sheath" if known.proved else "by a drawing of years ago"
    scene = (
        f"{metres(known.length_m)} of {known.grade} lie from {a} to {b}, {how}.",
        "Plain cords of the same glass at both ends, two mated pairs, both modules alike.",
    )
    acts: tuple[Act, ...] = ()
    if not known.proved:
        acts = (Act("print", "Read the print along the sheath", 3.0),
                Act("length", "Measure the length of a strand", 6.0, 2),
                *tempting("look-in"))  # fmt: skip
    choices = [
        Choice(name, name, f"{STANDARD.applications[name].rate_gbps:g} Gb/s")
        for name in known.offered
    ]
    asked = Asked("many", "Which of these come up over it as it lies? Tick all, or none.",
                  tuple(choices))  # fmt: skip
    return Posed("Which module for this glass", scene, asked, acts)


def _look(_known: Known, truth: Truth, act: str, _before: Seen) -> Shown:
    if act == "print":
        return Shown(truth.grade, f"The print says {truth.grade}.")
    return Shown(f"{truth.length_m:g}", f"{metres(truth.length_m)}.")


def _move(known: Known, seen: Seen) -> Move:
    told = {look.act: look.shown.key for look in seen}
    if not known.proved:
        for act in ("print", "length"):
            if act not in told:
                return Move(act, (), "What a drawing says decides here, and nobody has proved it.")
    grade = told.get("print", known.grade)
    length = float(told.get("length", known.length_m))
    up = tuple(one for one in known.offered if comes_up(one, grade, length))
    return Move(None, up, f"{metres(length)} of {grade} against the reach of each.")


def _right(known: Known, truth: Truth, answer: Answer) -> bool:
    return set(answer) == {
        one for one in known.offered if comes_up(one, truth.grade, truth.length_m)
    }


def _tell(known: Known, truth: Truth) -> Revealed:
    why = []
    topic = f"glass {truth.grade}"
    for name in known.offered:
        check = checked(name, truth.grade, truth.length_m)
        said = f"{name}: {verdict_said(check)}."
        stop = next((one for one in causes(check) if one.rule.severity == STOP), None)
        if stop is not None:
            why.append(ruled(stop.rule.id, f"{said} {stop.message}"))
        else:
            why.append(Why(said, source=STANDARD.applications[name].source))
    up = [one for one in known.offered if comes_up(one, truth.grade, truth.length_m)]
    if (known.grade, known.length_m) != (truth.grade, truth.length_m):
        topic = "a record that is wrong"
        why.append(
            Why(
                f"The drawing said {metres(known.length_m)} of {known.grade}; there are "
                f"{metres(truth.length_m)} of {truth.grade}.",
                source="usual practice",
            )
        )
    said = f"{metres(truth.length_m)} of {truth.grade} carry {', '.join(up) or 'none of these'}."
    return Revealed(topic, said, tuple(why))


KIND = KindOf(
    "Which module for which glass", "which modules come up over the glass that is there",
    ("1 Gb/s and slower", "near the reach", "old multimode, and long-wave modules",
     "faster, and farther", "the drawing may be wrong"),
    _make, _pose, _look, _move, _right, _tell,
)  # fmt: skip
