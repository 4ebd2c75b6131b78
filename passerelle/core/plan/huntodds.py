"""Odds of one's own practice: how often a cause keeps a link dark here, in place of the table's.

Written as `dirty=25, bend=8`: the cause's id and its weight, relative to those of the table.
"""

from math import isfinite

from passerelle.core.tables.hunting import CAUSES

MOST = 1000.0


def read_odds(text: str) -> dict[str, float]:
    """Weights by cause. Raises ValueError with one sentence that names cause, weight and limit."""
    found: dict[str, float] = {}
    for one in filter(None, (part.strip() for part in text.replace(";", ",").split(","))):
        name, equals, weight = (part.strip() for part in one.partition("="))
        if name not in CAUSES:
            raise ValueError(f"{name[:30]!r} is no cause; one of {', '.join(CAUSES)}")
        try:
            value = float(weight)
        except ValueError:
            value = float("nan")
        if not equals or not isfinite(value) or not 0 <= value <= MOST:
            raise ValueError(f"the weight of {name} is a number from 0 to {MOST:g}: {name}=10")
        found[name] = value
    return found


def odds_read(text: str) -> bool:
    """Whether odds can be read. Raises ValueError as `read_odds`."""
    read_odds(text)
    return True
