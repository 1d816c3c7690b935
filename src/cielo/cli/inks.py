"""Inks that the solving commands choose from, and a colour as it is typed."""

from pathlib import Path
from typing import TYPE_CHECKING, Annotated

import typer

from cielo.errors import BadInput

if TYPE_CHECKING:
    from cielo.core.bounds import Lab
    from cielo.core.materials import Ink, Stock
    from cielo.core.plan import Plan

Shelf = Annotated[Path | None, typer.Option(help="a Cielo database, to use its inks too")]


def inks_of(plan: "Plan", shelf: Path | None) -> "tuple[Ink, ...]":
    """The plan's inks, and those of a shelf behind them."""
    if shelf is None:
        return plan.inks
    from cielo.app.shelf import look_at_shelf
    from cielo.store.database import looked_at

    own = {ink.key for ink in plan.inks}
    with looked_at(shelf) as store:
        return (*plan.inks, *(ink for ink in look_at_shelf(store).inks if ink.key not in own))


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
    from cielo.store.database import looked_at

    if shelf is None:
        stock = next((stock for stock in STOCKS if stock.key == key), None)
        if stock is None:
            raise BadInput(f"there is no stock {key!r}.", field="--on", mend=f"One of: {', '.join(one.key for one in STOCKS)}.")
        return stock
    with looked_at(shelf) as store:
        return find_stock(store, key)


def lab_of(text: str) -> "Lab":
    """``L,a,b``. Raises BadInput."""
    try:
        lightness, a, b = (float(part) for part in text.split(","))
    except ValueError:
        raise BadInput(f"{text!r} is no colour.", field="--lab", mend="Write it as L,a,b, such as 62,-14,30.") from None
    from cielo.core.bounds import ensure_lab

    ensure_lab((lightness, a, b), "--lab")
    return (lightness, a, b)
