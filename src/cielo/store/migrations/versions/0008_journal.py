"""The journal: what was made, its photographs, and what they taught"""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "journal",
        sa.Column("id", sa.String, primary_key=True),
        sa.Column("made_at", sa.DateTime, nullable=False),
        sa.Column("document", sa.String, nullable=False),
        sa.Column("photo", sa.String, nullable=False, server_default=""),
    )
