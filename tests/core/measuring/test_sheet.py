"""Sheets: cells by wavelength and way, what stands in them, and what a row comes to."""

from dataclasses import replace

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.measuring.sheet import method_for, sheets_of
from passerelle.core.plan.fact import About
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.testing import ReferenceEndFact

from .reading import AT, every, plan_of, reading, reference, sheet, usual


def states(facts, **more):
    return [row.state for row in sheet(facts, **more).rows]


def test_a_cell_for_each_wavelength_and_way_or_one_way_by_house_rule():
    assert [(c.at.nm, c.direction) for c in sheet([]).rows[0].cells] == [
        (1310.0, "a-b"), (1310.0, "b-a"), (1550.0, "a-b"), (1550.0, "b-a"),
    ]  # fmt: skip
    one = plan_of(rules=HouseRules(test_directions="one"))
    assert [(c.at.nm, c.direction) for c in sheet([], one).rows[0].cells] == [
        (1310.0, "a-b"), (1550.0, "a-b"),
    ]  # fmt: skip


def test_a_row_passes_once_every_cell_of_it_does():
    made = every(12, usual)
    assert states(made) == ["passes"] * 12
    assert states(made[:-1]) == ["passes"] * 11 + ["open"]
    assert states([]) == ["open"] * 12


@pytest.mark.parametrize(
    ("loss", "state"),
    [(1.55, "fails"), (1.40, "passes"), (-0.2, "again"), (None, "fails")],
)
def test_one_reading_decides_a_row(loss, state):
    """Limit 1.0 + 0.4 = 1.40 dB on 1,000 m of OS2."""
    made = [one for one in every(12, usual) if (one.run[-2:], one.nm, one.direction) !=
            ("-1", 1310.0, "a-b")]  # fmt: skip
    assert states([*made, reading(1, loss)])[0] == state


def test_the_newest_reading_stands_and_the_older_one_is_kept():
    old, new = reading(1, 2.0), reading(1, 0.8, at="2026-03-02T10:00:00Z")
    cell = sheet([new, old]).rows[0].cells[0]
    assert (cell.reading.loss_db, cell.old) == (0.8, 1)


def test_a_corrected_reading_does_not_stand():
    old = reading(1, 2.0)
    cell = sheet([old, reading(1, 0.8, corrects=old.id)]).rows[0].cells[0]
    assert (cell.reading.loss_db, cell.old) == (0.8, 0)


def test_what_was_read_on_the_reel_is_not_what_was_read_when_laid():
    facts = Facts.of([reading(1, 0.7, stage="on the reel"), reading(1, 0.9)])
    reel, laid = (
        sheets_of(check(plan_of()), facts, stage=stage).sheets[0].rows[0].cells[0].loss_db
        for stage in ("on the reel", "laid")
    )
    assert (reel, laid) == (0.7, 0.9)


def test_a_stale_reading_is_shown_marked_and_counts_for_nothing():
    ref = reference("2026-03-02T04:00:00Z")
    cell = sheet([ref, reading(1, 0.8, reference=ref.id)]).rows[0].cells[0]
    assert (cell.reading.loss_db, cell.stale, cell.loss_db, cell.over_db) == (
        0.8, "time", None, None,
    )  # fmt: skip


def test_a_reference_that_was_wrong_spoils_what_stands_on_it():
    ref = reference()
    wrong = ReferenceEndFact(about=About("plan", "plan000000001"), at=AT, who="t",
                             kind="reference ended", reference=ref.id, why="wrong")  # fmt: skip
    made = [ref, wrong, *every(12, usual, reference=ref.id)]
    assert states(made) == ["again"] * 12
    assert states([ref, *every(12, usual, reference=ref.id)]) == ["passes"] * 12


def test_a_skipped_strand_is_no_pass_and_no_fail():
    made = [replace(one, result="skipped", loss_db=None) if one.run.endswith("-3") else one
            for one in every(12, usual)]  # fmt: skip
    assert states(made)[2] == "skipped"


def test_readings_of_a_run_that_is_no_more_are_orphans():
    lost = replace(reading(1, 0.8), run="gone00000001-1", about=About("plan", "plan000000001"))
    found = sheets_of(check(plan_of()), Facts.of([lost, reading(1, 0.9)]))
    assert [one.run for one in found.orphans] == ["gone00000001-1"]


def test_methods_by_kind_of_run():
    plain = HouseRules()
    assert [method_for(kind, plain) for kind in ("permanent", "channel", "cord", "section")] == [
        "one-cord", "three-cord", "one-cord", "one-cord",
    ]  # fmt: skip
    own = HouseRules(test_method="equipment-cord")
    assert [method_for(kind, own) for kind in ("permanent", "channel")] == [
        "one-cord", "equipment-cord",
    ]  # fmt: skip


def test_multi_fiber_sheets_follow_their_way():
    end = replace(plan_of().cables.by_name["C"].end_a, kind="factory",
                  connector="MPO-12/UPC/unpinned")  # fmt: skip
    plan = plan_of(100.0, "OM4")
    trunk = replace(plan.cables.by_name["C"], end_a=end, end_b=end)
    plan = plan.having("cable", plan.cables.put_all([trunk]))
    (made,) = sheets_of(check(plan), Facts.NONE).sheets
    assert (made.way, made.method, made.rows[0].tested.connections) == ("breakout", "two-cord", 1)
    rules = replace(plan, house_rules=HouseRules(multifiber_way="cassettes"))
    (made,) = sheets_of(check(rules), Facts.NONE).sheets
    first = made.rows[0].cells[0].at
    assert first.limit_db == pytest.approx(0.30 + 2 * 0.75 + 2 * 0.30)
