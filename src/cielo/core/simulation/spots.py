"""Round spots at random: drops, dabs, and what water does round a drop.

Spots are an array (spot, 3): x, y, radius, mm. Their number is Poisson, their places are uniform, so the share they cover follows
the Boolean model, 1 - exp(-density area) (Matheron 1975, from memory).
"""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from cielo.core.compiled import njit
from cielo.core.simulation.grid import Grid

Map = NDArray[np.float32]
Spots = NDArray[np.float64]

MOST_SPOTS = 60_000
# Radii are spread lognormally by this much.
SPREAD = 0.35
# The rim that water leaves round a drop: its standard deviation against the radius.
RIM_SHARE = 0.14


def random_spots(seed: int, density_per_mm2: float, diameter_mm: float, width_mm: float, height_mm: float) -> Spots:
    """Spots over a panel and a margin round it, at ``density_per_mm2``; their mean area is that of ``diameter_mm``."""
    random = np.random.default_rng(seed)
    margin = 2 * diameter_mm
    area = (width_mm + 2 * margin) * (height_mm + 2 * margin)
    count = min(MOST_SPOTS, int(random.poisson(density_per_mm2 * area)))
    x = random.uniform(-margin, width_mm + margin, count)
    y = random.uniform(-margin, height_mm + margin, count)
    radius = diameter_mm / 2 * random.lognormal(-(SPREAD**2), SPREAD, count)
    return np.stack([x, y, radius], axis=1)


def covered(spots: Spots, grid: Grid, softness_mm: float) -> Map:
    """Share covered by the union of spots, (rows, columns), 0..1; each edge is ``softness_mm`` or a pixel wide."""
    bare = np.ones((grid.rows, grid.columns), dtype=np.float32)
    soft = max(softness_mm, grid.pixel_width_mm)
    _draw(spots, np.ones(len(spots)), _COVER, soft, *_frame(grid), bare)
    return 1 - bare


def dropped(spots: Spots, grid: Grid, softness_mm: float) -> Map:
    """Ink of full drops that add where they overlap, (rows, columns): paler in the middle, darker at the rim, 1 on average."""
    out = np.zeros((grid.rows, grid.columns), dtype=np.float32)
    _draw(spots, np.ones(len(spots)), _DROP, max(softness_mm, grid.pixel_width_mm), *_frame(grid), out)
    return out


def rims(spots: Spots, freed_mm2: NDArray[np.float64], grid: Grid) -> Map:
    """What water carried to the rim of each drop, (rows, columns): a ring that holds ``freed_mm2`` (strength times mm2) of each."""
    out = np.zeros((grid.rows, grid.columns), dtype=np.float32)
    sigma = RIM_SHARE * spots[:, 2]
    amplitude = freed_mm2 / np.maximum(2 * np.pi * spots[:, 2] * sigma * np.sqrt(2 * np.pi), 1e-9)
    _draw(spots, amplitude, _RING, 0.0, *_frame(grid), out)
    return out


_COVER, _DROP, _RING = 0, 1, 2


def _frame(grid: Grid) -> tuple[float, float, float, float]:
    return grid.left_mm, grid.top_mm, grid.pixel_width_mm, grid.pixel_height_mm


@njit(cache=True, fastmath=True)
def _draw(
    spots: Any, weights: Any, kind: int, soft: float, left: float, top: float, width: float, height: float, out: Any
) -> None:  # pragma: no cover - compiled
    rows, columns = out.shape
    for k in range(spots.shape[0]):
        cx, cy, r = spots[k, 0], spots[k, 1], spots[k, 2]
        reach = r * (1 + 4 * RIM_SHARE) if kind == _RING else r + soft
        row0, row1 = max(0, int((cy - reach - top) / height)), min(rows, int((cy + reach - top) / height) + 2)
        col0, col1 = max(0, int((cx - reach - left) / width)), min(columns, int((cx + reach - left) / width) + 2)
        for row in range(row0, row1):
            dy = top + (row + 0.5) * height - cy
            for column in range(col0, col1):
                dx = left + (column + 0.5) * width - cx
                d = np.sqrt(dx * dx + dy * dy)
                if kind == _RING:
                    z = (d - r) / (RIM_SHARE * r)
                    out[row, column] += weights[k] * np.exp(-0.5 * z * z)
                    continue
                inside = min(max((r - d) / soft + 0.5, 0.0), 1.0)
                if kind == _COVER:
                    out[row, column] *= 1 - inside * weights[k]
                else:
                    q = min(d / r, 1.0)
                    out[row, column] += weights[k] * inside * (0.8 + 0.6 * q**4)
