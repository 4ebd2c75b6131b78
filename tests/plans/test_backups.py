"""Copies of a data folder: whole while in use, looked over, put back, let go after a fortnight."""

import json
import zipfile
from datetime import date

import pytest

from passerelle.core.plan.facts import Facts
from passerelle.core.plan.plan import Plan
from passerelle.core.refused import Refused
from passerelle.demo_data import demo_plan
from passerelle.plans import backups
from passerelle.plans.files import Files
from passerelle.plans.plans import Plans
from passerelle.plans.store import Store


@pytest.fixture
def store(tmp_path):
    made = Store(tmp_path / "data")
    Plans(made).add(demo_plan(), Facts.NONE, "t", "demo")
    yield made
    made.close()


def names(folder):
    store = Store(folder, make=False)
    try:
        return [one.name for one in Plans(store).listed()]
    finally:
        store.close()


def test_a_copy_has_what_was_stored_and_not_what_came_later(store, tmp_path):
    path = backups.back_up(store)
    Plans(store).add(Plan("later"), Facts.NONE, "t", "later")
    backups.restore(path, tmp_path / "new")
    assert names(tmp_path / "new") == [demo_plan().name]
    assert path.stat().st_mode & 0o077 == 0


def test_a_copy_is_whole_while_somebody_writes(store, tmp_path):
    with store.writing() as session:
        session.connection().exec_driver_sql("DELETE FROM thing")
        path = backups.back_up(store)
        session.rollback()
    backups.restore(path, tmp_path / "new")
    restored = Store(tmp_path / "new")
    held = Plans(restored).held(1)
    restored.close()
    assert len(held.plan.links) == len(demo_plan().links)


def test_files_of_plans_are_in_the_copy(store, tmp_path):
    sha256 = Files(store.folder).put(b"\x89PNG\r\n\x1a\nxyz")
    path = backups.back_up(store)
    backups.restore(path, tmp_path / "new")
    assert Files(tmp_path / "new").get(sha256).endswith(b"xyz")


def test_what_was_there_is_kept_beside_what_is_put_back(store, tmp_path):
    path = backups.back_up(store)
    folder = tmp_path / "other"
    other = Store(folder)
    Plans(other).add(Plan("mine"), Facts.NONE, "t", "mine")
    other.close()
    plans, kept = backups.restore(path, folder)
    assert (plans, names(folder)) == (1, [demo_plan().name])
    kept.rename(tmp_path / "passerelle.sqlite3")
    assert names(tmp_path) == ["mine"]


def rewritten(path, change):
    """The copy with its members changed. change : name and bytes to bytes."""
    with zipfile.ZipFile(path) as old:
        kept = {one.filename: old.read(one) for one in old.infolist()}
    with zipfile.ZipFile(path, "w") as new:
        for name, data in kept.items():
            new.writestr(name, change(name, data))


def flipped(name, data):
    return data if name == "manifest.json" else data[:5000] + b"!" + data[5001:]


def outside(name, data):
    if name != "manifest.json":
        return data
    told = json.loads(data)
    told["files"][0]["path"] = "../escaped"
    return json.dumps(told).encode()


def other_format(name, data):
    return data.replace(b"passerelle-backup", b"something-else") if "manifest" in name else data


@pytest.mark.parametrize(
    ("change", "said"),
    [
        (flipped, "is damaged: passerelle.sqlite3 is not what was copied"),
        (outside, "names a file outside of itself"),
        (other_format, "is no copy of a data folder"),
    ],
)
def test_a_copy_that_is_not_right_changes_nothing(store, tmp_path, change, said):
    path = backups.back_up(store, tmp_path / "copy.zip")
    rewritten(path, change)
    folder = tmp_path / "other"
    other = Store(folder)
    Plans(other).add(Plan("mine"), Facts.NONE, "t", "mine")
    other.close()
    with pytest.raises(Refused, match=said):
        backups.restore(path, folder)
    assert names(folder) == ["mine"]
    assert not (tmp_path / "escaped").exists()


def test_nothing_is_put_back_while_the_application_runs(store, tmp_path):
    path = backups.back_up(store, tmp_path / "copy.zip")
    with (
        backups.in_use(store.folder),
        backups.in_use(store.folder),  # a second window on the same folder is no harm
        pytest.raises(Refused, match="Passerelle is running on this data folder"),
    ):
        backups.restore(path, store.folder)


def test_daily_copies_are_made_once_a_day_and_kept_for_a_fortnight(store):
    today = date.today()
    assert backups.daily(store, today) is not None
    assert backups.daily(store, today) is None
    folder = backups.folder_of(store)
    for name in ("daily-20260101T080000Z.zip", "copy-20260101T080000Z.zip"):
        (folder / name).write_bytes(b"x")
    near = f"daily-{today:%Y%m}01T000000Z.zip"
    backups.daily(store, today)
    left = {one.name for one in backups.copies(store)}
    assert "daily-20260101T080000Z.zip" not in left
    assert "copy-20260101T080000Z.zip" in left  # somebody asked for it
    (folder / near).write_bytes(b"x")
    backups.daily(store, today.replace(day=14))
    assert near in {one.name for one in backups.copies(store)}
    backups.daily(store, today.replace(day=15))
    assert near not in {one.name for one in backups.copies(store)}
