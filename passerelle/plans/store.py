"""Opens the database: one SQLite file in the data folder, migrated when it is opened."""

import shutil
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from alembic.runtime.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import Connection, Engine, create_engine, event
from sqlalchemy.orm import Session

FILE_NAME = "passerelle.sqlite3"


def _prepare(dbapi_connection: Any, _record: Any) -> None:
    dbapi_connection.isolation_level = None  # transactions are begun below, not by the driver
    for pragma in (
        "journal_mode=WAL",
        "synchronous=NORMAL",
        "foreign_keys=ON",
        "busy_timeout=5000",
    ):
        dbapi_connection.execute(f"PRAGMA {pragma}")


def _begin(connection: Connection) -> None:
    writes = connection.get_execution_options().get("writes", False)
    connection.exec_driver_sql("BEGIN IMMEDIATE" if writes else "BEGIN")


class Store:
    """The stored plans of one data folder."""

    def __init__(self, folder: Path) -> None:
        folder.mkdir(parents=True, exist_ok=True)
        self.folder = folder
        self.file = folder / FILE_NAME
        is_new = not self.file.exists()
        self.engine: Engine = create_engine(f"sqlite:///{self.file}")
        event.listen(self.engine, "connect", _prepare)
        event.listen(self.engine, "begin", _begin)
        self._migrate(is_new)

    @staticmethod
    def migrations() -> Config:
        """Where the migrations are."""
        config = Config()
        config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
        config.set_main_option("path_separator", "os")
        return config

    def _migrate(self, is_new: bool) -> None:
        config = self.migrations()
        head = ScriptDirectory.from_config(config).get_current_head()
        with self.engine.connect() as connection:
            current = MigrationContext.configure(connection).get_current_revision()
        if current == head:
            return
        if not is_new:
            stamp = datetime.now(UTC).strftime("%Y%m%dT%H%M%SZ")
            with self.engine.connect() as connection:
                connection.exec_driver_sql("COMMIT")
                connection.exec_driver_sql("PRAGMA wal_checkpoint(TRUNCATE)")
                connection.exec_driver_sql("BEGIN")
            shutil.copy2(self.file, self.file.with_suffix(f".before-{current}-{stamp}"))
        with self.engine.connect() as connection:
            config.attributes["connection"] = connection
            command.upgrade(config, "head")
            connection.commit()

    @contextmanager
    def reading(self) -> Iterator[Session]:
        """A session that only reads."""
        with Session(self.engine) as session:
            yield session

    @contextmanager
    def writing(self) -> Iterator[Session]:
        """A session whose changes are one transaction: all are stored, or none."""
        with Session(self.engine) as session, session.begin():
            session.connection(execution_options={"writes": True})
            yield session

    def close(self) -> None:
        """Close all connections."""
        self.engine.dispose()
