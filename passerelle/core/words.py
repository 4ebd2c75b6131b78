"""Numbers as people write them, and the words of sentences: quantities, counts, articles, signs.

A quantity in a sentence stands between two word joiners, which nobody sees: who shows or prints the
sentence says it in metres or in feet, millimetres or inches, newtons or pounds of force.
"""

import math
import re
from typing import Literal

JOINER = "\u2060"
MINUS = "\u2212"
FOOT_M = 0.3048
Unit = Literal["mm", "N", "N/m", "kg", "kg/km", "°C"]
"""Units that sentences use besides metres; the screen's other system has a unit for each."""
_EITHER = re.compile(r"[+-]?\d{1,3}(,\d{3})+")


def number(text: str) -> float:
    """A finite number from text. Raises ValueError, whose message quotes the text.

    A comma is a decimal one, except where it could as well part thousands: that is refused.
    """
    cleaned = re.sub(r"[\s\u00a0\u202f]", "", text).replace("\u2212", "-")
    if _EITHER.fullmatch(cleaned):
        whole = cleaned.replace(",", "")
        if cleaned.count(",") > 1:
            raise ValueError(f"{text[:40]!r} has commas between its thousands; write {whole}")
        part = float(cleaned.replace(",", "."))
        raise ValueError(f"{text[:40]!r} may be {whole} or {part:g}; write it without the comma")
    try:
        value = float(cleaned.replace(",", "."))
    except ValueError:
        value = math.nan
    if not math.isfinite(value):
        raise ValueError(f"{text[:40]!r} is not a number")
    return value


def metres(length_m: float, spec: str | None = None) -> str:
    """A length for a sentence, between its joiners.

    spec : how its figure is formatted; None: whole metres from 100 m on, else one decimal at most.
    """
    if spec is not None:
        figure = format(length_m, spec)
    elif length_m >= 100:
        figure = f"{length_m:,.0f}".replace(",", " ")
    else:
        figure = f"{length_m:.1f}".removesuffix(".0")
    return f"{JOINER}{figure} m{JOINER}"


def quantity(value: float, unit: Unit, spec: str = "g") -> str:
    """Another quantity for a sentence, between its joiners: it can be said in other units."""
    return f"{JOINER}{signed(format(value, spec))} {unit}{JOINER}"


def signed(figure: str) -> str:
    """A figure with a minus sign in place of a hyphen."""
    return figure.replace("-", MINUS)


def dbm(level_dbm: float) -> str:
    """A power level for a sentence, to the hundredth."""
    return f"{signed(f'{level_dbm:.2f}')} dBm"


def counted(count: int, one: str, many: str | None = None) -> str:
    """So many of a thing: '1 strand', '3 strands', '2 boxes' where the plural is said."""
    return f"{count} {one if count == 1 else many or f'{one}s'}"


def plural(count: int, one: str, many: str | None = None) -> str:
    """The word alone, as its number wants it."""
    return counted(count, one, many).split(" ", 1)[1]


_SPELLED_WITH_AN = frozenset("AEFHILMNORSX8")
"""Letters whose name, and the figure whose word, begins with a vowel."""
_SOUNDED_WITH_A = ("uni", "use", "usu", "one", "eu")


def an(words: str) -> str:
    """Words with the article that their sound asks for: 'an LC plug', 'a UPC plug'."""
    first = re.split(r"[\s/-]", words, maxsplit=1)[0]
    if first[:1].isdigit():
        vowel = first[0] == "8" or first in ("11", "18")
    elif len(first) > 1 and first.isupper():
        vowel = first[0] in _SPELLED_WITH_AN
    else:
        sounded = first.lower()
        plain = sounded.startswith(_SOUNDED_WITH_A) and not sounded.startswith("unp")
        vowel = sounded[:1] in frozenset("aeiou") and not plain
    return f"{'an' if vowel else 'a'} {words}"


def in_metres(said: str) -> str:
    """A sentence with its lengths in metres."""
    return said.replace(JOINER, "")
