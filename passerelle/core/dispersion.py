"""reach.dispersion: pulses that spread along long single mode, far from 1310 nm."""

from dataclasses import dataclass

from .findings import NOTE, Finding, finding
from .judging import fmt_m
from .link import Budget, Direction
from .tables import HIGH, SINGLE_MODE, STANDARD

NOTED_FROM_M = STANDARD.planning["dispersion_noted_from_m"]
NOTED_FROM_NM = STANDARD.planning["dispersion_noted_from_nm"]


@dataclass(frozen=True, slots=True)
class Spread:
    """What a path disperses at most, and what the transmitter is made for. [ps/nm]"""

    wavelength_nm: float
    per_km: float
    total_ps_nm: float
    limit_ps_nm: float | None
    source: str
    sure: bool


def spread(budget: Budget, direction: Direction) -> Spread | None:
    """Dispersion of the path in one direction; None on multimode glass."""
    if budget.lowest is None or budget.lowest.mode != SINGLE_MODE:
        return None
    glass, module = budget.tables.dispersion, direction.transmitter
    low, high = glass.range_ps_nm_km(direction.wavelength_nm)
    per_km = max(abs(low), abs(high))
    row = budget.tables.dispersion_limits.get(module.application)
    if module.dispersion_ps_nm is not None:
        limit, source, sure = module.dispersion_ps_nm, module.data_sheet or "", True
    elif row is not None:
        limit, source, sure = per_km * row.length_m / 1000, row.source, row.confidence == HIGH
    else:
        limit, source, sure = None, glass.source, True
    total = per_km * budget.length_m / 1000
    return Spread(direction.wavelength_nm, per_km, total, limit, source, sure)


def check_dispersion(budget: Budget) -> list[Finding]:
    """A warning beyond a known limit; a note on long links where no limit is known."""
    for direction in budget.directions:
        found = spread(budget, direction)
        if found is None:
            return []
        told = (
            f"{fmt_m(budget.length_m)} at {found.wavelength_nm:g} nm disperses up to "
            f"{found.total_ps_nm:.0f} ps/nm"
        )
        if found.limit_ps_nm is not None:
            if found.total_ps_nm > found.limit_ps_nm * (1 + 1e-9):
                message = f"{told}; {found.limit_ps_nm:.0f} is what the transmitter is made for."
                return [finding("reach.dispersion", message, source=found.source)]
        elif budget.length_m > NOTED_FROM_M and found.wavelength_nm >= NOTED_FROM_NM:
            message = f"{told}; how much the transmitter bears is not published."
            return [finding("reach.dispersion", message, severity=NOTE)]
    return []
