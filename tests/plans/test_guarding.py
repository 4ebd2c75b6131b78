"""Done work is asked about before a change makes it worthless; nothing is stored before."""

from dataclasses import replace

import pytest

from passerelle.core.changes.change import Put
from passerelle.core.plan.backbone import named_type
from passerelle.core.plan.beside import Price
from passerelle.core.plan.facts import About, Facts
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.things import Things
from passerelle.plans.guarding import ACCEPTED, WorkDoneError, touches_done
from passerelle.plans.plans import Author, Plans
from tests.core.visits.test_again import as_done
from tests.core.visits.test_links import link
from tests.core.visits.test_tasks import CABLE, plan

LISTED = replace(CABLE, type=named_type("Outdoor, loose tube, all-dielectric, gel-filled"))
LONGER = replace(LISTED, slack_a_m=105.0)


def stored(store, facts):
    plans = Plans(store)
    held = plans.add(plan(LISTED), facts, "ann", "new")
    return plans, held.plan_id


def test_a_change_of_done_work_is_refused_until_it_is_agreed_to(store):
    plans, number = stored(store, as_done(plan(LISTED), "pull:cable001"))
    with pytest.raises(WorkDoneError, match="1 task is done already") as asked:
        plans.change(number, [Put(LONGER)], Author("bo", 1), "longer")
    assert asked.value.goes_with[0].startswith("pull C1: done as ")
    assert plans.held(number).revision == 1
    token = ACCEPTED.set(True)
    try:
        plans.change(number, [Put(LONGER)], Author("bo", 1), "longer")
    finally:
        ACCEPTED.reset(token)
    assert plans.held(number).plan.cables.by_name["C1"].slack_a_m == 105.0


@pytest.mark.parametrize("facts", [Facts.NONE, as_done(plan(LISTED), "goods-in:cable001")])
def test_what_touches_no_done_work_is_stored_at_once(store, facts):
    plans, number = stored(store, facts)
    changed = LISTED if facts.all else LONGER
    plans.change(number, [Put(replace(changed, notes="seen"))], Author("bo", 1), "a note")
    assert plans.held(number).revision == 2


def test_a_refusal_of_the_change_itself_comes_first(store):
    plans, number = stored(store, as_done(plan(LISTED), "pull:cable001"))
    with pytest.raises(Exception, match="over") as refused:
        plans.change(number, [Put(replace(LISTED, strands=500))], Author("bo", 1), "x")
    assert not isinstance(refused.value, WorkDoneError)


def test_over_the_api_it_is_asked_with_what_it_costs(client):
    cables = client.get("/api/plans/1/export").json()["cables"]
    cable = next(
        one for one in cables if one.get("route") and not one.get("existing") and "wish" not in one
    )
    task = next(one for one in client.get("/api/plans/1/visits").json()["tasks"]
                if one["key"] == f"pull:{cable['id']}")  # fmt: skip
    fact = {"kind": "task", "about": {"kind": "cable", "id": cable["id"]}, "who": "ann",
            "at": "2026-11-26T10:00:00Z", "task": task["key"], "state": "done",
            "was": task["extent"]}  # fmt: skip
    assert client.post("/api/plans/1/facts", json={"facts": [fact]}).status_code == 201
    body = {"base": client.get("/api/plans/1").json()["revision"], "what": "gone", "cascade": True,
            "changes": [{"kind": "cable", "id": cable["id"], "doc": None}]}  # fmt: skip
    asked = client.post("/api/plans/1/plant/changes", json=body)
    assert asked.status_code == 428
    assert f"pull {cable['name']}: it is done, and is of no use then" in asked.json()["goes_with"]
    again = {"x-passerelle-again": "yes"}
    assert client.post("/api/plans/1/plant/changes", json=body, headers=again).status_code == 200


@pytest.mark.parametrize(
    ("kind", "rules", "reached"),
    [
        ("price", HouseRules(), False),
        ("cable", HouseRules(), True),
        ("link", HouseRules(), False),
        ("link", HouseRules(end_strands="used"), True),
        ("link of done work", HouseRules(), True),
    ],
)
def test_only_what_may_reach_done_work_is_worked_out(kind, rules, reached):
    done = as_done(plan(), "pull:cable001")
    if kind == "link of done work":
        done = Facts.of([replace(done.all[0], about=About("link", "linkidone"))])
    made = replace(
        plan(), house_rules=rules, links=Things((link("one"),)),
        prices=Things((Price("cord", id="price001"),)),
    )  # fmt: skip
    touched = {"price": "price001", "cable": "cable001"}.get(kind, "linkidone")
    assert touches_done(made, made, {touched}, done) is reached
    other = replace(made, house_rules=HouseRules(repair_splices=2))
    assert touches_done(made, other, {touched}, done)
