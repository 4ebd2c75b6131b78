"""One line that states a need: what is said, and nothing that is not."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from passerelle.core.choice.line import hear, read_line, suggestions

PLACES = ("Pier", "Pier Office", "Wet Lab", "Beacon Hill")


@pytest.mark.parametrize(
    ("line", "said"),
    [
        ("", {}),
        ("pier office to WET LAB", {"a_place": "Pier Office", "b_place": "Wet Lab"}),
        ("Wet Lab to Pier Office", {"a_place": "Wet Lab", "b_place": "Pier Office"}),
        ("Pier to Pier Office", {"a_place": "Pier", "b_place": "Pier Office"}),
        ("100M", {"rate_gbps": 0.1}),
        ("100 m", {"distance_m": 100.0}),  # a small m is metres
        ("2.5G, 1.2 km", {"rate_gbps": 2.5, "distance_m": 1200.0}),
        ("10G 300 ft", {"rate_gbps": 10.0, "distance_m": 91.44}),
        ("10G, 300 feet", {"rate_gbps": 10.0, "distance_m": 91.44}),
        ("1,5 km", {"distance_m": 1500.0}),
        ("10G growth 100G by 2031",
         {"rate_gbps": 10.0, "growth_gbps": 100.0, "growth_by": 2031}),
        ("10 Gb/s, later 25 Gb/s", {"rate_gbps": 10.0, "growth_gbps": 25.0}),
        ("3 circuits", {"circuits": 3}),
        ("3 x 10G", {"circuits": 3, "rate_gbps": 10.0}),
        ("one strand", {"strands_at_hand": 1}),
        ("two routes", {"redundant": True}),
        ("between buildings", {"outdoors": True}),
        ("in the same rack", {"same_rack": True}),
        ("tight budget", {"budget": "tight"}),
        ("budget lasting", {"budget": "lasting"}),
        ("2 10G", {"circuits": 2, "rate_gbps": 10.0}),
        ("40G split into 4x10G", {"circuits": 4, "rate_gbps": 10.0}),
        ("1G, 12 W", {"rate_gbps": 1.0, "draw_w": 12.0}),
        ("10g over old OM2", {"rate_gbps": 10.0, "existing": "OM2"}),
        ("OM3, 10G", {"rate_gbps": 10.0}),  # which glass, and not that it is there
        ("420 feet", {"distance_m": 128.016}),
    ],
)  # fmt: skip
def test_what_a_line_says(line, said):
    assert read_line(line, PLACES) == said


def test_a_number_in_the_name_of_a_place_is_no_speed_and_no_distance():
    places = ("Hut 10G", "Mast 300 m")
    assert read_line("Hut 10G to Mast 300 m, 1G", places) == {
        "a_place": "Hut 10G", "b_place": "Mast 300 m", "rate_gbps": 1.0
    }  # fmt: skip


def test_a_place_that_is_named_once_is_one_end_only():
    assert read_line("to Beacon Hill 1G", PLACES) == {"a_place": "Beacon Hill", "rate_gbps": 1.0}


@pytest.mark.parametrize(
    ("typed", "first"),
    [
        ("", "Pier"),
        ("We", "Wet Lab"),
        ("Wet Lab", "Wet Lab to Pier"),
        ("Wet Lab to Be", "Wet Lab to Beacon Hill"),
        ("Wet Lab to Beacon Hill 1", "Wet Lab to Beacon Hill 100M"),
        ("Wet Lab to Beacon Hill 40", "Wet Lab to Beacon Hill 40G"),
    ],
)
def test_how_a_line_may_go_on(typed, first):
    assert suggestions(typed, PLACES)[0] == first


def test_what_is_said_already_is_not_suggested_again():
    line = "Wet Lab to Beacon Hill 10G, two routes, 2 circuits, growth 100G"
    assert suggestions(line, PLACES) == (
        f"{line}, one strand", f"{line}, outdoors", f"{line}, tight budget"
    )  # fmt: skip


@pytest.mark.parametrize(
    ("line", "ends", "new"),
    [
        ("sensor mast to Wet Lab 1G", ("Sensor mast", "Wet Lab"), ("Sensor mast",)),
        ("Pier Office to cabinet 3 10G, 40 m", ("Pier Office", "Cabinet 3"), ("Cabinet 3",)),
        ("from barn to mill, 2 10G", ("Barn", "Mill"), ("Barn", "Mill")),
        ("barn to mill over old OM1", ("Barn", "Mill"), ("Barn", "Mill")),
        ("Wet Lab to Pier Office", ("Wet Lab", "Pier Office"), ()),
        ("100 m to 10G", (), ()),  # no name begins with a number
        ("grows to 100G", (), ()),
    ],
)
def test_places_that_the_plan_does_not_have_yet(line, ends, new):
    heard = hear(line, PLACES)
    assert tuple(heard.said[key] for key in ("a_place", "b_place") if key in heard.said) == ends
    assert heard.new == new


@pytest.mark.parametrize(
    ("line", "unread"),
    [
        ("Pier Office to Wet Lab 10G, 240 m", ()),
        ("Pier Office to Wet Lab 10G urgent, blue", ("urgent", "blue")),
        ("Wet Lab to Pier Office OM3 10G", ("OM3",)),
        ("10G, 1,378 ft", ()),  # said as a note
    ],
)
def test_what_is_not_understood_is_said_word_by_word(line, unread):
    assert hear(line, PLACES).unread == unread


@pytest.mark.parametrize(
    ("line", "existing", "note"),
    [
        ("old orange glass", "OM1", "orange may be OM1 or OM2"),
        ("aqua cable that is there", "OM3", "aqua may be OM3 or OM4"),
        ("lime", "OM5", "lime may be OM5"),
        ("existing cable", None, "which glass is there is not said"),
        ("1,378 ft", None, "1,378 may be two numbers"),
        ("PoE", None, "watts on its type plate"),
    ],
)
def test_what_tells_only_part_of_it_says_what_to_look_at(line, existing, note):
    heard = hear(line, PLACES)
    assert heard.said.get("existing") == existing
    assert any(note in one for one in heard.notes)


@given(st.text(max_size=60))
def test_whatever_is_typed_is_read_without_a_fault(text):
    said = read_line(text, PLACES)
    assert set(said) <= {
        "a_place", "b_place", "rate_gbps", "growth_gbps", "growth_by", "distance_m", "circuits",
        "same_rack", "outdoors", "redundant", "strands_at_hand", "budget", "existing", "draw_w",
    }  # fmt: skip
    suggestions(text, PLACES)


@given(st.sampled_from(PLACES), st.sampled_from(["1G", "10G", "100M"]))
def test_every_suggestion_says_at_least_what_was_said(place, rate):
    typed = (
        f"{place} to Beacon Hill {rate}" if place != "Beacon Hill" else f"{place} to Pier {rate}"
    )
    before = read_line(typed, PLACES)
    for line in suggestions(typed, PLACES):
        assert before.items() <= read_line(line, PLACES).items()
