"""Routes about the price book."""

from typing import Any

from fastapi import APIRouter, Response

from passerelle.api.common import FILE_BODY
from passerelle.api.context import Ctx, Number, Sent, Who, changed
from passerelle.api.plans.schemas import Changed, Conflict
from passerelle.core.changes.change import Change, Put, Remove
from passerelle.core.choice.prices import DEMO_PRICES, DEMO_WORK
from passerelle.core.plan.beside import Price
from passerelle.core.plan.fields import new_id
from passerelle.core.refused import Refused
from passerelle.formats import documents
from passerelle.formats.prices import LABOUR, as_demo, price_book, read_prices, write_prices
from passerelle.plans.plans import Author

from . import schemas as choice

router = APIRouter(prefix="/api/plans/{plan_id}", tags=["choice"])
CONFLICT: dict[int | str, dict[str, Any]] = {409: {"model": Conflict}}


@router.get("/prices", name="getPrices")
def prices(ctx: Ctx, plan_id: Number) -> choice.PriceBookView:
    """The price book: the demo's rows with the plan's own in them."""
    plan = ctx.plans.held(plan_id).plan
    own = plan.prices.by_name
    book = price_book(own.values())
    rows: list[tuple[str, str, str, float | None, float | None]] = [
        (LABOUR, "labour, an hour", "hour", book.per_hour, None)
    ]
    for key, price in book.prices.items():
        row = DEMO_PRICES.get(key)
        what, unit = (row.what, row.unit) if row else (key, "piece")
        rows.append((key, what, unit, price, book.minutes.get(key)))
    for key, minutes in book.minutes.items():
        if key not in book.prices:
            rows.append((key, DEMO_WORK[key].what, "work", None, minutes))
    return choice.PriceBookView(
        currency=plan.house_rules.currency,
        rows=[
            choice.PriceRowView(
                id=own[name].id if name in own else None,
                name=name,
                what=what,
                unit=unit,
                price=price,
                minutes=minutes,
                bought=unit != "work",
                own=name in own,
                date=own[name].date if name in own else None,
                source=own[name].source if name in own else None,
            )
            for name, what, unit, price, minutes in rows
        ],
    )  # fmt: skip


@router.get("/prices/export", name="exportPrices", response_class=Response)
def export_prices(ctx: Ctx, plan_id: Number) -> Response:
    """The price book as CSV."""
    text = write_prices(ctx.plans.held(plan_id).plan.prices)
    headers = {"Content-Disposition": 'attachment; filename="prices.csv"'}
    return Response(text, media_type="text/csv; charset=utf-8", headers=headers)


@router.post("/prices/import", name="importPrices", openapi_extra=FILE_BODY, responses=CONFLICT)
def import_prices(ctx: Ctx, who: Who, plan_id: Number, base: Number, data: Sent) -> Changed:
    """A price book from CSV, as one step; nothing is stored where a row is refused."""
    entries = read_prices(data)
    own = ctx.plans.held(plan_id).plan.prices.by_name
    asked: list[Change] = []
    for name, raw in entries.items():
        old = own.get(name)
        if old is None and not as_demo(raw):
            asked.append(Put(documents.of_raw(Price, {"id": new_id()} | raw)))
        elif old is not None and as_demo(raw):
            asked.append(Remove("price", old.id))
        elif old is not None:
            made = documents.of_raw(Price, {"id": old.id} | raw)
            asked += [Put(made)] if made != old else []
    if not asked:
        raise Refused("", "no row of the file differs from the price book")
    what = f"Import {len(asked)} prices"
    seen = [own[name].id for name in entries if name in own]
    return changed(ctx, ctx.plans.change(plan_id, asked, Author(who, base), what, seen=seen), who)
