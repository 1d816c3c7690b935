"""The SQLite file: opened safely, brought up to date, and the one place that owns a transaction."""

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from sqlalchemy import Connection, Engine, create_engine, event
from sqlalchemy.orm import Session

MIGRATIONS = Path(__file__).parent / "migrations"


class Store:
    """A Cielo database file.

    WAL keeps it whole when the server is killed; foreign keys are on; a transaction takes the write lock when it begins, so two
    writers wait for each other in place of failing. Reading takes no lock: it sees the database as it was when it began.
    """

    def __init__(self, path: Path) -> None:
        path.parent.mkdir(parents=True, exist_ok=True)
        self.path = path
        self.engine: Engine = create_engine(f"sqlite:///{path}", connect_args={"timeout": 15})
        self._reader = self.engine.execution_options(reading=True)
        event.listen(self.engine, "connect", _prepare)
        event.listen(self.engine, "begin", _begin)
        migrate(self.engine)

    @contextmanager
    def transaction(self) -> Iterator[Session]:
        """One user action: all of it is kept, or nothing."""
        with Session(self.engine) as session, session.begin():
            yield session

    @contextmanager
    def reading(self) -> Iterator[Session]:
        """A look at the database that waits for no writer and keeps none waiting."""
        with Session(self._reader) as session, session.begin():
            yield session

    def close(self) -> None:
        self.engine.dispose()


def migrate(engine: Engine) -> None:
    """Bring the tables up to date. Alembic takes over a second to import, so it is only asked when there is work."""
    with engine.connect() as connection:
        tables = connection.exec_driver_sql("select name from sqlite_master where name = 'alembic_version'").all()
        current = connection.exec_driver_sql("select version_num from alembic_version").scalar() if tables else None
    if current == newest_migration():
        return
    from alembic import command
    from alembic.config import Config

    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")


def newest_migration() -> str:
    """The id of the newest migration: their files are numbered."""
    return max(path.name for path in (MIGRATIONS / "versions").glob("[0-9]*.py")).split("_")[0]


def _prepare(connection: Any, _record: Any) -> None:
    connection.isolation_level = None  # SQLAlchemy says BEGIN, so that it can be IMMEDIATE
    for pragma in ("journal_mode = WAL", "foreign_keys = ON", "synchronous = FULL"):
        connection.execute(f"pragma {pragma}")


def _begin(connection: Connection) -> None:
    reading = connection.get_execution_options().get("reading", False)
    connection.exec_driver_sql("begin deferred" if reading else "begin immediate")
