"""A simulated scope: faces drawn from a seed, and what cleaning takes away of them."""

from collections.abc import Iterator
from random import Random

from passerelle.core.measuring.faces import Feature

from .hidden import Hidden

DIRTY, SCRATCHED, PITTED = 0.45, 0.06, 0.03
"""How often an uncleaned face is dirty, scratched or pitted. Invented."""
CLEANED = 0.75
"""How often one cleaning takes a speck away. Invented."""


def face(hidden: Hidden, where: str, cleanings: int = 0) -> tuple[Feature, ...]:
    """What lies on a face after so many cleanings. where : names the face, whatever the order."""
    chance = hidden.chance("face", where)
    found = list(_lasting(chance))
    if chance.random() < DIRTY:
        for at in range(chance.randint(1, 5)):
            speck = _speck(chance)
            if not any(_goes(hidden, where, at, one) for one in range(cleanings)):
                found.append(speck)
    return tuple(found)


def _goes(hidden: Hidden, where: str, speck: int, cleaning: int) -> bool:
    return hidden.chance("clean", where, speck, cleaning).random() < CLEANED


def _speck(chance: Random) -> Feature:
    x, y = chance.gauss(0, 35), chance.gauss(0, 35)
    if chance.random() < 0.25:
        return Feature("oil", round(x, 1), round(y, 1), round(chance.uniform(15, 60), 1))
    return Feature("grain", round(x, 1), round(y, 1), round(chance.uniform(1.5, 18), 1))


def _lasting(chance: Random) -> Iterator[Feature]:
    if chance.random() < SCRATCHED:
        yield Feature(
            "scratch", round(chance.gauss(0, 15), 1), round(chance.gauss(0, 15), 1),
            round(chance.uniform(0.8, 4.5), 1), round(chance.uniform(40, 160), 1),
            round(chance.uniform(0, 180), 0),
        )  # fmt: skip
    if chance.random() < PITTED:
        yield Feature(
            "pit", round(chance.gauss(0, 20), 1), round(chance.gauss(0, 20), 1),
            round(chance.uniform(1, 7), 1),
        )  # fmt: skip
