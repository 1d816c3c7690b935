"""What can be wrong with a database file, in words with what to do."""

import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager
from pathlib import Path

from sqlalchemy.exc import DatabaseError

from cielo.errors import StoreTrouble

BRING_BACK = "Bring back the last backup: cielo restore."
MIGRATIONS = Path(__file__).parent / "migrations"

# What SQLite says (the beginning of it), what that means, and what to do.
WORDS: tuple[tuple[str, str, str], ...] = (
    ("database is locked", "the database is in use by another program.", "Close what else uses it, and try again."),
    ("database table is locked", "the database is in use by another program.", "Close what else uses it, and try again."),
    ("database or disk is full", "there is no room left on the disk.", "Make room, and try again; nothing was changed."),
    ("attempt to write a readonly", "the database may not be written.", "Allow writing to the file and its folder."),
    (
        "unable to open database",
        "the database cannot be opened.",
        "Check that the file and its folder are there and may be written.",
    ),
    ("file is not a database", "this file is no database of Cielo.", "Check that it is the right file."),
    ("database disk image is malformed", "the database is damaged.", BRING_BACK),
    ("disk i/o error", "the disk cannot be read or written.", "Check the disk and its room; bring back a backup if it goes on."),
)


@contextmanager
def told(path: Path) -> Iterator[None]:
    """Turn what SQLite and the system say of a database into StoreTrouble."""
    try:
        yield
    except (DatabaseError, sqlite3.Error) as error:
        said = str(getattr(error, "orig", None) or error)
        for begins, reason, mend in WORDS:
            if begins in said.lower():
                raise StoreTrouble(reason, field=path.name, mend=mend) from error
        raise
    except OSError as error:
        raise StoreTrouble(
            f"cannot be used: {error.strerror or error}.", field=path.name, mend="Check the file and its folder."
        ) from error


def migrations() -> tuple[str, ...]:
    """The ids of all migrations, the first first: their files are numbered."""
    return tuple(sorted(path.name.split("_")[0] for path in (MIGRATIONS / "versions").glob("[0-9]*.py")))


def newest_migration() -> str:
    """The id of the newest migration."""
    return migrations()[-1]


def ensure_ours(path: Path) -> None:
    """Raises StoreTrouble for a file that is no database, one of another program, or one of a newer Cielo. Touches nothing."""
    if path.is_dir():
        raise StoreTrouble(
            "this is a folder, not a database.", field=path.name, mend="Give the file, for instance cielo.sqlite in it."
        )
    if not path.exists() or path.stat().st_size == 0:
        return
    with closing(sqlite3.connect(f"{path.resolve().as_uri()}?mode=ro", uri=True)) as looking:
        tables = {name for (name,) in looking.execute("select name from sqlite_master where type = 'table'")}
        if not tables:
            return
        if "alembic_version" not in tables or "card" not in tables:
            raise StoreTrouble("this is a database of another program.", field=path.name, mend="Give Cielo a file of its own.")
        version = (looking.execute("select version_num from alembic_version").fetchone() or ("",))[0]
        kinds = {kind for (kind,) in looking.execute("select type from sqlite_master")}
    if not version or kinds & {"trigger", "view"}:
        raise StoreTrouble("its tables are not as Cielo makes them.", field=path.name, mend=BRING_BACK)
    if version > newest_migration():
        raise StoreTrouble(
            "this database was written by a newer Cielo.",
            field=path.name,
            mend="Open it with that one, or bring Cielo up to date.",
        )
