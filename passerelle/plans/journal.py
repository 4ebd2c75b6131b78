"""Writes changes down: rows, and a revision that says who, when, what, from and to.

Undo and redo are revisions too, so that the history only ever grows. Each person takes back what
they did themselves; what somebody else has changed since is never taken back with it.
"""

import json
from collections.abc import Iterable
from dataclasses import replace
from typing import Any

from sqlalchemy import Text, bindparam, delete, select
from sqlalchemy.dialects.sqlite import insert
from sqlalchemy.orm import Session

from passerelle.core import working
from passerelle.core.plan.plan import KEYS, TYPES, Plan
from passerelle.core.plan.things import Things
from passerelle.core.plant.whole import bound
from passerelle.core.refused import Refused, Told
from passerelle.formats import documents

from .diffs import ClashError, Step, diff, patched, turned
from .held import Held, head_of, of_head
from .models import ChangeRow, PlanRow, Revision, ThingRow
from .versions import version_of

PLAN = "plan"
POSITION = "·position"


class StaleError(Told):
    """Somebody else saved in between. Carries the number of the revision that did."""

    def __init__(self, newest: Revision) -> None:
        super().__init__(
            "base",
            f"{newest.who} saved “{newest.what}” (revision {newest.number}) after you opened this",
        )
        self.number = newest.number


class NoStepError(Told):
    """There is nothing to undo or to redo."""


def revision(session: Session, plan_id: int, number: int | None) -> Revision | None:
    """One revision of a plan by its number."""
    if not number:
        return None
    query = select(Revision).where(Revision.plan_id == plan_id, Revision.number == number)
    return session.scalars(query).one_or_none()


def head(session: Session, plan_id: int, who: str | None = None) -> Revision | None:
    """The newest revision of a plan, or the newest by one person."""
    query = select(Revision).where(Revision.plan_id == plan_id)
    if who is not None:
        query = query.where(Revision.who == who)
    return session.scalars(query.order_by(Revision.number.desc()).limit(1)).one_or_none()


def next_steps(session: Session, plan_id: int, who: str) -> tuple[str | None, str | None]:
    """What one person's undo and redo would take up, as it was noted."""
    mine = select(Revision.undo_next, Revision.redo_next).where(
        Revision.plan_id == plan_id, Revision.who == who
    )
    head = session.execute(mine.order_by(Revision.number.desc()).limit(1)).one_or_none()
    if head is None:
        return None, None
    of = select(Revision.number, Revision.what).where(
        Revision.plan_id == plan_id, Revision.number.in_([one or 0 for one in head])
    )
    said = {row.number: row.what for row in session.execute(of)}
    return said.get(head.undo_next or 0), said.get(head.redo_next or 0)


def fresh(session: Session, held: Held, ids: Iterable[str], base: int) -> None:
    """Refuse a change of things that have changed since its author saw them.

    Raises StaleError, and Refused where the author claims a revision that is still to come.
    """
    if base > held.revision:
        raise Refused("base", f"{base} is over {held.revision}, the newest revision")
    newest = max((held.changed_in.get(one, 0) for one in ids), default=0)
    if newest > base:
        found = revision(session, held.plan_id, newest)
        if found is not None:
            raise StaleError(found)


def text_of(kind: str, thing: Any) -> str:
    """A thing as its row keeps it, as text."""
    return documents.write(TYPES[kind], thing).decode()


def raw_thing(kind: str, thing: Any) -> dict[str, Any]:
    """A thing as its row keeps it."""
    found: dict[str, Any] = documents.raw(TYPES[kind], thing)
    return found


def write(
    session: Session, held: Held, after: Plan, touched: frozenset[str], who: str, what: str,
    turning: tuple[Revision, bool] | None = None,
) -> tuple[Revision, dict[str, int]]:  # fmt: skip
    """Make the rows hold `after`, as one revision; return it, and where each thing stands.

    turning : the revision that is taken back (True) or done again (False).
    """
    row = session.get_one(PlanRow, held.plan_id)
    row.revision = held.revision + 1
    made = Revision(plan_id=row.id, number=row.revision, who=who, what=what[:400])
    _chain(session, row.id, made, turning)
    session.add(made)
    session.flush()
    positions = dict(held.positions)
    rows: list[dict[str, Any]] = []
    with session.no_autoflush:  # thousands of things may be noted: all at once, below
        for kind in KEYS:
            old, new = held.plan.things(kind), after.things(kind)
            if old is new:
                continue
            places = _placed(kind, held, new, positions)
            both = [*new.by_id, *(k for k in old.by_id if k not in new)]
            was = held.positions
            done = [k for k in both if k in touched or (k in places and places[k] != was.get(k))]
            for key in working.steps("Writing", done):
                things = old.get(key), new.get(key)
                rows += _thing(session, held, made, kind, key, things, places.get(key))
            positions.update(places)
    if rows:
        session.execute(_UPSERT, rows)
    if held.plan.id in touched:
        steps = diff(head_of(held.plan), head_of(after))
        _note(session, made, PLAN, held.plan.id, steps)
        row.name, row.head, row.changed_in = after.name, head_of(after), made.number
    session.flush()
    return made, positions


def _chain(
    session: Session, plan_id: int, made: Revision, turning: tuple[Revision, bool] | None
) -> None:
    """What this person's undo and redo would take up after the revision."""
    if turning is None:
        made.undo_next, made.redo_next = made.number, None
        return
    target, back = turning
    before = _before(session, plan_id, target)
    if back:
        made.undo_next = before.undo_next if before is not None else None
        made.redo_next = made.number
    else:
        made.undo_next = made.number
        made.redo_next = before.redo_next if before is not None else None
    made.turns = target.number


