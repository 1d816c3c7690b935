"""Cards and their revisions in the database."""

import re
from dataclasses import dataclass
from datetime import UTC, datetime
from uuid import uuid4

from sqlalchemy import select
from sqlalchemy.orm import Session

from cielo.core.plan import Plan, with_given
from cielo.errors import NotFound
from cielo.exchange.plan_file import PlanModel
from cielo.store.tables import CardRow, RevisionRow

# What a document says of ids, which is no part of how the card looks.
_GIVEN = re.compile(r',?"given":[0-9]+')


@dataclass(frozen=True)
class Revision:
    """A plan as it stood, what was done to get there and in which window, and where undo and redo lead."""

    card_id: str
    number: int
    plan: Plan
    said: str
    undo_to: int | None
    redo_to: int | None
    window: str | None = None


def add_card(session: Session, plan: Plan, said: str) -> Revision:
    """A new card with its first revision."""
    now = datetime.now(UTC)
    card = CardRow(id=uuid4().hex[:12], revision=0, created_at=now, changed_at=now, put_away=False)
    session.add(card)
    session.flush()
    return add_revision(session, card, plan, said, undo_to=None, redo_to=None)


def find_card(session: Session, card_id: str) -> CardRow:
    """The card of that id. Raises NotFound."""
    card = session.get(CardRow, card_id)
    if card is None:
        raise NotFound("there is no such card.", mend="Go back to Cards and choose one.")
    return card


def all_cards(session: Session, *, away: bool = False) -> list[CardRow]:
    """Every card on the table, or every one that is put away, the last changed first."""
    query = select(CardRow).where(CardRow.put_away.is_(away)).order_by(CardRow.changed_at.desc(), CardRow.id)
    return list(session.scalars(query))


def read_revision(session: Session, card_id: str, number: int) -> Revision:
    """One revision of a card. Raises NotFound."""
    row = session.scalars(select(RevisionRow).where(RevisionRow.card_id == card_id, RevisionRow.number == number)).one_or_none()
    if row is None:
        raise NotFound("there is no such revision of this card.", mend="Open the card again.")
    plan = PlanModel.model_validate_json(row.document).to_core()
    return Revision(card_id, row.number, plan, row.said, row.undo_to, row.redo_to, row.window)


def distinct_revisions(session: Session, card_id: str) -> list[RevisionRow]:
    """The revisions of a card, the newest first; of those with the same plan only the newest."""
    query = select(RevisionRow).where(RevisionRow.card_id == card_id).order_by(RevisionRow.number.desc())
    by_plan: dict[str, RevisionRow] = {}
    for row in session.scalars(query):
        by_plan.setdefault(_GIVEN.sub("", row.document), row)
    return list(by_plan.values())


def was_made(session: Session, card_id: str, edit_key: str) -> bool:
    """Whether the edit of that key has made a revision already."""
    query = select(RevisionRow.id).where(RevisionRow.card_id == card_id, RevisionRow.edit_key == edit_key)
    return session.scalars(query).first() is not None


def add_revision(
    session: Session,
    card: CardRow,
    plan: Plan,
    said: str,
    *,
    undo_to: int | None,
    redo_to: int | None,
    edit_key: str | None = None,
    window: str | None = None,
) -> Revision:
    """Add a revision and make it the current one. It knows every id that was ever given on the card."""
    before = (read_revision(session, card.id, card.revision).plan,) if card.revision else ()
    plan = with_given(plan, *before)
    card.revision += 1
    card.changed_at = datetime.now(UTC)
    document = PlanModel.of(plan).model_dump_json(exclude_none=True)
    session.add(
        RevisionRow(
            card_id=card.id,
            number=card.revision,
            document=document,
            said=said,
            made_at=card.changed_at,
            undo_to=undo_to,
            redo_to=redo_to,
            edit_key=edit_key,
            window=window,
        )
    )
    session.flush()
    return Revision(card.id, card.revision, plan, said, undo_to, redo_to, window)
