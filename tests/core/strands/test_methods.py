"""Polarity methods as published: which one a path follows, what does not fit, how to follow one."""

from dataclasses import replace

import pytest

from passerelle.core.light.edits import apply_all
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.lightpath import Joint, LightPath, Segment
from passerelle.core.strands.methods import choices, is_angled, methods_of, misfits, skeleton
from tests.making import LC, cable, cord, link, path

PIN, HOLE = connector("MPO-12/UPC/pinned"), connector("MPO-12/UPC/unpinned")
ANGLED = connector("MPO-12/APC/unpinned")


def trunked(cords, boxes, trunk, keys, plug=HOLE):
    """Cord, cassette, trunk, cassette, cord, as a technician patches them."""
    pin = replace(plug, name=plug.name.replace("unpinned", "pinned"), pins="pinned")
    near = Segment("cassette", 0.0, "OM4", (LC, pin), boxes[0], port=1)
    far = Segment("cassette", 0.0, "OM4", (pin, LC), boxes[1], port=1)
    parts = [
        cord("OM4", wiring=cords[0]), Joint("adapter"), near, Joint("adapter", keys=keys),
        Segment("cable", 30.0, "OM4", (plug, plug), trunk), Joint("adapter", keys=keys), far,
        Joint("adapter"), cord("OM4", wiring=cords[1]),
    ]  # fmt: skip
    return LightPath(tuple(parts))


METHODS = {
    "A": (("A-B", "A-A"), ("normal", "normal"), "type-A", "opposed"),
    "B": (("A-B", "A-B"), ("normal", "inverted"), "type-B", "aligned"),
    "C": (("A-B", "A-B"), ("normal", "normal"), "type-C", "opposed"),
    "U1": (("A-B", "A-B"), ("universal-1", "universal-1"), "type-B", "opposed"),
    "U2": (("A-B", "A-B"), ("universal-1", "universal-1"), "type-B", "aligned"),
}


@pytest.mark.parametrize("name", METHODS)
def test_each_method_is_recognised_from_either_end(name):
    made = trunked(*METHODS[name])
    assert methods_of(made) == (name,)
    assert methods_of(made.reversed()) == (name,)


def test_one_wrong_cord_names_the_nearest_method_and_the_cord():
    made = trunked(("A-B", "A-B"), *METHODS["A"][1:])
    assert methods_of(made) == ()
    name, at, why = misfits(made)
    assert (name, len(at)) == ("A", 1)
    assert at[0] in (0, 8)
    assert why.endswith("is A-B, it wants A-A")


@pytest.mark.parametrize("name", METHODS)
def test_following_a_method_makes_a_path_that_follows_it(name):
    """From no method at all, and with no more edits than there are parts that are not as wanted."""
    made = trunked(("A-A", "A-A"), ("normal", "normal"), "type-A", "opposed")
    subject = link("10GBASE-SR", made)
    choice = next(one for one in choices(made) if one.method.name == name)
    assert choice.excluded is None
    followed = apply_all(subject, choice.edits)
    assert name in methods_of(followed.path)
    assert all(
        edit.part != part for edit in choice.edits for part in made.parts if part.id == edit.at
    )


def test_a_path_that_follows_a_method_has_nothing_to_change():
    for name, parts in METHODS.items():
        choice = next(one for one in choices(trunked(*parts)) if one.method.name == name)
        assert choice.edits == ()


def test_angled_faces_rule_out_aligned_keys():
    made = trunked(*METHODS["A"], plug=ANGLED)
    assert is_angled(made)
    assert not is_angled(trunked(*METHODS["A"]))
    excluded = {one.method.name: one.excluded for one in choices(made) if one.excluded}
    assert set(excluded) == {"B", "U2"}
    assert excluded["B"] == "angled ferrules do not meet with aligned keys; A, C, U1 are left"


def test_no_method_speaks_of_a_duplex_path_or_of_one_without_a_trunk():
    assert skeleton(path(cord(), cable(), cord())) is None
    assert choices(path(cord(), cable(), cord())) == ()
    assert misfits(path(cord())) is None


def test_the_parts_that_a_method_speaks_of():
    bones = skeleton(trunked(*METHODS["B"]))
    assert (bones.cords, bones.cassettes, bones.trunks, bones.adapters) == (
        (0, 8), (2, 6), (4,), (3, 5)
    )  # fmt: skip
    assert not bones.parallel
