"""The shelf as files: CSV by RFC 4180, palettes, read back equal; hostile and broken ones refused row by row, in words."""

import contextlib
import csv
import io

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from cielo.app.shelf_files import KINDS, export_csv, export_palette, import_csv, import_palette, offer_from_plan
from cielo.app.things import keep_facts, keep_thing, list_things, merge_things, start_shelf
from cielo.core.materials import Ink, Paper, Stock, Swatch
from cielo.core.shelf import Facts, OwnThing
from cielo.demo.shelf import INKS, STOCKS
from cielo.errors import BadInput, NotFound, TooLarge
from cielo.exchange.gpl import Palette, read_gpl, write_gpl
from cielo.exchange.plan_file import write_plan
from cielo.exchange.shelf_csv import COLUMNS, read_shelf_csv, write_shelf_csv
from cielo.store.database import Store
from tests.core.plans import gradient

WHITE = Paper((95.0, 0.0, 0.0), "uncoated")
text = st.text(st.characters(codec="utf-8", exclude_categories=["Cs", "Cc"]), min_size=1, max_size=30).map(str.strip).filter(bool)


@given(text, text, st.integers(0, 999) | st.none())
@settings(max_examples=60, deadline=None)
def test_any_ink_is_written_and_read_back_equal(name: str, note: str, left: int | None) -> None:
    """Names and notes of any signs: quotes, separators, formulas, accents (RFC 4180, by Python's own reader and writer)."""
    ink = Ink("k", name, "pigment", (Swatch(1.0, (50.5, -10.0, 20.0)), Swatch(2.0, (40.0, -12.0, 24.0))), measured_on=WHITE,
              over_black=Swatch(1.0, (30.0, 1.0, 2.0)), water="waterproof", dries="slow", hiding=2.0)  # fmt: skip
    facts = Facts(left=left, since="2026-11-26", note=note, place="drawer 2")
    data = write_shelf_csv("ink", [("k", name, ink, facts)])
    rows, wrong = read_shelf_csv("ink", data)
    assert wrong == []
    assert (rows[0].name, rows[0].thing, rows[0].facts) == (name, ink, facts)
    assert len(next(csv.reader(io.StringIO(data.decode(), newline="")))) == len(COLUMNS["ink"])


def test_every_kind_goes_out_and_in_again_unchanged(store: Store) -> None:
    start_shelf(store)
    keep_thing(store, OwnThing("s", "Moth", "stamp", 40.0, "solid", "rubber", "moon"), Facts(left=1))
    keep_thing(store, OwnThing("t", "Low tack", "tape", 15.0), Facts(place="=cmd|' /C calc'!A0"))
    keep_facts(store, "stencil", "agave-repeat", Facts(held="tape", left=2))
    for kind in KINDS:
        data = export_csv(store, kind)
        preview = import_csv(store, kind, data, take=True)
        assert {row.does for row in preview.rows} <= {"same"}, kind
        cells = [cell for row in csv.reader(io.StringIO(data.decode(), newline="")) for cell in row]
        assert not any(cell.startswith(("=", "@")) for cell in cells), "formula cells are harmless"


def test_rows_that_are_wrong_are_told_and_nothing_is_taken_until_asked(store: Store) -> None:
    start_shelf(store)
    before = list_things(store)
    data = b"name;kind;colour;left\r\nSand 4;dye;80 4 20;12\r\n;dye;#aabbcc;\r\nOdd;paint;#aabbcc;\r\nHalf;dye;50 0;\r\nx;dye;#abcdef;1,5\r\n"
    preview = import_csv(store, "ink", data, take=False)
    assert [(row.row, row.does, row.field) for row in preview.rows] == [
        (2, "add", ""), (3, "wrong", "name"), (4, "wrong", "kind"), (5, "wrong", "colour"), (6, "wrong", "left"),
    ]  # fmt: skip
    assert all(row.why and row.mend for row in preview.rows if row.does == "wrong")
    assert list_things(store) == before
    import_csv(store, "ink", data, take=True)
    assert {thing.name for thing in list_things(store)} - {thing.name for thing in before} == {"Sand 4"}


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"", "no column"),
        (b"\xff\xfe\x00", "not text"),
        (b'name,kind\n"half', "breaks off"),
        (b"title,kind\nx,y", "no column"),
        (b"name,shoe\nx,y", "no column"),
        (b"name\n" + b"a" * 3_000_000, "MB"),
        (b"name\0,kind\n", "not text"),
    ],
)
def test_files_that_are_none_are_refused_in_words(data: bytes, words: str) -> None:
    with pytest.raises((BadInput, TooLarge), match=words):
        read_shelf_csv("ink", data)


