"""The rows of a stored plan. A link's path is an ordered list in the plan file's own terms."""

from datetime import UTC, datetime
from typing import Any

from sqlalchemy import JSON, DateTime, ForeignKey, String, UniqueConstraint
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column, relationship


class Base(DeclarativeBase):
    """Declarative base of all tables."""

    type_annotation_map = {dict[str, Any]: JSON, list[Any]: JSON}  # noqa: RUF012


class Plan(Base):
    """One plan. `revision` is the number of its newest revision.

    changed_in, plant_changed_in : the revisions that last changed what links are judged by, and
    the backbone.
    """

    __tablename__ = "plan"
    __table_args__ = {"sqlite_autoincrement": True}  # noqa: RUF012

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(120))
    house_rules: Mapped[dict[str, Any]]
    extra: Mapped[dict[str, Any]]
    own_parts: Mapped[list[Any]]
    devices: Mapped[list[Any]]
    spares: Mapped[list[Any]]
    revision: Mapped[int] = mapped_column(default=0)
    changed_in: Mapped[int] = mapped_column(default=0)
    plant_changed_in: Mapped[int] = mapped_column(default=0)


class Item(Base):
    """A pathway, cable or other thing of the backbone, in the plan file's own terms."""

    __tablename__ = "item"
    __table_args__ = (
        UniqueConstraint("plan_id", "kind", "name", name="item_name_once_a_kind"),
        {"sqlite_autoincrement": True},
    )

    id: Mapped[int] = mapped_column(primary_key=True)
    plan_id: Mapped[int] = mapped_column(ForeignKey("plan.id", ondelete="CASCADE"), index=True)
    kind: Mapped[str] = mapped_column(String(20))
    position: Mapped[int]
    name: Mapped[str] = mapped_column(String(120))
    doc: Mapped[dict[str, Any]]


class Place(Base):
    """A place of a plan. `extra` holds all that its document says besides."""

    __tablename__ = "place"
    __table_args__ = (
        UniqueConstraint("plan_id", "name", name="place_name_once_a_plan"),
        {"sqlite_autoincrement": True},
    )

    id: Mapped[int] = mapped_column(primary_key=True)
    plan_id: Mapped[int] = mapped_column(ForeignKey("plan.id", ondelete="CASCADE"), index=True)
    position: Mapped[int]
    name: Mapped[str] = mapped_column(String(120))
    kind: Mapped[str | None] = mapped_column(String(40))
    x_m: Mapped[float | None]
    y_m: Mapped[float | None]
    extra: Mapped[dict[str, Any]]


class LinkRow(Base):
    """A link of a plan. `changed_in` is the revision that last touched it."""

    __tablename__ = "link"
    __table_args__ = {"sqlite_autoincrement": True}  # noqa: RUF012

    id: Mapped[int] = mapped_column(primary_key=True)
    plan_id: Mapped[int] = mapped_column(ForeignKey("plan.id", ondelete="CASCADE"), index=True)
    position: Mapped[int]
    name: Mapped[str] = mapped_column(String(120))
    a_place_id: Mapped[int | None] = mapped_column(ForeignKey("place.id"), index=True)
    b_place_id: Mapped[int | None] = mapped_column(ForeignKey("place.id"), index=True)
    a: Mapped[dict[str, Any]]
    b: Mapped[dict[str, Any]]
    path: Mapped[list[Any]]
    extra: Mapped[dict[str, Any]]
    changed_in: Mapped[int]


class Revision(Base):
    """One change of a plan: who, when, what.

    undo_next, redo_next : the revisions that undo and redo would take up after this one.
    """

    __tablename__ = "revision"
    __table_args__ = (UniqueConstraint("plan_id", "number", name="revision_number_once_a_plan"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    plan_id: Mapped[int] = mapped_column(ForeignKey("plan.id", ondelete="CASCADE"), index=True)
    number: Mapped[int]
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True), default=lambda: datetime.now(UTC))
    who: Mapped[str] = mapped_column(String(120))
    what: Mapped[str] = mapped_column(String(400))
    undo_next: Mapped[int | None]
    redo_next: Mapped[int | None]
    changes: Mapped[list["Change"]] = relationship(
        order_by="Change.id", cascade="all, delete-orphan", passive_deletes=True
    )


class Change(Base):
    """One row's part in a revision: from and to; None where the row was not there."""

    __tablename__ = "change"

    id: Mapped[int] = mapped_column(primary_key=True)
    revision_id: Mapped[int] = mapped_column(
        ForeignKey("revision.id", ondelete="CASCADE"), index=True
    )
    entity: Mapped[str] = mapped_column(String(10))
    entity_id: Mapped[int]
    before: Mapped[dict[str, Any] | None]
    after: Mapped[dict[str, Any] | None]
