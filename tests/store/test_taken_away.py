"""A file that is taken away or replaced while Cielo runs, files that are whole and not ours, and who may read them."""

import os
import shutil
import sqlite3
import stat
from collections.abc import Callable
from contextlib import closing
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from cielo.api.main import create_app
from cielo.app import keeping_safe
from cielo.app.cards import Basis, change_card, list_cards, open_card, start_card
from cielo.app.doctor import examine
from cielo.core.plan import Plan
from cielo.errors import StoreTrouble
from cielo.store.backups import _thinned, backup_now, backup_to, backup_today, backups_of, restore_from
from cielo.store.database import Store
from tests.cli.test_cli import cielo
from tests.core.plans import gradient


def renamed(plan: Plan) -> Plan:
    from dataclasses import replace

    return replace(plan, title="Written after it was gone")


def deleted(path: Path) -> None:
    path.unlink()


def replaced_by_another(path: Path) -> None:
    other = path.with_name("other.sqlite")
    Store(other).close()
    os.replace(other, path)


def replaced_by_garbage(path: Path) -> None:
    other = path.with_name("garbage")
    other.write_bytes(b"no database at all" * 400)
    os.replace(other, path)


def replaced_by_a_copy(path: Path) -> None:
    other = path.with_name("copy.sqlite")
    shutil.copy(path, other)
    os.replace(other, path)


def folder_removed(path: Path) -> None:
    shutil.rmtree(path.parent)


@pytest.mark.parametrize("away", [deleted, replaced_by_another, replaced_by_garbage, replaced_by_a_copy, folder_removed])
def test_nothing_is_answered_as_saved_once_the_file_is_not_in_its_place(tmp_path: Path, away: Callable[[Path], None]) -> None:
    path = tmp_path / "hers" / "cielo.sqlite"
    store = Store(path)
    card = start_card(store, gradient(), "start").revision.card_id
    away(path)
    with pytest.raises(StoreTrouble, match="taken away or replaced"):
        change_card(store, card, Basis(1), "write", renamed)
    with pytest.raises(StoreTrouble, match="taken away or replaced"):
        start_card(store, gradient(), "start")
    with TestClient(create_app(store), base_url="http://127.0.0.1", raise_server_exceptions=False) as web:
        answer = web.post(f"/api/cards/{card}/copy")
        assert answer.status_code == 503
        assert "taken away or replaced" in answer.json()["detail"]
    store.engine.dispose()


def test_a_file_that_is_put_back_is_gone_on_with(tmp_path: Path) -> None:
    path = tmp_path / "cielo.sqlite"
    store = Store(path)
    card = start_card(store, gradient(), "start").revision.card_id
    path.rename(tmp_path / "elsewhere")
    with pytest.raises(StoreTrouble):
        open_card(store, card)
    (tmp_path / "elsewhere").rename(path)
    change_card(store, card, Basis(1), "write", renamed)
    assert open_card(store, card).revision.number == 2
    store.close()


def test_what_is_written_beside_a_new_database_is_hers_alone_from_the_first_moment(tmp_path: Path) -> None:
    before = os.umask(0o022)
    try:
        store = Store(tmp_path / "cielo.sqlite")
        start_card(store, gradient(), "start")
        modes = {file.name: stat.S_IMODE(file.stat().st_mode) for file in tmp_path.iterdir() if file.is_file()}
        assert set(modes) == {"cielo.sqlite", "cielo.sqlite-wal", "cielo.sqlite-shm"}
        assert set(modes.values()) == {0o600}
        backup_now(store.path, "now")
        assert cielo("archive", tmp_path / "all.zip", "--db", store.path).returncode == 0
        for file in (*backups_of(store.path).iterdir(), tmp_path / "all.zip"):
            assert stat.S_IMODE(file.stat().st_mode) == 0o600
        store.close()
    finally:
        os.umask(before)


def test_an_older_database_that_others_could_read_is_put_in_order_before_it_is_opened(tmp_path: Path) -> None:
    path = tmp_path / "cielo.sqlite"
    Store(path).close()
    for ending in ("", "-wal", "-shm"):
        part = path.with_name(path.name + ending)
        part.touch()
        part.chmod(0o644)
    store = Store(path)
    for file in tmp_path.iterdir():
        assert stat.S_IMODE(file.stat().st_mode) == 0o600
    store.close()


