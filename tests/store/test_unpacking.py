"""Archives: nothing that is there is ever written over; bombs, noise and earlier versions."""

import gzip
import json
import struct
import zipfile
from contextlib import suppress
from io import BytesIO
from pathlib import Path
from typing import Any

import pytest
from sqlalchemy import MetaData, Table, create_engine, insert, select

from cielo.app.archive import HERS, archive_all, put_all, read_all, unpack_all
from cielo.app.cards import list_cards, start_card
from cielo.app.journal import look_through, record_other
from cielo.app.shelf_files import import_csv
from cielo.app.things import keep_thing, list_things
from cielo.errors import BadInput, CieloError, TooLarge
from cielo.exchange.archive import read_archive, write_archive
from cielo.exchange.journal_file import MadeFacts
from cielo.store.backups import backups_of
from cielo.store.database import Store, migrate_to
from tests.cli.test_cli import cielo
from tests.core.plans import DARK, gradient
from tests.store.test_archive import lived_in, rows  # noqa: F401


def test_an_archive_is_not_unpacked_over_anything_that_is_there(lived_in: Store, tmp_path: Path) -> None:  # noqa: F811
    """Whatever the one thing is that a database holds: it stays, and nothing comes."""
    packed = archive_all(lived_in)
    found = read_all(packed)
    for table in HERS:
        held = found.tables.get(table.name) or []
        if not held:
            continue
        store = Store(tmp_path / f"{table.name}.sqlite")
        plain = create_engine(f"sqlite:///{store.path}")  # which minds no foreign keys
        with plain.begin() as connection:
            row = {column.name: _value(column, held[0].get(column.name)) for column in table.columns}
            connection.execute(insert(table), [row])
        plain.dispose()
        before = rows(store)
        with pytest.raises(BadInput, match="something in this database already"):
            unpack_all(store, packed)
        assert rows(store) == before, table.name
        store.close()


def _value(column: Any, value: Any) -> Any:
    from datetime import datetime

    return datetime.fromisoformat(value) if value is not None and column.type.python_type is datetime else value


def test_a_shelf_and_a_journal_without_cards_outlive_an_empty_archive(store: Store, tmp_path: Path) -> None:
    keep_thing(store, DARK)
    record_other(store, MadeFacts(title="Made by hand", notes="years of notes"))
    empty = Store(tmp_path / "empty.sqlite")
    packed = tmp_path / "empty.zip"
    packed.write_bytes(archive_all(empty))
    empty.close()
    ran = cielo("unpack", packed, "--db", store.path)
    assert ran.returncode == 2
    assert len(look_through(store)) == 1
    assert [thing.key for thing in list_things(store) if thing.kind == "ink"] == [DARK.key]


@pytest.mark.parametrize("noise", [b"", b"PK\x03\x04", b"noise" * 999])
def test_noise_leaves_no_database(tmp_path: Path, noise: bytes) -> None:
    (tmp_path / "noise.zip").write_bytes(noise)
    assert cielo("unpack", tmp_path / "noise.zip", "--db", tmp_path / "new.sqlite").returncode == 2
    assert [file.name for file in tmp_path.iterdir()] == ["noise.zip"]


def packed_of(files: dict[str, bytes], how: int = zipfile.ZIP_DEFLATED) -> bytes:
    made = BytesIO()
    with zipfile.ZipFile(made, "w", how) as archive:
        for name, data in files.items():
            archive.writestr(name, data)
    return made.getvalue()


ABOUT = json.dumps({"format": "cielo-archive", "version": 1, "schema": "0011"}).encode()


def test_what_a_zip_says_of_its_sizes_is_not_believed(monkeypatch: pytest.MonkeyPatch) -> None:
    from cielo.exchange import archive

    monkeypatch.setattr(archive, "LARGEST_UNPACKED", 1_000_000)
    bomb = bytearray(packed_of({"about.json": ABOUT, "tables/card.json": b"[" + b" " * 5_000_000 + b"]"}))
    directory = bomb.rindex(b"PK\x01\x02")
    struct.pack_into("<I", bomb, directory + 24, 10)  # the size it says it has, unpacked (APPNOTE 4.3.12)
    with pytest.raises((TooLarge, BadInput)):
        read_archive(bytes(bomb), "0011")
    with pytest.raises(TooLarge):
        read_archive(packed_of({"about.json": ABOUT, "tables/card.json": b"[" + b" " * 5_000_000 + b"]"}), "0011")


@pytest.mark.parametrize("sign", [0, 1, 8, 127, 128, 255])
def test_an_archive_with_any_one_sign_changed_or_its_end_cut_is_read_or_refused_in_words(sign: int) -> None:
    whole = packed_of({"about.json": ABOUT, "tables/card.json": b"[]"})
    harmed = [whole[:at] + bytes([sign]) + whole[at + 1 :] for at in range(len(whole))]
    harmed += [whole[:at] + whole[at + 1 + sign :] for at in range(len(whole))]
    for data in harmed:
        with suppress(CieloError):
            read_archive(data, "0011")


@pytest.mark.parametrize("how", [zipfile.ZIP_BZIP2, zipfile.ZIP_LZMA])
def test_what_is_packed_in_other_ways_is_refused(how: int) -> None:
    with pytest.raises(BadInput, match="packed in a way"):
        read_archive(packed_of({"about.json": ABOUT}, how), "0011")


