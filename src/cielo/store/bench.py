"""The cards of a batch at the bench: one document an attempt, read and written whole."""

from collections.abc import Callable
from dataclasses import dataclass
from datetime import UTC, datetime

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from cielo.core.sequence.made import Difference
from cielo.exchange.attempt_file import AttemptModel
from cielo.store.tables import AttemptRow


@dataclass(frozen=True)
class KeptDifference:
    """A difference as it is kept, with its id."""

    id: int
    difference: Difference


def read_attempts(session: Session, card_id: str) -> dict[int, AttemptModel]:
    """Every card of the batch that is on the bench, by its number from 1."""
    rows = session.scalars(select(AttemptRow).where(AttemptRow.card_id == card_id).order_by(AttemptRow.number))
    return {row.number: AttemptModel.model_validate_json(row.document) for row in rows}


def count_attempts(session: Session, card_id: str) -> int:
    """How many cards of the batch are on the bench."""
    return len(session.scalars(select(AttemptRow.number).where(AttemptRow.card_id == card_id)).all())


def change_attempt(session: Session, card_id: str, number: int, change: Callable[[AttemptModel], AttemptModel]) -> None:
    """One card of the batch after a change, put on the bench where it is not there yet."""
    row = session.get(AttemptRow, (card_id, number))
    was = AttemptModel() if row is None else AttemptModel.model_validate_json(row.document)
    document = change(was).model_dump_json()
    if row is None:
        session.add(AttemptRow(card_id=card_id, number=number, document=document))
    else:
        row.document = document
    session.flush()


def drop_attempts(session: Session, card_id: str, *, above: int) -> None:
    """Take the cards above a number out of the batch, with all that was kept of them."""
    session.execute(delete(AttemptRow).where(AttemptRow.card_id == card_id, AttemptRow.number > above))


def now() -> datetime:
    """What the clock of the server says, UTC."""
    return datetime.now(UTC)
