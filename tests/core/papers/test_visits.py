"""Visit sheets: tasks by place with their times, load together, what is done crossed out."""

from dataclasses import replace

from passerelle.core.judge.wholeplan import check
from passerelle.core.materials.materials import materials_of
from passerelle.core.papers.visits import visit_sheets
from passerelle.core.plan.things import Things
from passerelle.core.plan.visiting import PlannedVisit
from passerelle.formats.prices import price_book
from tests.core.visits.test_tasks import done, plan

KEYS = ("goods-in:cable001", "fit:placeaaa:panel PA", "fit:placebbb:panel PB")


def sheets(*visits, facts=None):
    made = replace(plan(), visits=Things(visits))
    judged = check(made)
    materials = materials_of(judged, price_book(()))
    return visit_sheets(judged, materials, *([facts] if facts else []))


def test_a_visit_is_a_sheet_with_its_tasks_by_place():
    (one,) = sheets(PlannedVisit(name="First", day=2, tasks=KEYS))
    assert one["title"] == "First, day 2"
    told = [(p["place"], [(t["at"], t["minutes"]) for t in p["tasks"]]) for p in one["places"]]
    # two people: one looks the reel over, the other hangs the panel here, and then the one at B,
    # 200 m off, which is 3 min 20 s: he who is free first, at 08:14, goes
    assert told == [("A", [("08:00", 14), ("08:00", 20)]), ("B", [("08:18", 20)])]
    assert one["parts"].count("2 × panel: 24 positions") == 1
    assert one["broken"] == []


def test_what_is_done_is_not_carried_and_nothing_is_printed_without_visits():
    (one,) = sheets(PlannedVisit(name="V", day=1, tasks=KEYS), facts=done(KEYS[1], KEYS[2]))
    assert [t["done"] for p in one["places"] for t in p["tasks"]] == [False, True, True]
    assert not any("panel" in part for part in one["parts"])
    assert sheets() == []
