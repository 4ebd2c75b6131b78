"""Every change of a plan goes through a Journal: it changes rows and writes down from and to.

Undo and redo are revisions too, so that the history only ever grows and can always be read:
each revision remembers which one undo and redo would take up next.
"""

from collections.abc import Callable
from typing import Any, cast

from sqlalchemy import select
from sqlalchemy.orm import Session

from .models import Change, Item, LinkRow, Place, Plan, Revision

State = dict[str, Any]
_COLUMNS: dict[str, tuple[str, ...]] = {
    "plan": ("name", "house_rules", "extra", "own_parts", "devices", "spares"),
    "item": ("kind", "position", "name", "doc"),
    "place": ("position", "name", "kind", "x_m", "y_m", "extra"),
    "link": ("position", "name", "a_place_id", "b_place_id", "a", "b", "path", "extra"),
}
Row = Plan | Place | Item | LinkRow
_ROWS: dict[str, type[Row]] = {"plan": Plan, "place": Place, "item": Item, "link": LinkRow}


class StaleError(Exception):
    """Somebody else saved in between. Carries the number of the revision that did."""

    def __init__(self, newest: Revision) -> None:
        super().__init__(
            f"{newest.who} saved “{newest.what}” (revision {newest.number}) after you opened this"
        )
        self.number = newest.number


class NoStepError(Exception):
    """There is nothing to undo or to redo."""


def state_of(entity: str, row: Row) -> State:
    """What a revision keeps of a row."""
    return {column: getattr(row, column) for column in _COLUMNS[entity]}


class Journal:
    """The changes of one revision of one plan, within the caller's transaction."""

    def __init__(self, session: Session, plan: Plan, who: str, what: str) -> None:
        self.session = session
        self.plan = plan
        plan.revision += 1
        self.revision = Revision(
            plan_id=plan.id,
            number=plan.revision,
            who=who,
            what=what[:400],
            undo_next=plan.revision,
            redo_next=None,
        )
        session.add(self.revision)

    def put(self, entity: str, entity_id: int | None, after: State | None) -> int:
        """Make a row be `after` (None: not there); `entity_id` None makes a new one."""
        kind = _ROWS[entity]
        row: Row | None = None
        if entity_id is not None:
            row = cast(Row | None, self.session.get(kind, entity_id))
        before = state_of(entity, row) if row is not None else None
        if after is None:
            if row is not None:
                self.session.delete(row)
        elif row is None:
            row = kind(**after)
            if entity_id is not None:
                row.id = entity_id
            if not isinstance(row, Plan):
                row.plan_id = self.plan.id
            self.session.add(row)
        else:
            for column, value in after.items():
                setattr(row, column, value)
        if isinstance(row, Plan | LinkRow) and after is not None:
            row.changed_in = self.plan.revision
        if kind in (Place, Item):
            self.plan.plant_changed_in = self.plan.revision
        self.session.flush()
        known = entity_id if entity_id is not None else (row.id if row is not None else 0)
        # Not through the revision's list: that is gone through whole at every flush.
        self.session.add(
            Change(
                revision_id=self.revision.id,
                entity=entity,
                entity_id=known,
                before=before,
                after=after,
            )
        )
        return known

    def reverse(self, target: Revision) -> None:
        """Take back what `target` changed, last change first."""
        for change in reversed(target.changes):
            self.put(change.entity, change.entity_id, change.before)


def revision(session: Session, plan: Plan, number: int | None) -> Revision | None:
    """One revision of a plan by its number."""
    if not number:
        return None
    key = ("revision", plan.id, number)
    known: Revision | None = session.info.get(key)
    if known is None:
        known = session.scalars(
            select(Revision).where(Revision.plan_id == plan.id, Revision.number == number)
        ).one_or_none()
        session.info[key] = known  # a revision is never changed once it is written
    return known


def next_steps(session: Session, plan: Plan) -> tuple[Revision | None, Revision | None]:
    """What undo would take back, and what redo would do again."""
    head = revision(session, plan, plan.revision)
    if head is None:
        return None, None
    undone = revision(session, plan, head.redo_next)
    return revision(session, plan, head.undo_next), undone


def _turn(
    session: Session, plan: Plan, base: int, pick: Callable[[Revision], int | None], nothing: str
) -> Revision:
    """The revision that undo or redo takes up, if the plan is still where the person saw it."""
    head = revision(session, plan, plan.revision)
    if head is not None and base != plan.revision:
        raise StaleError(head)
    target = revision(session, plan, pick(head)) if head is not None else None
    if target is None:
        raise NoStepError(nothing)
    return target


def undo(session: Session, plan: Plan, who: str, base: int) -> Revision:
    """Take back the newest change that is not yet taken back.

    Raises StaleError when the plan is no longer at revision `base`, NoStepError.
    """
    target = _turn(session, plan, base, lambda h: h.undo_next, "There is nothing to undo.")
    journal = Journal(session, plan, who, f"Undo: {target.what.removeprefix('Redo: ')}")
    before_target = revision(session, plan, target.number - 1)
    journal.revision.undo_next = before_target.undo_next if before_target else None
    journal.revision.redo_next = journal.revision.number
    journal.reverse(target)
    return journal.revision


def redo(session: Session, plan: Plan, who: str, base: int) -> Revision:
    """Do again the change that was undone last. Raises StaleError, NoStepError."""
    undone = _turn(session, plan, base, lambda h: h.redo_next, "There is nothing to redo.")
    journal = Journal(session, plan, who, f"Redo: {undone.what.removeprefix('Undo: ')}")
    before_undo = revision(session, plan, undone.number - 1)
    journal.revision.redo_next = before_undo.redo_next if before_undo else None
    journal.reverse(undone)
    return journal.revision
