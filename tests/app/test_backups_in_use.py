"""Backups made and brought back while Cielo runs."""

import sqlite3
from contextlib import closing
from dataclasses import replace
from pathlib import Path

import pytest

from cielo.app import keeping_safe
from cielo.app.cards import Basis, change_card, list_cards, open_card, start_card
from cielo.demo.cards import demo_plans
from cielo.errors import NotFound, StoreTrouble
from cielo.store.backups import all_backups, backups_of
from cielo.store.database import Store


@pytest.fixture
def store(tmp_path: Path) -> Store:
    return Store(tmp_path / "cielo.sqlite")


def title(store: Store, card_id: str, to: str) -> None:
    now = open_card(store, card_id).revision.number
    change_card(store, card_id, Basis(now), "name it", lambda plan: replace(plan, title=to))


def test_a_backup_brought_back_in_use_is_all_of_it_and_what_stood_there_can_be_brought_back_too(store: Store) -> None:
    card = start_card(store, demo_plans()[0], "start").revision.card_id
    title(store, card, "As it was")
    keeping_safe.backup_by_hand(store)
    (first,) = all_backups(store.path)
    title(store, card, "As it became")
    other = start_card(store, demo_plans()[1], "start").revision.card_id

    keeping_safe.restore(store, first.name)
    assert open_card(store, card).revision.plan.title == "As it was"
    assert [one.revision.card_id for one in list_cards(store)] == [card]
    title(store, card, "Gone on with")  # it is written to as ever

    before = next(one for one in all_backups(store.path) if "restoring" in one.name)
    keeping_safe.restore(store, before.name)
    assert open_card(store, card).revision.plan.title == "As it became"
    assert other in [one.revision.card_id for one in list_cards(store)]
    with closing(sqlite3.connect(store.path)) as looking:
        assert looking.execute("pragma journal_mode").fetchone()[0] == "wal"


def test_any_backup_in_the_list_can_be_brought_back_however_many_were_before(store: Store) -> None:
    """Of those before a restoring only a few are kept: the one that is brought back is never taken away before it is read."""
    card = start_card(store, demo_plans()[0], "start").revision.card_id
    for n in range(7):
        title(store, card, f"Number {n}")
        keeping_safe.backup_by_hand(store)
        keeping_safe.restore(store, all_backups(store.path)[0].name)
    for _ in range(4):
        oldest = next(one for one in reversed(all_backups(store.path)) if "restoring" in one.name)
        keeping_safe.restore(store, oldest.name)
        assert open_card(store, card).revision.plan.title.startswith("Number")


def test_no_other_file_is_brought_back_and_a_harmed_one_changes_nothing(store: Store, tmp_path: Path) -> None:
    card = start_card(store, demo_plans()[0], "start").revision.card_id
    keeping_safe.backup_by_hand(store)
    (tmp_path / "other.sqlite").write_bytes((backups_of(store.path) / all_backups(store.path)[0].name).read_bytes())
    for name in ("../other.sqlite", "other.sqlite", "", str(tmp_path / "other.sqlite")):
        with pytest.raises(NotFound):
            keeping_safe.restore(store, name)
    harmed = backups_of(store.path) / "2026-11-01.sqlite"
    harmed.write_bytes(b"no database" * 100)
    with pytest.raises(StoreTrouble):
        keeping_safe.restore(store, harmed.name)
    assert open_card(store, card).revision.plan.title == demo_plans()[0].title
    assert not [file for file in tmp_path.iterdir() if file.name.startswith(".")], "nothing is left beside it"
