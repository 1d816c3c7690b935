"""A card as it stood before: its versions, what is otherwise between two of them, and one brought back or begun from."""

from dataclasses import dataclass, replace
from datetime import datetime

from cielo.app.cards import Basis, CardOnDesk, card_at, keep_edit, open_card, part_key, start_card, to_edit, whole_id, with_part
from cielo.app.sheets import takes
from cielo.core.advice.judge import checked, troubles
from cielo.core.plan import Plan
from cielo.core.say import differences
from cielo.store.cards import distinct_revisions, find_card, read_revision
from cielo.store.database import Store

SAID = "bring an earlier version back"


@dataclass(frozen=True)
class Version:
    """A plan a card had: the number of its revision, what was done to get there, and when."""

    number: int
    said: str
    made_at: datetime


@dataclass(frozen=True)
class Standing:
    """How a version stands: what will go wrong, in words, and how long it takes, as a sentence ("" for nothing to do)."""

    troubles: tuple[str, ...]
    takes: str


@dataclass(frozen=True)
class Comparison:
    """Two versions beside each other; ``differences`` are sentences on what is otherwise in the second."""

    was: Standing
    now: Standing
    differences: tuple[str, ...]


def versions(store: Store, card_id: str) -> tuple[Version, ...]:
    """Every plan the card has had, each once, the newest first; of a piece, those in which it was there already."""
    piece = part_key(card_id)
    with store.reading() as session:
        find_card(session, whole_id(card_id))
        rows = distinct_revisions(session, whole_id(card_id))
        if piece:
            whole = whole_id(card_id)
            rows = [row for row in rows if piece in {one.key for one in read_revision(session, whole, row.number).plan.pieces}]
        return tuple(Version(row.number, row.said, row.made_at) for row in rows)


def compare(store: Store, card_id: str, was: int, now: int) -> Comparison:
    """Two versions of a card, by the numbers of their revisions. Raises NotFound."""
    before, after = card_at(store, card_id, was), card_at(store, card_id, now)
    return Comparison(_standing(before), _standing(after), differences(before, after))


def take_version(store: Store, card_id: str, basis: Basis, number: int) -> CardOnDesk:
    """Bring a version back as one edit, which undo takes back. Raises NotFound and OutOfDate."""
    back = card_at(store, card_id, number)
    with store.reading() as session:
        current = to_edit(session, card_id, basis)
    if current is not None:
        keep_edit(store, card_id, basis, SAID, with_part(card_id, current.plan, back))
    return open_card(store, card_id)


def vary(store: Store, card_id: str, number: int, request: str | None = None) -> CardOnDesk:
    """A new card that begins as another stood at one of its versions."""
    plan = card_at(store, card_id, number)
    return start_card(store, replace(plan, title=f"{plan.title[:70]}, varied"), f"start from {plan.title}", request=request)


def _standing(plan: Plan) -> Standing:
    return Standing(tuple(finding.message for finding in troubles(checked(plan))), takes(plan))
