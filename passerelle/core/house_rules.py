"""House rules: the schools that a plan has chosen."""

from dataclasses import dataclass

WORST_CASE = "worst-case"
TYPICAL = "typical"
LOSS_BASES = (WORST_CASE, TYPICAL)


@dataclass(frozen=True, slots=True)
class HouseRules:
    """How this plan judges its links.

    loss_basis : worst-case (default: the limits of the standards assume it) or typical.
    tight_below_db : a margin under this is called tight. [dB]
    repair_splices : fusion splices to allow for later repairs of each link.
    ageing_db : allowance for ageing of each link. [dB]
    """

    loss_basis: str = WORST_CASE
    tight_below_db: float = 0.5
    repair_splices: int = 0
    ageing_db: float = 0.0
