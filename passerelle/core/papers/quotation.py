"""A request for quotation: what is to be bought, with room for the supplier's prices.

Its headings are those that the importer of prices knows, so that the filled one reads back.
"""

from collections import defaultdict
from dataclasses import dataclass, field

from passerelle.core.materials.lines import Line, own_key
from passerelle.core.materials.materials import Materials

from .table import Cell, Table, columns


def quotation(made: Materials, currency: str, *, unpriced_alone: bool = False) -> Table:
    """Lines to buy, factory-made ends as lines of their own. unpriced_alone : those to ask for.

    A key that several lines share is told apart by what each is: lengths have prices of their own.
    """
    head = columns("Item", "What", "Key", "Quantity [#]", "Unit", "Price each [money]", "Currency",
                   "Lead time", "Supplier", "Date", "Remark")  # fmt: skip
    asked = [line for line in made.lines if not (unpriced_alone and line.total is not None)]
    kinds: defaultdict[str, set[str]] = defaultdict(set)
    for line in made.lines:
        kinds[line.key].add(line.what)
    rows: dict[str, _Asked] = {}
    for line in asked:
        if line.buy > 0:
            key = line.key if len(kinds[line.key]) == 1 else own_key(line.key, line.what)
            rows.setdefault(key, _Asked(line.what, line.unit)).add(line.item, line.buy)
        if line.ends:
            what = "factory-made ends of cables above"
            rows.setdefault(ends_key(line), _Asked(what, "piece")).add(line.item, line.ends)
    blank: tuple[Cell, ...] = (None,) * 4
    found = tuple(
        (", ".join(one.items), one.what, key, one.quantity, one.unit, None, currency, *blank)
        for key, one in rows.items()
    )
    return Table("quotation", "Request for quotation", head, found)


@dataclass
class _Asked:
    """What is asked for under one price: a module and its spare are one row."""

    what: str
    unit: str
    quantity: float = 0.0
    items: dict[str, None] = field(default_factory=dict)

    def add(self, item: str, quantity: float) -> None:
        self.items[item] = None
        self.quantity += quantity


def ends_key(line: Line) -> str:
    """The price key of the factory-made ends in a cable's line."""
    return "trunk end" if line.item == "trunk" else "factory end"
