"""A database in trouble: in words, with nothing touched, and brought back from a backup that is whole."""

import os
import sqlite3
import stat
import subprocess
import sys
from contextlib import closing
from datetime import UTC, datetime, timedelta
from pathlib import Path
from threading import Thread

import pytest
from alembic import command
from alembic.config import Config
from fastapi.testclient import TestClient
from sqlalchemy import create_engine, event

from cielo.api.main import create_app
from cielo.app.cards import list_cards, start_card
from cielo.app.doctor import examine
from cielo.demo.cards import demo_plans
from cielo.demo.fill import fill_file
from cielo.demo.solved import solved_plans
from cielo.errors import StoreTrouble
from cielo.store.backups import DAYS, MONTHS, WEEKS, backup_to, backup_today, backups_of, restore_from
from cielo.store.database import Store
from cielo.store.trouble import MIGRATIONS, newest_migration
from tests.cli.test_cli import cielo
from tests.core.plans import gradient


def other_program(path: Path) -> None:
    with closing(sqlite3.connect(path)) as connection:
        connection.execute("create table recipes (name text)")


def newer(path: Path) -> None:
    Store(path).close()
    with closing(sqlite3.connect(path)) as connection:
        connection.execute("update alembic_version set version_num = '9999'")
        connection.commit()


def not_sqlite(path: Path) -> None:
    path.write_bytes(b"These are my notes on agave.\n" * 400)


def damaged(path: Path) -> None:
    store = Store(path)
    for plan in demo_plans()[:3]:
        start_card(store, plan, "start")
    store.close()
    with path.open("r+b") as file:
        file.seek(100)
        file.write(os.urandom(3000))


@pytest.mark.parametrize(
    ("make", "word"),
    [
        (other_program, "another program"),
        (newer, "newer Cielo"),
        (not_sqlite, "no database of Cielo|damaged"),
        (damaged, "damaged|no database of Cielo"),
        (Path.mkdir, "folder"),
    ],
)
def test_what_is_no_database_of_this_cielo_is_told_and_not_touched(make: object, word: str, tmp_path: Path) -> None:
    path = tmp_path / "hers.sqlite"
    make(path)  # type: ignore[operator]
    before = path.read_bytes() if path.is_file() else None
    with pytest.raises(StoreTrouble, match=word):
        list_cards(Store(path))
    ran = cielo("export", "--db", path, "--out", tmp_path / "out")
    assert ran.returncode == 2
    assert "Traceback" not in ran.stderr
    assert before is None or path.read_bytes() == before


def test_locked_full_and_read_only_are_answered_in_words_and_nothing_is_changed(store: Store) -> None:
    plan = gradient()
    card = start_card(store, plan, "start").revision.card_id
    with TestClient(create_app(store), base_url="http://127.0.0.1", raise_server_exceptions=False) as web:
        with closing(sqlite3.connect(store.path, isolation_level=None)) as other:
            other.execute("begin exclusive")
            answered: list[int] = []
            asking = Thread(target=lambda: answered.append(web.post(f"/api/cards/{card}/copy").status_code))
            asking.start()
            assert web.get("/api/health").status_code == 200, "which never waits for the database"
            assert web.get(f"/api/cards/{card}").status_code == 200, "reading waits for no writer"
            asking.join(40)
            assert answered == [503]
            other.execute("rollback")
        with store.engine.connect() as connection:
            pages = connection.exec_driver_sql("pragma page_count").scalar()
        limit = [f"pragma max_page_count = {pages}"]
        store.engine.dispose()
        event.listen(store.engine, "checkout", lambda raw, *_: [raw.execute(one) for one in limit])
        full = [web.post(f"/api/cards/{card}/copy") for _ in range(12)]
        assert full[-1].status_code == 503
        assert "no room" in full[-1].json()["detail"]
        assert len(web.get("/api/cards").json()) == 1 + sum(answer.status_code == 201 for answer in full)
        limit[:] = ["pragma max_page_count = 1000000", "pragma query_only = on"]
        refused = web.post(f"/api/cards/{card}/copy")
        assert refused.status_code == 503
        assert "may not be written" in refused.json()["detail"]
        assert web.get(f"/api/cards/{card}").json()["revision"] == 1


