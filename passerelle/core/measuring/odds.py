"""How likely runs pass at the first go, how many ends will be made again, and so what to bring.

A reading is taken as normal around what is expected, with the spread that chance in joints and
glass gives. Readings that are there move both: as many of them as `prior_readings` weigh as much
as the tables. Runs are taken as independent but for that shift.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from math import erf, exp, lgamma, log, prod, sqrt

from passerelle.core.tables.testing import threshold

from .limits import AtWavelength

ENOUGH: float = 0.9
"""So sure it should be that what is brought is enough."""


@dataclass(frozen=True, slots=True)
class Seen:
    """What readings say of the site: how far they lie from the expected, and how they spread.

    shift_db : mean of reading less expected, drawn towards nothing while they are few. [dB]
    stretch : how many times as wide as the tables say they spread.
    """

    count: int = 0
    shift_db: float = 0.0
    stretch: float = 1.0


NOTHING_SEEN = Seen()


@dataclass(frozen=True, slots=True)
class Odds:
    """Of runs that are not read yet. first_go : all of them pass at once; again : runs that will
    not, on average; bring : ends to have at hand, so that they last with 9 in 10."""

    runs: int
    first_go: float
    again: float
    bring: int


def normal(z: float) -> float:
    """The share of a normal distribution below z standard deviations."""
    return 0.5 * (1.0 + erf(z / sqrt(2.0)))


def seen(pairs: Iterable[tuple[float, AtWavelength]]) -> Seen:
    """What readings, each with its cell, say of those that are to come."""
    off = [
        (loss - at.expected_db, at.spread_db) for loss, at in pairs
        if at.expected_db is not None and at.spread_db > 0
    ]  # fmt: skip
    if not off:
        return NOTHING_SEEN
    prior = threshold("prior_readings")
    count = len(off)
    shift = sum(one for one, _ in off) / (count + prior)
    scaled = sum(((one - shift) / spread) ** 2 for one, spread in off)
    return Seen(count, shift, sqrt((prior + scaled) / (prior + count)))


def passes_at_first(cells: Sequence[AtWavelength], known: Seen = NOTHING_SEEN) -> float | None:
    """How likely a run passes at every wavelength; None where a figure is missing.

    Its wavelengths share the same joints: the least likely of them decides.
    """
    found = []
    for at in cells:
        if at.limit_db is None or at.expected_db is None:
            return None
        room = at.limit_db - at.expected_db - known.shift_db
        spread = at.spread_db * known.stretch
        found.append(normal(room / spread) if spread > 0 else float(room >= 0))
    return min(found, default=None)


def odds_of(runs: Iterable[Sequence[AtWavelength]], known: Seen = NOTHING_SEEN) -> Odds | None:
    """The odds of runs that are not read yet; None where nothing can be said of one of them."""
    each = [passes_at_first(cells, known) for cells in runs]
    if not each or any(one is None for one in each):
        return None
    sure = [one for one in each if one is not None]
    again = sum(1.0 - one for one in sure)
    return Odds(len(sure), prod(sure), again, _enough(again))


def _enough(mean: float) -> int:
    """How many there will be at most, with 9 in 10, where rare things come `mean` times."""
    if mean <= 0:
        return 0
    total, count = 0.0, 0
    while True:
        total += exp(count * log(mean) - mean - lgamma(count + 1))
        if total >= ENOUGH or count > 10_000:
            return count
        count += 1
