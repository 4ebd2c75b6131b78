"""The data folder: past editions, what cannot be read, files and kept states."""

import hashlib
import json
import sqlite3
from dataclasses import replace
from pathlib import Path

import pytest

from passerelle.core.plan.facts import About, Facts, StrandFact
from passerelle.core.plan.plan import KEYS
from passerelle.core.refused import Refused
from passerelle.core.tables.edition import tables_hash
from passerelle.demo_data import mistakes_plan
from passerelle.formats.planfile import read_plan, write_plan
from passerelle.plans import transfer
from passerelle.plans.files import Files, attach, attached
from passerelle.plans.journal import NoStepError
from passerelle.plans.plans import Author, Plans
from passerelle.plans.snapshots import keep, kept
from passerelle.plans.store import FILE_NAME, Store

PAST = Path(__file__).parents[1] / "past"
EDITIONS = ("0001", "0002", "0003")
PNG = b"\x89PNG\r\n\x1a\n" + b"0" * 40


def without_ids(value):
    if isinstance(value, dict):
        return {key: without_ids(one) for key, one in value.items() if key != "id"}
    return [without_ids(one) for one in value] if isinstance(value, list) else value


@pytest.mark.parametrize("edition", EDITIONS)
def test_a_database_of_a_past_edition_opens_with_all_that_was_in_it(tmp_path, edition):
    """Each was written by the program of its time, which also exported the plan beside it."""
    with sqlite3.connect(tmp_path / FILE_NAME) as raw:
        raw.executescript((PAST / f"{edition}.sql").read_text())
    exported = (PAST / f"{edition}.passerelle.json").read_bytes()
    store = Store(tmp_path)
    plans = Plans(store)
    held = plans.held(1)
    assert held.broken == ()
    now = json.loads(transfer.export_plan(held))
    assert without_ids(now) == without_ids(json.loads(write_plan(read_plan(exported))))
    ids = [part["id"] for link in now["links"] for part in link["path"]]
    assert len(set(ids)) == len(ids)
    assert plans.check(held).links
    assert (held.plan.x, held.revision) == ({"x-job": "4711"}, 4)
    with pytest.raises(NoStepError):  # what was done before can be read, not undone
        plans.undo(1, Author("ann", 4))
    store.close()
    (copy,) = tmp_path.glob(f"passerelle.before-{edition}-*")
    with sqlite3.connect(copy) as raw:
        assert raw.execute("SELECT revision FROM plan").fetchall() == [(4,)]
    again = Plans(Store(tmp_path)).held(1)
    assert transfer.export_plan(again) == transfer.export_plan(held)  # ids stay what they are


@pytest.mark.parametrize("edition", EDITIONS)
def test_a_plan_file_of_a_past_edition_opens(edition):
    raw = json.loads((PAST / f"{edition}.passerelle.json").read_bytes())
    assert raw["version"] == 1
    plan = read_plan(json.dumps(raw).encode())
    assert len(plan.links) == len(raw["links"])
    assert write_plan(read_plan(write_plan(plan))) == write_plan(plan)


def test_models_and_migrations_agree(store):
    from alembic.autogenerate import compare_metadata  # noqa: PLC0415
    from alembic.runtime.migration import MigrationContext  # noqa: PLC0415

    from passerelle.plans.models import Base  # noqa: PLC0415

    with store.engine.connect() as connection:
        assert compare_metadata(MigrationContext.configure(connection), Base.metadata) == []
    with sqlite3.connect(store.file) as raw:
        assert raw.execute("PRAGMA journal_mode").fetchone() == ("wal",)


def test_a_thing_that_cannot_be_read_is_said_and_the_rest_stands(store):
    plans = Plans(store)
    plans.add(mistakes_plan(), Facts.NONE, "test", "Demo plan")
    with store.writing() as session:
        session.connection().exec_driver_sql(
            "UPDATE thing SET doc = json_set(doc, '$.strands', -4) WHERE id = 'cable0003'"
        )
        session.connection().exec_driver_sql(
            "UPDATE thing SET version = 9 WHERE id = 'demolink0002'"
        )
    fresh = Plans(store)
    held = fresh.held(1)
    said = {one.id: one.reason for one in held.broken}
    assert "strands: -4 is under 1" in said["cable0003"]
    assert "version 9, newer than 1" in said["demolink0002"]
    check = fresh.check(held)
    assert len(check.links) >= len(mistakes_plan().links) - 12
    assert "demolink0001" in check.alone


def test_what_hangs_on_an_unreadable_device_is_said_and_left_out(store):
    """Cabinet links name their switch: without it nothing can be said of them, and nothing is."""
    plans = Plans(store)
    plan = mistakes_plan()
    plans.add(plan, Facts.NONE, "test", "Demo plan")
    switch = next(
        one for one in plan.devices if any(link.a.device == one.name for link in plan.links)
    )
    users = {link.id for link in plan.links if switch.name in (link.a.device, link.b.device)}
    with store.writing() as session:
        session.connection().exec_driver_sql(
            "UPDATE thing SET version = 9 WHERE id = ?", (switch.id,)
        )
    fresh = Plans(store)
    held = fresh.held(1)
    assert {one.id for one in held.broken if one.kind == "link"} == users
    assert set(fresh.check(held).alone) == {link.id for link in plan.links} - users
    assert len(store_ids(store)) == sum(len(plan.things(kind)) for kind in KEYS)  # all is kept


