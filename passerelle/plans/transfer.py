"""Whole plans in and out of the store."""

from dataclasses import replace
from pathlib import Path
from typing import Any

from passerelle.core.plan.ends import LinkEnd
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.plan import KEYS, Plan
from passerelle.core.plan.things import Things
from passerelle.core.refused import Refused
from passerelle.formats.planfile import read_file, write_plan

from .held import Held
from .plans import Author, Changed, Plans
from .store import Store


def store_new(plans: Plans, plan: Plan, who: str, what: str, facts: Facts = Facts.NONE) -> Held:
    """Store a plan as a new one."""
    return plans.add(plan, facts, who, what)


def replace_content(plans: Plans, plan_id: int, plan: Plan, author: Author, what: str) -> Changed:
    """Make a stored plan hold another plan's content, as one change that can be undone."""

    def make(held: Held) -> tuple[Plan, str]:
        return replace(plan, id=held.plan.id), what

    held = plans.held(plan_id)
    return plans.rework(plan_id, make, author, seen=held.changed_in)


def export_plan(held: Held) -> bytes:
    """The plan file of a stored plan, with its facts."""
    return write_plan(held.plan, held.facts)


def import_new(folder: Path, data: bytes, who: str = "command line") -> int:
    """Store a plan file in a data folder; return the number of the new plan. Raises Refused."""
    plan, facts = read_file(data)
    store = Store(folder)
    try:
        held = Plans(store).add(plan, facts, who, "Imported from a plan file")
    finally:
        store.close()
    return held.plan_id


def export_stored(folder: Path, number: int | None) -> bytes:
    """The plan file of a plan in a data folder; the first one if no number. Raises Refused."""
    store = Store(folder)
    try:
        plans = Plans(store)
        listed = [one.id for one in plans.listed()]
        wanted = number if number is not None else next(iter(listed), None)
        if wanted is None or wanted not in listed:
            which = "no plan" if number is None else f"no plan {number}"
            raise Refused(str(folder), f"there is {which} in this data folder")
        return export_plan(plans.held(wanted))
    finally:
        store.close()


def renewed(thing: Any) -> Any:
    """A copy of a thing with ids of its own, for all that it holds."""
    changes: dict[str, Any] = {"id": new_id()}
    for key in ("path", "ports"):
        parts = getattr(thing, key, None)
        if parts is not None:
            changes[key] = tuple(replace(part, id=new_id()) for part in parts)
    for key in ("a", "b"):
        end = getattr(thing, key, None)
        if isinstance(end, LinkEnd):
            module = replace(end.module, id=new_id()) if end.module is not None else None
            changes[key] = replace(end, id=new_id(), module=module)
    return replace(thing, **changes)


def copied(plan: Plan) -> Plan:
    """A copy of a plan whose things all have ids of their own."""
    lists: dict[str, Any] = {
        key: Things(renewed(one) for one in plan.things(kind)) for kind, key in KEYS.items()
    }
    return replace(plan, id=new_id(), **lists)
