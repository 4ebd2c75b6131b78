"""Whole plans in and out of the store."""

from pathlib import Path
from typing import Any

from sqlalchemy import select
from sqlalchemy.orm import Session

from passerelle.formats.corelink import filled
from passerelle.formats.planfile import PlanDoc, read_plan, write_plan
from passerelle.formats.refusal import Refused

from .documents import (
    item_states,
    items,
    link_state,
    links,
    place_state,
    places,
    plan_doc,
)
from .journal import Journal
from .models import Item, LinkRow, Place, Plan, Revision
from .store import Store


def checked(data: bytes) -> PlanDoc:
    """A plan file whose every link can be judged, filled from its cables. Raises Refused."""
    return filled(read_plan(data))


def _plan_state(doc: PlanDoc) -> dict[str, Any]:
    return {
        "name": doc.name,
        "house_rules": doc.house_rules.model_dump(mode="json", exclude_none=True),
        "extra": dict(doc.model_extra or {}),
        **beside(doc),
    }


def beside(doc: PlanDoc) -> dict[str, Any]:
    """Own parts, devices and spares of a document as a plan row keeps them."""
    return {
        key: [one.model_dump(mode="json", exclude_none=True) for one in getattr(doc, key)]
        for key in ("own_parts", "devices", "spares")
    }


def store_new(session: Session, doc: PlanDoc, who: str, what: str) -> Plan:
    """Store a document as a new plan; its first revision cannot be undone."""
    doc = filled(doc) if doc.cables else doc
    plan = Plan(revision=1, changed_in=1, plant_changed_in=1, **_plan_state(doc))
    session.add(plan)
    session.flush()
    session.add(
        Revision(plan_id=plan.id, number=1, who=who, what=what, undo_next=None, redo_next=None)
    )
    rows = [Place(plan_id=plan.id, **place_state(p, at)) for at, p in enumerate(doc.places)]
    session.add_all(rows)
    session.flush()
    ids = {row.name: row.id for row in rows}
    session.add_all(Item(plan_id=plan.id, **state) for state in item_states(doc))
    session.add_all(
        LinkRow(plan_id=plan.id, changed_in=1, **link_state(link, ids, at))
        for at, link in enumerate(doc.links)
    )
    session.flush()
    return plan


def replace_content(session: Session, plan: Plan, doc: PlanDoc, who: str, what: str) -> None:
    """Make a stored plan hold a document's content, as one change that can be undone."""
    doc = filled(doc) if doc.cables else doc
    journal = Journal(session, plan, who, what)
    for row in links(session, plan):
        journal.put("link", row.id, None)
    for item in items(session, plan):
        journal.put("item", item.id, None)
    for place in places(session, plan):
        journal.put("place", place.id, None)
    journal.put("plan", plan.id, _plan_state(doc))
    ids = {}
    for at, place_doc in enumerate(doc.places):
        ids[place_doc.name] = journal.put("place", None, place_state(place_doc, at))
    for state in item_states(doc):
        journal.put("item", None, state)
    for at, link in enumerate(doc.links):
        journal.put("link", None, link_state(link, ids, at))


def export_plan(session: Session, plan: Plan) -> bytes:
    """The plan file of a stored plan."""
    return write_plan(plan_doc(session, plan))


def import_new(folder: Path, data: bytes, who: str = "command line") -> int:
    """Store a plan file in a data folder; return the number of the new plan. Raises Refused."""
    doc = checked(data)
    store = Store(folder)
    try:
        with store.writing() as session:
            return store_new(session, doc, who, "Imported from a plan file").id
    finally:
        store.close()


def export_stored(folder: Path, number: int | None) -> bytes:
    """The plan file of a plan in a data folder; the first one if no number. Raises Refused."""
    store = Store(folder)
    try:
        with store.reading() as session:
            if number is None:
                plan = session.scalars(select(Plan).order_by(Plan.id).limit(1)).one_or_none()
            else:
                plan = session.get(Plan, number)
            if plan is None:
                which = "no plan" if number is None else f"no plan {number}"
                raise Refused(str(folder), f"there is {which} in this data folder")
            return export_plan(session, plan)
    finally:
        store.close()
