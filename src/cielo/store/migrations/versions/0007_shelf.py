"""What is known of every thing on the shelf, things of the maker's own, what was booked at the bench, groups of cards"""

import json

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "shelf_facts",
        sa.Column("kind", sa.String, primary_key=True),
        sa.Column("key", sa.String, primary_key=True),
        sa.Column("document", sa.String, nullable=False),
        sa.Column("put_away", sa.Boolean, nullable=False),
    )
    op.create_table(
        "own_thing",
        sa.Column("kind", sa.String, primary_key=True),
        sa.Column("key", sa.String, primary_key=True),
        sa.Column("position", sa.Integer, nullable=False),
        sa.Column("document", sa.String, nullable=False),
    )
    op.create_table(
        "bench_booked",
        sa.Column("card_id", sa.String, sa.ForeignKey("card.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("number", sa.Integer, primary_key=True),
        sa.Column("step_id", sa.String, primary_key=True),
    )
    op.add_column("card", sa.Column("card_group", sa.String, nullable=False, server_default=""))
    facts = sa.table("shelf_facts", *(sa.column(name) for name in ("kind", "key", "document", "put_away")))
    connection = op.get_bind()
    for kind, key, left in connection.execute(sa.text("select kind, key, left from supply_left")).all():
        connection.execute(facts.insert().values(kind=kind, key=key, document=json.dumps({"left": left}), put_away=False))
    op.drop_table("supply_left")
