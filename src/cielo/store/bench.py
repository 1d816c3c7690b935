"""Where each card stands at the bench."""

from dataclasses import dataclass
from datetime import UTC, datetime

from sqlalchemy.orm import Session

from cielo.store.tables import BenchRow


@dataclass(frozen=True)
class Timer:
    step: str
    ends_at: datetime


@dataclass(frozen=True)
class BenchState:
    """The step in hand and the timer that runs, if one does."""

    step: str
    timer: Timer | None = None


def read_bench(session: Session, card_id: str) -> BenchState | None:
    """The state of a card at the bench, or None where it was never there."""
    row = session.get(BenchRow, card_id)
    if row is None:
        return None
    timer = None
    if row.timer_step_id is not None and row.timer_ends_at is not None:
        timer = Timer(row.timer_step_id, row.timer_ends_at.replace(tzinfo=UTC))
    return BenchState(row.step_id, timer)


def write_bench(session: Session, card_id: str, state: BenchState) -> None:
    session.merge(
        BenchRow(
            card_id=card_id,
            step_id=state.step,
            timer_step_id=state.timer.step if state.timer else None,
            timer_ends_at=state.timer.ends_at.astimezone(UTC).replace(tzinfo=None) if state.timer else None,
        )
    )
