"""Numbers as people write them, and quantities in sentences that can be said in other units.

A length in a sentence stands between two word joiners, which nobody sees: who shows or prints the
sentence says it in metres or in feet.
"""

import math
import re

JOINER = "\u2060"
FOOT_M = 0.3048
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


def in_metres(said: str) -> str:
    """A sentence with its lengths in metres."""
    return said.replace(JOINER, "")
