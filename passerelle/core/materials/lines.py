"""Lines of the list: wanted things of one kind together, stock first, with price and total."""

from collections import defaultdict
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from math import ceil
from typing import get_args

from passerelle.core.choice.prices import PriceBook

from .cables import CableNeed
from .wanted import Item, Unit, Wanted


@dataclass(frozen=True, slots=True)
class Line:
    """What to buy of one thing: needed + waste - stock = buy, in pieces or metres.

    shares : how much of what is needed is for each of the reasons.
    price : of one; None: no price. ends, end_price : factory-made ends in a cable's line.
    reasons : what it is for. guessed : a length in it is a guess. key : in the price book.
    pack : how many come together. reserve : of the waste, what guessed lengths add.
    """

    item: Item
    what: str
    unit: Unit
    key: str
    needed: float
    waste: float
    stock: float
    buy: float
    price: float | None
    reasons: tuple[str, ...]
    ends: int = 0
    end_price: float | None = None
    guessed: bool = False
    pack: int | None = None
    reserve: float = 0.0
    shares: tuple[float, ...] = ()

    @property
    def packs(self) -> int | None:
        """How many packs are bought; None: it is not sold in packs."""
        return None if self.pack is None else round(self.buy / self.pack)

    @property
    def total(self) -> float | None:
        """What the line comes to, to the hundredth; 0 where nothing is bought; None: no price."""
        if self.buy == 0 and self.ends == 0:
            return 0.0
        if (self.buy and self.price is None) or (self.ends and self.end_price is None):
            return None
        return round(self.buy * (self.price or 0.0) + self.ends * (self.end_price or 0.0), 2)


def own_key(key: str, what: str) -> str:
    """The name of a price for one line alone, which goes before that of all lines of its key."""
    return f"{key}: {what}"[:120]


def priced_as(key: str, what: str, book: PriceBook) -> str:
    """The key under which the book has a line's price."""
    own = own_key(key, what)
    return own if own in book.prices else key


ORDER: tuple[Item, ...] = get_args(Item)


def piece_lines(
    wanted: Iterable[Wanted], book: PriceBook, stock: Mapping[str, float]
) -> tuple[Line, ...]:
    """Lines in the order of ordering. stock : pieces or metres at hand, by price key.

    What is at hand goes to the line that stands first; whole pieces are bought.
    """
    sums: defaultdict[tuple[Item, str, str, Unit], defaultdict[str, float]] = defaultdict(
        lambda: defaultdict(float)
    )
    for one in wanted:
        sums[one.item, one.what, one.key, one.unit][one.reason] += one.quantity
    left, found = dict(stock), []
    for (item, what, key, unit), reasons in sorted(
        sums.items(), key=lambda one: (ORDER.index(one[0][0]), one[0][1])
    ):
        needed = sum(reasons.values())
        taken = min(needed, left.get(key, 0.0))
        left[key] = left.get(key, 0.0) - taken
        rest = needed - taken
        pack = book.packs.get(priced_as(key, what, book))
        buy = float(ceil(rest / (pack or 1) - 1e-9) * (pack or 1))
        price = book.prices.get(priced_as(key, what, book))
        waste = buy - rest
        found.append(Line(item, what, unit, key, needed, waste, taken, buy, price, tuple(reasons),
                          pack=pack, shares=tuple(reasons.values())))  # fmt: skip
    return tuple(found)


def cable_lines(needs: Iterable[CableNeed], book: PriceBook) -> tuple[Line, ...]:
    """A line for each kind of cable; its factory-made ends stand in it."""
    found = []
    for need in needs:
        end_key = "trunk end" if need.trunk else "factory end"
        waste = need.bought_m + need.stock_m - need.needed_m
        line = Line(
            "trunk" if need.trunk else "cable", need.what, "m", need.key, need.needed_m, waste,
            need.stock_m, need.bought_m, book.prices.get(priced_as(need.key, need.what, book)),
            tuple(need.names),
            guessed=need.guessed, reserve=need.reserve_m, shares=tuple(need.metres),
        )  # fmt: skip
        if need.ends:
            line = replace(line, ends=need.ends, end_price=book.prices.get(end_key))
        found.append(line)
    return tuple(sorted(found, key=lambda one: (one.item, one.what)))
