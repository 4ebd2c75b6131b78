"""The stored plans of a data folder, as everything else asks for them.

One road for every change: what is asked → the new plan → what it touches → rows → journal. The
plan of the newest revision is held in memory, and checked against the file's state each time, so
that a change costs what it touches. Judging happens after the commit, never under the write lock.
"""

import threading
from collections.abc import Callable, Iterable
from dataclasses import dataclass, replace

from sqlalchemy import Text, bindparam, func, insert, select
from sqlalchemy.orm import Session

from passerelle.core.changes.apply import Applied, applied, settled
from passerelle.core.changes.change import Change
from passerelle.core.judge.wholeplan import PlanCheck, check
from passerelle.core.light.site import site_of
from passerelle.core.plan.facts import AnyFact, AnyFactType, Facts
from passerelle.core.plan.plan import KEYS, Plan
from passerelle.core.plant.seen import seen_plan
from passerelle.core.refused import Refused, Told
from passerelle.core.working import Stopped, steps
from passerelle.formats import documents

from . import journal
from .guarding import anything_done, guarded, touches_done
from .held import Held, head_of, load
from .journal import NoStepError, text_of
from .models import FactRow, PlanRow, Revision, ThingRow
from .store import Store
from .versions import version_of


class NoPlanError(Told):
    """There is no plan of that number."""

    def __init__(self, number: int) -> None:
        super().__init__("plan", f"There is no plan {number}.")


@dataclass(frozen=True, slots=True)
class Author:
    """Who changes, and the revision of the plan that they were looking at."""

    who: str
    base: int


@dataclass(frozen=True, slots=True)
class Changed:
    """What a change did: the plan before and after it, and the ids that it touched."""

    before: Held
    after: Held
    touched: frozenset[str]


@dataclass(frozen=True, slots=True)
class Listed:
    """One plan in the list of plans."""

    id: int
    name: str
    links: int
    revision: int


_AS_TEXT = insert(ThingRow.__table__).values(  # type: ignore[arg-type]
    doc=bindparam("text", type_=Text)
)
"""Documents as they are written, not made into values and back."""


