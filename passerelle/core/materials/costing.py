"""What a cable and its ends cost, parts and work together, for comparing one way with another."""

from dataclasses import dataclass

from passerelle.core.choice.prices import PriceBook
from passerelle.core.plan.backbone import Cable
from passerelle.core.plant.model import Plant

from .backbone import lit_through, of_ends
from .labour import operation_of
from .wanted import Open


@dataclass
class Cost:
    """Adds up money and minutes; what has no price is remembered."""

    book: PriceBook
    money: float = 0.0
    minutes: float = 0.0

    def __post_init__(self) -> None:
        self.lacking: dict[str, None] = {}

    def buy(self, key: str, quantity: float) -> None:
        """So many of what has this key."""
        price = self.book.prices.get(key)
        if price is None:
            self.lacking[key] = None
        else:
            self.money += price * quantity

    def work(self, operation: str, times: float = 1) -> None:
        """An operation, so many times."""
        self.minutes += self.book.minutes.get(operation, 0.0) * times

    @property
    def total(self) -> float | None:
        """Parts and work; None where a price is missing."""
        if self.lacking or self.book.per_hour is None:
            return None
        return self.money + self.minutes / 60 * self.book.per_hour


def count_cable(cost: Cost, plant: Plant, cable: Cable, order_m: float, strands: int) -> None:
    """The cable's metres, its ends, the work on them and the test of what is ended."""
    if order_m:
        cost.buy(f"cable {cable.fiber} {cable.strands}", order_m)
    for one in of_ends(plant, cable, strands):
        if isinstance(one, Open):
            continue
        cost.buy(one.key, one.quantity)
        operation = operation_of(one.item)
        if operation is not None:
            cost.work(operation, one.quantity)
    if lit_through(cable):
        cost.work("test", strands)
