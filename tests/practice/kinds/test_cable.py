"""Name the cable: what proves a grade, and what only hints at it."""

from passerelle.practice.drill import Look, Shown
from passerelle.practice.kinds.cable import KIND, Known, Truth

PLACE = Known("Mill", None)
COLOURS = Truth("OM3", {"sheath": "aqua", "use": "indoor", "body": "aqua", "shape": "LC",
                        "angled": "flat", "print_grade": "nothing readable"})  # fmt: skip


def test_aqua_alone_leaves_two_grades_and_naming_one_of_them_is_not_right():
    assert KIND.right(PLACE, COLOURS, ("OM3", "OM4"))
    assert not KIND.right(PLACE, COLOURS, ("OM3",))
    assert not KIND.right(PLACE, COLOURS, ("OM3", "OM4", "OM5"))


def test_the_print_goes_before_the_label():
    truth = Truth("OM2", {"print_grade": "OM2", "sheath": "orange", "body": "beige"})
    labelled = Known("Mill", "OM3")
    assert KIND.right(labelled, truth, ("OM2",))
    assert not KIND.right(labelled, truth, ("OM3",))
    assert any("label" in one.text for one in KIND.tell(labelled, truth).why)


def test_the_tool_stops_at_the_print_and_goes_on_where_there_is_none():
    printed = KIND.look(PLACE, Truth("OM4", {"print_grade": "OM4"}), "print", ())
    assert KIND.move(PLACE, (Look("print", printed),)).answer == ("OM4",)
    blank = KIND.look(PLACE, COLOURS, "print", ())
    assert KIND.move(PLACE, (Look("print", blank),)).act in ("sheath", "plug")


def test_measuring_tells_nothing_of_the_grade():
    assert KIND.look(PLACE, COLOURS, "measure", ()) == Shown(
        "{}", "Length and loss come out as glass of any grade might have them."
    )
