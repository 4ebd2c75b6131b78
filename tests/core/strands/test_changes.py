"""Every single change of a part that moves strands, and none that cannot be made."""

from dataclasses import replace

import pytest

from passerelle.core.plan.connectors import connector
from passerelle.core.plan.lightpath import Joint
from passerelle.core.strands.changes import changes
from tests.making import cable, cord, path

MPO, MPO_APC = connector("MPO-12/UPC"), connector("MPO-12/APC")
KEYED = Joint("adapter", "standard", keys="opposed")


def told(*parts):
    return [(one.at, one.kind, one.label) for one in changes(path(*parts))]


@pytest.mark.parametrize(
    ("clip", "kind", "label"),
    [
        ("splits", "clip", "Flip one clip of the cord at part 1: straight"),
        ("fixed", "cord", "Cord at part 1 straight (A-A)"),
        (None, "cord", "Cord at part 1 straight (A-A)"),
    ],
)
def test_a_cord_is_crossed_by_hand_only_where_its_clip_lets_go(clip, kind, label):
    (found,) = changes(path(cord(clip=clip)))
    assert (found.kind, found.label, found.part.wiring) == (kind, label, "A-A")


def test_a_straight_cord_is_made_a_crossed_one_and_back():
    (found,) = changes(path(cord(wiring="A-A")))
    assert found.part.wiring == "A-B"


def test_a_crossed_splice_is_made_by_colour_and_a_good_one_stays():
    crossed = Joint("fusion", crossed=True)
    found = told(cord(clip="fixed"), crossed, cord(clip="fixed"))
    assert (1, "splice", "Splice at part 2 by colour") in found
    good = told(cord(clip="fixed"), Joint("fusion"), cord(clip="fixed"))
    assert [kind for _, kind, _ in good] == ["cord", "cord"]


def test_a_coupler_whose_way_is_unknown_is_not_turned():
    pair = Joint("adapter", "standard", coupler="straight")
    assert (1, "adapter", "Coupler at part 2 turned round: turned") in told(cord(), pair, cord())
    assert all(at != 1 for at, _, _ in told(cord(), replace(pair, coupler="unknown"), cord()))


@pytest.mark.parametrize(("plug", "offered"), [(MPO, True), (MPO_APC, False)])
def test_angled_faces_are_never_offered_aligned_keys(plug, offered):
    wide = cable("OM4", ends=(plug, plug), wiring="type-B")
    found = told(wide, KEYED, wide)
    assert ((1, "adapter", "Adapter at part 2: keys aligned") in found) is offered
    trunks = {label for at, kind, label in found if at == 0 and kind == "trunk"}
    assert trunks == {"Trunk at part 1: type-A", "Trunk at part 1: type-C"}
