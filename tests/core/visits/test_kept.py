"""Visits that a person has taken: their times, what a move breaks, what stands in none; states."""

from dataclasses import replace

from passerelle.core.judge.wholeplan import check
from passerelle.core.materials.materials import materials_of
from passerelle.core.plan.backbone import Place
from passerelle.core.plan.things import Things
from passerelle.core.plan.visiting import PlannedVisit, Window
from passerelle.core.plant.travel import travel_of
from passerelle.core.visits.ground import Ground
from passerelle.core.visits.kept import as_planned, kept_visits, unassigned
from passerelle.core.visits.proposal import conditions_of, proposed
from passerelle.core.visits.states import cable_states
from passerelle.core.visits.tasks import work_of
from passerelle.formats.prices import price_book

from .test_tasks import done, plan, work


def kept(made, *visits, facts=None):
    judged = check(made)
    found = work(made, facts) if facts else work(made)
    conditions = conditions_of(made, travel_of(made, judged.plant))
    return kept_visits(visits, found, conditions), found


def visit(day, *keys, name="V"):
    return PlannedVisit(name=name, day=day, tasks=keys)


def test_tasks_follow_each_other_with_the_way_between():
    """The string takes both 15 minutes, from when one has walked 200 m at 60 m/min to B."""
    (one,), _ = kept(plan(), visit(1, "goods-in:cable001", "fit:pathway1:string"))
    times = {p.task.key: (p.start_h, p.end_h) for p in one.visit.tasks}
    assert times["goods-in:cable001"] == (0.0, 0.24)
    assert times["fit:pathway1:string"] == (0.24, 0.49)
    assert one.broken == ()
    assert round(one.visit.back_h, 2) == round(0.49 + 200 / 60 / 60, 2)


def test_a_move_before_what_it_waits_for_says_so_at_once():
    first = visit(1, "pull:cable001", name="one")
    later = visit(2, "goods-in:cable001", name="two")
    (one, _), _ = kept(plan(), first, later)
    said = [fault.said for fault in one.broken]
    assert said == [
        "waits for “check C1 in, and test it before it is pulled”, which comes on day 2: "
        "tested before it is pulled",
        "waits for “string through D1”, which is in no visit: a string has to be in D1",
    ]


def test_a_day_that_is_too_full_and_a_place_that_is_shut_are_said():
    keys = ("splice:cable001:a", "splice:cable001:b", "inspect:cable001:a", "inspect:cable001:b")
    facts = done("goods-in:cable001", "fit:pathway1:string", "pull:cable001",
                 "fit:placeaaa:panel PA", "fit:placebbb:panel PB")  # fmt: skip
    short = plan(rules=replace(plan().house_rules, day_h=1.0))
    (one,), _ = kept(short, visit(1, *keys), facts=facts)
    assert any("does not fit: the day has 1 h" in fault.said for fault in one.broken)
    shut = Place("B", id="placebbb", x_m=0.0, y_m=200.0, windows=(Window("08:00", "08:30"),))
    made = plan()
    made = replace(made, places=Things((*list(made.places)[:1], shut)))
    (one,), _ = kept(made, visit(1, "splice:cable001:b"), facts=facts)
    assert [fault.said for fault in one.broken] == ["B is shut when it could be done"]


def test_a_proposal_taken_whole_breaks_nothing_and_leaves_nothing_out():
    made = plan()
    judged = check(made)
    found = proposed(judged, materials_of(judged, price_book(())))
    visits = as_planned(found.visits)
    times, left = kept(made, *visits)
    assert [fault for one in times for fault in one.broken] == []
    assert unassigned(visits, left) == []
    assert {p.task.key for one in times for p in one.visit.tasks} == {t.key for t in left.tasks}


def test_what_is_done_stays_in_its_visit_and_the_next_proposal_begins_after_it():
    made = replace(plan(), visits=Things((visit(4, "goods-in:cable001"),)))
    facts = done("goods-in:cable001")
    (one,), _ = kept(made, *made.visits, facts=facts)
    assert (one.done, one.visit.tasks) == (("goods-in:cable001",), ())
    judged = check(made)
    later = proposed(judged, materials_of(judged, price_book(())), facts)
    assert min(v.day for v in later.visits) == 5


def test_how_far_a_cable_is_follows_from_what_was_done():
    made = plan()
    judged = check(made)
    materials = materials_of(judged, price_book(()))
    steps = ["goods-in:cable001", "pull:cable001", "splice:cable001:a", "inspect:cable001:a",
             "splice:cable001:b", "inspect:cable001:b", "test:cable001"]  # fmt: skip
    seen = []
    for count in range(len(steps) + 1):
        facts = done(*steps[:count])
        found = work_of(judged, materials, facts)
        seen.append(cable_states(Ground(judged, materials), found)["cable001"])
    assert seen == ["planned", "on site", "laid", "laid", "laid", "laid", "ended", "tested"]
