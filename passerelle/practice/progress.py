"""Progress: what each person has missed, and which drill comes next, by spaced repetition.

Each topic of a kind of drill is a card of the scheduler FSRS, with the parameters that its package
ships; a drill that was answered is a review of it. Right and clean is 'good'; right with more than
was needed 'hard'; wrong, or with an unsafe move, 'again'.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime

from fsrs import Card, Rating, Scheduler

from .drill import KINDS, LEVELS, Kind

IN_A_ROW = 2
"""So many right in a row at a level open the next one."""


@dataclass(frozen=True, slots=True)
class Answered:
    """A drill that somebody answered. clean : nothing unsafe, nothing wasted, not much longer."""

    kind: Kind
    level: int
    seed: int
    topic: str
    right: bool
    clean: bool
    unsafe: int
    minutes: float
    best_minutes: float
    at: datetime


@dataclass(frozen=True, slots=True)
class Topic:
    """A topic and how it stands. due : when it should be asked again."""

    kind: Kind
    name: str
    asked: int
    missed: int
    due: datetime


@dataclass(frozen=True, slots=True)
class Standing:
    """A kind of drill and how far a person is with it. level : the one that is open."""

    kind: Kind
    level: int
    answered: int
    right: int
    minutes: float
    best_minutes: float


@dataclass(frozen=True, slots=True)
class Next:
    """The next drill. topic : what it should be about, which nobody is told before; why : in words
    that give nothing away."""

    kind: Kind
    level: int
    topic: str | None
    why: str


def rating(one: Answered) -> Rating:
    """What the scheduler is told of an answer."""
    if not one.right or one.unsafe:
        return Rating.Again
    return Rating.Good if one.clean else Rating.Hard


def topics(answers: Sequence[Answered]) -> tuple[Topic, ...]:
    """Every topic that came up, those that are due first."""
    scheduler = Scheduler(learning_steps=(), relearning_steps=(), enable_fuzzing=False)
    cards: dict[tuple[Kind, str], Card] = {}
    counts: dict[tuple[Kind, str], list[bool]] = {}
    for one in sorted(answers, key=lambda a: a.at):
        key = (one.kind, one.topic)
        card = cards.get(key) or Card(card_id=len(cards) + 1)
        cards[key], _ = scheduler.review_card(card, rating(one), one.at)
        counts.setdefault(key, []).append(rating(one) != Rating.Again)
    found = [
        Topic(kind, name, len(counts[kind, name]), counts[kind, name].count(False), card.due)
        for (kind, name), card in cards.items()
    ]
    return tuple(sorted(found, key=lambda one: (one.due, one.kind, one.name)))


def level_of(kind: Kind, answers: Iterable[Answered]) -> int:
    """The level that is open: the first at which the last answers were not all right."""
    mine = sorted((one for one in answers if one.kind == kind), key=lambda a: a.at)
    for level in LEVELS[:-1]:
        last = [one for one in mine if one.level == level][-IN_A_ROW:]
        if len(last) < IN_A_ROW or not all(one.right and not one.unsafe for one in last):
            return level
    return LEVELS[-1]


def standings(answers: Sequence[Answered]) -> tuple[Standing, ...]:
    """Every kind, in the order of the job."""
    found = []
    for kind in KINDS:
        mine = [one for one in answers if one.kind == kind]
        right = [one for one in mine if one.right]
        found.append(
            Standing(kind, level_of(kind, mine), len(mine), len(right),
                     sum(one.minutes for one in right), sum(one.best_minutes for one in right))
        )  # fmt: skip
    return tuple(found)


def next_drill(answers: Sequence[Answered], now: datetime) -> Next:
    """What is due and was missed most; else the kind that was practised least."""
    due = [one for one in topics(answers) if one.due <= now]
    if due:
        first = max(due, key=lambda one: (one.missed / one.asked, -one.due.timestamp()))
        why = "It is time for it again." if not first.missed else (
            "Something of this kind was missed before, and it is time for it again.")  # fmt: skip
        return Next(first.kind, level_of(first.kind, answers), first.name, why)
    least = min(standings(answers), key=lambda one: (one.answered, KINDS.index(one.kind)))
    why = "Not practised yet." if not least.answered else "Practised least so far."
    return Next(least.kind, least.level, None, why)
