"""Power at the far end: what arrives over copper in a composite cable, over a pair, or from mains.

Direct current to a load of constant power P over a loop of resistance R from a source V0:

    R = 2 L ρ(t) / A        ρ(t) = ρ20 (1 + α (t − 20))
    V = (V0 + √(V0² − 4 P R)) / 2        the load's voltage; no real root: it does not run
"""

import math
from dataclasses import dataclass

from passerelle.core.plan.backbone import Feed
from passerelle.core.tables.site import (
    COPPER_SOURCE,
    PAIR_REACH_M,
    PAIR_SOURCE,
    PER_KELVIN,
    POWER_CLASSES,
    RESISTIVITY,
)
from passerelle.core.words import metres

from .model import Plant, lengths
from .standing import jacks, standing

MOST_GAUGE = 40
GAUGE_TOLERANCE = 0.02
"""A conductor sold as so many mm² may be that share thinner and still be called by it."""
MAINS, PAIR, COMPOSITE, LOCAL = "mains", "pair", "composite", "local"
WORKS, FAILS, UNKNOWN = "works", "fails", "unknown"


def awg_area_mm2(gauge: int) -> float:
    """Cross-section of a conductor by American gauge (ASTM B258). [mm²]"""
    diameter = 0.127 * 92 ** ((36 - gauge) / 39)
    return float(math.pi / 4 * diameter**2)


def awg_of(area_mm2: float) -> str:
    """The thinnest American gauge that has at least this cross-section, in words."""
    for gauge in range(MOST_GAUGE, -1, -1):
        if awg_area_mm2(gauge) >= area_mm2 * (1 - GAUGE_TOLERANCE):
            return f"AWG {gauge}"
    return "over AWG 0"


def loop_ohm(length_m: float, area_mm2: float, copper_c: float) -> float:
    """Resistance there and back. [Ω]"""
    resistivity = RESISTIVITY * (1 + PER_KELVIN * (copper_c - 20))
    return 2 * length_m * resistivity / area_mm2


def load_voltage(source_v: float, load_w: float, ohm: float) -> float | None:
    """Voltage at a load of constant power; None where the line cannot carry it. [V]"""
    root = source_v**2 - 4 * load_w * ohm
    return None if root < 0 else (source_v + math.sqrt(root)) / 2


@dataclass(frozen=True, slots=True)
class Supply:
    """Whether one way of feeding works, with its margin. device_v, current_a, drop_v : composite.

    margin : volts over the least, or watts over the load. said : in one sentence.
    """

    way: str
    verdict: str
    said: str
    source: str
    margin: float | None = None
    unit: str = ""
    device_v: float | None = None
    current_a: float | None = None
    ohm: float | None = None
    no_copper: bool = False


def feed_length_m(plant: Plant, feed: Feed) -> float | None:
    """Length of the copper: as entered, or that of its run or cable; a pair's cords too. [m]"""
    length = feed.length_m
    run = plant.copper.get(feed.run or "")
    if length is None and run is not None:
        length = run.length_m
    if length is None and feed.cable is not None and feed.cable in plant.cables:
        length = lengths(plant, plant.cables[feed.cable]).order_m
    if length is None or feed.way != PAIR:
        return length
    cords = feed.cords_m if feed.cords_m is not None else run.cords_m if run is not None else None
    return length + (cords or 0.0)


def load_of(plant: Plant, feed: Feed, *, at_peak: bool = False) -> float | None:
    """What hangs on a feed, usually or at its peak: as entered, or what its device draws. [W]"""
    device = plant.devices.get(feed.device or "")
    known = standing(device) if device is not None else None
    usual = feed.load_w if feed.load_w is not None else known.draw_w if known else None
    if not at_peak:
        return usual
    if feed.peak_w is not None:
        return feed.peak_w
    return known.at_peak_w if known is not None and feed.load_w is None else usual


def supply(plant: Plant, feed: Feed, way: str | None = None, *, at_peak: bool = False) -> Supply:
    """Judge a feed by its own way or by another, at its usual load or at its peak."""
    way = way or feed.way
    if way == MAINS:
        return _mains(plant, feed)
    load_w = load_of(plant, feed, at_peak=at_peak)
    if load_w is None:
        told = "What the device takes is not known: read its type plate."
        return Supply(way, UNKNOWN, told, "type plate")
    if way == LOCAL:
        return _local(feed, load_w)
    return _pair(plant, feed, load_w) if way == PAIR else _composite(plant, feed, load_w)