def _before(session: Session, plan_id: int, target: Revision) -> Revision | None:
    """The same person's revision before this one."""
    query = (
        select(Revision)
        .where(Revision.plan_id == plan_id, Revision.who == target.who)
        .where(Revision.number < target.number)
        .order_by(Revision.number.desc())
        .limit(1)
    )
    return session.scalars(query).one_or_none()


def _placed(kind: str, held: Held, new: Things[Any], positions: dict[str, int]) -> dict[str, int]:
    """Where each thing stands: as it did, wherever that keeps the order."""
    found: dict[str, int] = {}
    last = -1
    for key in new.by_id:
        known = positions.get(key)
        last = known if known is not None and known > last else last + 1
        found[key] = last
    return found


_INSERT = insert(ThingRow.__table__).values(  # type: ignore[arg-type]
    doc=bindparam("text", type_=Text)
)
_UPSERT = _INSERT.on_conflict_do_update(
    index_elements=["plan_id", "id"],
    set_={
        name: _INSERT.excluded[name]
        for name in ("kind", "position", "version", "changed_in", "doc")
    },
)
"""A thing's row, new or in place of the one that is there; documents as they are written."""


def _thing(
    session: Session, held: Held, made: Revision, kind: str, key: str, things: tuple[Any, Any],
    position: int | None,
) -> list[dict[str, Any]]:  # fmt: skip
    """Note what was done to a thing, and take its row away; the row to be written, if any."""
    old, new = things
    before = {POSITION: held.positions[key]} | raw_thing(kind, old) if old is not None else None
    if new is None or position is None:
        session.execute(
            delete(ThingRow).where(ThingRow.plan_id == held.plan_id, ThingRow.id == key)
        )
        _note(session, made, kind, key, diff(before, None))
        return []
    text = text_of(kind, new)
    steps = diff(before, {POSITION: position} | json.loads(text))
    if not steps:
        return []
    _note(session, made, kind, key, steps)
    return [
        {
            "plan_id": held.plan_id, "id": key, "kind": kind, "position": position,
            "version": version_of(kind), "changed_in": made.number, "text": text,
        }
    ]  # fmt: skip


def _note(session: Session, made: Revision, kind: str, key: str, steps: list[Step]) -> None:
    if steps:
        session.add(ChangeRow(revision_id=made.id, kind=kind, thing_id=key, steps=steps))


def changes_of(session: Session, made: Revision) -> list[ChangeRow]:
    """What a revision did, thing by thing."""
    query = select(ChangeRow).where(ChangeRow.revision_id == made.id).order_by(ChangeRow.id)
    return list(session.scalars(query))


def reversed_plan(session: Session, held: Held, target: Revision) -> tuple[Plan, dict[str, int]]:
    """The plan with a revision taken back, and where its things stand then.

    Raises Refused where somebody has changed since what it changed.
    """
    plan = held.plan
    positions: dict[str, int] = {}
    lists = {kind: dict(plan.things(kind).by_id) for kind in KEYS}
    changed: set[str] = set()
    for change in reversed(changes_of(session, target)):
        steps = turned(change.steps)
        if change.kind == PLAN:
            plan = _head_after(session, held, target, plan, steps)
            continue
        old = lists[change.kind].get(change.thing_id)
        before = None
        if old is not None:
            at = held.positions[change.thing_id]
            before = {POSITION: at} | raw_thing(change.kind, old)
        try:
            after = patched(before, steps)
        except ClashError:
            raise _clash(session, held, change, target) from None
        changed.add(change.kind)
        if after is None:
            lists[change.kind].pop(change.thing_id, None)
            continue
        positions[change.thing_id] = after.pop(POSITION)
        lists[change.kind][change.thing_id] = documents.of_raw(TYPES[change.kind], after)
    for kind in changed:
        known = {**held.positions, **positions}
        ordered = sorted(lists[kind].values(), key=lambda one: known.get(one.id, 0))
        plan = plan.having(kind, Things(ordered))
    return bound(plan), positions


def plan_at(session: Session, held: Held, number: int) -> Plan:
    """The plan as it was at a revision: every later one is taken back, the newest first.

    Raises Refused where there is no such revision.
    """
    if not 1 <= number <= held.revision:
        raise Refused("revision", f"there are revisions 1 to {held.revision}, and no {number}")
    query = select(Revision).where(Revision.plan_id == held.plan_id, Revision.number > number)
    later = list(session.scalars(query.order_by(Revision.number.desc())))
    for target in working.steps("Going back", later, each=4):
        plan, positions = reversed_plan(session, held, target)
        held = replace(held, plan=plan, positions={**held.positions, **positions})
    return held.plan


def _head_after(
    session: Session, held: Held, target: Revision, plan: Plan, steps: list[Step]
) -> Plan:
    try:
        raw = patched(head_of(plan), steps)
    except ClashError:
        raise Refused("", "the plan's name or house rules were changed since") from None
    return replace(plan, **of_head(raw))


def _clash(session: Session, held: Held, change: ChangeRow, target: Revision) -> Refused:
    """Who has changed since what a revision changed."""
    later = (
        select(Revision)
        .join(ChangeRow, ChangeRow.revision_id == Revision.id)
        .where(Revision.plan_id == held.plan_id, Revision.number > target.number)
        .where(ChangeRow.thing_id == change.thing_id)
        .order_by(Revision.number.desc())
        .limit(1)
    )
    found = session.scalars(later).one_or_none()
    since = f"{found.who} saved “{found.what}” since" if found else "it was changed since"
    return Refused("", f"“{target.what}” cannot be taken back by itself: {since}")
