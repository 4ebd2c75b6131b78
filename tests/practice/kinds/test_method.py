"""Method and pins: the published methods, the part of another, and the trunk that fits."""

import pytest

from passerelle.core.tables import STANDARD
from passerelle.practice.drill import Look, Shown
from passerelle.practice.kinds.method import FAR_BOX, KIND, TRUNK_AT, Known, Truth, built
from passerelle.practice.plants import having

METHODS = {one.name: one for one in STANDARD.methods}


@pytest.mark.parametrize("name", METHODS)
def test_a_method_is_named_by_its_parts(name):
    light = built(METHODS[name])
    known = Known(("A", "B"), light, "method")
    assert KIND.move(known, ()).answer == (name,)
    assert KIND.right(known, Truth(light), (name,))


@pytest.mark.parametrize(
    ("name", "fits"),
    [("A", "type-A unpinned"), ("B", "type-B unpinned"), ("C", "type-C unpinned")],
)
def test_of_six_trunks_the_one_of_the_method_fits_without_pins(name, fits):
    """Cassettes of a method bring the pins; the trunk has none (TIA-568.3)."""
    light = built(METHODS[name])
    known = Known(("A", "B"), having(light, TRUNK_AT, wiring=None), "trunk")
    answer = KIND.move(known, ()).answer
    assert fits in answer
    assert not any(one.endswith(" pinned") for one in answer)
    assert KIND.right(known, Truth(light), answer)
    assert not KIND.right(known, Truth(light), ("type-A pinned",))


def test_the_part_of_another_method_is_the_one_that_changed_alone_puts_it_right():
    """A trunk of type C would do as well: cords and cassettes are then those of method C."""
    light = having(built(METHODS["A"]), 8, wiring="A-B")
    known = Known(("A", "B"), light, "part")
    assert [at for at in "02468" if KIND.right(known, Truth(light), (at,))] == ["0", "4", "8"]


def test_a_cassette_is_lit_before_it_is_believed():
    """Of a normal cassette port 1 stands on positions 1 and 2."""
    light = having(built(METHODS["A"]), TRUNK_AT, wiring=None)
    written = having(light, FAR_BOX, wiring="inverted")
    known = Known(("A", "B"), written, "trunk", box_proved=False)
    truth = Truth(light)
    assert KIND.move(known, ()).act == "box"
    assert KIND.look(known, truth, "box", ()).key == "1/2"
    move = KIND.move(known, (Look("box", Shown("1/2", "")),))
    assert KIND.right(known, truth, move.answer)
    assert KIND.tell(known, truth).topic == "a record that is wrong"