def _local(feed: Feed, load_w: float) -> Supply:
    """A battery runs the load for as long as its energy lasts."""
    if feed.battery_wh is None:
        told = "What the local supply holds is not recorded: read its capacity."
        return Supply(LOCAL, UNKNOWN, told, "type plate")
    hours = feed.battery_wh / load_w
    said = f"{feed.battery_wh:g} Wh run {load_w:g} W for {hours:.1f} h without being charged."
    return Supply(LOCAL, WORKS, said, "capacity over load", hours, "h")


def _mains(plant: Plant, feed: Feed) -> Supply:
    place = plant.places.get(feed.place)
    there = place.power if place else None
    source = "survey: power at hand"
    if there == "mains":
        return Supply(
            MAINS,
            WORKS,
            "Mains are at hand: a local supply or injector, rated for the place.",
            source,
        )
    if there is None:
        return Supply(
            MAINS, UNKNOWN, f"Whether mains are at hand at {feed.place} is not recorded.", source
        )
    return Supply(MAINS, FAILS, f"No mains at {feed.place} ({there}).", source)


def _pair(plant: Plant, feed: Feed, load_w: float) -> Supply:
    length = feed_length_m(plant, feed)
    if length is None:
        return Supply(PAIR, UNKNOWN, "The length of the pair is not known.", PAIR_SOURCE)
    if length > PAIR_REACH_M:
        said = f"{metres(length, 'g')} of pair; {metres(PAIR_REACH_M, 'g')} is the most."
        return Supply(PAIR, FAILS, said, PAIR_SOURCE, PAIR_REACH_M - length, "m")
    enough = [row for row in POWER_CLASSES.values() if row.device_w >= load_w]
    known = feed.power_class or jack_class(plant, feed)
    if known is not None:
        row = POWER_CLASSES[known]
        left = row.device_w - load_w
        said = f"Class {row.name} leaves {row.device_w:g} W; the device takes {load_w:g} W."
        return Supply(PAIR, WORKS if left >= 0 else FAILS, said, row.source, left, "W")
    if not enough:
        most = max(row.device_w for row in POWER_CLASSES.values())
        said = f"The device takes {load_w:g} W; no class leaves more than {most:g} W."
        return Supply(PAIR, FAILS, said, PAIR_SOURCE, most - load_w, "W")
    row = enough[0]
    said = (
        f"Needs class {row.name}: it leaves {row.device_w:g} W of {row.source_w:g} W at the device."
    )
    return Supply(PAIR, WORKS, said, row.source, row.device_w - load_w, "W")


def jack_class(plant: Plant, feed: Feed) -> str | None:
    """The class of the jack that feeds its run; None where no run, device or class is recorded."""
    run = plant.copper.get(feed.run or "")
    end = None if run is None else run.end_a if run.powered_from == "a" else run.end_b
    if run is None or run.powered_from is None or end is None or end.device not in plant.devices:
        return None
    groups = jacks(plant.devices[end.device])
    if end.group is not None:
        groups = tuple(group for group in groups if group.name == end.group)
    return groups[0].power_class if len(groups) == 1 else None


def _composite(plant: Plant, feed: Feed, load_w: float) -> Supply:
    cable = plant.cables.get(feed.cable or "")
    if cable is not None and cable.type is not None and not cable.type.conductors:
        said = f"{cable.name} ({cable.type.name}) has no copper in it."
        return Supply(COMPOSITE, FAILS, said, "the cable's construction", no_copper=True)
    length = feed_length_m(plant, feed)
    missing = [
        name
        for name, value in (("length", length), ("source voltage", feed.source_v),
                            ("conductor size", feed.area_mm2), ("least voltage", feed.least_v))
        if value is None
    ]  # fmt: skip
    if length is None or feed.source_v is None or feed.area_mm2 is None or feed.least_v is None:
        said = f"Not known: {', '.join(missing)}."
        return Supply(COMPOSITE, UNKNOWN, said, COPPER_SOURCE)
    ohm = loop_ohm(length, feed.area_mm2, 20.0 if feed.copper_c is None else feed.copper_c)
    volts = load_voltage(feed.source_v, load_w, ohm)
    if volts is None:
        most = feed.source_v**2 / 4 / ohm
        said = (
            f"{ohm:.1f} Ω there and back carry {most:.0f} W at most; the device takes {load_w:g} W."
        )
        return Supply(COMPOSITE, FAILS, said, COPPER_SOURCE, ohm=ohm)
    left = volts - feed.least_v
    said = (
        f"{volts:.1f} V of {feed.source_v:g} V arrive over {metres(length, 'g')} "
        f"({ohm:.2f} Ω there and back, {load_w / volts:.2f} A); "
        f"the device needs {feed.least_v:g} V."
    )
    verdict = WORKS if left >= 0 else FAILS
    return Supply(COMPOSITE, verdict, said, COPPER_SOURCE, left, "V", volts, load_w / volts, ohm)
