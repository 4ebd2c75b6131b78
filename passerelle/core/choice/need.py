"""What is wanted: two places, how far, how fast now and later; and what contradicts what."""

from collections.abc import Mapping
from dataclasses import dataclass

from passerelle.core.plan.devices import Device
from passerelle.core.plan.house_rules import PANEL_PLUGS, TERMINATIONS, PanelPlug, TerminationRule
from passerelle.core.remedies.proposal import NeedError
from passerelle.core.tables import STANDARD

MOST_M = 199_900.0
SAME_RACK_M = 10.0
MOST_W = 1000.0
LAST_YEAR = 2100
NO_CAGE = "none"
TIGHT, USUAL, LASTING = "tight", "usual", "lasting"
BUDGETS = (TIGHT, USUAL, LASTING)
SURROUNDINGS = ("wet", "sun", "rodents", "salt", "lightning", "soil", "plenum", "power")


@dataclass(frozen=True, slots=True)
class SiteNeed:
    """A need as the technician states it. distance_m : along the route, slack not included. [m]

    growth_gbps : speed expected within the life of the cable, growth_by : by which year.
    circuits : separate links.
    redundant_m : length of a second route that shares nothing with the first; None: one will do.
    redundant : two routes are wanted, be the second's length known or not.
    strands_at_hand : no more than these may be used; None: a new cable brings what is needed.
    cage_a, cage_b : cages of the devices; None: not decided yet; NO_CAGE: a converter is needed.
    device_a, device_b : devices of the plan, whose ports decide.
    same_rack, outdoors : within one rack; leaves the building.
    surroundings : what the cable must bear on the way, of SURROUNDINGS.
    existing : grade of glass that is there already and may be reused.
    service : of the plan, that the need is for.
    draw_w, draw_peak_w : what the device at the far end takes; None: nobody asked. [W]
    budget : what counts, where nothing else is said: tight, usual or lasting.
    termination, panel_plug : for this need, in place of the house rule.
    """

    a_place: str
    b_place: str
    distance_m: float
    rate_gbps: float
    growth_gbps: float | None = None
    growth_by: int | None = None
    circuits: int = 1
    redundant_m: float | None = None
    redundant: bool = False
    strands_at_hand: int | None = None
    cage_a: str | None = None
    cage_b: str | None = None
    device_a: str | None = None
    device_b: str | None = None
    same_rack: bool = False
    outdoors: bool = False
    surroundings: tuple[str, ...] = ()
    existing: str | None = None
    budget: str = USUAL
    termination: TerminationRule | None = None
    panel_plug: PanelPlug | None = None
    service: str | None = None
    draw_w: float | None = None
    draw_peak_w: float | None = None


def rates() -> tuple[float, ...]:
    """Speeds that the table knows applications for, storage left out. [Gb/s]"""
    found = {a.rate_gbps for a in STANDARD.applications.values() if a.family == "general"}
    return tuple(sorted(found))


def check_need(
    need: SiteNeed, devices: Mapping[str, Device] | None = None, this_year: int | None = None
) -> None:
    """Refuse what nobody makes and what contradicts itself. Raises NeedError.

    devices : of the plan; None: not looked at. this_year : before which nothing can grow.
    """
    _check_way(need)
    _check_speeds(need, this_year)
    if not 1 <= need.circuits <= 48:
        raise NeedError("circuits", f"{need.circuits} circuits; from 1 to 48 can be asked for")
    _check_draw(need)
    _check_strands(need)
    if need.existing is not None and need.existing not in STANDARD.fibers:
        raise NeedError("existing", f"{need.existing[:40]!r} is not a grade of glass")
    _one_of("budget", need.budget, BUDGETS)
    _one_of("termination", need.termination, TERMINATIONS)
    _one_of("panel_plug", need.panel_plug, PANEL_PLUGS)
    for word in need.surroundings:
        _one_of("surroundings", word, SURROUNDINGS)
    _check_end("a", need.cage_a, need.device_a, need.a_place, devices)
    _check_end("b", need.cage_b, need.device_b, need.b_place, devices)


def _one_of(key: str, value: str | None, known: tuple[str, ...]) -> None:
    if value is not None and value not in known:
        raise NeedError(key, f"{value[:40]!r} is none of {', '.join(known)}")