def test_a_hundred_million_empty_rows_are_refused_behind_the_wall() -> None:
    many = packed_of({"about.json": ABOUT, "tables/card.json": b"[" + b"{}," * 40_000_000 + b"{}]"})
    assert len(many) < 500_000
    with pytest.raises(TooLarge):
        read_all(many)


@pytest.mark.parametrize("photo", ["AAAA", "not base64!", "PHN2Zz4="])
def test_a_photograph_of_an_archive_passes_the_reader(photo: str) -> None:
    row = {"id": "a", "made_at": "2026-01-01T00:00:00", "document": "{}", "photo": photo}
    with pytest.raises(BadInput, match="photograph"):
        read_all(write_archive("0011", {"journal": [row]}, []))


def archived_of(path: Path, schema: str) -> bytes:
    """An archive as an earlier Cielo wrote it: the rows of a database of that version."""
    engine = create_engine(f"sqlite:///{path}")
    there = MetaData()
    with engine.connect() as connection:
        there.reflect(connection)
        tables = {
            table.name: [
                {key: value.isoformat() if hasattr(value, "isoformat") else value for key, value in row._mapping.items()}
                for row in connection.execute(select(table))
            ]
            for table in there.sorted_tables
            if table.name != "alembic_version"
        }
    engine.dispose()
    return write_archive(schema, tables, [])


def test_an_archive_of_an_earlier_version_is_brought_up_and_makes_the_same_cards(tmp_path: Path) -> None:
    released = Path(__file__).parents[1] / "reference" / "released" / "v1" / "demo.sqlite.gz"
    old = tmp_path / "old.sqlite"
    old.write_bytes(gzip.decompress(released.read_bytes()))
    engine = create_engine(f"sqlite:///{old}")
    with engine.connect() as connection:
        schema = str(connection.exec_driver_sql("select version_num from alembic_version").scalar())
    engine.dispose()
    packed = archived_of(old, schema)
    new, opened = Store(tmp_path / "new.sqlite"), Store(old)
    assert unpack_all(new, packed) == len(list_cards(opened))
    assert [card.revision.plan for card in list_cards(new)] == [card.revision.plan for card in list_cards(opened)]
    new.close()
    opened.close()


@pytest.mark.parametrize("schema", ["0004", "0007", "0010"])
def test_the_bench_of_an_earlier_version_comes_along(tmp_path: Path, schema: str) -> None:
    """Five tables became one document an attempt: where she stood, what dried, what was done differently, what was counted off."""
    old = tmp_path / "old.sqlite"
    engine = create_engine(f"sqlite:///{old}")
    from cielo.exchange.plan_file import PlanModel

    document = PlanModel.of(gradient()).model_dump_json(exclude_none=True)
    with engine.begin() as connection:
        migrate_to(schema, connection)
        there = MetaData()
        there.reflect(connection)

        def put(name: str, **values: object) -> None:
            table: Table = there.tables[name]
            row = {column.name: values.get(column.name, _usual(column)) for column in table.columns if name != "x"}
            connection.execute(insert(table), [{key: value for key, value in row.items() if key in table.columns}])

        put("card", id="c" * 12, revision=1)
        put("revision", card_id="c" * 12, number=1, document=document, said="start")
        for number in (1, 2):
            put("bench_place", card_id="c" * 12, number=number, step_id="s2")
        put("bench_difference", id=1, card_id="c" * 12, number=2, step_id="s1", how="passes", value="5")
        if "bench_booked" in there.tables:
            put("bench_booked", card_id="c" * 12, number=2, step_id="s1")
            put("bench_booked", card_id="c" * 12, number=9, step_id="s1")  # of a card taken off the bench
    engine.dispose()
    store = Store(old)
    from cielo.store.bench import read_attempts

    with store.reading() as session:
        attempts = read_attempts(session, "c" * 12)
    assert set(attempts) == {1, 2}
    assert attempts[2].step == "s2"
    assert [(one.step, one.how, one.value) for one in attempts[2].differences] == [("s1", "passes", "5")]
    assert ("s1" in attempts[2].booked) == (schema >= "0005")
    again = Store(tmp_path / "again.sqlite")
    put_all(again, read_all(archive_all(store)))
    with again.reading() as session:
        assert read_attempts(session, "c" * 12) == attempts
    again.close()
    store.close()


def _usual(column: Any) -> object:
    from datetime import datetime

    usual: dict[type, object] = {int: 0, str: "", float: 0.0, bool: False, datetime: datetime(2026, 1, 1)}
    return None if column.nullable else usual[column.type.python_type]


def test_a_backup_is_made_before_anything_is_brought_in(store: Store) -> None:
    start_card(store, gradient(), "start")
    import_csv(store, "ink", b"name,colour\nX,#102030\n", take=False)
    assert not backups_of(store.path).exists(), "a look changes nothing"
    import_csv(store, "ink", b"name,colour\nX,#102030\n", take=True)
    (made,) = backups_of(store.path).glob("before-import-*.sqlite")
    before = Store(made)
    assert [thing for thing in list_things(before) if thing.kind == "ink"] == []
    assert len(list_cards(before)) == 1
    before.close()
