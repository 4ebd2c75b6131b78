"""What of a cable nobody has said yet."""

import pytest

from passerelle.core.plan.backbone import Termination
from passerelle.core.plant.undecided import undecided
from tests.planting import cable, plant, spliced, way

MADE = Termination(kind="pigtails")
WAYS = (way("d", "A", "B"), way("e", "B", "C"))


@pytest.mark.parametrize(
    ("route", "more", "open_"),
    [
        (("d",), {"end_a": MADE, "end_b": MADE}, ()),
        ((), {"end_a": MADE, "end_b": MADE}, ("way",)),
        (("d",), {"end_a": MADE, "end_b": MADE, "type": None}, ("construction",)),
        (("d",), {"end_a": MADE}, ("ends",)),
        ((), {"type": None}, ("way", "construction", "ends")),
        (("d",), {"existing": True, "type": None}, ()),
        ((), {"existing": True}, ("way",)),
    ],
)
def test_way_construction_and_ends(route, more, open_):
    assert undecided(plant(WAYS), cable("x", "A", "B", *route, **more)) == open_


def test_an_end_that_a_closure_splices_on_is_made():
    x, y = cable("x", "A", "B", "d", end_a=MADE), cable("y", "B", "C", "e", end_b=MADE)
    subject = plant(WAYS, (x, y), closures=(spliced("B", "x", "y", 12),))
    assert undecided(subject, x) == undecided(subject, y) == ()
    elsewhere = plant(WAYS, (x, y), closures=(spliced("A", "x", "y", 12),))
    assert undecided(elsewhere, x) == ("ends",)
