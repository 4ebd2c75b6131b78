"""House rules: the schools that a plan has chosen."""

from dataclasses import dataclass
from operator import attrgetter
from typing import Annotated, Final, Literal

from annotated_types import Ge, Le, Len, Predicate

from .fields import PRINTABLE, Described, RateGbps
from .huntodds import odds_read
from .labelwords import templates_read
from .testing import Launch, Method, Way
from .visiting import Clock

WORST_CASE: Final = "worst-case"
TYPICAL: Final = "typical"
STATISTICAL: Final = "statistical"
ALWAYS: Final = "always"
OVER_300_M: Final = "over-300-m"
ISO_11801: Final = "iso-11801"
TIA_568: Final = "tia-568"
DATA_SHEET: Final = "data-sheet"
STANDARD_ONLY: Final = "standard"
WHERE_IT_REACHES: Final = "multimode-where-it-reaches"
SINGLE_MODE_EVERYWHERE: Final = "single-mode-everywhere"
FACTORY: Final = "factory"
PIGTAILS: Final = "pigtails"
FIELD: Final = "field"
BY_LENGTH: Final = "by-length"
TERMINATIONS = (BY_LENGTH, FACTORY, PIGTAILS, FIELD)
PANEL_PLUGS = ("LC/UPC", "SC/UPC", "LC/APC", "SC/APC")
ONE_A_TYPE: Final = "one-a-type"
NO_SPARES: Final = "none"
COPPER_FIRST: Final = "copper-first"
ON_PANELS: Final = "on-panels"
FIBER_BEYOND_RACK: Final = "fiber-beyond-rack"
HOME_RUN: Final = "home-run"
SHARED: Final = "shared"
STOPS: Final = "stop"
MEASURE_FIRST: Final = "measure-first"
ADD_FOR_ORDINARY: Final = "add-for-ordinary"
EACH_DEVICE: Final = "each-device"
ONE_CODING: Final = "one"
TerminationRule = Literal["by-length", "factory", "pigtails", "field"]
Finish = Literal["factory", "pigtails", "field"]
PanelPlug = Literal["LC/UPC", "SC/UPC", "LC/APC", "SC/APC"]
Decibels = Annotated[float, Ge(0), Le(20)]


LINK_RULES = (
    "loss_basis", "tight_below_db", "repair_splices", "ageing_db", "safety_margin_db",
    "mode_conditioning", "sigmas", "outside_plant", "reach_from", "mode_school",
    "most_mated_pairs", "growth_gbps", "overload", "over_limit", "reading_cords", "coding",
)  # fmt: skip
"""What the answers about a link by itself depend on; the other rules judge the plan or propose."""


