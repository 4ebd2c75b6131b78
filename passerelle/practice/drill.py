"""A drill: what is posed, what can be done about it, and what is asked. All of it from a seed.

A kind of drill makes two things of a seed: what is known, and the truth. What is posed is made of
what is known alone, and so is what the tool itself would do: neither is ever handed the truth.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from random import Random
from typing import Any, Generic, Literal, TypeVar, get_args

from passerelle.core.judge.rules import RULES
from passerelle.core.refused import Told as Refused

Kind = Literal[
    "cable", "module", "verdict", "crossed", "method", "reference", "trace", "dark", "order",
    "pull", "choose", "shared",
]  # fmt: skip
KINDS: tuple[Kind, ...] = get_args(Kind)
LEVELS = (1, 2, 3, 4, 5)
MOST_SEED = 2**31 - 1
How = Literal["one", "many", "order", "number"]
Answer = tuple[str, ...]
"""Ids of options, in order where the order is asked for; or one number as text."""


P = TypeVar("P")
T = TypeVar("T")


class DrillError(Refused):
    """A drill, an act or an answer that there is not; the text says what would be."""


@dataclass(frozen=True, slots=True)
class Drill:
    """Which drill: the same three make the same drill, on every machine."""

    kind: Kind
    level: int
    seed: int

    def chance(self) -> Random:
        """The source of chance that it is drawn from."""
        return Random(f"{self.kind}/{self.level}/{self.seed}")


def drill_of(kind: str, level: int, seed: int) -> Drill:
    """A drill by its three. Raises DrillError."""
    if kind not in KINDS:
        raise DrillError("kind", f"{kind[:40]!r} is no drill; it is one of {', '.join(KINDS)}")
    if level not in LEVELS:
        raise DrillError("level", f"{level} is no level; it is 1 to {LEVELS[-1]}")
    if not 0 <= seed <= MOST_SEED:
        raise DrillError("seed", f"{seed} is no seed; it is 0 to {MOST_SEED}")
    return Drill(kind, level, seed)


@dataclass(frozen=True, slots=True)
class Act:
    """Something that can be done before answering.

    part : what it fits or uses up, which is wasted where it does not help. repeats : it can be done
    more than once.
    """

    id: str
    do: str
    minutes: float
    matings: int = 0
    part: str | None = None
    repeats: bool = False


@dataclass(frozen=True, slots=True)
class Choice:
    """One of the answers that can be given."""

    id: str
    label: str
    more: str = ""


@dataclass(frozen=True, slots=True)
class Asked:
    """What is asked. unit, nearest : of a number, and how near it has to be."""

    how: How
    text: str
    choices: tuple[Choice, ...] = ()
    unit: str = ""
    nearest: float = 0.0


@dataclass(frozen=True, slots=True)
class Row:
    """A line of what is known, such as a part of a path with its length and wiring."""

    cells: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Table:
    """What is known as a table."""

    head: tuple[str, ...]
    rows: tuple[Row, ...]


@dataclass(frozen=True, slots=True)
class Line:
    """A line over a distance, such as a trace: levels at even steps. [dB, m]"""

    name: str
    step_m: float
    level_db: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class Posed:
    """A drill as it is put to a person. scene : what is known, as sentences."""

    title: str
    scene: tuple[str, ...]
    asked: Asked
    acts: tuple[Act, ...] = ()
    table: Table | None = None
    line: Line | None = None


@dataclass(frozen=True, slots=True)
class Shown:
    """What a look showed. key : by which the tool tells the outcomes apart. helped : the act did
    away with something; None: it was no repair. samples : of a trace, as the instrument drew it.
    """

    key: str
    said: str
    helped: bool | None = None
    line: Line | None = None
    samples: Any = None


@dataclass(frozen=True, slots=True)
class Look:
    """An act that was done, and what it showed."""

    act: str
    shown: Shown


Seen = tuple[Look, ...]


@dataclass(frozen=True, slots=True)
class Move:
    """What comes next by the tool's own reckoning: an act, or an answer. why : in words."""

    act: str | None
    answer: Answer
    why: str


