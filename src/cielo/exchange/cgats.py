"""Measurements as CGATS text (ISO 28178:2009): tables of named columns, read and written.

Only what such a file must have is asked for: a data format, a count and the data. Keywords and columns not known are kept.
"""

import re
from dataclasses import dataclass, field

from cielo.core.bounds import ensure_lab
from cielo.errors import BadInput, TooLarge

# Counts that follow from the table: written always, checked when read, never kept.
COUNTS = ("NUMBER_OF_FIELDS", "NUMBER_OF_SETS")
LARGEST_BYTES = 4_000_000
MOST_ROWS = 20_000
_TOKEN = re.compile(r'"(?:[^"]|"")*"|\S+')


@dataclass(frozen=True)
class Table:
    """A CGATS table: ``fields`` are the columns, ``rows`` their values as text, ``keywords`` what stands before."""

    fields: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]
    keywords: dict[str, str] = field(default_factory=dict)
    kind: str = "CGATS.17"

    def column(self, name: str) -> tuple[str, ...]:
        """One column. Raises BadInput when there is none of that name."""
        if name not in self.fields:
            raise BadInput(f"the readings have no column {name}.", field=name, mend=f"They have: {', '.join(self.fields)}.")
        at = self.fields.index(name)
        return tuple(row[at] for row in self.rows)

    def lab(self) -> tuple[tuple[float, float, float], ...]:
        """LAB_L, LAB_A, LAB_B of every row. Raises BadInput for what is no number or out of range."""
        columns = [self.column(f"LAB_{axis}") for axis in "LAB"]
        return tuple(_lab(row, at) for at, row in enumerate(zip(*columns, strict=True), 1))


def _lab(row: tuple[str, ...], at: int) -> tuple[float, float, float]:
    try:
        lightness, a, b = (float(value) for value in row)
    except ValueError as error:
        raise BadInput(f"row {at} has {' '.join(row)} where a colour should be.", field=f"row {at}") from error
    ensure_lab((lightness, a, b), f"row {at}")
    return (lightness, a, b)


def read_cgats(data: bytes) -> Table:
    """The first table of a CGATS file. Raises BadInput in words, TooLarge beyond LARGEST_BYTES."""
    if len(data) > LARGEST_BYTES:
        raise TooLarge(f"the readings are {len(data) / 1e6:.0f} MB.", mend="Cielo reads up to 4 MB.")
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError:
        text = data.decode("latin-1")
    lines = [_TOKEN.findall(line) for line in text.splitlines()]
    words = [line for line in lines if line and not line[0].startswith("#")]
    if not words or not any(line[0] == "BEGIN_DATA_FORMAT" for line in words):
        raise BadInput("these are no readings: there is no BEGIN_DATA_FORMAT.", mend="Give a CGATS text file.")
    keywords: dict[str, str] = {}
    fields: list[str] = []
    values: list[str] = []
    part = "head"
    for line in words[1:]:
        if line[0] in ("BEGIN_DATA_FORMAT", "BEGIN_DATA"):
            part = line[0]
        elif line[0] == "END_DATA_FORMAT":
            part = "head"
        elif line[0] == "END_DATA":
            break
        elif part == "BEGIN_DATA_FORMAT":
            fields += line
        elif part == "BEGIN_DATA":
            values += [_unquoted(token) for token in line]
        elif len(line) > 1 and line[0] != "KEYWORD":
            keywords[line[0]] = " ".join(_unquoted(token) for token in line[1:])
    promised = {name: keywords.pop(name, None) for name in COUNTS}
    return Table(tuple(fields), _rows(fields, values, promised["NUMBER_OF_SETS"]), keywords, words[0][0])


def _rows(fields: list[str], values: list[str], promised: str | None) -> tuple[tuple[str, ...], ...]:
    width = len(fields)
    if not width or len(values) % width:
        raise BadInput(
            f"the readings break off: {len(values)} values do not fill rows of {width}.", mend="Save them again, whole."
        )
    if promised is not None and promised != str(len(values) // width):
        raise BadInput(
            f"the readings promise {promised} rows and have {len(values) // width}.",
            field="NUMBER_OF_SETS",
            mend="Save them again, whole.",
        )
    if len(values) // width > MOST_ROWS:
        raise TooLarge(f"there are more than {MOST_ROWS} readings.", mend="Split the file.")
    return tuple(tuple(values[i : i + width]) for i in range(0, len(values), width))


def _unquoted(token: str) -> str:
    return token[1:-1].replace('""', '"') if token.startswith('"') and token.endswith('"') and len(token) > 1 else token


def write_cgats(table: Table) -> bytes:
    """A table to CGATS text; read_cgats gives it back equal."""
    standard = {"ORIGINATOR", "DESCRIPTOR", "CREATED", "INSTRUMENTATION", "MEASUREMENT_SOURCE", "PRINT_CONDITIONS"}
    lines = [table.kind, ""]
    for name, value in table.keywords.items():
        if name not in standard:
            lines.append(f'KEYWORD "{name}"')
        lines.append(f"{name} {_quoted(value)}")
    lines += [f"NUMBER_OF_FIELDS {len(table.fields)}", "BEGIN_DATA_FORMAT", " ".join(table.fields), "END_DATA_FORMAT"]
    lines += [f"NUMBER_OF_SETS {len(table.rows)}", "BEGIN_DATA"]
    lines += [" ".join(_cell(value) for value in row) for row in table.rows]
    lines += ["END_DATA", ""]
    return "\n".join(lines).encode()


def _cell(value: str) -> str:
    return value if re.fullmatch(r"[^\s\"#]+", value) else _quoted(value)


def _quoted(value: str) -> str:
    return '"' + value.replace('"', '""').replace("\n", " ") + '"'
