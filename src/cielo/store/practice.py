"""Answers to the trainer in the database."""

from datetime import UTC, datetime

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from cielo.core.solvers.trainer import KIND_WORDS, Answered
from cielo.store.tables import PracticeRow

# Of each kind more than the last answers are of no use to anyone; so many are kept in all.
MOST_KEPT = 400


def read_answers(session: Session) -> tuple[Answered, ...]:
    """Every answer that is kept, the first given first; one of a kind that is not asked any more is left out."""
    rows = session.scalars(select(PracticeRow).order_by(PracticeRow.number))
    return tuple(Answered(row.kind, row.off, row.score) for row in rows if row.kind in KIND_WORDS)


def add_answer(session: Session, answered: Answered) -> None:
    """Keep an answer; the oldest go when there are too many."""
    at = datetime.now(UTC).replace(tzinfo=None)
    row = PracticeRow(at=at, kind=answered.kind, off=answered.off, score=answered.score)
    session.add(row)
    session.flush()
    session.execute(delete(PracticeRow).where(PracticeRow.number <= row.number - MOST_KEPT))


def forget_answers(session: Session) -> None:
    """Begin anew."""
    session.execute(delete(PracticeRow))
