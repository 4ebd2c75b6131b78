"""Provision in order: who is locked out when, by hand."""

import pytest

from passerelle.practice.drill import Look, Shown
from passerelle.practice.kinds.order import KIND, Known, Truth, locked_out

CHAIN = (("Hub", "Kiln"), ("Kiln", "Mill"))
RING = (*CHAIN, ("Hub", "Mill"))


@pytest.mark.parametrize(
    ("edges", "order", "lost"),
    [
        (CHAIN, ("Mill", "Kiln", "Hub"), None),
        (CHAIN, ("Kiln", "Mill", "Hub"), "Mill"),  # nothing passes Kiln any more
        (CHAIN, ("Mill", "Hub", "Kiln"), "Kiln"),
        (RING, ("Kiln", "Mill", "Hub"), None),  # Mill is reached the other way
        (RING, ("Hub", "Kiln", "Mill"), "Kiln"),
    ],
)
def test_what_is_set_passes_nothing_on(edges, order, lost):
    assert locked_out(edges, order) == lost
    known = Known(edges, ("Hub", "Kiln", "Mill"), None, True)
    assert KIND.right(known, Truth(edges), order) is (lost is None)


def test_a_second_way_that_is_down_is_none():
    known = Known(RING, ("Hub", "Kiln", "Mill"), None, proved=False)
    assert KIND.move(known, ()).act == "look"
    told = KIND.look(known, Truth(CHAIN), "look", ())
    assert told.said == "Down: Hub – Mill."
    assert KIND.move(known, (Look("look", told),)).answer == ("Mill", "Kiln", "Hub")
    assert not KIND.right(known, Truth(CHAIN), ("Kiln", "Mill", "Hub"))


def test_a_change_of_the_only_way_in_has_a_way_back_that_was_tried():
    known = Known(CHAIN, ("Hub", "Kiln", "Mill"), "Mill", True)
    steps = KIND.move(known, ()).answer
    words = " ".join(steps)
    assert words.index("Keep the settings") < words.index("try the way back")
    assert words.index("try the way back") < words.index("Change Mill first")
    assert words.index("Change Mill first") < words.index("Change Kiln")
    assert not KIND.right(known, Truth(CHAIN), tuple(reversed(steps)))
    assert KIND.look(known, Truth(CHAIN), "look", ()) == Shown("[]", "All of them are up.")
