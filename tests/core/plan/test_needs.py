"""How far a need is, by what stands in the plan for it."""

import pytest

from passerelle.core.plan.needs import BUILT, CHOSEN, WANTED, PlannedNeed


@pytest.mark.parametrize(
    ("more", "state"),
    [
        ({}, WANTED),
        ({"key": "10GBASE-LR new OS2"}, WANTED),  # chosen by name, and nothing stands for it
        ({"built": "2026-05-01"}, WANTED),  # nobody built what is not in the plan
        ({"links": ("Hut link",)}, CHOSEN),
        ({"copper": ("Hut pair",)}, CHOSEN),
        ({"links": ("Hut link",), "built": "2026-05-01"}, BUILT),
    ],
)
def test_a_need_is_as_far_as_what_stands_for_it(more, state):
    assert PlannedNeed("hut", **more).state == state
