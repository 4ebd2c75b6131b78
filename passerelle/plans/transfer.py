"""Whole plans in and out of the store."""

from pathlib import Path

from passerelle.core.plan.facts import Facts
from passerelle.core.plan.plan import Plan
from passerelle.core.refused import Refused
from passerelle.formats.planfile import read_file, write_plan

from .held import Held
from .plans import Plans
from .store import Store


def store_new(plans: Plans, plan: Plan, who: str, what: str, facts: Facts = Facts.NONE) -> Held:
    """Store a plan as a new one."""
    return plans.add(plan, facts, who, what)


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
    store = Store(folder, make=False)
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
