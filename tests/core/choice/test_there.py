"""What old glass carries at a distance, by the published reaches."""

import pytest

from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.there import There, carries_there
from passerelle.core.choice.world import World


@pytest.mark.parametrize(
    ("far_m", "fiber", "gbps"),
    [
        (300.0, "OM1", 1.0),  # 1000BASE-LX goes 550 m, 10GBASE-LRM 220 m
        (150.0, "OM1", 10.0),  # within 220 m
        (900.0, "OM1", 0.1),  # 100BASE-FX goes 2 km
    ],
)
def test_the_fastest_that_old_glass_carries(far_m, fiber, gbps):
    found = carries_there(SiteNeed("A", "B", far_m, 100.0, existing=fiber), World())
    assert found is not None
    assert (found.fiber, found.gbps) == (fiber, gbps)


def test_strands_at_hand_count_and_nothing_is_said_of_no_glass():
    one = SiteNeed("A", "B", 300.0, 10.0, existing="OM1", strands_at_hand=1)
    assert carries_there(one, World()) == There("OM1", None, None)
    assert carries_there(SiteNeed("A", "B", 300.0, 10.0), World()) is None
