"""Own parts, devices and spares of a plan."""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None

COLUMNS = ("own_parts", "devices", "spares")


def upgrade() -> None:
    for name in COLUMNS:
        op.add_column("plan", sa.Column(name, sa.JSON(), nullable=False, server_default="[]"))


def downgrade() -> None:
    for name in COLUMNS:
        op.drop_column("plan", name)
