"""Copies of the database that are whole: made while it is in use, checked, thinned with time, and brought back."""

import os
import sqlite3
from contextlib import closing
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path

from cielo.errors import StoreTrouble
from cielo.store.trouble import ensure_ours, told

# Of the automatic ones are kept: the newest of each of so many days, weeks and months.
DAYS, WEEKS, MONTHS = 7, 4, 12
# Of those before something was brought in, so many.
BEFORE = 5


def backup_to(path: Path, file: Path) -> None:
    """A whole copy of a database as one file, even while it is written to; checked before it takes its name. Raises StoreTrouble."""
    if not path.is_file():
        raise StoreTrouble("there is no database.", field=path.name, mend="Check the name and the folder.")
    beside = file.with_name(f".{file.name}.part")
    with told(file):
        file.parent.mkdir(parents=True, exist_ok=True)
        beside.unlink(missing_ok=True)
        try:
            os.close(os.open(beside, os.O_CREAT | os.O_EXCL | os.O_WRONLY, 0o600))  # nobody else's, while it is made too
            with closing(sqlite3.connect(path, timeout=15)) as source, closing(sqlite3.connect(beside)) as copy:
                source.backup(copy)
                copy.execute("pragma journal_mode = DELETE")
            ensure_whole(beside)
            os.replace(beside, file)
        finally:
            beside.unlink(missing_ok=True)


def ensure_ours_whole(path: Path) -> None:
    """Raises StoreTrouble for a file that is not a whole database of this Cielo or an earlier one, with all its tables and no others."""
    from cielo.store.shape import ensure_shape

    ensure_whole(path)
    with told(path), closing(sqlite3.connect(f"{path.resolve().as_uri()}?mode=ro", uri=True)) as looking:
        ensure_shape(looking, path)


def ensure_whole(path: Path) -> None:
    """Raises StoreTrouble for a file that is not a whole database of this Cielo or an earlier one."""
    with told(path):
        ensure_ours(path)
        with closing(sqlite3.connect(f"{path.resolve().as_uri()}?mode=ro", uri=True)) as looking:
            found = looking.execute("pragma integrity_check(1)").fetchone()[0]
            empty = not looking.execute("select count(*) from sqlite_master").fetchone()[0]
            if empty:
                raise StoreTrouble("there is nothing in this file.", field=path.name, mend="Check that it is the right file.")
            if found != "ok":
                raise StoreTrouble("the database is damaged.", field=path.name, mend="Choose another backup.")


def restore_from(file: Path, path: Path) -> Path | None:
    """Put a backup in the place of a database that no one uses; returns where what stood there is kept, None where nothing did.

    Raises StoreTrouble for a file that is not whole, and for a database in use; then nothing is changed.
    """
    if not file.is_file():
        raise StoreTrouble("there is no such backup.", field=file.name, mend="Check the name and the folder.")
    ensure_ours_whole(file)
    kept: Path | None = None
    ready = path.with_name(f".{path.name}.restored")
    with told(path):
        path.parent.mkdir(parents=True, exist_ok=True)
        try:
            backup_to(file, ready)  # all that can go wrong with room and rights goes wrong here, with the old one in its place
            if path.exists():
                _ensure_unused(path)
                kept = path.with_name(f"{path.name}.before-{datetime.now(UTC):%Y%m%d-%H%M%S-%f}")
                for ending in ("", "-wal", "-shm"):
                    if (part := path.with_name(path.name + ending)).exists():
                        os.replace(part, kept.with_name(kept.name + ending))
            os.replace(ready, path)
        finally:
            ready.unlink(missing_ok=True)
    return kept


def _ensure_unused(path: Path) -> None:
    """Brings what stands in the file beside it in, and raises StoreTrouble where someone else holds the database."""
    with closing(sqlite3.connect(path, timeout=1, isolation_level=None)) as alone:
        try:
            busy = alone.execute("pragma wal_checkpoint(TRUNCATE)").fetchone()[0]
            mode = alone.execute("pragma journal_mode = DELETE").fetchone()[0]
        except sqlite3.DatabaseError as error:
            if "locked" in str(error):
                busy, mode = 1, "wal"
            else:
                return  # damaged: it is what is to be replaced
    if busy or mode == "wal":
        raise StoreTrouble("the database is in use.", field=path.name, mend="Stop Cielo first, then bring the backup back.")


def backups_of(path: Path) -> Path:
    """The folder of the automatic backups of a database, beside it."""
    return path.with_name(f"{path.name}.backups")


def backup_now(path: Path, name: str) -> Path:
    """An automatic backup of that name."""
    file = backups_of(path) / f"{name}.sqlite"
    backup_to(path, file)
    return file


def backup_today(path: Path, now: datetime) -> Path | None:
    """The backup of the day, if there is none yet; those that are no longer kept are taken away."""
    file = backups_of(path) / f"{now:%Y-%m-%d}.sqlite"
    if file.exists():
        return None
    backup_to(path, file)
    for old in _thinned(backups_of(path), now):
        old.unlink(missing_ok=True)
    return file


def thin_before(path: Path, what: str) -> None:
    """Of the backups before so much of one kind keep the newest few."""
    for old in sorted(backups_of(path).glob(f"before-{what}-*.sqlite"), reverse=True)[BEFORE:]:
        old.unlink(missing_ok=True)


def _thinned(folder: Path, now: datetime) -> list[Path]:
    """Daily backups that are neither of the last days nor the newest of a week or month that is kept."""
    daily = sorted(((day, file) for file in folder.glob("*.sqlite") if (day := _day_of(file))), reverse=True)
    kept: set[Path] = set()
    weeks: set[str] = set()
    months: set[str] = set()
    for day, file in daily:
        if now - day < timedelta(days=DAYS):
            kept.add(file)
        for seen, of, most in ((weeks, f"{day:%G-%V}", WEEKS), (months, f"{day:%Y-%m}", MONTHS)):
            if of not in seen and len(seen) < most:
                seen.add(of)
                kept.add(file)
    return [file for _, file in daily if file not in kept]


def _day_of(file: Path) -> datetime | None:
    """The day of an automatic backup; None for a file of another name, which is not ours to take away."""
    try:
        day = datetime.strptime(file.stem, "%Y-%m-%d").replace(tzinfo=UTC)
    except ValueError:
        return None
    return day if f"{day:%Y-%m-%d}" == file.stem else None


def backup_is_old(path: Path) -> bool:
    """Whether a database was written to more than a day after its newest backup was made."""
    made = last_backup(path)
    written = max((part.stat().st_mtime for part in (path, path.with_name(f"{path.name}-wal")) if part.exists()), default=0.0)
    return made is not None and written - made.timestamp() > timedelta(days=1).total_seconds()


def last_backup(path: Path) -> datetime | None:
    """When the newest automatic backup of a database was made; None where there is none."""
    made = [file.stat().st_mtime for file in backups_of(path).glob("*.sqlite")]
    return datetime.fromtimestamp(max(made), UTC) if made else None


@dataclass(frozen=True)
class Backup:
    """An automatic backup: the name of its file, when it was made, and how large it is."""

    name: str
    made_at: datetime
    size_bytes: int


def all_backups(path: Path) -> tuple[Backup, ...]:
    """The automatic backups of a database, the newest first."""
    found = [(file, file.stat()) for file in backups_of(path).glob("*.sqlite")]
    made = [Backup(file.name, datetime.fromtimestamp(at.st_mtime, UTC), at.st_size) for file, at in found]
    return tuple(sorted(made, key=lambda one: (one.made_at, one.name), reverse=True))
