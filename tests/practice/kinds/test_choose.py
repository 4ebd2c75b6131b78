"""Choose for this need: the first of the plan's own order, and the distance as it is."""

from passerelle.core.choice.need import SiteNeed
from passerelle.practice.drill import Look, Shown
from passerelle.practice.kinds.choose import KIND, Known, Truth, order_of

NEAR, FAR = SiteNeed("A", "B", 250.0, 10.0), SiteNeed("A", "B", 420.0, 10.0)
OFFERED = tuple((one.option.key, one.option.label) for one in order_of(NEAR))


def test_the_first_of_the_order_is_right_and_the_last_is_not():
    known, order = Known(NEAR, OFFERED, True), order_of(NEAR)
    assert KIND.move(known, ()).answer == (order[0].option.key,)
    assert KIND.right(known, Truth(NEAR), (order[0].option.key,))
    assert not KIND.right(known, Truth(NEAR), (order[-1].option.key,))


def test_what_a_drawing_makes_first_does_not_work_as_far_as_it_is():
    """10GBASE-SR goes 300 m on OM3: at 420 m it is on no list."""
    key = next(key for key, label in OFFERED if "10GBASE-SR" in label and "OM3" in label)
    assert not KIND.right(Known(NEAR, OFFERED, False), Truth(FAR), (key,))
    assert KIND.move(Known(NEAR, OFFERED, False), ()).act == "walk"
    move = KIND.move(Known(NEAR, OFFERED, False), (Look("walk", Shown("420.0", "")),))
    assert KIND.right(Known(NEAR, OFFERED, False), Truth(FAR), move.answer)
    assert KIND.tell(Known(NEAR, OFFERED, False), Truth(FAR)).topic == "a record that is wrong"
