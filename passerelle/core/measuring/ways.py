"""Ways to test multi-fiber plant, side by side: limit, uncertainty, references, time and cost.

The plan's own number of rows decides which pays.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import ceil

from passerelle.core.choice.prices import PriceBook
from passerelle.core.plan.testing import Launch, Method
from passerelle.core.tables import STANDARD
from passerelle.core.tables.testing import MATINGS, WAYS, WayRow

from .judged import uncertainty
from .limits import Limits, Tested, end_connection_db, mode_of

ROW = 12
BY_LESS: dict[int, Method] = {0: "one-cord", 1: "two-cord", 2: "three-cord"}
"""The method that takes away as many ends as a way does."""


@dataclass(frozen=True, slots=True)
class WayMade:
    """A way to test what a plan has of multi-fiber runs, with one wavelength and direction.

    limit_db : the highest limit of a run by it; doubt_db : uncertainty there. [dB]
    plug_matings, single_matings : of a multi-fiber plug and of single ones; worn : the share of its
    rated life that a test plug loses. hours : of one person. kit : None where it has no price.
    """

    row: WayRow
    limit_db: float | None
    doubt_db: float | None
    readings: int
    references: int
    plug_matings: int
    single_matings: int
    worn: float
    hours: float
    kit: float | None
    cost: float | None


def ways_of(
    runs: Sequence[Tested],
    times: int,
    prices: PriceBook,
    limits: Limits,
    launch: Launch = "encircled-flux",
) -> tuple[WayMade, ...]:
    """Every way for these multi-fiber runs. times : readings of each strand; the cheapest first."""
    if not runs:
        return ()
    rows = _rows(runs)
    found = [_made(row, runs, rows, times, prices, limits, launch) for row in WAYS.values()]
    return tuple(sorted(found, key=lambda one: (one.cost is None, one.cost or one.hours)))


def _rows(runs: Sequence[Tested]) -> int:
    """Rows of twelve that the runs fill, cable by cable."""
    by_cable: dict[str | None, int] = {}
    for one in runs:
        by_cable[one.run.cable] = by_cable.get(one.run.cable, 0) + 1
    return sum(ceil(count / ROW) for count in by_cable.values())


def _made(
    row: WayRow,
    runs: Sequence[Tested],
    rows: int,
    times: int,
    prices: PriceBook,
    limits: Limits,
    launch: Launch,
) -> WayMade:
    strands = len(runs)
    presses = rows if row.strands_at_once > 1 else strands
    references = ceil(ROW / row.per_reference)
    minutes = references * row.minutes_reference + presses * times * row.minutes_reading
    hours = minutes / 60
    plugs, singles = row.plugs * rows * times, row.singles * strands * times
    most = max(
        (one for one in (_limit(r, row, limits) for r in runs) if one is not None), default=None
    )
    doubt = uncertainty(mode_of(runs[0].run), BY_LESS[row.less], launch, row.key)
    kit = prices.prices.get(row.kit)
    pay = None if kit is None or prices.per_hour is None else kit + hours * prices.per_hour
    rated = MATINGS["MPO"].rated
    return WayMade(
        row, most, doubt.at(most) if doubt is not None and most is not None else None,
        presses * times, references, plugs, singles, plugs / rated, hours, kit, pay,
    )  # fmt: skip


def _limit(one: Tested, row: WayRow, limits: Limits) -> float | None:
    """The highest limit of a run by a way. [dB]"""
    by = by_way(one, row, limits)
    return max((at.limit_db for at in by.wavelengths if at.limit_db is not None), default=None)


def by_way(one: Tested, row: WayRow, limits: Limits) -> Tested:
    """A run with the limits of a way: the ends that it counts, and the plugs that it adds.

    Through cassettes the multi-fiber pairs are inside the run, and count with their worst case.
    """
    mode = mode_of(one.run)
    if one.end_db is None or mode is None:
        return one
    single, multi = (STANDARD.mated_pairs[family, "standard"] for family in ("LC", "MPO"))
    counted = one.connections - one.run.inside
    ends = (2 - row.less - counted) * one.end_db
    usual = (2 - row.less - counted) * multi.typical_db
    if row.single_pairs:
        ends = row.single_pairs * end_connection_db(single, mode, limits) + 2 * multi.worst_case_db
        ends -= counted * one.end_db
        usual = row.single_pairs * single.typical_db + (2 - counted) * multi.typical_db
    made = tuple(
        replace(
            at,
            limit_db=None if at.limit_db is None else at.limit_db + ends,
            expected_db=None if at.expected_db is None else at.expected_db + usual,
        )
        for at in one.wavelengths
    )
    more = row.single_pairs - row.less + 2 - counted
    return replace(one, connections=one.connections + more, wavelengths=made,
                   method=BY_LESS[row.less])  # fmt: skip
