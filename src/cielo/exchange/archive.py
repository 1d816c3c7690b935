"""The open archive: everything that one Cielo holds in one zip, to be read by people and brought into another Cielo whole.

::

    about.json            {"format": "cielo-archive", "version": 1, "schema": "0007"}
    tables/card.json      rows as objects, one list a table
    ...
    cards/NAME.cielo.json each card's plan as it stands, as an ordinary plan file; for people, not read back

What is read back are the tables, and every document in them passes the reader of its own format.
"""

import json
import zipfile
import zlib
from collections.abc import Mapping, Sequence
from io import BytesIO
from typing import Any

from cielo.errors import BadInput, TooLarge

FORMAT, VERSION = "cielo-archive", 1
LARGEST_BYTES, LARGEST_UNPACKED, MOST_FILES = 200_000_000, 400_000_000, 20_000

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


def read_archive(data: bytes, schema: str, tables: Sequence[str]) -> dict[str, Rows]:
    """The rows of each of ``tables``; those that the archive lacks are empty. Raises BadInput or TooLarge; no file is unpacked to disk."""
    if len(data) > LARGEST_BYTES:
        raise TooLarge(f"the archive is {len(data) / 1e6:.0f} MB.", mend=f"Cielo reads up to {LARGEST_BYTES // 1_000_000} MB.")
    try:
        with zipfile.ZipFile(BytesIO(data)) as archive:
            listed = archive.infolist()
            if len(listed) > MOST_FILES or sum(one.file_size for one in listed) > LARGEST_UNPACKED:
                raise TooLarge("the archive holds more than Cielo reads.", mend="Check that it is the right file.")
            about = _get(archive, "about.json", {})
            if not isinstance(about, dict) or about.get("format") != FORMAT or about.get("version") != VERSION:
                raise BadInput("this is no archive of Cielo.", mend="Check that it is the right file.")
            if str(about.get("schema", "")) > schema:
                raise BadInput("this archive was written by a newer Cielo.", mend="Bring Cielo up to date.")
            return {name: _rows(_get(archive, f"tables/{name}.json", []), name) for name in tables}
    except (zipfile.BadZipFile, zlib.error, EOFError, OSError, NotImplementedError, RuntimeError) as error:
        raise BadInput("this is no archive, or it is damaged.", mend="Check that it is the right file, whole.") from error


def _get(archive: zipfile.ZipFile, name: str, otherwise: Any) -> Any:
    if name not in archive.namelist():
        return otherwise
    try:
        return json.loads(archive.read(name).decode("utf-8"))
    except (ValueError, RecursionError) as error:
        raise BadInput("it cannot be read.", field=name, mend="Check that the archive is whole.") from error


def _rows(found: Any, name: str) -> Rows:
    if not isinstance(found, list) or not all(isinstance(row, dict) for row in found):
        raise BadInput("there are no rows in it.", field=f"tables/{name}.json", mend="Check that the archive is whole.")
    return found
