"""A link works exactly where each lane's transmitter meets the receiver of its own lane.

The tracing is done a second time here, by plain arithmetic on positions, without the core's maps.
"""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from passerelle.core.judge.polarity import CROSSED, crossings, polarity
from passerelle.core.light.edits import apply_all
from passerelle.core.light.link import Link, budget
from passerelle.core.light.modules import End
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.devices import Port
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, LightPath, Segment
from passerelle.core.strands.places import of_joint, positions
from tests.making import LC, cable, cord, judged, link, path

U, P = connector("MPO-12/PC/unpinned"), connector("MPO-12/PC/pinned")
PAIR = Joint("adapter", "standard")
KINDS = st.sampled_from(["type-A", "type-B", "type-C"])
KEYS = st.sampled_from(["opposed", "aligned"])
LEGS = [
    ("100GBASE-SR4", "25GBASE-SR"),
    ("40GBASE-SR4", "10GBASE-SR"),
    ("400GBASE-SR4", "100GBASE-SR1"),
]


def through(kind, position):
    """Where a strand of a trunk or cord of twelve comes out: A as it is, B reversed, C by pairs."""
    if kind == "type-A":
        return position
    if kind == "type-B":
        return 13 - position
    return position + 1 if position % 2 else position - 1


def across(keys, position):
    """Opposed keys: position meets the same; aligned keys: the opposite one."""
    return position if keys == "opposed" else 13 - position


def comes_out(lane, cord_kind, first, trunk_kind, second):
    """(leg, side) of the lane's transmitter, at 13 - lane, and of its receiver, at lane."""
    found = []
    for position in (13 - lane, lane):
        at = through(cord_kind, position)
        at = through(trunk_kind, across(first, at))
        at = across(second, at)
        found.append((at, "A") if at <= 4 else (13 - at, "B") if at >= 9 else None)
    return found


@given(st.sampled_from(LEGS), st.integers(1, 4), st.integers(1, 4), KINDS, KEYS, KINDS, KEYS)
def test_a_leg_works_if_and_only_if_its_lane_meets_it(pair, lane, leg, first, near, trunk, far):
    port = replace(Port(), lane=lane, split=True)
    light = LightPath((
        Segment("cord", 2.0, "OM4", (U, U), first), replace(PAIR, keys=near),
        Segment("cable", 30.0, "OM4", (P, P), trunk), replace(PAIR, keys=far, id="joint0000002"),
        Segment("cord", 2.0, "OM4", (U, LC), lane=leg),
    ))  # fmt: skip
    subject = Link("x", End(pair[0], port=port), End(pair[1]), light)
    sent, heard = comes_out(lane, first, near, trunk, far)
    # the leg's receiver listens at B and sends from A
    meets = sent == (leg, "B") and heard == (leg, "A")
    check = judged(subject)
    word, found = polarity(budget(subject, HouseRules()))
    assert (word == CROSSED and not found) is meets
    assert ("port.breakout" in {f.rule.id for f in check.findings if f.at}) <= (not meets)
    for finding in check.findings:
        if finding.rule.id != "port.breakout" or finding.remedy is None or not finding.at:
            continue
        cured = budget(apply_all(subject, finding.remedy.edits), HouseRules())
        assert polarity(cured)[0] == CROSSED  # a cure is proved by tracing again


COUPLERS = st.sampled_from([None, "straight", "turned"])
WIRINGS = st.sampled_from(["A-B", "A-A"])


@given(WIRINGS, COUPLERS, st.sampled_from(["crossed", "straight"]), COUPLERS, WIRINGS)
def test_a_pair_works_if_and_only_if_it_is_crossed_an_odd_number_of_times(a, c1, fixed, c2, b):
    light = LightPath((
        cord(wiring=a), replace(PAIR, coupler=c1), cable(wiring=fixed),
        replace(PAIR, coupler=c2, id="joint0000002"), replace(cord(wiring=b), id="cord00000002"),
    ))  # fmt: skip
    odd = [a == "A-B", c1 == "turned", fixed == "crossed", c2 == "turned", b == "A-B"]
    assert crossings(light.parts) == (sum(odd), ())
    subject = link("10GBASE-LR", light)
    found = judged(subject)
    assert (found.polarity == "crossed") is (sum(odd) % 2 == 1)
    for one in found.findings:
        if one.rule.id == "polarity.not-crossed":
            for remedy in (one.remedy, *one.others):
                again = judged(apply_all(subject, remedy.edits))
                assert again.polarity == "crossed", remedy.label


