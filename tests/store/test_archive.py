"""Everything out in one open archive and in again: the same, whole; and what is no whole archive changes nothing."""

import json
import zipfile
from collections.abc import Callable
from dataclasses import replace
from io import BytesIO
from pathlib import Path

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from sqlalchemy import select

from cielo.app.archive import archive_all, unpack_all
from cielo.app.bench import finish_card, go_to_step, stand_at_bench
from cielo.app.cards import Basis, change_card, list_cards, put_away, undo
from cielo.app.stencils import keep_drawing
from cielo.core.plan import Plan
from cielo.demo.fill import fill
from cielo.errors import BadInput, CieloError
from cielo.exchange.plan_file import read_plan
from cielo.store.database import Store
from cielo.store.tables import Base
from tests.cli.test_cli import cielo


def rows(store: Store) -> dict[str, list[tuple[object, ...]]]:
    with store.reading() as session:
        return {table.name: sorted(map(tuple, session.execute(select(table))), key=str) for table in Base.metadata.sorted_tables}


@pytest.fixture
def lived_in(store: Store) -> Store:
    """A database with a history: edits, undo, a card put away, one at the bench, one made, a stencil of her own."""
    fill(store)
    first, second, third = (card.revision for card in list_cards(store)[:3])
    change_card(store, first.card_id, Basis(1), "less", renamed)
    undo(store, first.card_id, Basis(2))
    put_away(store, second.card_id, True)
    go_to_step(store, third.card_id, third.plan.steps[2].id)
    finish_card(store, third.card_id, 1)
    keep_drawing(
        store,
        "agave leaf",
        b'<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="40mm"><path d="M0,0L90,0L40,90z"/></svg>',
    )
    return store


def renamed(plan: Plan) -> Plan:
    return replace(plan, title="Fewer words")


def test_an_archive_comes_back_whole_on_another_machine(lived_in: Store, tmp_path: Path) -> None:
    packed = archive_all(lived_in)
    assert packed == archive_all(lived_in), "the same content is the same archive"
    other = Store(tmp_path / "other.sqlite")
    assert unpack_all(other, packed) == len(list_cards(lived_in)) + 1
    assert rows(other) == rows(lived_in)
    card = list_cards(other)[0].revision.card_id
    assert stand_at_bench(other, card).step
    with zipfile.ZipFile(BytesIO(packed)) as archive:
        plans = [name for name in archive.namelist() if name.startswith("cards/")]
        titles = {read_plan(archive.read(name)).title for name in plans}
    assert titles == {card.revision.plan.title for card in (*list_cards(other), *list_cards(other, away=True))}
    with pytest.raises(BadInput, match="something in this database already"):
        unpack_all(other, packed)
    other.close()


def test_from_the_command_line(lived_in: Store, tmp_path: Path) -> None:
    file, path = tmp_path / "all.zip", tmp_path / "new.sqlite"
    assert cielo("archive", file, "--db", lived_in.path).returncode == 0
    ran = cielo("unpack", file, "--db", path)
    assert ran.returncode == 0, ran.stderr
    new = Store(path)
    assert rows(new) == rows(lived_in)
    new.close()
    assert cielo("unpack", lived_in.path, "--db", tmp_path / "third.sqlite").returncode == 2


def rewritten(packed: bytes, name: str, change: Callable[[object], object]) -> bytes:
    made = BytesIO()
    with zipfile.ZipFile(BytesIO(packed)) as archive, zipfile.ZipFile(made, "w") as other:
        for one in archive.namelist():
            data = archive.read(one)
            other.writestr(one, json.dumps(change(json.loads(data))) if one == name else data)
    return made.getvalue()


@pytest.mark.parametrize(
    ("name", "change"),
    [
        ("about.json", lambda about: {**about, "schema": "9999"}),
        ("about.json", lambda about: {**about, "format": "another"}),
        ("tables/card.json", lambda rows: [*rows, rows[0]]),
        ("tables/card.json", lambda rows: [{**rows[0], "created_at": "yesterday"}]),
        ("tables/revision.json", lambda rows: [{**row, "document": "{}"} for row in rows]),
        ("tables/revision.json", lambda rows: [{**row, "card_id": "nobody"} for row in rows]),
        ("tables/ink.json", lambda rows: [{**row, "document": 7} for row in rows]),
        ("tables/crossing.json", lambda _: {"a": 1}),
        ("tables/bench_attempt.json", lambda rows: [{**row, "number": 10**40} for row in rows]),
    ],
)
def test_an_archive_that_does_not_hold_together_is_refused_whole(
    lived_in: Store, tmp_path: Path, name: str, change: Callable[[object], object]
) -> None:
    other = Store(tmp_path / "other.sqlite")
    before = rows(other)
    with pytest.raises(CieloError):
        unpack_all(other, rewritten(archive_all(lived_in), name, change))
    assert rows(other) == before
    other.close()


@given(st.binary(max_size=200), st.integers(0, 10_000))
@settings(max_examples=300, suppress_health_check=[HealthCheck.function_scoped_fixture])
def test_bytes_that_are_no_archive_are_refused(tmp_path: Path, data: bytes, cut: int) -> None:
    from cielo.exchange.archive import read_archive, write_archive

    whole = write_archive("0001", {"card": [{"id": f"{n:x}" * 9} for n in range(90)]}, [])
    flipped = bytearray(whole)
    flipped[cut % len(whole)] ^= 0x5A
    for harm in (data, whole[:cut], whole[:20] + data + whole[20:], bytes(flipped)):
        try:
            read_archive(harm, "0007")
        except CieloError as error:
            assert error.mend  # noqa: PT017
