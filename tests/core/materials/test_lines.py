"""Lines: needed + waste − stock = buy, whole packs, stock to the line that stands first."""

import pytest

from passerelle.core.choice.prices import PriceBook
from passerelle.core.materials.cables import CableNeed
from passerelle.core.materials.lines import cable_lines, own_key, piece_lines, priced_as
from passerelle.core.materials.wanted import Wanted


def book(packs=None, **prices):
    return PriceBook(prices, {}, packs=packs or {})


def cords(quantity, what="2 m", reason="L1"):
    return Wanted("cord", what, "cord", quantity, reason)


@pytest.mark.parametrize(
    ("needed", "stock", "pack", "figures"),
    [  # needed, waste, stock taken, bought
        (7, 0, None, (7, 0, 0, 7)),
        (7, 3, None, (7, 0, 3, 4)),
        (7, 9, None, (7, 0, 7, 0)),
        (7, 0, 5, (7, 3, 0, 10)),
        (7, 2, 5, (7, 0, 2, 5)),
        (2.5, 0, None, (2.5, 0.5, 0, 3)),
    ],
)
def test_whole_packs_of_what_stock_leaves(needed, stock, pack, figures):
    packs = {"cord": pack} if pack else {}
    (line,) = piece_lines([cords(needed)], book(packs, cord=4.0), {"cord": stock})
    assert (line.needed, line.waste, line.stock, line.buy) == figures
    assert line.needed + line.waste - line.stock == line.buy
    assert line.total == 4.0 * figures[3]
    assert line.packs == (None if pack is None else figures[3] / pack)


def test_stock_goes_to_the_line_that_stands_first_and_is_spent_once():
    first, second = piece_lines([cords(4, "5 m"), cords(3, "2 m")], book(), {"cord": 5})
    assert [(one.what, one.stock, one.buy) for one in (first, second)] == [
        ("2 m", 3, 0), ("5 m", 2, 2)]  # fmt: skip


def test_one_line_for_a_thing_with_what_each_reason_takes():
    (line,) = piece_lines([cords(2, reason="L1"), cords(1, reason="L2"), cords(1)], book(), {})
    assert (line.reasons, line.shares) == (("L1", "L2"), (3, 1))


def test_no_price_is_no_total_and_nothing_to_buy_costs_nothing():
    (asked,) = piece_lines([cords(1)], book(), {})
    (there,) = piece_lines([cords(1)], book(), {"cord": 1})
    assert (asked.total, there.total) == (None, 0.0)


def test_the_price_of_a_line_alone_goes_before_that_of_its_key():
    own = own_key("cord", "2 m")
    prices = PriceBook({"cord": 4.0, own: 3.0}, {})
    assert (priced_as("cord", "2 m", prices), priced_as("cord", "5 m", prices)) == (own, "cord")
    near, far = piece_lines([cords(2), cords(2, "5 m")], prices, {})
    assert (near.total, far.total) == (6.0, 8.0)


def test_ends_of_a_cable_have_a_price_of_their_own():
    need = CableNeed("cable OS2 12", "OS2", False, bought_m=210.0, ends=24)
    need.add("C1", 200.0)
    prices = PriceBook({"cable OS2 12": 1.5, "factory end": 10.0}, {})
    (line,) = cable_lines([need], prices)
    assert (line.waste, line.total) == (10.0, 315.0 + 240.0)
    (unpriced,) = cable_lines([need], PriceBook({"cable OS2 12": 1.5}, {}))
    assert unpriced.total is None