HARMS: dict[str, str] = {
    "without the journal": "drop table journal",
    "without a column": "alter table revision drop column said",
    "with a column more": "alter table card add column secret text",
    "with a trigger": "create trigger t after insert on card begin delete from card; end",
    "with a view": "create view v as select 1",
    "of no version": "delete from alembic_version",
    "of two versions": "insert into alembic_version values ('0001')",
    "of a version there never was": "update alembic_version set version_num = '0000'",
}


@pytest.mark.parametrize("harm", HARMS)
def test_a_file_that_is_whole_and_not_ours_is_not_brought_back(tmp_path: Path, harm: str) -> None:
    path, copy = tmp_path / "cielo.sqlite", tmp_path / "copy.sqlite"
    store = Store(path)
    start_card(store, gradient(), "start")
    backup_to(path, copy)
    store.close()
    with closing(sqlite3.connect(copy)) as harming, harming:
        harming.execute(HARMS[harm])
    before = path.read_bytes()
    ran = cielo("restore", copy, "--db", path)
    assert ran.returncode == 2, ran.stdout
    assert "Traceback" not in ran.stderr
    assert path.read_bytes() == before
    assert [file.name for file in tmp_path.glob("*.before-*")] == []
    told = {one.what: one for one in examine(copy, tmp_path)}
    assert not told["database"].fine


def test_a_backup_is_brought_back_from_every_version(tmp_path: Path) -> None:
    import gzip

    released = Path(__file__).parents[1] / "reference" / "released" / "v1" / "demo.sqlite.gz"
    old = tmp_path / "old.sqlite"
    old.write_bytes(gzip.decompress(released.read_bytes()))
    restore_from(old, tmp_path / "new.sqlite")
    store = Store(tmp_path / "new.sqlite")
    assert list_cards(store)
    store.close()


def test_odd_names_among_the_backups_stop_nothing(tmp_path: Path) -> None:
    path = tmp_path / "cielo.sqlite"
    Store(path).close()
    folder = backups_of(path)
    folder.mkdir()
    odd = ["2026-02-30.sqlite", "9999-99-99.sqlite", "mine.sqlite", "2026-1-1.sqlite", ".sqlite"]
    for name in odd:
        (folder / name).write_bytes(b"")
    now = datetime(2026, 12, 1, tzinfo=UTC)
    for days in range(60, -1, -1):
        made = backup_today(path, now - timedelta(days=days))
        assert made is not None
    assert not _thinned(folder, now)
    assert all((folder / name).exists() for name in odd), "what is not ours is not taken away"


def test_the_keeper_goes_on_after_a_fault_and_an_old_backup_is_told(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    from threading import Event

    path = tmp_path / "cielo.sqlite"
    store = Store(path)
    tried: list[int] = []
    twice = Event()

    def failing(*_: object) -> None:
        tried.append(1)
        if len(tried) == 2:
            twice.set()
        raise ValueError("whatever it is")

    monkeypatch.setattr(keeping_safe, "EVERY_S", 0.01)
    monkeypatch.setattr(keeping_safe, "backup_today", failing)
    ended = keeping_safe.keep_safe(store)
    assert twice.wait(10), "a fault ends no keeper"
    ended.set()
    file = backup_now(path, "2026-01-01")
    os.utime(file, (0, 0))
    start_card(store, gradient(), "start")
    told = {one.what: one for one in examine(path, tmp_path)}
    assert not told["backups"].fine
    assert "1970" in told["backups"].found
    store.close()


def test_a_question_to_a_shelf_leaves_an_older_database_as_it_is(tmp_path: Path) -> None:
    import gzip

    from cielo.exchange.plan_file import write_plan

    released = Path(__file__).parents[1] / "reference" / "released" / "v1" / "demo.sqlite.gz"
    old, plan = tmp_path / "old.sqlite", tmp_path / "plan.cielo.json"
    old.write_bytes(gzip.decompress(released.read_bytes()))
    plan.write_bytes(write_plan(gradient()))
    before, beside = old.read_bytes(), sorted(file.name for file in tmp_path.iterdir())
    assert cielo("check", plan, "--shelf", old).returncode in (0, 1)
    assert old.read_bytes() == before
    assert sorted(file.name for file in tmp_path.iterdir()) == beside
