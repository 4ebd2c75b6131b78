"""What a reading means beside its limit: pass or fail, within the uncertainty or beyond it.

    R <= limit - U            passes
    limit - U < R <= limit    passes, within the uncertainty
    limit < R <= limit + U    fails, within the uncertainty
    R > limit + U             fails

The standards themselves judge by R <= limit alone. What is under the least that glass loses by more
than U is too good: a wrong reference, or another strand. A cell's bands are the whole rule: who
shows a verdict looks a reading up in them, and works nothing out.
"""

from dataclasses import dataclass
from itertools import pairwise
from math import hypot
from typing import Final, Literal

from passerelle.core.plan.testing import Launch, Method
from passerelle.core.tables.testing import LAUNCHES, UNCERTAINTY, WAYS, threshold

from .limits import AtWavelength

Verdict = Literal[
    "too good", "passes", "passes, far from expected", "passes within uncertainty",
    "fails within uncertainty", "fails", "ask", "not judged",
]  # fmt: skip
PASSED: Final[tuple[Verdict, ...]] = (
    "passes", "passes, far from expected", "passes within uncertainty",
)  # fmt: skip
FAILED: Final[tuple[Verdict, ...]] = ("fails within uncertainty", "fails")
SPREADS: Final = 2.0
"""Standard deviations of what is called expected: 19 of 20 readings lie within."""
LEVEL = "This looks like a level in dBm; a loss is the reference's level less this one."
DARK = "Over 30 dB a loss set reads its own noise: was there no light?"


@dataclass(frozen=True, slots=True)
class Band:
    """Readings up to a value that share a verdict. until_db None: all that is more. [dB]"""

    until_db: float | None
    verdict: Verdict
    ask: str | None = None


@dataclass(frozen=True, slots=True)
class Uncertainty:
    """Expanded uncertainty of a reading, and how it is made up. [dB]"""

    base_db: float
    share: float
    most_db: float
    more_db: float
    sources: tuple[str, ...]
    sure: bool

    def at(self, loss_db: float) -> float:
        """Of a reading of so many decibels. [dB]"""
        launch = min(self.most_db, self.share * max(0.0, loss_db))
        return hypot(self.base_db, self.more_db) + launch


def uncertainty(
    mode: str | None, method: Method, launch: Launch = "encircled-flux", way: str = "single"
) -> Uncertainty | None:
    """How sure a reading is; None where the kind of glass is not known."""
    row = UNCERTAINTY.get((mode or "", method))
    if row is None:
        return None
    # a launch matters on multimode alone
    lit = LAUNCHES[launch if mode == "multimode" else "encircled-flux"]
    path = WAYS.get(way)
    sources = [row.source] + ([lit.source] if lit.most_db else [])
    sources += [path.source] if path is not None and path.more_db else []
    sure = row.confidence == "high" and (path is None or path.confidence == "high")
    return Uncertainty(
        row.db, lit.share, lit.most_db, path.more_db if path else 0.0, tuple(sources), sure
    )


def bands_of(at: AtWavelength, doubt: Uncertainty | None, far_db: float) -> tuple[Band, ...]:
    """The verdicts of a cell, least reading first. far_db : over the expected by so much. [dB]"""
    asks = (Band(threshold("level_dbm"), "ask", LEVEL),)
    dark = threshold("dark_db")
    if at.limit_db is None or doubt is None:
        return (*asks, Band(dark, "not judged"), Band(None, "ask", DARK))
    limit = at.limit_db
    off = doubt.at(limit)
    least = -off if at.best_db is None else at.best_db - off
    found = [
        *asks,
        Band(min(least, limit - off), "too good"),
        Band(limit - off, "passes"),
        Band(limit, "passes within uncertainty"),
        Band(limit + off, "fails within uncertainty"),
        Band(max(dark, limit + off), "fails"),
        Band(None, "ask", DARK),
    ]
    far = None if at.expected_db is None else at.expected_db + far_db
    if far is not None and least < far < limit - off:
        found[2:3] = [Band(far, "passes"), Band(limit - off, "passes, far from expected")]
    return tuple(now for before, now in pairwise((Band(-1e9, "ask"), *found))
                 if now.until_db is None or before.until_db is None
                 or now.until_db > before.until_db)  # fmt: skip


def verdict_of(loss_db: float, bands: tuple[Band, ...]) -> Band:
    """The band that a reading falls into."""
    return next(one for one in bands if one.until_db is None or loss_db <= one.until_db + EXACT)


EXACT: Final = 1e-9


def expected_band(at: AtWavelength) -> tuple[float, float] | None:
    """What is expected, from and to; None where a figure is missing. [dB]"""
    if at.expected_db is None:
        return None
    off = SPREADS * at.spread_db
    return max(at.best_db or 0.0, at.expected_db - off), at.expected_db + off
