"""The shelf as CSV (RFC 4180): one file for each kind of thing, read back as it was written.

Rows are read one by one: what is wrong with a row is told of that row, and the others stand. A cell that a table program would take for
a formula is written with a leading apostrophe, and read without it. Numbers are written so that they are read back the same.
"""

import csv
import io
import math
import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, fields
from typing import Any, get_args

from cielo.core.bounds import ensure_lab, ensure_within, one_line
from cielo.core.materials import Dries, Ink, InkKind, InWater, Laydown, Paper, Stock, Surface, Swatch
from cielo.core.optics.spectra import lab_from_hex
from cielo.core.shelf import Facts, Held, OwnThing, ThingKind, a_thing
from cielo.errors import BadInput, TooLarge

LARGEST_BYTES, MOST_ROWS = 2_000_000, 5000
_LIKE_FORMULA = re.compile(r"'*[\s]*[=+\-@\t\r]")
# Columns of words that are kept as they are written; of all others what stands round a value is nothing.
WORDS = frozenset({"place", "note", "makes", "of", "image"})
_NUMBER = re.compile(r"^[+-]?\d+([.,]\d+)?$")

INK_COLUMNS = (
    "name", "kind", "colour", "second_pass", "swatches", "over_black", "measured_on", "surface", "water", "dries", "hiding", "laydown",
    "dye_share",
)  # fmt: skip
STOCK_COLUMNS = ("name", "colour", "surface", "thickness_mm", "translucent", "fibres")
OWN_COLUMNS = ("name", "size_mm", "makes", "of")
STAMP_COLUMNS = (*OWN_COLUMNS, "image")
FACT_COLUMNS = ("left", "full", "since", "place", "note")
STOCK_FACTS = ("weight_gsm", "takes_water", "sheet_width_mm", "sheet_height_mm")
COLUMNS: Mapping[ThingKind, tuple[str, ...]] = {
    "ink": ("key", *INK_COLUMNS, *FACT_COLUMNS),
    "stock": ("key", *STOCK_COLUMNS, *STOCK_FACTS, *FACT_COLUMNS),
    "stencil": ("key", "name", "held", *FACT_COLUMNS),
    "stamp": ("key", *STAMP_COLUMNS, *FACT_COLUMNS),
    "tool": ("key", *OWN_COLUMNS, *FACT_COLUMNS),
    "tape": ("key", *OWN_COLUMNS, *FACT_COLUMNS),
}


@dataclass(frozen=True)
class ShelfRow:
    """One thing of a file: what it is (None of a stencil, which a file only tells facts of) and what is known of it."""

    row: int
    key: str
    name: str
    thing: Ink | Stock | OwnThing | None
    facts: Facts


@dataclass(frozen=True)
class WrongRow:
    """A row that cannot be used: where, what, and what to do."""

    row: int
    name: str
    field: str
    reason: str
    mend: str


def write_shelf_csv(kind: ThingKind, things: Sequence[tuple[str, str, Ink | Stock | OwnThing | None, Facts]]) -> bytes:
    """Things (key, name, what it is, facts) as CSV, UTF-8 with a header."""
    out = io.StringIO(newline="")
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(COLUMNS[kind])
    for key, name, thing, facts in things:
        cells = {"key": key, "name": name, **_cells(thing), **_fact_cells(facts)}
        writer.writerow([safe_cell(cells.get(column, "")) for column in COLUMNS[kind]])
    return out.getvalue().encode()


def _cells(thing: Ink | Stock | OwnThing | None) -> dict[str, Any]:
    if isinstance(thing, Ink):
        # One and two full passes have columns of their own; what else was measured stands in one, each with its strength.
        usual = tuple(s.strength for s in thing.swatches) in ((1.0,), (1.0, 2.0))
        return {
            "kind": thing.kind,
            "colour": _lab(thing.swatches[0].lab) if usual else "",
            "second_pass": _lab(thing.swatches[1].lab) if usual and len(thing.swatches) > 1 else "",
            "swatches": "" if usual else "; ".join(map(_swatch_cell, thing.swatches)),
            "over_black": _swatch_cell(thing.over_black) if thing.over_black else "",
            "measured_on": _lab(thing.measured_on.lab) if thing.measured_on else "",
            "surface": thing.measured_on.surface if thing.measured_on else "",
            "water": thing.water,
            "dries": thing.dries,
            "hiding": _exactly(thing.hiding),
            "laydown": thing.laydown,
            "dye_share": _exactly(thing.dye_share),
        }
    if isinstance(thing, Stock):
        return {
            "colour": _lab(thing.paper.lab),
            "surface": thing.paper.surface,
            "thickness_mm": _exactly(thing.thickness_mm),
            "translucent": "yes" if thing.translucent else "no",
            "fibres": "yes" if thing.fibres else "no",
        }
    if isinstance(thing, OwnThing):
        return {
            "size_mm": "" if thing.size_mm is None else _exactly(thing.size_mm),
            "makes": thing.makes,
            "of": thing.of,
            "image": thing.image,
        }
    return {}


