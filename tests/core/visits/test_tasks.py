"""Tasks of a small plan worked by hand: what there is, how long, what waits, what is blocked."""

from dataclasses import replace

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.materials.materials import materials_of
from passerelle.core.plan.backbone import Cable, Pathway, Place, Termination
from passerelle.core.plan.beside import Price
from passerelle.core.plan.facts import About, Facts, TaskFact
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.plan.visiting import PlannedTask
from passerelle.core.refused import Refused
from passerelle.core.visits.tasks import work_of
from passerelle.formats.prices import price_book
from tests.planting import kind

END = Termination(kind="pigtails", connector="LC/UPC")
CABLE = Cable(
    "C1", "A", "B", "OS2", 12, id="cable001", type=kind(), route=("D1",), slack_a_m=5.0,
    slack_b_m=5.0, end_a=replace(END, panel="PA"), end_b=replace(END, panel="PB"),
)  # fmt: skip
DUCT = Pathway("D1", "A", "B", 200.0, "duct", inner_mm=50.0, length_from="measured",
               id="pathway1", pull_string=False)  # fmt: skip


def plan(cable=CABLE, duct=DUCT, rules=None, prices=(), tasks=()):
    places = (
        Place("A", id="placeaaa", x_m=0.0, y_m=0.0),
        Place("B", id="placebbb", x_m=0.0, y_m=200.0),
    )
    return Plan("p", rules or HouseRules(), places=Things(places), pathways=Things((duct,)),
                cables=Things((cable,)), prices=Things(prices), tasks=Things(tasks))  # fmt: skip


def work(made, facts=Facts.NONE):
    return work_of(check(made), materials_of(check(made), price_book(made.prices)), facts)


def done(*keys, state="done", **more):
    return Facts.of(
        TaskFact(about=About("cable", "cable001"), at="2026-05-31T10:00:00Z", who="a", kind="task",
                 task=key, state=state, id=f"fact{n:06d}", **more)
        for n, key in enumerate(keys)
    )  # fmt: skip


def test_a_spliced_cable_from_the_store_to_its_test_in_minutes():
    """Prices of the demo book: goods in 10 + one strand of 4; set-up 90 and 0.6 a metre of what is
    ordered, 210 m + 5 %: 222.3; twelve splices of 6 and six ports of 2; 12 tests of 4."""
    found = work(plan())
    minutes = {one.key: round(one.minutes, 1) for one in found.tasks if one.kind != "look"}
    pulled = minutes.pop("pull:cable001")
    assert minutes == {
        "fit:placeaaa:panel PA": 20.0, "fit:placebbb:panel PB": 20.0,
        "fit:pathway1:string": 30.0, "goods-in:cable001": 14.0,
        "label:cable001:a": 2.0, "splice:cable001:a": 84.0, "inspect:cable001:a": 12.0,
        "label:cable001:b": 2.0, "splice:cable001:b": 84.0, "inspect:cable001:b": 12.0,
        "test:cable001": 48.0,
    }  # fmt: skip
    assert pulled == 222.3
    splice = found.all["splice:cable001:a"]
    assert [part.partition(":")[0] for part in splice.carry] == [
        "12 × pigtail", "6 × adapter", "12 × splice protector",
    ]  # fmt: skip
    pull = found.all["pull:cable001"]
    assert pull.carry == ("210 m × cable: OS2, 12 strands, test cable",)
    assert (pull.at, pull.people, pull.hours) == (("A", "B"), 2, pull.minutes / 120)


def test_what_waits_for_what():
    waits = {key: {w.key for w in one.after} for key, one in work(plan()).all.items()}
    assert waits["pull:cable001"] == {"goods-in:cable001", "fit:pathway1:string"}
    assert waits["splice:cable001:b"] == {"pull:cable001", "fit:placebbb:panel PB"}
    assert waits["inspect:cable001:a"] == {"splice:cable001:a"}
    assert waits["test:cable001"] == {"inspect:cable001:a", "inspect:cable001:b"}


def test_a_key_outlives_its_name_and_a_string_that_is_there_is_no_task():
    renamed = work(plan(replace(CABLE, name="Z9"), replace(DUCT, pull_string=True)))
    assert renamed.all["pull:cable001"].name == "pull Z9"
    assert "fit:pathway1:string" not in renamed.all


def test_nothing_is_done_with_a_cable_that_is_there_and_a_coiled_end_has_no_connectors():
    there = work(plan(replace(CABLE, existing=True)))
    assert {one.kind for one in there.tasks} <= {"look", "measure"}
    coiled = work(plan(replace(CABLE, end_b=Termination(kind="coiled"))))
    assert "splice:cable001:b" not in coiled.all
    assert "test:cable001" not in coiled.all
    assert "label:cable001:b" in coiled.all


