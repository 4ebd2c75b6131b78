"""Between the rows of a stored plan and the documents of the plan file."""

from typing import Any

from sqlalchemy import select
from sqlalchemy.orm import Session

from passerelle.formats.linkdocs import LinkDoc
from passerelle.formats.planfile import PlaceDoc, PlanDoc

from .models import LinkRow, Place, Plan


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
    return {
        "position": position,
        "name": doc.name,
        "kind": doc.kind,
        "x_m": doc.x_m,
        "y_m": doc.y_m,
        "extra": dict(doc.model_extra or {}),
    }


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
        "places": [
            {"name": p.name, "kind": p.kind, "x_m": p.x_m, "y_m": p.y_m, **p.extra}
            for p in places(session, plan)
        ],
        "links": [raw_link(row, names) for row in links(session, plan)] if with_links else [],
        **plan.extra,
    }
    return PlanDoc.model_validate(raw)
