"""A request for quotation: what is to be bought, with room for the supplier's prices.

Its headings are those that the importer of prices knows, so that the filled one reads back.
"""

from collections import Counter

from passerelle.core.materials.lines import Line, own_key
from passerelle.core.materials.materials import Materials

from .table import Cell, Table, columns


def quotation(made: Materials, currency: str, *, unpriced_alone: bool = False) -> Table:
    """Lines to buy, factory-made ends as lines of their own. unpriced_alone : those to ask for.

    A key that several lines share is told apart by what each is: lengths have prices of their own.
    """
    head = columns("Item", "What", "Key", "Quantity [#]", "Unit", "Price each [money]", "Currency",
                   "Lead time", "Supplier", "Date", "Remark")  # fmt: skip
    rows: dict[str, tuple[Cell, ...]] = {}
    ends: Counter[str] = Counter()
    keys = Counter(line.key for line in made.lines if line.buy > 0)
    for line in made.lines:
        if unpriced_alone and line.total is not None:
            continue
        if line.buy > 0:
            key = line.key if keys[line.key] == 1 else own_key(line.key, line.what)
            rows[key] = (line.item, line.what, key, line.buy, line.unit, None, currency)
        if line.ends:
            ends[ends_key(line)] += line.ends
    for key, count in ends.items():
        what = "factory-made ends of cables above"
        rows[key] = ("cable", what, key, float(count), "piece", None, currency)
    blank: tuple[Cell, ...] = (None,) * 4
    return Table(
        "quotation", "Request for quotation", head, tuple((*r, *blank) for r in rows.values())
    )


def ends_key(line: Line) -> str:
    """The price key of the factory-made ends in a cable's line."""
    return "trunk end" if line.item == "trunk" else "factory end"
