"""Where each card of a batch stands at the bench, the timers that run, and what was done differently."""

from dataclasses import dataclass
from datetime import UTC, datetime

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from cielo.core.sequence.made import Difference
from cielo.store.tables import BenchDifferenceRow, BenchPlaceRow, BenchTimeRow, BenchTimerRow


@dataclass(frozen=True)
class Timer:
    """A drying that runs on one card of the batch."""

    number: int
    step: str
    ends_at: datetime


@dataclass(frozen=True)
class KeptDifference:
    """A difference as it is kept, with its id."""

    id: int
    difference: Difference


def read_places(session: Session, card_id: str) -> dict[int, str]:
    """The step in hand of every card of the batch, by its number from 1; empty where it was never at the bench."""
    rows = session.scalars(select(BenchPlaceRow).where(BenchPlaceRow.card_id == card_id).order_by(BenchPlaceRow.number))
    return {row.number: row.step_id for row in rows}


def write_place(session: Session, card_id: str, number: int, step: str) -> None:
    """Let a card of the batch stand at a step, from now on; where it stands there already, since it came to it."""
    row = session.get(BenchPlaceRow, (card_id, number))
    if row is None or row.step_id != step:
        session.merge(BenchPlaceRow(card_id=card_id, number=number, step_id=step, since=now().replace(tzinfo=None)))
    session.flush()


def read_since(session: Session, card_id: str) -> dict[int, datetime]:
    """Since when each card of the batch stands at its step, by its number; without those not known."""
    rows = session.scalars(select(BenchPlaceRow).where(BenchPlaceRow.card_id == card_id))
    return {row.number: row.since.replace(tzinfo=UTC) for row in rows if row.since is not None}


def write_time(session: Session, card_id: str, number: int, step: str, seconds: float) -> None:
    """Keep how long a step took; done over, it is the last time that counts."""
    session.merge(BenchTimeRow(card_id=card_id, number=number, step_id=step, seconds=seconds))
    session.flush()


def read_times(session: Session, card_id: str, number: int) -> dict[str, float]:
    """How long the steps of a card of the batch took, seconds, by what they are kept under."""
    query = select(BenchTimeRow).where(BenchTimeRow.card_id == card_id, BenchTimeRow.number == number)
    return {row.step_id: row.seconds for row in session.scalars(query)}


def forget_times(session: Session, card_id: str, number: int) -> None:
    """A card of the batch is begun anew, and clocked anew."""
    session.execute(delete(BenchTimeRow).where(BenchTimeRow.card_id == card_id, BenchTimeRow.number == number))


def drop_places_above(session: Session, card_id: str, number: int) -> None:
    """Take the cards above a number out of the batch, with their timers and differences."""
    for table in (BenchPlaceRow, BenchTimeRow, BenchTimerRow, BenchDifferenceRow):
        session.execute(delete(table).where(table.card_id == card_id, table.number > number))


def read_timers(session: Session, card_id: str) -> tuple[Timer, ...]:
    """Every timer of the batch, the first to end first."""
    rows = session.scalars(select(BenchTimerRow).where(BenchTimerRow.card_id == card_id).order_by(BenchTimerRow.ends_at))
    return tuple(Timer(row.number, row.step_id, row.ends_at.replace(tzinfo=UTC)) for row in rows)


def write_timer(session: Session, card_id: str, timer: Timer) -> None:
    """Start a timer, or start it again."""
    ends_at = timer.ends_at.astimezone(UTC).replace(tzinfo=None)
    session.merge(BenchTimerRow(card_id=card_id, number=timer.number, step_id=timer.step, ends_at=ends_at))
    session.flush()


def drop_timer(session: Session, card_id: str, number: int, step: str) -> None:
    """Stop a timer, where one runs."""
    session.execute(
        delete(BenchTimerRow).where(
            BenchTimerRow.card_id == card_id, BenchTimerRow.number == number, BenchTimerRow.step_id == step
        )
    )


def read_differences(session: Session, card_id: str, number: int) -> tuple[KeptDifference, ...]:
    """What was done differently on one card of the batch, in the order it was told."""
    rows = session.scalars(
        select(BenchDifferenceRow)
        .where(BenchDifferenceRow.card_id == card_id, BenchDifferenceRow.number == number)
        .order_by(BenchDifferenceRow.id)
    )
    return tuple(KeptDifference(row.id, Difference(row.step_id, row.how, row.value)) for row in rows)  # type: ignore[arg-type]


def add_difference(session: Session, card_id: str, number: int, difference: Difference) -> None:
    """Keep a difference."""
    session.add(
        BenchDifferenceRow(
            card_id=card_id,
            number=number,
            step_id=difference.step,
            how=difference.how,
            value=difference.value,
            made_at=now().replace(tzinfo=None),
        )
    )
    session.flush()


def drop_difference(session: Session, card_id: str, number: int, difference_id: int) -> None:
    """Take a difference back."""
    session.execute(
        delete(BenchDifferenceRow).where(
            BenchDifferenceRow.card_id == card_id,
            BenchDifferenceRow.number == number,
            BenchDifferenceRow.id == difference_id,
        )
    )


def now() -> datetime:
    """What the clock of the server says, UTC."""
    return datetime.now(UTC)
