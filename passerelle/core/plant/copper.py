"""How far copper goes: one rule for options, for the plan's copper runs and for every view of them.

What counts is the length that is laid: a twisted pair with its slack at both ends, a finished cable
as long as it is sold.
"""

from passerelle.core.plan.beside import CopperRun
from passerelle.core.tables import STANDARD
from passerelle.core.tables.copper import CopperRow, copper_row
from passerelle.core.words import metres

from .diverse import shortest_routes, ways_of
from .model import Plant

SLACK_M = 2 * STANDARD.planning["slack_each_end_m"]
"""Twisted pair, at both ends together. [m]"""
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