@given(st.binary(max_size=400))
@settings(max_examples=150, deadline=None)
def test_no_bytes_break_the_readers(data: bytes) -> None:
    for read in (lambda d: read_shelf_csv("stock", d), read_gpl):
        with contextlib.suppress(BadInput):
            read(data)


hexes = st.integers(0, 0xFFFFFF).map(lambda n: f"#{n:06x}")


@given(st.lists(st.tuples(text.map(lambda t: " ".join(t.split())), hexes), max_size=20))
@settings(max_examples=60, deadline=None)
def test_a_palette_is_read_back_equal(colours: list[tuple[str, str]]) -> None:
    palette = Palette("Winter show", tuple((name, hexed) for name, hexed in colours))
    assert read_gpl(write_gpl(palette)) == palette


def test_a_palette_adds_inks_by_eye_and_changes_none_that_are_known(store: Store) -> None:
    start_shelf(store)
    before = {thing.key: thing.what for thing in list_things(store) if thing.kind == "ink"}
    again = import_palette(store, export_palette(store), stock=WHITE, take=True)
    assert {row.does for row in again.rows} == {"same"}
    new = write_gpl(Palette("n", (("Saguaro 2", "#336644"), ("coral dye", "#000000"))))
    preview = import_palette(store, new, stock=WHITE, take=True)
    assert [row.does for row in preview.rows] == ["add", "same"]
    after = {thing.key: thing.what for thing in list_things(store) if thing.kind == "ink"}
    assert {key: after[key] for key in before} == before
    assert len(after) == len(before) + 1


def test_a_plan_file_offers_what_is_not_on_the_shelf(store: Store) -> None:
    plan = gradient()
    inks, stocks = offer_from_plan(store, write_plan(plan))
    assert (inks, stocks) == (plan.inks, (plan.stock,))
    offer_from_plan(store, write_plan(plan), take=True)
    assert offer_from_plan(store, write_plan(plan)) == ((), ())


def test_names_are_taken_once_and_two_of_the_same_become_one(store: Store) -> None:
    keep_thing(store, INKS[0], Facts(left=10, note="old"), new=True)
    keep_thing(store, INKS[1], Facts(left=5, place="tin"), new=True)
    keep_thing(store, STOCKS[0], new=True)
    with pytest.raises(BadInput, match="called Yucca 1 already"):
        keep_thing(store, Ink("other", "yucca 1", "dye", (Swatch(1.0, (50.0, 0.0, 0.0)),)), new=True)
    dark, light = Swatch(1.0, (30.0, 0.0, 0.0)), Swatch(1.0, (90.0, 0.0, 0.0))
    with pytest.raises(BadInput, match="lighter over black"):
        keep_thing(store, Ink("w", "W", "pigment", (dark,), measured_on=WHITE, over_black=light))
    merge_things(store, "ink", INKS[0].key, INKS[1].key)
    (kept,) = [thing for thing in list_things(store) if thing.kind == "ink"]
    assert (kept.name, kept.facts.left, kept.facts.place, kept.facts.note) == (INKS[0].name, 15, "tin", "old")
    with pytest.raises(NotFound):
        merge_things(store, "stock", STOCKS[0].key, "gone")
    assert isinstance(next(t.what for t in list_things(store) if t.kind == "stock"), Stock)
