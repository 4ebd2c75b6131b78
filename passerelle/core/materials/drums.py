"""Which drums to buy for lengths of one kind of cable: the fewest metres, then the fewest drums.

Where that is more than the search is good for, longest piece first on the drum with the least that
is enough. Beside it always stands how few metres it could be at best.
"""

from collections.abc import Sequence
from functools import lru_cache
from math import ceil, gcd
from typing import NamedTuple

from passerelle.core.choice.sold import REEL_LENGTHS_M
from passerelle.core.plant.solver import is_proved, solver

MOST_PIECES = 16
"""Above it the search may take long, and what was found first stands."""
SECONDS = 2.0
_SIZES_CM = tuple(round(one * 100) for one in REEL_LENGTHS_M)


class Drum(NamedTuple):
    """A drum with what is cut from it, by number. [m]"""

    length_m: float
    pieces: tuple[int, ...]


class Drums(NamedTuple):
    """Drums to buy. least_m : no choice of drums takes fewer metres than that. [m]"""

    drums: tuple[Drum, ...]
    least_m: float


@lru_cache(maxsize=256)
def drums_for(pieces_m: tuple[float, ...]) -> Drums:
    """Drums of the lengths that are sold; no piece is longer than the longest of them. [m]"""
    pieces = tuple(ceil(one * 100 - 1e-6) for one in pieces_m)
    first = _longest_first(pieces)
    step = gcd(*_SIZES_CM)
    least = max(-(-sum(pieces) // step) * step, max(map(_enough, pieces), default=0))
    if _metres(first) > least and len(pieces) <= MOST_PIECES:
        better = _fewest_metres(pieces, first)
        if better is not None:
            first, least = better, _metres(better)
    made = tuple(Drum(size / 100, tuple(cut)) for size, cut in first)
    return Drums(made, least / 100)


def _metres(drums: Sequence[tuple[int, list[int]]]) -> int:
    return sum(size for size, _ in drums)


def _enough(piece: int) -> int:
    return next(size for size in _SIZES_CM if size >= piece)


def _longest_first(pieces: Sequence[int]) -> list[tuple[int, list[int]]]:
    opened: list[tuple[int, list[int]]] = []
    for at in sorted(range(len(pieces)), key=lambda n: -pieces[n]):
        left = [size - sum(pieces[n] for n in cut) for size, cut in opened]
        enough = [n for n, rest in enumerate(left) if rest >= pieces[at]]
        if enough:
            opened[min(enough, key=lambda n: left[n])][1].append(at)
        else:
            opened.append((_enough(pieces[at]), [at]))
    return opened


def _fewest_metres(
    pieces: Sequence[int], first: Sequence[tuple[int, list[int]]]
) -> list[tuple[int, list[int]]] | None:
    """The best choice of drums, proved; None where the time was up before."""
    made = solver()
    made.setOptionValue("time_limit", SECONDS)
    slots = range(len(pieces))
    on = {(at, slot): made.addBinary() for at in slots for slot in slots if slot <= at}
    size = {(slot, cm): made.addBinary() for slot in slots for cm in _SIZES_CM}
    for at in slots:
        made.addConstr(made.qsum(x for (n, _), x in on.items() if n == at) == 1)
    for slot in slots:
        taken = made.qsum(pieces[n] * x for (n, s), x in on.items() if s == slot)
        made.addConstr(taken <= made.qsum(cm * size[slot, cm] for cm in _SIZES_CM))
        made.addConstr(made.qsum(size[slot, cm] for cm in _SIZES_CM) <= 1)
    metres = made.qsum(cm * y for (_, cm), y in size.items())
    made.addConstr(metres <= _metres(first))
    for goal in (metres, made.qsum(size.values())):
        made.minimize(goal)
        if not is_proved(made):
            return None
        made.addConstr(goal <= round(made.getObjectiveValue()))
    found = []
    for slot in slots:
        cut = [at for at in slots if slot <= at and made.val(on[at, slot]) > 0.5]
        sold = [cm for cm in _SIZES_CM if made.val(size[slot, cm]) > 0.5]
        if cut:
            found.append((sold[0], cut))
    return found
