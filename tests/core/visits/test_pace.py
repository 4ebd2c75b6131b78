"""The pace that was found: worked by hand, and never of too little."""

from dataclasses import replace

import pytest

from passerelle.core.plan.facts import About, Facts, TaskFact
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.visits.pace import measured

from .test_again import work
from .test_tasks import plan

KEYS = ("goods-in:cable001", "label:cable001:a", "label:cable001:b")
"""14 min and twice 2 min by the price book: 18 min."""


def noted(*minutes):
    return Facts.of(
        TaskFact(about=About("cable", "cable001"), at="2026-05-31T10:00:00Z", who="a", kind="task",
                 task=key, state="done", minutes=taken, id=f"fact{n:06d}")
        for n, (key, taken) in enumerate(zip(KEYS, minutes, strict=False))
    )  # fmt: skip


def test_minutes_taken_by_minutes_planned():
    found = measured(work(plan(), noted(21.0, 3.0, 3.0)), 1.0)
    assert (found.tasks, found.took, found.planned, found.would_be) == (3, 27.0, 18.0, 1.5)


def test_two_tasks_or_tasks_without_minutes_say_nothing():
    assert measured(work(plan(), noted(21.0, 3.0)), 1.0) is None
    assert measured(work(plan(), noted(21.0, 3.0, None)), 1.0) is None


@pytest.mark.parametrize(("taken", "would_be"), [(1000.0, 5.0), (0.5, 0.2)])
def test_it_stays_within_what_can_be_planned_with(taken, would_be):
    assert measured(work(plan(), noted(taken, taken, taken)), 1.0).would_be == would_be


def test_at_another_pace_the_same_minutes_find_the_same_pace():
    slow = plan(rules=replace(HouseRules(), pace=1.5))
    found = measured(work(slow, noted(21.0, 3.0, 3.0)), 1.5)
    assert (found.planned, found.would_be) == (27.0, 1.5)
