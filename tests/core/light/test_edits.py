"""Edits keep a path whole, or are refused with a sentence."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from passerelle.core.judge.polarity import crossings
from passerelle.core.light.edits import (
    EditError,
    InsertSegment,
    MoveSegment,
    RemovePart,
    SetPart,
    SplitSegment,
    apply,
)
from passerelle.core.light.link import Link
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.strands.trace import follow, maps
from tests.making import BARE, LC, cable, cord, judged, link, path, rules_of


def start() -> Link:
    return link("10GBASE-LR", path(cord(), cable("OS2", 300), cord()))


START = start()


def at(subject: Link, index: int) -> str:
    """The id of the part that stands at an index; of one that is not there, a made-up one."""
    parts = subject.path.parts
    return parts[index].id if 0 <= index < len(parts) else "nosuchpart"


def kinds(subject: Link) -> list[str]:
    return [part.kind for part in subject.path.parts]


def test_cutting_a_cable_splices_it_and_joining_gives_it_back():
    cut = apply(START, SplitSegment(at(START, 2), "fusion", 100))
    assert kinds(cut) == ["cord", "adapter", "cable", "fusion", "cable", "adapter", "cord"]
    assert [cut.path.segment(i).length_m for i in (2, 4)] == [100, 200]
    assert cut.path.segment(2).ends == (LC, BARE)
    assert not {r for r in rules_of(judged(cut)) if r.startswith(("mate", "polarity"))}
    assert apply(cut, RemovePart(at(cut, 3))) == START


def test_an_inserted_segment_fits_its_neighbours():
    longer = apply(START, InsertSegment(at(START, 0), "cord", 5))
    assert kinds(longer)[:4] == ["cord", "adapter", "cord", "adapter"]
    assert longer.path.length_m == 309
    assert not {r for r in rules_of(judged(longer)) if r.startswith(("mate", "fiber"))}
    first = apply(START, InsertSegment(None, "cord"))
    assert kinds(first)[:3] == ["cord", "adapter", "cord"]


def test_removing_a_segment_takes_one_joint_with_it():
    assert kinds(apply(START, RemovePart(at(START, 2)))) == ["cord", "adapter", "cord"]
    assert kinds(apply(START, RemovePart(at(START, 0)))) == ["cable", "adapter", "cord"]


def test_a_moved_pigtail_is_turned_round_where_it_fits_better():
    pigtail = Segment("pigtail", 1, "OS2", (LC, BARE))
    run = cable("OS2", 300, ends=(BARE, BARE))
    moved = apply(
        link("10GBASE-LR", path(pigtail, Joint("fusion"), run)), MoveSegment(pigtail.id, run.id)
    )
    assert kinds(moved) == ["cable", "fusion", "pigtail"]
    assert moved.path.segment(2).ends == (BARE, LC)


@pytest.mark.parametrize(
    ("edit", "says"),
    [
        (RemovePart(at(START, 1)), "cannot become one"),
        (RemovePart("nosuchpart"), "no part 'nosuchpart'"),
        (SetPart(at(START, 1), cord()), "same sort"),
        (SplitSegment(at(START, 2), "fusion", 301), "outside the segment's 0 to 300 m"),
        (SplitSegment(at(START, 1), "fusion"), "not a segment"),
        (MoveSegment(at(START, 0), at(START, 1)), "not a segment"),
    ],
)
def test_what_cannot_be_done_is_said(edit, says):
    with pytest.raises(EditError, match=says):
        apply(START, edit)


indices = st.integers(-1, 12)
edits = st.one_of(
    st.tuples(st.just("insert"), indices, st.sampled_from(["cord", "cable", "pigtail", "inline"])),
    st.tuples(st.just("split"), indices, st.sampled_from(["adapter", "fusion", "mechanical"])),
    st.tuples(st.just("remove"), indices, st.none()),
    st.tuples(st.just("move"), indices, indices),
)


def made(subject, op, index, more):
    """An edit of the part that stands at an index now."""
    if op == "insert":
        after = None if index < 0 else at(subject, index)
        return InsertSegment(after, more, loss_db=3.0 if more == "inline" else None)
    if op == "split":
        return SplitSegment(at(subject, index), more)
    if op == "remove":
        return RemovePart(at(subject, index))
    return MoveSegment(at(subject, index), at(subject, more))


@given(st.lists(edits, max_size=8))
def test_any_edits_leave_a_chain_that_can_be_judged(many):
    subject = start()
    for asked in many:
        before, edit = subject, made(subject, *asked)
        try:
            subject = apply(subject, edit)
        except EditError:
            subject = before
            continue
        ids = [part.id for part in subject.path.parts]
        assert len(set(ids)) == len(ids)
        kept = {part.id for part in before.path.parts if isinstance(part, Segment)}
        if isinstance(edit, InsertSegment | SplitSegment):
            assert kept <= set(ids)  # what was there keeps its identity
        if isinstance(edit, SplitSegment):
            assert subject.path.length_m == pytest.approx(before.path.length_m)
            assert crossings(subject.path.parts)[0] == crossings(before.path.parts)[0]
    assert judged(subject).verdict in ("works", "tight", "fails", "unknown")


MPO = connector("MPO-12/UPC/pinned")


def trunk(*wirings):
    """A 12-strand trunk in spliced pieces."""
    parts = []
    for at, wiring in enumerate(wirings):
        ends = (MPO if at == 0 else BARE, MPO if at == len(wirings) - 1 else BARE)
        parts += [Segment("cable", 50.0, "OM4", ends, wiring), Joint("fusion")]
    return link("100GBASE-SR4", path(*parts[:-1]))


def wires(subject):
    """Where each of the twelve positions comes out."""
    starts = [((1, n), "dark", 1) for n in range(1, 13)]
    return [strand.end for strand in follow(starts, maps(subject.path)[0])]


@pytest.mark.parametrize("wiring", ["type-A", "type-B", "type-C"])
@pytest.mark.parametrize("kind", ["fusion", "mechanical"])
def test_a_trunk_that_is_cut_and_spliced_does_what_it_did(wiring, kind):
    whole = trunk(wiring)
    cut = apply(whole, SplitSegment(at(whole, 0), kind))
    assert wires(cut) == wires(whole)
    assert None not in wires(whole)
    again = apply(cut, SplitSegment(at(cut, 2), kind))  # a piece that is bare at both ends
    assert wires(again) == wires(whole)
    once = apply(again, RemovePart(at(again, 3)))
    assert apply(once, RemovePart(at(once, 1))) == whole


@pytest.mark.parametrize(
    ("first", "second", "both"),
    [
        ("type-A", "type-A", "type-A"), ("type-A", "type-B", "type-B"),
        ("type-B", "type-A", "type-B"), ("type-B", "type-B", "type-A"),
        ("type-C", "type-C", "type-A"), ("type-B", "type-C", None), ("type-A", None, None),
    ],
)  # fmt: skip
def test_two_pieces_of_trunk_become_one(first, second, both):
    """Reversed twice, or paired twice, is straight; one after the other is no standard type."""
    two = trunk(first, second)
    one = apply(two, RemovePart(at(two, 1)))
    assert one.path.segment(0).wiring == both
    if both is not None:
        assert wires(one) == wires(trunk(first, second))
