"""End faces after IEC 61300-3-35, by the examples of the criteria."""

import pytest

from passerelle.core.measuring.faces import Feature, graded, zone_of, zones_met


def pits(count, size_um, radius_um):
    """So many pits on a ring."""
    return tuple(Feature("pit", radius_um, 0.01 * n, size_um) for n in range(count))


@pytest.mark.parametrize(
    ("features", "kind", "passed"),
    [
        (pits(1, 1.0, 5), "UPC", False),  # one defect of 1 µm in the core
        (pits(5, 3.0, 40), "UPC", True),  # five of 3 µm in the cladding
        (pits(6, 3.0, 40), "UPC", False),
        (pits(1, 5.1, 40), "UPC", False),
        (pits(200, 1.9, 40), "UPC", True),  # under 2 µm: any number
        (pits(1, 30.0, 62), "UPC", True),  # a chip in the adhesive
        (pits(1, 12.0, 100), "UPC", False),  # 12 µm in the contact zone
        (pits(1, 9.0, 100), "UPC", True),
        (pits(4, 4.0, 20), "multimode", True),  # four of 4 µm in a core of 65 µm
        (pits(5, 4.0, 20), "multimode", False),
        (pits(1, 6.0, 20), "multimode", False),
        (pits(1, 12.0, 100), "multi-fiber", True),  # only core and cladding are judged
        (pits(1, 1.0, 5), "APC", False),
        (pits(2, 3.0, 5), "PC", True),
        (pits(3, 3.0, 5), "PC", False),
    ],
)
def test_the_examples_of_the_criteria(features, kind, passed):
    assert graded(features, kind).passed is passed


@pytest.mark.parametrize(
    ("width", "kind", "passed"),
    [(0.5, "UPC", False), (3.0, "APC", True), (3.1, "APC", False), (3.0, "multimode", True)],
)
def test_a_scratch_through_the_core(width, kind, passed):
    scratch = Feature("scratch", 0, 0, width, 20, 0)
    assert graded((scratch,), kind).passed is passed


def test_a_scratch_touches_every_zone_that_it_crosses():
    assert zones_met(Feature("scratch", 0, 0, 1, 250, 30), "UPC") == ("A", "B", "C", "D")
    assert zones_met(Feature("scratch", 0, 40, 1, 20, 0), "UPC") == ("B",)
    assert (zone_of(0, 12.5, "UPC"), zone_of(0, 12.6, "UPC"), zone_of(0, 12.6, "multimode")) == (
        "A", "B", "A",
    )  # fmt: skip
    assert zone_of(0, 126, "UPC") is None


def test_dirt_is_cleaned_and_what_is_left_after_three_tries_is_made_again():
    dirt = (Feature("grain", 0, 0, 8.0),)
    assert [(graded(dirt, "UPC", n).next, graded(dirt, "UPC", n).found) for n in (0, 2, 3)] == [
        ("clean", "dirty"), ("clean", "dirty"), ("re-terminate", "dirty"),
    ]  # fmt: skip
    assert graded((), "UPC").next == "connect"


def test_a_scratched_face_is_made_again_however_dirty_it_is():
    made = graded((Feature("grain", 50, 0, 8.0), Feature("scratch", 0, 0, 2.0, 60)), "UPC")
    assert (made.next, made.found) == ("re-terminate", "scratched")
    assert "zone A: scratch of 2.0 µm; none is allowed" in made.wrong


def test_a_crack_in_the_cladding_fails_whatever_its_width():
    assert not graded((Feature("crack", 40, 0, 0.3, 10),), "APC").passed