def store_ids(store):
    with store.reading() as session:
        return session.connection().exec_driver_sql("SELECT id FROM thing").fetchall()


def test_facts_are_added_once_corrected_by_later_ones_and_change_what_is_said(store):
    plans = Plans(store)
    held = plans.add(mistakes_plan(), Facts.NONE, "test", "Demo plan")
    cable = held.plan.cables.named("P-07")
    strand = next(
        use.strands[0] for link, use in plans.check(held).plant.uses_of["P-07"] if use.strands
    )

    def fact(state, corrects=None):
        return StrandFact(kind="strand", about=About("cable", cable.id), who="ann",
                          at="2026-05-31T14:20:00Z", strand=strand, state=state,
                          corrects=corrects)  # fmt: skip

    def clashes(held):
        return [a for a in plans.check(held).backbone if a.finding.rule.id == "cable.strand-clash"
                and a.name == "P-07"]  # fmt: skip

    bad = fact("bad")
    once = plans.note(1, [bad])
    assert clashes(once) and not clashes(held)
    assert plans.note(1, [bad]) == once  # twice is once
    assert once.revision == held.revision  # facts are no revision: undo never takes them back
    good = plans.note(1, [fact("good", corrects=bad.id)])
    assert not clashes(good)
    assert [one.state for one in good.facts.all] == ["bad", "good"]  # nothing is taken away
    assert Plans(store).held(1).facts == good.facts
    again = fact("bad")
    plans.note(1, [again, replace(fact("bad", corrects=again.id), withdrawn=True)])
    assert [one.id for one in plans.held(1).facts.standing] == [good.facts.all[1].id]
    with pytest.raises(Refused, match="there is no fact"):
        plans.note(1, [fact("bad", corrects="nosuchfact")])
    nowhere = StrandFact(kind="strand", about=About("cable", "nosuchcable"), who="ann",
                         at="2026-05-31", strand=1, state="bad")  # fmt: skip
    with pytest.raises(Refused, match="there is no cable"):
        plans.note(1, [nowhere])


def test_files_are_kept_by_their_content_and_a_damaged_one_is_noticed(store, tmp_path):
    plans = Plans(store)
    held = plans.add(mistakes_plan(), Facts.NONE, "test", "Demo plan")
    files = Files(tmp_path)
    place, other = list(held.plan.places)[:2]
    with store.writing() as session:
        for thing in (place, other, place):
            attach(session, files, held, ("place", thing.id), "panel.png", PNG, "ann")
    with store.reading() as session:
        rows = attached(session, 1)
    assert [row.about_id for row in rows] == [place.id, other.id]
    assert {row.sha256 for row in rows} == {hashlib.sha256(PNG).hexdigest()}
    assert len([one for one in (tmp_path / "files").rglob("*") if one.is_file()]) == 1
    assert files.get(rows[0].sha256) == PNG
    for data, said in ((b"<svg onload=x>", "no PNG"), (PNG + b"0" * 2**24, "at most 16 MiB")):
        with store.writing() as session, pytest.raises(Refused, match=said):
            attach(session, files, held, ("place", place.id), "x", data, "ann")
    files.path(rows[0].sha256).write_bytes(PNG + b"1")
    with pytest.raises(Refused, match="is damaged"):
        files.get(rows[0].sha256)


def test_a_kept_state_stays_as_it_was(store, tmp_path):
    plans = Plans(store)
    held = plans.add(mistakes_plan(), Facts.NONE, "test", "Demo plan")
    files = Files(tmp_path)
    with store.writing() as session:
        row = keep(session, files, held, plans.check(held), "issued 1", "ann")
        with pytest.raises(Refused, match="another kept state"):
            keep(session, files, held, plans.check(held), "issued 1", "ann")
        assert files.get(row.plan_sha256) == transfer.export_plan(held)
        answers = json.loads(files.get(row.answers_sha256))
        assert len(answers["links"]) == len(held.plan.links)
        assert row.tables_sha256 == tables_hash()
    with store.reading() as session:
        assert [one.name for one in kept(session, 1)] == ["issued 1"]


def test_a_plan_in_memory_is_what_its_rows_say(store):
    """Stored, held, and read again by another program: the same in every part."""
    plan = mistakes_plan()
    held = Plans(store).add(plan, Facts.NONE, "ann", "new")
    again = Plans(store).held(held.plan_id)
    for kind in KEYS:
        assert list(again.plan.things(kind)) == list(held.plan.things(kind))
        assert [t.id for t in again.plan.things(kind)] == [t.id for t in held.plan.things(kind)]
    assert (again.changed_in, again.positions) == (held.changed_in, held.positions)
    assert (again.revision, again.fact_number, again.broken) == (1, 0, ())
    assert (again.plan.house_rules, again.plan.name, again.plan.id) == (
        plan.house_rules, plan.name, plan.id
    )  # fmt: skip
    assert write_plan(again.plan) == write_plan(plan)
