"""What a metre of a cable costs, worked by hand."""

import pytest

from passerelle.core.choice.prices import PriceBook
from passerelle.core.looking.costs import cost_per_m
from tests.planting import cable

C12 = cable("C", "A", "B")


@pytest.mark.parametrize(
    ("book", "cost"),
    [
        (PriceBook({"cable OS2 12": 1.5}, {"pull": 0.6}, 50.0), 1.5 + 0.5),
        (PriceBook({"cable OS2 12": 1.5}, {}, 50.0), 1.5),
        (PriceBook({"cable OS2 12": 1.5}, {"pull": 0.6}, None), None),
        (PriceBook({"cable OS2 12": None}, {"pull": 0.6}, 50.0), None),
        (PriceBook({"cable OS2 24": 1.5}, {"pull": 0.6}, 50.0), None),
    ],
)
def test_price_and_work_of_a_metre_or_nothing_at_all(book, cost):
    assert cost_per_m(C12, book) == cost
