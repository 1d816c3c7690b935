"""The shelf as files, in and out: CSV, palettes, readings, plan files. Nothing is taken until she says so."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from cielo.app.keeping_safe import backup_before
from cielo.app.things import ensure_thing, list_things, write_thing
from cielo.core.materials import Ink, InkKind, Paper, Stock, Swatch
from cielo.core.optics.gamut import hex_from_lab
from cielo.core.optics.spectra import lab_from_hex
from cielo.core.shelf import Facts, ThingKind, a_thing
from cielo.errors import BadInput
from cielo.exchange.gpl import Palette, read_gpl, write_gpl
from cielo.exchange.plan_file import read_plan
from cielo.exchange.shelf_csv import ShelfRow, WrongRow, key_of, read_shelf_csv, write_shelf_csv
from cielo.store.database import Store
from cielo.store.shelf import write_facts

KINDS: tuple[ThingKind, ...] = ("ink", "stock", "stencil", "stamp", "tool", "tape")


@dataclass(frozen=True)
class RowToCome:
    """What a row of a file would do: add a thing, change one, leave it as it is; or what is wrong with it."""

    row: int
    name: str
    does: Literal["add", "change", "same", "wrong"]
    field: str = ""
    why: str = ""
    mend: str = ""


@dataclass(frozen=True)
class Preview:
    """What a file would change, row by row."""

    kind: ThingKind
    rows: tuple[RowToCome, ...]
    taken: bool


def export_csv(store: Store, kind: ThingKind) -> bytes:
    """All things of a kind on the shelf."""
    things = [t for t in list_things(store) if t.kind == kind and not t.away]
    return write_shelf_csv(kind, [(t.key, t.name, t.what, t.facts) for t in things])


def import_csv(store: Store, kind: ThingKind, data: bytes, *, take: bool) -> Preview:
    """What a CSV file would change; with ``take`` all rows that are right are taken. Raises BadInput, TooLarge."""
    rows, wrong = read_shelf_csv(kind, data)
    return _take_rows(store, kind, rows, wrong, take)


def _take_rows(store: Store, kind: ThingKind, rows: Sequence[ShelfRow], wrong: Sequence[WrongRow], take: bool) -> Preview:
    """What rows do, and with ``take`` all of them in one transaction, after a backup. What is only looked at is judged by the same code."""
    there = {thing.key: thing for thing in list_things(store) if thing.kind == kind}
    by_name = {thing.name.lower(): thing for thing in there.values()}
    told: list[RowToCome] = [RowToCome(w.row, w.name, "wrong", w.field, w.reason, w.mend) for w in wrong]
    seen: dict[str, int] = {}
    coming: list[ShelfRow] = []
    for row in rows:
        twice = seen.get(row.key, seen.get(f"called {row.name.lower()}"))
        if twice is not None:
            why = f"row {twice} is the same thing."
            told.append(RowToCome(row.row, row.name, "wrong", "name", why, "Leave one of them out."))
            continue
        seen |= {row.key: row.row, f"called {row.name.lower()}": row.row}
        before = there.get(row.key)
        other = by_name.get(row.name.lower())
        if before is None and other is not None:
            why = f"there is {a_thing(kind)} called {other.name} already, with another key."
            told.append(RowToCome(row.row, row.name, "wrong", "key", why, f"Write its key: {other.key}."))
            continue
        if row.thing is None and before is None:
            told.append(
                RowToCome(row.row, row.name, "wrong", "key", "there is no such stencil.", "A file tells only facts of stencils.")
            )
            continue
        # What comes with Cielo is as it is; a file tells only facts of it.
        thing = None if before is not None and before.what is None else row.thing
        same = before is not None and (thing is None or before.what == thing) and before.facts == row.facts
        if not same:
            try:
                if thing is not None:
                    ensure_thing(thing, row.facts)
            except BadInput as error:
                told.append(RowToCome(row.row, row.name, "wrong", error.field, error.reason, error.mend))
                continue
            coming.append(replace(row, thing=thing))
        told.append(RowToCome(row.row, row.name, "same" if same else "add" if before is None else "change"))
    if take and coming:
        backup_before(store, "import")
        with store.transaction() as session:
            for row in coming:
                if row.thing is not None:
                    write_thing(session, row.thing, row.facts)
                else:
                    write_facts(session, kind, row.key, row.facts)
    return Preview(kind, tuple(sorted(told, key=lambda one: one.row)), take)


def export_palette(store: Store, stock_key: str | None = None) -> bytes:
    """The inks as a palette, one pass each as they look on a stock."""
    things = [t for t in list_things(store, stock_key) if t.kind == "ink" and not t.away]
    return write_gpl(Palette("Cielo inks", tuple((t.name, hex_from_lab(t.seen[0])) for t in things)))


def import_palette(store: Store, data: bytes, *, kind: InkKind = "dye", stock: Paper, take: bool) -> Preview:
    """The colours of a palette as inks by eye: what each looks like with one pass on a stock. Raises BadInput, TooLarge."""
    known = {thing.name.lower() for thing in list_things(store) if thing.kind == "ink"}
    rows, there = [], []
    for number, (name, hexed) in enumerate(read_gpl(data).colours, 1):
        if name.lower() in known:  # what was measured of it is worth more than a colour on a screen
            there.append(RowToCome(number, name, "same"))
            continue
        lab = lab_from_hex(hexed)
        swatch = Swatch(1.0, (float(lab[0]), float(lab[1]), float(lab[2])))
        rows.append(ShelfRow(number, key_of(name), name, Ink(key_of(name), name, kind, (swatch,), measured_on=stock), Facts()))
    preview = _take_rows(store, "ink", rows, [], take)
    return replace(preview, rows=tuple(sorted((*preview.rows, *there), key=lambda one: one.row)))


def offer_from_plan(store: Store, data: bytes, *, take: bool = False) -> tuple[tuple[Ink, ...], tuple[Stock, ...]]:
    """The inks and stock of a plan file that are not on the shelf; put there with ``take``. Raises BadInput, TooLarge."""
    plan = read_plan(data)
    there = {(thing.kind, thing.key) for thing in list_things(store)}
    inks = tuple(ink for ink in plan.inks if ("ink", ink.key) not in there)
    stocks = (plan.stock,) if ("stock", plan.stock.key) not in there else ()
    if take:
        for thing in (*inks, *stocks):
            ensure_thing(thing)
        with store.transaction() as session:
            for thing in (*inks, *stocks):
                write_thing(session, thing, None)
    return inks, stocks


def kind_of_file(name: str, data: bytes) -> ThingKind:
    """Which things a CSV file lists: by its name (``inks.csv``), or by its columns. Raises BadInput when that cannot be told."""
    stem = name.lower().rsplit("/", 1)[-1]
    for kind in KINDS:
        if stem.startswith(kind):
            return kind
    header = data[:500].decode("utf-8", "replace").splitlines()[:1]
    columns = set(header[0].lower().replace(";", ",").split(",")) if header else set()
    if {"kind", "colour"} <= columns:
        return "ink"
    if {"colour", "surface"} <= columns:
        return "stock"
    raise BadInput(
        "it cannot be told what this file lists.",
        field=name,
        mend=f"Call it after what it lists: {', '.join(f'{k}s.csv' for k in KINDS)}.",
    )
