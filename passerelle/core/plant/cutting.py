"""Which lengths are cut from which reels, exactly: as a mixed-integer program solved in turns.

    1. cut as many of the wanted lengths as can be, then as many metres
    2. open the fewest reels
    3. keep the longest single piece in the store, whole reels included
    4. leave the least on the reels that were opened

Each turn keeps what the turns before it reached. Lengths count in whole centimetres, so that the
solver compares whole numbers.
"""

from collections.abc import Sequence
from functools import lru_cache
from typing import Any, NamedTuple

from .solver import is_proved
from .solver import solver as exact

MOST_PAIRS = 400
"""Lengths times reels; above it the search may take long, and the plan is called not proved."""
SECONDS_A_TURN = 2.0


class Assignment(NamedTuple):
    """For each length the reel that it is cut from, None where it is not; and whether no other
    assignment is better."""

    reels: tuple[int | None, ...]
    proved: bool


@lru_cache(maxsize=256)
def assigned(
    lengths_cm: tuple[int, ...], reels_cm: tuple[int, ...], fits: tuple[tuple[int, ...], ...]
) -> Assignment:
    """Assign lengths to reels. fits : for each length the reels that it may come from. [cm]"""
    first = _longest_first(lengths_cm, reels_cm, fits)
    if sum(len(one) for one in fits) > MOST_PAIRS:
        return Assignment(first, proved=False)
    found = _solved(lengths_cm, reels_cm, fits)
    return Assignment(first, proved=False) if found is None else Assignment(found, proved=True)


def _longest_first(
    lengths_cm: Sequence[int], reels_cm: Sequence[int], fits: Sequence[Sequence[int]]
) -> tuple[int | None, ...]:
    """Longest first, each from the reel with the least that is just enough."""
    left = list(reels_cm)
    found: list[int | None] = [None] * len(lengths_cm)
    for at in sorted(range(len(lengths_cm)), key=lambda n: -lengths_cm[n]):
        enough = [reel for reel in fits[at] if left[reel] >= lengths_cm[at]]
        if enough:
            reel = min(enough, key=lambda n: left[n])
            left[reel] -= lengths_cm[at]
            found[at] = reel
    return tuple(found)


def _solved(
    lengths_cm: Sequence[int], reels_cm: Sequence[int], fits: Sequence[Sequence[int]]
) -> tuple[int | None, ...] | None:
    solver = exact()
    solver.setOptionValue("time_limit", SECONDS_A_TURN)
    take = {
        (at, reel): solver.addBinary()
        for at, length in enumerate(lengths_cm)
        for reel in fits[at]
        if length <= reels_cm[reel]
    }
    if not take:
        return (None,) * len(lengths_cm)
    opened = [solver.addBinary() for _ in reels_cm]
    keeper = [solver.addBinary() for _ in reels_cm]
    longest = solver.addVariable(lb=0.0, ub=float(max(reels_cm)))
    for at in range(len(lengths_cm)):
        solver.addConstr(solver.qsum(x for (n, _), x in take.items() if n == at) <= 1)
    solver.addConstr(solver.qsum(keeper) == 1)
    for reel, reel_cm in enumerate(reels_cm):
        cut = solver.qsum(lengths_cm[n] * x for (n, r), x in take.items() if r == reel)
        solver.addConstr(cut <= reel_cm * opened[reel])
        # the kept piece is what is left on one reel; the others are then no bound
        solver.addConstr(longest <= reel_cm - cut + max(reels_cm) * (1 - keeper[reel]))
    count = solver.qsum(take.values())
    metres = solver.qsum(lengths_cm[n] * x for (n, _), x in take.items())
    reels_open = solver.qsum(opened)
    on_opened = solver.qsum(reels_cm[n] * y for n, y in enumerate(opened))
    turns: list[tuple[Any, bool]] = [
        (count, True), (metres, True), (reels_open, False), (1.0 * longest, True),
        (on_opened - metres, False),
    ]  # fmt: skip
    for goal, most in turns:
        (solver.maximize if most else solver.minimize)(goal)
        if not is_proved(solver):
            return None
        reached = round(solver.getObjectiveValue())
        solver.addConstr(goal >= reached if most else goal <= reached)
    found: list[int | None] = [None] * len(lengths_cm)
    for (at, reel), x in take.items():
        if solver.val(x) > 0.5:
            found[at] = reel
    return tuple(found)
