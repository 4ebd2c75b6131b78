"""What things must be, alone and among others: one sentence with its place, or nothing."""

import json
from dataclasses import replace

import pytest

from passerelle.core.plan.agreement import agree, unused
from passerelle.core.plan.backbone import Cable, Closure, Feed, Pathway, Place, Splice
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.sense import check
from passerelle.core.plan.things import Things
from passerelle.core.refused import Refused
from passerelle.demo_data import mistakes_plan
from passerelle.formats.planfile import read_plan, write_plan

HALL, HUT = Place("Hall"), Place("Hut")


@pytest.mark.parametrize(
    ("thing", "said"),
    [
        (Place("P", x_m=1.0, latitude=5.0, longitude=5.0), "latitude: stands beside x_m"),
        (Place("P", latitude=5.0), "longitude: is missing; a position has both"),
        (Place("P", inside="P"), "inside: 'P' would be inside itself"),
        (Pathway("W", "a", "a", 5.0), "a pathway joins two places"),
        (Pathway("W", "a", "b", 5.0, rise_m=-6.0), "rise_m: -6 m of rise is over 5 m"),
        (Pathway("W", "a", "b", 5.0, inner_mm=50.0, width_mm=100.0), "round or not"),
        (Cable("C", "a", "b", "OS2", 4, loss_db=1.0), "loss_nm: is missing"),
        (Feed("F", "P", "mains", 10.0, source_v=48.0, least_v=50.0), "least_v: 50 is over 48"),
        (Segment("cord", 1.0), "fiber: is missing"),
        (Segment("cord", fiber="OM4"), "length_m: is missing"),
        (Segment("inline"), "loss_db: is missing"),
        (Segment("cord", 1.0, "OM4", cable="C"), "is for cable segments; this is a cord"),
        (Segment("cable", 1.0, "OM4", strand_numbers=(1,)), "no cable is named"),
        (Segment("cord", 1.0, "OM4", turned=True), "no shared part is named"),
        (Segment("cable", 1.0, "OM4", shared="X"), "this is a cable"),
        (Joint("adapter", loss_db=0.2), "source: is missing"),
    ],
)
def test_what_makes_no_sense_by_itself(thing, said):
    with pytest.raises(Refused) as told:
        check(thing)
    assert said in f"{told.value.path}: {told.value.reason}"


@pytest.mark.parametrize(
    "thing",
    [
        Place("P", latitude=0.0, longitude=0.0),
        Pathway("W", "a", "b", 5.0, rise_m=-5.0),
        Cable("C", "a", "b", "OS2", 4, loss_db=1.0, loss_nm=1310.0, measured="meter 7"),
        Segment("inline", loss_db=5.0),
        Joint("adapter", loss_db=0.2, source="meter 7"),
        next(iter(mistakes_plan().copper_runs)),
    ],
)
def test_its_near_miss_makes_sense(thing):
    check(thing)


def refusal(plan, touched=None):
    with pytest.raises(Refused) as told:
        agree(plan, touched)
    return f"{told.value.path}: {told.value.reason}"


def test_names_are_unique_within_a_kind_only():
    assert refusal(Plan("x", places=Things([HALL, Place("Hall")]))) == (
        "places[1].name: 'Hall' is listed twice"
    )
    way = Pathway("Hall", "Hall", "Hut", 5.0)
    agree(Plan("x", places=Things([HALL, HUT]), pathways=Things([way])))


def test_what_is_named_must_be_there():
    way = Pathway("W", "Hall", "Nowhere", 5.0)
    plan = Plan("x", places=Things([HALL]), pathways=Things([way]))
    assert refusal(plan) == "pathways[0].b: 'Nowhere' is not in places"
    agree(plan, {HALL.id})  # only what was touched is looked at
    assert refusal(plan, {way.id}).startswith("pathways[0].b")


def test_places_do_not_stand_inside_each_other_in_a_ring():
    ring = [Place("A", inside="B"), Place("B", inside="C"), Place("C", inside="A")]
    assert "would be inside itself" in refusal(Plan("x", places=Things(ring)))
    agree(Plan("x", places=Things([Place("A", inside="B"), Place("B", inside="C"), Place("C")])))


def test_positions_are_all_of_one_kind():
    mixed = [Place("A", x_m=1.0, y_m=1.0), Place("B", latitude=1.0, longitude=1.0)]
    assert "degrees" in refusal(Plan("x", places=Things(mixed)))


def test_splices_stand_where_both_cables_are_and_on_strands_that_they_have():
    demo = mistakes_plan()
    closure = next(one for one in demo.closures if one.splices)
    splice = closure.splices[0]
    beyond = replace(splice, a_first=demo.cables.named(splice.a).strands)
    wrong = replace(closure, splices=(replace(beyond, count=2),))
    told = refusal(demo.having("closure", demo.closures.put(wrong)), {closure.id})
    assert "splices[0]" in told
    away = Closure("K", "Crew House", (Splice(splice.a, 1, splice.b, 1, 1),))
    told = refusal(demo.having("closure", demo.closures.put(away)), {away.id})
    assert "splices[0]" in told


@pytest.mark.parametrize(
    ("wanted", "taken", "found"),
    [("Link", (), "Link"), ("Link", ("Link",), "Link 2"), ("Link", ("Link", "Link 2"), "Link 3")],
)
def test_a_name_that_is_free(wanted, taken, found):
    assert unused(wanted, taken) == found


def test_the_demo_plan_agrees_and_each_of_its_references_is_looked_at():
    """Every text that names a thing: with another name there the file is refused."""
    raw = json.loads(write_plan(mistakes_plan()))
    raw["facts"] = []
    for path in (
        ("cables", 0, "a"), ("pathways", 0, "b"), ("devices", 0, "place"),
        ("redundancy", 0, "links", 0), ("closures", 0, "place"), ("links", 0, "a", "place"),
        ("shared_parts", 0, "place"),
    ):  # fmt: skip
        *way, last = path
        here = raw
        for step in way:
            here = here[step]
        old, here[last] = here[last], "Nowhere at all"
        with pytest.raises(Refused, match="'Nowhere at all' is not in"):
            read_plan(json.dumps(raw).encode())
        here[last] = old
    assert len(read_plan(json.dumps(raw).encode()).links) == len(raw["links"])
