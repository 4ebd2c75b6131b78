"""The hunt: causes in order, and what to look at next, by what it tells for each minute."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import log2

from passerelle.core.judge.check import LinkCheck
from passerelle.core.tables.hunting import LOOKS, SIGHTS

from .causes import Cause, causes
from .odds import STATES, lamp_off, looked_likelihood, posterior, sends_nothing, shares
from .seen import NO_PRACTICE, SIDES, Practice, Seen

LEVEL_MIN, LAMP_MIN, COUNT_MIN = 1.0, 0.5, 5.0
"""Minutes for reading a level, looking at a lamp, and counting errors. Planning values."""


@dataclass(frozen=True, slots=True)
class Suspect:
    """A cause with its probability."""

    cause: Cause
    probability: float


@dataclass(frozen=True, slots=True)
class Step:
    """Something to look at.

    key : 'rx a', 'tx a', 'lamp a', 'errors a', or how it is noted when done. gain_bits : by how
    much the doubt falls on average. shows : outcomes with their chances.
    """

    key: str
    do: str
    minutes: float
    gain_bits: float
    shows: tuple[tuple[str, float], ...]

    @property
    def per_minute(self) -> float:
        """What it tells for each minute. [bit/min]"""
        return self.gain_bits / self.minutes


@dataclass(frozen=True, slots=True)
class Hunt:
    """Causes, the likeliest first, and steps, the one that tells most per minute first."""

    suspects: tuple[Suspect, ...]
    next: tuple[Step, ...]


def doubt(odds: Sequence[float]) -> float:
    """Entropy of probabilities. [bit]"""
    return -sum(p * log2(p) for p in odds if p > 0)


def gain(odds: Sequence[float], outcomes: Sequence[Sequence[float]]) -> float:
    """By how much the doubt falls on average: outcomes[o][c] is P(outcome o | cause c). [bit]"""
    left = 0.0
    for outcome in outcomes:
        joint = [p * q for p, q in zip(odds, outcome, strict=True)]
        total = sum(joint)
        if total > 0:
            left += total * doubt([one / total for one in joint])
    return max(0.0, doubt(odds) - left)


def hunt(check: LinkCheck, seen: Seen, practice: Practice = NO_PRACTICE) -> Hunt:
    """What keeps a link from coming up, by what was seen of it."""
    found = causes(check, practice)
    odds = posterior(found, check, seen)
    suspects = sorted(map(Suspect, found, odds), key=lambda one: -one.probability)
    steps = [one for one in steps_of(found, odds, seen, practice) if one.gain_bits > 0.0005]
    return Hunt(tuple(suspects), tuple(sorted(steps, key=lambda one: -one.per_minute)))


def steps_of(
    found: list[Cause], odds: list[float], seen: Seen, practice: Practice = NO_PRACTICE
) -> list[Step]:
    """What can be looked at, in the table's order."""
    made = []

    def add(key: str, do: str, minutes: float, named: dict[str, list[float]]) -> None:
        told = tuple(
            (name, sum(p * q for p, q in zip(odds, chances, strict=True)))
            for name, chances in named.items()
        )
        made.append(Step(key, do, minutes, gain(odds, list(named.values())), told))

    for end in SIDES:
        told = seen.of(end)
        if "rx" not in told.levels:
            by = [shares(one, end) for one in found]
            add(f"rx {end}", f"Read the received level at end {end}", LEVEL_MIN,
                {state: [one[state] for one in by] for state in STATES})  # fmt: skip
        if "tx" not in told.levels:
            sends = [sends_nothing(one, end) for one in found]
            add(f"tx {end}", f"Read what end {end} sends", LEVEL_MIN,
                _either("nothing", "light", sends))  # fmt: skip
        if told.lamp is None:
            add(f"lamp {end}", f"Look at the lamp of end {end}", LAMP_MIN,
                _either("off", "on", [lamp_off(one) for one in found]))  # fmt: skip
        if end not in seen.errors:
            add(f"errors {end}", f"Count errors at end {end}", COUNT_MIN,
                _either("errors", "none", [one.row.errors for one in found]))  # fmt: skip
    for row in LOOKS:
        for end in SIDES if "{end}" in row.said else SIDES[:1]:
            said = row.said.replace("{end}", end)
            if said not in seen.looked:
                stays = [looked_likelihood(one, said) for one in found]
                add(
                    said,
                    row.do.replace("{end}", end),
                    row.minutes + practice.fetch_min.get(said, 0.0),
                    _either("as before", "it comes up", stays),
                )
    for sight in SIGHTS:
        if not {sight.said, sight.otherwise} & set(seen.looked):
            sees = [looked_likelihood(one, sight.said) for one in found]
            add(
                sight.said,
                sight.do,
                sight.minutes,
                _either(sight.said, sight.otherwise or "not clean", sees),
            )
    return made


def _either(one: str, other: str, chances: list[float]) -> dict[str, list[float]]:
    return {one: chances, other: [1 - p for p in chances]}
