"""A need of the plan: its state, and what it does not say yet."""

from dataclasses import replace

import pytest

from passerelle.core.choice.asked import lacks
from passerelle.core.plan.needs import PlannedNeed

WHOLE = PlannedNeed("A – B, 10G", "A", "B", 240.0, 10.0)


@pytest.mark.parametrize(
    ("said", "missing"),
    [
        ({}, ()),
        ({"b_place": None}, ("the other place",)),
        ({"a_place": None, "b_place": None}, ()),  # options can be looked at without names
        ({"distance_m": None}, ("the length of the route",)),
        ({"rate_gbps": None, "distance_m": None}, ("the length of the route", "a speed")),
        ({"redundant": True}, ("the length of the second route",)),
        ({"redundant": True, "redundant_m": 300.0}, ()),
    ],
)
def test_what_a_half_said_need_lacks(said, missing):
    need = replace(WHOLE, **said)
    assert lacks(need) == missing


@pytest.mark.parametrize(
    ("said", "state"),
    [
        ({}, "wanted"),
        ({"key": "10GBASE-LR on new OS2"}, "wanted"),  # its link is gone again
        ({"links": ("L",)}, "chosen"),
        ({"copper": ("C",)}, "chosen"),
        ({"links": ("L",), "built": "2026-11-02"}, "built"),
        ({"built": "2026-11-02"}, "wanted"),
    ],
)
def test_the_state_follows_from_what_stands_in_the_plan(said, state):
    assert replace(WHOLE, **said).state == state
