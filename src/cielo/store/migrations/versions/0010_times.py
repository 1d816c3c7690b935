"""How long steps took at the bench"""

import sqlalchemy as sa
from alembic import op

revision = "0010"
down_revision = "0009"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("bench_place", sa.Column("since", sa.DateTime))
    op.create_table(
        "bench_time",
        sa.Column("card_id", sa.String, sa.ForeignKey("card.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("number", sa.Integer, primary_key=True),
        sa.Column("step_id", sa.String, primary_key=True),
        sa.Column("seconds", sa.Double, nullable=False),
    )
