"""House rules: the schools that a plan has chosen."""

from dataclasses import dataclass

WORST_CASE = "worst-case"
TYPICAL = "typical"
LOSS_BASES = (WORST_CASE, TYPICAL)
ALWAYS = "always"
OVER_300_M = "over-300-m"


@dataclass(frozen=True, slots=True)
class HouseRules:
    """How this plan judges its links.

    loss_basis : worst-case (default: the limits of the standards assume it) or typical.
    tight_below_db : a margin under this is called tight. [dB]
    repair_splices : fusion splices to allow for later repairs of each link.
    ageing_db : allowance for ageing of each link. [dB]
    safety_margin_db : kept on top of every loss, beside any basis. [dB]
    mode_conditioning : always (default: the standard asks for it on OM1 and OM2 at any length) or
        over-300-m.
    """

    loss_basis: str = WORST_CASE
    tight_below_db: float = 0.5
    repair_splices: int = 0
    ageing_db: float = 0.0
    safety_margin_db: float = 0.0
    mode_conditioning: str = ALWAYS
