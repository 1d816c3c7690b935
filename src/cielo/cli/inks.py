"""Inks that the solving commands choose from, and a colour as it is typed."""

from pathlib import Path
from typing import TYPE_CHECKING, Annotated

import typer

from cielo.errors import BadInput

if TYPE_CHECKING:
    from cielo.core.materials import Ink, Lab, Stock
    from cielo.core.plan import Plan

Shelf = Annotated[Path | None, typer.Option(help="a Cielo database: take its inks too")]


def inks_of(plan: "Plan", shelf: Path | None) -> "tuple[Ink, ...]":
    """The plan's inks, and those of a shelf behind them."""
    if shelf is None:
        return plan.inks
    from cielo.app.shelf import look_at_shelf
    from cielo.store.database import Store

    if not shelf.is_file():
        raise BadInput("there is no such database.", field="--shelf", mend="Give the file that cielo serve or cielo demo uses.")
    store = Store(shelf)
    own = {ink.key for ink in plan.inks}
    inks = (*plan.inks, *(ink for ink in look_at_shelf(store).inks if ink.key not in own))
    store.close()
    return inks


def inks_or_usual(plan: "Plan", shelf: Path | None) -> "tuple[Ink, ...]":
    """The plan's inks with those of a shelf; without one with the usual inks to start from."""
    from cielo.app.starter import INKS

    inks = inks_of(plan, shelf)
    own = {ink.key for ink in inks}
    return inks if shelf is not None else (*inks, *(ink for ink in INKS if ink.key not in own))


def stock_or_usual(key: str, shelf: Path | None) -> "Stock":
    """A stock of a shelf; without one of the usual stocks to start from. Raises BadInput."""
    from cielo.app.shelf import find_stock
    from cielo.app.starter import STOCKS
    from cielo.store.database import Store

    if shelf is None:
        stock = next((stock for stock in STOCKS if stock.key == key), None)
        if stock is None:
            raise BadInput(f"there is no stock {key!r}.", field="--on", mend=f"One of: {', '.join(one.key for one in STOCKS)}.")
        return stock
    store = Store(shelf)
    try:
        return find_stock(store, key)
    finally:
        store.close()


def lab_of(text: str) -> "Lab":
    """``L,a,b``. Raises BadInput."""
    try:
        lightness, a, b = (float(part) for part in text.split(","))
    except ValueError:
        raise BadInput(f"{text!r} is no colour.", field="--lab", mend="Write it as L,a,b, such as 62,-14,30.") from None
    if not (0 <= lightness <= 100 and abs(a) <= 128 and abs(b) <= 128):
        raise BadInput("no colour lies there.", field="--lab", mend="L goes from 0 to 100, a and b from -128 to 128.")
    return (lightness, a, b)
