"""Find the crossed pair: where light comes out behind each part, worked by hand."""

import pytest

from passerelle.practice.drill import Look, Shown
from passerelle.practice.kinds.crossed import KIND, Known, Truth, changed, seen_after
from passerelle.practice.plants import cord, path, run

LIGHT = path(cord("OS2", label="cord A"), run("OS2", 100.0, label="run 1"),
             cord("OS2", label="cord B"))  # fmt: skip
KNOWN = Known(("A", "B"), LIGHT, (1,))


@pytest.mark.parametrize(
    ("flipped", "behind"),
    [
        ((), "BAB"),  # three crossings: A, B, A, B
        ((0,), "ABA"),  # the first cord does not cross
        ((1,), "BBA"),
        ((2,), "BAA"),
        ((0, 2), "ABB"),  # two cancel: the far end is as planned
    ],
)
def test_light_put_into_a_comes_out_as_the_parts_cross(flipped, behind):
    light = changed(LIGHT, flipped)
    assert "".join(seen_after(light, count) for count in (1, 2, 3)) == behind


def test_the_tool_halves_what_is_left_and_names_the_part():
    first = KIND.move(KNOWN, ()).act
    assert first in ("light 1", "light 2")
    seen = tuple(Look(f"light {n}", Shown(key, "")) for n, key in ((1, "B"), (2, "B")))
    assert KIND.move(KNOWN, seen).answer == ("1",)
    assert KIND.right(KNOWN, Truth((1,)), ("1",))
    assert not KIND.right(KNOWN, Truth((1,)), ("2",))


def test_two_that_cancel_are_told_as_what_they_are():
    known = Known(("A", "B"), LIGHT, (1, 2))
    told = KIND.tell(known, Truth((0, 2)))
    assert told.topic == "two crossings"
    assert any("cancel" in one.text for one in told.why)
    assert not any("cancel" in one.text for one in KIND.tell(known, Truth((0,))).why)
