"""The rows of a data folder. A thing of a plan is one row, whatever its kind: a document."""

from datetime import UTC, datetime
from typing import Any

from sqlalchemy import JSON, DateTime, ForeignKey, Index, String, UniqueConstraint
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class Base(DeclarativeBase):
    """Declarative base of all tables."""

    type_annotation_map = {dict[str, Any]: JSON, list[Any]: JSON}  # noqa: RUF012


def _now() -> datetime:
    return datetime.now(UTC)


class PlanRow(Base):
    """One plan. `revision` is the number of its newest revision, `facts` of its newest fact.

    thing_id : the id that changes of its name and house rules are about.
    """

    __tablename__ = "plan"
    __table_args__ = {"sqlite_autoincrement": True}  # noqa: RUF012

    id: Mapped[int] = mapped_column(primary_key=True)
    thing_id: Mapped[str] = mapped_column(String(26))
    name: Mapped[str] = mapped_column(String(120))
    head: Mapped[dict[str, Any]]
    revision: Mapped[int] = mapped_column(default=0)
    facts: Mapped[int] = mapped_column(default=0)
    changed_in: Mapped[int] = mapped_column(default=0)


class ThingRow(Base):
    """A thing of a plan: its document as the plan file has it, and its place in the order.

    version : of the description that the document was written by.
    changed_in : the revision that last touched it.
    """

    __tablename__ = "thing"

    plan_id: Mapped[int] = mapped_column(
        ForeignKey("plan.id", ondelete="CASCADE"), primary_key=True
    )
    id: Mapped[str] = mapped_column(String(26), primary_key=True)
    kind: Mapped[str] = mapped_column(String(20))
    position: Mapped[int]
    version: Mapped[int]
    changed_in: Mapped[int]
    doc: Mapped[dict[str, Any]]


class Revision(Base):
    """One change of a plan: who, when, what.

    undo_next, redo_next : what undo and redo of the same person would take up after this one.
    turns : the revision that this one takes back or does again; None for a change of its own.
    """

    __tablename__ = "revision"
    __table_args__ = (
        UniqueConstraint("plan_id", "number", name="revision_number_once_a_plan"),
        Index("ix_revision_plan_who", "plan_id", "who", "number"),
    )

    id: Mapped[int] = mapped_column(primary_key=True)
    plan_id: Mapped[int] = mapped_column(ForeignKey("plan.id", ondelete="CASCADE"), index=True)
    number: Mapped[int]
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True), default=_now)
    who: Mapped[str] = mapped_column(String(120))
    what: Mapped[str] = mapped_column(String(400))
    undo_next: Mapped[int | None]
    redo_next: Mapped[int | None]
    turns: Mapped[int | None]


class ChangeRow(Base):
    """What one revision did to one thing: steps from and to (`diffs`)."""

    __tablename__ = "change"
    __table_args__ = (Index("ix_change_thing", "thing_id"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    revision_id: Mapped[int] = mapped_column(
        ForeignKey("revision.id", ondelete="CASCADE"), index=True
    )
    kind: Mapped[str] = mapped_column(String(20))
    thing_id: Mapped[str] = mapped_column(String(26))
    steps: Mapped[list[Any]]


class FactRow(Base):
    """What was seen or done; only ever added."""

    __tablename__ = "fact"
    __table_args__ = (
        UniqueConstraint("plan_id", "id", name="fact_once_a_plan"),
        Index("ix_fact_about", "plan_id", "about_id"),
    )

    number: Mapped[int] = mapped_column(primary_key=True, autoincrement=True)
    plan_id: Mapped[int] = mapped_column(ForeignKey("plan.id", ondelete="CASCADE"), index=True)
    id: Mapped[str] = mapped_column(String(26))
    kind: Mapped[str] = mapped_column(String(20))
    about_id: Mapped[str] = mapped_column(String(26))
    version: Mapped[int]
    doc: Mapped[dict[str, Any]]


class FileRow(Base):
    """A picture or other file that a thing of a plan has; its bytes lie in the folder `files`."""

    __tablename__ = "file"
    __table_args__ = (UniqueConstraint("plan_id", "about_id", "sha256", name="file_once_a_thing"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    plan_id: Mapped[int] = mapped_column(ForeignKey("plan.id", ondelete="CASCADE"), index=True)
    about_kind: Mapped[str] = mapped_column(String(20))
    about_id: Mapped[str] = mapped_column(String(26))
    sha256: Mapped[str] = mapped_column(String(64))
    name: Mapped[str] = mapped_column(String(120))
    media_type: Mapped[str] = mapped_column(String(60))
    size: Mapped[int]
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True), default=_now)


class SnapshotRow(Base):
    """A plan as it was, with what was said about it then: plan file, hash of the tables, answers.

    The bytes lie in the folder `files`, by their hash.
    """

    __tablename__ = "snapshot"

    id: Mapped[int] = mapped_column(primary_key=True)
    plan_id: Mapped[int] = mapped_column(ForeignKey("plan.id", ondelete="CASCADE"), index=True)
    revision: Mapped[int]
    name: Mapped[str] = mapped_column(String(120))
    plan_sha256: Mapped[str] = mapped_column(String(64))
    answers_sha256: Mapped[str] = mapped_column(String(64))
    tables_sha256: Mapped[str] = mapped_column(String(64))
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True), default=_now)


class PairedRow(Base):
    """Another device that was paired over the site's own network.

    role : look, site (facts only) or plan. token_sha256 : of what its browser shows; the token
    itself is kept nowhere here. off : turned off, and let in no more.
    """

    __tablename__ = "paired"

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(60), unique=True)
    role: Mapped[str] = mapped_column(String(10))
    token_sha256: Mapped[str] = mapped_column(String(64), unique=True)
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True), default=_now)
    seen: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))
    off: Mapped[bool] = mapped_column(default=False)
