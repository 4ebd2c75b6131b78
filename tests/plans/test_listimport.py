"""A list against a plan: every fault of a row, places that come with it, all of it or nothing."""

from dataclasses import replace

import pytest

from passerelle.core.changes.apply import applied
from passerelle.core.light.site import site_of
from passerelle.core.plan.backbone import Cable, Pathway, Place
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.needs import PlannedNeed
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.refused import Refused
from passerelle.demo_data import demo_plan
from passerelle.formats.lists.sheet import likeliest, read_sheet, understood
from passerelle.plans.listimport import accepted, judged
from tests.planting import way


def listed(text, plan=None):
    sheet = read_sheet(text.encode())
    kind = likeliest(sheet.head)
    return kind, judged(plan or Plan("p"), kind, understood(sheet.head, kind), sheet.rows)


def taken(text, plan):
    kind, found = listed(text, plan)
    puts, what = accepted(found, kind)
    return applied(plan, puts, site=site_of(plan)).plan, what


def test_every_fault_of_a_row_is_told_at_once():
    _, found = listed("Building A;Building B;Speed;Run in feet\nHut;;13G;far\n")
    (row,) = found.rows
    assert [label for label, _ in row.problems] == ["Speed now", "Route", "To"]
    assert [cell.problem is not None for cell in row.cells] == [False, False, True, True]


def test_one_faulty_row_refuses_them_all_and_says_where():
    kind, found = listed("name,a,b,length_m\nD,A,B,5\n\nE,A,B,-4\n")
    assert [row.outcome for row in found.rows] == ["added", "refused"]
    with pytest.raises(Refused, match="row 9, Length: -4 is not over 0"):
        accepted(found, kind, (2, 9))


def test_places_are_found_whatever_their_case_and_new_ones_come_with_the_list():
    plan = Plan("p").having("place", Plan("p").places.put(Place("Pier Office")))
    made, what = taken("name,a,b,length (ft)\nD,pier office,Mast,100\nE,MAST,Hut,12 m\n", plan)
    assert what == "Import 2 rows of pathways"
    assert sorted(one.name for one in made.places) == ["Hut", "Mast", "Pier Office"]
    ways = {one.name: one for one in made.pathways}
    assert (ways["D"].a, ways["D"].length_m, ways["E"].a) == ("Pier Office", 30.48, "Mast")


def test_a_row_of_a_name_that_is_there_changes_what_it_says_and_nothing_else():
    plan = (
        Plan("p")
        .having("place", Plan("p").places.put(Place("A")))
        .having("cable", Plan("p").cables.put(Cable("C1", "A", "A", "OS2", 12, notes="kept")))
    )
    _, found = listed("Cable,From,To,Fibers,Glass\nc1,A,A,24,os2\n", plan)
    (row,) = found.rows
    assert (row.outcome, row.said) == ("changed", "strands 12 → 24")
    assert (row.thing.name, row.thing.notes, row.thing.strands) == ("C1", "kept", 24)
    _, same = listed("Cable,From,To,Fibers,Glass\nC1,A,A,12,OS2\n", plan)
    assert same.rows[0].outcome == "unchanged"


def test_a_need_may_be_half_said_but_not_contradict_itself():
    made, _ = taken("From,To,Speed,Length\nHut,Mast,10G,-\n", Plan("p"))
    (need,) = made.needs
    assert isinstance(need, PlannedNeed)
    assert (need.name, need.rate_gbps, need.distance_m) == ("Hut – Mast", 10.0, None)
    assert list(made.places) == []  # they come when it is taken
    _, found = listed("From,To,Speed,Later,Length\nHut,Mast,10G,1G,90\n")
    assert found.rows[0].problems == [
        ("Speed later", "1 Gb/s later is under 10 Gb/s now; leave it out if nothing grows")
    ]


def test_a_link_as_built_is_as_long_as_the_list_says_and_its_glass_is_there():
    made, _ = taken(
        "Link,Site A,Site B,Optic,Distance (ft),Fibre type,Loss,Wavelength\n"
        "L1,Pier Office,Ice Store,10G LR,590,OS2,0.4 dB,1310 nm\n", demo_plan(),
    )  # fmt: skip
    link = made.links.by_name["L1"]
    assert (link.a.application, link.b.place) == ("10GBASE-LR", "Ice Store")
    (run,) = [p for p in link.path if isinstance(p, Segment) and p.kind == "cable"]
    assert (run.length_m, run.existing, run.loss_db, run.loss_nm) == (179.832, True, 0.4, 1310)


