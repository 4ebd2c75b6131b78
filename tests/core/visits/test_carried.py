"""Goods go along to the day on which a thing is first worked on; looking at it takes none."""

from passerelle.core.plan.facts import Facts
from passerelle.core.plan.visiting import PlannedVisit
from passerelle.core.visits.carried import first_visits
from tests.core.visits.test_again import work

from .test_tasks import plan


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
