"""What makes something is asked with a key of its own, so that asked twice, by a double tap or after an answer was lost, it makes it once."""

from collections.abc import Callable
from datetime import UTC, datetime

from sqlalchemy import delete
from sqlalchemy.orm import Session

from cielo.store.tables import MadeOnceRow

# A request that is older than any page that could still be waiting for its answer is forgotten.
MOST_KEPT = 2000


def made_before(session: Session, request: str | None) -> str | None:
    """The id of what a request made already; None where it made nothing yet, or has no key."""
    row = session.get(MadeOnceRow, request) if request is not None else None
    return None if row is None else row.made


def made_once(session: Session, request: str | None, make: Callable[[], str]) -> str:
    """The id of what ``make`` makes, made unless this request has made it already."""
    before = made_before(session, request)
    if before is not None:
        return before
    made = make()
    if request is not None:
        session.add(MadeOnceRow(request=request, made=made, at=datetime.now(UTC).replace(tzinfo=None)))
        session.flush()
        newest = session.query(MadeOnceRow.request).order_by(MadeOnceRow.at.desc()).limit(MOST_KEPT).subquery()
        session.execute(delete(MadeOnceRow).where(MadeOnceRow.request.not_in(newest.select())))
    return made
