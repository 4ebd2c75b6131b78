"""Strands traced against the published tables of each method, position by position."""

from dataclasses import replace
from itertools import combinations, product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from passerelle.core.judge.polarity import judged as polarity_of
from passerelle.core.light.edits import apply_all
from passerelle.core.light.link import Link, budget
from passerelle.core.light.modules import End
from passerelle.core.light.own import OwnPartError, check_own, extended
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, LightPath, Segment
from passerelle.core.remedies.repolarising import EFFORT, repolarised
from passerelle.core.strands.asfound import Reading, ends_of, explained
from passerelle.core.strands.changes import changes
from passerelle.core.strands.methods import choices, methods_of
from passerelle.core.strands.places import inverse, of_joint, of_segment
from passerelle.core.strands.trace import whole_trunk
from tests.making import LC, check_plan, cord, judged, own_box, rules_of

U, P = connector("MPO-12/UPC/unpinned"), connector("MPO-12/UPC/pinned")
SOCKET = connector("MPO-12/PC")


def multi(kind, wiring, near=U, far=U, **more):
    return Segment(kind, 2.0, "OM4", (near, far), wiring, **more)


def cassette(wiring, **more):
    return Segment("cassette", 0.0, "OM4", (LC, P), wiring, **more)


def keyed(keys):
    return Joint("adapter", "low-loss", keys=keys)


def duplex_path(cords, cassettes, trunk, keys):
    """Cord, cassette, trunk, cassette, cord, as the table of methods lists them."""
    pair = Joint("adapter", "low-loss")
    return LightPath((
        cord("OM4", wiring=cords[0]), pair, cassette(cassettes[0]), keyed(keys),
        multi("cable", trunk), keyed(keys), cassette(cassettes[1]).reversed(), pair,
        cord("OM4", wiring=cords[1]),
    ))  # fmt: skip


def parallel_path(cords, trunk, keys):
    return LightPath((
        multi("cord", cords[0]), keyed(keys), multi("cable", trunk, P, P), keyed(keys),
        multi("cord", cords[1]),
    ))  # fmt: skip


def duplex_link(path):
    return Link("duplex", End("10GBASE-SR"), End("10GBASE-SR"), path)


def parallel_link(path):
    end = End("100GBASE-SR4", connector=SOCKET)
    return Link("parallel", end, end, path)


METHODS = {
    "A": (("A-B", "A-A"), ("normal", "normal"), "type-A", "opposed"),
    "B": (("A-B", "A-B"), ("normal", "inverted"), "type-B", "aligned"),
    "C": (("A-B", "A-B"), ("normal", "normal"), "type-C", "opposed"),
    "U1": (("A-B", "A-B"), ("universal-1", "universal-1"), "type-B", "opposed"),
    "U2": (("A-B", "A-B"), ("universal-1", "universal-1"), "type-B", "aligned"),
}
PARALLEL = {
    "A": (("type-A", "type-B"), "type-A", "opposed"),
    "B": (("type-B", "type-B"), "type-B", "aligned"),
    "U1": (("type-A", "type-A"), "type-B", "opposed"),
    "U2": (("type-B", "type-B"), "type-B", "aligned"),
}


@pytest.mark.parametrize(
    ("wiring", "published"),
    [
        ("type-A", [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]),
        ("type-B", [12, 11, 10, 9, 8, 7, 6, 5, 4, 3, 2, 1]),
        ("type-C", [2, 1, 4, 3, 6, 5, 8, 7, 10, 9, 12, 11]),
    ],
)
def test_trunks_position_by_position(wiring, published):
    wires = of_segment(multi("cable", wiring))
    assert [wires[1, p] for p in range(1, 13)] == [(1, q) for q in published]


def test_adapters_and_breakout_position_by_position():
    aligned, opposed = (of_joint(keyed(k), U, P) for k in ("aligned", "opposed"))
    assert [aligned[1, p][1] for p in range(1, 13)] == list(range(12, 0, -1))
    assert [opposed[1, p][1] for p in range(1, 13)] == list(range(1, 13))
    legs = of_segment(Segment("cord", 2, "OM4", (U, LC)))
    assert {leg: {p for (_, p), (to, _) in legs.items() if to == leg} for leg in range(1, 5)} == {
        1: {1, 12}, 2: {2, 11}, 3: {3, 10}, 4: {4, 9},
    }  # fmt: skip
    assert not [p for (_, p) in legs if 5 <= p <= 8]
    sixteen = connector("MPO-16/APC/unpinned")
    eight = of_segment(Segment("cord", 2, "OS2", (sixteen, LC)))
    assert {p for (_, p), (to, _) in eight.items() if to == 8} == {8, 9}


