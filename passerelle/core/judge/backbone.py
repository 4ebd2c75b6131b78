"""The whole backbone judged."""

from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.copper import (
    leaves,
    may_still_be_good,
    run_too_far,
    sheath_fault,
)
from passerelle.core.plant.model import Plant
from passerelle.core.plant.power import COMPOSITE, FAILS, MAINS, PAIR, UNKNOWN, supply
from passerelle.core.plant.reels import cut_plan
from passerelle.core.plant.standing import fed_from
from passerelle.core.words import metres

from .about import CABLE, COPPER, FEED, REEL, About
from .cables import check_cables
from .devices import check_devices
from .findings import finding, order_of
from .routes import check_pulls, check_routes
from .rules import NOTE, STOP, WARN, Severity

NEAR_V = 2.0
"""Less left over the least voltage is worth a warning: lines age, loads start. [V]"""


def check_plant(plant: Plant, rules: HouseRules) -> tuple[About, ...]:
    """Every finding about places, pathways, cables, groups, reels and power, the gravest first."""
    found = [
        *check_cables(plant, rules),
        *check_routes(plant),
        *check_pulls(plant),
        *_reels(plant),
        *_power(plant),
        *_copper(plant),
        *check_devices(plant),
    ]
    return tuple(sorted(found, key=lambda one: (*order_of(one.finding), one.name)))


def _reels(plant: Plant) -> list[About]:
    if not plant.reels:
        return []
    made = cut_plan(plant)
    found = []
    for cut in made.short:
        message = (
            f"{cut.cable} takes {metres(cut.length_m, '.0f')}; the longest end of its "
            f"kind that is left has {metres(cut.longest_m or 0, '.0f')}."
        )
        found.append(About(CABLE, cut.cable, finding("reel.short", message)))
    for one in made.reels:
        if one.serves is not None:
            message = (
                f"{one.reel.name}: {metres(one.left_m, '.0f')} are left, enough for {one.serves}."
            )
            found.append(About(REEL, one.reel.name, finding("reel.leftover", message)))
    return found


def _copper(plant: Plant) -> list[About]:
    """Copper runs: too long for what runs on them, or out of the building."""
    found = []
    for run in plant.copper.values():
        beyond = run_too_far(run)
        if beyond is not None:
            message = f"{run.name}: {run.what}, {beyond}."
            tested = run.state == "good"
            near = may_still_be_good(run)
            do = (
                "Test it with what is to run on it before anything is planned on it."
                if near
                else None
            )
            severity: Severity | None = NOTE if near and tested else WARN if near else None
            said = finding("copper.too-long", message, do=do, severity=severity)
            found.append(About(COPPER, run.name, said))
        if run.state == "bad":
            message = f"{run.name} is noted as bad."
            found.append(About(COPPER, run.name, finding("copper.bad", message)))
        fault = sheath_fault(plant, run)
        if fault is not None:
            message = f"{run.name}: {fault[1]}."
            worn = finding("copper.sheath", message, severity=STOP if fault[0] else WARN)
            found.append(About(COPPER, run.name, worn))
        outdoors = leaves(plant, run)
        if outdoors:
            message = f"{run.name} leaves the building on its shortest recorded way."
            found.append(About(COPPER, run.name, finding("copper.outdoors", message)))
        elif outdoors is None:
            message = f"{run.name}: no way is recorded; whether it leaves a building is not known."
            unknown = finding("copper.outdoors", message, severity=NOTE)
            found.append(About(COPPER, run.name, unknown))
    return found


def _power(plant: Plant) -> list[About]:
    found = []
    for feed in plant.feeds.values():
        run = plant.copper.get(feed.run or "")
        long = run is not None and run_too_far(run)
        if run is not None and long and not may_still_be_good(run):
            continue  # the pair is too long for data already: said at the run
        if feed.way == PAIR and run is not None and fed_from(run) in plant.devices:
            continue  # class and sum are said at the device that feeds it
        made = supply(plant, feed)
        message = f"{feed.name}: {made.said}"
        if made.verdict == UNKNOWN:
            found.append(About(FEED, feed.name, finding("power.unknown", message)))
        elif made.verdict == FAILS:
            rule = "power.load"
            if made.no_copper:
                rule = "power.no-copper"
            elif feed.way == COMPOSITE:
                rule = "power.drop"
            elif feed.way == PAIR and made.unit == "m":
                rule = "power.poe-distance"
            elif feed.way == MAINS:
                rule = "power.unknown"
            found.append(About(FEED, feed.name, finding(rule, message)))
        elif (peak := supply(plant, feed, at_peak=True)).verdict == FAILS:
            rule = "power.drop" if feed.way == COMPOSITE else "power.load"
            told = f"{feed.name}, at its peak: {peak.said}"
            found.append(About(FEED, feed.name, finding(rule, told, severity=WARN)))
        elif made.unit == "V" and made.margin is not None and made.margin < NEAR_V:
            near = finding("power.drop", message, severity=WARN)
            found.append(About(FEED, feed.name, near))
    return found
