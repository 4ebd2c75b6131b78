"""The plant as it might really be: every joint and strand drawn from a seed, with faults in it.

Nothing of it is known to whoever reads the stand-ins: it is what they find out. The same seed draws
the same plant, whatever is asked first.
"""

from dataclasses import dataclass, field, replace
from hashlib import sha256
from math import sqrt
from random import Random
from typing import Literal

from passerelle.core.light.loss import Term
from passerelle.core.measuring.limits import COUNTED, mode_of
from passerelle.core.measuring.runs import TestRun
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.testing import Direction, Method
from passerelle.core.tables import STANDARD, JointLoss, Tables
from passerelle.core.tables.testing import threshold

FaultKind = Literal[
    "dirty end", "bad joint", "bend", "break", "crossed", "core mismatch", "short"
]  # fmt: skip
PLAIN = HouseRules()
REPEATS_DB = 0.02
"""A reading comes out within so much of itself, one standard deviation. [dB]"""


@dataclass(frozen=True, slots=True)
class Fault:
    """Something that is wrong with a run. db : what it costs at the shortest wavelength. [dB]

    bend_db : what it costs more at the longest. other : the strand that it is crossed with.
    direction : of a fault that light meets one way alone. at : share of the way, 0 to 1.
    """

    kind: FaultKind
    run: str
    db: float = 0.0
    bend_db: float = 0.0
    other: int | None = None
    direction: Direction | None = None
    at: float = 0.5


@dataclass(frozen=True)
class Hidden:
    """A plant with its chances and faults.

    references : what the reference of each direction is wrong by, added to every reading. [dB]
    """

    seed: int = 1
    faults: tuple[Fault, ...] = ()
    references: dict[Direction, float] = field(default_factory=dict)
    tables: Tables = STANDARD

    def chance(self, *about: object) -> Random:
        """A source of chance for one thing, the same whenever it is asked for."""
        text = "/".join(map(str, (self.seed, *about)))
        return Random(sha256(text.encode()).digest())

    def of(self, run: str) -> tuple[Fault, ...]:
        """What is wrong with a run."""
        return tuple(one for one in self.faults if one.run == run)

    def loss_db(
        self, run: TestRun, nm: float, direction: Direction, method: Method, reading: int = 0
    ) -> float | None:
        """What an instrument would read; None where no light arrives. [dB]"""
        mine = self.of(run.id)
        if any(one.kind in ("break", "crossed") for one in mine):
            return None
        total = sum(
            self._term(run.id, term) for term in run.run.terms(nm, PLAIN, self.tables)
        )  # fmt: skip
        total += sum(self._end(run, side) for side in range(COUNTED[method]))
        for one in mine:
            if one.direction in (None, direction):
                total += one.db + one.bend_db * _longness(nm)
        noise = self.chance("reading", run.id, nm, direction, reading).gauss(0.0, REPEATS_DB)
        return total + self.references.get(direction, 0.0) + noise

    def _term(self, run: str, term: Term) -> float:
        """One part of a run: joints by chance, glass a little from strand to strand."""
        if term.kind == "glass" and term.typical is not None:
            spread = self.chance("glass", run).gauss(0.0, 1.0)
            more = spread * threshold("glass_spread_db_per_km") * term.quantity
            return max(0.75 * term.typical, term.typical + more)
        if term.kind == "joint" and isinstance(term.row, JointLoss):
            return self._joint(term.row, sqrt(term.variance), run, term.at)
        return term.typical or 0.0

    def _joint(self, row: JointLoss, spread: float, *about: object) -> float:
        mean = row.typical_db if row.mean_db is None else row.mean_db
        return max(0.02, self.chance("joint", *about).gauss(mean, spread))

    def _end(self, run: TestRun, side: int) -> float:
        """The connection of an end against a reference-grade plug."""
        row = self.tables.mated_pairs.get((run.ends[side].family or "", "standard"))
        if row is None or mode_of(run) is None:
            return 0.0
        term = Term(None, "joint", 1.0, row.worst_case_db, row.typical_db, 0.0, row)
        return self._joint(row, sqrt(term.variance), "end", run.id, side)

    def with_faults(self, *faults: Fault) -> "Hidden":
        """The same plant with more wrong in it."""
        return replace(self, faults=(*self.faults, *faults))

    def seen_at(self, run: TestRun) -> int | None:
        """The strand that light comes out on, where that is not its own."""
        return next((one.other for one in self.of(run.id) if one.kind == "crossed"), None)

    def length_m(self, run: TestRun) -> float:
        """The optical length that an instrument tells. [m]"""
        true = run.run.path.length_m
        short = next((one.at for one in self.of(run.id) if one.kind == "short"), None)
        if short is not None:
            return true * short
        return max(0.1, true * (1 + self.chance("length", run.id).gauss(0.0, 0.003)) + 0.2)


def _longness(nm: float) -> float:
    """How much of a bend shows at a wavelength: little at 1310, all of it from 1550 on."""
    return min(1.0, max(0.0, (nm - 1310.0) / 240.0))