@pytest.mark.parametrize("name", METHODS)
def test_each_duplex_method_carries_six_ports_crossed_once(name):
    path = duplex_path(*METHODS[name])
    ends = ends_of(whole_trunk(path))
    # A of each port arrives at B of the same port, and B at A; method C and A keep the order too
    assert ends == {(k, p): (k, 3 - p) for k in range(1, 7) for p in (1, 2)}
    check = judged(duplex_link(path))
    assert (check.polarity, check.verdict) == ("crossed", "works")
    assert "polarity.method-mix" not in rules_of(check)
    assert name in methods_of(path)
    assert name in methods_of(path.reversed())


@pytest.mark.parametrize("name", PARALLEL)
def test_each_parallel_method_puts_position_p_opposite_13_minus_p(name):
    path = parallel_path(*PARALLEL[name])
    assert ends_of(whole_trunk(path)) == {(1, p): (1, 13 - p) for p in range(1, 13)}
    check = judged(parallel_link(path))
    assert (check.polarity, name in methods_of(path)) == ("crossed", True)


@pytest.mark.parametrize(
    ("path", "word"),
    [
        (duplex_path(("A-B", "A-B"), *METHODS["A"][1:]), "straight"),  # two crossed cords in A
        (duplex_path(("A-A", "A-A"), *METHODS["A"][1:]), "straight"),
        (duplex_path(("A-B", "A-A"), *METHODS["C"][1:]), "straight"),
        # type-B trunk, opposed adapters and method A cassettes: the pair lands in the sixth port
        (duplex_path(("A-B", "A-A"), ("normal", "normal"), "type-B", "opposed"), "straight"),
        # cassettes of the two sorts of universal: an even number of flips
        (duplex_path(("A-B", "A-B"), ("universal-1", "universal-2"), "type-B", "opposed"),
         "straight"),
        # pairs torn apart: 1 and 12 of the near port arrive at 12 and 1, which are two ports
        (duplex_path(("A-B", "A-B"), ("universal-1", "normal"), "type-B", "opposed"), "mixed"),
    ],
)  # fmt: skip
def test_the_commonest_mistakes(path, word):
    check = judged(duplex_link(path))
    assert (check.polarity, check.verdict) == (word, "fails")
    best = repolarised(check.budget)[0]
    cured = judged(apply_all(check.budget.link, best.edits))
    assert (cured.polarity, cured.verdict) == ("crossed", "works")


def test_lanes_in_another_order_stop_a_split_port_only():
    """Cords C and B on a type-C trunk: {1..4} arrive at {9..12}, but lanes change places."""
    path = parallel_path(("type-A", "type-B"), "type-C", "opposed")
    check = judged(parallel_link(path))
    lanes = next(f for f in check.findings if f.rule.id == "polarity.lanes")
    assert (check.polarity, lanes.rule.severity, check.verdict) == ("crossed", "warn", "works")


def test_transmitters_that_meet_are_told_from_lanes_that_are_lost():
    even = judged(parallel_link(parallel_path(("type-A", "type-A"), "type-A", "opposed")))
    assert even.polarity == "straight"
    assert "polarity.not-crossed" in rules_of(even)
    unkeyed = parallel_path(("type-B", "type-B"), "type-B", None)
    unknown = judged(parallel_link(unkeyed))
    assert unknown.polarity == "unknown"
    assert next(f.at for f in unknown.findings if f.rule.id == "polarity.unknown") == (1, 3)


def test_parts_of_several_methods_that_work_are_flagged():
    odd = duplex_path(("A-A", "A-A"), ("normal", "normal"), "type-C", "opposed")
    check = judged(duplex_link(odd))
    assert (check.polarity, "polarity.method-mix" in rules_of(check)) == ("crossed", True)


def test_angled_faces_leave_the_methods_with_opposed_keys():
    angled = connector("MPO-12/APC/unpinned")
    path = parallel_path(*PARALLEL["U1"])
    parts = [replace(p, ends=(angled, angled)) if isinstance(p, Segment) else p for p in path.parts]
    found = {c.method.name: c.excluded for c in choices(LightPath(tuple(parts)))}
    assert {name for name, why in found.items() if why is None} == {"A", "U1"}
    assert "A, U1 are left" in found["B"]


@pytest.mark.parametrize("name", METHODS)
def test_a_method_can_be_chosen_for_any_path(name):
    start = duplex_link(duplex_path(("A-A", "A-A"), ("normal", "inverted"), "type-A", "aligned"))
    choice = next(c for c in choices(start.path) if c.method.name == name)
    made = apply_all(start, choice.edits)
    assert name in methods_of(made.path)
    assert judged(made).polarity == "crossed"


def composed(first, second):
    """One part after the other."""
    return {start: second[to] for start, to in first.items() if to in second}


names = st.sampled_from(["type-A", "type-B", "type-C"])


