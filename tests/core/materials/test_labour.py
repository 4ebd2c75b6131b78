"""Hours of work by the minutes of a book, worked by hand."""

from passerelle.core.choice.prices import PriceBook
from passerelle.core.materials.labour import labour_of, operation_of
from passerelle.core.materials.wanted import Loose, Wanted
from passerelle.core.plan.backbone import Termination
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.house_rules import HouseRules
from tests.planting import cable, plant, way

BOOK = PriceBook({}, {"set-up": 90, "pull": 0.6, "end": 10, "test": 4, "splice": 6, "port": 2}, 60)
FACTORY = Termination(kind="factory", connector="LC/UPC")


def test_a_cable_with_factory_ends_is_set_up_pulled_fitted_and_tested():
    """90 + 0.6 × what is ordered + 2 × 10 + 12 × 4; the way is 100 m, and 5 % are added: 105 m."""
    site = plant((way("D", "A", "B"),), (cable("C", "A", "B", "D", end_a=FACTORY, end_b=FACTORY),))
    made = labour_of(site, HouseRules(), (), BOOK)
    assert dict(made.times) == {"set-up": 1, "pull": 105.0, "end": 2, "test": 12}
    assert made.hours == (90 + 63 + 20 + 48) / 60
    assert made.cost == 221.0


def test_a_cable_that_is_there_or_only_wished_for_is_no_work():
    there = cable("C", "A", "B", "D", existing=True)
    wish = cable("W", "A", "B", "D", wish=True)
    made = labour_of(plant((way("D", "A", "B"),), (there, wish)), HouseRules(), (), BOOK)
    assert (made.hours, made.cost, made.times) == (0.0, 0.0, ())


def test_an_end_that_nothing_is_said_of_is_not_tested_through():
    site = plant((way("D", "A", "B"),), (cable("C", "A", "B", "D", end_a=FACTORY),))
    assert "test" not in dict(labour_of(site, HouseRules(), (), BOOK).times)


def test_pieces_bring_what_is_done_with_them_and_labels_take_none():
    wanted = [
        Wanted("splice protector", "x", "x", 12, "J"),
        Wanted("mechanical splice", "x", "x", 2, "J"),
        Wanted("adapter", "x", "x", 6, "P"), Wanted("label", "x", "x", 100, "p"),
    ]  # fmt: skip
    made = labour_of(plant(), HouseRules(), wanted, BOOK)
    assert dict(made.times) == {"splice": 14, "port": 6}
    assert made.hours == (14 * 6 + 6 * 2) / 60
    assert operation_of("label") is None


def test_a_run_of_a_link_alone_counts_its_plugs_and_no_price_is_no_cost():
    plug = connector("LC/UPC")
    run = Loose("L", "OS2", 2, 50.0, (plug, None))
    made = labour_of(plant(), HouseRules(), (), PriceBook({}, BOOK.minutes, None), [run])
    assert dict(made.times) == {"set-up": 1, "pull": 50.0, "test": 2, "end": 1}
    assert (made.hours, made.cost) == ((90 + 30 + 8 + 10) / 60, None)
