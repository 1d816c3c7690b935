"""Stencils of the maker's own"""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "stencil",
        sa.Column("key", sa.String, primary_key=True),
        sa.Column("position", sa.Integer, nullable=False),
        sa.Column("document", sa.String, nullable=False),
        sa.Column("put_away", sa.Boolean, nullable=False),
    )
