"""Two states of a plan: what became of things, answers, materials and totals."""

from dataclasses import replace

from passerelle.core.judge.wholeplan import check
from passerelle.core.materials.materials import materials_of
from passerelle.core.papers.compared import compared
from passerelle.core.plan.backbone import Cable, Place, Termination
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.formats.prices import price_book

END = Termination(kind="pigtails", connector="LC/UPC", panel="P")
ONE = Cable("P-1", "A", "B", "OS2", 4, length_m=100.0, end_a=END, end_b=END)
TWO = Cable("P-2", "A", "B", "OS2", 4, length_m=50.0, end_a=END, end_b=END)


def plan(*cables):
    return Plan("p", places=Things((Place("A", id="placeaaa"), Place("B", id="placebbb"))),
                cables=Things(cables))  # fmt: skip


def between(old, new):
    checks = [check(one) for one in (old, new)]
    made = [materials_of(one, price_book(())) for one in checks]
    return compared(*checks, *made)


def test_a_thing_is_added_gone_or_changed_by_its_id_whatever_it_is_called():
    renamed = replace(ONE, name="P-9")
    found = between(plan(ONE, TWO), plan(renamed, replace(TWO, id="othercable1", name="P-3")))
    told = [(one.outcome, one.name, one.before) for one in found.things]
    assert told == [("gone", "P-2", None), ("changed", "P-9", "P-1"), ("added", "P-3", None)]


def test_nothing_differs_between_a_plan_and_itself():
    found = between(plan(ONE), plan(ONE))
    assert (found.things, found.answers, found.materials) == ((), (), ())
    assert found.totals[0] == found.totals[1]


def test_materials_to_add_stand_with_plus_and_those_to_take_back_with_minus():
    """Four pigtails to an end: eight more for a second cable of four strands, eight back."""
    more = {one.item: one.quantity for one in between(plan(ONE), plan(ONE, TWO)).materials}
    less = {one.item: one.quantity for one in between(plan(ONE, TWO), plan(ONE)).materials}
    assert more["pigtail"] == 8
    assert less["pigtail"] == -8
    assert "cable" not in more  # both come off the one drum of 500 m that is bought anyway