@given(names, names, names)
def test_maps_are_involutions_and_compose(a, b, c):
    one, two, three = (of_segment(multi("cord", w)) for w in (a, b, c))
    for wires in (one, two, three):
        assert composed(wires, wires) == {place: place for place in wires}
        assert inverse(wires) == wires
    left = composed(composed(one, two), three)
    assert left == composed(one, composed(two, three))
    assert inverse(left) == composed(composed(inverse(three), inverse(two)), inverse(one))


def effort(path, edits):
    """What a set of edits costs, reckoned by itself from the parts that it changes."""
    total = 0
    for edit in edits:
        part = next(one for one in path.parts if one.id == edit.at)
        if isinstance(part, Joint):
            total += EFFORT["adapter"]
        elif part.kind == "cassette":
            total += EFFORT["cassette"]
        elif part.kind == "cable":
            total += EFFORT["trunk"]
        else:
            total += EFFORT["clip"] if part.clip == "splits" else EFFORT["cord"]
    return total


def laid(path):
    """The path with its trunk pulled already."""
    return LightPath(tuple(
        replace(one, existing=True) if getattr(one, "kind", "") == "cable" else one
        for one in path.parts
    ))  # fmt: skip


def test_a_trunk_that_is_not_bought_yet_is_ordered_as_a_method_has_it():
    """Method B with a type-A trunk. Laid, one cord is turned; not bought yet, type B is ordered."""
    cords, cassettes, _, keys = METHODS["B"]
    wrong = duplex_path(cords, cassettes, "type-A", keys)
    best = repolarised(budget(duplex_link(wrong), HouseRules()))[0]
    assert (best.label, best.effort) == ("Trunk at part 5: type-B", "order")
    there = repolarised(budget(duplex_link(laid(wrong)), HouseRules()))[0]
    assert there.effort in ("setting", "cord")


@pytest.mark.parametrize(
    ("cords", "trunk", "keys"),
    list(product(product(["A-B", "A-A"], repeat=2), ["type-A", "type-B", "type-C"],
                 ["opposed", "aligned"])),
)  # fmt: skip
def test_the_remedy_is_the_cheapest_of_all_that_there_are(cords, trunk, keys):
    path = laid(duplex_path(cords, ("normal", "normal"), trunk, keys))
    sums = budget(duplex_link(path), HouseRules())
    if polarity_of(sums, path)[0] == "crossed":
        return
    every = list(changes(path))

    def cures(made):
        parts = list(path.parts)
        for change in made:
            parts[change.at] = change.part
        return polarity_of(sums, LightPath(tuple(parts)))[0] == "crossed"

    singles = [(c,) for c in every if cures((c,))]
    doubles = [p for p in combinations(every, 2) if p[0].at != p[1].at and cures(p)]
    cheapest = min(sum(EFFORT[c.kind] for c in made) for made in singles or doubles)
    best = repolarised(sums)[0]
    assert len(best.edits) == (1 if singles else 2)
    assert effort(path, best.edits) == cheapest


def test_a_clip_is_flipped_only_where_it_splits():
    wrong = duplex_path(("A-B", "A-B"), *METHODS["A"][1:])
    labels = [r.label for r in repolarised(budget(duplex_link(wrong), HouseRules()))]
    assert not any("clip" in label for label in labels)
    parts = list(wrong.parts)
    parts[8] = replace(parts[8], clip="splits")
    split = repolarised(budget(duplex_link(LightPath(tuple(parts))), HouseRules()))
    assert split[0].label == "Flip one clip of the cord at part 9: straight"


def test_a_splice_with_two_strands_changed_counts_as_one_crossing():
    bare = connector("bare")
    light = LightPath((
        cord(ends=(LC, bare)), Joint("fusion", crossed=True),
        Segment("cable", 100, "OS2", (bare, LC), "straight"),
    ))  # fmt: skip
    check = judged(Link("x", End("10GBASE-LR"), End("10GBASE-LR"), light))
    assert check.polarity == "straight"  # the cord once, the splice once
    found = next(f for f in check.findings if f.rule.id == "polarity.not-crossed")
    assert {r.label for r in (found.remedy, *found.others)} == {
        "Cord at part 1 straight (A-A)",
        "Splice at part 2 by colour",
    }


def test_readings_tell_which_part_is_another():
    path = duplex_path(*METHODS["A"])
    as_planned = explained(path, (Reading((1, 1), (1, 2)),))
    assert as_planned.explanations[0].label == "as planned"
    # somebody pulled a type-B trunk: port 1 comes out at port 6
    found = explained(path, (Reading((1, 1), (6, 1)),))
    labels = {one.label for one in found.explanations}
    assert "Trunk at part 5: type-B" in labels
    assert "as planned" not in labels
    # an aligned adapter looks the same from outside; so may a cassette, until more is read
    assert {"Adapter at part 4: keys aligned", "Adapter at part 6: keys aligned"} <= labels
    more = explained(path, (Reading((1, 1), (6, 1)), Reading((1, 2), (6, 2))))
    assert {one.label for one in more.explanations} <= labels