class Plans:
    """The plans of one store, held in memory as of their newest revision."""

    def __init__(self, store: Store) -> None:
        self.store = store
        self._held: dict[int, Held] = {}
        self._checks: dict[int, tuple[Plan, PlanCheck]] = {}
        self._judging: dict[int, threading.Lock] = {}

    # reading

    def held(self, plan_id: int) -> Held:
        """A plan as it stands. Raises NoPlanError."""
        with self.store.reading() as session:
            return self._now(session, plan_id)

    def _now(self, session: Session, plan_id: int) -> Held:
        state = session.execute(
            select(PlanRow.revision, PlanRow.facts).where(PlanRow.id == plan_id)
        ).one_or_none()
        if state is None:
            raise NoPlanError(plan_id)
        known = self._held.get(plan_id)
        if known is None or (known.revision, known.fact_number) != tuple(state):
            known = load(session, session.get_one(PlanRow, plan_id))
            self._held[plan_id] = known
        return known

    def listed(self) -> list[Listed]:
        """All plans of the folder."""
        counted = (
            select(ThingRow.plan_id, func.count().label("links"))
            .where(ThingRow.kind == "link")
            .group_by(ThingRow.plan_id)
            .subquery()
        )
        query = select(PlanRow, func.coalesce(counted.c.links, 0)).outerjoin(
            counted, counted.c.plan_id == PlanRow.id
        )
        with self.store.reading() as session:
            return [
                Listed(row.id, row.name, links, row.revision)
                for row, links in session.execute(query.order_by(PlanRow.id))
            ]

    def check(self, held: Held) -> PlanCheck:
        """Everything that is said about a plan; what still holds is not worked out again."""
        known = self._checks.get(held.plan_id)
        if known is not None and known[0] is held.seen:
            return known[1]
        with self._judging.setdefault(held.plan_id, threading.Lock()):
            known = self._checks.get(held.plan_id)
            if known is not None and known[0] is held.seen:
                return known[1]
            made = check(held.seen, known[1] if known is not None else None)
            self._checks[held.plan_id] = (held.seen, made)
        return made

    def at(self, plan_id: int, number: int) -> Plan:
        """A plan as it was at a revision. Raises NoPlanError, and Refused."""
        with self.store.reading() as session:
            return journal.plan_at(session, self._now(session, plan_id), number)

    # changing

    def change(
        self, plan_id: int, asked: Iterable[Change], author: Author, what: str, *,
        seen: Iterable[str] = (), cascade: bool = False,
    ) -> Changed:  # fmt: skip
        """Apply changes as one revision. Raises Refused, StillUsed, StaleError, NoPlanError.

        seen : ids of the things that the author changes: what somebody else has changed since is
        refused.
        """
        asked, seen = list(asked), list(seen)

        def make(session: Session, held: Held) -> Applied:
            journal.fresh(session, held, seen, author.base)
            return applied(held.plan, asked, site=held.site, cascade=cascade)

        return self._write(plan_id, make, author.who, what)

    def rework(
        self, plan_id: int, make: Callable[[Held], tuple[Plan, str]], author: Author,
        seen: Iterable[str] = (),
    ) -> Changed:  # fmt: skip
        """Replace a plan by what `make` makes of it, as one revision; it also says what it did."""
        said: list[str] = []

        def made(session: Session, held: Held) -> Applied:
            journal.fresh(session, held, seen, author.base)
            plan, what = make(held)
            said.append(what)
            return settled(held.plan, plan, held.site)

        return self._write(plan_id, made, author.who, lambda: said[0])

    def _write(
        self, plan_id: int, make: Callable[[Session, Held], Applied], who: str,
        what: str | Callable[[], str],
    ) -> Changed:  # fmt: skip
        with self.store.reading() as session:
            before = self._now(session, plan_id)
            # Judging takes its time: done before the write lock, and nothing of it is kept.
            trial = make(session, before) if anything_done(before.facts) else None
        if trial is not None and touches_done(before.plan, trial.plan, trial.touched, before.facts):
            guarded(self.check(before), trial.plan, before.facts)
        with self.store.writing() as session:
            before = self._now(session, plan_id)
            made = make(session, before)
            said = what if isinstance(what, str) else what()
            after = self._noted(session, before, made, who, said, None)
        self._held[plan_id] = after
        return Changed(before, after, made.touched)

    @staticmethod
    def _noted(
        session: Session, before: Held, made: Applied, who: str, what: str,
        turning: tuple[Revision, bool] | None,
    ) -> Held:  # fmt: skip
        revision, positions = journal.write(
            session, before, made.plan, made.touched, who, what, turning
        )
        return before.after(revision.number, made.plan, made.site, made.touched, positions)

    # undo and redo

    def next_steps(self, plan_id: int, who: str) -> tuple[str | None, str | None]:
        """What undo would take back, and what redo would do again, for one person."""
        with self.store.reading() as session:
            back, again = journal.next_steps(session, plan_id, who)
        return (
            back.removeprefix("Redo: ") if back else None,
            again.removeprefix("Undo: ") if again else None,
        )

    def undo(self, plan_id: int, author: Author) -> Changed:
        """Take back the newest change of this person that is not yet taken back."""
        return self._turn(plan_id, author, back=True)

    def redo(self, plan_id: int, author: Author) -> Changed:
        """Do again what this person took back last."""
        return self._turn(plan_id, author, back=False)

    def _turn(self, plan_id: int, author: Author, *, back: bool) -> Changed:
        """Raises NoStepError, StaleError, and Refused where something later depends on it."""
        with self.store.writing() as session:
            before = self._now(session, plan_id)
            mine = journal.head(session, plan_id, author.who)
            pick = None if mine is None else (mine.undo_next if back else mine.redo_next)
            target = journal.revision(session, plan_id, pick)
            if target is None:
                raise NoStepError("", f"There is nothing to {'undo' if back else 'redo'}.")
            if mine is not None and author.base < mine.number:
                raise journal.StaleError(mine)
            placed, made = self._reversed(session, before, target)
            word, old = ("Undo", "Redo: ") if back else ("Redo", "Undo: ")
            what = f"{word}: {target.what.removeprefix(old)}"
            after = self._noted(session, placed, made, author.who, what, (target, back))
        self._held[plan_id] = after
        return Changed(before, after, made.touched)

    def take_back(self, plan_id: int, number: int, author: Author) -> Changed:
        """Take back one revision, whoever made it, as a change of its own.

        Raises NoStepError, and Refused where something later depends on it.
        """
        with self.store.writing() as session:
            before = self._now(session, plan_id)
            target = journal.revision(session, plan_id, number)
            if target is None or number == 1:
                raise NoStepError("", f"There is no change {number} that could be taken back.")
            placed, made = self._reversed(session, before, target)
            what = f"Take back {number}: {target.what}"
            after = self._noted(session, placed, made, author.who, what, None)
        self._held[plan_id] = after
        return Changed(before, after, made.touched)

    def _reversed(self, session: Session, before: Held, target: Revision) -> tuple[Held, Applied]:
        """The plan without what one revision did, whatever came after it. Raises Refused."""
        plan, places = journal.reversed_plan(session, before, target)
        try:
            made = settled(before.plan, plan, before.site)
        except Stopped:
            raise
        except Refused as refused:
            said = f"“{target.what}” cannot be taken back by itself: {refused}"
            raise Refused("", said) from None
        return self._with_positions(before, places), made

    @staticmethod
    def _with_positions(held: Held, places: dict[str, int]) -> Held:
        """The same plan, what comes back standing where it stood."""
        new = {key: at for key, at in places.items() if key not in held.positions}
        return replace(held, positions={**held.positions, **new}) if new else held

    # whole plans

    def add(self, plan: Plan, facts: Facts, who: str, what: str) -> Held:
        """Store a plan as a new one; its first revision cannot be undone."""
        with self.store.writing() as session:
            row = PlanRow(
                thing_id=plan.id, name=plan.name, head=head_of(plan), revision=1, changed_in=1
            )
            session.add(row)
            session.flush()
            session.add(
                Revision(
                    plan_id=row.id, number=1, who=who, what=what, undo_next=None, redo_next=None
                )
            )
            positions = {one.id: at for kind in KEYS for at, one in enumerate(plan.things(kind))}
            rows = [
                {
                    "plan_id": row.id, "id": one.id, "kind": kind, "position": positions[one.id],
                    "version": version_of(kind), "changed_in": 1, "text": text_of(kind, one),
                }
                for kind in KEYS
                for one in steps("Writing", plan.things(kind))
            ]  # fmt: skip
            if rows:
                session.execute(_AS_TEXT, rows)
            self._add_facts(session, row, facts.all)
            site, changed_in = site_of(plan), dict.fromkeys((plan.id, *positions), 1)
            made = Held(
                row.id, 1, row.facts, plan, facts, site, seen_plan(plan, facts), changed_in,
                positions,
            )  # fmt: skip
        self._held[made.plan_id] = made
        return made

    # facts

    def note(self, plan_id: int, facts: Iterable[AnyFactType]) -> Held:
        """Add facts; those that are there already change nothing. Raises Refused."""
        with self.store.writing() as session:
            held = self._now(session, plan_id)
            known = {one.id for one in held.facts.all}
            new = [one for one in facts if one.id not in known]
            for at, fact in enumerate(new):
                _check_fact(held, fact, f"facts[{at}]", known | {one.id for one in new[:at]})
            row = session.get_one(PlanRow, plan_id)
            self._add_facts(session, row, new)
            after = held.with_facts(row.facts, held.facts.with_more(new)) if new else held
        self._held[plan_id] = after
        return after

    @staticmethod
    def _add_facts(session: Session, row: PlanRow, facts: Iterable[AnyFactType]) -> None:
        for one in facts:
            row.facts += 1
            session.add(
                FactRow(
                    plan_id=row.id, id=one.id, kind=one.kind, about_id=one.about.id,
                    version=version_of("fact"), doc=documents.raw(AnyFact, one),
                )
            )  # fmt: skip


def _check_fact(held: Held, fact: AnyFactType, where: str, known: set[str]) -> None:
    known_ids = (held.plan.id,) if fact.about.kind == "plan" else held.plan.things(fact.about.kind)
    if fact.about.id not in known_ids:
        raise Refused(f"{where}.about.id", f"there is no {fact.about.kind} {fact.about.id!r} here")
    if fact.corrects is not None and fact.corrects not in known:
        raise Refused(f"{where}.corrects", f"there is no fact {fact.corrects!r} to correct")
