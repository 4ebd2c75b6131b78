"""Ways between places: entered, along pathways, as they lie, and unknown."""

from passerelle.core.plan.backbone import Pathway, Place
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.plan.visiting import Trip
from passerelle.core.plant.travel import travel_of
from passerelle.core.plant.whole import plant_of
from passerelle.demo_data import demo_plan


def test_what_is_entered_goes_before_the_pathway_and_that_before_the_map():
    """A–B 300 m of pathway at 60 m/min: 5; B–C 1,200 m as they lie, by vehicle at 400: 3; A–C
    entered: 20; D has nothing: 15, and not certain. E is inside B."""
    places = (
        Place("A", x_m=0.0, y_m=0.0, trips=(Trip("C", 20.0),)), Place("B", x_m=0.0, y_m=100.0),
        Place("C", x_m=0.0, y_m=1300.0), Place("D"), Place("E", inside="B"),
    )  # fmt: skip
    made = Plan("p", places=Things(places), pathways=Things((Pathway("w", "A", "B", 300.0),)))
    travel = travel_of(made, plant_of(made))
    ways = {
        pair: travel.minutes(*pair) for pair in ("AB", "BC", "AC", "CA", "AD", "AE", "BE", "AA")
    }
    assert ways == {"AB": 5.0, "BC": 3.0, "AC": 20.0, "CA": 20.0, "AD": 15.0, "AE": 5.0, "BE": 0.0,
                    "AA": 0.0}  # fmt: skip
    assert travel.certain("A", "B")
    assert not travel.certain("A", "D")


def test_ways_from_one_place_are_those_of_all_places():
    plan = demo_plan()
    plant = plant_of(plan)
    every, one = travel_of(plan, plant), travel_of(plan, plant, "Pier Office")
    for place in plant.places:
        assert one.minutes("Pier Office", place) == every.minutes("Pier Office", place), place
