"""How far copper goes: one rule for options, for the plan's copper runs and for every view of them.

What counts is the length that is laid: a twisted pair with its slack at both ends, a finished cable
as long as it is sold.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from passerelle.core.plan.beside import CopperRun
from passerelle.core.tables import STANDARD
from passerelle.core.tables.copper import GRADES, PAIR, ROWS, CopperRow, copper_row
from passerelle.core.words import metres, quantity

from .diverse import shortest_routes, ways_of
from .model import Plant

SLACK_M = 2 * STANDARD.planning["slack_each_end_m"]
"""Twisted pair, at both ends together. [m]"""
TESTED_C = 20.0
HOT_C = STANDARD.planning["pair_hot_c"]
PER_DEGREE = STANDARD.planning["pair_per_degree"]
PER_DEGREE_HOT = STANDARD.planning["pair_per_degree_hot"]
FINISHED = ("direct-attach", "active copper", "active optical")
"""Sold with both ends on: no slack, no end to make on site, and no way through a duct."""


def laid_m(row: CopperRow, route_m: float) -> float:
    """What a run over a route takes. [m]"""
    return route_m if row.kind in FINISHED else route_m + SLACK_M


def too_far(row: CopperRow, laid_m: float, cords_m: float = 0.0) -> str | None:
    """Why what is laid, with its cords, is too much, in words; None where the row reaches. [m]"""
    length_m = laid_m + cords_m
    if length_m <= row.reach_m:
        return None
    cords = " with its cords" if cords_m else ""
    return f"{metres(length_m, 'g')}{cords}; {metres(row.reach_m, 'g')} is its reach"


def warm_share(warmest_c: float | None) -> float:
    """How much more a pair loses when it is warm, as a share of what it loses at 20 °C.

    For unscreened pair, which loses the most; what is colder is counted as at 20 °C.
    """
    over = max(0.0, (warmest_c or 0.0) - TESTED_C)
    knee = HOT_C - TESTED_C
    return min(over, knee) * PER_DEGREE + max(0.0, over - knee) * PER_DEGREE_HOT


def as_long_as_m(run: CopperRun) -> float:
    """The length, cords included, that loses at 20 °C what a run loses where it lies. [m]"""
    share = warm_share(run.warmest_c) if row_of(run).kind == PAIR else 0.0
    return run.length_m * (1 + share) + (run.cords_m or 0.0)


def run_too_far(run: CopperRun) -> str | None:
    """Why a run is too long where it lies, in words; None where it reaches."""
    row = row_of(run)
    cold = too_far(row, run.length_m, run.cords_m or 0.0)
    equal_m = as_long_as_m(run)
    if cold is not None or equal_m <= row.reach_m or run.warmest_c is None:
        return cold
    return (
        f"at {quantity(run.warmest_c, '°C')} it loses as much as {metres(equal_m, '.0f')} do at "
        f"{quantity(TESTED_C, '°C')}; {metres(row.reach_m, 'g')} is its reach"
    )


def row_of(run: CopperRun) -> CopperRow:
    """The row of the copper table that a run names."""
    row = copper_row(run.what, run.rate_gbps)
    assert row is not None  # what is stored was held against the table
    return row


def leaves(plant: Plant, run: CopperRun) -> bool | None:
    """Whether a run leaves the building on its shortest recorded way; None: not known."""
    if run.a == run.b:
        return False  # within one place nothing runs between buildings
    route = shortest_routes(ways_of(plant), run.a, (run.b,)).get(run.b)
    if route is None:
        return None
    return any(plant.pathways[name].outdoor for name in route.pathways)


OFTEN_GOOD = 1 + STANDARD.planning["copper_often_good_share"]
"""Good pair often works a little beyond its published length: to be tested, never to be planned."""
SOAKED = ("burial", "duct")
"""Kinds of pathway in which water stands sooner or later."""
How = Literal["certain", "test first", "no"]


@dataclass(frozen=True, slots=True)
class Carried:
    """What a run would carry. reach_m : the published length for its category. [Gb/s, m]"""

    rate_gbps: float
    what: str
    how: How
    reach_m: float


def grade_of(run: CopperRun) -> str | None:
    """The category of a run's cable; None where it is no twisted pair."""
    if run.grade is not None:
        return run.grade
    grade = row_of(run).grade
    return grade if grade in GRADES else None


def carried(grade: str, length_m: float, *, existing: bool) -> Iterator[Carried]:
    """What twisted pair of a category and length, cords included, carries at each speed.

    A better category carries what the lesser ones do, at least as far. existing : it can be
    tested; what is still to be laid is never planned beyond its published length.
    """
    beyond = OFTEN_GOOD if existing else 1.0
    below = GRADES[: GRADES.index(grade) + 1]
    rows = [row for row in ROWS if row.kind == PAIR and row.grade in below]
    for rate in sorted({row.rate_gbps for row in rows}):
        best = max((r for r in rows if r.rate_gbps == rate), key=lambda r: (_sure_m(r), r.reach_m))
        how: How = "no"
        if length_m <= _sure_m(best):
            how = "certain"
        elif length_m <= best.reach_m * beyond:
            how = "test first"
        yield Carried(rate, best.name.rpartition(", ")[0], how, best.reach_m)


def _sure_m(row: CopperRow) -> float:
    """How far a row goes without a test of the cable. [m]"""
    if row.sure_m is not None:
        return row.sure_m
    return row.reach_m if row.confidence == "high" else 0.0


def may_still_be_good(run: CopperRun) -> bool:
    """Whether a run that is there is so little too long that a test decides."""
    return run.existing and as_long_as_m(run) <= row_of(run).reach_m * OFTEN_GOOD


def sheath_fault(plant: Plant, run: CopperRun) -> tuple[bool, str] | None:
    """What its sheath does not stand on its shortest recorded way: whether it is certain, and why.

    None where nothing speaks against it, or where no way is recorded.
    """
    route = shortest_routes(ways_of(plant), run.a, (run.b,)).get(run.b) if run.a != run.b else None
    ways = [plant.pathways[name] for name in route.pathways] if route is not None else []
    outdoors = next((way.name for way in ways if way.outdoor), None)
    wet = [way.name for way in ways if "wet" in way.hazards or way.kind in SOAKED]
    soaked = next(iter(wet), None)
    if outdoors is None:
        return None
    if run.sheath is None:
        return False, f"what its sheath is made for is not recorded, and it lies in {outdoors}"
    if run.sheath == "indoor":
        return True, f"an indoor sheath in {outdoors}: sun and water go through it"
    if soaked is not None and run.sheath != "outdoor, filled":
        return False, f"its sheath is not filled, and water stands in {soaked}"
    return None
