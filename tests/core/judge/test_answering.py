"""The answer in a sentence: what decides stands in it; the worse direction decides."""

from types import SimpleNamespace

import pytest

from passerelle.core.judge.answering import answer, worst_direction
from passerelle.core.judge.check import TIGHT, WORKS
from passerelle.core.judge.wholeplan import check
from passerelle.core.words import in_metres
from passerelle.demo_data import demo_plan

DEMO = {one.budget.link.name: one for one in check(demo_plan()).links}


@pytest.mark.parametrize(
    ("link", "said"),
    [
        ("Pier Office – Boat Shed", "Fails: 322 m, 33 m is the reach"),
        ("Instrument Hall – Wet Lab bench", "Fails: 0.8 dB too much loss"),
        ("Pier Office – Instrument Hall core", "Works, but tight: 0.12 dB to spare"),
    ],
)
def test_what_decides_stands_in_the_answer(link, said):
    assert in_metres(answer(DEMO[link])) == said


def test_a_link_that_needs_an_attenuator_does_not_simply_work():
    standby = DEMO["Pier Office – Instrument Hall standby"]
    assert standby.verdict in (WORKS, TIGHT)
    assert answer(standby).startswith("Works once less light arrives")


@pytest.mark.parametrize(("a", "b", "worse"), [(1.0, None, "b"), (1.0, 2.0, "a"), (0.1, -3, "b")])
def test_the_direction_without_a_margin_decides_before_the_one_with_little(a, b, worse):
    both = [SimpleNamespace(sender=s, margin_db=m) for s, m in (("a", a), ("b", b))]
    assert worst_direction(SimpleNamespace(budget=SimpleNamespace(directions=both))).sender == worse
