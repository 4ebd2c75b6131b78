"""Every change is one transaction and one revision; undo and redo go to any depth."""

import random
import sqlite3
from pathlib import Path

import pytest
from alembic import command
from sqlalchemy import select

from passerelle.core.light.edits import Rename, SetPart
from passerelle.demo_data import demo_plan
from passerelle.formats.planfile import write_plan
from passerelle.formats.refusal import Refused
from passerelle.plans import changes, journal, transfer
from passerelle.plans.documents import links
from passerelle.plans.models import Change, Plan, Revision
from passerelle.plans.store import Store
from tests.making import cord


@pytest.fixture
def plan_id(store: Store) -> int:
    with store.writing() as session:
        return transfer.store_new(session, demo_plan(), "test", "Demo plan").id


def content(store: Store, plan_id: int) -> bytes:
    with store.reading() as session:
        return transfer.export_plan(session, session.get(Plan, plan_id))


def rename(store: Store, plan_id: int, at: int, name: str) -> None:
    with store.writing() as session:
        plan = session.get(Plan, plan_id)
        row = links(session, plan)[at]
        author = changes.Author("ann", plan.revision)
        changes.change_link(session, plan, row, (Rename(name),), author, f"rename {name}")


def turn(store: Store, plan_id: int, step) -> None:
    with store.writing() as session:
        plan = session.get(Plan, plan_id)
        step(session, plan, "ann", plan.revision)


def test_undo_and_redo_follow_any_sequence(store, plan_id):
    """A random walk of edits, deletions, undo and redo against two plain stacks."""
    rng = random.Random(7)
    done, undone = [content(store, plan_id)], []
    for step in range(60):
        action = rng.choice(["edit", "edit", "delete", "undo", "undo", "redo"])
        if action == "edit":
            rename(store, plan_id, rng.randrange(5), f"link {step}")
        elif action == "delete":
            with store.writing() as session:
                plan = session.get(Plan, plan_id)
                row = rng.choice(links(session, plan))
                changes.delete_link(session, plan, row, changes.Author("bo", plan.revision))
        elif action == "undo" and len(done) > 1:
            turn(store, plan_id, journal.undo)
            undone.append(done.pop())
        elif action == "redo" and undone:
            turn(store, plan_id, journal.redo)
            done.append(undone.pop())
        else:
            continue
        now = content(store, plan_id)
        if action in ("edit", "delete"):
            done.append(now)
            undone.clear()
        assert now == done[-1]
    with store.reading() as session:
        numbers = list(session.scalars(select(Revision.number).order_by(Revision.number)))
    assert numbers == list(range(1, len(numbers) + 1))  # the history only grows


def test_a_revision_tells_who_what_from_and_to(store, plan_id):
    rename(store, plan_id, 0, "new name")
    with store.reading() as session:
        row = session.scalars(select(Revision).where(Revision.number == 2)).one()
        group, change = row.changes  # the redundant pair goes on naming it
        assert (row.who, row.what) == ("ann", "rename new name")
        assert change.before["name"] == "Pier Office – Instrument Hall core"
        assert change.after["name"] == "new name"
        assert group.after["doc"]["links"][0] == "new name"


def test_a_stale_change_is_refused_and_nothing_is_stored(store, plan_id):
    rename(store, plan_id, 0, "first")
    before = content(store, plan_id)
    with store.writing() as session:
        plan = session.get(Plan, plan_id)
        row = links(session, plan)[0]
        old = changes.Author("bo", 1)
        with pytest.raises(journal.StaleError, match="ann saved “rename first”"):
            changes.change_link(session, plan, row, (Rename("second"),), old, "rename")
        # another link has not changed since: no conflict
        other = links(session, plan)[1]
        changes.change_link(session, plan, other, (Rename("other"),), old, "rename")
    assert b'"first"' in before
    assert b'"second"' not in content(store, plan_id)


def test_a_refused_edit_leaves_no_trace(store, plan_id):
    before = content(store, plan_id)
    with pytest.raises(Refused), store.writing() as session:
        plan = session.get(Plan, plan_id)
        row = links(session, plan)[0]
        author = changes.Author("ann", 1)
        changes.change_link(session, plan, row, (SetPart(1, cord()),), author, "bad")
    assert content(store, plan_id) == before
    with store.reading() as session:
        assert session.scalars(select(Change)).all() == []


def test_restoring_the_demo_can_be_undone(store, plan_id):
    rename(store, plan_id, 0, "mine")
    mine = content(store, plan_id)
    with store.writing() as session:
        plan = session.get(Plan, plan_id)
        transfer.replace_content(session, plan, demo_plan(), "ann", "Restore the demo plan")
    assert content(store, plan_id) == write_plan(demo_plan())
    turn(store, plan_id, journal.undo)
    assert content(store, plan_id) == mine


def test_a_database_of_an_older_edition_is_copied_before_it_is_migrated(tmp_path: Path):
    store = Store(tmp_path)
    with store.engine.connect() as connection:
        config = store.migrations()
        config.attributes["connection"] = connection
        command.downgrade(config, "0001")
        connection.exec_driver_sql(
            "INSERT INTO plan VALUES (1, 'old', '{}', '{\"x-note\": 1}', 4, 4)"
        )
        connection.commit()
    store.close()
    now = Store(tmp_path)
    with now.reading() as session:
        plan = session.get(Plan, 1)
        assert (plan.name, plan.revision, plan.own_parts, plan.spares) == ("old", 4, [], [])
        assert plan.extra == {"x-note": 1}
    now.close()
    (copy,) = tmp_path.glob("passerelle.before-0001-*")
    with sqlite3.connect(copy) as raw:
        assert raw.execute("SELECT name, revision FROM plan").fetchall() == [("old", 4)]
    with sqlite3.connect(tmp_path / "passerelle.sqlite3") as raw:
        assert raw.execute("PRAGMA journal_mode").fetchone() == ("wal",)


def test_models_and_migrations_agree(store):
    from alembic.autogenerate import compare_metadata  # noqa: PLC0415
    from alembic.runtime.migration import MigrationContext  # noqa: PLC0415

    from passerelle.plans.models import Base  # noqa: PLC0415

    with store.engine.connect() as connection:
        assert compare_metadata(MigrationContext.configure(connection), Base.metadata) == []
