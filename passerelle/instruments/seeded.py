"""A hidden plant from a seed: which of its runs have what wrong with them."""

from collections.abc import Iterable

from passerelle.core.measuring.runs import TestRun

from .hidden import Fault, Hidden

DIRTY, BENT, BROKEN = 0.04, 0.02, 0.006
"""How many of a hundred runs are so, as a share. Invented."""


def faulty(seed: int, runs: Iterable[TestRun]) -> Hidden:
    """A plant of a seed with its faults. The same run has the same ones, whatever else is there.

    Seed 0 has none.
    """
    plain = Hidden(seed)
    found = []
    for run in runs if seed else ():
        chance = plain.chance("fate", run.id)
        fate = chance.random()
        if fate < BROKEN:
            found.append(Fault("break", run.id, at=chance.random()))
        elif fate < BROKEN + BENT:
            found.append(Fault("bend", run.id, chance.uniform(0.0, 0.1),
                               chance.uniform(0.4, 1.6), at=chance.random()))  # fmt: skip
        elif fate < BROKEN + BENT + DIRTY:
            found.append(Fault("dirty end", run.id, chance.uniform(0.8, 1.8),
                               at=float(chance.random() < 0.5)))  # fmt: skip
    return Hidden(seed, tuple(found))
