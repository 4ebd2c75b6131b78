"""What parts do to their strands: published maps, and how they compose."""

import pytest

from passerelle.core.plan.connectors import connector
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.strands.places import (
    flipped_pairs,
    front_is_near,
    inverse,
    of_joint,
    of_segment,
    positions,
    reversed_rows,
    straight,
    swapped_rows,
)
from tests.making import BARE, LC, cable, cord

P12, P24 = connector("MPO-12/UPC/pinned"), connector("MPO-24/UPC/pinned")


def trunk(wiring, plug=P12):
    return Segment("cable", 10.0, "OM4", (plug, plug), wiring)


def first_plug(wires, count=12):
    return [wires[1, p][1] for p in range(1, count + 1)]


@pytest.mark.parametrize(
    ("wiring", "expected"),
    [
        ("type-A", [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]),
        ("type-B", [12, 11, 10, 9, 8, 7, 6, 5, 4, 3, 2, 1]),
        ("type-C", [2, 1, 4, 3, 6, 5, 8, 7, 10, 9, 12, 11]),
    ],
)
def test_the_three_types_of_trunk_as_published(wiring, expected):
    assert first_plug(of_segment(trunk(wiring))) == expected


def test_a_trunk_of_two_rows_turns_each_row_by_itself():
    """Type B of 24: position 1 leads to 12, 13 to 24."""
    assert first_plug(of_segment(trunk("type-B", P24)), 24) == [
        *range(12, 0, -1), *range(24, 12, -1)
    ]  # fmt: skip


@pytest.mark.parametrize(
    ("part", "lead"),
    [
        (cord(wiring="A-B"), [2, 1]), (cord(wiring="A-A"), [1, 2]),
        (cable(wiring="crossed"), [2, 1]), (cable(wiring="straight"), [1, 2]),
        (Segment("inline", ends=(LC, LC), loss_db=1.0), [1, 2]),
    ],
)  # fmt: skip
def test_duplex_parts(part, lead):
    assert first_plug(of_segment(part), 2) == lead


@pytest.mark.parametrize(
    "part", [cord(wiring=None), trunk(None), Segment("cassette", ends=(LC, P12))]
)
def test_what_is_not_recorded_has_no_map(part):
    assert of_segment(part) is None


def test_a_cassette_leads_its_third_port_to_positions_five_and_six():
    box = Segment("cassette", 0.0, "OM4", (LC, P12), "normal")
    wires = of_segment(box)
    assert (wires[3, 1], wires[3, 2]) == ((1, 5), (1, 6))
    assert wires[7, 1] == (2, 1)  # the seventh port is on the second plug
    turned = of_segment(Segment("cassette", 0.0, "OM4", (P12, LC), "normal"))
    assert turned == inverse(wires)
    far = of_segment(Segment("cassette", 0.0, "OM4", (LC, P12), "inverted"))
    assert (far[1, 1], far[1, 2]) == ((1, 11), (1, 12))


def test_a_breakout_leg_carries_a_position_of_each_side():
    """Leg 1 of a plug of twelve: it listens on 1 and is lit from 12."""
    wires = of_segment(Segment("cord", 2.0, "OM4", (P12, LC), None, lane=1))
    assert (wires[1, 1], wires[1, 12]) == ((1, 1), (1, 2))
    assert (wires[1, 4], wires[1, 9]) == ((4, 1), (4, 2))
    assert (1, 5) not in wires  # the middle four are dark


@pytest.mark.parametrize("made", [reversed_rows(12, 12), flipped_pairs(12), swapped_rows(24, 12)])
def test_a_turn_taken_twice_is_none(made):
    assert {start: made[to] for start, to in made.items()} == {start: start for start in made}


def test_maps_are_one_to_one_and_an_inverse_leads_back():
    for wiring in ("type-A", "type-B", "type-C"):
        wires = of_segment(trunk(wiring))
        assert len(set(wires.values())) == len(wires)
        assert all(inverse(wires)[to] == start for start, to in wires.items())


@pytest.mark.parametrize(
    ("joint", "plug", "first"),
    [
        (Joint("adapter", keys="opposed"), P12, 1), (Joint("adapter", keys="aligned"), P12, 12),
        (Joint("adapter", keys="opposed"), P24, 13), (Joint("adapter", keys="aligned"), P24, 12),
        (Joint("adapter"), LC, 1), (Joint("fusion"), BARE, 1),
        (Joint("fusion", crossed=True), BARE, 2),
    ],
)  # fmt: skip
def test_what_a_joint_does_to_the_first_position(joint, plug, first):
    assert of_joint(joint, plug, plug)[1, 1] == (1, first)


def test_keys_that_nobody_recorded_leave_a_row_unknown_and_a_pair_known():
    assert of_joint(Joint("adapter"), P12, P12) is None
    assert of_joint(Joint("adapter"), LC, LC) == straight(2)


def test_how_many_positions_a_face_has():
    faces = ("MPO-12/PC/pinned", "MPO-16/PC/pinned", "MPO-24/PC/pinned", "MPO-32/PC/pinned")
    assert [positions(connector(name)) for name in faces] == [12, 16, 24, 32]
    assert (positions(LC), positions(BARE), positions(None)) == (2, 2, 2)


def test_which_side_the_front_of_a_cassette_is_on():
    assert front_is_near(Segment("cassette", 0.0, "OM4", (LC, P12)))
    assert not front_is_near(Segment("cassette", 0.0, "OM4", (P12, LC)))
    assert not front_is_near(Segment("cassette", 0.0, "OM4", (P12, P12), front="b"))
