"""House rules: the schools that a plan has chosen."""

from dataclasses import dataclass

WORST_CASE, TYPICAL, STATISTICAL = "worst-case", "typical", "statistical"
ALWAYS, OVER_300_M = "always", "over-300-m"
ISO_11801, TIA_568 = "iso-11801", "tia-568"
DATA_SHEET, STANDARD_ONLY = "data-sheet", "standard"
WHERE_IT_REACHES, SINGLE_MODE_EVERYWHERE = "multimode-where-it-reaches", "single-mode-everywhere"
FACTORY, PIGTAILS, FIELD = "factory", "pigtails", "field"
BY_LENGTH = "by-length"
TERMINATIONS = (BY_LENGTH, FACTORY, PIGTAILS, FIELD)
PANEL_PLUGS = ("LC/UPC", "SC/UPC", "LC/APC", "SC/APC")
ONE_A_TYPE, NO_SPARES = "one-a-type", "none"
COPPER_FIRST, FIBER_BEYOND_RACK = "copper-first", "fiber-beyond-rack"
HOME_RUN, SHARED = "home-run", "shared"


@dataclass(frozen=True, slots=True)
class HouseRules:
    """How this plan judges and proposes its links.

    loss_basis : worst-case (default: the limits of the standards assume it), typical, or
        statistical (mean of the joints plus k standard deviations; glass at its worst case).
    sigmas : k of the statistical basis, 1 to 3.
    tight_below_db : a margin under this is called tight. [dB]
    repair_splices : fusion splices to allow for later repairs of each link.
    ageing_db : allowance for ageing of each link. [dB]
    safety_margin_db : kept on top of every loss, beside any basis. [dB]
    mode_conditioning : always (default: the standard asks for it on OM1 and OM2 at any length) or
        over-300-m.
    outside_plant : iso-11801 (default, 0.4 dB/km on OS2) or tia-568 (0.5 dB/km for its cables).
    reach_from : data-sheet (default: a named data sheet may go beyond the standard) or standard.
    mode_school : multimode-where-it-reaches (default) or single-mode-everywhere.
    termination : by-length (default), factory, pigtails or field: how new links are terminated.
    panel_plug : connector and polish of new panels; multimode takes the flat face of the same type.
    most_mated_pairs : more mated pairs than this in one path are noted.
    growth_gbps : the speed that each link should carry later with new modules alone. [Gb/s]
    spares : one-a-type (default: a spare of every module type) or none.
    short_runs : copper-first (default: direct-attach, then fiber, then twisted pair) or
        fiber-beyond-rack.
    outlying : home-run (default: a cable of its own to each outlying point) or shared (one cable
        past all of them).
    spare_strands_percent : strands to keep spare in cables that are still to be pulled. [%]
    """

    loss_basis: str = WORST_CASE
    tight_below_db: float = 0.5
    repair_splices: int = 0
    ageing_db: float = 0.0
    safety_margin_db: float = 0.0
    mode_conditioning: str = ALWAYS
    sigmas: float = 2.0
    outside_plant: str = ISO_11801
    reach_from: str = DATA_SHEET
    mode_school: str = WHERE_IT_REACHES
    termination: str = BY_LENGTH
    panel_plug: str = PANEL_PLUGS[0]
    most_mated_pairs: int = 6
    growth_gbps: float | None = None
    spares: str = ONE_A_TYPE
    spare_strands_percent: float = 20.0
    short_runs: str = COPPER_FIRST
    outlying: str = HOME_RUN
