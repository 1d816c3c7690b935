"""The shelf in the database."""

from sqlalchemy import select
from sqlalchemy.orm import Session

from cielo.core.advice.supplies import SUPPLY_KINDS, OnShelf, SupplyKind
from cielo.core.materials import Ink, MeasuredCrossing, Stock
from cielo.exchange.materials_model import InkModel, StockModel
from cielo.store.tables import CrossingRow, InkRow, LeftRow, StockRow


def read_inks(session: Session) -> tuple[Ink, ...]:
    """All inks, in the order of the shelf."""
    rows = session.scalars(select(InkRow).order_by(InkRow.position, InkRow.key))
    return tuple(InkModel.model_validate_json(row.document).to_core() for row in rows)


def read_stocks(session: Session) -> tuple[Stock, ...]:
    """All stocks, in the order of the shelf."""
    rows = session.scalars(select(StockRow).order_by(StockRow.position, StockRow.key))
    return tuple(StockModel.model_validate_json(row.document).to_core() for row in rows)


def put_on_shelf(session: Session, inks: tuple[Ink, ...], stocks: tuple[Stock, ...]) -> None:
    """Add inks and stocks, or replace those of the same key."""
    for at, ink in enumerate(inks):
        session.merge(InkRow(key=ink.key, position=at, document=InkModel.of(ink).model_dump_json(exclude_none=True)))
    for at, stock in enumerate(stocks):
        document = StockModel.of(stock).model_dump_json(exclude_none=True)
        session.merge(StockRow(key=stock.key, position=at, document=document))


def read_on_shelf(session: Session) -> OnShelf:
    """The shelf as the checks want it: what is there, and how much of it where that was counted."""
    rows = session.scalars(select(LeftRow))
    left = {(kind, row.key): row.left for row in rows for kind in SUPPLY_KINDS if kind == row.kind}
    return OnShelf(read_inks(session), read_stocks(session), left)


def write_left(session: Session, kind: SupplyKind, key: str, left: int | None) -> None:
    """Keep how much is left of something; None for plenty."""
    if left is not None:
        session.merge(LeftRow(kind=kind, key=key, left=left))
    elif (row := session.get(LeftRow, (kind, key))) is not None:
        session.delete(row)


def read_crossings(session: Session, stock: str) -> tuple[MeasuredCrossing, ...]:
    """The crossings measured on a stock."""
    rows = session.scalars(select(CrossingRow).where(CrossingRow.stock == stock).order_by(CrossingRow.bottom, CrossingRow.top))
    return tuple(MeasuredCrossing(row.bottom, row.top, (row.lightness, row.a, row.b)) for row in rows)


def write_crossing(session: Session, stock: str, crossing: MeasuredCrossing) -> None:
    """Keep a measured crossing, in place of an earlier one."""
    lightness, a, b = crossing.lab
    session.merge(CrossingRow(stock=stock, bottom=crossing.bottom, top=crossing.top, lightness=lightness, a=a, b=b))


def forget_crossing(session: Session, stock: str, bottom: str, top: str) -> None:
    """Drop a measured crossing, where there is one."""
    row = session.get(CrossingRow, (stock, bottom, top))
    if row is not None:
        session.delete(row)