@dataclass(frozen=True, slots=True)
class Why:
    """A reason behind an answer. rule : id in the table of rules; source : whose word it is."""

    text: str
    rule: str | None = None
    source: str = ""


@dataclass(frozen=True, slots=True)
class Revealed:
    """What it was. topic : what is to be learned, under which progress is kept."""

    topic: str
    said: str
    why: tuple[Why, ...]


@dataclass(frozen=True, slots=True)
class Unsafe:
    """An act that nobody does. why : what it can cost."""

    do: str
    why: str
    source: str


UNSAFE: dict[str, Unsafe] = {
    "look-in": Unsafe(
        "Look into the port for light",
        "Infrared light is not seen, and can harm the eye. Use a meter, or a camera on a cord.",
        "IEC 60825-2",
    ),
    "uncapped": Unsafe(
        "Leave the open plugs uncapped meanwhile",
        "Dust settles on an open end within minutes: the next connection is dirty.",
        "IEC 61300-3-35 and usual practice",
    ),
    "pull-untested": Unsafe(
        "Pull the cable off the reel as it came, untested",
        "A fault from the factory or the road is then found in the duct, with the cable pulled.",
        "usual practice",
    ),
    "unplug-source": Unsafe(
        "Unplug the cord at the source, to clean it",
        "The reference is gone with it: the light that is coupled in differs from now on.",
        "IEC 61280-4-1 and IEC 61280-4-2",
    ),
    "reset-far": Unsafe(
        "Change the far device first and see whether it comes back, without a way back",
        "If its only way in goes, nobody reaches it: a trip, a boat, a day.",
        "usual practice",
    ),
}
"""What tempts and is not done, by id; each is offered where the work would tempt to it."""
UNSAFE_MIN = 0.5


def tempting(*keys: str) -> tuple[Act, ...]:
    """Unsafe moves as acts, worded as neutrally as any other."""
    return tuple(Act(f"unsafe {key}", UNSAFE[key].do, UNSAFE_MIN) for key in keys)


def unsafe(act: str) -> Unsafe | None:
    """What is unsafe about an act, if anything is."""
    return UNSAFE.get(act.removeprefix("unsafe ")) if act.startswith("unsafe ") else None


def ruled(rule: str, text: str = "") -> Why:
    """A reason by a rule of the table."""
    row = RULES[rule]
    return Why(text or f"{row.title}: {row.why}", rule, row.source)


@dataclass(frozen=True, slots=True)
class KindOf(Generic[P, T]):
    """A kind of drill. `make` draws what is known and the truth; the rest is pure.

    look : what an act shows, after what was done before. move : what the tool would do next.
    right : whether an answer is. tell : what it was. musts : acts that nobody leaves out, each with
    the key of what is unsafe about leaving it out.
    """

    name: str
    teaches: str
    levels: tuple[str, str, str, str, str]
    make: Callable[[Drill], tuple[P, T]]
    pose: Callable[[P], Posed]
    look: Callable[[P, T, str, Seen], Shown]
    move: Callable[[P, Seen], Move]
    right: Callable[[P, T, Answer], bool]
    tell: Callable[[P, T], Revealed]
    musts: Mapping[str, str] = field(default_factory=dict)


AnyKind = KindOf[Any, Any]
NOTHING = Shown("nothing", "Nothing is seen.")


def shown(kind: AnyKind, known: Any, truth: Any, act: str, before: Seen) -> Shown:
    """What an act shows. Raises DrillError where there is no such act, or it was done already."""
    posed = kind.pose(known)
    mine = next((one for one in posed.acts if one.id == act), None)
    if mine is None:
        raise DrillError("act", f"{act[:60]!r} cannot be done here")
    if not mine.repeats and any(one.act == act for one in before):
        raise DrillError("act", f"{mine.do!r} was done already")
    if unsafe(act) is not None:
        return NOTHING
    return kind.look(known, truth, act, before)


def replayed(kind: AnyKind, known: Any, truth: Any, acts: tuple[str, ...]) -> Seen:
    """What acts showed, one after the other. Raises DrillError."""
    seen: Seen = ()
    for act in acts:
        seen = (*seen, Look(act, shown(kind, known, truth, act, seen)))
    return seen
