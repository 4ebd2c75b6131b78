"""The light path: its chain, its length, and the same path seen from its other end."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from passerelle.core.plan.lightpath import (
    UNSAID,
    Joint,
    LightPath,
    PathError,
    Segment,
    check_chain,
    joined,
)
from tests.making import APC, LC, cable, cord


@pytest.mark.parametrize(
    ("chain", "at", "said"),
    [
        ([], 0, "the path is empty"),
        ([False], 0, "the path starts with a joint"),
        ([True, True], 1, "a joint is missing"),
        ([True, False], 1, "ends with a joint"),
        ([True, False, False], 2, "two joints in a row"),
        ([True] + [False, True] * 250, 500, "501 parts; at most 500"),
    ],
)
def test_where_a_chain_breaks(chain, at, said):
    with pytest.raises(PathError, match=said) as broken:
        check_chain(chain)
    assert broken.value.at == at


@given(st.integers(0, 249))
def test_segments_and_joints_by_turns_are_a_chain(joints):
    check_chain([True] + [False, True] * joints)


def test_length_is_that_of_all_glass_cords_included():
    path = LightPath((cord(length_m=2.5), Joint("adapter"), cable(length_m=100), Joint("adapter"),
                      cord(length_m=3.0)))  # fmt: skip
    assert path.length_m == 105.5


def test_a_part_that_stands_there_twice_becomes_two():
    one = cord()
    path = LightPath((one, Joint("adapter"), one))
    assert path.parts[0].id == one.id
    assert path.parts[2].id != one.id
    assert path.parts[2] == one  # all but who it is


def test_seen_from_its_other_end_a_path_has_its_ends_turned_and_is_itself_again():
    path = LightPath((cord(ends=(LC, APC)), Joint("adapter"), cable(length_m=7.0)))
    back = path.reversed()
    assert [p.length_m for p in back.parts[::2]] == [7.0, 2.0]
    assert back.segment(2).ends == (APC, LC)
    assert back.reversed() == path
    assert [p.id for p in back.parts] == [p.id for p in reversed(path.parts)]


@pytest.mark.parametrize(
    ("ends", "front", "turned"),
    [
        ((LC, LC), None, "b"),  # like plugs: only the front says which way round it is
        ((LC, LC), "b", "a"),
        ((LC, LC), "a", "b"),
        ((LC, APC), None, None),  # the plugs say it
    ],
)
def test_a_cassette_with_like_plugs_keeps_track_of_its_front(ends, front, turned):
    box = Segment("cassette", 0.0, "OM4", ends, front=front)
    assert box.reversed().front == turned


def test_paths_compose_through_a_joint():
    one, two = LightPath((cord(length_m=1.0),)), LightPath((cord(length_m=2.0),))
    whole = joined(one, Joint("fusion"), two)
    assert [type(p).__name__ for p in whole.parts] == ["Segment", "Joint", "Segment"]
    assert whole.length_m == one.length_m + two.length_m


def test_a_length_that_nobody_said_is_not_a_length_of_nothing():
    assert UNSAID != 0.0
    assert UNSAID + 1.0 == 1.0
    assert Segment("cord", 0.0) != Segment("cord")
