"""Palettes of colours as GPL text: a name and a row for each colour, red, green, blue from 0 to 255 and what it is called."""

import re
from dataclasses import dataclass

from cielo.errors import BadInput, TooLarge

HEAD = "GIMP Palette"
LARGEST_BYTES, MOST_COLOURS = 1_000_000, 2000
_ROW = re.compile(r"^\s*(\d{1,3})\s+(\d{1,3})\s+(\d{1,3})(?:\s+(.*\S))?\s*$")


@dataclass(frozen=True)
class Palette:
    """``colours`` are names and sRGB as ``#rrggbb``, in order."""

    name: str
    colours: tuple[tuple[str, str], ...]


def write_gpl(palette: Palette) -> bytes:
    """The palette as text, UTF-8."""
    lines = [HEAD, f"Name: {_one_line(palette.name)}", "Columns: 0", "#"]
    for name, hexed in palette.colours:
        red, green, blue = (int(hexed[i : i + 2], 16) for i in (1, 3, 5))
        lines.append(f"{red:3d} {green:3d} {blue:3d}\t{_one_line(name)}")
    return ("\n".join(lines) + "\n").encode()


def _one_line(text: str) -> str:
    return " ".join(text.split())


def read_gpl(data: bytes) -> Palette:
    """A palette. Raises BadInput naming the line, TooLarge."""
    if len(data) > LARGEST_BYTES:
        raise TooLarge(f"the palette is {len(data) / 1e6:.1f} MB.", mend="Cielo reads up to 1 MB.")
    try:
        lines = data.decode("utf-8-sig").splitlines()
    except UnicodeDecodeError:
        lines = data.decode("latin-1").splitlines()
    if not lines or lines[0].strip() != HEAD:
        raise BadInput(
            f"this is no palette: its first line is not {HEAD!r}.", field="line 1", mend="Check that it is the right file."
        )
    name, colours = "", []
    for number, line in enumerate(lines[1:], 2):
        if line.startswith("Name:"):
            name = line[5:].strip()
        elif not line.strip() or line.startswith(("#", "Columns:")):
            continue
        else:
            row = _ROW.match(line)
            if row is None or any(int(part) > 255 for part in row.groups()[:3]):
                raise BadInput(f"line {number} is no colour.", field=f"line {number}", mend="Write it as: 120 64 32 Name.")
            red, green, blue = (int(part) for part in row.groups()[:3])
            hexed = f"#{red:02x}{green:02x}{blue:02x}"
            colours.append(((row[4] or hexed)[:80], hexed))
    if len(colours) > MOST_COLOURS:
        raise TooLarge(f"the palette has {len(colours)} colours.", mend=f"Cielo reads up to {MOST_COLOURS}.")
    return Palette(name[:80], tuple(colours))
