"""What a metre of a cable costs, bought and pulled."""

from passerelle.core.choice.prices import PriceBook
from passerelle.core.plan.backbone import Cable


def cost_per_m(cable: Cable, book: PriceBook) -> float | None:
    """Price of a metre and the work of pulling it; None where one of them has no price. [/m]"""
    price = book.prices.get(f"cable {cable.fiber} {cable.strands}")
    if price is None or book.per_hour is None:
        return None
    return price + book.minutes.get("pull", 0.0) / 60 * book.per_hour
