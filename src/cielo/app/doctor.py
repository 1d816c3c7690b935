"""What is well and what is not with Cielo on this machine, in words."""

import shutil
import sys
from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path

from cielo.errors import CieloError
from cielo.store.backups import backup_is_old, backups_of, ensure_ours_whole, last_backup
from cielo.store.database import Store

# Less room than this on the disk is told.
LEAST_ROOM_BYTES = 500_000_000


@dataclass(frozen=True)
class Found:
    """One thing looked at: how it is, and what to do or what was mended."""

    what: str
    fine: bool
    found: str
    mend: str = ""


def examine(database: Path, web_root: Path) -> tuple[Found, ...]:
    """Everything in turn; one thing that cannot be looked at does not keep the others from being."""
    looks: tuple[tuple[str, Callable[[], Found]], ...] = (
        ("database", lambda: _database(database)),
        ("backups", lambda: _backups(database)),
        ("room", lambda: _room(database)),
        ("pictures", _loops),
        ("letters", _letters),
        ("pages", lambda: _pages(web_root)),
    )
    found = []
    for what, look in looks:
        try:
            found.append(look())
        except CieloError as error:
            found.append(Found(what, False, error.reason, error.mend))
        except Exception as error:  # a doctor who falls ill over a patient tells so, and looks at the next
            found.append(Found(what, False, f"cannot be looked at: {error}."))
    return tuple(found)


def _database(path: Path) -> Found:
    if not path.exists():
        return Found("database", True, "there is none yet; it is made when Cielo is first begun.")
    ensure_ours_whole(path)
    store = Store(path)  # which brings its tables up to date and its rights in order
    store.close()
    return Found("database", True, f"whole, {path.stat().st_size / 1e6:.1f} MB, its tables up to date.")


def _backups(path: Path) -> Found:
    files = sorted(backups_of(path).glob("*.sqlite"), key=lambda file: file.stat().st_mtime)
    if not files:
        return Found("backups", True, "none yet; one is made every day that Cielo runs.")
    ensure_ours_whole(files[-1])
    made = last_backup(path)
    if backup_is_old(path):
        return Found(
            "backups",
            False,
            f"the last, {files[-1].name}, is of {made:%Y-%m-%d}.",
            "Look into the log beside the database for why.",
        )
    return Found("backups", True, f"{len(files)}, the last is {files[-1].name}, whole.")


def _room(path: Path) -> Found:
    folder = next(folder for folder in (path.parent, *path.parent.resolve().parents) if folder.exists())
    free = shutil.disk_usage(folder).free
    fine = free > LEAST_ROOM_BYTES
    return Found("room", fine, f"{free / 1e9:.1f} GB free.", "" if fine else "Make room before you go on.")


def _loops() -> Found:
    from cielo.app.warm import warm_up

    warm_up()
    return Found("pictures", True, f"drawn by loops compiled for Python {sys.version_info.major}.{sys.version_info.minor}.")


def _letters() -> Found:
    from typing import get_args

    from cielo.core.geometry.lettering import has_letter
    from cielo.core.plan import Face

    without = [face for face in get_args(Face) if not has_letter(face, "A")]
    return Found(
        "letters", not without, f"{len(get_args(Face))} faces." if not without else f"{', '.join(without)} cannot be read."
    )


def _pages(root: Path) -> Found:
    fine = (root / "index.html").is_file()
    return Found("pages", fine, "built." if fine else "not built; only the API answers.", "" if fine else "Build them: make web")
