"""The key of the edit that made a revision"""

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("revision", sa.Column("edit_key", sa.String, nullable=True))
    op.create_index("revision_by_edit", "revision", ["card_id", "edit_key"], unique=True)
