"""The SQLite file: opened safely, brought up to date, and the one place that owns a transaction."""

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from sqlalchemy import URL, Connection, Engine, create_engine, event
from sqlalchemy.orm import Session

from cielo.errors import StoreTrouble
from cielo.store.backups import backup_now
from cielo.store.trouble import MIGRATIONS, ensure_ours, newest_migration, told


class Store:
    """A Cielo database file.

    WAL keeps it whole when the server is killed; foreign keys are on; a transaction takes the write lock when it begins, so two
    writers wait for each other in place of failing. Reading takes no lock: it sees the database as it was when it began.
    """

    def __init__(self, path: Path) -> None:
        """Raises StoreTrouble for what cannot be opened as a database of this Cielo; it is then as it was."""
        with told(path):
            path.parent.mkdir(parents=True, exist_ok=True)
            ensure_ours(path)
        self.path = path
        self.engine: Engine = create_engine(URL.create("sqlite", database=str(path)), connect_args={"timeout": 15})
        self._reader = self.engine.execution_options(reading=True)
        event.listen(self.engine, "connect", _prepare)
        event.listen(self.engine, "begin", _begin)
        try:
            with told(path):
                migrate(self.engine, path)
                path.chmod(0o600)  # her cards are nobody else's on this machine
        except StoreTrouble:
            self.engine.dispose()
            raise

    @contextmanager
    def transaction(self) -> Iterator[Session]:
        """One user action: all of it is kept, or nothing. Raises StoreTrouble."""
        with told(self.path), Session(self.engine) as session, session.begin():
            yield session

    @contextmanager
    def reading(self) -> Iterator[Session]:
        """A look at the database that waits for no writer and keeps none waiting."""
        with told(self.path), Session(self._reader) as session, session.begin():
            yield session

    def checkpoint(self) -> None:
        """Bring all that was written into the database file itself, as far as no one is in the way."""
        with told(self.path), self.engine.connect() as connection:
            raw = connection.connection.driver_connection
            assert raw is not None
            raw.execute("pragma wal_checkpoint(TRUNCATE)")

    def close(self) -> None:
        """Bring everything into the file and let it go."""
        try:
            self.checkpoint()
        except StoreTrouble:
            pass  # what was written stands in the file beside it and is read from there
        finally:
            self.engine.dispose()


def migrate(engine: Engine, path: Path) -> None:
    """Bring the tables up to date, after a backup of what is there. Alembic takes over a second to import, so it is only asked when
    there is work."""
    with engine.connect() as connection:
        tables = connection.exec_driver_sql("select name from sqlite_master where name = 'alembic_version'").all()
        current = connection.exec_driver_sql("select version_num from alembic_version").scalar() if tables else None
    if current == newest_migration():
        return
    if current is not None:
        backup_now(path, f"before-{newest_migration()}")
    from alembic import command
    from alembic.config import Config

    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")


def _prepare(connection: Any, _record: Any) -> None:
    connection.isolation_level = None  # SQLAlchemy says BEGIN, so that it can be IMMEDIATE
    for pragma in ("journal_mode = WAL", "foreign_keys = ON", "synchronous = FULL"):
        connection.execute(f"pragma {pragma}")


def _begin(connection: Connection) -> None:
    reading = connection.get_execution_options().get("reading", False)
    connection.exec_driver_sql("begin deferred" if reading else "begin immediate")
