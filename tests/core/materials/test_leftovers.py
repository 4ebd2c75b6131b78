"""A reel that is cut: its cables are cut, its rest is stock, and nothing is cut for them again."""

from dataclasses import replace

import pytest

from passerelle.core.changes.apply import applied
from passerelle.core.judge.wholeplan import check
from passerelle.core.light.site import site_of
from passerelle.core.materials.leftovers import cut_changes
from passerelle.core.materials.materials import materials_of
from passerelle.core.plan.backbone import Cable, Pathway, Place, Reel, named_type
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.refused import Refused
from passerelle.core.tables.site import CABLE_TYPES
from passerelle.formats.prices import price_book

KIND = next(name for name, row in CABLE_TYPES.items() if row.max_strands >= 12)


def planned(*reels, **more):
    """A cable of 200 m + 2 × 5 m slack in a measured duct, and 5 % waste: 220.5 m are cut."""
    cable = Cable("C1", "A", "B", "OS2", 12, type=named_type(KIND), route=("D1",), slack_a_m=5.0,
                  slack_b_m=5.0)  # fmt: skip
    return Plan(
        "p",
        places=Things([Place("A"), Place("B")]),
        pathways=Things([Pathway("D1", "A", "B", 200.0, length_from="measured")]),
        cables=Things([replace(cable, **more)]),
        reels=Things(reels),
    )


def bought(plan):
    return materials_of(check(plan), price_book(plan.prices))


def cut(plan, **said):
    reel = bought(plan).cuts[0]
    return applied(plan, cut_changes(plan, reel, **said), site=site_of(plan)).plan


def line(plan):
    (found,) = [one for one in bought(plan).lines if one.item == "cable"]
    return found.needed, found.stock, found.buy


def test_a_reel_keeps_its_name_its_rest_and_where_it_stands():
    plan = planned(Reel("R1", KIND, 500.0, 12, "A"))
    after = cut(plan)
    assert [(one.name, one.length_m, one.place) for one in after.reels] == [("R1", 279.5, "A")]
    assert [one.cut for one in after.cables] == [True]
    assert bought(after).cuts[0].pieces == ()
    assert line(plan) == line(after) == (210.0, 220.5, 0.0)


def test_what_the_sheath_marks_say_goes_before_the_plan():
    (rest,) = cut(planned(Reel("R1", KIND, 500.0, 12)), left_m=287.5, place="B").reels
    assert (rest.length_m, rest.place) == (287.5, "B")


def test_nothing_left_is_no_reel():
    assert not cut(planned(Reel("R1", KIND, 500.0, 12)), left_m=0.0).reels


def test_the_rest_of_a_drum_that_was_bought_is_a_reel_of_its_kind():
    plan = planned()
    (drum,) = bought(plan).cuts
    assert drum.bought
    (rest,) = cut(plan, place="B").reels
    assert (rest.name, rest.type, rest.strands, rest.place) == ("Rest 1", KIND, 12, "B")
    assert rest.length_m == drum.length_m - 220.5
    assert line(cut(plan)) == (210.0, 220.5, 0.0)


@pytest.mark.parametrize(
    ("plan", "said", "reason"),
    [
        (planned(Reel("R1", KIND, 500.0, 12)), {"left_m": 501.0}, "is more than the"),
        (planned(Reel("R1", "another", 500.0, 12), type=None), {}, "nothing is cut from R1"),
    ],
)
def test_what_cannot_be_is_one_sentence(plan, said, reason):
    with pytest.raises(Refused, match=reason):
        cut(plan, **said)


def test_a_rest_of_no_construction_is_no_stock():
    plan = planned(type=None)
    (drum,) = bought(plan).cuts
    with pytest.raises(Refused, match="construction of C1 is not recorded"):
        cut_changes(plan, drum)
