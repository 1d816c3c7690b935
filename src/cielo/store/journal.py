"""The journal in the database."""

from collections.abc import Callable
from dataclasses import dataclass
from datetime import UTC, datetime
from functools import lru_cache

from sqlalchemy import select
from sqlalchemy.orm import Session, defer

from cielo.errors import NotFound
from cielo.exchange.journal_file import JournalModel
from cielo.store.tables import CardRow, JournalRow


@dataclass(frozen=True)
class Entry:
    """An entry as it is kept; ``photo`` as base64, only where it was asked for; ``group``: the set its card belongs to, "" for none."""

    id: str
    made_at: datetime
    document: JournalModel
    photographed: bool
    photo: str = ""
    group: str = ""


def read_entries(session: Session) -> tuple[Entry, ...]:
    """Every entry without its photograph, the last made first."""
    photographed = set(session.scalars(select(JournalRow.id).where(JournalRow.photo != "")))
    rows = session.scalars(select(JournalRow).options(defer(JournalRow.photo)).order_by(JournalRow.made_at.desc(), JournalRow.id))
    named = session.execute(select(CardRow.id, CardRow.card_group).where(CardRow.card_group != ""))
    groups = {card.id: card.card_group for card in named}
    entries = []
    for row in rows:
        document = _document(row.document)
        entries.append(
            Entry(row.id, _utc(row.made_at), document, row.id in photographed, group=groups.get(document.card or "", ""))
        )
    return tuple(entries)


def read_entry(session: Session, entry_id: str) -> Entry:
    """One entry with its photograph. Raises NotFound."""
    row = _row(session, entry_id)
    document = _document(row.document)
    card = session.get(CardRow, document.card) if document.card else None
    return Entry(row.id, _utc(row.made_at), document, bool(row.photo), row.photo, card.card_group if card else "")


def has_entry(session: Session, entry_id: str) -> bool:
    """Whether there is such an entry."""
    return session.get(JournalRow, entry_id) is not None


def add_entry(session: Session, entry: Entry) -> None:
    """Keep a new entry."""
    made_at = entry.made_at.astimezone(UTC).replace(tzinfo=None)
    session.add(JournalRow(id=entry.id, made_at=made_at, document=entry.document.model_dump_json(), photo=entry.photo))
    session.flush()


def change_entry(
    session: Session, entry_id: str, change: Callable[[JournalModel], JournalModel], photo: str | None = None
) -> Entry:
    """An entry after a change of its document as it is kept now; its photograph stays where none is given. Raises NotFound."""
    row = _row(session, entry_id)
    row.document = change(_document(row.document)).model_dump_json()
    if photo is not None:
        row.photo = photo
    session.flush()
    return read_entry(session, entry_id)


def drop_entry(session: Session, entry_id: str) -> None:
    """Take an entry out. Raises NotFound."""
    session.delete(_row(session, entry_id))
    session.flush()


@lru_cache(maxsize=4000)
def _document(text: str) -> JournalModel:
    """An entry's document; the whole journal is looked through whenever a card is opened, and hardly ever changes. Do not write to it."""
    return JournalModel.model_validate_json(text)


def _row(session: Session, entry_id: str) -> JournalRow:
    row = session.get(JournalRow, entry_id)
    if row is None:
        raise NotFound("there is no such entry in the journal.", mend="Go back to the Journal and choose one.")
    return row


def _utc(at: datetime) -> datetime:
    return at.replace(tzinfo=UTC)
