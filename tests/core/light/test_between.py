"""What comes between two neighbours: joints, mating plugs, and wiring of two halves."""

import pytest

from passerelle.core.light.between import (
    UNTURNED,
    fits,
    joint_between,
    kept_joint,
    mate,
    one_bare,
    usual_wiring,
    wiring_together,
)
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.lightpath import Joint
from passerelle.core.tables.kinds import PART_KINDS
from tests.making import APC, BARE, LC

PINNED, LOOSE = connector("MPO-12/APC/pinned"), connector("MPO-12/APC/unpinned")
FLAT = connector("MPO-12/UPC/pinned")


@pytest.mark.parametrize(
    ("left", "right", "kind", "keys"),
    [
        (BARE, BARE, "fusion", None), (LC, LC, "adapter", None), (LC, BARE, "adapter", None),
        (None, None, "adapter", None), (None, BARE, "adapter", None),
        (PINNED, LOOSE, "adapter", "opposed"),  # angled faces meet with opposed keys
        (FLAT, None, "adapter", "aligned"),
    ],
)  # fmt: skip
def test_the_joint_that_two_ends_ask_for(left, right, kind, keys):
    made = joint_between(left, right)
    assert (made.kind, made.keys) == (kind, keys)
    assert made.grade == ("standard" if kind == "adapter" else None)


def test_a_plug_mates_with_the_other_pins():
    assert mate(PINNED) is LOOSE
    assert mate(LOOSE) is PINNED
    assert mate(LC) is LC
    assert mate(None) is None


@pytest.mark.parametrize(
    ("near", "far", "ends"),
    [(LC, BARE, (LC, BARE)), (BARE, APC, (BARE, APC)), (None, APC, (BARE, APC)),
     (BARE, BARE, (BARE, LC)), (APC, LC, (APC, BARE))],
)  # fmt: skip
def test_a_pigtail_has_one_plug_and_one_bare_end(near, far, ends):
    assert one_bare(near, far) == ends


@pytest.mark.parametrize(
    ("kind", "plug", "wiring"),
    [("cord", LC, "A-B"), ("cord", PINNED, "type-B"), ("cable", LC, "straight"),
     ("cable", PINNED, "type-B"), ("pigtail", LC, None), ("cassette", PINNED, None)],
)  # fmt: skip
def test_usual_wirings(kind, plug, wiring):
    assert usual_wiring(PART_KINDS[kind], plug) == wiring


def test_a_joint_that_still_suits_is_kept():
    low_loss = Joint("adapter", "low-loss")
    assert kept_joint(low_loss, LC, LC) is low_loss
    assert kept_joint(low_loss, BARE, BARE).kind == "fusion"
    glued = Joint("mechanical")
    assert kept_joint(glued, BARE, BARE) is glued


@pytest.mark.parametrize(
    ("left", "right", "fit"),
    [(LC, LC, True), (LC, APC, False), (LC, connector("LC/PC"), True),
     (LC, connector("SC/UPC"), False), (None, APC, True)],
)  # fmt: skip
def test_which_plugs_meet_in_one_adapter(left, right, fit):
    assert fits(left, right) is fit


def test_two_halves_do_together_what_the_whole_did():
    """Cut: the first half turns, the second does not. Joined again: as before."""
    for whole, second in UNTURNED.items():
        assert wiring_together(whole, second) == whole
        assert wiring_together(second, whole) == whole
        assert wiring_together(whole, whole) == second  # turned twice alike is not turned
    assert wiring_together("type-B", "type-C") is None
    assert wiring_together(None, "straight") is None