def test_a_coupler_that_nobody_looked_at_leaves_the_pair_unknown():
    light = path(cord(), cord())
    odd = LightPath((light.parts[0], replace(PAIR, coupler="unknown"), light.parts[2]))
    check = judged(link("10GBASE-LR", odd))
    assert check.polarity == "unknown"
    assert next(f for f in check.findings if f.rule.id == "polarity.unknown").at == (1,)


@pytest.mark.parametrize(
    ("clip", "label", "effort", "said"),
    [
        ("splits", "Flip one clip of the cord at part 1: crossed", "setting", "until it clicks"),
        (
            "opens",
            "Change the legs over of the cord at part 1: crossed",
            "setting",
            "Open the body",
        ),
        ("single", "Change the plugs over of the cord at part 1: crossed", "setting", "each must"),
        ("fixed", "Cord at part 1 crossed (A-B)", "cord", None),
        (None, "Cord at part 1 crossed (A-B)", "cord", None),
    ],
)
def test_the_cure_says_how_a_cord_opens(clip, label, effort, said):
    check = judged(link("10GBASE-LR", path(cord(wiring="A-A", clip=clip))))
    found = next(f for f in check.findings if f.rule.id == "polarity.not-crossed")
    assert (found.remedy.label, found.remedy.effort) == (label, effort)
    if said:
        assert all(
            words in found.do for words in ("Mark both legs", said, "“crossed” on its label")
        )


def test_a_conditioning_cord_is_never_turned_to_cross_a_pair():
    """Its single-mode leg would be on the receiver; the other cord is changed instead."""
    special = cord("OM1", wiring="A-B", conditioning=True, conditions="a", clip="splits")
    plain = cord("OM1", wiring="A-B", conditioning=True, conditions="b", clip="splits")
    check = judged(link("1000BASE-LX", path(special, cable("OM1", 200, wiring="straight"), plain)))
    found = next(f for f in check.findings if f.rule.id == "polarity.not-crossed")
    assert (found.remedy, found.others) == (None, ())


@pytest.mark.parametrize(
    ("near", "far", "wrong"),
    [("a", "b", ()), (None, None, ()), ("b", "b", (0,)), ("a", "a", (4,)), ("b", "a", (0, 4))],
)
def test_a_conditioning_cord_has_its_single_mode_leg_at_the_module(near, far, wrong):
    ends = [cord("OM1", conditioning=True, conditions=side) for side in (near, far)]
    subject = link("1000BASE-LX", path(ends[0], cable("OM1", 200), ends[1]))
    found = [f for f in judged(subject).findings if f.rule.id == "fiber.mode-conditioning-turned"]
    assert tuple(f.at[0] for f in found) == wrong
    for one in found:
        subject = apply_all(subject, one.remedy.edits)
    assert not any("turned" in f.rule.id for f in judged(subject).findings)
    assert ends[0].reversed().conditions == {"a": "b", "b": "a", None: None}[near]


@pytest.mark.parametrize(("count", "rows"), [(24, 2), (36, 3), (48, 4), (72, 6)])
def test_opposed_keys_turn_a_plug_of_several_rows_over(count, rows):
    """The key goes from up to down: the top row meets the bottom row, columns stay."""
    plug = connector(f"MPO-{count}/PC")
    wires = of_joint(Joint("adapter", keys="opposed"), plug, plug)
    assert positions(plug) == count
    for row in range(rows):
        for column in range(1, 13):
            there = (rows - 1 - row) * 12 + column
            assert wires[1, row * 12 + column] == (1, there)


def test_pins_that_can_be_changed_are_the_cheapest_cure():
    fixed = Segment("cable", 30.0, "OM4", (P, P), "type-B")
    loose = Segment("cord", 2.0, "OM4", (U, P), "type-B", swaps=True)
    check = judged(link("100GBASE-SR4", LightPath((loose, replace(PAIR, keys="aligned"), fixed))))
    found = next(f for f in check.findings if f.rule.id == "mate.pins")
    assert (found.remedy.label, found.remedy.effort) == (
        "Cord at part 1, plug towards end b: pins changed, unpinned", "setting"
    )  # fmt: skip
