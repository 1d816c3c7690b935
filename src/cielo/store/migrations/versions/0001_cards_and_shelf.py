"""Shelf, cards, revisions, bench"""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def upgrade() -> None:
    for name in ("stock", "ink"):
        op.create_table(
            name,
            sa.Column("key", sa.String, primary_key=True),
            sa.Column("position", sa.Integer, nullable=False),
            sa.Column("document", sa.String, nullable=False),
        )
    op.create_table(
        "card",
        sa.Column("id", sa.String, primary_key=True),
        sa.Column("revision", sa.Integer, nullable=False),
        sa.Column("created_at", sa.DateTime, nullable=False),
        sa.Column("changed_at", sa.DateTime, nullable=False),
        sa.Column("put_away", sa.Boolean, nullable=False),
    )
    op.create_table(
        "revision",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("card_id", sa.String, sa.ForeignKey("card.id", ondelete="CASCADE"), nullable=False),
        sa.Column("number", sa.Integer, nullable=False),
        sa.Column("document", sa.String, nullable=False),
        sa.Column("said", sa.String, nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
        sa.Column("undo_to", sa.Integer),
        sa.Column("redo_to", sa.Integer),
        sa.UniqueConstraint("card_id", "number"),
    )
    op.create_index("revision_by_card", "revision", ["card_id", "number"])
    op.create_table(
        "bench",
        sa.Column("card_id", sa.String, sa.ForeignKey("card.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("step_id", sa.String, nullable=False),
        sa.Column("timer_step_id", sa.String),
        sa.Column("timer_ends_at", sa.DateTime),
    )
