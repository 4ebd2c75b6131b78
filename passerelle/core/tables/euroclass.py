"""Reaction to fire of cables by EN 13501-6 and EN 50575: classes, and one against another."""

import re

CLASSES = ("Aca", "B1ca", "B2ca", "Cca", "Dca", "Eca", "Fca")
"""The best first."""
SMOKE = ("s1a", "s1b", "s1", "s2", "s3")
"""s1a and s1b are s1 with a further demand."""
DROPLETS = ("d0", "d1", "d2")
ACIDITY = ("a1", "a2", "a3")
_TEXT = re.compile(
    r"(Aca|B1ca|B2ca|Cca|Dca|Eca|Fca)(?:-(s1a|s1b|s1|s2|s3))?(?:,\s?(d[0-2]))?(?:,\s?(a[1-3]))?"
)


def is_euroclass(text: str) -> bool:
    """Whether a text is a class with its additions, as in 'Cca-s1,d1,a1'."""
    return _TEXT.fullmatch(text) is not None


def reaches(has: str, asked: str) -> bool:
    """Whether a class and its additions are at least those asked for; what is not said is worst."""
    found, wanted = _TEXT.fullmatch(has), _TEXT.fullmatch(asked)
    if found is None or wanted is None:
        return False
    for scale, mine, least in zip(
        (CLASSES, SMOKE, DROPLETS, ACIDITY), found.groups(), wanted.groups(), strict=True
    ):
        if least is not None and (mine is None or scale.index(mine) > scale.index(least)):
            return False
    return True
