"""Copies of a whole data folder: made while it is in use, looked over before they are put back.

A copy is one ZIP: the database as one transaction sees it, every file that belongs to a plan, and a
manifest with the hash of each. A daily copy is kept for some days beside the database.
"""

import contextlib
import fcntl
import hashlib
import io
import json
import os
import shutil
import sqlite3
import tempfile
import zipfile
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from pathlib import Path
from typing import Any, Final

from passerelle.core.refused import Refused
from passerelle.core.working import steps

from .files import FOLDER as FILES
from .store import FILE_NAME, OWNER_ONLY, Store

FOLDER = "backups"
DAYS: Final = 14
"""Daily copies are kept so long. [days]"""
FORMAT = "passerelle-backup"
MANIFEST = "manifest.json"
MAX_UNPACKED = 64 * 1024**3
_LOCK = "in-use.lock"
_DAILY, _ASKED = "daily", "copy"


@dataclass(frozen=True, slots=True)
class Copy:
    """A copy that lies in the folder. at : when it was made, ISO, UTC. daily : made by itself."""

    name: str
    at: str
    size: int
    daily: bool


def folder_of(store: Store) -> Path:
    """Where the copies of a data folder lie."""
    return store.folder / FOLDER


def copies(store: Store) -> list[Copy]:
    """Copies that are there, newest first."""
    found = []
    for path in folder_of(store).glob("*.zip"):
        kind, _, stamp = path.stem.partition("-")
        with contextlib.suppress(ValueError, OSError):
            at = datetime.strptime(stamp, "%Y%m%dT%H%M%SZ").replace(tzinfo=UTC)
            size = path.stat().st_size
            found.append(Copy(path.name, at.isoformat(), size, kind == _DAILY))
    return sorted(found, key=lambda one: one.at, reverse=True)


def back_up(store: Store, target: Path | None = None, *, daily: bool = False) -> Path:
    """Make a copy; return where it lies. target : else the folder of copies. Raises Refused."""
    stamp = datetime.now(UTC).strftime("%Y%m%dT%H%M%SZ")
    if target is None:
        target = folder_of(store) / f"{_DAILY if daily else _ASKED}-{stamp}.zip"
    made = None
    try:
        target.parent.mkdir(parents=True, exist_ok=True, mode=0o700)
        handle, name = tempfile.mkstemp(dir=target.parent, suffix=".part")
        os.close(handle)
        made = Path(name)
        _write(store, made, stamp)
        made.chmod(OWNER_ONLY)
        made.replace(target)
    except OSError as error:
        raise Refused(str(target), (error.strerror or "cannot be written").lower()) from None
    finally:
        if made is not None:
            made.unlink(missing_ok=True)
    return target


def _write(store: Store, made: Path, stamp: str) -> None:
    with tempfile.TemporaryDirectory(dir=made.parent) as aside:
        base = Path(aside) / FILE_NAME
        _database(store.file, base)
        files = [(FILE_NAME, base)]
        kept = store.folder / FILES
        files += [
            (f"{FILES}/{one.relative_to(kept).as_posix()}", one)
            for one in sorted(kept.glob("??/*"))
            if one.is_file() and len(one.name) == 64
        ]
        listed = []
        with zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED, compresslevel=4) as packed:
            for name, path in steps("Copying the data folder", files, each=8):
                packed.write(path, name)
                listed.append({"path": name, "sha256": _hash(path), "size": path.stat().st_size})
            told = {"format": FORMAT, "version": 1, "at": stamp, "files": listed}
            packed.writestr(MANIFEST, json.dumps(told, indent=1))


def _database(source: Path, target: Path) -> None:
    """The database as one transaction sees it, whatever is written to it meanwhile."""
    with (
        contextlib.closing(sqlite3.connect(f"file:{source}?mode=ro", uri=True)) as one,
        contextlib.closing(sqlite3.connect(target)) as other,
    ):
        one.backup(other)
        other.execute("PRAGMA journal_mode=DELETE")


def _hash(path: Path) -> str:
    with path.open("rb") as file:
        return hashlib.file_digest(file, "sha256").hexdigest()


