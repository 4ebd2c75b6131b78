"""Multi-fiber ways: limits of 100 m of OM4 at 850 nm, worked by hand, and what each takes."""

import pytest

from passerelle.core.choice.prices import PriceBook
from passerelle.core.judge.wholeplan import check
from passerelle.core.measuring.limits import limits_of
from passerelle.core.measuring.ways import ways_of
from passerelle.core.plan.backbone import Cable, Place, Termination
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things

END = Termination(kind="factory", connector="MPO-12/UPC/unpinned", panel="P")
TRUNK = Cable("T", "A", "B", "OM4", 24, id="cable0000001", length_m=100.0, end_a=END, end_b=END)
PLAN = Plan("p", places=Things((Place("A"), Place("B"))), cables=Things((TRUNK,)))


def ways(prices=None):
    runs = limits_of(check(PLAN), "one-cord", "tia-568").runs
    return {one.row.key: one for one in ways_of(runs, 1, prices or PriceBook(), "tia-568")}


@pytest.mark.parametrize(
    ("way", "limit_db"),
    [("parallel", 1.80), ("switch", 1.80), ("breakout", 1.05), ("breakout-trunk", 0.30),
     ("wide-area", 1.05), ("cassettes", 3.30)],
)  # fmt: skip
def test_limits_of_100_m_of_om4_by_what_each_way_counts(way, limit_db):
    """0.30 dB of glass, 0.75 for each pair that is counted."""
    assert ways()[way].limit_db == pytest.approx(limit_db)


def test_a_row_at_once_takes_two_readings_where_strands_take_twenty_four():
    made = ways()
    assert (made["parallel"].readings, made["breakout"].readings) == (2, 24)
    assert (made["parallel"].references, made["breakout"].references) == (1, 12)
    assert (made["parallel"].plug_matings, made["breakout"].single_matings) == (4, 48)
    assert made["parallel"].hours < made["breakout"].hours


def test_the_cheapest_stands_first_and_what_has_no_price_last():
    costs = [one.cost for one in ways().values()]
    assert costs == sorted(costs)
    book = PriceBook()
    book.prices["test kit, single cords"] = None
    last = list(ways(book).values())[-1]
    assert (last.row.key, last.kit, last.cost) == ("cassettes", None, None)


def test_without_multi_fiber_runs_there_is_no_way():
    assert ways_of([], 1, PriceBook(), "tia-568") == ()