def _fact_cells(facts: Facts) -> dict[str, Any]:
    cells: dict[str, Any] = {}
    for part in fields(facts):
        value = getattr(facts, part.name)
        said = ("yes" if value else "no") if isinstance(value, bool) else _exactly(value) if isinstance(value, float) else value
        cells[part.name] = "" if value is None else said
    return cells


def _lab(lab: tuple[float, float, float]) -> str:
    return " ".join(map(_exactly, lab))


def _exactly(value: float) -> str:
    """A number so that it is read back the same."""
    return repr(float(value)).removesuffix(".0")


def _swatch_cell(swatch: Swatch) -> str:
    """``62.5 12 -30`` of one full pass, ``0.5: 62.5 12 -30`` of another strength."""
    return _lab(swatch.lab) if swatch.strength == 1 else f"{_exactly(swatch.strength)}: {_lab(swatch.lab)}"


def safe_cell(value: Any) -> str:
    """A cell that no table program takes for a formula. What begins with an apostrophe before one gets another, so that it comes back."""
    text = str(value)
    return f"'{text}" if _LIKE_FORMULA.match(text) and not _NUMBER.match(text) else text


def read_shelf_csv(kind: ThingKind, data: bytes) -> tuple[list[ShelfRow], list[WrongRow]]:
    """The rows of a file, and those that are wrong. Raises BadInput when it is no such file at all, TooLarge."""
    if len(data) > LARGEST_BYTES:
        raise TooLarge(f"the file is {len(data) / 1e6:.0f} MB.", mend="Cielo reads shelf files up to 2 MB.")
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise BadInput("the file is not text (UTF-8).", mend="Save it again as CSV, UTF-8.") from error
    if "\0" in text:
        raise BadInput("the file is not text.", mend="Check that it is the right file.")
    first = text.splitlines()[0] if text else ""
    separator = max(",;\t", key=first.count)
    rows = csv.reader(io.StringIO(text, newline=""), delimiter=separator, strict=True)
    found: list[ShelfRow] = []
    wrong: list[WrongRow] = []
    try:
        header = [cell.strip().lower().replace(" ", "_") for cell in next(rows, [])]
        if "name" not in header:
            raise BadInput(
                "this file has no column “name”.",
                field="row 1",
                mend=f"Its first row names the columns: {', '.join(COLUMNS[kind])}.",
            )
        unknown = [column for column in header if column and column not in COLUMNS[kind]]
        if unknown:
            raise BadInput(
                f"there is no column “{unknown[0]}” for {a_thing(kind)}.", field="row 1", mend=f"Use: {', '.join(COLUMNS[kind])}."
            )
        for number, cells in enumerate(rows, 2):
            if not any(cell.strip() for cell in cells):
                continue
            if number > MOST_ROWS:
                raise TooLarge(f"the file has more than {MOST_ROWS} rows.", mend="Bring it in in parts.")
            row = {
                column: _plain(cell) if column in WORDS else _plain(cell.strip())
                for column, cell in zip(header, cells, strict=False)
            }
            try:
                found.append(_row(kind, number, row))
            except BadInput as error:
                wrong.append(WrongRow(number, row.get("name", ""), error.field, error.reason, error.mend))
    except csv.Error as error:
        raise BadInput(f"the file breaks off or is damaged at row {rows.line_num}.", mend="Save it again as CSV.") from error
    return found, wrong


def _plain(cell: str) -> str:
    return cell[1:] if cell.startswith("'") and _LIKE_FORMULA.match(cell[1:]) else cell


def key_of(name: str) -> str:
    """A key for a name: ``Yucca 1`` is ``yucca-1``."""
    return re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-")[:60] or "thing"


def _row(kind: ThingKind, number: int, row: dict[str, str]) -> ShelfRow:
    name = one_line(row.get("name", ""))
    if not name or len(name) > 80:
        raise BadInput(
            "it has no name." if not name else "its name is longer than 80 signs.", field="name", mend="Give it a name."
        )
    key = row.get("key") or key_of(name)
    if not re.fullmatch(r"[A-Za-z0-9][A-Za-z0-9 _.\-]{0,63}", key):
        raise BadInput(f"{key!r} is no key.", field="key", mend="Leave it empty; Cielo makes one from the name.")
    facts = Facts(
        left=_count(row, "left"),
        full=_count(row, "full"),
        since=_date(row, "since"),
        place=row.get("place", ""),
        note=row.get("note", ""),
        held=_one_of(row, "held", get_args(Held)) if row.get("held") else None,
        weight_gsm=_number(row, "weight_gsm"),
        takes_water=_yes(row, "takes_water"),
        sheet_width_mm=_number(row, "sheet_width_mm"),
        sheet_height_mm=_number(row, "sheet_height_mm"),
    )
    ensure_within(facts, "cm")
    thing: Ink | Stock | OwnThing | None = None
    if kind == "ink":
        thing = _ink(key, name, row)
    elif kind == "stock":
        thickness = _number(row, "thickness_mm")
        paper = Paper(_colour(row, "colour"), _one_of(row, "surface", get_args(Surface), "uncoated"))
        thick = 0.3 if thickness is None else thickness
        thing = Stock(key, name, paper, thick, bool(_yes(row, "translucent")), bool(_yes(row, "fibres")))
        ensure_within(thing, "cm")
    elif kind != "stencil":
        thing = OwnThing(key, name, kind, _number(row, "size_mm"), row.get("makes", ""), row.get("of", ""), row.get("image", ""))
        ensure_within(thing, "cm")
    return ShelfRow(number, key, name, thing, facts)


