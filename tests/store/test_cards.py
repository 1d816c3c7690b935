"""Cards in the database: revisions, undo and redo as stories, and what survives."""

import os
import signal
import sqlite3
import subprocess
import sys
import time
from dataclasses import replace
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from cielo.app import cards
from cielo.app.bench import go_to_step, stand_at_bench, start_timer, stop_timer
from cielo.core.plan import Dry, Plan
from cielo.errors import BadInput, NotFound, OutOfDate
from cielo.exchange.plan_file import write_plan
from cielo.store.database import Store, newest_migration
from tests.core.plans import gradient


def retitled(title: str):  # type: ignore[no-untyped-def]
    return lambda plan: replace(plan, title=title)


def begin(store: Store) -> str:
    return cards.start_card(store, gradient(), "start").revision.card_id


def change(store: Store, card: str, title: str) -> cards.CardOnDesk:
    now = cards.open_card(store, card).revision.number
    return cards.change_card(store, card, now, f"call it {title}", retitled(title))


def test_undo_and_redo_tell_what_they_take_back(store: Store) -> None:
    card = begin(store)
    assert cards.open_card(store, card).undoes is None
    change(store, card, "A")
    change(store, card, "B")
    undone = cards.undo(store, card)
    assert (undone.revision.plan.title, undone.undoes, undone.redoes) == ("A", "call it A", "call it B")
    first = cards.undo(store, card)
    assert (first.revision.plan.title, first.undoes) == ("Dusk", None)
    assert cards.redo(store, card).revision.plan.title == "A"
    assert cards.redo(store, card).revision.plan.title == "B"
    with pytest.raises(BadInput, match="nothing to redo"):
        cards.redo(store, card)


def test_a_change_after_undo_ends_redo_but_loses_no_revision(store: Store) -> None:
    card = begin(store)
    change(store, card, "A")
    a_stands_at = cards.open_card(store, card).revision.number
    cards.undo(store, card)
    after = change(store, card, "C")
    assert after.redoes is None
    assert cards.undo(store, card).revision.plan.title == "Dusk"
    assert cards.card_at(store, card, a_stands_at).title == "A"


@given(st.lists(st.sampled_from(["change", "undo", "redo"]), max_size=14))
@settings(max_examples=25, deadline=None)
def test_undo_and_redo_behave_like_two_stacks(tmp_path_factory: pytest.TempPathFactory, moves: list[str]) -> None:
    store = Store(tmp_path_factory.mktemp("store") / "cielo.sqlite")
    card = begin(store)
    back: list[str] = []
    forth: list[str] = []
    now = "Dusk"
    for number, move in enumerate(moves):
        if move == "change":
            back, now, forth = [*back, now], f"title {number}", []
            change(store, card, now)
        elif move == "undo" and back:
            back, now, forth = back[:-1], back[-1], [*forth, now]
            cards.undo(store, card)
        elif move == "redo" and forth:
            back, now, forth = [*back, now], forth[-1], forth[:-1]
            cards.redo(store, card)
        desk = cards.open_card(store, card)
        assert desk.revision.plan.title == now
        assert (desk.undoes is not None, desk.redoes is not None) == (bool(back), bool(forth))
    store.close()


def test_a_change_made_from_an_old_revision_is_refused_and_nothing_is_stored(store: Store) -> None:
    card = begin(store)
    change(store, card, "A")
    with pytest.raises(OutOfDate):
        cards.change_card(store, card, 1, "late", retitled("late"))
    assert cards.open_card(store, card).revision.plan.title == "A"


def test_an_unsound_change_stores_nothing(store: Store) -> None:
    card = begin(store)
    with pytest.raises(BadInput):
        cards.change_card(store, card, 1, "break it", lambda plan: replace(plan, inks=()))
    assert cards.open_card(store, card).revision.number == 1


def test_a_change_that_changes_nothing_is_no_revision(store: Store) -> None:
    card = begin(store)
    assert cards.change_card(store, card, 1, "nothing", lambda plan: plan).revision.number == 1


