"""The tables. Documents are JSON text in the form of the open formats, so a row can be read without Cielo."""

from datetime import datetime

from sqlalchemy import ForeignKey, Index, UniqueConstraint
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class Base(DeclarativeBase):
    pass


class StockRow(Base):
    __tablename__ = "stock"

    key: Mapped[str] = mapped_column(primary_key=True)
    position: Mapped[int]
    document: Mapped[str]


class InkRow(Base):
    __tablename__ = "ink"

    key: Mapped[str] = mapped_column(primary_key=True)
    position: Mapped[int]
    document: Mapped[str]


class CardRow(Base):
    """A card and which of its revisions is the current one."""

    __tablename__ = "card"

    id: Mapped[str] = mapped_column(primary_key=True)
    revision: Mapped[int]
    created_at: Mapped[datetime]
    changed_at: Mapped[datetime]
    put_away: Mapped[bool] = mapped_column(default=False)
    card_group: Mapped[str] = mapped_column(default="", server_default="")


class RevisionRow(Base):
    """A plan as it stood. Revisions are only ever added.

    ``undo_to`` and ``redo_to`` are the numbers of the revisions whose plan undo and redo bring back; both are revisions in
    their own right, so nothing is ever lost or guessed. ``edit_key`` is the key of the edit that made it, so that an edit sent
    twice is done once; ``window`` the window that made it, which alone takes it back.
    """

    __tablename__ = "revision"
    __table_args__ = (
        UniqueConstraint("card_id", "number"),
        Index("revision_by_card", "card_id", "number"),
        Index("revision_by_edit", "card_id", "edit_key", unique=True),
    )

    id: Mapped[int] = mapped_column(primary_key=True)
    card_id: Mapped[str] = mapped_column(ForeignKey("card.id", ondelete="CASCADE"))
    number: Mapped[int]
    document: Mapped[str]
    said: Mapped[str]
    made_at: Mapped[datetime]
    undo_to: Mapped[int | None]
    redo_to: Mapped[int | None]
    edit_key: Mapped[str | None]
    window: Mapped[str | None]


class CrossingRow(Base):
    """A crossing measured on a stock: two inks of the shelf, each one full application, bottom first."""

    __tablename__ = "crossing"

    stock: Mapped[str] = mapped_column(ForeignKey("stock.key", ondelete="CASCADE"), primary_key=True)
    bottom: Mapped[str] = mapped_column(ForeignKey("ink.key", ondelete="CASCADE"), primary_key=True)
    top: Mapped[str] = mapped_column(ForeignKey("ink.key", ondelete="CASCADE"), primary_key=True)
    lightness: Mapped[float]
    a: Mapped[float]
    b: Mapped[float]


class AttemptRow(Base):
    """One card of a batch at the bench, as exchange.attempt_file has it; cards are numbered from 1."""

    __tablename__ = "bench_attempt"

    card_id: Mapped[str] = mapped_column(ForeignKey("card.id", ondelete="CASCADE"), primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    document: Mapped[str]


class MadeOnceRow(Base):
    """What a request made, by the request's own key: sent twice, it makes it once."""

    __tablename__ = "made_once"

    request: Mapped[str] = mapped_column(primary_key=True)
    made: Mapped[str]
    at: Mapped[datetime]


class StencilRow(Base):
    """A stencil or mask of the maker's own, from a drawing; those that ship are not kept here."""

    __tablename__ = "stencil"

    key: Mapped[str] = mapped_column(primary_key=True)
    position: Mapped[int]
    document: Mapped[str]
    put_away: Mapped[bool] = mapped_column(default=False)


class FactsRow(Base):
    """What the maker knows of a thing on the shelf; without a row nothing, and there is plenty. ``put_away``: off the shelf."""

    __tablename__ = "shelf_facts"

    kind: Mapped[str] = mapped_column(primary_key=True)
    key: Mapped[str] = mapped_column(primary_key=True)
    document: Mapped[str]
    put_away: Mapped[bool]


class OwnThingRow(Base):
    """A stamp, tape or tool of the maker's own."""

    __tablename__ = "own_thing"

    kind: Mapped[str] = mapped_column(primary_key=True)
    key: Mapped[str] = mapped_column(primary_key=True)
    position: Mapped[int]
    document: Mapped[str]


class JournalRow(Base):
    """A card that was made, as exchange.journal_file has it; ``photo``: its photograph as JPEG in base64, empty where there is none."""

    __tablename__ = "journal"

    id: Mapped[str] = mapped_column(primary_key=True)
    made_at: Mapped[datetime]
    document: Mapped[str]
    photo: Mapped[str] = mapped_column(default="", server_default="")


class PracticeRow(Base):
    """An answer to a question of the trainer: its kind, how far off it was, and its score."""

    __tablename__ = "practice"

    number: Mapped[int] = mapped_column(primary_key=True)
    at: Mapped[datetime]
    kind: Mapped[str]
    off: Mapped[float]
    score: Mapped[float]