def test_what_was_done_is_not_done_again_and_part_of_it_takes_less():
    found = work(plan(), done("goods-in:cable001"))
    assert "goods-in:cable001" in found.done
    assert {w.key for w in found.all["pull:cable001"].after} == {
        "goods-in:cable001", "fit:pathway1:string",
    }  # fmt: skip
    left = {one.key: one for one in found.tasks}
    assert {w.key for w in left["pull:cable001"].after} == {"fit:pathway1:string"}
    part = work(plan(), done("splice:cable001:a", state="part", minutes=60.0))
    assert {one.key: one.minutes for one in part.tasks}["splice:cable001:a"] == 24.0
    again = Facts.of((*done("test:cable001").all, replace(
        done("test:cable001", state="open").all[0], id="fact999999"
    )))  # fmt: skip
    assert "test:cable001" not in work(plan(), again).done


def test_goods_with_a_lead_time_come_on_the_day_after_it():
    prices = [Price("cable OS2 12", lead_days=4)]
    assert work(plan(prices=prices)).all["goods-in:cable001"].due == 5
    assert work(plan()).all["goods-in:cable001"].due == 1


def test_a_stop_blocks_its_tasks_and_what_waits_for_them():
    """A cable of 10 mm through a duct of 4 mm, whether a string lies in it or not."""
    found = work(plan(duct=replace(DUCT, inner_mm=4.0, pull_string=True)))
    blocked = {one.key: why for one, why in found.blocked}
    assert "pull:cable001" in blocked
    assert "test:cable001" in blocked
    assert "fit:placeaaa:panel PA" not in blocked


def test_more_people_than_a_crew_has_is_said():
    found = work(plan(rules=HouseRules(crew=1)))
    blocked = {one.key: why for one, why in found.blocked}
    assert blocked["pull:cable001"] == "takes 2 people at once; a crew has 1"
    assert blocked["splice:cable001:a"] == "waits for pull C1"


def test_all_tests_come_last_by_house_rule():
    other = replace(CABLE, name="C2", id="cable002", end_a=replace(CABLE.ends[0], first_port=7),
                    end_b=replace(CABLE.ends[1], first_port=7))  # fmt: skip
    made = replace(plan(rules=HouseRules(testing="last")), cables=Things((CABLE, other)))
    waits = {w.key for w in work(made).all["test:cable001"].after}
    assert {"inspect:cable002:a", "inspect:cable002:b"} <= waits


def test_own_tasks_stand_with_the_others_and_a_ring_of_them_is_refused():
    gate = PlannedTask(name="open the gate", own=True, at=("A",), minutes=10.0, id="owntask1")
    lamp = PlannedTask(name="lamp", own=True, minutes=5.0, after=("open the gate",), id="owntask2")
    found = work(plan(tasks=(gate, lamp)))
    assert [w.key for w in found.all["own:owntask2"].after] == ["own:owntask1"]
    ring = (replace(gate, after=("lamp",)), lamp)
    with pytest.raises(Refused, match="“open the gate”, “lamp” wait for each other"):
        work(plan(tasks=ring))


def test_what_a_person_says_of_a_task():
    said = (
        PlannedTask(name="label:cable001:a", not_needed="it has one"),
        PlannedTask(name="splice:cable001:a", minutes=50.0, day=3),
    )
    found = work(plan(tasks=said))
    assert [(one.key, why) for one, why in found.waived] == [("label:cable001:a", "it has one")]
    one = found.all["splice:cable001:a"]
    assert (one.minutes, one.day) == (50.0, 3)


def test_work_that_was_done_otherwise_is_to_be_done_again_whatever_it_is_called():
    """It was pulled as 210 m of 12; another route makes it longer, another name changes nothing."""
    extent = work(plan()).all["pull:cable001"].extent
    facts = done("pull:cable001", was=extent)
    renamed = work(plan(replace(CABLE, name="Z9")), facts)
    assert (renamed.rework, "pull:cable001" in renamed.done) == ((), True)
    longer = work(plan(replace(CABLE, slack_a_m=40.0)), facts)
    assert [(one.key, was) for one, was in longer.rework] == [("pull:cable001", extent)]
    assert "pull:cable001" in {one.key for one in longer.tasks}
    assert "pull:cable001" in work(plan(), done("pull:cable001")).done  # nobody said what it was


def test_a_trench_is_covered_after_what_lies_in_it_is_tested():
    found = work(plan(duct=replace(DUCT, kind="burial", pull_string=None)))
    cover = found.all["fit:pathway1:cover"]
    assert [wait.key for wait in cover.after] == ["pull:cable001", "test:cable001"]
    assert (cover.people, cover.minutes) == (2, 20.0)
    assert "photo with a scale" in cover.points[0]
    assert "fit:pathway1:cover" not in work(plan()).all


def test_minutes_are_those_of_the_book_at_the_pace_of_the_site():
    usual, slow = (work(plan(rules=HouseRules(pace=pace))) for pace in (1.0, 1.5))
    for key in ("pull:cable001", "splice:cable001:a", "goods-in:cable001"):
        assert slow.all[key].minutes == 1.5 * usual.all[key].minutes
