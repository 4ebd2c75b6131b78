"""Where a part is used, and modules by serial with their moves."""

from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.facts import Facts
from passerelle.core.records.parts import modules_by_serial, parts_used
from passerelle.demo_data import demo_plan
from tests.core.turnup.facts import read

PLAN = check(demo_plan())


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


def test_a_module_that_stays_has_one_place_however_often_it_is_read() -> None:
    facts = Facts.of([
        read("a", -5.0, serial="S-9", link="demolink0004", minute=n) for n in range(4)
    ])  # fmt: skip
    (one,) = modules_by_serial(PLAN, facts)
    assert (len(one.moves), one.moved) == (1, False)


def test_a_reading_without_a_serial_is_of_no_module_that_is_known() -> None:
    assert modules_by_serial(PLAN, Facts.of([read("a", -5.0, link="demolink0004")])) == ()
