"""Small words that several rules about light share."""

from passerelle.core.light.link import A, B
from passerelle.core.plan.ends import Side

EXACT = 1e-9
"""Sums of decimal figures are compared with this slack, so that 0.1 + 0.2 is 0.3."""


def other_side(side: Side) -> Side:
    """The end across."""
    return B if side == A else A


def where_said(ends: tuple[str, ...]) -> str:
    """One end, or either of both, as a message says it."""
    return "either end" if len(ends) == 2 else f"end {ends[0]}"
