"""Pulses that spread along single mode: what a path disperses, and what the transmitter bears."""

from dataclasses import dataclass

from passerelle.core.tables import HIGH, SINGLE_MODE

from .link import Budget, Direction


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
    row = budget.tables.dispersion_limits.get(module.application)
    found = []
    limit: float | None
    for wavelength_nm in _lines(direction):
        per_km = max(abs(one) for one in glass.range_ps_nm_km(wavelength_nm))
        if module.dispersion_ps_nm is not None:
            limit, source, sure = module.dispersion_ps_nm, module.data_sheet or "", True
        elif row is not None:
            limit, source, sure = row.at(wavelength_nm), row.source, row.confidence == HIGH
        else:
            limit, source, sure = None, glass.source, True
        total = per_km * budget.length_m / 1000
        found.append(Spread(wavelength_nm, per_km, total, limit, source, sure))
    return max(
        found, key=lambda o: (round(o.total_ps_nm / (o.limit_ps_nm or 1.0), 9), o.total_ps_nm)
    )


def _lines(direction: Direction) -> list[float]:
    """The nominal line, and the edges of where the laser may be instead. [nm]"""
    edges = [
        nm
        for low, high in direction.transmitter.tx_ranges_nm
        if low <= direction.wavelength_nm <= high
        for nm in (low, high)
    ]
    return [direction.wavelength_nm, *edges]
