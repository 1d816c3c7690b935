"""The shelf: what can be chosen."""

from collections.abc import Sequence
from dataclasses import dataclass

from cielo.core.materials import Ink, Stock
from cielo.errors import NotFound
from cielo.store.database import Store
from cielo.store.shelf import put_on_shelf, read_inks, read_stocks


@dataclass(frozen=True)
class Shelf:
    stocks: tuple[Stock, ...]
    inks: tuple[Ink, ...]


def look_at_shelf(store: Store) -> Shelf:
    """Everything on the shelf."""
    with store.transaction() as session:
        return Shelf(read_stocks(session), read_inks(session))


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
