"""The data folder when things go wrong: each fault is one sentence, and nothing is half-written.

A longer run by hand: PASSERELLE_KILLS=50 pytest tests/plans/test_faults.py -k killed
"""

import os
import signal
import sqlite3
import stat
import subprocess
import sys
import threading
import time
from dataclasses import replace
from pathlib import Path

import pytest
from sqlalchemy import event
from sqlalchemy.exc import DBAPIError

from passerelle.cli import main
from passerelle.core.changes.change import Put
from passerelle.core.plan.backbone import Place
from passerelle.demo_data import mistakes_plan
from passerelle.formats.planfile import write_plan
from passerelle.plans import store as store_module
from passerelle.plans.faults import StoreError, why_not
from passerelle.plans.files import Files
from passerelle.plans.plans import Author, Plans
from passerelle.plans.store import FILE_NAME, Store
from passerelle.plans.transfer import export_plan, import_new


@pytest.fixture
def folder(tmp_path):
    """A data folder with the demo plan in it."""
    import_new(tmp_path / "data", write_plan(mistakes_plan()))
    return tmp_path / "data"


def refused(folder, **how):
    with pytest.raises(StoreError) as error:
        Store(folder, **how)
    said = str(error.value)
    assert "\n" not in said
    assert "Traceback" not in said
    return said


def test_an_acknowledged_change_survives_a_power_cut(folder):
    store = Store(folder)
    with store.reading() as session:
        assert session.connection().exec_driver_sql("PRAGMA synchronous").scalar() == 2  # FULL
    store.close()


def test_a_folder_that_cannot_be_written_to_is_read_all_the_same(folder, monkeypatch):
    Store(folder).close()
    before = {one.name: one.read_bytes() for one in folder.iterdir()}
    monkeypatch.setattr(
        store_module.os, "access", lambda _, how: how != os.W_OK
    )  # root may write everywhere
    store = Store(folder)
    plans = Plans(store)
    assert plans.held(1).plan == mistakes_plan()
    assert plans.check(plans.held(1)).links
    with pytest.raises(StoreError, match="cannot be written to: nothing was stored"):
        plans.change(1, [Put(Place("Shed"))], Author("w", 1), "Add")
    with pytest.raises(DBAPIError, match="readonly"), store.engine.connect() as connection:
        connection.exec_driver_sql("DELETE FROM thing")
    store.close()
    assert {one.name: one.read_bytes() for one in folder.iterdir()} == before


def test_an_older_database_in_such_a_folder_is_refused(folder, monkeypatch):
    with sqlite3.connect(folder / FILE_NAME) as connection:
        connection.execute("UPDATE alembic_version SET version_num = '0001'")
    monkeypatch.setattr(store_module.os, "access", lambda _, how: how != os.W_OK)
    assert "older Passerelle" in refused(folder)


def test_what_is_stored_is_readable_by_its_owner_alone(folder):
    Files(folder).put(b"\x89PNG\r\n\x1a\n")
    store = Store(folder)
    with store.reading() as session:
        session.connection().exec_driver_sql("SELECT 1")
        found = [one for one in folder.rglob("*") if one.is_file()]
    assert len(found) >= 2
    assert {stat.S_IMODE(one.stat().st_mode) for one in found} == {0o600}
    assert stat.S_IMODE(folder.stat().st_mode) == 0o700
    store.close()


def test_a_path_that_is_a_file_is_no_data_folder(tmp_path, capsys):
    (tmp_path / "note").write_text("x")
    assert "is a file; a data folder is a folder" in refused(tmp_path / "note")
    assert "cannot be used" in refused(tmp_path / "note" / "data")
    assert main(["export", "--data", str(tmp_path / "note")]) == 2
    assert len(capsys.readouterr().err.splitlines()) == 1


def test_export_makes_no_folder(tmp_path, capsys):
    assert main(["export", "--data", str(tmp_path / "none")]) == 2
    assert "there are no stored plans" in capsys.readouterr().err
    assert not (tmp_path / "none").exists()


@pytest.mark.parametrize(
    ("content", "said"),
    [
        (b"not a database at all, only text" * 40, "no database"),
        (b"SQLite format 3\x00", "no data"),
    ],
)
def test_a_file_that_is_no_database(tmp_path, content, said):
    (tmp_path / FILE_NAME).write_bytes(content)
    assert said in refused(tmp_path)
    assert (tmp_path / FILE_NAME).read_bytes() == content  # left as it was


def test_a_database_of_something_else_is_left_alone(tmp_path):
    with sqlite3.connect(tmp_path / FILE_NAME) as raw:
        raw.execute("CREATE TABLE recipe (name TEXT)")
    assert "holds something else than stored plans" in refused(tmp_path)
    with sqlite3.connect(tmp_path / FILE_NAME) as raw:
        assert [n for (n,) in raw.execute("SELECT name FROM sqlite_master")] == ["recipe"]


def test_a_database_of_a_newer_program_is_not_touched(folder):
    with sqlite3.connect(folder / FILE_NAME) as raw:
        raw.execute("UPDATE alembic_version SET version_num = '0099'")
    assert "written by a newer Passerelle" in refused(folder)
    assert not list(folder.glob("*.before-*"))


