"""Between the rows of a stored plan and the documents of the plan file."""

from typing import Any

from sqlalchemy import select
from sqlalchemy.orm import Session

from passerelle.formats.linkdocs import LinkDoc
from passerelle.formats.planfile import PlanDoc
from passerelle.formats.plantdocs import PlaceDoc

from .models import Item, LinkRow, Place, Plan


def place_names(session: Session, plan: Plan) -> dict[int, str]:
    """Names of a plan's places by their row id; read once a session and revision of the plan."""
    key = ("place names", plan.id, plan.revision)
    found: dict[int, str] | None = session.info.get(key)
    if found is None:
        rows = session.execute(select(Place.id, Place.name).where(Place.plan_id == plan.id))
        found = {row.id: row.name for row in rows}
        session.info[key] = found
    return found


def places(session: Session, plan: Plan) -> list[Place]:
    """A plan's places in their order."""
    return list(
        session.scalars(
            select(Place).where(Place.plan_id == plan.id).order_by(Place.position, Place.id)
        )
    )


def links(session: Session, plan: Plan) -> list[LinkRow]:
    """A plan's links in their order."""
    return list(
        session.scalars(
            select(LinkRow).where(LinkRow.plan_id == plan.id).order_by(LinkRow.position, LinkRow.id)
        )
    )


def raw_link(row: LinkRow, names: dict[int, str]) -> dict[str, Any]:
    """A link row in the plan file's terms, not yet validated."""
    a, b = dict(row.a), dict(row.b)
    if row.a_place_id is not None:
        a["place"] = names[row.a_place_id]
    if row.b_place_id is not None:
        b["place"] = names[row.b_place_id]
    return {"name": row.name, "a": a, "b": b, "path": row.path, **row.extra}


def link_doc(row: LinkRow, names: dict[int, str]) -> LinkDoc:
    """A link row as a validated document."""
    return LinkDoc.model_validate(raw_link(row, names))


def link_state(doc: LinkDoc, place_ids: dict[str, int], position: int) -> dict[str, Any]:
    """A link document as the state of a row."""
    raw = doc.model_dump(mode="json", exclude_none=True)
    a, b = raw["a"], raw["b"]
    a_place, b_place = a.pop("place", None), b.pop("place", None)
    return {
        "position": position,
        "name": doc.name,
        "a_place_id": place_ids[a_place] if a_place else None,
        "b_place_id": place_ids[b_place] if b_place else None,
        "a": a,
        "b": b,
        "path": raw["path"],
        "extra": dict(doc.model_extra or {}),
    }


def place_state(doc: PlaceDoc, position: int) -> dict[str, Any]:
    """A place document as the state of a row."""
    raw = doc.model_dump(mode="json", exclude_none=True)
    own = {key: raw.pop(key, None) for key in ("name", "kind", "x_m", "y_m")}
    return {"position": position, **own, "extra": raw}


def raw_place(row: Place) -> dict[str, Any]:
    """A place row in the plan file's terms."""
    own = {"name": row.name, "kind": row.kind, "x_m": row.x_m, "y_m": row.y_m}
    return {key: value for key, value in own.items() if value is not None} | row.extra


ITEM_KEYS = {
    "pathway": "pathways",
    "cable-type": "cable_types",
    "cable": "cables",
    "closure": "closures",
    "group": "redundancy",
    "reel": "reels",
    "feed": "feeds",
    "copper": "copper_runs",
    "price": "prices",
}
"""Kind of an item, and the key of its list in the plan file."""


def items(session: Session, plan: Plan) -> list[Item]:
    """A plan's items in their order."""
    return list(
        session.scalars(
            select(Item).where(Item.plan_id == plan.id).order_by(Item.position, Item.id)
        )
    )


def item_state(kind: str, raw: dict[str, Any], position: int) -> dict[str, Any]:
    """An item's document as the state of a row."""
    return {"kind": kind, "position": position, "name": raw["name"], "doc": raw}


def item_states(doc: PlanDoc) -> list[dict[str, Any]]:
    """Every item of a document as the states of rows."""
    return [
        item_state(kind, one.model_dump(mode="json", exclude_none=True), at)
        for kind, key in ITEM_KEYS.items()
        for at, one in enumerate(getattr(doc, key))
    ]


def raw_items(rows: list[Item]) -> dict[str, list[dict[str, Any]]]:
    """Items by the plan file's keys."""
    found: dict[str, list[dict[str, Any]]] = {key: [] for key in ITEM_KEYS.values()}
    for row in rows:
        found[ITEM_KEYS[row.kind]].append(row.doc)
    return found


def plan_doc(session: Session, plan: Plan, *, with_links: bool = True) -> PlanDoc:
    """A whole stored plan as a document, or what it has beside its links."""
    names = place_names(session, plan)
    raw = {
        "format": "passerelle-plan",
        "version": 1,
        "name": plan.name,
        "house_rules": plan.house_rules,
        "own_parts": plan.own_parts,
        "devices": plan.devices,
        "spares": plan.spares,
        "places": [raw_place(place) for place in places(session, plan)],
        **raw_items(items(session, plan)),
        "links": [raw_link(row, names) for row in links(session, plan)] if with_links else [],
        **plan.extra,
    }
    return PlanDoc.model_validate(raw)
