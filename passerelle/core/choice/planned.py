"""From a need of the plan to the need that options are made for."""

from dataclasses import fields

from passerelle.core.plan.needs import PlannedNeed

from .need import USUAL, SiteNeed

_SHARED = tuple(
    one.name for one in fields(SiteNeed) if one.name in PlannedNeed.__dataclass_fields__
)
END_A, END_B = "End A", "End B"
"""What ends are called that nobody named: options can be looked at all the same."""


def as_asked(need: PlannedNeed) -> SiteNeed | None:
    """The need that options are made for; None while something is lacking."""
    if need.distance_m is None or need.rate_gbps is None:
        return None
    if (need.a_place is None) != (need.b_place is None):
        return None
    said = {name: getattr(need, name) for name in _SHARED}
    said |= {
        "a_place": need.a_place or END_A,
        "b_place": need.b_place or END_B,
        "budget": need.budget or USUAL,
        "redundant_m": need.redundant_m if need.redundant else None,
    }
    return SiteNeed(**said)
