"""Links on strands: what a link is filled with, through splices and from either end."""

from dataclasses import replace

import pytest

from passerelle.core.light.edits import SetPart, apply
from passerelle.core.plan.backbone import Termination
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.plant.strands import StrandError, followed
from passerelle.core.plant.taking import refilled, release, released, take, uses_of
from tests.making import cord, link, path
from tests.planting import cable, plant, spliced, way

WAYS = (way("w1", "A", "M", 400), way("w2", "M", "B", 250))
FIRST = cable(
    "C1",
    "A",
    "M",
    "w1",
    strands=24,
    end_a=Termination("pigtails", "LC/UPC", "PA", 7),
)
LAST = cable("C2", "B", "M", "w2", end_a=Termination("pigtails", "LC/APC", "PB", 1))
SITE = plant(WAYS, (FIRST, LAST), closures=(spliced("M", "C1", "C2", 4, a_first=5, b_first=1),))


def duplex():
    made = link(
        "10GBASE-LR", path(cord(), Segment("cable", 100.0, "OM3", (None, None), "crossed"), cord())
    )
    ends = [replace(end, place=p)
            for end, p in ((made.a, "A"), (made.b, "B"))]  # fmt: skip
    return made.__class__("test", ends[0], ends[1], made.path)


def kinds(made):
    return [p.kind for p in made.path.parts]


def test_a_run_is_built_from_panel_to_panel_through_the_chamber():
    made = take(SITE, duplex(), 2, "C1", (5, 6))
    assert kinds(made) == [
        "cord", "adapter", "pigtail", "fusion", "cable", "fusion", "cable", "fusion", "pigtail",
        "adapter", "cord",
    ]  # fmt: skip
    one, two = made.path.segment(4), made.path.segment(6)
    assert (one.cable, one.strand_numbers, two.cable, two.strand_numbers) == (
        "C1",
        (5, 6),
        "C2",
        (1, 2),
    )
    # loose tube: 1 % more glass than the route's 400 and 250 m; both cables are the plan's OS2
    assert (one.length_m, two.length_m) == (pytest.approx(404), pytest.approx(252.5))
    assert {p.fiber for p in made.path.parts if isinstance(p, Segment)} == {"OS2"}
    assert [one.wiring, two.wiring] == ["crossed", "straight"]  # fixed cabling crosses once
    labels = [p.label for p in made.path.parts if isinstance(p, Joint) and p.label]
    assert labels == ["PA:9", "PB:1"]  # strands 5 and 6 stand on the third port from 7
    assert made.path.segment(8).ends[1].name == "LC/APC"


def test_the_same_run_from_the_far_cable_and_for_a_link_the_other_way_round():
    forward = take(SITE, duplex(), 2, "C1", (5, 6))
    assert take(SITE, duplex(), 2, "C2", (1, 2)).path == forward.path
    turned = duplex()
    turned = turned.__class__("test", turned.b, turned.a, turned.path)
    made = take(SITE, turned, 2, "C1", (5, 6))
    assert [p.cable for p in made.path.parts if isinstance(p, Segment) and p.cable] == ["C2", "C1"]


def test_changing_the_cable_changes_the_link_and_hand_made_changes_leave_it():
    made = take(SITE, duplex(), 2, "C1", (5, 6))
    longer = plant(
        (way("w1", "A", "M", 500), WAYS[1]), (FIRST, LAST), closures=tuple(SITE.closures.values())
    )
    assert refilled(longer, made).path.segment(4).length_m == pytest.approx(505)
    edited = apply(made, SetPart.to(replace(made.path.segment(4), length_m=9.0)))
    assert [u.cable for u in uses_of(released(made, edited))] == ["C2"]
    assert [u.cable for u in uses_of(release(made, 4))] == ["C2"]


def test_a_segment_on_a_cable_takes_over_its_reading_with_its_wavelength():
    measured = cable(
        "M", "A", "B", existing=True, glass_m=640.0, loss_db=0.31, loss_nm=1310.0, measured="meter"
    )
    site = plant((), (measured,))
    at_1310 = take(site, duplex(), 2, "M", (1, 2)).path.segment(2)
    assert (at_1310.loss_db, at_1310.source, at_1310.length_from) == (
        0.31,
        "meter, 1310 nm",
        "measured",
    )
    # of the glass itself, in either window, with the wavelength beside it
    er = link("10GBASE-ER", duplex().path)
    taken = take(site, er, 2, "M", (1, 2)).path.segment(2)
    assert (taken.loss_db, taken.loss_nm) == (0.31, 1310.0)


@pytest.mark.parametrize(
    ("at", "name", "numbers", "said"),
    [
        (2, "C1", (5,), "takes 2 strands, and 1 are chosen"),
        (2, "C1", (25, 26), "has 24 strands; there is no 26"),
        (2, "C1", (4, 5), "part ways"),
        (2, "nothing", (1, 2), "is not in cables"),
        (0, "C1", (5, 6), "part 1 is not a cable"),
    ],
)
def test_what_cannot_be_taken(at, name, numbers, said):
    with pytest.raises(StrandError, match=said):
        take(SITE, duplex(), at, name, numbers)


def test_splices_that_lead_round_in_a_ring_are_refused():
    ring = plant(
        (), (cable("X", "A", "B"), cable("Y", "A", "B")),
        closures=(spliced("A", "X", "Y", 12), spliced("B", "X", "Y", 12)),
    )  # fmt: skip
    with pytest.raises(StrandError, match="ring"):
        followed(ring, ring.cables["X"], (1, 2))