@dataclass(frozen=True, slots=True)
class HouseRules(Described):
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
    overload : warn (default: too much light that a fitted attenuator cures) or stop.
    over_limit : fails (default) or measure-first: a link that only typical parts keep within its
        limit waits for its measured loss.
    reading_cords : as-read (default) or add-for-ordinary: readings that hold end connections were
        made with reference-grade cords, and ordinary ones lose more.
    coding : each-device (default: modules coded for the device that they sit in) or one (the same
        coding everywhere, but where a device refuses it).
    growth_gbps : the speed that each link should carry later with new modules alone. [Gb/s]
    spares : one-a-type (default: a spare of every module type) or none.
    short_runs : copper-first (default: direct-attach, then fiber, then twisted pair) or
        fiber-beyond-rack.
    cable_ends : on-panels (default: both ends of a new cable) or either (a factory-made cable from
        device to device counts like the others).
    outlying : home-run (default: a cable of its own to each outlying point) or shared (one cable
        past all of them).
    end_strands : all (default: every strand of a new cable is ended at its panels) or used (those
        that links take; the others wait, coiled).
    label_names : tia-606 (default: identifiers by space, panel and port, as ANSI/TIA-606 forms
        them) or plan-names (the plan's own names). label_templates : own forms by kind of label,
        which go before it, as `cable: {space_a}/{space_b}-{n}; port: {panel}:{port}`.
    hunt_odds : how often causes keep links dark here, in place of the table, as `dirty=25, bend=8`.
    currency : the word behind prices.
    crew, crews : people in a crew, and crews. day_h, day_starts : hours of a day, its begin. [h]
    pace : minutes that work on this site takes for each minute of the price book.
    testing : as-pulled (default: each cable is tested, each link brought up as soon as can be) or
        last (all tests after the last end is made).
    provisioning : bench (default: every device set before any is taken out) or each-end.
    test_method : one-cord (default: both end connections are in the reading), two-cord, three-cord
        or equipment-cord. test_limits : iso-14763-3 (default) or tia-568.
    multifiber_way : breakout (default) or another way to test multi-fiber plant; see Way.
    launch : encircled-flux (default), mandrel or unconditioned, on multimode.
    test_directions : both (default) or one. reference_h : a reference is stale after that. [h]
    reference_drift_c : and once it is so much warmer or colder. [°C]
    far_from_prediction_db : a reading that passes, and is so much over what was expected, is
        looked at. [dB]
    spare_strands_percent : strands to keep spare in cables that are still to be pulled. [%]
    """

    loss_basis: Literal["worst-case", "typical", "statistical"] = WORST_CASE
    tight_below_db: Decibels = 0.5
    repair_splices: Annotated[int, Ge(0), Le(100)] = 0
    ageing_db: Decibels = 0.0
    safety_margin_db: Decibels = 0.0
    mode_conditioning: Literal["always", "over-300-m"] = ALWAYS
    sigmas: Annotated[float, Ge(1), Le(3)] = 2.0
    outside_plant: Literal["iso-11801", "tia-568"] = ISO_11801
    reach_from: Literal["data-sheet", "standard"] = DATA_SHEET
    mode_school: Literal["multimode-where-it-reaches", "single-mode-everywhere"] = WHERE_IT_REACHES
    termination: TerminationRule = BY_LENGTH
    panel_plug: PanelPlug = "LC/UPC"
    most_mated_pairs: Annotated[int, Ge(0), Le(100)] = 6
    growth_gbps: RateGbps | None = None
    spares: Literal["one-a-type", "none"] = ONE_A_TYPE
    spare_strands_percent: Annotated[float, Ge(0), Le(100)] = 20.0
    currency: Annotated[str, Len(1, 12), PRINTABLE] = "units"
    short_runs: Literal["copper-first", "fiber-beyond-rack"] = COPPER_FIRST
    cable_ends: Literal["on-panels", "either"] = ON_PANELS
    end_strands: Literal["all", "used"] = "all"
    label_names: Literal["tia-606", "plan-names"] = "tia-606"
    label_templates: Annotated[str, Len(0, 400), Predicate(templates_read)] = ""
    outlying: Literal["home-run", "shared"] = HOME_RUN
    overload: Literal["warn", "stop"] = "warn"
    over_limit: Literal["fails", "measure-first"] = "fails"
    reading_cords: Literal["as-read", "add-for-ordinary"] = "as-read"
    coding: Literal["each-device", "one"] = EACH_DEVICE
    crew: Annotated[int, Ge(1), Le(20)] = 2
    crews: Annotated[int, Ge(1), Le(10)] = 1
    day_h: Annotated[float, Ge(1), Le(16)] = 8.0
    pace: Annotated[float, Ge(0.2), Le(5)] = 1.0
    day_starts: Clock = "08:00"
    testing: Literal["as-pulled", "last"] = "as-pulled"
    provisioning: Literal["bench", "each-end"] = "bench"
    test_method: Method = "one-cord"
    test_limits: Literal["iso-14763-3", "tia-568"] = "iso-14763-3"
    multifiber_way: Way = "breakout"
    launch: Launch = "encircled-flux"
    test_directions: Literal["both", "one"] = "both"
    reference_h: Annotated[float, Ge(0.5), Le(100)] = 4.0
    reference_drift_c: Annotated[float, Ge(1), Le(60)] = 10.0
    far_from_prediction_db: Annotated[float, Ge(0.1), Le(10)] = 1.0
    hunt_odds: Annotated[str, Len(0, 400), Predicate(odds_read)] = ""


def strands_ended(strands: int, used: int, rules: HouseRules) -> int:
    """How many strands of a new cable are ended at its panels, by house rule."""
    return strands if rules.end_strands == "all" else min(strands, used)


_LINK_RULES = attrgetter(*LINK_RULES)


def link_rules(rules: HouseRules) -> tuple[object, ...]:
    """The rules that the answers about a link by itself depend on."""
    found: tuple[object, ...] = _LINK_RULES(rules)
    return found
