"""The price book: money and minutes worked by hand; what has no price never counts as nothing."""

from dataclasses import replace

import pytest

from passerelle.core.choice.prices import DEMO_PRICES, DEMO_WORK, Bill, Counted, Line, PriceBook

BOOK = PriceBook({"cord": 6.0, "cable": 0.5, "rare": None}, {"pull": 0.25, "test": 4.0}, 60.0)


def test_material_and_labour_by_hand():
    """2 cords at 6 and 80 m at 0.50 are 52; 80 m pulled (20 min) and 4 tests (16 min) are 36."""
    counted = Counted(BOOK)
    counted.buy("cord")
    counted.buy("cord")
    counted.buy("cable", 80)
    counted.work("pull", 80)
    counted.work("test", 4)
    bill = counted.bill()
    assert [(line.key, line.quantity, line.each) for line in bill.lines] == [
        ("cord", 2, 6.0), ("cable", 80, 0.5)
    ]  # fmt: skip
    assert (bill.minutes, bill.labour(BOOK), bill.total(BOOK)) == (36, 36, 88)


@pytest.mark.parametrize("key", ["rare", "not in the book"])
def test_one_missing_price_makes_the_total_unknown(key):
    counted = Counted(BOOK)
    counted.buy("cord")
    counted.buy(key)
    bill = counted.bill()
    assert bill.missing == (key,)
    assert bill.total(BOOK) is None
    assert bill.labour(BOOK) == 0  # what is known stays known


def test_without_a_price_for_labour_there_is_no_total():
    counted = Counted(BOOK)
    counted.buy("cord")
    unpaid = replace(BOOK, per_hour=None)
    assert (counted.bill().total(unpaid), counted.bill().labour(unpaid)) == (None, None)


def test_a_spare_is_a_line_of_its_own():
    counted = Counted(BOOK)
    counted.buy("cord", 3)
    counted.spare("cord")
    lines = counted.bill().lines
    assert [(line.what, line.quantity, line.spare) for line in lines] == [
        ("cord", 3, False), ("spare cord", 1, True)
    ]  # fmt: skip
    assert counted.bill().total(BOOK) == 24


def test_work_can_be_taken_off_again():
    counted = Counted(BOOK)
    counted.work("test", 3)
    counted.work("test", -1)
    assert counted.minutes == 8


def test_a_thing_that_costs_nothing_is_not_a_thing_without_a_price():
    free = Bill((Line("gift", "gift", 2, "piece", 0.0),), 0.0)
    assert (free.missing, free.total(BOOK)) == ((), 0.0)


def test_every_row_of_the_demo_book_has_a_unit_and_no_negative_figure():
    assert {row.unit for row in DEMO_PRICES.values()} <= {"piece", "m"}
    assert all(row.price is None or row.price >= 0 for row in DEMO_PRICES.values())
    assert all(row.minutes >= 0 for row in DEMO_WORK.values())
