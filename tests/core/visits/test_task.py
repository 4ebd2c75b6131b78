"""What is ticked where a cable runs, and that every kind of task says what goes along."""

from typing import get_args

import pytest

from passerelle.core.plan.backbone import PathwayKind
from passerelle.core.visits.task import KINDS, Task, TaskKind, points_at
from tests.planting import way

ALWAYS = "Bend no tighter than the cable allows, under tension and at rest; nothing presses on it."


def told(kind, *hazards):
    return " ".join(points_at(way("W", "A", "B", kind=kind, hazards=hazards)))


@pytest.mark.parametrize("kind", get_args(PathwayKind))
def test_bends_are_watched_everywhere(kind):
    assert points_at(way("W", "A", "B", kind=kind))[0] == ALWAYS


def test_what_is_covered_stays_open_until_it_is_tested_and_only_that():
    for kind in ("trench", "burial"):
        assert "left open until it is tested" in told(kind)
    assert "left open" not in told("tray")
    assert "String left behind" in told("duct")
    assert "String left behind" not in told("trench")


def test_hazards_add_their_points_whatever_the_way_is():
    assert "Drip loop and sealed gland" in told("wall", "wet")
    assert "Drip loop and sealed gland" not in told("wall")
    assert "Metal of cable and equipment bonded" in told("aerial", "lightning")
    assert told("duct", "wet", "salt").count("Drip loop") == 1


def test_looking_into_glass_is_warned_of_wherever_light_may_be():
    assert set(KINDS) == set(get_args(TaskKind))
    for kind in ("look", "measure", "inspect", "test"):
        assert any("Never look into" in one for one in KINDS[kind].cautions)


def test_hours_are_those_of_all_people_together():
    task = Task("k", "pull", "n", "s", ("cable", "c"), ("A", "B"), 90.0, people=2)
    assert task.hours == 0.75
