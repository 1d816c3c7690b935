"""Whether the tables of a database are those that Cielo's migrations make: a file may be whole and yet not be ours."""

import sqlite3
from functools import cache
from pathlib import Path

from sqlalchemy import create_engine

from cielo.errors import StoreTrouble
from cielo.store.database import migrate_to
from cielo.store.trouble import BRING_BACK, migrations

# The columns of each table: name, type, whether it must be given, its place in the key.
Shape = dict[str, tuple[tuple[str, str, int, int], ...]]


def ensure_shape(looking: sqlite3.Connection, path: Path) -> None:
    """Raises StoreTrouble for a database, whole in itself, whose tables are not those of the version it says it is of."""
    versions = [version for (version,) in looking.execute("select version_num from alembic_version")]
    if len(versions) != 1 or versions[0] not in migrations() or _shape_of(looking) != _shape_at(versions[0]):
        raise StoreTrouble("its tables are not as Cielo makes them.", field=path.name, mend=BRING_BACK)


def _shape_of(looking: sqlite3.Connection) -> Shape:
    tables = [
        name for (name,) in looking.execute("select name from sqlite_master where type = 'table' and name not like 'sqlite_%'")
    ]
    columns = 'select name, upper(type), "notnull", pk from pragma_table_info(?) order by cid'
    return {table: tuple(looking.execute(columns, (table,))) for table in tables}


@cache
def _shape_at(version: str) -> Shape:
    engine = create_engine("sqlite://")
    with engine.begin() as connection:
        migrate_to(version, connection)
        raw = connection.connection.driver_connection
        assert isinstance(raw, sqlite3.Connection)
        return _shape_of(raw)
