"""What the far end showed against the plan: two duplex cords, worked by hand."""

from passerelle.core.strands.asfound import Reading, explained
from tests.making import cord, path

LIGHT = path(cord(wiring="A-B"), cord(wiring="A-A"))
A, B = (1, 1), (1, 2)


def test_light_that_comes_out_as_planned_leaves_the_plan_first():
    """Crossed once: A comes out at B."""
    found = explained(LIGHT, (Reading(A, B),))
    assert (found.explanations[0].at, found.explanations[0].label) == (None, "as planned")


def test_a_pair_that_is_not_crossed_is_one_of_the_two_cords():
    """Either cord of the other kind explains it, and no further light would tell them apart."""
    found = explained(LIGHT, (Reading(A, A),))
    assert {one.at for one in found.explanations} == {0, 2}
    assert found.next_place is None


def test_nothing_that_comes_out_is_explained_by_no_single_part():
    assert explained(LIGHT, (Reading(A, None),)).explanations == ()


def test_without_a_reading_the_light_that_splits_what_is_left_is_asked_for():
    """As planned it comes out at B, with either cord changed at A: one against two."""
    found = explained(LIGHT, ())
    assert len(found.explanations) == 3
    assert found.next_place in (A, B)
