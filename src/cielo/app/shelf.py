"""The shelf: what can be chosen."""

from collections.abc import Sequence
from dataclasses import dataclass

from sqlalchemy.orm import Session

from cielo.core.advice.supplies import OnShelf, Supplies, Supply, SupplyKind, supplies_of
from cielo.core.materials import Ink, Stock
from cielo.errors import NotFound
from cielo.store.bench import count_attempts
from cielo.store.cards import find_card, read_revision
from cielo.store.database import Store
from cielo.store.shelf import put_on_shelf, read_inks, read_on_shelf, read_stocks, write_left


@dataclass(frozen=True)
class Shelf:
    stocks: tuple[Stock, ...]
    inks: tuple[Ink, ...]


def look_at_shelf(store: Store) -> Shelf:
    """Everything on the shelf."""
    with store.reading() as session:
        return Shelf(read_stocks(session), read_inks(session))


def what_is_on_shelf(store: Store) -> OnShelf:
    """The shelf as the checks want it, with how much is left where the maker has counted."""
    with store.reading() as session:
        return read_on_shelf(session)


def supplies_for(session: Session, card_id: str) -> Supplies:
    """The shelf, to last for as many cards as are in rotation at the bench."""
    return Supplies(read_on_shelf(session), max(1, count_attempts(session, card_id)))


def what_it_takes(store: Store, card_id: str, cards: int) -> tuple[Supply, ...]:
    """What so many cards take from the shelf, and how much of it there is. Raises NotFound."""
    with store.reading() as session:
        plan = read_revision(session, card_id, find_card(session, card_id).revision).plan
        return supplies_of(plan, Supplies(read_on_shelf(session), cards))


def note_what_is_left(store: Store, kind: SupplyKind, key: str, left: int | None) -> None:
    """Keep how much is left of a stock, an ink or a tool; None for plenty. Raises NotFound for what is not on the shelf."""
    with store.transaction() as session:
        if not read_on_shelf(session).has(kind, key):
            raise NotFound(f"no {kind} {key!r} is on the shelf.", field="key", mend="Choose one that is.")
        write_left(session, kind, key, left)


def fill_shelf(store: Store, shelf: Shelf) -> None:
    """Put inks and stocks on the shelf."""
    with store.transaction() as session:
        put_on_shelf(session, shelf.inks, shelf.stocks)


def find_stock(store: Store, key: str) -> Stock:
    """One stock of the shelf. Raises NotFound."""
    stock = next((stock for stock in look_at_shelf(store).stocks if stock.key == key), None)
    if stock is None:
        raise NotFound(f"no stock {key!r} is on the shelf.", field="stock", mend="Choose one that is.")
    return stock


def find_inks(store: Store, keys: Sequence[str]) -> tuple[Ink, ...]:
    """Inks of the shelf in the order asked for. Raises NotFound."""
    on_shelf = {ink.key: ink for ink in look_at_shelf(store).inks}
    missing = [key for key in keys if key not in on_shelf]
    if missing:
        raise NotFound(f"no ink {missing[0]!r} is on the shelf.", field="inks", mend="Choose inks that are.")
    return tuple(on_shelf[key] for key in keys)