def _ink(key: str, name: str, row: dict[str, str]) -> Ink:
    listed = [part.strip() for part in row.get("swatches", "").split(";") if part.strip()]
    swatches = [_swatch(part, "swatches") for part in listed]
    if row.get("colour") or not listed:
        swatches.append(Swatch(1.0, _colour(row, "colour")))
    if row.get("second_pass"):
        swatches.append(Swatch(2.0, _colour(row, "second_pass")))
    ink = Ink(
        key,
        name,
        _one_of(row, "kind", get_args(InkKind), "dye"),
        tuple(swatches),
        laydown=_one_of(row, "laydown", get_args(Laydown), "film"),
        measured_on=Paper(_colour(row, "measured_on"), _one_of(row, "surface", get_args(Surface), "uncoated"))
        if row.get("measured_on")
        else None,
        over_black=_swatch(row["over_black"], "over_black") if row.get("over_black") else None,
        dye_share=_number(row, "dye_share", 0.5),
        hiding=_number(row, "hiding", 1.0),
        water=_one_of(row, "water", get_args(InWater), "usual"),
        dries=_one_of(row, "dries", get_args(Dries), "usual"),
    )
    ensure_within(ink, "cm")
    return ink


def _swatch(text: str, column: str) -> Swatch:
    strength, colon, colour = text.rpartition(":")
    return Swatch(_finite(strength.strip(), column) if colon else 1.0, _colour_of(colour.strip(), column))


def _colour(row: dict[str, str], column: str) -> tuple[float, float, float]:
    """``#a0b1c2``, or Lab as three numbers."""
    text = row.get(column, "")
    if not text:
        raise BadInput("it has no colour.", field=column, mend="Write it as #a0b1c2, or as Lab: 62.5 12 -30.")
    return _colour_of(text, column)


def _colour_of(text: str, column: str) -> tuple[float, float, float]:
    if text.startswith("#"):
        lab = lab_from_hex(text, column)
        return (float(lab[0]), float(lab[1]), float(lab[2]))
    try:
        lightness, a, b = (float(part.replace(",", ".")) for part in text.split())
    except ValueError as error:
        raise BadInput(f"{text!r} is no colour.", field=column, mend="Write it as #a0b1c2, or as Lab: 62.5 12 -30.") from error
    ensure_lab((lightness, a, b), column)
    return (lightness, a, b)


def _number(row: dict[str, str], column: str, otherwise: Any = None) -> Any:
    text = row.get(column, "")
    return _finite(text, column) if text else otherwise


def _finite(text: str, column: str) -> float:
    try:
        value = float(text.replace(",", "."))
    except ValueError:
        value = math.nan
    if not math.isfinite(value):
        raise BadInput(f"{text!r} is no number.", field=column, mend="Write a number, or leave it empty.")
    return value


def _count(row: dict[str, str], column: str) -> int | None:
    value = _number(row, column)
    if value is not None and value != int(value):
        raise BadInput(f"{value:g} is no whole number.", field=column, mend="Write a whole number, or leave it empty for plenty.")
    return None if value is None else int(value)


def _date(row: dict[str, str], column: str) -> str:
    text = row.get(column, "")
    if text and not re.fullmatch(r"\d{4}-\d{2}-\d{2}", text):
        raise BadInput(f"{text!r} is no day.", field=column, mend="Write it as 2026-11-26.")
    return text


def _yes(row: dict[str, str], column: str) -> bool | None:
    text = row.get(column, "").lower()
    if not text:
        return None
    if text in ("yes", "true", "1", "no", "false", "0"):
        return text in ("yes", "true", "1")
    raise BadInput(f"{text!r} is neither yes nor no.", field=column, mend="Write yes or no.")


def _one_of(row: dict[str, str], column: str, known: Sequence[Any], otherwise: str = "") -> Any:
    text = row.get(column, "").lower() or otherwise
    if text not in known:
        raise BadInput(f"{text!r} is not known.", field=column, mend=f"Use one of: {', '.join(known)}.")
    return text
