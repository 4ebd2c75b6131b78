"""Grades: minutes, matings, parts, safety, and what the tool would have done at each step."""

import pytest

from passerelle.practice.drill import (
    Act,
    Asked,
    Choice,
    DrillError,
    KindOf,
    Look,
    Move,
    Posed,
    Revealed,
    Shown,
    Why,
    tempting,
)
from passerelle.practice.grading import checked, grade, solve, spent_on, worded

ACTS = (
    Act("look", "Look", 2.0), Act("swap", "Swap", 5.0, 2, "a module"), Act("fix", "Fix", 3.0, 1,
    "a cord"), *tempting("look-in"),
)  # fmt: skip
LAMPS = (Choice("red", "the red one"), Choice("green", "the green one"))


def posed(how="one"):
    return Posed("Lamp", ("There are two.",), Asked(how, "Which?", LAMPS, "dB", 0.05), ACTS)


def look(_known, truth, act, _before):
    if act == "look":
        return Shown(truth, f"It is {truth}.")
    return Shown("up", "It is lit.", True) if act == "fix" else Shown("as before", "Dark.", False)


def move(_known, seen):
    told = {one.act: one.shown.key for one in seen}
    if "look" not in told:
        return Move("look", (), "Looking is cheap.")
    return Move(None, (told["look"],), "It was seen.")


LAMP = KindOf(
    "Lamp", "lamps", ("",) * 5, lambda _: (None, "red"), lambda _: posed(), look, move,
    lambda _known, truth, answer: answer == (truth,),
    lambda _known, truth: Revealed("lamp", f"The {truth} one.", (Why("Seen."),)),
)  # fmt: skip


def test_the_tools_own_way_is_two_minutes_and_right():
    best = solve(LAMP, None, "red")
    assert (best.right, best.answer, best.spent.minutes) == (True, ("red",), 2.0)


def test_minutes_matings_and_what_was_wasted_are_added_up():
    """5 + 3 + 0.5 min; the module did not help, the cord did; one look that nobody takes."""
    made = grade(LAMP, None, "red", ("swap", "fix", "unsafe look-in"), ("green",))
    assert (made.right, made.clean) == (False, False)
    assert (made.spent.minutes, made.spent.matings) == (8.5, 3)
    assert made.spent.wasted == ("a module",)
    assert [one.source for one in made.spent.unsafe] == ["IEC 60825-2"]
    assert (made.given, made.wanted) == ("the green one", "the red one")


def test_each_step_stands_beside_what_the_tool_would_have_done():
    made = grade(LAMP, None, "red", ("swap", "look", "fix"), ("red",))
    assert [one.as_best for one in made.steps] == [False, True, False]
    assert made.steps[0].instead == "Look, 2 min. Looking is cheap."
    assert made.steps[2].instead == "It was known by then: the red one. It was seen."


@pytest.mark.parametrize(
    ("acts", "clean"),
    [((), True), (("look",), True), (("look", "fix"), False), (("look", "unsafe look-in"), False)],
)
def test_clean_is_right_and_safe_and_not_half_as_long_again(acts, clean):
    """2 min at best: up to 4 are clean, 5 are not."""
    assert grade(LAMP, None, "red", acts, ("red",)).clean is clean


@pytest.mark.parametrize(
    ("how", "answer", "said"),
    [
        ("one", (), "one answer is asked for"),
        ("one", ("red", "green"), "one answer is asked for"),
        ("many", ("blue",), "'blue' is not one of the answers"),
        ("many", ("red", "red"), "given twice"),
        ("order", ("red",), "all 2 are to be put in order"),
        ("number", ("1", "2"), "one figure in dB is asked for"),
        ("number", ("abc",), "'abc' is no figure in dB"),
        ("number", ("inf",), "is no figure in dB"),
        ("number", ("nan",), "is no figure in dB"),
    ],
)
def test_what_can_be_no_answer_is_refused(how, answer, said):
    with pytest.raises(DrillError, match=said):
        checked(posed(how), answer)


def test_answers_in_words():
    assert worded(posed("order"), ("green", "red")) == "the green one, then the red one"
    assert worded(posed("many"), ()) == "none of them"
    assert worded(posed("number"), ("2.3",)) == "2.3 dB"
    assert checked(posed("number"), ("2,3",)) == ("2,3",)


def test_a_part_that_was_not_needed_at_all_is_wasted():
    seen = (Look("swap", Shown("x", "x", None)), Look("fix", Shown("y", "y", True)))
    assert spent_on(posed(), seen).wasted == ("a module",)
