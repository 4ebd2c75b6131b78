"""What the same glass carries later, against the published reaches, and what growing costs."""

from dataclasses import replace

import pytest

from passerelle.core.choice.bill import Taken
from passerelle.core.choice.growing import Ripe, carried, counts_for
from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.prices import PriceBook
from passerelle.core.choice.world import World
from passerelle.core.judge.check import check_link
from passerelle.core.plan.house_rules import HouseRules
from tests.making import link, two_pairs

NEED = SiteNeed("A", "B", 100.0, 10.0)
BOOK = PriceBook({"module 25GBASE-SR": 50.0, "module 25GBASE-LR": 80.0}, {"module": 6.0}, 60.0)


def judged(application, fiber, length_m):
    return check_link(link(application, two_pairs(fiber, length_m)), HouseRules())


@pytest.mark.parametrize(
    ("by", "year", "counts"),
    [(None, 2026, 1.0), (2030, None, 1.0), (2026, 2026, 1.0), (2028, 2026, 0.8), (2036, 2026, 0.0),
     (2040, 2026, 0.0)],
)  # fmt: skip
def test_growth_counts_in_full_now_and_not_at_all_in_ten_years(by, year, counts):
    assert counts_for(replace(NEED, growth_by=by), year) == pytest.approx(counts)


@pytest.mark.parametrize(
    ("fiber", "length_m", "carries"),
    [("OM3", 70, True), ("OM3", 71, False), ("OM4", 100, True), ("OM4", 101, False)],
)
def test_25g_over_the_glass_of_10g_as_far_as_25gbase_sr_reaches(fiber, length_m, carries):
    """IEEE 802.3: 70 m on OM3, 100 m on OM4."""
    check = judged("10GBASE-SR", fiber, length_m)
    need = replace(NEED, growth_gbps=25.0)
    grows, _ = carried(need, World(book=BOOK), (Taken((check.budget.link,), None),), (check,))
    assert grows is carries


def test_growing_costs_new_modules_at_both_ends_and_the_minutes():
    """2 x 50 and twice 6 minutes at 60 an hour."""
    check = judged("10GBASE-SR", "OM4", 50)
    need = replace(NEED, growth_gbps=25.0)
    way = Taken((check.budget.link,), None)
    assert carried(need, World(book=BOOK), (way,), (check,)) == (True, 112.0)
    two = Taken((check.budget.link, check.budget.link), None)
    assert carried(need, World(book=BOOK), (two,), (check,)) == (True, 224.0)
    poor = World(book=replace(BOOK, per_hour=None))
    assert carried(need, poor, (way,), (check,)) == (
        True,
        None,
    )  # it works; nobody knows for how much


def test_both_routes_have_to_carry_it():
    near, far = judged("10GBASE-SR", "OM4", 50), judged("10GBASE-SR", "OM4", 150)
    need = replace(NEED, growth_gbps=25.0)
    ways = tuple(Taken((one.budget.link,), None) for one in (near, far))
    assert carried(need, World(book=BOOK), ways, (near, far))[0] is False
    assert Ripe().carries((near, far)) == min(Ripe().carries((near,)), Ripe().carries((far,)))


def test_nothing_is_carried_where_nothing_was_judged():
    need = replace(NEED, growth_gbps=25.0)
    assert carried(need, World(), (), ()) == (False, None)
    assert Ripe().carries(()) is None


def test_glass_that_carries_no_more_carries_what_runs():
    assert Ripe().carries((judged("10GBASE-SR", "OM3", 290),)) == 10.0
