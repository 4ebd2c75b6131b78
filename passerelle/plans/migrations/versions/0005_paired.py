"""Other devices that may use this machine's plans over the site's own network."""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "paired",
        sa.Column("id", sa.Integer(), primary_key=True),
        sa.Column("name", sa.String(60), nullable=False, unique=True),
        sa.Column("role", sa.String(10), nullable=False),
        sa.Column("token_sha256", sa.String(64), nullable=False, unique=True),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("seen", sa.DateTime(timezone=True), nullable=True),
        sa.Column("off", sa.Boolean(), nullable=False),
    )


def downgrade() -> None:
    op.drop_table("paired")
