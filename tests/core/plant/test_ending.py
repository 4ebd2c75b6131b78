"""Cables and cords by their ends: an order for one like it, what to read first, and repairs."""

import pytest

from passerelle.core.plant.ending import EndSeen, order, repairs, warnings
from passerelle.core.words import in_metres

LC_BLUE = EndSeen("LC", "blue", "joined")
SC_GREEN = EndSeen("SC", "green", "single")
NOT_LOOKED = EndSeen()


def asked(what="cord", a=LC_BLUE, b=SC_GREEN, grade="OS2", **more):
    return order(what, (a, b), grade, **{"proved": True, "length_m": 5.0, **more})


@pytest.mark.parametrize(
    ("colour", "polish"),
    [("green", "APC"), ("blue", "UPC"), ("beige", "UPC"), ("aqua", "UPC"), (None, None)],
)
def test_green_is_angled_and_all_else_is_flat(colour, polish):
    assert EndSeen("LC", colour).polish == polish


def test_a_cord_that_was_read_whole_can_be_ordered_as_it_is():
    made = asked()
    assert in_metres(made.says) == "Cord, OS2, LC/UPC joined pair to SC/APC single, 5 m"
    assert made.first == ()


@pytest.mark.parametrize(
    ("more", "first"),
    [
        ({"proved": False}, "the grade in the print: OS2 is a guess"),
        ({"grade": None}, "the grade of the glass, in the print"),
        ({"length_m": None}, "its length, from plug to plug"),
        ({"a": NOT_LOOKED}, "the plug at end a"),
        ({"b": EndSeen("LC", None, "single")}, "the colour of the plug at end b"),
        ({"b": EndSeen("LC", "blue")}, "whether the plugs at end b are single or joined"),
        ({"what": "cable"}, "how many strands it has"),
    ],
)
def test_what_nobody_read_is_named_and_nothing_else(more, first):
    (only,) = asked(**more).first
    assert only.startswith(first)


def test_a_row_of_fibers_is_neither_single_nor_joined():
    row = EndSeen("MPO-12", "aqua")
    made = asked("cable", row, row, "OM4", strands=12)
    assert made.first == ()
    assert in_metres(made.says) == "Cable, OM4, 12 strands, MPO-12/UPC to MPO-12/UPC, 5 m"


def test_repairs_cost_what_the_standards_let_a_splice_lose():
    """0.30 a splice, two where a piece goes in; a field pair for a low-loss one 0.75 - 0.25."""
    cost = {one.what: one.worst_db for one in repairs("cable", "OM3")}
    assert cost == pytest.approx(
        {
            "Fusion splice where it is broken": 0.3,
            "Piece spliced in where slack is missing": 0.6,
            "New pigtail on the end": 0.3,
            "Mechanical splice": 0.3,
            "Field connector on the end": 0.5,
        }
    )
    assert any("pigtail of OM3" in one.needs for one in repairs("cable", "OM3"))
    assert repairs("cord", "OM3") == ()


def test_an_end_of_the_provider_and_a_colour_that_does_not_go_with_the_glass_warn():
    theirs = EndSeen("SC", "green", "single", "provider")
    (one,) = warnings((LC_BLUE, theirs), "OS2")
    assert one.startswith("End b is the provider's: unplug, clean, cut or measure nothing")
    assert warnings((LC_BLUE, SC_GREEN), "OS2") == ()
    (odd,) = warnings((EndSeen("LC", "beige"), SC_GREEN), "OS2")
    assert odd == "A beige plug at end a is unusual on OS2: read the print again."
    (odd,) = warnings((LC_BLUE, NOT_LOOKED), "OM3")
    assert odd.startswith("A blue plug at end a is unusual on OM3")
    assert warnings((LC_BLUE, SC_GREEN), None) == ()
