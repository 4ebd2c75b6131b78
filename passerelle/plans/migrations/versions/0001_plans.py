"""Plans, places, links, revisions."""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def _plan_id() -> sa.Column[int]:
    return sa.Column(
        "plan_id", sa.Integer(), sa.ForeignKey("plan.id", ondelete="CASCADE"), nullable=False
    )


def upgrade() -> None:
    op.create_table(
        "plan",
        sa.Column("id", sa.Integer(), primary_key=True),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("house_rules", sa.JSON(), nullable=False),
        sa.Column("extra", sa.JSON(), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("changed_in", sa.Integer(), nullable=False),
        sqlite_autoincrement=True,
    )
    op.create_table(
        "place",
        sa.Column("id", sa.Integer(), primary_key=True),
        _plan_id(),
        sa.Column("position", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("kind", sa.String(40)),
        sa.Column("x_m", sa.Double()),
        sa.Column("y_m", sa.Double()),
        sa.Column("extra", sa.JSON(), nullable=False),
        sa.UniqueConstraint("plan_id", "name", name="place_name_once_a_plan"),
        sqlite_autoincrement=True,
    )
    op.create_index("ix_place_plan_id", "place", ["plan_id"])
    op.create_table(
        "link",
        sa.Column("id", sa.Integer(), primary_key=True),
        _plan_id(),
        sa.Column("position", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("a_place_id", sa.Integer(), sa.ForeignKey("place.id")),
        sa.Column("b_place_id", sa.Integer(), sa.ForeignKey("place.id")),
        sa.Column("a", sa.JSON(), nullable=False),
        sa.Column("b", sa.JSON(), nullable=False),
        sa.Column("path", sa.JSON(), nullable=False),
        sa.Column("extra", sa.JSON(), nullable=False),
        sa.Column("changed_in", sa.Integer(), nullable=False),
        sqlite_autoincrement=True,
    )
    for column in ("plan_id", "a_place_id", "b_place_id"):
        op.create_index(f"ix_link_{column}", "link", [column])
    op.create_table(
        "revision",
        sa.Column("id", sa.Integer(), primary_key=True),
        _plan_id(),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("who", sa.String(120), nullable=False),
        sa.Column("what", sa.String(400), nullable=False),
        sa.Column("undo_next", sa.Integer()),
        sa.Column("redo_next", sa.Integer()),
        sa.UniqueConstraint("plan_id", "number", name="revision_number_once_a_plan"),
    )
    op.create_index("ix_revision_plan_id", "revision", ["plan_id"])
    op.create_table(
        "change",
        sa.Column("id", sa.Integer(), primary_key=True),
        sa.Column(
            "revision_id",
            sa.Integer(),
            sa.ForeignKey("revision.id", ondelete="CASCADE"),
            nullable=False,
        ),
        sa.Column("entity", sa.String(10), nullable=False),
        sa.Column("entity_id", sa.Integer(), nullable=False),
        sa.Column("before", sa.JSON()),
        sa.Column("after", sa.JSON()),
    )
    op.create_index("ix_change_revision_id", "change", ["revision_id"])


def downgrade() -> None:
    for table in ("change", "revision", "link", "place", "plan"):
        op.drop_table(table)
