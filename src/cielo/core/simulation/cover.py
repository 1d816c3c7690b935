"""Where masks and stencils cover, as maps on a grid: kept for grids that are drawn again and again."""

from collections.abc import Callable, Hashable
from dataclasses import replace
from typing import TypeVar

import numpy as np

from cielo.core.geometry.distance import Field
from cielo.core.geometry.masks import distance_to_edge_mm, within_sheet
from cielo.core.keeping import KEPT, kept
from cielo.core.plan import EdgeMask, Mask
from cielo.core.simulation.grid import Grid

T = TypeVar("T")

# Maps of grids up to this size are kept, about 2 MB each; larger ones are for print and made once.
LARGEST_KEPT = 600_000
# Torn paper leaves an edge this soft.
TORN_MM = 1.6


def kept_if_small(make: Callable[..., T], grid: Grid) -> Callable[..., T]:
    """A cached maker of maps, or for large grids the maker itself."""
    return make if grid.rows * grid.columns <= LARGEST_KEPT else make.__wrapped__  # type: ignore[attr-defined]


def kept_with(what: Hashable, made_of: tuple[Field, ...], grid: Grid, make: Callable[..., Field]) -> Field:
    """A map worked out of other maps, kept by those very maps, which ``make`` is given: so what is made of it is found again too. For
    large grids it is made anew. Do not write to it."""

    def made() -> tuple[tuple[Field, ...], Field]:
        # With the maps it comes from, so that those are not taken for others.
        return made_of, np.asarray(make(*made_of), dtype=np.float32)

    if grid.rows * grid.columns > LARGEST_KEPT:
        return made()[1]
    answer: Field = KEPT.answered((what, *map(id, made_of)), made)[1]
    return answer


def left_open(mask: Mask, grid: Grid) -> Field:
    """Share of each pixel that a mask does not cover, (rows, columns), 0..1; an edge is one pixel wide, torn paper's softer."""
    torn = isinstance(mask, EdgeMask) and mask.profile == "torn"
    width = max(grid.pixel_width_mm, TORN_MM) if torn else grid.pixel_width_mm
    return np.asarray(np.clip(to_cover_mm(mask, grid) / np.float32(width) + np.float32(0.5), 0, 1))


def to_cover_mm(mask: Mask, grid: Grid) -> Field:
    """Signed distance to what a mask covers, mm: below 0 under it; (rows, columns). Do not write to it."""
    outline = to_edge_mm(mask, grid)
    return within_sheet(mask, outline if mask.keeps == "inside" else -outline, grid.x_mm, grid.y_mm)


def to_edge_mm(mask: Mask, grid: Grid) -> Field:
    """Signed distance to a mask's outline, mm: below 0 inside; (rows, columns). Do not write to it."""
    # How a mask is called, held and which side it keeps do not matter here, so one answer serves it as mask and as stencil.
    shape = replace(mask, key="", name="", keeps="inside", held=None, sheet_width_mm=None, sheet_height_mm=None, named=())
    return kept_if_small(_edge_distance, grid)(shape, grid)


@kept
def _edge_distance(mask: Mask, grid: Grid) -> Field:
    return distance_to_edge_mm(mask, grid.x_mm, grid.y_mm)
