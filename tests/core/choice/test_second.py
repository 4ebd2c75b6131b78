"""Two routes are wanted and one is known: what is said, and what a second would cost."""

from dataclasses import replace

from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.options import cheapest
from passerelle.core.choice.second import second_route
from passerelle.core.choice.world import World
from passerelle.core.plant.whole import plant_of
from passerelle.core.words import in_metres
from passerelle.demo_data import demo_plan
from tests.planting import plant, way

NEED = SiteNeed("A", "B", 240.0, 10.0, redundant=True)
ONE_WAY = World(plant=plant(ways=[way("duct", "A", "B", 240.0)]))


def test_nothing_is_open_where_one_route_will_do_or_the_second_is_known():
    assert second_route(replace(NEED, redundant=False), World()) is None
    assert second_route(replace(NEED, redundant_m=300.0), World()) is None


def test_without_pathways_the_length_is_asked_for():
    found = second_route(NEED, World())
    assert found is not None
    assert "one cut takes it. No way is recorded" in found.said
    assert found.recorded_m is None


def test_one_recorded_way_says_what_a_second_must_not_share():
    found = second_route(replace(NEED, existing="OM1", strands_at_hand=2), ONE_WAY)
    assert found is not None
    assert (
        "The only recorded way is duct: a second needs a pathway that shares nothing" in found.said
    )
    # a second route has none of the glass that is there: it costs what one costs on new cable
    assert found.total == cheapest(SiteNeed("A", "B", 240.0, 10.0), ONE_WAY)


def test_a_recorded_second_way_is_told_with_what_it_shares():
    """Pier Office to Instrument Hall: 279 m the other way round, 11 m of it shared."""
    world = World(plant=plant_of(demo_plan()))
    asked = SiteNeed("Pier Office", "Instrument Hall", 300.0, 10.0, redundant=True)
    found = second_route(asked, world)
    assert found is not None
    assert found.recorded_m == 279.0
    assert "A second way of 279 m is recorded; it shares Hall tray" in in_metres(found.said)