def test_a_truncated_or_damaged_database_says_so(folder):
    file = folder / FILE_NAME
    with sqlite3.connect(file) as raw:
        raw.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    whole = file.read_bytes()
    file.write_bytes(whole[: len(whole) // 2])
    assert "damaged" in refused(folder)
    middle = len(whole) // 3
    file.write_bytes(whole[:middle] + b"\xff" * 8192 + whole[middle + 8192 :])
    assert "damaged" in refused(folder)


def moved(plans, number, base):
    place = Place(f"Place {number}", id=f"faultplace{number:04d}")
    return plans.change(1, [Put(place)], Author("ann", base), f"place {number}")


def test_a_full_disk_stores_nothing_and_reading_goes_on(folder):
    store = Store(folder)
    plans = Plans(store)
    before = export_plan(plans.held(1))
    with store.engine.connect() as connection:
        pages = connection.exec_driver_sql("PRAGMA page_count").scalar()
    store.engine.dispose()
    event.listen(
        store.engine, "connect", lambda raw, _: raw.execute(f"PRAGMA max_page_count={pages}")
    )
    big = [Put(Place("n" * 100 + str(n), notes="x" * 400)) for n in range(400)]
    with pytest.raises(DBAPIError) as full:
        plans.change(1, big, Author("ann", 1), "many")
    assert why_not(full.value) == ("The disk is full: nothing was stored; make room and try again.")
    assert export_plan(plans.held(1)) == before
    store.close()
    assert export_plan(Plans(Store(folder)).held(1)) == before


def test_twenty_writers_lose_nothing_and_none_is_locked_out(folder):
    """Each adds places of its own; every one of them is there at the end, in as many revisions."""
    store = Store(folder)
    plans = Plans(store)
    faults: list[BaseException] = []

    def work(writer):
        try:
            for n in range(5):
                moved(plans, 100 * writer + n, 1)
        except BaseException as error:
            faults.append(error)

    threads = [threading.Thread(target=work, args=(n,)) for n in range(20)]
    for one in threads:
        one.start()
    for one in threads:
        one.join()
    assert faults == []
    held = plans.held(1)
    assert held.revision == 1 + 100
    names = {one.name for one in held.plan.places}
    assert {f"Place {100 * w + n}" for w in range(20) for n in range(5)} <= names
    store.close()


def test_a_reader_is_not_stopped_by_a_writer(folder):
    store = Store(folder)
    plans = Plans(store)
    with store.writing() as session:
        session.connection().exec_driver_sql("UPDATE plan SET name = 'half'")
        start = time.perf_counter()
        assert Plans(store).held(1).plan.name != "half"
        assert time.perf_counter() - start < 5  # it does not stand in line
        session.rollback()
    assert plans.held(1).plan.name == mistakes_plan().name
    store.close()


CHILD = """
import sys
from pathlib import Path
from passerelle.plans.plans import Author, Plans
from passerelle.plans.store import Store
from tests.plans.test_faults import moved
plans = Plans(Store(Path(sys.argv[1])))
base = plans.held(1).revision
for n in range(int(sys.argv[2]), int(sys.argv[2]) + 10_000):
    moved(plans, n, base)
    print(n, flush=True)
"""


@pytest.mark.parametrize("kills", [int(os.environ.get("PASSERELLE_KILLS", "4"))])
def test_a_killed_program_keeps_what_it_said_was_stored(folder, kills):
    """Killed in the midst of edits: all that were acknowledged are there, none by half."""
    acknowledged: set[int] = set()
    for kill in range(kills):
        child = subprocess.Popen(
            [sys.executable, "-c", CHILD, str(folder), str(20_000 * kill)],
            stdout=subprocess.PIPE, text=True, cwd=Path(__file__).parents[2],
            env={**os.environ, "PYTHONPATH": str(Path(__file__).parents[2])},
        )  # fmt: skip
        assert child.stdout is not None
        for _ in range(3 + 4 * (kill % 9)):
            acknowledged.add(int(child.stdout.readline()))
        child.send_signal(signal.SIGKILL)
        rest = child.stdout.read().splitlines()
        acknowledged |= {int(line) for line in rest if line.strip().isdigit()}
        child.wait()
        child.stdout.close()
    store = Store(folder)
    held = Plans(store).held(1)
    there = {int(p.name.split()[1]) for p in held.plan.places if p.id.startswith("faultplace")}
    assert acknowledged <= there
    assert len(there) - len(acknowledged) <= kills  # one may be stored and not yet said
    assert held.revision == 1 + len(there)
    with store.reading() as session:
        raw = session.connection().exec_driver_sql("PRAGMA integrity_check").scalar()
    assert raw == "ok"
    store.close()


def test_a_disk_that_fills_up_while_migrating_leaves_the_old_edition(tmp_path, monkeypatch):
    past = Path(__file__).parents[1] / "past" / "0003.sql"
    with sqlite3.connect(tmp_path / FILE_NAME) as raw:
        raw.executescript(past.read_text())
        (pages,) = raw.execute("PRAGMA page_count").fetchone()
    prepare = store_module._prepare

    def small(raw, record):
        prepare(raw, record)
        raw.execute(f"PRAGMA max_page_count={pages + 1}")

    monkeypatch.setattr(store_module, "_prepare", small)
    assert "The disk is full" in refused(tmp_path)
    with sqlite3.connect(tmp_path / FILE_NAME) as raw:
        assert raw.execute("SELECT version_num FROM alembic_version").fetchone() == ("0003",)
    monkeypatch.undo()
    store = Store(tmp_path)
    assert Plans(store).held(1).plan.links
    store.close()


def test_a_place_that_was_there_before_is_changed_not_doubled(folder):
    plans = Plans(Store(folder))
    place = next(iter(plans.held(1).plan.places))
    count = len(plans.held(1).plan.places)
    done = plans.change(1, [Put(replace(place, notes="seen"))], Author("ann", 1), "note")
    assert len(done.after.plan.places) == count
