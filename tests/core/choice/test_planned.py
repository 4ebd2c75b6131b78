"""From a need of the plan to the need that options are made for."""

from dataclasses import replace

import pytest

from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.planned import as_asked
from passerelle.core.plan.needs import PlannedNeed

WHOLE = PlannedNeed("A – B, 10G", "A", "B", 240.0, 10.0)


def test_what_is_asked_is_what_is_said():
    need = replace(WHOLE, draw_w=12.0, outdoors=True, circuits=2, redundant_m=300.0)
    assert as_asked(need) == SiteNeed(
        "A", "B", 240.0, 10.0, circuits=2, outdoors=True, draw_w=12.0
    )  # one route is wanted: what was said of a second waits
    both = as_asked(replace(need, redundant=True))
    assert both is not None
    assert both.redundant_m == 300.0
    unnamed = as_asked(replace(WHOLE, a_place=None, b_place=None))
    assert unnamed is not None
    assert (unnamed.a_place, unnamed.b_place) == ("End A", "End B")


@pytest.mark.parametrize("said", [{"b_place": None}, {"distance_m": None}, {"rate_gbps": None}])
def test_a_need_that_is_half_said_is_not_asked(said):
    assert as_asked(replace(WHOLE, **said)) is None


def test_one_route_is_asked_for_while_the_second_has_no_length():
    one = as_asked(replace(WHOLE, redundant=True))
    assert one is not None
    assert (one.redundant, one.redundant_m) == (True, None)
