"""Proposals for what may come: what has to move moves back, and nothing else."""

from dataclasses import replace

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.materials.materials import materials_of
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.things import Things
from passerelle.core.plan.visiting import PlannedTask, Window
from passerelle.core.refused import Refused
from passerelle.core.visits.kept import as_planned
from passerelle.core.visits.proposal import WhatIf, proposed
from passerelle.formats.prices import price_book

from .test_tasks import plan

SHORT = HouseRules(day_h=2.0)


def propose(made, what_if):
    judged = check(made)
    materials = materials_of(judged, price_book(made.prices))
    return proposed(judged, materials, seconds=0.3, what_if=what_if)


def taken():
    made = plan(rules=SHORT)
    return replace(made, visits=Things(as_planned(propose(made, WhatIf()).visits)))


def days(visits):
    found = {}
    for visit in as_planned(visits):
        for key in visit.tasks:
            found.setdefault(key, []).append(visit.day)
    return found


def test_a_lost_day_moves_its_tasks_and_none_comes_earlier_than_it_was():
    made = taken()
    before = {}
    for visit in made.visits:
        for key in visit.tasks:
            before.setdefault(key, []).append(visit.day)
    found = propose(made, WhatIf(lost=frozenset({2}), keep=True))
    after = days(found.visits)
    assert after.keys() == before.keys()
    assert all(2 not in when for when in after.values())
    assert all(after[key][0] >= before[key][0] for key in before)
    first = [key for key, when in before.items() if when == [1]]
    assert first
    assert all(after[key] == [1] for key in first)


def test_with_nobody_for_the_other_end_a_pull_waits_and_says_why():
    found = propose(taken(), WhatIf(ill=1))
    blocked = {one.key: why for one, why in found.blocked}
    assert blocked["fit:pathway1:string"] == "takes 2 people at once; a crew has 1 left"
    assert blocked["pull:cable001"] == "waits for string through D1"
    assert blocked["test:cable001"].startswith("waits for ")
    assert "fit:placeaaa:panel PA" not in blocked


def test_a_blocked_duct_stops_what_is_pulled_through_it():
    blocked = {o.key: why for o, why in propose(taken(), WhatIf(shut=frozenset({"D1"}))).blocked}
    assert blocked["pull:cable001"] == "D1 is blocked"
    assert blocked["splice:cable001:a"] == "waits for pull C1"


def test_a_place_that_is_never_open_stops_its_tasks_and_nobody_left_is_refused():
    made = plan()
    shut = replace(made.places.named("B"), windows=(Window("05:00", "06:00"),))
    found = propose(replace(made, places=made.places.put(shut)), WhatIf())
    blocked = {one.key: why for one, why in found.blocked}
    assert blocked["fit:placebbb:panel PB"] == "B is never open long enough within a day of 8 h"
    assert "fit:placeaaa:panel PA" not in blocked
    with pytest.raises(Refused, match="2 of 2: nobody is left to work"):
        propose(made, WhatIf(ill=2))


def test_a_pin_is_kept_or_said():
    pinned = PlannedTask(name="label:cable001:a", day=9)
    assert days(propose(plan(tasks=(pinned,)), WhatIf()).visits)["label:cable001:a"] == [9]
    early = PlannedTask(name="test:cable001", day=1)
    found = propose(plan(rules=SHORT, tasks=(early,)), WhatIf())
    (said,) = found.broken
    assert said.startswith("test C1 is to be on day 1 and comes on day ")
    assert ": these contradict each other: test C1 on day 1; " in said


def test_late_goods_open_a_gap():
    found = days(propose(plan(), WhatIf(late_days=3)).visits)
    assert found["goods-in:cable001"] == [4]
    assert found["fit:pathway1:string"] == [1]
