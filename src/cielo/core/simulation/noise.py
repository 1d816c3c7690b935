"""Seeded noise that is a matter of places in mm, so that it is the same at every resolution and in every part of a panel.

Normal random numbers on a lattice of ``spacing_mm``, blended by cubic B-splines (separable, so two small matrix products), scaled to
unit variance. Symbols: W (place, lattice) the splines' weights along one axis; L the lattice; noise = Wy L Wx^T.
"""

from collections.abc import Callable
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from cielo.core.simulation.grid import Grid, reading_grid

Map = NDArray[np.float32]

# Standard deviation of the blend of unit normals, over all places between lattice points: (151 / 315) in two axes.
_BLENDED = 151 / 315
# Between so many of its values a rank is blended.
RANK_KNOTS = 1025


def noise(seed: int, spacing_mm: float, grid: Grid, stretch: float = 1.0) -> Map:
    """Noise of zero mean and unit variance at a grid's places, (rows, columns); ``stretch`` draws it out downwards."""
    down, across = spacing_mm * stretch, spacing_mm
    lattice = _lattice(seed, down, across, grid.panel_height_mm, grid.panel_width_mm)
    wy, wx = _weights(grid.y_mm, down, lattice.shape[0]), _weights(grid.x_mm, across, lattice.shape[1])
    return np.asarray((wy @ lattice @ wx.T) / np.float32(_BLENDED), dtype=np.float32)


def ranked(field_on: Callable[[Grid], Map], grid: Grid) -> Map:
    """A field at a grid's places as its rank over the whole panel, 0..1: what lies below a rank covers that share of the panel, whatever
    the throw. The ranks are those of one raster of reading, so every part and size of picture has the same.
    """
    values = np.sort(field_on(reading_grid(grid)), axis=None)
    ranks = (np.arange(len(values)) + 0.5) / len(values)
    knots = np.unique(np.round(np.linspace(0, len(values) - 1, RANK_KNOTS)).astype(int))
    return np.asarray(np.interp(field_on(grid), values[knots], ranks[knots]), dtype=np.float32)


@lru_cache(maxsize=64)
def _lattice(seed: int, down_mm: float, across_mm: float, height_mm: float, width_mm: float) -> Map:
    rows, columns = int(height_mm / down_mm) + 6, int(width_mm / across_mm) + 6
    return np.random.default_rng(seed).standard_normal((rows, columns)).astype(np.float32)


def _weights(places_mm: NDArray[np.float64], spacing_mm: float, count: int) -> Map:
    """Cubic B-spline weights, (place, lattice); the lattice begins two spacings before 0."""
    at = np.clip(places_mm / spacing_mm + 2, 1, count - 3)
    below = np.floor(at).astype(int)
    t = at - below
    parts = ((1 - t) ** 3, 3 * t**3 - 6 * t**2 + 4, -3 * t**3 + 3 * t**2 + 3 * t + 1, t**3)
    weights = np.zeros((len(places_mm), count), dtype=np.float32)
    rows = np.arange(len(places_mm))
    for k, part in enumerate(parts):
        weights[rows, below - 1 + k] = part / 6
    return weights
