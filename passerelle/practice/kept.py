"""What practice keeps: in a database of its own beside the plans, which it never touches."""

import os
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path
from typing import cast

from sqlalchemy import (
    Boolean,
    Column,
    Connection,
    DateTime,
    Float,
    Integer,
    MetaData,
    String,
    Table,
    Text,
    create_engine,
    delete,
    insert,
    select,
    update,
)

from .drill import DrillError, Kind
from .progress import Answered

FILE_NAME = "practice.sqlite3"
_OWNER_ONLY = 0o600
_META = MetaData()
_ANSWERS = Table(
    "answers", _META,
    Column("id", Integer, primary_key=True), Column("who", String(120), nullable=False, index=True),
    Column("kind", String(20), nullable=False), Column("level", Integer, nullable=False),
    Column("seed", Integer, nullable=False), Column("topic", String(120), nullable=False),
    Column("right", Boolean, nullable=False), Column("clean", Boolean, nullable=False),
    Column("unsafe", Integer, nullable=False), Column("minutes", Float, nullable=False),
    Column("best_minutes", Float, nullable=False), Column("at", DateTime, nullable=False),
)  # fmt: skip
_SETS = Table(
    "sets", _META,
    Column("id", Integer, primary_key=True), Column("name", String(120), nullable=False),
    Column("document", Text, nullable=False),
)  # fmt: skip
_WALKS = Table(
    "walks", _META,
    Column("who", String(120), primary_key=True), Column("plan_id", Integer, nullable=False),
    Column("skipped", String(200), nullable=False, default=""),
    Column("left", Boolean, nullable=False, default=False),
)  # fmt: skip


class Kept:
    """The practice of everybody on this machine."""

    def __init__(self, folder: Path) -> None:
        self._file = folder / FILE_NAME
        self._engine = create_engine(f"sqlite:///{self._file}")
        self._made = False

    @contextmanager
    def _open(self, *, writes: bool = False) -> Iterator[Connection | None]:
        """A transaction; None where nothing was kept yet and nothing is to be."""
        if not self._made and (writes or self._file.exists()):
            try:
                os.close(os.open(self._file, os.O_RDWR | os.O_CREAT, _OWNER_ONLY))
            except OSError as error:
                reason = (error.strerror or "it cannot be written to").lower()
                raise DrillError("practice", f"nothing can be kept here: {reason}") from None
            _META.create_all(self._engine)
            self._made = True
        if not self._made:
            yield None
            return
        with self._engine.begin() as connection:
            yield connection

    def add(self, who: str, one: Answered) -> None:
        """Keep an answer."""
        row = {key: getattr(one, key) for key in Answered.__slots__}
        row["at"] = one.at.astimezone(UTC).replace(tzinfo=None)
        with self._open(writes=True) as connection:
            assert connection is not None
            connection.execute(insert(_ANSWERS).values(who=who, **row))

    def of(self, who: str) -> list[Answered]:
        """A person's answers, the oldest first."""
        with self._open() as connection:
            if connection is None:
                return []
            rows = connection.execute(
                select(_ANSWERS).where(_ANSWERS.c.who == who).order_by(_ANSWERS.c.id)
            ).mappings()
            return [
                Answered(
                    cast(Kind, row["kind"]), row["level"], row["seed"], row["topic"], row["right"],
                    row["clean"], row["unsafe"], row["minutes"], row["best_minutes"],
                    cast(datetime, row["at"]).replace(tzinfo=UTC),
                )
                for row in rows
            ]  # fmt: skip

    def wipe(self, who: str) -> int:
        """Forget a person's answers; how many they were."""
        with self._open() as connection:
            if connection is None:
                return 0
            return connection.execute(delete(_ANSWERS).where(_ANSWERS.c.who == who)).rowcount

    def sets(self) -> list[tuple[int, str]]:
        """Sets that were brought in: number and document."""
        with self._open() as connection:
            if connection is None:
                return []
            rows = connection.execute(select(_SETS.c.id, _SETS.c.document).order_by(_SETS.c.id))
            return [(row[0], row[1]) for row in rows]

    def add_set(self, name: str, document: str) -> int:
        """Keep a set; its number."""
        with self._open(writes=True) as connection:
            assert connection is not None
            made = connection.execute(insert(_SETS).values(name=name, document=document))
            return int(made.inserted_primary_key[0]) if made.inserted_primary_key else 0

    def remove_set(self, number: int) -> bool:
        """Forget a set; False where there is none of that number."""
        with self._open() as connection:
            if connection is None:
                return False
            return connection.execute(delete(_SETS).where(_SETS.c.id == number)).rowcount > 0

    def walk(self, who: str) -> tuple[int, tuple[str, ...], bool] | None:
        """A person's first hour: its plan, the steps that were skipped, and whether it was left."""
        with self._open() as connection:
            if connection is None:
                return None
            row = connection.execute(select(_WALKS).where(_WALKS.c.who == who)).mappings().first()
            if row is None:
                return None
            return row["plan_id"], tuple(filter(None, row["skipped"].split(","))), row["left"]

    def walked_in(self) -> frozenset[int]:
        """Plans that are somebody's first hour."""
        with self._open() as connection:
            if connection is None:
                return frozenset()
            return frozenset(connection.execute(select(_WALKS.c.plan_id)).scalars())

    def set_walk(
        self, who: str, plan_id: int, skipped: tuple[str, ...] = (), left: bool = False
    ) -> None:
        """Keep where a person's first hour is."""
        row = {"plan_id": plan_id, "skipped": ",".join(skipped), "left": left}
        with self._open(writes=True) as connection:
            assert connection is not None
            changed = connection.execute(update(_WALKS).where(_WALKS.c.who == who).values(**row))
            if not changed.rowcount:
                connection.execute(insert(_WALKS).values(who=who, **row))

    def close(self) -> None:
        """Let go of the file."""
        self._engine.dispose()
