"""One document for each card at the bench; which window made a revision; what was made by the key of its request; ids never given twice"""

import json
import re
from datetime import datetime
from typing import Any

import sqlalchemy as sa
from alembic import op

revision = "0011"
down_revision = "0010"
branch_labels = None
depends_on = None

NUMBERED = re.compile(r'"(?:id|key)":"(?:s|piece-)([0-9]{1,6})"')


def upgrade() -> None:
    op.create_table(
        "bench_attempt",
        sa.Column("card_id", sa.String, sa.ForeignKey("card.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("number", sa.Integer, primary_key=True),
        sa.Column("document", sa.String, nullable=False),
    )
    attempts = sa.table("bench_attempt", sa.column("card_id"), sa.column("number"), sa.column("document"))
    for (card, number), attempt in _attempts().items():
        op.execute(attempts.insert().values(card_id=card, number=number, document=json.dumps(attempt)))
    for table in ("bench_place", "bench_time", "bench_timer", "bench_difference", "bench_booked"):
        op.drop_table(table)
    op.add_column("revision", sa.Column("window", sa.String))
    op.create_table(
        "made_once",
        sa.Column("request", sa.String, primary_key=True),
        sa.Column("made", sa.String, nullable=False),
        sa.Column("at", sa.DateTime, nullable=False),
    )
    _keep_highest_given()


def _attempts() -> dict[tuple[str, int], dict[str, Any]]:
    """The rows of five tables, one document for each card of a batch."""
    found: dict[tuple[str, int], dict[str, Any]] = {}
    rows = op.get_bind().exec_driver_sql

    def of(card: str, number: int) -> dict[str, Any]:
        empty: dict[str, Any] = {
            "step": "", "since": None, "times": {}, "timers": {}, "differences": [], "last_difference": 0, "booked": {},
        }  # fmt: skip
        return found.setdefault((card, number), empty)

    for card, number, step, since in rows("select card_id, number, step_id, since from bench_place"):
        of(card, number).update(step=step, since=_utc(since))
    for card, number, step, seconds in rows("select card_id, number, step_id, seconds from bench_time"):
        if (card, number) in found:
            of(card, number)["times"][step] = seconds
    for card, number, step, ends_at in rows("select card_id, number, step_id, ends_at from bench_timer"):
        if (card, number) in found:
            of(card, number)["timers"][step] = _utc(ends_at)
    for card, number, step, how, value in rows(
        "select card_id, number, step_id, how, value from bench_difference order by id"
    ):
        attempt = of(card, number)
        attempt["last_difference"] += 1
        attempt["differences"].append({"id": attempt["last_difference"], "step": step, "how": how, "value": value})
    for card, number, step in rows("select card_id, number, step_id from bench_booked"):
        # A card that was taken off the bench was made all the same, but there is nothing to come back to.
        if (card, number) in found or number == 1:
            of(card, number)["booked"][step] = {"took": None, "finished": True}
    return found


def _utc(at: str | None) -> str | None:
    return None if at is None else datetime.fromisoformat(at).isoformat() + "Z"


def _keep_highest_given() -> None:
    """Each card knows the highest number that any of its revisions gave in an id."""
    rows = op.get_bind().exec_driver_sql
    for card, current in rows("select id, revision from card").all():
        highest = 0
        for (document,) in rows("select document from revision where card_id = ?", (card,)):
            highest = max((highest, *map(int, NUMBERED.findall(document))))
        for row, document in rows("select id, document from revision where card_id = ? and number = ?", (card, current)).all():
            if highest > max(map(int, NUMBERED.findall(document)), default=0):
                text = json.dumps({**json.loads(document), "given": highest}, ensure_ascii=False, separators=(",", ":"))
                rows("update revision set document = ? where id = ?", (text, row))
