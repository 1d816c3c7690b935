"""Pieces that are not straight laid on sheets by their true outline: a disc in the corner of a hill, a figure head down beside another.

The sheet is looked at in cells. A piece is tried at the four quarter turns wherever none of its cells is taken (a correlation of the sheet
with the piece, by FFT), the largest piece first, and laid lowest and leftmost: bottom-left fill. Cells that a piece or the gap round it only
touches count as taken, so that nothing ever overlaps. What the trimmer cuts straight is better packed by ``nesting.nest``; the better of
both is taken there.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely import Polygon, affinity

# Cells this large, larger where a sheet would take more than so many; pieces lie at least so far apart, mm, for the blade or the scissors.
CELL_MM, MOST_CELLS, GAP_MM = 1.0, 320, 1.0
# A piece that fills so much of the rectangle round it is straight.
STRAIGHT = 0.97
# More pieces than this are packed by their rectangles alone.
MOST_PIECES = 120
QUARTERS = (0, 90, 180, 270)

Ring = tuple[tuple[float, float], ...]
Cells = NDArray[np.float32]


@dataclass(frozen=True)
class Outlined:
    """A piece by its outline, mm, round any place; ``may_turn`` by quarters."""

    name: str
    outline: Ring
    may_turn: bool = True


@dataclass(frozen=True)
class Put:
    """A piece on a sheet: the index of the sheet, and its outline there, mm from the sheet's top left corner."""

    name: str
    sheet: int
    outline: Ring


def is_straight(outline: Ring) -> bool:
    """Whether a piece is as good as the rectangle round it."""
    shape = Polygon(outline)
    return bool(shape.area >= STRAIGHT * shape.envelope.area)


def nest_outlines(pieces: Sequence[Outlined], width_mm: float, height_mm: float) -> tuple[Put, ...] | None:
    """All pieces on as few sheets as the filling finds; None where a piece fits no sheet, or there are too many."""
    if len(pieces) > MOST_PIECES:
        return None
    cell = max(CELL_MM, max(width_mm, height_mm) / MOST_CELLS)
    # Half a gap hangs over at either side of the sheet, where nothing lies beside.
    shape = (int((height_mm + GAP_MM) / cell + 1e-9), int((width_mm + GAP_MM) / cell + 1e-9))
    sheets: list[Cells] = []
    put: list[Put] = []
    for piece in sorted(pieces, key=lambda one: (-Polygon(one.outline).envelope.area, one.name)):
        turned = [_turned(piece.outline, turn) for turn in (QUARTERS if piece.may_turn else QUARTERS[:1])]
        found = None
        for number in range(len(sheets) + 1):
            taken = sheets[number] if number < len(sheets) else np.zeros(shape, np.float32)
            places = [(at, n) for n, ring in enumerate(turned) if (at := _lowest(taken, _cells(ring, cell))) is not None]
            if places:
                found = (number, *min(places))
                if number == len(sheets):
                    sheets.append(taken)
                break
        if found is None:
            return None
        number, (row, column), n = found
        cells = _cells(turned[n], cell)
        sheets[number][row : row + cells.shape[0], column : column + cells.shape[1]] += cells
        put.append(Put(piece.name, number, tuple((x + column * cell, y + row * cell) for x, y in turned[n])))
    return tuple(put)


@lru_cache(maxsize=512)
def _turned(outline: Ring, degrees: int) -> Ring:
    """An outline turned, its rectangle's corner at 0, 0."""
    shape = affinity.rotate(Polygon(outline), degrees, origin=(0, 0))
    left, top, _, _ = shape.bounds
    return tuple((round(x - left, 4), round(y - top, 4)) for x, y in shape.exterior.coords)


@lru_cache(maxsize=512)
def _cells(outline: Ring, cell_mm: float) -> Cells:
    """Cells that a piece takes with half the gap round it, (rows, columns), 1 where taken; the first begins half a gap before it."""
    shape = affinity.translate(Polygon(outline), GAP_MM / 2, GAP_MM / 2).buffer(GAP_MM / 2)
    _, _, right, bottom = shape.bounds
    columns, rows = int(np.ceil(right / cell_mm)), int(np.ceil(bottom / cell_mm))
    x, y = np.meshgrid(np.arange(columns) * cell_mm, np.arange(rows) * cell_mm)
    shapely.prepare(shape)
    return np.asarray(shapely.intersects(shape, shapely.box(x, y, x + cell_mm, y + cell_mm)), np.float32)


def _lowest(taken: Cells, cells: Cells) -> tuple[int, int] | None:
    """The uppermost, then leftmost place where none of a piece's cells is taken, as (row, column); None where there is none."""
    import cv2

    if cells.shape[0] > taken.shape[0] or cells.shape[1] > taken.shape[1]:
        return None
    met = cv2.matchTemplate(taken, cells, cv2.TM_CCORR)
    free = np.argwhere(met < 0.5)
    return (int(free[0][0]), int(free[0][1])) if len(free) else None
