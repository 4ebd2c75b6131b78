"""The first hour: what of each step is done is read off its plan."""

from dataclasses import replace

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.backbone import Pathway, Place
from passerelle.core.plan.ends import LinkEnd
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.needs import PlannedNeed
from passerelle.core.plan.things import Things
from passerelle.practice.firsthour import STEPS, at, new_plan, stands
from tests.making import cord

KEYS = [one.key for one in STEPS]
HUTS = Things((Place("North Hut"), Place("South Hut")))
DUCT = Things((Pathway("Duct", "North Hut", "South Hut", 180.0),))
NEED = PlannedNeed("Hut to hut", "North Hut", "South Hut", 180.0, 10.0)


def link(fiber="OM3"):
    return PlannedLink("Hut to hut", LinkEnd("10GBASE-SR"), LinkEnd("10GBASE-SR"),
                       (cord(fiber, 5.0),), id="firsthour0001")  # fmt: skip


def now(skipped=(), facts=Facts.NONE, **more):
    return stands(check(replace(new_plan(), **more)), facts, skipped)


def done(**more):
    return [one.step.key for one in now(**more) if one.done]


def test_an_empty_plan_has_nothing_done_and_begins_with_the_survey():
    steps = now()
    assert [one.done for one in steps] == [False] * 6
    assert at(steps).step.key == "survey"


@pytest.mark.parametrize(
    ("more", "keys"),
    [
        ({"places": HUTS}, []),  # the duct is missing
        ({"places": HUTS, "pathways": DUCT}, ["survey"]),
        ({"needs": Things((replace(NEED, rate_gbps=None),))}, []),  # half said
        ({"needs": Things((NEED,))}, ["need"]),
        ({"links": Things((link(),))}, ["need", "take", "judge"]),
        ({"links": Things((link("OS2"),))}, ["need", "take"]),  # it would not come up
    ],
)
def test_what_is_done_is_read_off_the_plan(more, keys):
    assert done(**more) == keys


def test_a_length_of_which_nobody_said_how_it_is_known_is_told_as_that():
    said = now(places=HUTS, pathways=DUCT)[0].says
    assert said.endswith("How the length is known is not said yet.")
    measured = Things(replace(one, length_from="measured") for one in DUCT)
    assert now(places=HUTS, pathways=measured)[0].says == "2 places and 1 pathway recorded."


def test_no_link_is_not_tested_and_says_so():
    says = {one.step.key: one.says for one in now()}
    assert says["test"] == "There is no link yet."
    assert says["sign"] == "Nobody has signed yet."


def test_a_skipped_step_is_passed_over_and_what_is_done_is_not_called_skipped():
    assert at(now(("survey", "need"))).step.key == "take"
    steps = now(("survey",), places=HUTS, pathways=DUCT)
    assert [one.skipped for one in steps] == [False] * 6
    assert at(now(tuple(KEYS))) is None
