"""Measured crossings"""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "crossing",
        sa.Column("stock", sa.String, sa.ForeignKey("stock.key", ondelete="CASCADE"), primary_key=True),
        sa.Column("bottom", sa.String, sa.ForeignKey("ink.key", ondelete="CASCADE"), primary_key=True),
        sa.Column("top", sa.String, sa.ForeignKey("ink.key", ondelete="CASCADE"), primary_key=True),
        sa.Column("lightness", sa.Double, nullable=False),
        sa.Column("a", sa.Double, nullable=False),
        sa.Column("b", sa.Double, nullable=False),
    )
