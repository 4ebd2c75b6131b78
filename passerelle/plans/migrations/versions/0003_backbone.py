"""The backbone: pathways, cables and what belongs to them."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column(
        "plan", sa.Column("plant_changed_in", sa.Integer(), nullable=False, server_default="0")
    )
    op.create_table(
        "item",
        sa.Column("id", sa.Integer(), primary_key=True),
        sa.Column(
            "plan_id", sa.Integer(), sa.ForeignKey("plan.id", ondelete="CASCADE"), nullable=False
        ),
        sa.Column("kind", sa.String(20), nullable=False),
        sa.Column("position", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("doc", sa.JSON(), nullable=False),
        sa.UniqueConstraint("plan_id", "kind", "name", name="item_name_once_a_kind"),
        sqlite_autoincrement=True,
    )
    op.create_index("ix_item_plan_id", "item", ["plan_id"])


def downgrade() -> None:
    op.drop_table("item")
    op.drop_column("plan", "plant_changed_in")
