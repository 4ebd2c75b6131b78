"""Day one against today: the same run, way, wavelength and method, within the doubt of both."""

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.testing import ReadingFact
from passerelle.core.records.dayone import since_day_one
from passerelle.demo_data import demo_file, demo_plan

PLAN = check(demo_plan())


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


def test_a_run_that_became_better_has_changed_too_and_with_the_other_sign() -> None:
    (one,) = since_day_one(PLAN, Facts.of([reading(2.6, 1), reading(2.0, 9)]))
    assert one.change_db == pytest.approx(-0.6)
    assert one.changed is True


def test_one_reading_is_day_one_and_nothing_to_hold_against_it() -> None:
    assert since_day_one(PLAN, Facts.of([reading(2.0, 1)])) == ()
    assert since_day_one(PLAN, Facts.NONE) == ()
