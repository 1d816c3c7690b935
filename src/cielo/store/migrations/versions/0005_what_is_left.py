"""How much is left of stocks, inks and tools"""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "supply_left",
        sa.Column("kind", sa.String, primary_key=True),
        sa.Column("key", sa.String, primary_key=True),
        sa.Column("left", sa.Integer, nullable=False),
    )