def daily(store: Store, today: date | None = None, days: int = DAYS) -> Path | None:
    """Make today's copy where there is none, and let go of those that are too old.

    Returns the copy that was made. What somebody asked for is never let go.
    """
    if store.read_only:
        return None
    today = today or datetime.now(UTC).date()
    there = [one for one in copies(store) if one.daily]
    for one in there:
        if datetime.fromisoformat(one.at).date() <= today - timedelta(days=days):
            (folder_of(store) / one.name).unlink(missing_ok=True)
    if any(datetime.fromisoformat(one.at).date() == today for one in there):
        return None
    return back_up(store, daily=True)


def looked_over(path: Path, into: Path) -> int:
    """Unpack a copy into an empty folder and look it over; return how many plans are in it.

    Raises Refused where it is no copy, is damaged, or is of a newer Passerelle.
    """
    try:
        with zipfile.ZipFile(path) as packed:
            told = _manifest(packed)
            if sum(one.file_size for one in packed.infolist()) > MAX_UNPACKED:
                raise Refused(path.name, "unpacks to more than any data folder has")
            for one in steps("Looking over the copy", told["files"], each=8):
                name = str(one["path"])
                target = (into / name).resolve()
                if not target.is_relative_to(into.resolve()):
                    raise Refused(path.name, f"names a file outside of itself: {name[:60]!r}")
                target.parent.mkdir(parents=True, exist_ok=True, mode=0o700)
                with packed.open(name) as source, target.open("wb") as file:
                    shutil.copyfileobj(source, file)
                if _hash(target) != one["sha256"]:
                    raise Refused(path.name, f"is damaged: {name[:60]} is not what was copied")
    except Refused:
        raise
    except OSError as error:
        raise Refused(path.name, (error.strerror or "cannot be read").lower()) from None
    except (zipfile.BadZipFile, KeyError, TypeError, ValueError, EOFError, NotImplementedError):
        raise Refused(path.name, "is no copy of a data folder, or is damaged") from None
    store = Store(into, make=False)
    try:
        with store.engine.connect() as connection:
            (plans,) = connection.exec_driver_sql("SELECT count(*) FROM plan").one()
    finally:
        store.close()
    return int(plans)


def _manifest(packed: zipfile.ZipFile) -> dict[str, Any]:
    with packed.open(MANIFEST) as file:
        told = json.load(io.TextIOWrapper(file, "utf-8"))
    if told["format"] != FORMAT or told["version"] != 1:
        raise ValueError("another format")
    found: dict[str, Any] = told
    return found


def restore(path: Path, folder: Path) -> tuple[int, Path | None]:
    """Put a copy back into a data folder that nobody uses; return its plans, and what it replaced.

    The copy is looked over first. What was there is kept beside it. Raises Refused.
    """
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    with in_use(folder, alone=True), tempfile.TemporaryDirectory(dir=folder) as aside:
        plans = looked_over(path, Path(aside))
        old = folder / FILE_NAME
        kept = None
        if old.exists():
            stamp = datetime.now(UTC).strftime("%Y%m%dT%H%M%SZ")
            kept = folder / f"{FILE_NAME}.before-restore-{stamp}"
            _database(old, kept)
            kept.chmod(OWNER_ONLY)
        for one in (Path(aside) / FILES).glob("??/*"):
            target = folder / FILES / one.parent.name / one.name
            target.parent.mkdir(parents=True, exist_ok=True, mode=0o700)
            if not target.exists():
                one.replace(target)
        for tail in ("-wal", "-shm"):
            old.with_name(FILE_NAME + tail).unlink(missing_ok=True)
        new = Path(aside) / FILE_NAME
        new.chmod(OWNER_ONLY)
        new.replace(old)
    return plans, kept


@contextmanager
def in_use(folder: Path, *, alone: bool = False) -> Iterator[None]:
    """Hold a data folder while the application runs on it, beside others or alone.

    Raises Refused where it is to be held alone and is in use, or is held so by another.
    """
    with (folder / _LOCK).open("w") as lock:
        try:
            fcntl.flock(lock, (fcntl.LOCK_EX if alone else fcntl.LOCK_SH) | fcntl.LOCK_NB)
        except OSError:
            said = "Passerelle is running on this data folder: stop it first"
            raise Refused(str(folder), said) from None
        yield
