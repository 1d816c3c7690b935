"""What keeps the database safe while Cielo runs: everything brought into the one file, and a backup every day."""

import logging
from datetime import UTC, datetime
from threading import Event, Thread

from cielo.app.resting import Resting
from cielo.errors import CieloError, NotFound
from cielo.store.backups import all_backups, backup_now, backup_today, backups_of, thin_before
from cielo.store.database import Store

EVERY_S = 60.0
LOG = logging.getLogger("cielo")


def keep_safe(store: Store) -> Event:
    """Begin to keep a store safe; setting the event ends it."""
    ended = Event()
    Thread(target=_keep, args=(store, ended), daemon=True).start()
    return ended


def backup_before(store: Store, what: str) -> None:
    """A backup before much is changed at once. Raises StoreTrouble where none can be made, so that nothing is changed without."""
    backup_now(store.path, _name_before(what))
    thin_before(store.path, what)


def _name_before(what: str) -> str:
    return f"before-{what}-{datetime.now(UTC):%Y%m%d-%H%M%S-%f}"


def backup_by_hand(store: Store) -> None:
    """A backup because she asked for one. Raises StoreTrouble."""
    backup_before(store, "asked")


def restore(store: Store, name: str) -> None:
    """Put one of the automatic backups in the place of everything, a backup of that made first. Raises NotFound, StoreTrouble."""
    if name not in {one.name for one in all_backups(store.path)}:
        raise NotFound("that backup is gone.", mend="Choose another.")
    backup_now(store.path, _name_before("restoring"))
    store.bring_back(backups_of(store.path) / name)
    thin_before(store.path, "restoring")  # last, for the one brought back may be the oldest of these


def _keep(store: Store, ended: Event) -> None:
    resting = Resting()
    while not ended.wait(EVERY_S):
        try:
            resting.look()
            store.ensure_there()
            store.checkpoint()
            made = backup_today(store.path, datetime.now(UTC))
            if made is not None:
                LOG.info("backup %s", made.name)
        except CieloError as error:
            LOG.warning("the database was not backed up: %s", error.sentence)
        except (
            Exception
        ):  # whatever it is, there is a next minute, and a backup missing for a day is told (doctor, the Cards page)
            LOG.exception("the database was not backed up")
