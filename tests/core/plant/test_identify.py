"""Clues narrow down what a cable may be; the print goes before every colour."""

import pytest

from passerelle.core.plant.identify import ClueError, identify


def grades(found):
    return [one.candidate.grade for one in found.candidates]


@pytest.mark.parametrize(
    ("clues", "left", "certainty", "next_clue"),
    [
        (
            {"sheath": "orange"},
            {"OM1", "OM2", "62.5 µm 160/500", "50 µm 400/400"},
            "colour",
            "print_bandwidth",
        ),
        (
            {"sheath": "orange", "print_core": "62.5/125"},
            {"OM1", "62.5 µm 160/500"},
            "guess",
            "print_grade",
        ),  # the print of the core alone leaves the grade open
        (
            {"print_core": "50/125", "print_bandwidth": "400/400"},
            {"50 µm 400/400"},
            "print",
            "print_grade",
        ),
        ({"sheath": "aqua"}, {"OM3", "OM4"}, "colour", "print_grade"),
        ({"sheath": "violet"}, {"OM4"}, "colour", "print_grade"),  # one is left, and not proved
        ({"sheath": "lime"}, {"OM5"}, "colour", "print_grade"),
        ({"sheath": "yellow"}, {"OS1", "OS1a", "OS2"}, "colour", "print_grade"),
        ({"print_glass": "G.652.D"}, {"OS1", "OS1a", "OS2"}, "guess", "print_grade"),
        ({"print_grade": "nothing readable", "body": "aqua"}, {"OM3", "OM4"}, "colour", "sheath"),
        ({"body": "green", "angled": "angled"}, {"OS1", "OS1a", "OS2"}, "colour", "print_grade"),
        ({"sheath": "black", "print_grade": "OM2"}, {"OM2"}, "print", None),
        ({"print_core": "50/125", "body": "aqua"}, {"OM3", "OM4"}, "guess", "print_grade"),
    ],
)
def test_clues_narrow_down(clues, left, certainty, next_clue):
    found = identify(clues)
    best = {g for g in grades(found) if not found.candidates[grades(found).index(g)].against}
    assert best == left
    assert found.certainty == certainty
    assert (found.next_clue.key if found.next_clue else None) == next_clue


def test_the_print_beats_the_colour_and_says_so():
    found = identify({"sheath": "aqua", "print_grade": "OM1"})
    assert grades(found) == ["OM1"]
    assert found.contradictions == (
        "Printed OM1, yet colour of the sheath: aqua; usual for OM1: orange or slate: "
        "the print counts.",
    )


def test_prints_that_contradict_each_other_leave_nothing():
    found = identify({"print_core": "62.5/125", "print_grade": "OS2"})
    assert (grades(found), found.certainty) == ([], "none")
    assert "contradict each other" in found.contradictions[0]


def test_a_black_outdoor_sheath_tells_nothing():
    found = identify({"sheath": "black", "use": "outdoor"})
    assert (len(grades(found)), found.certainty) == (10, "none")


@pytest.mark.parametrize("use", ["outdoor", "tactical or armoured"])
def test_no_outdoor_or_armoured_sheath_is_judged_by_its_colour(use):
    found = identify({"sheath": "aqua", "use": use})
    assert len(grades(found)) == 10
    assert found.certainty == "none"
    assert "says nothing of the glass" in found.contradictions[-1]
    assert len(grades(identify({"sheath": "aqua", "use": "indoor"}))) == 2


@pytest.mark.parametrize("clues", [{"smell": "tar"}, {"sheath": "plaid"}])
def test_unknown_clues_are_refused(clues):
    with pytest.raises(ClueError, match="is not"):
        identify(clues)


@pytest.mark.parametrize(
    ("clues", "next_clue"),
    [
        ({}, "print_grade"),  # nothing splits better
        ({"print_core": "50/125"}, "print_grade"),
        ({"print_core": "50/125", "sheath": "aqua"}, "print_grade"),
        ({"print_core": "62.5/125"}, "print_grade"),  # 160/500 or 200/500
        ({"print_grade": "OM4"}, None),  # the print was read: what is left is to measure
    ],
)
def test_what_to_look_for_next_is_what_splits_best_and_decides_most(clues, next_clue):
    found = identify(clues).next_clue
    assert (found.key if found else None) == next_clue


def test_a_clue_that_was_seen_is_not_asked_again():
    """Aqua leaves OM3 and OM4 apart by the print; where that cannot be read, by the body."""
    for seen in ({"sheath": "aqua"}, {"sheath": "yellow"}, {"body": "beige"}):
        found = identify(seen)
        assert found.next_clue is not None
        assert found.next_clue.key not in seen
        assert "apart" in (found.next_why or "")


def test_a_certain_clue_weighs_more_than_any_number_of_colours():
    """Body, sheath and shape speak for OM4 (10 + 3 + 10), the print of the core against it."""
    seen = {
        "body": "violet",
        "sheath": "violet",
        "shape": "LC",
        "print_core": "9/125 or single-mode",
    }
    found = identify(seen)
    assert all(grade.startswith("OS") for grade in grades(found))
    ruled_out = {one.candidate.grade: one.score for one in found.ruled_out}
    assert ruled_out["OM4"] == 10 + 3 + 10 - 100


def test_an_angled_face_speaks_against_multimode_and_a_flat_one_says_nothing():
    assert all(g.startswith("OS") for g in grades(identify({"angled": "angled"})))
    assert len(grades(identify({"angled": "flat"}))) == 10


def test_clues_that_fit_no_grade_leave_the_nearest_as_a_guess():
    """Lime is OM5's alone, and no OM5 plug is an ST."""
    found = identify({"body": "lime", "sheath": "lime", "shape": "ST"})
    assert grades(found) == ["OM5"]
    assert found.certainty == "colour"
    assert found.contradictions[0].startswith("No grade fits all clues; nearest is OM5, but ")
