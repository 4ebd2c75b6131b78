"""Reference and limit: limits by hand, and the order of the steps."""

from dataclasses import replace

import pytest

from passerelle.core.plan.backbone import Cable, Termination
from passerelle.practice.drill import Look, Shown
from passerelle.practice.kinds.reference import KIND, STEPS, Known, Truth, limit_db

END = Termination(kind="field", connector="LC/UPC", panel="A1")
OM3 = Cable("T-1", "A", "B", "OM3", 4, id="drillcable001", length_m=100.0, end_a=END,
            end_b=replace(END, panel="B1"))  # fmt: skip
OS2 = replace(OM3, fiber="OS2", length_m=1000.0)


@pytest.mark.parametrize(
    ("cable", "method", "limits", "nm", "limit"),
    [
        (OM3, "one-cord", "iso-14763-3", 850.0, 0.90),  # 0.1 km x 3.0 + 2 x 0.30
        (OM3, "two-cord", "iso-14763-3", 850.0, 0.60),
        (OM3, "three-cord", "iso-14763-3", 850.0, 0.30),
        (OM3, "one-cord", "tia-568", 850.0, 1.80),  # 2 x 0.75
        (OM3, "one-cord", "iso-14763-3", 1300.0, 0.75),  # 0.1 km x 1.5
        (OS2, "one-cord", "iso-14763-3", 1310.0, 1.40),  # 1 km x 0.40 + 2 x 0.50
    ],
)
def test_limits_worked_by_hand(cable, method, limits, nm, limit):
    assert limit_db(cable, method, limits, nm) == pytest.approx(limit)
    known = Known(cable, method, limits, nm, asks_order=False, proved=True)
    for given, right in ((limit, True), (limit + 0.04, True), (limit + 0.06, False)):
        assert KIND.right(known, Truth(cable), (f"{given:.2f}",)) is right
    assert KIND.right(known, Truth(cable), (f"{limit:.2f}".replace(".", ","),))


def test_the_reference_comes_after_cleaning_and_before_its_own_check():
    known = Known(OM3, "one-cord", "iso-14763-3", 850.0, True, True, tuple(STEPS))
    order = list(STEPS)
    assert order.index("clean") < order.index("zero") < order.index("verify") < order.index("read")
    assert KIND.right(known, Truth(OM3), tuple(order))
    assert KIND.right(known, Truth(OM3), ("clean", "warm", *order[2:]))
    assert not KIND.right(known, Truth(OM3), tuple(reversed(order)))
    assert not KIND.right(known, Truth(OM3), ("warm", "join", "clean", *order[3:]))


def test_a_length_that_nobody_measured_is_measured_first():
    known = Known(OM3, "one-cord", "iso-14763-3", 850.0, False, proved=False)
    assert KIND.move(known, ()).act == "length"
    move = KIND.move(known, (Look("length", Shown("200.0", "")),))
    assert move.answer == ("1.20",)  # 0.2 km x 3.0 + 0.6