def test_no_one_else_may_read_the_database(store: Store) -> None:
    assert stat.S_IMODE(store.path.stat().st_mode) == 0o600


def test_a_running_database_is_backed_up_whole_and_brought_back(tmp_path: Path) -> None:
    path, copy = tmp_path / "cielo.sqlite", tmp_path / "kept" / "cielo-copy.sqlite"
    store = Store(path)
    start_card(store, gradient(), "start")  # stands in the -wal: a copy of the file itself would be an old one
    assert cielo("backup", copy, "--db", path).returncode == 0
    assert sorted(file.name for file in copy.parent.iterdir()) == [copy.name], "one file"
    start_card(store, gradient(), "another")
    with store.reading() as session:
        session.connection()
        with pytest.raises(StoreTrouble, match="in use"):
            restore_from(copy, path)
    assert len(list_cards(store)) == 2
    store.close()
    ran = cielo("restore", copy, "--db", path)
    assert ran.returncode == 0, ran.stderr
    restored = Store(path)
    assert len(list_cards(restored)) == 1
    restored.close()
    (kept,) = tmp_path.glob("cielo.sqlite.before-*")
    before = Store(kept)
    assert len(list_cards(before)) == 2, "what stood there is kept whole"
    before.close()


@pytest.mark.parametrize("make", [other_program, newer, not_sqlite, damaged])
def test_a_backup_that_is_not_whole_is_refused_and_the_database_stays(make: object, tmp_path: Path) -> None:
    path, bad = tmp_path / "cielo.sqlite", tmp_path / "bad.sqlite"
    store = Store(path)
    start_card(store, gradient(), "start")
    store.close()
    make(bad)  # type: ignore[operator]
    before = path.read_bytes()
    assert cielo("restore", bad, "--db", path).returncode == 2
    assert path.read_bytes() == before
    assert cielo("restore", tmp_path / "none.sqlite", "--db", path).returncode == 2
    assert cielo("backup", tmp_path / "x.sqlite", "--db", tmp_path / "none.sqlite").returncode == 2


def test_backups_are_made_daily_and_thinned(tmp_path: Path) -> None:
    path = tmp_path / "cielo.sqlite"
    Store(path).close()
    day = datetime(2026, 1, 1, tzinfo=UTC)
    for n in range(400):
        made = backup_today(path, day + timedelta(days=n))
        assert made is not None
        assert backup_today(path, day + timedelta(days=n, hours=5)) is None
    files = sorted(backups_of(path).iterdir())
    assert DAYS + MONTHS - 2 <= len(files) <= DAYS + WEEKS + MONTHS
    newest = [file.stem for file in files[-DAYS:]]
    assert newest == [f"{day + timedelta(days=n):%Y-%m-%d}" for n in range(400 - DAYS, 400)]
    assert {file.stem[:7] for file in files} >= {f"{day + timedelta(days=n):%Y-%m}" for n in range(80, 400, 15)}


def test_a_migration_begins_with_a_backup(tmp_path: Path) -> None:
    path = tmp_path / "cielo.sqlite"
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    engine = create_engine(f"sqlite:///{path}")
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "0006")
    engine.dispose()
    Store(path).close()
    (made,) = backups_of(path).iterdir()
    assert made.name == f"before-{newest_migration()}.sqlite"
    with closing(sqlite3.connect(made)) as looking:
        assert looking.execute("select version_num from alembic_version").fetchone() == ("0006",)


