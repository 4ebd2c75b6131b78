"""The order of sheets: no longer than by name, and references of one kind stay together."""

from dataclasses import replace
from itertools import pairwise, permutations

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.measuring.order import REFERENCE_MIN, in_order, kind_of, minutes_of
from passerelle.core.measuring.sheet import sheets_of
from passerelle.core.plan.backbone import Cable, Place, Termination
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.plant.travel import travel_of

LC = Termination(kind="field", connector="LC/UPC", panel="P")
SC = replace(LC, connector="SC/UPC")


def plan_of(*cables):
    """Places on a line, 60 m apart; cables from the hall (0) to the place of their number."""
    places = [Place(str(n), x_m=60.0 * n, y_m=0.0) for n in range(9)]
    made = [Cable(f"C{n}", "0", str(n), "OS2", 2, id=f"cable000000{n}", length_m=60.0 * n,
                  end_a=end, end_b=end) for n, end in cables]  # fmt: skip
    return Plan("p", places=Things(places), cables=Things(made))


def ordered(plan):
    judged = check(plan)
    travel = travel_of(plan, judged.plant)
    return in_order(sheets_of(judged, Facts.NONE).sheets, travel, "0"), travel


def cost(sheets, travel):
    total = 0.0
    far = "0"
    for one in sheets:
        total += travel.minutes(far, one.places[1])
        far = one.places[1]
    return total + REFERENCE_MIN * sum(kind_of(a) != kind_of(b) for a, b in pairwise(sheets))


def test_places_are_passed_as_they_lie():
    made, _ = ordered(plan_of((5, LC), (1, LC), (8, LC), (3, LC)))
    assert [one.name for one in made.sheets] == ["C1", "C3", "C5", "C8"]
    assert made.references == 1
    assert made.walked_min == pytest.approx(480 / 60, rel=0.3)


def test_no_other_order_costs_less():
    made, travel = ordered(plan_of((5, SC), (1, LC), (4, LC), (3, SC), (2, LC)))
    best = min(cost(one, travel) for one in permutations(made.sheets))
    assert cost(made.sheets, travel) == pytest.approx(best)
    assert made.references == 2


def test_nothing_to_order():
    assert in_order((), travel_of(plan_of(), check(plan_of()).plant), None).sheets == ()


def test_minutes_are_of_what_is_still_open():
    made, _ = ordered(plan_of((1, LC)))
    assert minutes_of(made.sheets[0]) == pytest.approx(2 * 4 * 0.4)
