"""reach.dispersion: pulses that spread along long single mode, far from 1310 nm."""

from passerelle.core.light.dispersion import spread
from passerelle.core.light.link import Budget
from passerelle.core.tables import STANDARD
from passerelle.core.words import metres

from .findings import NOTE, Finding, finding

NOTED_FROM_M = STANDARD.planning["dispersion_noted_from_m"]
NOTED_FROM_NM = STANDARD.planning["dispersion_noted_from_nm"]


def check_dispersion(budget: Budget) -> list[Finding]:
    """A warning beyond a known limit; a note on long links where no limit is known."""
    for direction in budget.directions:
        found = spread(budget, direction)
        if found is None:
            return []
        told = (
            f"{metres(budget.length_m)} at {found.wavelength_nm:g} nm disperses up to "
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
