"""Everything out into one open archive, and back in on another machine."""

import json
from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime
from decimal import Decimal
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

from sqlalchemy import URL, Connection, MetaData, Table, create_engine, insert, select
from sqlalchemy.exc import IntegrityError, StatementError

from cielo.app.cards import list_cards
from cielo.app.walled import walled_archive
from cielo.errors import BadInput
from cielo.exchange.archive import Rows, read_archive, write_archive
from cielo.exchange.attempt_file import AttemptModel
from cielo.exchange.design_file import DesignModel
from cielo.exchange.journal_file import JournalModel
from cielo.exchange.materials_model import InkModel, StockModel
from cielo.exchange.photo import as_archived
from cielo.exchange.plan_file import read_plan, write_plan
from cielo.exchange.shelf_csv import key_of
from cielo.exchange.thing_file import facts_from_json, own_from_json
from cielo.store.database import Store, migrate_to
from cielo.store.tables import Base, MadeOnceRow
from cielo.store.trouble import migrations, newest_migration

# The tables of what a maker has; which requests made it is nothing of hers.
HERS = [table for table in Base.metadata.sorted_tables if table.name != MadeOnceRow.__tablename__]
# How a document of each table is read, so that a damaged or forged one is refused before anything is kept.
READS: dict[str, Callable[[str], object]] = {
    "revision": lambda text: read_plan(text.encode()),
    "ink": InkModel.model_validate_json,
    "stock": StockModel.model_validate_json,
    "stencil": DesignModel.model_validate_json,
    "shelf_facts": facts_from_json,
    "own_thing": own_from_json,
    "journal": JournalModel.model_validate_json,
    "bench_attempt": AttemptModel.model_validate_json,
}


def archive_all(store: Store) -> bytes:
    """Every card with all its revisions, the shelf, the stencils, the bench: as an archive."""
    with store.reading() as session:
        tables = {
            table.name: [{name: _plain(value) for name, value in row._mapping.items()} for row in session.execute(select(table))]
            for table in HERS
        }
    plans = [
        (f"{key_of(card.revision.plan.title)}-{card.revision.card_id[:6]}.cielo.json", write_plan(card.revision.plan))
        for card in (*list_cards(store), *list_cards(store, away=True))
    ]
    return write_archive(newest_migration(), tables, plans)


@dataclass(frozen=True)
class Unpacked:
    """An archive that was read: the version of the tables it was written from, and their rows as plain values."""

    schema: str
    tables: dict[str, Rows]


def read_all(data: bytes) -> Unpacked:
    """What an archive holds, read behind the wall. Raises BadInput, TooLarge."""
    schema, tables = walled_archive(read_archive, data, newest_migration(), as_archived)
    if schema not in migrations():
        raise BadInput("this is no archive of Cielo.", field="about.json", mend="Check that it is the right file.")
    return Unpacked(schema, tables)


def unpack_all(store: Store, data: bytes) -> int:
    """Bring a whole archive into a database that holds nothing yet; returns how many cards came. Raises BadInput: then nothing is kept."""
    return put_all(store, read_all(data))


def put_all(store: Store, unpacked: Unpacked) -> int:
    """Put what an archive holds into a database that holds nothing yet, brought up from the version it was written from; returns how many
    cards came. Raises BadInput: then nothing is kept."""
    with TemporaryDirectory(prefix=".unpacking-", dir=store.path.parent) as folder:
        came = _brought_up(Path(folder) / "cielo.sqlite", unpacked)
    for name, rows in came.items():
        _ensure_readable(name, rows)
    with store.transaction() as session:
        if any(session.execute(select(table).limit(1)).first() for table in HERS):
            raise BadInput(
                "there is something in this database already.", field="--db", mend="Give a new file; or bring in single cards."
            )
        for table in HERS:
            _insert(session.connection(), table, came[table.name])
    return len(came["card"])


def _brought_up(path: Path, unpacked: Unpacked) -> dict[str, Rows]:
    """The rows as tables of this version have them: put into a database of the version they were written from, and that brought up."""
    engine = create_engine(URL.create("sqlite", database=str(path)))
    try:
        with engine.begin() as connection:
            migrate_to(unpacked.schema, connection)
            there = MetaData()
            there.reflect(connection)
            for table in there.sorted_tables:
                if table.name != "alembic_version":
                    _insert(connection, table, unpacked.tables.get(table.name, []))
            if connection.exec_driver_sql("pragma foreign_key_check").first():
                raise BadInput("its rows do not fit together.", mend="Check that the archive is whole.")
    finally:
        engine.dispose()
    new = Store(path)
    try:
        with new.reading() as session:
            return {table.name: [dict(row._mapping) for row in session.execute(select(table))] for table in HERS}
    except (ValueError, TypeError) as error:
        raise BadInput("its rows do not fit together.", mend="Check that the archive is whole.") from error
    finally:
        new.close()


def _insert(connection: Connection, table: Table, rows: Rows) -> None:
    made = [_row(table, row, n) for n, row in enumerate(rows)]
    try:
        if made:
            connection.execute(insert(table), made)
    except (IntegrityError, StatementError, OverflowError) as error:
        raise BadInput("its rows do not fit together.", field=table.name, mend="Check that the archive is whole.") from error


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
        if wanted is Decimal:  # as a reflected column of any real number is read
            wanted = float
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
