"""A stored plan in memory: what is there at one revision, ready for the core."""

import json
from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from typing import Any

from sqlalchemy import Text, select, type_coerce
from sqlalchemy.orm import Session

from passerelle.core.light.site import Site, site_of
from passerelle.core.many import many_things
from passerelle.core.plan.facts import AnyFact, Facts
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.plan import KEYS, TYPES, Plan, name_of
from passerelle.core.plan.references import names_any
from passerelle.core.plan.things import Things
from passerelle.core.plant.seen import Seen, seen_plan
from passerelle.core.plant.whole import bound
from passerelle.formats import documents

from .models import FactRow, PlanRow, ThingRow
from .versions import lifted, version_of


@dataclass(frozen=True, slots=True)
class Broken:
    """A stored thing that cannot be read: it is kept, and left out of every answer."""

    kind: str
    id: str
    name: str
    reason: str


@dataclass(frozen=True, slots=True)
class Held:
    """A plan at one revision, with its facts.

    seen : the plan as it is judged: with what was found of its strands and read of its runs.
    changed_in, positions : of each thing, by its id.
    """

    plan_id: int
    revision: int
    fact_number: int
    plan: Plan
    facts: Facts
    site: Site
    seen: Plan
    changed_in: dict[str, int] = field(repr=False)
    positions: dict[str, int] = field(repr=False)
    broken: tuple[Broken, ...] = ()

    def after(
        self,
        revision: int,
        plan: Plan,
        site: Site,
        touched: Iterable[str],
        positions: dict[str, int],
    ) -> "Held":
        """The same plan one revision later."""
        changed = {**self.changed_in, **dict.fromkeys(touched, revision)}
        seen = seen_plan(plan, self.facts, Seen(self.plan, self.facts, self.seen))
        return replace(
            self, revision=revision, plan=plan, site=site, seen=seen, changed_in=changed,
            positions=positions,
        )  # fmt: skip

    def with_facts(self, number: int, facts: Facts) -> "Held":
        """The same plan with more facts."""
        bare = replace(self, fact_number=number, facts=facts)
        return replace(bare, seen=seen_plan(self.plan, facts))


def head_of(plan: Plan) -> dict[str, Any]:
    """A plan's own name, house rules, closed steps and x- keys, as its row keeps them."""
    raw: dict[str, Any] = {"name": plan.name}
    raw["house_rules"] = documents.raw(HouseRules, plan.house_rules)
    if plan.not_needed:
        raw["not_needed"] = list(plan.not_needed)
    return raw | (plan.x or {})


def of_head(raw: dict[str, Any]) -> dict[str, Any]:
    """The fields of a plan that its row keeps; the other way round than `head_of`."""
    return {
        "name": raw["name"],
        "house_rules": documents.of_raw(HouseRules, raw.get("house_rules", {})),
        "not_needed": tuple(raw.get("not_needed", ())),
        "x": {key: value for key, value in raw.items() if key.startswith("x-")} or None,
    }


def load(session: Session, row: PlanRow) -> Held:
    """Read a stored plan. What cannot be read is left out, and said."""
    broken: list[Broken] = []
    lists: dict[str, list[Any]] = {kind: [] for kind in KEYS}
    changed_in = {row.thing_id: row.changed_in}
    positions: dict[str, int] = {}
    query = select(
        ThingRow.id, ThingRow.kind, ThingRow.position, ThingRow.version, ThingRow.changed_in,
        type_coerce(ThingRow.doc, Text).label("text"),
    ).where(ThingRow.plan_id == row.id)  # fmt: skip
    with many_things():
        for one in session.execute(query.order_by(ThingRow.position, ThingRow.id)):
            changed_in[one.id], positions[one.id] = one.changed_in, one.position
            try:
                lists[one.kind].append(_thing(one.kind, one.version, one.text))
            except (ValueError, KeyError) as error:
                broken.append(Broken(one.kind, one.id, _name_in(one.text) or one.id, str(error)))
    things: dict[str, Any] = {KEYS[kind]: Things(found) for kind, found in lists.items()}
    plan = bound(Plan(**of_head(row.head), id=row.thing_id, **things))
    plan = _judgeable(plan, broken)
    facts = load_facts(session, row)
    site = site_of(plan)
    seen = seen_plan(plan, facts)
    return Held(
        row.id, row.revision, row.facts, plan, facts, site, seen, changed_in, positions,
        tuple(broken),
    )  # fmt: skip


def _thing(kind: str, version: int, text: str) -> Any:
    """A stored document. What this edition wrote is read as it stands. Raises Refused, KeyError."""
    if version == version_of(kind) and "null" not in text:
        return documents.read(TYPES[kind], text)
    return documents.of_raw(TYPES[kind], lifted(kind, version, json.loads(text)))


def _name_in(text: str) -> str | None:
    """What a document that cannot be read says of its name."""
    try:
        doc = json.loads(text)
    except ValueError:
        return None
    return str(doc["name"]) if isinstance(doc, dict) and doc.get("name") else None


def _judgeable(plan: Plan, broken: list[Broken]) -> Plan:
    """The plan without what cannot be judged because its own part or device cannot be read."""
    for gone in ("own part", "device"):  # devices hold own parts: they come second
        names = {one.name for one in broken if one.kind == gone}
        for kind in KEYS if names else ():
            for thing in plan.things(kind):
                if names_any(thing, gone, names):
                    reason = f"it names an unreadable {gone}: {', '.join(sorted(names))}"
                    broken.append(Broken(kind, thing.id, name_of(thing), reason))
                    plan = plan.having(kind, plan.things(kind).without(thing.id))
    return plan


def load_facts(session: Session, row: PlanRow) -> Facts:
    """Every fact of a stored plan that can be read."""
    query = select(FactRow).where(FactRow.plan_id == row.id).order_by(FactRow.number)
    found = []
    for one in session.scalars(query):
        try:
            found.append(documents.of_raw(AnyFact, lifted("fact", one.version, one.doc)))
        except ValueError:
            continue  # a fact of a later version of this application: kept, not understood
    return Facts.of(found)
