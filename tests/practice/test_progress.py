"""Progress: FSRS by its published parameters, levels, and what comes next."""

from dataclasses import replace
from datetime import UTC, datetime, timedelta

import pytest
from fsrs import Rating

from passerelle.practice.progress import (
    Answered,
    level_of,
    next_drill,
    rating,
    standings,
    topics,
)

NOW = datetime(2026, 3, 5, 12, 0, tzinfo=UTC)
GOOD = Answered("dark", 1, 7, "dirty", True, True, 0, 5.0, 4.0, NOW)


def after(days, one=GOOD, **more):
    return replace(one, at=NOW + timedelta(days=days), **more)


@pytest.mark.parametrize(
    ("more", "told"),
    [
        ({}, Rating.Good), ({"clean": False}, Rating.Hard), ({"right": False}, Rating.Again),
        ({"unsafe": 1}, Rating.Again),
    ],
)  # fmt: skip
def test_an_answer_is_rated_by_what_counts_on_site(more, told):
    assert rating(replace(GOOD, **more)) is told


@pytest.mark.parametrize(
    ("more", "days"), [({}, 2), ({"clean": False}, 1), ({"right": False, "clean": False}, 1)]
)
def test_the_first_interval_is_the_initial_stability_of_the_published_parameters(more, days):
    """Initial stability 2.3065 days for 'good', 1.2931 for 'hard', 0.212 for 'again'; whole days,
    one at least, at a retention of 0.9."""
    (one,) = topics([replace(GOOD, **more)])
    assert one.due == NOW + timedelta(days=days)


def test_good_again_in_time_lengthens_the_interval_and_a_miss_shortens_it():
    two = topics([GOOD, after(2)])[0].due - (NOW + timedelta(days=2))
    missed = topics([GOOD, after(2, right=False)])[0].due - (NOW + timedelta(days=2))
    assert two > timedelta(days=6)
    assert missed < timedelta(days=3)
    assert topics([GOOD, after(2, right=False)])[0].missed == 1


def test_two_right_in_a_row_open_the_next_level_and_an_unsafe_one_does_not():
    assert level_of("dark", []) == 1
    assert level_of("dark", [GOOD]) == 1
    assert level_of("dark", [GOOD, after(1)]) == 2
    assert level_of("dark", [GOOD, after(1, unsafe=1)]) == 1
    assert level_of("dark", [GOOD, after(1), after(2, right=False)]) == 1
    assert level_of("dark", [GOOD, after(1), after(2, level=2), after(3, level=2)]) == 3
    assert level_of("cable", [GOOD, after(1)]) == 1


def test_what_was_missed_and_is_due_comes_first_and_is_not_named():
    answers = [
        GOOD, replace(GOOD, topic="break", right=False), replace(GOOD, kind="cable", topic="OM3"),
    ]  # fmt: skip
    coming = next_drill(answers, NOW + timedelta(days=3))
    assert (coming.kind, coming.topic) == ("dark", "break")
    assert "break" not in coming.why
    assert coming.why.startswith("Something of this kind was missed")


def test_with_nothing_due_the_least_practised_in_the_order_of_the_job():
    assert next_drill([], NOW).kind == "cable"
    coming = next_drill([replace(GOOD, kind="cable", topic="OM3")], NOW)
    assert (coming.kind, coming.topic, coming.why) == ("module", None, "Not practised yet.")


def test_a_standing_counts_the_time_of_right_answers_alone():
    (dark,) = [one for one in standings([GOOD, after(1, right=False, minutes=90.0)])
               if one.kind == "dark"]  # fmt: skip
    assert (dark.answered, dark.right, dark.minutes, dark.best_minutes) == (2, 1, 5.0, 4.0)
