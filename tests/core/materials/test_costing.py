"""Parts and work together: a missing price or hour is no sum, and says what it lacks."""

from dataclasses import replace

from passerelle.core.choice.prices import PriceBook
from passerelle.core.materials.costing import Cost

BOOK = PriceBook({"pigtail": 2.5, "panel": None}, {"splice": 6.0}, 48.0)


def test_parts_and_minutes_add_up_at_the_price_of_an_hour():
    """4 x 2.5 = 10; 10 splices of 6 min are an hour: 48."""
    cost = Cost(BOOK)
    cost.buy("pigtail", 4)
    cost.work("splice", 10)
    assert cost.total == 58.0


def test_what_has_no_price_or_is_not_in_the_book_is_lacking():
    cost = Cost(BOOK)
    cost.buy("panel", 1)
    cost.buy("moon", 1)
    assert (cost.total, list(cost.lacking)) == (None, ["panel", "moon"])
    assert Cost(replace(BOOK, per_hour=None)).total is None
