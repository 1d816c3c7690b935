"""The SQLite file: opened safely, brought up to date, and the one place that owns a transaction."""

import os
import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

from sqlalchemy import URL, Connection, Engine, create_engine, event
from sqlalchemy.orm import Session

from cielo.errors import StoreTrouble
from cielo.store.backups import backup_now, backup_to, ensure_ours_whole
from cielo.store.trouble import MIGRATIONS, ensure_ours, newest_migration, told


class Store:
    """A Cielo database file.

    WAL keeps it whole when the server is killed; foreign keys are on; a transaction takes the write lock when it begins, so two
    writers wait for each other in place of failing. Reading takes no lock: it sees the database as it was when it began. Where the file
    is taken away or another is put in its place meanwhile, nothing is read or answered as saved.
    """

    def __init__(self, path: Path) -> None:
        """Raises StoreTrouble for what cannot be opened as a database of this Cielo; it is then as it was."""
        with told(path):
            path.parent.mkdir(parents=True, exist_ok=True)
            ensure_ours(path)
            _own_alone(path)
        self.path = path
        self._file = _identity(path)
        self.engine: Engine = create_engine(URL.create("sqlite", database=str(path)), connect_args={"timeout": 15})
        self._reader = self.engine.execution_options(reading=True)
        event.listen(self.engine, "connect", _prepare)
        event.listen(self.engine, "begin", _begin)
        try:
            with told(path):
                migrate(self.engine, path)
        except StoreTrouble:
            self.engine.dispose()
            raise

    @contextmanager
    def transaction(self) -> Iterator[Session]:
        """One user action: all of it is kept, or nothing. Raises StoreTrouble."""
        with told(self.path), Session(self.engine) as session, session.begin():
            self.ensure_there()
            yield session
            session.flush()
            self.ensure_there()

    @contextmanager
    def reading(self) -> Iterator[Session]:
        """A look at the database that waits for no writer and keeps none waiting."""
        with told(self.path), Session(self._reader) as session, session.begin():
            self.ensure_there()
            yield session

    def ensure_there(self) -> None:
        """Raises StoreTrouble where the file that was opened is not in its place any more: what is written to it would be gone."""
        if _identity(self.path) != self._file:
            raise StoreTrouble(
                "the database was taken away or replaced while Cielo ran; nothing is saved.",
                field=self.path.name,
                mend="Put the file back in its place, or stop Cielo and start it again.",
            )

    def checkpoint(self) -> None:
        """Bring all that was written into the database file itself, as far as no one is in the way."""
        with told(self.path), self.engine.connect() as connection:
            raw = connection.connection.driver_connection
            assert raw is not None
            raw.execute("pragma wal_checkpoint(TRUNCATE)")

    def bring_back(self, file: Path) -> None:
        """Put what a backup holds in the place of what this database holds, in one go, while it is in use.

        Raises StoreTrouble for a file that is not whole; then nothing is changed.
        """
        ensure_ours_whole(file)
        with told(self.path), TemporaryDirectory(dir=self.path.parent, prefix=f".{self.path.name}.") as folder:
            ready = Path(folder) / "ready.sqlite"
            backup_to(file, ready)
            Store(ready).close()  # one of an earlier Cielo is brought up before it takes the place
            self.ensure_there()
            with closing(sqlite3.connect(ready)) as source, closing(sqlite3.connect(self.path, timeout=15)) as live:
                source.backup(live)

    def close(self) -> None:
        """Bring everything into the file and let it go."""
        try:
            self.checkpoint()
        except StoreTrouble:
            pass  # what was written stands in the file beside it and is read from there
        finally:
            self.engine.dispose()


@contextmanager
def looked_at(path: Path) -> Iterator[Store]:
    """A database that is only asked, as it stands now: a copy of it is brought up to date, and the file itself left as it is. Raises
    StoreTrouble."""
    if not path.is_file():
        raise StoreTrouble(
            "there is no such database.", field=path.name, mend="Give the file that cielo serve or cielo demo uses."
        )
    with TemporaryDirectory(prefix="cielo-") as folder:
        copy = Path(folder) / path.name
        with told(path):
            ensure_ours(path)
            with (
                closing(sqlite3.connect(f"{path.resolve().as_uri()}?mode=ro", uri=True)) as source,
                closing(sqlite3.connect(copy)) as target,
            ):
                source.backup(target)
        store = Store(copy)
        try:
            yield store
        finally:
            store.close()


def _identity(path: Path) -> tuple[int, int] | None:
    """Which file stands there, by its device and its number on it; None where none does."""
    try:
        found = path.stat()
    except OSError:
        return None
    return found.st_dev, found.st_ino


def _own_alone(path: Path) -> None:
    """Her cards are nobody else's on this machine. What SQLite writes beside the file it makes as the file is, so that is put in order
    before it is opened."""
    os.close(os.open(path, os.O_RDWR | os.O_CREAT, 0o600))
    for ending in ("", "-wal", "-shm"):
        part = path.with_name(path.name + ending)
        if part.exists() and part.stat().st_mode & 0o077:
            part.chmod(0o600)


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
    with engine.begin() as connection:
        migrate_to("head", connection)


def migrate_to(version: str, connection: Connection) -> None:
    """Bring a database up to a version of its tables."""
    from alembic import command
    from alembic.config import Config

    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    config.attributes["connection"] = connection
    command.upgrade(config, version)


def _prepare(connection: Any, _record: Any) -> None:
    connection.isolation_level = None  # SQLAlchemy says BEGIN, so that it can be IMMEDIATE
    for pragma in ("journal_mode = WAL", "foreign_keys = ON", "synchronous = FULL"):
        connection.execute(f"pragma {pragma}")


def _begin(connection: Connection) -> None:
    reading = connection.get_execution_options().get("reading", False)
    connection.exec_driver_sql("begin deferred" if reading else "begin immediate")
