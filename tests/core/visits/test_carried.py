"""Goods go along to the day on which a thing is first worked on; looking at it takes none."""

from passerelle.core.judge.wholeplan import check
from passerelle.core.materials.materials import materials_of
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.visiting import PlannedVisit
from passerelle.core.plant.travel import travel_of
from passerelle.core.visits.carried import cuts_of, drawings_of, first_visits
from passerelle.core.visits.kept import kept_visits
from passerelle.core.visits.proposal import conditions_of
from passerelle.core.words import in_metres
from passerelle.formats.prices import price_book
from tests.core.visits.test_again import work

from .test_tasks import done, plan


def visit(day, *tasks, crew=1):
    return PlannedVisit(name=f"V{day}{crew}", day=day, crew=crew, tasks=tasks)


def test_the_first_day_on_which_it_is_worked_on_whatever_the_order_of_the_list():
    made = work(plan(), Facts.NONE)
    planned = [visit(5, "test:cable001"), visit(2, "pull:cable001"), visit(2, crew=2)]
    found = first_visits(planned, made)
    assert {name: one.name for name, one in found.items()} == {"C1": "V21"}


def test_what_is_gone_or_only_looked_at_takes_nothing_along():
    made = work(plan(), Facts.NONE)
    looks = [key for key, one in made.all.items() if one.kind in ("look", "measure")]
    assert first_visits([visit(1, "pull:gone", *looks)], made) == {}


def test_what_is_cut_for_the_pulls_of_a_day():
    """210 m and 5 % come off a drum of 500 m; a pull that is done is cut already."""
    made = work(plan(), Facts.NONE)
    judged = check(plan())
    conditions = conditions_of(judged.plan, travel_of(judged.plan, judged.plant))
    (kept,) = kept_visits([visit(1, "pull:cable001", "label:cable001:a")], made, conditions)
    materials = materials_of(judged, price_book(()))
    (said,) = cuts_of(kept, made, materials)
    assert in_metres(said) == "new 1: 220.5 m for C1, from 0 m to 220.5 m of it"
    (other,) = kept_visits([visit(1, "label:cable001:a")], made, conditions)
    assert cuts_of(other, made, materials) == []


def test_the_papers_of_a_day_are_those_of_the_tasks_that_are_left():
    made = work(plan(), Facts.NONE)
    judged = check(plan())
    conditions = conditions_of(judged.plan, travel_of(judged.plan, judged.plant))
    keys = ("pull:cable001", "splice:cable001:a", "splice:cable001:b", "label:cable001:a")
    (kept,) = kept_visits([visit(1, *keys)], made, conditions)
    assert drawings_of(kept, made) == ["pull sheet: C1", "splice plan: C1"]
    later = work(plan(), done("pull:cable001"))
    assert drawings_of(kept, later) == ["splice plan: C1"]
