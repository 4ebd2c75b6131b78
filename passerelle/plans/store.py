"""Opens the database: one SQLite file in the data folder, looked over and migrated when opened."""

import os
import shutil
import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path
from threading import Lock
from typing import Any
from urllib.parse import quote

from alembic import command
from alembic.config import Config
from alembic.runtime.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import Connection, Engine, create_engine, event
from sqlalchemy.exc import DBAPIError
from sqlalchemy.orm import Session

from passerelle.core.working import kept

from .faults import READ_ONLY, StoreError, why_not

FILE_NAME = "passerelle.sqlite3"
OWNER_ONLY = 0o600
BUSY_MS = 30_000
"""How long another program may hold the database before a request is refused."""


def _prepare(dbapi_connection: Any, _record: Any) -> None:
    dbapi_connection.isolation_level = None  # transactions are begun below, not by the driver
    for pragma in (
        "journal_mode=WAL",
        "synchronous=FULL",
        "foreign_keys=ON",
        f"busy_timeout={BUSY_MS}",
    ):
        dbapi_connection.execute(f"PRAGMA {pragma}")


def _prepare_reading(dbapi_connection: Any, _record: Any) -> None:
    dbapi_connection.isolation_level = None


def _begin(connection: Connection) -> None:
    writes = connection.get_execution_options().get("writes", False)
    connection.exec_driver_sql("BEGIN IMMEDIATE" if writes else "BEGIN")


class Store:
    """The stored plans of one data folder. Raises StoreError where they cannot be opened.

    make : make folder and database where they are not there; reading alone makes nothing.
    A folder that cannot be written to is read all the same; `read_only` says so.
    """

    def __init__(self, folder: Path, *, make: bool = True) -> None:
        self.folder = folder
        self.file = folder / FILE_NAME
        self._writers = Lock()
        is_new = self._found(make)
        self.read_only = not (os.access(folder, os.W_OK) and os.access(self.file, os.W_OK))
        self.engine: Engine = create_engine(self._address())
        event.listen(self.engine, "connect", _prepare_reading if self.read_only else _prepare)
        event.listen(self.engine, "begin", _begin)
        try:
            if not is_new:
                self._look_over()
            self._migrate(is_new)
        except (DBAPIError, sqlite3.Error) as error:
            self.engine.dispose()
            raise StoreError(str(folder), f"{self.file}: {why_not(error)}") from None
        except StoreError:
            self.engine.dispose()
            raise

    def _address(self) -> str:
        if not self.read_only:
            return f"sqlite:///{self.file}"
        # Without the files that programs share, nobody has it open: it can be read as it lies.
        shared = self.file.with_name(f"{FILE_NAME}-shm").exists()
        how = "mode=ro" if shared else "mode=ro&immutable=1"
        return f"sqlite:///file:{quote(str(self.file.absolute()))}?{how}&uri=true"

    def _found(self, make: bool) -> bool:
        """Whether the database is new. It is made readable by its owner alone."""
        folder, file = self.folder, self.file
        try:
            if folder.exists() and not folder.is_dir():
                raise StoreError(str(folder), f"{folder} is a file; a data folder is a folder")
            if file.is_file():
                return file.stat().st_size == 0
            if not make:
                raise StoreError(str(folder), f"there are no stored plans in {folder}")
            folder.mkdir(parents=True, exist_ok=True, mode=0o700)
            os.close(os.open(file, os.O_RDWR | os.O_CREAT, OWNER_ONLY))
        except OSError as error:
            reason = (error.strerror or "cannot be used").lower()
            raise StoreError(str(folder), f"{folder} cannot be used: {reason}") from None
        return True

    def _look_over(self) -> None:
        """Refuse what is damaged, of another program, or of a newer Passerelle."""
        with self.engine.connect() as connection:
            tables = {
                name
                for (name,) in connection.exec_driver_sql(
                    "SELECT name FROM sqlite_master WHERE type = 'table'"
                )
            }
            if tables and "alembic_version" not in tables:
                said = f"{self.file} holds something else than stored plans"
                raise StoreError(str(self.folder), said)
            (found,) = connection.exec_driver_sql("PRAGMA quick_check(1)").one()
        if found != "ok":
            said = f"{self.file} is damaged; go back to a copy of the data folder"
            raise StoreError(str(self.folder), said)

    @staticmethod
    def migrations() -> Config:
        """Where the migrations are."""
        config = Config()
        config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
        config.set_main_option("path_separator", "os")
        return config

    def _migrate(self, is_new: bool) -> None:
        config = self.migrations()
        scripts = ScriptDirectory.from_config(config)
        head = scripts.get_current_head()
        with self.engine.connect() as connection:
            current = MigrationContext.configure(connection).get_current_revision()
        if current == head:
            return
        if current is not None and current not in {
            one.revision for one in scripts.walk_revisions()
        }:
            said = f"{self.file} was written by a newer Passerelle; open it with that one"
            raise StoreError(str(self.folder), said)
        if self.read_only:
            said = f"{self.file} is of an older Passerelle and cannot be written to: open a copy"
            raise StoreError(str(self.folder), said)
        if not is_new:
            self._copy(current)
        with self.engine.connect() as connection:
            config.attributes["connection"] = connection
            command.upgrade(config, "head")
            connection.commit()

    def _copy(self, edition: str | None) -> None:
        """Keep the database as it was before it is migrated."""
        stamp = datetime.now(UTC).strftime("%Y%m%dT%H%M%SZ")
        with self.engine.connect() as connection:
            connection.exec_driver_sql("COMMIT")
            connection.exec_driver_sql("PRAGMA wal_checkpoint(TRUNCATE)")
            connection.exec_driver_sql("BEGIN")
        kept = self.file.with_suffix(f".before-{edition}-{stamp}")
        try:
            shutil.copy2(self.file, kept)
            kept.chmod(OWNER_ONLY)
        except OSError as error:
            kept.unlink(missing_ok=True)
            reason = (error.strerror or "cannot be written").lower()
            said = f"no copy could be made before {self.file} is brought up to date: {reason}"
            raise StoreError(str(self.folder), said) from None

    @contextmanager
    def reading(self) -> Iterator[Session]:
        """A session that only reads."""
        with Session(self.engine) as session:
            yield session

    @contextmanager
    def writing(self) -> Iterator[Session]:
        """A session whose changes are one transaction: all are stored, or none.

        Writers of this program stand in line here; the database's own patience is for others.
        """
        if self.read_only:
            raise StoreError(str(self.folder), READ_ONLY)
        with self._writers, Session(self.engine) as session, session.begin():
            session.connection(execution_options={"writes": True})
            yield session
        kept()

    def close(self) -> None:
        """Close all connections."""
        self.engine.dispose()
