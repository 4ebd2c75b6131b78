"""A need of the plan: its state, what it lacks, and what is asked for it."""

from dataclasses import replace

import pytest

from passerelle.core.choice.asked import as_asked, lacks
from passerelle.core.choice.need import SiteNeed
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
    assert (as_asked(need) is None) is bool(missing)


def test_what_is_asked_is_what_is_said():
    need = replace(WHOLE, draw_w=12.0, outdoors=True, circuits=2, redundant_m=300.0)
    assert as_asked(need) == SiteNeed(
        "A", "B", 240.0, 10.0, circuits=2, outdoors=True, draw_w=12.0
    )  # one route is wanted: what was said of a second waits
    both = as_asked(replace(need, redundant=True))
    assert both is not None
    assert both.redundant_m == 300.0
    unnamed = as_asked(replace(WHOLE, a_place=None, b_place=None))
    assert unnamed is not None
    assert (unnamed.a_place, unnamed.b_place) == ("End A", "End B")


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
