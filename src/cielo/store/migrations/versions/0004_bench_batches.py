"""A batch at the bench: a place for each card, several timers, what was done differently"""

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None


def upgrade() -> None:
    card = sa.ForeignKey("card.id", ondelete="CASCADE")
    place = op.create_table(
        "bench_place",
        sa.Column("card_id", sa.String, card, primary_key=True),
        sa.Column("number", sa.Integer, primary_key=True),
        sa.Column("step_id", sa.String, nullable=False),
    )
    op.create_table(
        "bench_timer",
        sa.Column("card_id", sa.String, sa.ForeignKey("card.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("number", sa.Integer, primary_key=True),
        sa.Column("step_id", sa.String, primary_key=True),
        sa.Column("ends_at", sa.DateTime, nullable=False),
    )
    op.create_table(
        "bench_difference",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("card_id", sa.String, sa.ForeignKey("card.id", ondelete="CASCADE"), nullable=False, index=True),
        sa.Column("number", sa.Integer, nullable=False),
        sa.Column("step_id", sa.String, nullable=False),
        sa.Column("how", sa.String, nullable=False),
        sa.Column("value", sa.String, nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
    )
    rows = op.get_bind().execute(sa.text("select card_id, step_id, timer_step_id, timer_ends_at from bench")).all()
    for card_id, step_id, timer_step, ends_at in rows:
        op.bulk_insert(place, [{"card_id": card_id, "number": 1, "step_id": step_id}])
        if timer_step is not None:
            at = sa.text("insert into bench_timer (card_id, number, step_id, ends_at) values (:c, 1, :s, :e)")
            op.get_bind().execute(at, {"c": card_id, "s": timer_step, "e": ends_at})
    op.drop_table("bench")
