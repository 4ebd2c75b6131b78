"""Glass that waits: worked by hand against prices and minutes of the test's own."""

from dataclasses import replace

from passerelle.core.choice.prices import PriceBook
from passerelle.core.materials.waiting import waiting
from passerelle.core.plan.backbone import Cable, Place, Termination
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.model import LinkUse, Plant, Use

END = Termination(kind="pigtails", connector="LC/UPC", panel="P")
CABLE = Cable("P-1", "A", "B", "OS2", 4, length_m=100.0, end_a=END, end_b=END)
USED, ALL = HouseRules(end_strands="used"), HouseRules(end_strands="all")
BOOK = PriceBook(
    {"pigtail": 2.0, "splice": 1.0, "adapter": 3.0},
    {"visit": 120.0, "splice": 6.0, "port": 2.0, "test": 4.0},
    60.0,
)
LINK = LinkUse("key", "link", ("A", "B"), uses=(Use("P-1", (1, 2), 2),))


def of(cable=CABLE, rules=USED, book=BOOK):
    places = {name: Place(name) for name in "AB"}
    return list(waiting(Plant(places=places, cables={"P-1": cable}, links=(LINK,)), rules, book))


def test_two_strands_of_four_wait_and_say_what_ending_them_takes():
    """At each end two pigtails (2), two protectors (1) with 6 min each, an adapter (3) with 2 min;
    two tests of 4 min and a visit of 120: 2 x (4 + 2 + 12 + 3 + 2) + 8 + 120 = 174."""
    (one,) = of()
    assert (one.cable, one.strands, one.cost) == ("P-1", 2, 174.0)
    takes = {what.split(":")[0]: many for what, many in one.takes}
    assert takes == {"pigtail": 4, "splice protector": 4, "adapter": 2}


def test_nothing_waits_where_all_is_ended_there_already_or_not_recorded():
    assert of(rules=ALL) == []
    assert of(replace(CABLE, existing=True)) == []
    assert of(replace(CABLE, end_a=None, end_b=None)) == []


def test_how_strands_beside_factory_made_ends_would_be_ended_is_not_made_up():
    (one,) = of(replace(CABLE, end_b=replace(END, kind="factory")))
    assert (one.strands, one.takes, one.cost) == (2, (), None)


def test_a_missing_price_is_no_sum():
    (one,) = of(book=replace(BOOK, prices={**BOOK.prices, "adapter": None}))
    assert one.cost is None


def test_an_end_that_is_left_coiled_waits_with_what_its_other_end_has():
    """At B four pigtails (8), four protectors (4) with 24 min, two adapters (6) with 4 min; four
    tests of 4 min, which nobody could make before, and a visit of 120: 182."""
    (one,) = of(replace(CABLE, end_b=Termination(kind="coiled")), rules=ALL)
    assert (one.strands, one.at, one.cost) == (4, ("B",), 182.0)
    assert {what.split(":")[0]: many for what, many in one.takes} == {
        "pigtail": 4, "splice protector": 4, "adapter": 2,
    }  # fmt: skip
    both = Termination(kind="coiled")
    assert of(replace(CABLE, end_a=both, end_b=both), rules=ALL)[0].takes == ()
