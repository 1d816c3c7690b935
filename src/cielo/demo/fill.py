"""Fill an empty database with the demo."""

import os
from pathlib import Path

from cielo.app.cards import list_cards, start_card
from cielo.app.shelf import fill_shelf
from cielo.app.things import keep_thing
from cielo.demo.cards import demo_plans
from cielo.demo.made import fill_journal
from cielo.demo.shelf import OWN, SHELF
from cielo.demo.solved import solved_plans
from cielo.store.database import Store


def fill_file(path: Path) -> bool:
    """A database with the demo in it at ``path``, whole or not there at all; False where one with cards is there already."""
    if path.exists():
        store = Store(path)
        try:
            if list_cards(store) or list_cards(store, away=True):
                return False
        finally:
            store.close()
    beside = path.with_name(f".{path.name}.filling")
    for ending in ("", "-wal", "-shm"):  # left by a filling that was broken off
        beside.with_name(beside.name + ending).unlink(missing_ok=True)
    store = Store(beside)
    fill(store)
    fill_journal(store)
    store.close()
    for ending in ("-wal", "-shm"):
        path.with_name(path.name + ending).unlink(missing_ok=True)
    os.replace(beside, path)
    return True


def fill(store: Store) -> bool:
    """Put the demo into a store that has no card; False when it already has some."""
    if list_cards(store):
        return False
    fill_shelf(store, SHELF)
    for thing in OWN:
        keep_thing(store, thing)
    for plan in reversed((*demo_plans(), *solved_plans())):
        start_card(store, plan, f"start {plan.title}")
    return True
