"""How far each glass carries each speed: never farther than its standard says."""

import pytest

from passerelle.core.choice.possible import GLASS, possible
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.tables import STANDARD

FOUND = {(one.rate_gbps, one.fiber): one for one in possible(HouseRules())}


@pytest.mark.parametrize(
    ("rate", "fiber", "reach_m", "more_m"),
    [
        (1.0, "OM2", 550.0, 12),  # 1000BASE-SX, IEEE 802.3 clause 38
        (10.0, "OM3", 300.0, 10),  # 10GBASE-SR, clause 52
        (10.0, "OM4", 400.0, 12),
        (25.0, "OM4", 100.0, 10),  # 25GBASE-SR, clause 112
    ],
)
def test_with_short_wave_it_is_the_reach_of_the_standard_less_slack_and_cords(
    rate, fiber, reach_m, more_m
):
    """On top of the route come 3 m of slack at each end, two cords of 2 m, and beyond 300 m two
    pigtails of 1 m."""
    assert FOUND[rate, fiber].most_m + more_m == pytest.approx(reach_m, rel=0.006)


def test_no_glass_carries_more_than_the_longest_reach_that_is_published_for_it():
    for (rate, fiber), one in FOUND.items():
        row = STANDARD.fibers[fiber].application_row
        published = [
            r.m for a in STANDARD.applications.values() if a.rate_gbps == rate
            for r in a.reach if r.fiber == row and r.m is not None
        ]  # fmt: skip
        assert one.most_m <= max(published), (rate, fiber)
        assert STANDARD.applications[one.application].rate_gbps == rate


def test_better_multimode_carries_at_least_as_far_and_no_glass_farther_at_more_speed():
    for rate in (1.0, 10.0, 25.0):
        far = [FOUND[rate, fiber].most_m for fiber in ("OM3", "OM4") if (rate, fiber) in FOUND]
        assert far == sorted(far)
    for fiber in GLASS[:5]:
        short = [FOUND[rate, fiber].most_m for rate in (1.0, 10.0, 25.0) if (rate, fiber) in FOUND]
        assert short == sorted(short, reverse=True), fiber


def test_repair_splices_that_are_kept_for_later_cost_distance():
    kept = {
        (o.rate_gbps, o.fiber): o for o in possible(HouseRules(repair_splices=4, ageing_db=1.0))
    }
    assert kept[10.0, "OS2"].most_m <= FOUND[10.0, "OS2"].most_m
    assert any(kept[key].most_m < FOUND[key].most_m for key in kept)
