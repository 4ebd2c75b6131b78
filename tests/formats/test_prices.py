"""The price book: what a plan's own entries replace, what they leave, and how they travel."""

import pytest

from passerelle.core.choice.prices import DEMO_PRICES, DEMO_WORK
from passerelle.core.plan.beside import Price
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.refused import Refused
from passerelle.formats import documents
from passerelle.formats.planfile import read_plan, write_plan
from passerelle.formats.prices import price_book, read_prices, write_prices
from passerelle.plans.versions import lifted


def book_of(raw):
    return price_book([documents.of_raw(Price, raw)])


def test_a_thing_and_an_operation_of_one_name_each_keep_their_figure():
    """'splice' is the protector that is bought and the work of making one."""
    book = book_of({"name": "splice", "price": 2.5})
    assert book.prices["splice"] == 2.5
    assert book.minutes["splice"] == DEMO_WORK["splice"].minutes
    book = book_of({"name": "splice", "minutes": 9.0})
    assert book.prices["splice"] == DEMO_PRICES["splice"].price
    assert book.minutes["splice"] == 9.0


def test_a_price_that_is_not_stated_stays_the_books_and_null_is_none():
    stated = DEMO_PRICES["adapter"].price
    assert book_of({"name": "adapter", "source": "a quote"}).prices["adapter"] == stated
    assert book_of({"name": "adapter", "price": None}).prices["adapter"] is None
    assert book_of({"name": "labour hour", "price": None}).per_hour is None
    assert book_of({"name": "labour hour", "date": "2026-03-01"}).per_hour is not None


def test_a_price_under_the_name_of_an_operation_alone_is_honoured():
    assert book_of({"name": "pull", "price": 0.4}).prices["pull"] == 0.4


@pytest.mark.parametrize("price", [None, 0.0, 3.25])
def test_null_and_nothing_differ_in_the_plan_file(price):
    said = Price("adapter", price, id="priceprice01")
    unsaid = Price("splice", minutes=4.0, id="priceprice02")
    again = read_plan(write_plan(Plan("Book", prices=Things([said, unsaid]))))
    assert list(again.prices) == [said, unsaid]


def test_an_entry_stored_before_null_and_nothing_differed_says_what_it_meant():
    assert lifted("price", 1, {"name": "adapter"})["price"] is None
    assert "price" not in lifted("price", 1, {"name": "splice", "minutes": 4.0})
    assert lifted("price", 1, {"name": "adapter", "price": 2.0})["price"] == 2.0


def test_a_row_of_the_sheet_holds_both_figures_and_an_empty_price_is_none():
    text = write_prices([Price("splice", 2.5, 9.0)])
    assert "splice,2.5,9," in text
    found = read_prices(b"name,price,minutes\nsplice,,9\npull,,0.5\nadapter,,\n")
    assert found["splice"] == {"name": "splice", "price": None, "minutes": 9.0}
    assert found["pull"] == {"name": "pull", "minutes": 0.5}
    assert found["adapter"] == {"name": "adapter", "price": None}
    with pytest.raises(Refused, match=r"row 2.price: 'cheap' is not a number"):
        read_prices(b"name,price\nadapter,cheap\n")
