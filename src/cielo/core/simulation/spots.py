"""Round spots at random: drops, dabs, and what water does round a drop.

Spots are an array (spot, 3): x, y, radius, mm. Their number is Poisson, their places are uniform, so the share they cover follows
the Boolean model, 1 - exp(-density area) (Matheron 1975, from memory).
"""

from math import erf
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
    _draw(spots, shown_area(spots[:, 2], soft), _COVER, soft, *_frame(grid), bare)
    return 1 - bare


def added(spots: Spots, grid: Grid, softness_mm: float) -> Map:
    """How many spots lie over each place, (rows, columns); each edge is ``softness_mm`` or a pixel wide."""
    out = np.zeros((grid.rows, grid.columns), dtype=np.float32)
    soft = max(softness_mm, grid.pixel_width_mm)
    _draw(spots, shown_area(spots[:, 2], soft), _ADD, soft, *_frame(grid), out)
    return out


def shown_area(radius_mm: NDArray[np.float64], soft_mm: float) -> NDArray[np.float64]:
    """What a disc is taken times so that its softly drawn edge, which reaches beyond it, adds nothing to its area; same shape, 0..1.

    A ramp of ``soft_mm`` across the rim of radius r holds pi (r^2 + soft^2 / 12), and where r < soft / 2 pi (r + soft / 2)^3 / (3 soft).
    """
    half = soft_mm / 2
    drawn = np.where(radius_mm >= half, radius_mm**2 + soft_mm**2 / 12, (radius_mm + half) ** 3 / (3 * soft_mm))
    return np.asarray(radius_mm**2 / np.maximum(drawn, 1e-12))


def rims(spots: Spots, freed_mm2: NDArray[np.float64], grid: Grid) -> Map:
    """What water carried to the rim of each drop, (rows, columns): a ring that holds ``freed_mm2`` (strength times mm2) of each.

    The ring is as wide as a pixel at least, and its amplitude the one with which a normal curve round a circle of radius r holds that:
    2 pi (sigma^2 exp(-z^2) + r sigma sqrt(pi / 2) (1 + erf z)), z = r / (sigma sqrt 2).
    """
    out = np.zeros((grid.rows, grid.columns), dtype=np.float32)
    r, sigma = spots[:, 2], np.maximum(RIM_SHARE * spots[:, 2], 0.6 * max(grid.pixel_width_mm, grid.pixel_height_mm))
    z = r / (sigma * np.sqrt(2))
    held = 2 * np.pi * (sigma**2 * np.exp(-(z**2)) + r * sigma * np.sqrt(np.pi / 2) * (1 + np.vectorize(erf, otypes=[float])(z)))
    _rings(spots, sigma, freed_mm2 / held, *_frame(grid), out)
    return out


_COVER, _ADD = 0, 1


def _frame(grid: Grid) -> tuple[float, float, float, float]:
    return grid.left_mm, grid.top_mm, grid.pixel_width_mm, grid.pixel_height_mm


@njit(cache=True, fastmath=True, inline="always")
def reached(middle: float, reach: float, start: float, step: float, count: int) -> Any:  # pragma: no cover - compiled
    """The pixels, first and one after the last, of a row or a column of ``count`` that lie within reach of a place, mm."""
    return max(0, int((middle - reach - start) / step)), min(count, int((middle + reach - start) / step) + 2)


@njit(cache=True, fastmath=True)
def _draw(
    spots: Any, weights: Any, kind: int, soft: float, left: float, top: float, width: float, height: float, out: Any
) -> None:  # pragma: no cover - compiled
    rows, columns = out.shape
    for k in range(spots.shape[0]):
        cx, cy, r = spots[k, 0], spots[k, 1], spots[k, 2]
        reach = r + soft
        row0, row1 = reached(cy, reach, top, height, rows)
        col0, col1 = reached(cx, reach, left, width, columns)
        for row in range(row0, row1):
            dy = top + (row + 0.5) * height - cy
            for column in range(col0, col1):
                dx = left + (column + 0.5) * width - cx
                inside = min(max((r - np.sqrt(dx * dx + dy * dy)) / soft + 0.5, 0.0), 1.0) * weights[k]
                if kind == _COVER:
                    out[row, column] *= 1 - inside
                else:
                    out[row, column] += inside


@njit(cache=True, fastmath=True)
def _rings(
    spots: Any, sigmas: Any, weights: Any, left: float, top: float, width: float, height: float, out: Any
) -> None:  # pragma: no cover - compiled
    rows, columns = out.shape
    for k in range(spots.shape[0]):
        cx, cy, r = spots[k, 0], spots[k, 1], spots[k, 2]
        reach = r + 4 * sigmas[k]
        row0, row1 = reached(cy, reach, top, height, rows)
        col0, col1 = reached(cx, reach, left, width, columns)
        for row in range(row0, row1):
            dy = top + (row + 0.5) * height - cy
            for column in range(col0, col1):
                dx = left + (column + 0.5) * width - cx
                z = (np.sqrt(dx * dx + dy * dy) - r) / sigmas[k]
                out[row, column] += weights[k] * np.exp(-0.5 * z * z)
