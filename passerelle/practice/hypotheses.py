"""The next look where a handful of states are possible: what tells most per minute."""

from collections.abc import Callable, Hashable, Iterable, Sequence
from typing import TypeVar

from passerelle.core.hunting.hunt import gain

from .drill import Act, Seen

H = TypeVar("H", bound=Hashable)


def left(states: Iterable[H], outcome: Callable[[H, str], str], seen: Seen) -> tuple[H, ...]:
    """The states that agree with everything that was seen."""
    return tuple(
        one for one in states
        if all(outcome(one, look.act) == look.shown.key for look in seen)
    )  # fmt: skip


def best_look(
    states: Sequence[H], outcome: Callable[[H, str], str], answer: Callable[[H], Hashable],
    acts: Iterable[Act],
) -> Act | None:  # fmt: skip
    """The act that tells most of the answer for each minute; None where all answers are one.

    The states are taken as equally likely.
    """
    answers = list(dict.fromkeys(map(answer, states)))
    if len(answers) < 2:
        return None
    place = {one: n for n, one in enumerate(answers)}
    odds = [0.0] * len(answers)
    for one in states:
        odds[place[answer(one)]] += 1 / len(states)
    best: tuple[float, Act] | None = None
    for act in acts:
        by: dict[str, list[float]] = {}
        for one in states:
            row = by.setdefault(outcome(one, act.id), [0.0] * len(answers))
            row[place[answer(one)]] += 1 / len(states)
        shares = [[a / b for a, b in zip(row, odds, strict=True)] for row in by.values()]
        worth = gain(odds, shares) / act.minutes
        if worth > 1e-9 and (best is None or worth > best[0]):
            best = (worth, act)
    return best[1] if best else None
