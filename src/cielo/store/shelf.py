"""The shelf in the database."""

from collections.abc import Callable
from dataclasses import replace
from typing import Any

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from cielo.core.advice.supplies import SUPPLY_KINDS, OnShelf, SupplyKind
from cielo.core.materials import Ink, MeasuredCrossing, Stock
from cielo.core.shelf import Facts, OwnThing, ThingKind
from cielo.errors import NotFound
from cielo.exchange.materials_model import InkModel, StockModel
from cielo.exchange.thing_file import facts_from_json, facts_to_json, own_from_json, own_to_json
from cielo.store.tables import CrossingRow, FactsRow, InkRow, OwnThingRow, StencilRow, StockRow


def read_inks(session: Session, *, away: bool = False) -> tuple[Ink, ...]:
    """All inks in the order of the shelf; those put away too where ``away``."""
    rows = session.scalars(select(InkRow).order_by(InkRow.position, InkRow.key))
    gone = set() if away else keys_put_away(session, "ink")
    return tuple(InkModel.model_validate_json(row.document).to_core() for row in rows if row.key not in gone)


def read_stocks(session: Session, *, away: bool = False) -> tuple[Stock, ...]:
    """All stocks in the order of the shelf; those put away too where ``away``."""
    rows = session.scalars(select(StockRow).order_by(StockRow.position, StockRow.key))
    gone = set() if away else keys_put_away(session, "stock")
    return tuple(StockModel.model_validate_json(row.document).to_core() for row in rows if row.key not in gone)


def keys_put_away(session: Session, kind: ThingKind) -> set[str]:
    """The keys of the things of a kind that are off the shelf."""
    return set(session.scalars(select(FactsRow.key).where(FactsRow.kind == kind, FactsRow.put_away)))


def read_facts(session: Session) -> dict[tuple[str, str], tuple[Facts, bool]]:
    """What is known of things, by kind and key, and whether each is put away."""
    return {(row.kind, row.key): (facts_from_json(row.document), row.put_away) for row in session.scalars(select(FactsRow))}


def read_facts_of(session: Session, kind: ThingKind, key: str) -> Facts:
    """What is known of one thing; nothing where nothing was told."""
    row = session.get(FactsRow, (kind, key))
    return facts_from_json(row.document) if row else Facts()


def write_facts(session: Session, kind: ThingKind, key: str, facts: Facts) -> None:
    """Keep what is known of a thing."""
    row = session.get(FactsRow, (kind, key))
    if row is None:
        session.add(FactsRow(kind=kind, key=key, document=facts_to_json(facts), put_away=False))
    else:
        row.document = facts_to_json(facts)
    session.flush()


def change_facts(session: Session, kind: ThingKind, key: str, change: Callable[[Facts], Facts]) -> None:
    """What is known of a thing after a change."""
    write_facts(session, kind, key, change(read_facts_of(session, kind, key)))


def set_away(session: Session, kind: ThingKind, key: str, away: bool) -> None:
    """Take a thing off the shelf, or bring it back."""
    row = session.get(FactsRow, (kind, key))
    if row is None:
        session.add(FactsRow(kind=kind, key=key, document=facts_to_json(Facts()), put_away=away))
    else:
        row.put_away = away
    session.flush()


def read_own(session: Session) -> tuple[OwnThing, ...]:
    """Stamps, tapes and tools of the maker's own, in the order they came."""
    rows = session.scalars(select(OwnThingRow).order_by(OwnThingRow.position, OwnThingRow.key))
    return tuple(own_from_json(row.document) for row in rows)


def write_own(session: Session, thing: OwnThing) -> None:
    """Keep a thing of the maker's own, in place of an earlier one of its key."""
    row = session.get(OwnThingRow, (thing.kind, thing.key))
    if row is not None:
        row.document = own_to_json(thing)
    else:
        last = session.scalar(select(func.max(OwnThingRow.position))) or 0
        session.add(OwnThingRow(kind=thing.kind, key=thing.key, position=last + 1, document=own_to_json(thing)))
    session.flush()


def delete_thing(session: Session, kind: ThingKind, key: str) -> None:
    """Delete a thing for good, with what is known of it. Raises NotFound for what cannot be deleted."""
    table: Any = {"ink": InkRow, "stock": StockRow, "stencil": StencilRow}.get(kind, OwnThingRow)
    row = session.get(table, (kind, key) if table is OwnThingRow else key)
    if row is None:
        raise NotFound("that is not a thing of your own.", field="key", mend="You can archive what comes with Cielo.")
    session.delete(row)
    known = session.get(FactsRow, (kind, key))
    if known is not None:
        session.delete(known)
    session.flush()


def put_on_shelf(session: Session, inks: tuple[Ink, ...], stocks: tuple[Stock, ...]) -> None:
    """Add inks and stocks after those that are there, or replace those of the same key where they stand."""
    table: Any
    for table, things in ((InkRow, inks), (StockRow, stocks)):
        last = session.scalar(select(func.max(table.position)))
        at = 0 if last is None else last + 1
        for thing in things:
            model = InkModel.of(thing) if isinstance(thing, Ink) else StockModel.of(thing)
            document = model.model_dump_json(exclude_none=True)
            row = session.get(table, thing.key)
            if row is not None:
                row.document = document
            else:
                session.add(table(key=thing.key, position=at, document=document))
                at += 1
    session.flush()


def read_on_shelf(session: Session) -> OnShelf:
    """The shelf as the checks want it: what is there, and how much of it where that was counted."""
    known = read_facts(session)
    left = {
        (kind, key): facts.left
        for (kind_told, key), (facts, away) in known.items()
        for kind in SUPPLY_KINDS
        if kind == kind_told and facts.left is not None and not away
    }
    return OnShelf(read_inks(session), read_stocks(session), left)


def write_left(session: Session, kind: SupplyKind, key: str, left: int | None) -> None:
    """Keep how much is left of something; None for plenty."""
    write_facts(session, kind, key, replace(read_facts_of(session, kind, key), left=left))


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


def move_crossings(session: Session, gone: str, keep: str) -> None:
    """What was measured of one ink becomes that of another; what was measured of the other already stands."""
    for row in session.scalars(select(CrossingRow).where((CrossingRow.bottom == gone) | (CrossingRow.top == gone))).all():
        bottom, top = (keep if key == gone else key for key in (row.bottom, row.top))
        if bottom != top and session.get(CrossingRow, (row.stock, bottom, top)) is None:
            session.add(CrossingRow(stock=row.stock, bottom=bottom, top=top, lightness=row.lightness, a=row.a, b=row.b))
        session.delete(row)
    session.flush()
