"""Labels: forms of TIA-606 worked by hand, own names, own templates, and what clashes."""

from dataclasses import replace

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.papers.labels import STOCKS, clashes, labels_of, space_codes
from passerelle.core.plan.backbone import Cable, Closure, Place, Splice, Termination
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.labelwords import read_templates
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things

HALL, HUT = Place("Hall", floor="1"), Place("Hut", code="0H")
ATTIC = Place("Attic", floor="1")
USUAL = HouseRules()
PLACES = (HALL, HUT, ATTIC)
END = Termination(kind="pigtails", connector="LC/UPC", panel="PA", first_port=3)
CABLE = Cable(
    "P-1", "Hut", "Hall", "OS2", 4, end_a=replace(END, panel="PB", first_port=1), end_b=END
)
AGAIN = Cable("P-2", "Hall", "Hut", "OS2", 2)


def plan(*cables, rules=USUAL, closures=(), places=PLACES):
    return Plan("p", rules, Things(places), cables=Things(cables), closures=Things(closures))


def told(one, kind):
    return [label.identifier for label in labels_of(check(one)) if label.kind == kind]


def test_a_space_is_its_floor_and_a_letter_or_what_stands_on_its_door():
    assert space_codes(plan()) == {"Hall": "1A", "Hut": "0H", "Attic": "1B"}


def test_a_letter_that_a_door_has_already_is_not_given_again():
    taken = (Place("Porch", code="1A"), *PLACES)
    assert space_codes(plan(places=taken))["Hall"] == "1B"


def test_the_twenty_seventh_space_of_a_floor_has_two_letters():
    many = tuple(Place(f"Room {n}", floor="2") for n in range(28))
    codes = space_codes(plan(places=many))
    assert [codes[f"Room {n}"] for n in (0, 25, 26, 27)] == ["2A", "2Z", "2AA", "2AB"]


def test_cables_panels_ports_and_strands_after_tia_606():
    """The space that sorts first stands first, whichever end it is; cables are counted by pair."""
    one = plan(CABLE, AGAIN)
    assert told(one, "cable") == ["0H/1A-1", "0H/1A-1", "0H/1A-2", "0H/1A-2"]
    assert told(one, "panel") == ["1A-PA", "0H-PB"]
    assert told(one, "port") == ["1A-PA:3", "1A-PA:4", "0H-PB:1", "0H-PB:2"]
    assert told(one, "strand")[:4] == [f"0H/1A-1.{n}" for n in (1, 2, 3, 4)]


def test_the_near_end_stands_first_at_either_end():
    near, far = [label for label in labels_of(check(plan(CABLE))) if label.kind == "cable"]
    assert (near.where, near.lines[0]) == ("Hut", "PB:1 / PA:3")
    assert (far.where, far.lines[0]) == ("Hall", "PA:3 / PB:1")
    assert near.key != far.key


def test_own_names_and_own_templates_go_before():
    own = plan(CABLE, rules=HouseRules(label_names="plan-names"))
    assert told(own, "cable")[0] == "P-1"
    assert told(own, "strand")[2] == "P-1/3"
    mine = plan(CABLE, rules=HouseRules(label_templates="cable: {a} > {b} no {n}"))
    assert told(mine, "cable")[0] == "Hut > Hall no 1"
    assert told(mine, "panel") == ["1A-PA", "0H-PB"]


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("rope: {n}", "'rope' is none of space, panel"),
        ("cable: {strand}", "'strand' is no field of cable"),
        ("cable: {n", "form of cable has a brace"),
        ("cable", "write the kind, a colon"),
    ],
)
def test_a_template_that_cannot_be_read_says_why(text, said):
    with pytest.raises(ValueError, match=said):
        read_templates(text)


def test_two_things_of_one_identifier_are_told():
    both = plan(CABLE, AGAIN, rules=HouseRules(label_templates="cable: {space_a}/{space_b}"))
    assert clashes(labels_of(check(both)))["0H/1A"] == ("P-1", "P-2")
    assert clashes(labels_of(check(plan(CABLE, AGAIN)))) == {}


def test_a_closure_says_how_many_splices_are_in_it():
    joint = Closure("J1", "Hall", (Splice("P-1", 1, "P-2", 1, 2),))
    (label,) = [
        one
        for one in labels_of(check(plan(CABLE, AGAIN, closures=[joint])))
        if one.kind == "closure"
    ]
    assert (label.identifier, label.lines) == ("1A-J1", ("Hall", "2 splices"))


@pytest.mark.parametrize("stock", STOCKS.values(), ids=lambda one: one.key)
def test_the_labels_of_every_sheet_lie_on_the_paper_and_not_on_each_other(stock):
    wide, high = {"a4": (210.0, 297.0), "us-letter": (215.9, 279.4)}[stock.paper]
    right = stock.left_mm + (stock.columns - 1) * stock.across_mm + stock.width_mm
    bottom = stock.top_mm + (stock.rows - 1) * stock.down_mm + stock.height_mm
    assert right <= wide + 0.01
    assert bottom <= high + 0.01
    assert stock.across_mm >= stock.width_mm
    assert stock.down_mm >= stock.height_mm
    assert stock.print_mm is None or stock.print_mm < stock.height_mm
