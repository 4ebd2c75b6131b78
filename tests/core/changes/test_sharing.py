"""A link's part becomes a thing that others pass, and is its own again."""

from dataclasses import replace

import pytest

from passerelle.core.changes.apply import applied
from passerelle.core.changes.change import EditLink, Share
from passerelle.core.light.edits import SetPart
from passerelle.core.plan.lightpath import Segment
from passerelle.core.refused import Refused
from tests.making import LC, cable, cord, link, path, plan_of

BOX = Segment("cassette", 0.0, "OM4", (LC, LC), port=2, label="mine")


def two():
    links = [replace(link("10GBASE-SR", path(cord("OM4"), replace(BOX, id=f"boxpart{n:05d}"),
                                             cable("OM4"), cord("OM4"))), name=f"L{n}")
             for n in (1, 2)]  # fmt: skip
    return plan_of(links)


def part(plan, name, number):
    found = plan.links.named(name)
    return next(p for p in found.path if p.id == f"boxpart{number:05d}"), found


def share(plan, name, number, to):
    one, found = part(plan, name, number)
    return applied(plan, [Share(found.id, one.id, to)]).plan


def test_the_first_link_makes_the_thing_and_the_second_joins_it():
    plan = share(two(), "L1", 1, "Box")
    thing = plan.shared_parts.named("Box")
    assert (thing.part.kind, thing.part.port, thing.part.label) == ("cassette", None, None)
    plan = share(plan, "L2", 2, "Box")
    for name, number in (("L1", 1), ("L2", 2)):
        one, _ = part(plan, name, number)
        assert (one.shared, one.port, one.label) == ("Box", 2, "mine")  # the link's own stays
    assert len(plan.shared_parts) == 1


def test_an_edit_through_one_link_is_an_edit_of_the_thing_and_the_port_is_not():
    plan = share(share(two(), "L1", 1, "Box"), "L2", 2, "Box")
    one, found = part(plan, "L1", 1)
    edit = SetPart(one.id, replace(one, wiring="normal", port=5))
    plan = applied(plan, [EditLink(found.id, (edit,))]).plan
    assert plan.shared_parts.named("Box").part.wiring == "normal"
    other, _ = part(plan, "L2", 2)
    assert (other.wiring, other.port) == ("normal", 2)
    assert part(plan, "L1", 1)[0].port == 5


def test_a_part_that_is_left_alone_keeps_what_it_was():
    plan = share(share(two(), "L1", 1, "Box"), "L1", 1, None)
    one, _ = part(plan, "L1", 1)
    assert (one.shared, one.kind, one.port) == (None, "cassette", 2)
    assert plan.shared_parts.named("Box") is not None  # it is still a thing of the plan


@pytest.mark.parametrize(
    ("at", "name", "said"),
    [
        ("nosuchpart1", "Box", "there is no such part"),
        ("cable", "Box", "is for one of cord, pigtail, cassette, inline; this is a cable"),
        ("cord", "Box", "'Box' is a cassette; this part is a cord"),
    ],
)
def test_what_cannot_be_shared(at, name, said):
    plan = share(two(), "L1", 1, "Box")
    found = plan.links.named("L2")
    ids = {p.kind: p.id for p in reversed(found.path)}
    with pytest.raises(Refused, match=said):
        applied(plan, [Share(found.id, ids.get(at, at), name)])
