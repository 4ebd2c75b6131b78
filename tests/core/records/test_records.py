"""What runs through a thing, day one against today, where parts are, a new speed."""

from dataclasses import replace

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.needs import PlannedNeed
from passerelle.core.plan.testing import ReadingFact
from passerelle.core.plan.things import Things
from passerelle.core.records.dayone import since_day_one
from passerelle.core.records.entries import entries_of
from passerelle.core.records.parts import modules_by_serial, parts_used
from passerelle.core.records.speed import at_speed
from passerelle.core.records.through import through
from passerelle.demo_data import demo_file, demo_plan
from tests.core.turnup.facts import read

PLAN = check(demo_plan())


def test_what_goes_dark_with_a_tray_is_every_link_on_its_cables() -> None:
    made = through(PLAN, "pathway", "Office tray")
    on_cables = {
        link.name for cable in made.cables for link, _ in PLAN.plant.uses_of.get(cable, ())
    }
    assert {one.name for one in made.links} == on_cables
    assert "Hall core pair" in made.groups_lost
    hill = next(one for one in made.links if one.name == "Pier Office – Beacon Hill")
    assert hill.strands == (("P-07", (1, 2)),)


def test_who_asked_is_told_and_the_rest_is_said_to_be_unknown() -> None:
    need = PlannedNeed("weather", asked_by="the weather service",
                       links=("Pier Office – Beacon Hill",))  # fmt: skip
    asked = check(replace(demo_plan(), needs=Things([*demo_plan().needs, need])))
    told = {one.who: one.of for one in through(asked, "cable", "P-07").tell}
    assert told["the weather service"] == ("Pier Office – Beacon Hill",)
    assert "Pier Office – Beacon Hill weather mast" in told[None]


def test_what_is_not_there_has_nothing_through_it() -> None:
    made = through(PLAN, "cable", "no such cable")
    assert (made.links, made.cables, made.tell) == ((), (), ())


def reading(loss_db: float, day: int, **more) -> ReadingFact:
    told = {"kind": "reading", "run": "cable0004-3", "called": "P-07/3", "nm": 1310.0,
            "direction": "a-b", "method": "one-cord", "loss_db": loss_db} | more  # fmt: skip
    return ReadingFact(id=new_id(), about=demo_file()[1].all[0].about,
                       at=f"2026-05-{day:02d}T09:00:00Z", who="Ada", **told)  # fmt: skip


def test_day_one_against_today_within_the_doubt_of_both_readings() -> None:
    """One cord on single mode is good to 0.2 dB at the most: 0.28 for the difference of two."""
    (one,) = since_day_one(PLAN, Facts.of([reading(2.0, 1), reading(2.6, 9), reading(2.2, 5)]))
    assert one.change_db == pytest.approx(0.6)
    assert 0.2 < (one.sure_db or 0) < 0.3
    assert one.changed is True
    (same,) = since_day_one(PLAN, Facts.of([reading(2.0, 1), reading(2.1, 9)]))
    assert same.changed is False


def test_readings_of_unlike_methods_or_ways_are_not_held_against_each_other() -> None:
    facts = [reading(2.0, 1), reading(1.0, 9, method="three-cord"),
             reading(2.5, 9, direction="b-a")]  # fmt: skip
    assert since_day_one(PLAN, Facts.of(facts)) == ()


def test_a_module_that_was_seen_elsewhere_moved() -> None:
    facts = Facts.of([
        read("a", -5.0, serial="S-1", link="demolink0004", minute=1),
        read("a", -5.1, serial="S-1", link="demolink0004", minute=2),
        read("b", -6.0, serial="S-1", link="demolink0010", minute=9),
        read("b", -6.0, serial="S-2", link="demolink0010", minute=9),
    ])  # fmt: skip
    first, second = modules_by_serial(PLAN, facts)
    assert [(move.link, move.end) for move in first.moves] == [
        ("Pier Office – Beacon Hill", "a"), ("Instrument Hall – Crew House", "b"),
    ]  # fmt: skip
    assert (first.moved, second.moved) == (True, False)


def test_every_module_of_the_plan_is_counted_once_an_end() -> None:
    used = parts_used(PLAN)
    assert sum(len(one.at) for one in used if one.sort == "module") == 2 * len(PLAN.alone)
    assert [len(one.at) for one in used] == sorted((len(one.at) for one in used), reverse=True)


def test_a_new_speed_is_judged_on_the_link_s_own_glass() -> None:
    """300 m of OM3 carries 10GBASE-SR and not 25GBASE-SR, which ends at 70 m."""
    ids = {one.budget.link.name: key for key, one in PLAN.alone.items()}
    bench, hill = at_speed(
        PLAN, [ids["Instrument Hall – Wet Lab bench"], ids["Pier Office – Beacon Hill"]], 25.0
    )
    assert (bench.verdict, bench.application) == ("fails", "25GBASE-SR")
    assert "70" in (bench.why or "")
    assert (hill.verdict, hill.application) == ("works", "25GBASE-LR")
    (now,) = at_speed(PLAN, [ids["Pier Office – Beacon Hill"]], 10.0)
    assert now.why == "it runs at that or more already"
    (none,) = at_speed(PLAN, [ids["Pier Office – Beacon Hill"]], 33.0)
    assert (none.verdict, none.application) == ("unknown", None)


def test_everything_with_a_name_can_be_found() -> None:
    plan, facts = demo_file()
    names = {(one.kind, one.name) for one in entries_of(check(plan), facts)}
    for kind in ("place", "pathway", "cable", "closure", "device", "need", "service"):
        assert {(kind, thing.name) for thing in plan.things(kind)} <= names, kind
    assert {("link", one.name) for one in plan.links} <= names
    assert ("serial", "SKV-0231-LR") in names
    assert ("panel port", "PO-A:1") in names
