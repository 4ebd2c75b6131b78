"""Power at the far end of a need: each way with whether it works, and what it adds to the cost."""

from dataclasses import dataclass

from passerelle.core.plan.backbone import Feed
from passerelle.core.plant.copper import SLACK_M
from passerelle.core.plant.power import (
    COMPOSITE,
    FAILS,
    LOCAL,
    MAINS,
    PAIR,
    UNKNOWN,
    WORKS,
    Supply,
    awg_of,
    supply,
)
from passerelle.core.tables import STANDARD

from .need import SiteNeed
from .prices import Counted
from .world import World

SOURCE_V = STANDARD.planning["composite_source_v"]
LEAST_V = STANDARD.planning["composite_least_v"]
COPPER_C = STANDARD.planning["composite_copper_c"]
AREAS_MM2 = (0.5, 0.75, 1.0, 1.5, 2.5, 4.0, 6.0)
"""Cross-sections that conductors are made in (IEC 60228). [mm²]"""
DAY_H = 24.0
EXPOSED = (
    " Copper between buildings needs surge protection and bonding at both ends, as the local code "
    "says."
)
_ORDER = (WORKS, UNKNOWN, FAILS)


@dataclass(frozen=True, slots=True)
class Powering:
    """One way to power the far device. total : what it adds to the cost; None: no price."""

    way: str
    verdict: str
    said: str
    total: float | None


def powerings(need: SiteNeed, world: World, *, outdoors: bool) -> tuple[Powering, ...]:
    """Every way, those that work first and then the cheapest; none where no draw is stated.

    outdoors : the way leaves the building.
    """
    if need.draw_w is None:
        return ()
    exposed = EXPOSED if outdoors else ""
    found = [_mains(need, world), _pair(need, world, exposed), _copper(need, world, exposed)]
    found.append(_local(need, world))
    return tuple(
        sorted(
            found, key=lambda one: (_ORDER.index(one.verdict), one.total is None, one.total or 0)
        )
    )


def _feed(need: SiteNeed, way: str, **more: object) -> Feed:
    return Feed("far device", need.b_place, way, need.draw_w, need.draw_peak_w, **more)  # type: ignore[arg-type]


def _at_peak(need: SiteNeed, world: World, feed: Feed) -> Supply:
    return supply(world.plant, feed, at_peak=need.draw_peak_w is not None)


def _mains(need: SiteNeed, world: World) -> Powering:
    found = supply(world.plant, _feed(need, MAINS))
    return Powering(MAINS, found.verdict, found.said, 0.0)


def _pair(need: SiteNeed, world: World, exposed: str) -> Powering:
    """A pair of its own with an injector: it may carry the data, too, where copper is an option."""
    far_m = need.distance_m + SLACK_M
    found = _at_peak(need, world, _feed(need, PAIR, length_m=far_m))
    counted = Counted(world.book)
    counted.buy("twisted pair Cat 6A", far_m)
    counted.work("pull", far_m)
    counted.work("end", 2)
    counted.buy("injector")
    said = found.said + (exposed if found.verdict == WORKS else "")
    return Powering(PAIR, found.verdict, said, counted.bill().total(world.book))


def _copper(need: SiteNeed, world: World, exposed: str) -> Powering:
    """The thinnest conductors that leave enough at the device, in the cable that is pulled.

    What voltage the device needs nobody said, so that it is never said to work.
    """
    far_m = need.distance_m + SLACK_M
    found, area = None, AREAS_MM2[-1]
    for area in AREAS_MM2:
        feed = _feed(
            need, COMPOSITE, length_m=far_m, source_v=SOURCE_V, least_v=LEAST_V, area_mm2=area,
            copper_c=COPPER_C,
        )  # fmt: skip
        found = _at_peak(need, world, feed)
        if found.verdict == WORKS:
            break
    assert found is not None
    counted = Counted(world.book)
    counted.buy("conductors", far_m * area)
    counted.buy("power supply")
    said = f"{area:g} mm² ({awg_of(area)}): {found.said}"
    total = counted.bill().total(world.book)
    if found.verdict != WORKS:
        return Powering(COMPOSITE, found.verdict, said, total)
    plate = " That is what 48 V equipment runs on; read on its type plate what this device needs."
    return Powering(COMPOSITE, UNKNOWN, said + plate + exposed, total)


def _local(need: SiteNeed, world: World) -> Powering:
    """A battery at the place: how it is charged is not known here."""
    assert need.draw_w is not None
    counted = Counted(world.book)
    counted.buy("battery")
    said = (
        f"{need.draw_w:g} W take {need.draw_w * DAY_H:g} Wh a day; what charges a battery there is "
        "not recorded."
    )
    return Powering(LOCAL, UNKNOWN, said, counted.bill().total(world.book))
