"""Quantities in sentences: seen by nobody, said in the unit that is asked for."""

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.words import in_metres, metres
from passerelle.demo_data import mistakes_plan
from passerelle.formats.checkjson import plan_json


@pytest.mark.parametrize(
    ("length_m", "spec", "said"),
    [
        (322.4, None, "322 m"),
        (2917.0, None, "2 917 m"),
        (33.0, None, "33 m"),
        (1.25, None, "1.2 m"),
        (12.5, "g", "12.5 m"),
        (99.6, ".0f", "100 m"),
    ],
)
def test_a_length_in_a_sentence(length_m, spec, said):
    assert in_metres(f"It is {metres(length_m, spec)}.") == f"It is {said}."
    assert metres(length_m, spec) == f"\u2060{said}\u2060"


def test_what_programs_read_has_metres_and_no_joiners():
    judged = check(mistakes_plan())
    link = next(one for one in judged.links if one.budget.link.name == "Pier Office – Boat Shed")
    found = next(one for one in link.findings if one.rule.id == "reach.exceeded")
    assert found.message == "322 m of OM1; 33 m is the reach of 10GBASE-SR: 289 m too far."
    assert "\u2060" in found.said
    assert "\u2060" not in str(plan_json(judged))
