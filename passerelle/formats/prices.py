"""The price book of a plan: the demo book with the plan's own entries; as CSV in and out."""

import csv
import io
from collections.abc import Iterable
from typing import Any, Literal

from passerelle.core.choice.prices import DEMO_PRICES, DEMO_WORK, PriceBook
from passerelle.core.plan.beside import Price
from passerelle.core.refused import Refused
from passerelle.core.words import number

from .sitefiles import MAX_IMPORT_BYTES, cell_text, plain_cell

LABOUR = "labour hour"
AS_THE_BOOK: Literal["as the book"] = "as the book"
COLUMNS = ("name", "price", "minutes", "date", "source")


def price_book(docs: Iterable[Price]) -> PriceBook:
    """The demo prices, replaced where the plan has its own. A null price is no price.

    A price that an entry does not state stays the book's, and so do minutes.
    """
    book, docs = PriceBook(), tuple(docs)
    prices, minutes, per_hour = dict(book.prices), dict(book.minutes), book.per_hour
    for doc in docs:
        if doc.name == LABOUR:
            per_hour = per_hour if doc.price == AS_THE_BOOK else doc.price
            continue
        if doc.name in DEMO_WORK and doc.minutes is not None:
            minutes[doc.name] = doc.minutes
        if doc.price != AS_THE_BOOK:
            prices[doc.name] = doc.price  # a name may be a thing and an operation at once
    packs = {doc.name: doc.pack for doc in docs if doc.pack is not None}
    leads = {doc.name: doc.lead_days for doc in docs if doc.lead_days is not None}
    return PriceBook(prices, minutes, per_hour, packs, leads)


def write_prices(docs: Iterable[Price]) -> str:
    """The whole book as CSV, the plan's own entries in it. An empty price is no price."""
    own = {doc.name: doc for doc in docs}
    book = price_book(own.values())
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(COLUMNS)
    rows: dict[str, tuple[float | None, float | None]] = {LABOUR: (book.per_hour, None)}
    for key in (*book.prices, *book.minutes):
        rows[key] = (book.prices.get(key), book.minutes.get(key))
    for name, (price, minutes) in rows.items():
        doc = own.get(name)
        told = [doc.date or "", plain_cell(doc.source or "")] if doc else ["", ""]
        figures = ["" if n is None else f"{n:.10g}" for n in (price, minutes)]
        writer.writerow([plain_cell(name), *figures, *told])
    return out.getvalue()


def read_prices(data: bytes) -> dict[str, dict[str, Any]]:
    """Entries of a CSV price book, as documents by name. Raises Refused at a row."""
    if len(data) > MAX_IMPORT_BYTES:
        raise Refused("", f"the file is over {MAX_IMPORT_BYTES // 1024 // 1024} MiB")
    try:
        rows = list(csv.DictReader(io.StringIO(data.decode("utf-8-sig"))))
    except (UnicodeDecodeError, csv.Error) as error:
        raise Refused("", f"the file is not readable as CSV: {error}") from None
    found: dict[str, dict[str, Any]] = {}
    for line, row in enumerate(rows, start=2):
        name = cell_text(row.get("name") or "")
        if not name:
            raise Refused(f"row {line}", "the name is missing")
        if name in found:
            raise Refused(f"row {line}.name", f"{name[:40]!r} stands in the file twice")
        raw: dict[str, Any] = {"name": name}
        for key in ("price", "minutes"):
            text = (row.get(key) or "").strip()
            if not text:
                if key == "price" and (name not in DEMO_WORK or name in DEMO_PRICES):
                    raw[key] = None  # as the file says: no price
                continue
            try:
                raw[key] = number(text)
            except ValueError as error:
                raise Refused(f"row {line}.{key}", str(error)) from None
        told = {key: cell_text(row.get(key) or "") for key in ("date", "source")}
        raw |= {key: text for key, text in told.items() if text}
        found[name] = raw
    return found


def as_demo(raw: dict[str, Any]) -> bool:
    """Whether an entry says no more than the demo book, so that the plan needs none of its own."""
    if "date" in raw or "source" in raw:
        return False
    name = raw["name"]
    if name == LABOUR:
        return raw.get("price") == PriceBook().per_hour
    if name in DEMO_WORK and raw.get("minutes") not in (None, DEMO_WORK[name].minutes):
        return False
    if name in DEMO_PRICES:
        return raw.get("price") == DEMO_PRICES[name].price
    return name in DEMO_WORK and "price" not in raw
