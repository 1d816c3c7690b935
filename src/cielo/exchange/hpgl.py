"""HPGL for cutters: pen up, pen down, in plotter units of 1/40 mm, y up. What is written is read back equal to half a unit.

Source of the unit and the instructions (IN, SP, PU, PD, PA, PR): the HP-GL language, written from memory; only this subset is read.
"""

import re
from collections.abc import Iterable, Iterator

import numpy as np
from numpy.typing import NDArray

from cielo.errors import BadInput, TooLarge

Array = NDArray[np.float64]

UNITS_PER_MM = 40.0
LARGEST_BYTES = 1_000_000
MOST_POINTS = 50_000
_INSTRUCTION = re.compile(r"([A-Z]{2})([^A-Z;]*);?")


def write_hpgl(lines_mm: Iterable[Array], height_mm: float) -> bytes:
    """Lines, each (n, 2), mm with y down, as HPGL on a sheet of that height."""
    parts = ["IN;SP1;"]
    for line in lines_mm:
        points = [(round(float(x) * UNITS_PER_MM), round((height_mm - float(y)) * UNITS_PER_MM)) for x, y in line]
        down = ",".join(f"{x},{y}" for x, y in points[1:])
        parts.append(f"PU{points[0][0]},{points[0][1]};PD{down};")
    return ("".join(parts) + "PU;SP0;\n").encode()


def read_hpgl(data: bytes) -> tuple[Array, ...]:
    """Lines drawn with the pen down, each (n, 2), mm, y up as the plotter counts. Raises BadInput or TooLarge."""
    if len(data) > LARGEST_BYTES:
        raise TooLarge("the file is over 1 MB.", mend="Check that it is a cutting file.")
    try:
        text = data.decode("ascii")
    except UnicodeDecodeError as error:
        raise BadInput(
            "this is not HPGL: it holds other signs than its letters and numbers.", mend="Choose another file."
        ) from error
    place, down, relative, points = (0.0, 0.0), False, False, 0
    lines: list[list[tuple[float, float]]] = [[place]]
    for name, arguments in _instructions(text):
        relative = name == "PR" if name in ("PA", "PR") else relative
        down = name == "PD" if name in ("PU", "PD") else down
        for x, y in _pairs(arguments):
            place = (place[0] + x, place[1] + y) if relative else (x, y)
            if down:
                lines[-1].append(place)
            else:
                lines.append([place])
            points += 1
            if points > MOST_POINTS:
                raise TooLarge(f"the file has more than {MOST_POINTS} points.", mend="Simplify the drawing.")
    return tuple(np.array(line) / UNITS_PER_MM for line in lines if len(line) > 1)


def _instructions(text: str) -> Iterator[tuple[str, str]]:
    """(name, arguments) of those that move the pen. Raises BadInput for what is none, or is not known."""
    at = 0
    while at < len(text):
        found = _INSTRUCTION.match(text, at)
        if found is None and text[at] not in "\r\n\t ;":
            raise BadInput(f"this is not HPGL: {text[at : at + 12]!r} is no instruction.", mend="Choose another file.")
        at = found.end() if found else at + 1
        if found is None or found[1] in ("IN", "SP", "VS", "FS"):
            continue
        if found[1] not in ("PU", "PD", "PA", "PR"):
            raise BadInput(
                f"the instruction {found[1]} is not known here.",
                mend="Export the file with straight lines only (PU, PD, PA, PR).",
            )
        yield found[1], found[2]


def _pairs(arguments: str) -> list[tuple[float, float]]:
    numbers = [part for part in re.split(r"[,\s]+", arguments.strip()) if part]
    try:
        values = [float(number) for number in numbers]
    except ValueError as error:
        raise BadInput(f"{arguments.strip()[:20]!r} is not a list of numbers.", mend="Export the file again.") from error
    if len(values) % 2 or not all(abs(value) < 1e7 for value in values):
        raise BadInput("a place has one number too few, or lies far off the sheet.", mend="Export the file again.")
    return list(zip(values[::2], values[1::2], strict=True))