def test_a_splice_with_strands_changed_is_found_but_never_offered_as_a_cure():
    bare = connector("bare")
    path = LightPath((
        cord(), Joint("adapter"), Segment("pigtail", 1, "OS2", (LC, bare)), Joint("fusion"),
        Segment("cable", 100, "OS2", (bare, LC), "straight"),
    ))  # fmt: skip
    found = explained(path, (Reading((1, 1), (1, 1)),))  # planned: the cord crosses, A to B
    labels = {one.label for one in found.explanations}
    assert labels == {
        "Cord at part 1 straight (A-A)",
        "Splice at part 4: strands changed places",
    }
    assert found.next_place is None  # from outside nothing tells these two apart
    assert not any(isinstance(change.part, Joint) for change in changes(path))


def test_the_next_strand_splits_what_is_left():
    path = duplex_path(*METHODS["A"])
    found = explained(path, (Reading((1, 1), (1, 1)),))
    assert len(found.explanations) > 1
    told = [ends_of(whole_trunk(one.path)) for one in found.explanations]
    if found.next_place is not None:
        assert len({ends[found.next_place] for ends in told}) > 1
    else:
        assert all(ends == told[0] for ends in told)  # nothing from outside tells them apart


def test_three_parallel_channels_over_two_twelves():
    """Base-8 links over two trunks of twelve: all 24 strands used, each channel on its lanes."""
    box = Segment("cassette", 0, "OM4", (P, P), "2x12 to 3x8", port=3)
    path = LightPath((
        multi("cord", "type-B"), keyed("aligned"), box, keyed("opposed"), multi("cable", "type-B"),
        keyed("opposed"), box.reversed(), keyed("aligned"), multi("cord", "type-B"),
    ))  # fmt: skip
    path = LightPath((*path.parts[:2], replace(box, front="a"), *path.parts[3:6],
                      replace(box, front="b"), *path.parts[7:]))  # fmt: skip
    used = {start: end for start, end in ends_of(whole_trunk(path)).items() if end is not None}
    assert used == {(n, p): (n, 13 - p) for n in (1, 2, 3) for p in (1, 2, 3, 4, 9, 10, 11, 12)}
    assert judged(parallel_link(path)).polarity == "crossed"


def test_twelve_ports_stand_on_two_plugs_of_a_24_strand_trunk():
    path = duplex_path(*METHODS["B"])
    parts = list(path.parts)
    parts[4] = replace(parts[4], strands=24)
    ends = ends_of(whole_trunk(LightPath(tuple(parts))))
    assert ends == {(k, p): (k, 3 - p) for k in range(1, 13) for p in (1, 2)}


def test_own_maps_are_taken_and_refused_where_two_strands_meet():
    box = own_box("M", "cassette", 0.5, 0.3, ends=(LC, P),
                  wires=((1, 1, 1, 2), (1, 2, 1, 1)))  # fmt: skip
    check_own(box)
    own = Segment("cassette", 0, "OM4", (LC, P), part="M")
    assert of_segment(own, extended((box,)))[1, 1] == (1, 2)
    with pytest.raises(OwnPartError, match="is there twice"):
        check_own(replace(box, wires=((1, 1, 1, 2), (1, 2, 1, 2))))


@pytest.mark.parametrize(("near", "far"), [(P, P), (U, U)])
def test_pins_are_put_right_by_the_rule_that_fixed_cabling_has_them(near, far):
    path = LightPath((multi("cord", "type-B", U, near), keyed("aligned"),
                      multi("cable", "type-B", far, U)))  # fmt: skip
    check = judged(parallel_link(path))
    found = next(f for f in check.findings if f.rule.id == "mate.pins")
    changed = found.remedy.edits[0]
    here = [part.id for part in path.parts].index(changed.at)
    assert here == (0 if near is P else 2)  # the cord goes without, the cable with pins
    assert "mate.pins" not in rules_of(judged(apply_all(check.budget.link, found.remedy.edits)))


def test_legs_reach_their_own_lane():
    legs = [
        Link(f"leg {n}", End("100GBASE-SR4", connector=SOCKET,
                             port=replace(End("x").port, lane=n, split=True)),
             End("25GBASE-SR"),
             LightPath((multi("cord", "type-B"), keyed("aligned"), multi("cable", "type-B", P, P),
                        keyed("aligned"), Segment("cord", 2, "OM4", (U, LC), lane=n))))
        for n in (1, 2, 3, 4)
    ]  # fmt: skip
    whole = check_plan(legs, HouseRules(spares="none"))
    assert [(c.polarity, c.verdict) for c in whole.links] == [("crossed", "works")] * 4
