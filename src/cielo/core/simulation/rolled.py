"""A roller's mark: passes as wide as the roller, lines along their edges, bars where it was set down, and its own unevenness once round.

Symbols
-------
=========  ==============================================================
symbol     meaning
=========  ==============================================================
u          across the roller, mm from its middle
v          along its way, mm from where it was set down
girth      how far it goes until it touches with the same place again, mm
=========  ==============================================================

All figures are common practice, no source; they are by eye.
"""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from cielo.core.compiled import njit
from cielo.core.keeping import kept
from cielo.core.simulation.grid import Grid, reading_grid
from cielo.core.simulation.sampled import at, face

Map = NDArray[np.float32]

# A roller a thumb's width thick.
GIRTH_MM = np.pi * 25.0
FACE_MM = 0.4
# Passes lie over each other by so much of their width, and are so far from parallel, radians.
OVERLAP, ASKEW = 0.12, 0.012
# How uneven it takes ink up, coarse and fine; how much more lies along its edges and where it is set down, and how wide that is, mm.
UNEVEN, GRAINED, EDGED, SET_DOWN, LINE_MM, BAR_MM = 0.16, 0.07, 0.35, 0.3, 0.7, 1.2
# After each turn it has so much of its ink left, until it is inked again after so many turns.
LEFT_AFTER_TURN, TURNS = 0.9, 3.0
FINE_MM = 0.9


@kept
def rolled(seed: int, width_mm: float, patch_mm: float, grid: Grid) -> Map:
    """What a roller ``width_mm`` wide leaves rolled all over, (rows, columns): 1 on average over the panel. Do not write to it."""
    return np.asarray(_rolled(seed, width_mm, patch_mm, grid) / _usual(seed, width_mm, patch_mm, reading_grid(grid)))


@kept
def _usual(seed: int, width_mm: float, patch_mm: float, reading: Grid) -> float:
    """What it leaves on average over the panel."""
    return float(_rolled(seed, width_mm, patch_mm, reading).mean())


def _rolled(seed: int, width_mm: float, patch_mm: float, grid: Grid) -> Map:
    random = np.random.default_rng(seed)
    size = (GIRTH_MM, width_mm)
    roller = UNEVEN * face(seed + 1, size, patch_mm, FACE_MM) + GRAINED * face(seed + 2, size, FINE_MM, FACE_MM)
    apart = (1 - OVERLAP) * width_mm
    count = int(grid.panel_width_mm / apart) + 2
    first = random.uniform(-0.5, 0.0) * apart
    passes = np.stack(
        [
            first + apart * np.arange(count) + random.normal(0, 0.03 * width_mm, count),
            random.normal(0, ASKEW, count),
            # It is set down somewhere above the panel, or on it; then the rest is gone over from where it was lifted.
            -random.uniform(0.0, GIRTH_MM, count),
            random.uniform(0.9, 1.1, count),
        ],
        axis=1,
    )
    out = np.zeros((grid.rows, grid.columns), np.float32)
    soft = max(0.3, grid.pixel_width_mm)
    _roll(passes, roller, width_mm, soft, grid.left_mm, grid.top_mm, grid.pixel_width_mm, grid.pixel_height_mm, out)
    return out


@njit(cache=True, fastmath=True)
def _roll(
    passes: Any, roller: Any, across_mm: float, soft: float, left: float, top: float, width: float, height: float, out: Any
) -> None:  # pragma: no cover - compiled
    rows, columns = out.shape
    per_down, per_across = roller.shape[0] / GIRTH_MM, roller.shape[1] / across_mm
    length = TURNS * GIRTH_MM
    line, bar = max(LINE_MM, soft), max(BAR_MM, soft)  # as wide as a pixel, and less high then
    edged, set_down = EDGED * LINE_MM / line, SET_DOWN * BAR_MM / bar
    for k in range(passes.shape[0]):
        for row in range(rows):
            y = top + (row + 0.5) * height
            v = y - passes[k, 2]
            since = v % length  # since it was inked and set down last
            left_on = LEFT_AFTER_TURN ** (since / GIRTH_MM) + set_down * np.exp(-((since / bar) ** 2))
            middle = passes[k, 0] + passes[k, 1] * y
            col0 = max(0, int((middle - across_mm / 2 - soft - left) / width))
            col1 = min(columns, int((middle + across_mm / 2 + soft - left) / width) + 2)
            for column in range(col0, col1):
                u = left + (column + 0.5) * width - middle
                beyond = across_mm / 2 - abs(u)
                if beyond < -soft:
                    continue
                there = min(max(beyond / soft + 0.5, 0.0), 1.0) * passes[k, 3]
                ink = left_on + at(roller, v * per_down, (u + across_mm / 2) * per_across)
                if beyond < 3 * line:
                    ink += edged * np.exp(-((beyond / line) ** 2))
                out[row, column] += there * max(ink, 0.0)