def _check_way(need: SiteNeed) -> None:
    for key, far_m in (("distance_m", need.distance_m), ("redundant_m", need.redundant_m)):
        if far_m is not None and not 0 < far_m <= MOST_M:
            raise NeedError(
                key,
                f"{far_m:.10g} m is not a distance between two places; it is more than 0 and at "
                f"most {MOST_M:.10g} m",
            )
    if need.same_rack and need.distance_m > SAME_RACK_M:
        reason = (
            f"{need.distance_m:g} m and in one rack contradict each other; a rack is "
            f"{SAME_RACK_M:g} m at most"
        )
        raise NeedError("same_rack", reason)
    if need.same_rack and need.outdoors:
        raise NeedError("outdoors", "one rack and outdoors contradict each other")
    if need.same_rack and need.redundant_m is not None:
        reason = "one rack and a second, separate route contradict each other"
        raise NeedError("redundant_m", reason)


def _check_speeds(need: SiteNeed, this_year: int | None) -> None:
    known = rates()
    listed = ", ".join(f"{rate:g}" for rate in known)
    if need.rate_gbps not in known:
        raise NeedError(
            "rate_gbps", f"{need.rate_gbps:.10g} Gb/s is no speed of the table: {listed}"
        )
    if need.growth_by is not None:
        first = this_year or 2000
        if not first <= need.growth_by <= LAST_YEAR:
            reason = f"{need.growth_by} is not a year from {first} to {LAST_YEAR}"
            raise NeedError("growth_by", reason)
        if need.growth_gbps is None:
            reason = (
                f"by {need.growth_by}, and no speed for it; say how fast, or leave the year out"
            )
            raise NeedError("growth_by", reason)
    if need.growth_gbps is None:
        return
    if need.growth_gbps not in known:
        reason = f"{need.growth_gbps:.10g} Gb/s is no speed of the table: {listed}"
        raise NeedError("growth_gbps", reason)
    if need.growth_gbps < need.rate_gbps:
        reason = (
            f"{need.growth_gbps:g} Gb/s later is under {need.rate_gbps:g} Gb/s now; leave it "
            "out if nothing grows"
        )
        raise NeedError("growth_gbps", reason)


def _check_draw(need: SiteNeed) -> None:
    for key, watts in (("draw_w", need.draw_w), ("draw_peak_w", need.draw_peak_w)):
        if watts is not None and not 0 < watts <= MOST_W:
            reason = (
                f"{watts:.10g} W is not what a device takes; it is over 0 and at most {MOST_W:g} W"
            )
            raise NeedError(key, reason)
    if need.draw_peak_w is not None and need.draw_w is None:
        raise NeedError("draw_w", "a peak, and no usual draw; say both, or neither")
    if need.draw_w is not None and (need.draw_peak_w or need.draw_w) < need.draw_w:
        reason = f"{need.draw_peak_w:g} W at peak is under {need.draw_w:g} W, what it usually takes"
        raise NeedError("draw_peak_w", reason)


def _check_strands(need: SiteNeed) -> None:
    if need.strands_at_hand is None:
        return
    if need.strands_at_hand < 1:
        raise NeedError("strands_at_hand", f"{need.strands_at_hand} strands carry nothing")
    if need.existing is None:
        raise NeedError("existing", "strands at hand are of some glass; choose its grade")


def _check_end(
    side: str,
    cage: str | None,
    device: str | None,
    place: str,
    devices: Mapping[str, Device] | None,
) -> None:
    if cage is not None and cage != NO_CAGE and cage not in STANDARD.cages:
        known_cages = ", ".join(STANDARD.cages)
        reason = f"{cage[:40]!r} is not a cage of the table: {known_cages}"
        raise NeedError(f"cage_{side}", reason)
    if device is None:
        return
    if cage == NO_CAGE:
        reason = f"{device[:40]!r} and no cage contradict each other; leave one of them out"
        raise NeedError(f"cage_{side}", reason)
    if devices is None:
        return
    found = devices.get(device)
    if found is None:
        known = ", ".join(devices) or "it has none"
        reason = f"{device[:40]!r} is not a device of the plan: {known}"
        raise NeedError(f"device_{side}", reason)
    if found.place is not None and found.place != place:
        reason = f"{device[:40]!r} stands in {found.place!r}, not in {place[:60]!r}"
        raise NeedError(f"device_{side}", reason)
    cages = tuple(dict.fromkeys(group.cage or NO_CAGE for group in found.ports))
    if cage is not None and cage not in cages:
        reason = f"{device[:40]!r} has no {cage} cage; it has {', '.join(cages)}"
        raise NeedError(f"cage_{side}", reason)
