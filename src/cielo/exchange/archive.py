"""The open archive: everything that one Cielo holds in one zip, to be read by people and brought into another Cielo whole.

::

    about.json            {"format": "cielo-archive", "version": 1, "schema": "0007"}
    tables/card.json      rows as objects, one list a table
    ...
    cards/NAME.cielo.json each card's plan as it stands, as an ordinary plan file; for people, not read back

What is read back are the tables, and every document in them passes the reader of its own format.
"""

import base64
import json
import struct
import zipfile
import zlib
from collections.abc import Callable, Mapping, Sequence
from io import BytesIO
from typing import Any

from cielo.errors import BadInput, CieloError, TooLarge

FORMAT, VERSION = "cielo-archive", 1
LARGEST_BYTES, LARGEST_UNPACKED, MOST_FILES, MOST_ROWS = 200_000_000, 400_000_000, 20_000, 500_000
# What the zip reader of the standard library ends in where offsets, sizes, names or packed bytes lie.
DAMAGED = (zipfile.BadZipFile, zlib.error, struct.error, EOFError, OSError, NotImplementedError, RuntimeError, ValueError)
MORE_THAN_READ = ("the archive holds more than Cielo reads; check that it is the right file.",)

Rows = list[dict[str, Any]]


def write_archive(schema: str, tables: Mapping[str, Rows], plans: Sequence[tuple[str, bytes]]) -> bytes:
    """An archive of tables, rows of plain values, and of plan files by name."""
    packed = BytesIO()
    with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as archive:
        _put(archive, "about.json", {"format": FORMAT, "version": VERSION, "schema": schema})
        for name, rows in tables.items():
            _put(archive, f"tables/{name}.json", rows)
        for name, plan in plans:
            archive.writestr(zipfile.ZipInfo(f"cards/{name}"), plan, zipfile.ZIP_DEFLATED)
    return packed.getvalue()


def _put(archive: zipfile.ZipFile, name: str, document: Any) -> None:
    # Without a date, so that the same content is the same archive.
    archive.writestr(zipfile.ZipInfo(name), json.dumps(document, ensure_ascii=False, indent=1), zipfile.ZIP_DEFLATED)


def read_archive(data: bytes, schema: str, photo: Callable[[bytes], bytes] = bytes) -> tuple[str, dict[str, Rows]]:
    """The version of the tables and the rows of each table that an archive holds. ``schema``: the newest version that can be read;
    ``photo`` reads a photograph, and gives it as it is to be kept. No file is unpacked to disk.

    Raises BadInput, or TooLarge for more than is said here: what a zip says of its sizes is not believed but counted.
    """
    if len(data) > LARGEST_BYTES:
        raise TooLarge(f"the archive is {len(data) / 1e6:.0f} MB.", mend=f"Cielo reads up to {LARGEST_BYTES // 1_000_000} MB.")
    try:
        with zipfile.ZipFile(BytesIO(data)) as archive:
            if len(archive.infolist()) > MOST_FILES:
                raise TooLarge(*MORE_THAN_READ)
            reader = _Reader(archive)
            about = reader.read("about.json")
            if not isinstance(about, dict) or about.get("format") != FORMAT or about.get("version") != VERSION:
                raise BadInput("this is no archive of Cielo.", mend="Check that it is the right file.")
            written = str(about.get("schema", ""))
            if written > schema:
                raise BadInput("this archive was written by a newer Cielo.", mend="Bring Cielo up to date.")
            names = [name for name in archive.namelist() if name.startswith("tables/") and name.endswith(".json")]
            tables = {name[len("tables/") : -len(".json")]: _rows(reader.read(name), name) for name in dict.fromkeys(names)}
    except DAMAGED as error:
        raise BadInput("this is no archive, or it is damaged.", mend="Check that it is the right file, whole.") from error
    for n, row in enumerate(tables.get("journal", ())):
        if row.get("photo"):
            row["photo"] = _photograph(row["photo"], n, photo)
    return written, tables


class _Reader:
    """Takes files out of a zip, and counts what comes."""

    def __init__(self, archive: zipfile.ZipFile) -> None:
        self.archive, self.left = archive, LARGEST_UNPACKED

    def read(self, name: str) -> Any:
        """A JSON file of that name. Raises BadInput, TooLarge."""
        try:
            found = self.archive.getinfo(name)
        except KeyError as error:
            raise BadInput("this is no archive of Cielo.", mend="Check that it is the right file.") from error
        if found.compress_type not in (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED):
            raise BadInput("it is packed in a way that Cielo does not read.", field=name, mend="Pack it by cielo archive.")
        text = bytearray()
        with self.archive.open(found) as packed:
            while piece := packed.read(1 << 20):
                text += piece
                self.left -= len(piece)
                if self.left < 0:
                    raise TooLarge(*MORE_THAN_READ)
        try:
            return json.loads(text.decode("utf-8"))
        except (ValueError, RecursionError) as error:
            raise BadInput("it cannot be read.", field=name, mend="Check that the archive is whole.") from error


def _rows(found: Any, name: str) -> Rows:
    plain = str | int | float | None
    if not isinstance(found, list) or not all(
        isinstance(row, dict) and all(isinstance(value, plain) for value in row.values()) for row in found
    ):
        raise BadInput("there are no rows in it.", field=name, mend="Check that the archive is whole.")
    if len(found) > MOST_ROWS:
        raise TooLarge(*MORE_THAN_READ)
    return found


def _photograph(kept: Any, n: int, photo: Callable[[bytes], bytes]) -> str:
    try:
        return base64.b64encode(photo(base64.b64decode(kept, validate=True))).decode()
    except (CieloError, TypeError, ValueError) as error:
        raise BadInput(
            "its photograph cannot be read.", field=f"tables/journal.json, row {n + 1}", mend="Check that the archive is whole."
        ) from error
