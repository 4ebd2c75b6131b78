"""Which module for which glass: by the published reach, as the glass lies."""

import pytest

from passerelle.practice.drill import Look, Shown
from passerelle.practice.kinds.module import KIND, Known, Truth, comes_up


@pytest.mark.parametrize(
    ("application", "grade", "length_m", "up"),
    [
        ("10GBASE-SR", "OM3", 300, True),  # IEEE 802.3 clause 52: 300 m on OM3
        ("10GBASE-SR", "OM3", 310, False),
        ("10GBASE-SR", "OM2", 82, True),
        ("10GBASE-SR", "OM2", 90, False),
        ("10GBASE-LR", "OS2", 9_900, True),  # 10 km
        ("10GBASE-LR", "OM3", 50, False),  # another mode
        ("1000BASE-SX", "OM2", 550, True),  # clause 38: 550 m
        ("1000BASE-SX", "OM2", 560, False),
        ("1000BASE-LX", "OM2", 300, False),  # without its mode-conditioning cords
    ],
)
def test_it_comes_up_as_far_as_its_standard_says(application, grade, length_m, up):
    assert comes_up(application, grade, length_m) is up


def test_a_drawing_is_proved_before_it_decides_and_what_lies_there_counts():
    known = Known(("A", "B"), "OM4", 350.0, ("10GBASE-SR", "10GBASE-LR"), proved=False)
    truth = Truth("OM3", 350.0)
    assert KIND.move(known, ()).act == "print"
    seen = (Look("print", Shown("OM3", "")), Look("length", Shown("350", "")))
    assert KIND.move(known, seen).answer == ()
    assert KIND.right(known, truth, ())
    assert not KIND.right(known, truth, ("10GBASE-SR",))
    assert KIND.tell(known, truth).topic == "a record that is wrong"
