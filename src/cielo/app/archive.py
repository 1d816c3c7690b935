"""Everything out into one open archive, and back in on another machine."""

import json
from collections.abc import Callable
from datetime import datetime
from typing import Any

from sqlalchemy import Table, insert, select
from sqlalchemy.exc import IntegrityError, StatementError

from cielo.app.cards import list_cards
from cielo.errors import BadInput
from cielo.exchange.archive import Rows, read_archive, write_archive
from cielo.exchange.design_file import DesignModel
from cielo.exchange.journal_file import JournalModel
from cielo.exchange.materials_model import InkModel, StockModel
from cielo.exchange.plan_file import read_plan, write_plan
from cielo.exchange.shelf_csv import key_of
from cielo.exchange.thing_file import facts_from_json, own_from_json
from cielo.store.database import Store
from cielo.store.tables import Base
from cielo.store.trouble import newest_migration

# How a document of each table is read, so that a damaged or forged one is refused before anything is kept.
READS: dict[str, Callable[[str], object]] = {
    "revision": lambda text: read_plan(text.encode()),
    "ink": InkModel.model_validate_json,
    "stock": StockModel.model_validate_json,
    "stencil": DesignModel.model_validate_json,
    "shelf_facts": facts_from_json,
    "own_thing": own_from_json,
    "journal": JournalModel.model_validate_json,
}


def archive_all(store: Store) -> bytes:
    """Every card with all its revisions, the shelf, the stencils, the bench: as an archive."""
    with store.reading() as session:
        tables = {
            table.name: [{name: _plain(value) for name, value in row._mapping.items()} for row in session.execute(select(table))]
            for table in Base.metadata.sorted_tables
        }
    plans = [
        (f"{key_of(card.revision.plan.title)}-{card.revision.card_id[:6]}.cielo.json", write_plan(card.revision.plan))
        for card in (*list_cards(store), *list_cards(store, away=True))
    ]
    return write_archive(newest_migration(), tables, plans)


def unpack_all(store: Store, data: bytes) -> int:
    """Bring a whole archive into a database that holds no card yet; returns how many cards came. Raises BadInput: then nothing is kept."""
    found = read_archive(data, newest_migration(), [table.name for table in Base.metadata.sorted_tables])
    if list_cards(store) or list_cards(store, away=True):
        raise BadInput(
            "there are cards in this database already.", field="--db", mend="Give a new file; or bring in single cards."
        )
    for name, rows in found.items():
        _ensure_readable(name, rows)
    with store.transaction() as session:
        for table in reversed(Base.metadata.sorted_tables):
            session.execute(table.delete())
        for table in Base.metadata.sorted_tables:
            rows = [_row(table, row, n) for n, row in enumerate(found[table.name])]
            try:
                if rows:
                    session.execute(insert(table), rows)
            except (IntegrityError, StatementError, OverflowError) as error:
                raise BadInput(
                    "its rows do not fit together.", field=table.name, mend="Check that the archive is whole."
                ) from error
    return len(found["card"])


def _plain(value: Any) -> Any:
    return value.isoformat() if isinstance(value, datetime) else value


def _ensure_readable(name: str, rows: Rows) -> None:
    read = READS.get(name)
    for n, row in enumerate(rows):
        document = row.get("document", "{}")
        try:
            if read is not None:
                read(document if isinstance(document, str) else json.dumps(document))
        except (BadInput, ValueError) as error:
            raise BadInput(
                "it cannot be read.", field=f"tables/{name}.json, row {n + 1}", mend="Check that the archive is whole."
            ) from error


def _row(table: Table, row: dict[str, Any], number: int) -> dict[str, Any]:
    """A row with the values that its columns want."""
    made: dict[str, Any] = {}
    for column in table.columns:
        value = row.get(column.name)
        wanted = column.type.python_type
        if value is None:
            made[column.name] = None
        elif wanted is datetime and isinstance(value, str):
            try:
                made[column.name] = datetime.fromisoformat(value)
            except ValueError as error:
                raise BadInput("it is no time.", field=f"{table.name}[{number}].{column.name}") from error
        elif isinstance(value, wanted) or (wanted is float and isinstance(value, int)):
            made[column.name] = value
        else:
            raise BadInput(f"it is no {wanted.__name__}.", field=f"{table.name}[{number}].{column.name}")
    return made