@pytest.mark.parametrize(
    ("cells", "label", "said"),
    [
        ("L,Pier Office,Wet Lab,10G LR,,OS2,,", "Length", "is missing; give it, or the cable"),
        ("L,Pier Office,Orrin Head,10G ER,,,X-11,", "Strands", "are missing: which of X-11"),
        ("L,Pier Office,Orrin Head,10G ER,,,X-11,98-99", "Strands", "there is no 99"),
        ("L,Pier Office,Orrin Head,10G ER,,OM3,X-11,5-6", "Glass", "OM3 contradicts X-11"),
        ("L,Pier Office,Wet Lab,10G LR,90,OS2,Z-9,", "Cable", "“Z-9” is no cable of the plan"),
    ],
)
def test_what_a_link_cannot_be_built_from_is_told_at_its_field(cells, label, said):
    head = "Link,Site A,Site B,Optic,Distance,Glass,Cable,Strands\n"
    _, found = listed(f"{head}{cells}\n", demo_plan())
    (row,) = found.rows
    assert row.problems[0][0] == label
    assert said in row.problems[0][1]


def test_a_link_on_strands_of_a_cable_takes_its_glass_from_there():
    plan = demo_plan()
    made, _ = taken(
        "Link,From,To,Optic,Cable,Strands\nL,Pier Office,Orrin Head,10G ER,x-11,5-6\n", plan
    )
    runs = [p for p in made.links.by_name["L"].path if getattr(p, "cable", None)]
    assert {(run.cable, run.strand_numbers) for run in runs} == {("X-11", (5, 6))}


def test_names_twice_in_a_list_and_links_that_are_there_are_refused():
    _, found = listed("name,a,b,length_m\nD,A,B,5\nD,A,B,6\n")
    assert found.rows[1].problems == [("Name", "stands in the list twice")]
    plan = demo_plan()
    name = next(iter(plan.links)).name
    _, links = listed(f"Link,From,To,Optic,Length\n{name},A,B,10G LR,90\n", plan)
    assert links.rows[0].problems[0][0] == "Name"


def test_bends_stand_in_order_and_a_bend_beyond_the_end_is_told_at_its_field():
    _, found = listed("name,a,b,length_m,bends\nD1,A,B,12;5,90@0.6/12 45\n".replace(",", "\t"))
    assert found.rows[0].problems[0][0] == "Length"
    _, found = listed("name;a;b;length_m;bends\nD1;A;B;12,5;90@0.6/12 45\nD2;A;B;5;90/9\n")
    way = found.rows[0].thing
    assert isinstance(way, Pathway)
    assert [(b.angle_deg, b.radius_m, b.at_m) for b in way.bends] == [
        (90, 0.6, 12),
        (45, None, None),
    ]
    assert found.rows[1].problems == [("Bends", "9 is over 5, the pathway's length")]


def test_nothing_to_do_is_said():
    kind, found = listed("name,kind\nA,hut\n", Plan("p").having(
        "place", Plan("p").places.put(replace(Place("A"), kind="hut"))))  # fmt: skip
    with pytest.raises(Refused, match="no row of the list adds or changes anything"):
        accepted(found, kind)


def test_rows_without_a_name_each_get_one_of_their_own():
    _, needs = listed("From,To,Speed\nHut,Mast,10G\nHut,Mast,1G\n")
    assert [row.thing.name for row in needs.rows] == ["Hut – Mast", "Hut – Mast 2"]
    head = "From,To,Optic,Length\n"
    _, links = listed(f"{head}Hut,Mast,10G LR,90\nHut,Mast,10G LR,90\n")
    assert [(r.outcome, r.thing.name) for r in links.rows] == [
        ("added", "Hut – Mast"), ("added", "Hut – Mast 2"),
    ]  # fmt: skip


def test_a_list_that_knows_where_a_place_is_ends_that_it_was_drawn_by_hand():
    there = Place("A", x_m=1.0, y_m=2.0, drawn=True)
    plan = Plan("p").having("place", Plan("p").places.put(there))
    _, same = listed("name,x_m,y_m\nA,1,2\n", plan)
    assert (same.rows[0].outcome, same.rows[0].thing.drawn) == ("unchanged", True)
    _, moved = listed("name,x_m,y_m\nA,5,2\n", plan)
    assert (moved.rows[0].outcome, moved.rows[0].thing.drawn) == ("changed", False)


def test_the_pathways_of_a_cable_stand_in_a_cell_in_order_and_are_of_the_plan():
    ways = Things([way("D1", "A", "B"), way("D2", "B", "C")])
    places = Things([Place("A"), Place("B"), Place("C")])
    plan = replace(Plan("p"), places=places, pathways=ways)
    text = "Cable;From;To;Strands;Fibre;Route\nC1;A;C;12;OS2;{}\n"
    made, _ = taken(text.format("d1 > D2"), plan)
    assert made.cables.by_name["C1"].route == ("D1", "D2")
    row = listed(text.format("D1, D9"), plan)[1].rows[0]
    assert row.problems == [("Pathways", "“D9” is no pathway of the plan")]
