"""What has to be ordered, how long it takes to come, and what is ordered already."""

from dataclasses import dataclass, replace

from passerelle.core.materials.lines import own_key, priced_as
from passerelle.core.materials.materials import Materials
from passerelle.core.plan.facts import Facts

from .tasks import standing

MAX_KEY = 120


@dataclass(frozen=True, slots=True)
class Order:
    """What is ordered, and when it comes. lead_days : working days; None: nobody recorded it.

    key : under which it is noted as ordered. ordered : it was. reasons : what it is for.
    """

    key: str
    what: str
    lead_days: int | None
    reasons: tuple[str, ...]
    ordered: bool


def order_key(key: str, what: str) -> str:
    """The key under which a line of the list is noted as ordered."""
    return f"order:{own_key(key, what)}"[:MAX_KEY]


def orders_of(materials: Materials, facts: Facts = Facts.NONE) -> tuple[Order, ...]:
    """What has to be ordered, what takes longest first; what nobody recorded comes last."""
    noted = standing(facts)
    found: dict[str, Order] = {}
    for line in materials.lines:
        if line.buy <= 0:
            continue
        key = order_key(line.key, line.what)
        known = found.get(key)
        if known is not None:  # modules and their spares are one thing to order
            found[key] = replace(known, reasons=(*known.reasons, *line.reasons))
            continue
        lead = materials.book.leads.get(priced_as(line.key, line.what, materials.book))
        ordered = key in noted and noted[key].state == "done"
        found[key] = Order(key, f"{line.item}: {line.what}", lead, line.reasons, ordered)
    return tuple(sorted(found.values(), key=lambda one: -(one.lead_days or 0)))
