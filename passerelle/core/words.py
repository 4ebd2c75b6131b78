"""Numbers as people write them: with a point or a comma, and never guessed at."""

import math
import re

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
