"""Some of a sheet's openings alone, and openings shaded from one side, as maps."""

import numpy as np
from numpy.typing import NDArray

from cielo.core.geometry.masks import cell_of, offset_from_motif_mm
from cielo.core.geometry.shapes import cell_key, openings_alone, openings_of
from cielo.core.plan import (
    Drawn,
    Edge,
    Mask,
    Stencil,
)
from cielo.core.simulation.cover import to_edge_mm
from cielo.core.simulation.grid import Grid

Map = NDArray[np.float32]


def chosen_openings(shape: Mask, openings: tuple[str, ...], grid: Grid) -> Map:
    """1 where the nearest opening of a stencil is one of those chosen, 0 elsewhere."""
    if isinstance(shape, Stencil) or (isinstance(shape, Drawn) and shape.pitch_mm):
        row, column = cell_of(shape, grid.x_mm, grid.y_mm)
        chosen = np.zeros(row.shape, dtype=bool)
        for key in openings:
            r, c = cell_key(key)
            chosen |= (row == r) & (column == c)
        return chosen.astype(np.float32)
    if isinstance(shape, Drawn):
        return (to_edge_mm(openings_alone(shape, openings), grid) < 0).astype(np.float32)
    return np.ones((grid.rows, grid.columns), np.float32)


def shaded(shape: Mask, edge: Edge, grid: Grid) -> Map:
    """1 at one side of each opening, 0 at the other."""
    if isinstance(shape, Drawn):
        return _shade_openings(shape, edge, grid)
    across, down, size = offset_from_motif_mm(shape, grid.x_mm, grid.y_mm)
    towards = {"left": -across, "right": across, "top": -down, "bottom": down}[edge]
    return np.asarray(np.clip(0.35 + 1.3 * towards / size, 0, 1), dtype=np.float32)


def _shade_openings(shape: Drawn, edge: Edge, grid: Grid) -> Map:
    """As _shade for a drawing, whose openings are each of their own size: every place goes by the opening it is nearest to."""
    from shapely import STRtree, points

    openings = openings_of(shape, grid.panel_width_mm, grid.panel_height_mm)
    if not openings:
        return np.zeros((grid.rows, grid.columns), np.float32)
    boxes = np.array([opening.shape.bounds for opening in openings])  # left, top, right, bottom
    x, y = (at.ravel() for at in np.broadcast_arrays(grid.x_mm[None, :], grid.y_mm[:, None]))
    nearest = STRtree([opening.shape for opening in openings]).nearest(points(x, y))
    left, top, right, bottom = boxes[nearest].T
    if edge in ("left", "right"):
        towards, size = (x - (left + right) / 2) * (-1 if edge == "left" else 1), right - left
    else:
        towards, size = (y - (top + bottom) / 2) * (-1 if edge == "top" else 1), bottom - top
    shaded = np.clip(0.35 + 1.3 * towards / np.maximum(size, 1e-6), 0, 1)
    return np.asarray(shaded.reshape(grid.rows, grid.columns), dtype=np.float32)
