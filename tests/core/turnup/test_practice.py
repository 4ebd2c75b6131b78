"""What a site knows of its hunts: odds of its own, and parts that have to be fetched."""

from dataclasses import replace

import pytest

from passerelle.core.hunting.hunt import hunt
from passerelle.core.hunting.seen import EndSeen, Practice, Seen
from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.devices import Spare
from passerelle.core.plan.things import Things
from passerelle.core.plant.travel import travel_of
from passerelle.core.turnup.practice import practice_of
from passerelle.demo_data import demo_plan

PLAN = demo_plan()
JUDGED = check(PLAN)
LINK = "demolink0004"
DARK = Seen(EndSeen({"rx": None, "tx": -2.4}), EndSeen({"rx": None, "tx": -2.7}))


def test_a_cause_that_is_frequent_here_is_likelier() -> None:
    def share(practice: Practice) -> float:
        made = hunt(JUDGED.of(LINK), DARK, practice)
        return next(s.probability for s in made.suspects if s.cause.row.id == "break")

    often, never = Practice({"break": 200.0}), Practice({"break": 0.0})
    assert share(often) > 0.5 > share(Practice()) > share(never) == 0


def test_a_module_without_a_spare_is_fetched_there_and_back() -> None:
    """The shelf is where days begin; the way to it from the hill counts twice."""
    bare = check(replace(PLAN, spares=Things([])))
    fetch = practice_of(bare, LINK).fetch_min
    way = travel_of(PLAN, bare.plant).minutes("Beacon Hill", "Pier Office")
    assert way > 1
    assert fetch["module b changed"] == pytest.approx(2 * way)
    assert fetch["module a changed"] == 0
    step = next(s for s in hunt(bare.of(LINK), DARK, practice_of(bare, LINK)).next
                if s.key == "module b changed")  # fmt: skip
    assert step.minutes == pytest.approx(5 + 2 * way)
    stocked = check(replace(PLAN, spares=Things([Spare("10GBASE-LR", 1)])))
    assert practice_of(stocked, LINK).fetch_min == {}