@pytest.mark.parametrize("after_s", [0.6, 1.2, 2.0])
def test_a_demo_killed_while_it_is_filled_is_filled_anew(after_s: float, tmp_path: Path) -> None:
    path = tmp_path / "demo.sqlite"
    filling = f"from pathlib import Path; from cielo.demo.fill import fill_file; fill_file(Path({str(path)!r}))"
    process = subprocess.Popen([sys.executable, "-c", filling])
    try:
        process.wait(after_s)
    except subprocess.TimeoutExpired:
        process.kill()
        process.wait()
    assert fill_file(path) is not path.exists() or path.exists()
    store = Store(path)
    assert len(list_cards(store)) == len(demo_plans()) + len(solved_plans())
    store.close()
    assert not list(tmp_path.glob("*.filling*"))


def test_a_failed_write_leaves_the_good_file(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    good = tmp_path / "panel.png"
    good.write_bytes(b"a good picture")
    from cielo.demo.cards import demo_plans
    from cielo.exchange.plan_file import write_plan

    plan = tmp_path / "plan.cielo.json"
    plan.write_bytes(write_plan(demo_plans()[0]))

    def broken_off(self: Path, data: bytes) -> int:
        with self.open("wb") as file:
            file.write(data[: len(data) // 2])
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(Path, "write_bytes", broken_off)
    ran = cielo("render", plan, "--out", good, "--dpi", "20")
    assert ran.returncode == 2
    assert good.read_bytes() == b"a good picture"
    assert sorted(file.name for file in tmp_path.iterdir()) == ["panel.png", "plan.cielo.json"]


def test_the_doctor_tells_what_is_well_and_what_is_not(tmp_path: Path) -> None:
    path = tmp_path / "cielo.sqlite"
    Store(path).close()
    path.chmod(0o644)
    found = {one.what: one for one in examine(path, tmp_path)}
    assert found["database"].fine
    assert stat.S_IMODE(path.stat().st_mode) == 0o600, "mended"
    assert not found["pages"].fine
    assert found["letters"].fine
    not_sqlite(path)
    assert not {one.what: one for one in examine(path, tmp_path)}["database"].fine
    assert cielo("doctor", "--db", path, "--json").returncode == 1
    backup = tmp_path / "b.sqlite"
    with pytest.raises(StoreTrouble):
        backup_to(path, backup)
    assert not backup.exists()


@pytest.mark.parametrize("name", ["what?.sqlite", "100 %.sqlite", "her #1 & more.sqlite", "Päonien.sqlite"])
def test_any_name_of_a_file_is_that_file(name: str, tmp_path: Path) -> None:
    path = tmp_path / name
    store = Store(path)
    start_card(store, gradient(), "start")
    store.close()
    assert sorted(file.name for file in tmp_path.iterdir()) == [name]
    backup_to(path, tmp_path / f"copy of {name}")
    assert restore_from(tmp_path / f"copy of {name}", path) is not None
    again = Store(path)
    assert len(list_cards(again)) == 1
    again.close()


def test_an_answer_that_cannot_be_written_is_told() -> None:
    with open("/dev/full", "w") as full:
        code = "from cielo.cli import main; import sys; sys.argv = ['cielo', 'schema']; main()"
        ran = subprocess.run([sys.executable, "-c", code], stdout=full, stderr=subprocess.PIPE, text=True, check=False)
    assert ran.returncode == 2
    assert "cannot be written" in ran.stderr
    assert "Traceback" not in ran.stderr


def test_a_restore_that_has_no_room_leaves_the_database_in_its_place(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    path, copy = tmp_path / "cielo.sqlite", tmp_path / "copy.sqlite"
    store = Store(path)
    start_card(store, gradient(), "start")
    backup_to(path, copy)
    start_card(store, gradient(), "another")
    store.close()

    def no_room(_source: Path, file: Path) -> None:
        file.write_bytes(b"half")
        raise OSError(28, "No space left on device")

    monkeypatch.setattr("cielo.store.backups.backup_to", no_room)
    with pytest.raises(StoreTrouble, match="No space left"):
        restore_from(copy, path)
    assert sorted(file.name for file in tmp_path.iterdir()) == ["cielo.sqlite", "copy.sqlite"]
    again = Store(path)
    assert len(list_cards(again)) == 2
    again.close()