def test_cards_can_be_copied_put_away_and_brought_back(store: Store) -> None:
    card = begin(store)
    copy = cards.copy_card(store, card).revision
    assert copy.plan.steps == gradient().steps
    cards.put_away(store, card, True)
    assert [c.card_id for c in cards.list_cards(store)] == [copy.card_id]
    cards.put_away(store, card, False)
    assert len(cards.list_cards(store)) == 2
    with pytest.raises(NotFound):
        cards.open_card(store, "nowhere")


def test_the_bench_keeps_its_place_and_its_timer_over_a_restart(tmp_path: Path) -> None:
    store = Store(tmp_path / "cielo.sqlite")
    card = begin(store)
    plan: Plan = cards.open_card(store, card).revision.plan
    assert stand_at_bench(store, card).step == plan.steps[0].id
    drying = next(step for step in plan.steps if isinstance(step, Dry))
    timer = start_timer(store, card, drying.id).timer
    go_to_step(store, card, plan.steps[2].id)
    store.close()
    again = Store(tmp_path / "cielo.sqlite")
    state = stand_at_bench(again, card)
    assert (state.step, state.timer) == (plan.steps[2].id, timer)
    with pytest.raises(BadInput, match="drying step"):
        start_timer(again, card, plan.steps[0].id)
    assert stop_timer(again, card).timer is None
    again.close()


def test_the_bench_starts_over_when_its_step_is_gone(store: Store) -> None:
    card = begin(store)
    go_to_step(store, card, gradient().steps[1].id)
    cards.change_card(store, card, 1, "less", lambda plan: replace(plan, steps=plan.steps[:1]))
    assert stand_at_bench(store, card).step == gradient().steps[0].id


def test_the_file_is_in_wal_with_foreign_keys_and_the_newest_migration(store: Store) -> None:
    with store.engine.connect() as connection:
        assert connection.exec_driver_sql("pragma journal_mode").scalar() == "wal"
        assert connection.exec_driver_sql("pragma foreign_keys").scalar() == 1
        assert connection.exec_driver_sql("select version_num from alembic_version").scalar() == newest_migration()


def test_the_migrations_make_the_tables_the_code_describes(store: Store) -> None:
    from alembic.autogenerate import compare_metadata
    from alembic.migration import MigrationContext

    from cielo.store.tables import Base

    with store.engine.connect() as connection:
        assert compare_metadata(MigrationContext.configure(connection), Base.metadata) == []


WRITER = """
import sys
from dataclasses import replace
from pathlib import Path
from cielo.app import cards
from cielo.store.database import Store
store = Store(Path(sys.argv[1]))
card = cards.list_cards(store)[0].card_id
for n in range(100000):
    number = cards.open_card(store, card).revision.number
    cards.change_card(store, card, number, "go on", lambda plan: replace(plan, title=f"title {n}"))
    print(n, flush=True)
"""


def test_killed_while_writing_no_saved_change_is_lost(tmp_path: Path) -> None:
    path = tmp_path / "cielo.sqlite"
    store = Store(path)
    card = begin(store)
    store.close()
    writer = subprocess.Popen([sys.executable, "-c", WRITER, str(path)], stdout=subprocess.PIPE, text=True)
    assert writer.stdout is not None
    said = writer.stdout.readline()
    time.sleep(0.4)
    os.kill(writer.pid, signal.SIGKILL)
    said = (said + writer.stdout.read()).split()[-1]
    writer.wait()
    again = Store(path)
    title = cards.open_card(again, card).revision.plan.title
    again.close()
    assert int(title.split()[1]) >= int(said)
    assert sqlite3.connect(path).execute("pragma integrity_check").fetchone() == ("ok",)


def test_an_imported_plan_is_the_plan_that_was_exported(store: Store) -> None:
    plan = gradient()
    assert cards.import_card(store, write_plan(plan)).revision.plan == plan
