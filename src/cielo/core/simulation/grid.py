"""The panel, or a part of it, as pixels. Axis order is (row, column); rows run down from the top edge."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from math import ceil

import numpy as np
from numpy.typing import NDArray

from cielo.core.plan import Card
from cielo.core.units import MM_PER_INCH
from cielo.errors import TooLarge

MOST_PIXELS = 12_000_000
# What a strip of a large picture needs is kept while it is drawn, so that no map is made twice (simulation.cover); a picture of this size
# or smaller is one strip.
PIXELS_TO_A_STRIP = 250_000
# A pixel wider than this does not show the pores of a sponge or the drops of a spray.
FINEST_MM = 0.36
# Pixels along the longer side of a picture that is looked at as a whole.
MOST_ACROSS = 760


@dataclass(frozen=True)
class Grid:
    """Pixels of ``pixel_width_mm`` by ``pixel_height_mm`` on a panel of ``panel_width_mm`` by ``panel_height_mm``.

    ``left_mm`` and ``top_mm`` say where the grid's own top left corner lies on the panel.
    """

    panel_width_mm: float
    panel_height_mm: float
    pixel_width_mm: float
    pixel_height_mm: float
    rows: int
    columns: int
    left_mm: float = 0.0
    top_mm: float = 0.0

    @property
    def x_mm(self) -> NDArray[np.float64]:
        """Distance of each column's centre from the panel's left edge, mm: (columns,)."""
        return np.asarray(self.left_mm + (np.arange(self.columns) + 0.5) * self.pixel_width_mm)

    @property
    def y_mm(self) -> NDArray[np.float64]:
        """Distance of each row's centre from the panel's top edge, mm: (rows,)."""
        return np.asarray(self.top_mm + (np.arange(self.rows) + 0.5) * self.pixel_height_mm)

    def finer(self, times: int) -> "Grid":
        """The same place in pixels that are ``times`` smaller each way."""
        if times == 1:
            return self
        return replace(
            self,
            rows=self.rows * times,
            columns=self.columns * times,
            pixel_width_mm=self.pixel_width_mm / times,
            pixel_height_mm=self.pixel_height_mm / times,
        )

    @property
    def mixes(self) -> int:
        """How many times finer each way a mark of pores or droplets is drawn, to be blended into these pixels: 1 where they show it."""
        return max(1, ceil(self.pixel_width_mm / FINEST_MM))

    def strips(self) -> Iterator[tuple[slice, "Grid"]]:
        """The grid cut into strips of whole rows, each with the rows it covers; so that memory stays bounded."""
        rows = max(1, PIXELS_TO_A_STRIP // self.columns)
        for first in range(0, self.rows, rows):
            last = min(first + rows, self.rows)
            top = self.top_mm + first * self.pixel_height_mm
            yield slice(first, last), replace(self, rows=last - first, top_mm=top)


# What a mark covers is measured, and what lies under water is read, at this resolution, so that the answer is the same for every part and
# size of picture.
READING_PIXELS_PER_INCH = 40


def reading_grid(grid: Grid) -> Grid:
    """The whole panel that a grid shows, or shows a part of, at the resolution of reading."""
    width, height = grid.panel_width_mm, grid.panel_height_mm
    columns = max(1, round(width / MM_PER_INCH * READING_PIXELS_PER_INCH))
    rows = max(1, round(height / MM_PER_INCH * READING_PIXELS_PER_INCH))
    return Grid(width, height, width / columns, height / rows, rows, columns)


def read_at(field: NDArray[np.float32], of: Grid, grid: Grid) -> NDArray[np.float32]:
    """A field on the grid ``of``, (rows, columns), at the places of another, blended between its four nearest and held at its rim."""
    down, down_part = _between((grid.y_mm - of.top_mm) / of.pixel_height_mm - 0.5, of.rows)
    across, across_part = _between((grid.x_mm - of.left_mm) / of.pixel_width_mm - 0.5, of.columns)
    rows = field[down] * (1 - down_part)[:, None] + field[np.minimum(down + 1, of.rows - 1)] * down_part[:, None]
    right = np.minimum(across + 1, of.columns - 1)
    return np.asarray(rows[:, across] * (1 - across_part) + rows[:, right] * across_part, np.float32)


def _between(places: NDArray[np.float64], count: int) -> tuple[NDArray[np.int64], NDArray[np.float32]]:
    """Which of ``count`` lies before each place, and how far beyond that it is, 0..1."""
    held = np.clip(places, 0, count - 1)
    before = np.floor(held).astype(np.int64)
    return before, (held - before).astype(np.float32)


def pooled(fine: NDArray[np.float32], times: int) -> NDArray[np.float32]:
    """What pixels ``times`` larger each way show of (rows, columns) or (rows, columns, channels): the mean of each."""
    if times == 1:
        return fine
    rows, columns, *rest = fine.shape
    parts = fine.reshape(rows // times, times, columns // times, times, *rest)
    return np.asarray(parts.mean(axis=(1, 3), dtype=np.float32))


def grid_of(card: Card, pixels_per_inch: float) -> Grid:
    """The grid of a card's whole panel. Raises TooLarge beyond MOST_PIXELS pixels."""
    width, height = card.panel_width_mm, card.panel_height_mm
    columns = max(1, round(width / MM_PER_INCH * pixels_per_inch))
    rows = max(1, round(height / MM_PER_INCH * pixels_per_inch))
    if rows * columns > MOST_PIXELS:
        raise TooLarge(
            f"a picture of {columns} by {rows} pixels is more than Cielo draws.",
            field="dpi",
            mend=f"Take {int(pixels_per_inch * (MOST_PIXELS / (rows * columns)) ** 0.5)} dots to the inch or fewer.",
        )
    return Grid(width, height, width / columns, height / rows, rows, columns)


def point_grid(card: Card, x_mm: float, y_mm: float, size_mm: float = 0.25) -> Grid:
    """One pixel of ``size_mm`` round a place on the panel."""
    return Grid(card.panel_width_mm, card.panel_height_mm, size_mm, size_mm, 1, 1, x_mm - size_mm / 2, y_mm - size_mm / 2)


def for_screen(card: Card, pixels_per_inch: float) -> float:
    """``pixels_per_inch``, or fewer where a large card would be drawn larger than any screen shows it."""
    longest = max(card.panel_width_mm, card.panel_height_mm) / MM_PER_INCH
    return min(pixels_per_inch, MOST_ACROSS / longest)
