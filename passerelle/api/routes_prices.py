"""Routes about the price book."""

from typing import Any

from fastapi import APIRouter, Request, Response
from sqlalchemy.orm import Session

from passerelle.core.choice.prices import DEMO_PRICES, DEMO_WORK
from passerelle.formats.planfile import HouseRulesDoc
from passerelle.formats.plantdocs import PriceDoc
from passerelle.formats.prices import LABOUR, as_demo, price_book, read_prices, write_prices
from passerelle.formats.refusal import Refused
from passerelle.plans import plantchanges
from passerelle.plans.changes import Author
from passerelle.plans.documents import items
from passerelle.plans.models import Plan

from . import schemas
from . import schemas_choice as choice
from .context import Ctx, Number, Who, changed, get_plan

router = APIRouter(prefix="/api/plans/{plan_id}", tags=["choice"])
CONFLICT: dict[int | str, dict[str, Any]] = {409: {"model": schemas.Conflict}}
FILE_BODY = {
    "requestBody": {"required": True, "content": {"application/octet-stream": {"schema": {}}}}
}


def own_prices(session: Session, plan: Plan) -> list[PriceDoc]:
    """The prices and times that the plan has of its own."""
    return [PriceDoc.model_validate(i.doc) for i in items(session, plan) if i.kind == "price"]


@router.get("/prices", name="getPrices")
def prices(ctx: Ctx, plan_id: Number) -> choice.PriceBookView:
    """The price book: the demo's rows with the plan's own in them."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        own = {doc.name: doc for doc in own_prices(session, plan)}
        currency = HouseRulesDoc.model_validate(plan.house_rules).currency
    book = price_book(own.values())
    rows: list[tuple[str, str, str, float | None, float | None]] = [
        (LABOUR, "labour, an hour", "hour", book.per_hour, None)
    ]
    for key, price in book.prices.items():
        row = DEMO_PRICES.get(key)
        rows.append((key, row.what if row else key, row.unit if row else "piece", price, None))
    for key, minutes in book.minutes.items():
        rows.append((key, DEMO_WORK[key].what, "minutes", None, minutes))
    return choice.PriceBookView(
        currency=currency,
        rows=[
            choice.PriceRowView(
                name=name, what=what, unit=unit, price=price, minutes=minutes, own=name in own,
                date=own[name].date if name in own else None,
                source=own[name].source if name in own else None,
            )
            for name, what, unit, price, minutes in rows
        ],
    )  # fmt: skip


@router.get("/prices/export", name="exportPrices", response_class=Response)
def export_prices(ctx: Ctx, plan_id: Number) -> Response:
    """The price book as CSV."""
    with ctx.store.reading() as session:
        text = write_prices(own_prices(session, get_plan(session, plan_id)))
    headers = {"Content-Disposition": 'attachment; filename="prices.csv"'}
    return Response(text, media_type="text/csv; charset=utf-8", headers=headers)


@router.post("/prices/import", name="importPrices", openapi_extra=FILE_BODY, responses=CONFLICT)
async def import_prices(
    ctx: Ctx, who: Who, plan_id: Number, base: Number, request: Request
) -> schemas.Changed:
    """A price book from CSV, as one step; nothing is stored where a row is refused."""
    entries = read_prices(await request.body())
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        own = {doc.name: doc.model_dump(exclude_none=True) for doc in own_prices(session, plan)}
        asked = [
            plantchanges.ItemChange(
                "price", name if name in own else None, None if as_demo(doc) else doc
            )
            for name, doc in entries.items()
            if (doc != own[name] if name in own else not as_demo(doc))
        ]
        if not asked:
            raise Refused("", "no row of the file differs from the price book")
        what = f"Import {len(asked)} prices"
        plantchanges.change(session, plan, asked, Author(who, base), what)
        return changed(ctx, session, plan)
