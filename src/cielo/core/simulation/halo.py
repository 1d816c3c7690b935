"""A halo: ink brushed along the edge of a mask, strongest at the edge.

Symbols
-------
======  ===============  ==============================================================================
symbol  shape            meaning
======  ===============  ==============================================================================
sigma   ()               standard deviation of the brush across its way, mm
s       -                places along the edge
I       (rows, columns)  what the brush leaves at a place as it goes along the edge
h       (rows, columns)  share of the step's strength, 0..1
======  ===============  ==============================================================================

I(x) = 1 / (sigma sqrt(2 pi)) integral exp(-|x - s|^2 / (2 sigma^2)) ds. Along a straight edge that is exp(-d^2 / (2 sigma^2)), d the
distance to it; in a bend it has no crease, which the nearest distance has wherever two parts of an edge are equally near. In a
narrow bend the brush passes more than once, so I is above 1 there; h = 1 - k log(1 + exp((1 - I) / k)), a minimum of I and 1 without a
corner. Along jags finer than the brush, of torn paper say, ds is what the brush moves, not what the paper does. The integral is a sum
over places sigma / 1.5 apart, which for a Gaussian misses less than 1e-8 of it (Poisson summation).
"""

import numpy as np
from numpy.typing import NDArray

from cielo.core.geometry.masks import outlines_mm
from cielo.core.plan import Disc, EdgeMask, Mask, Tapes
from cielo.core.simulation.cover import to_cover_mm
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.profiles import falling
from cielo.core.simulation.smooth import softened_line

Map = NDArray[np.float32]

APART = 1.5
CORNER = 0.08
FINE_MM = 0.5


def halo(mask: Mask, sigma_mm: float, grid: Grid) -> Map:
    """h of the symbol table; 1 on what the mask covers."""
    outside = np.maximum(to_cover_mm(mask, grid), 0)
    if not _bends(mask):
        return falling(outside, sigma_mm)
    places, lengths = _along(outlines_mm(mask, grid.panel_width_mm, grid.panel_height_mm), sigma_mm / APART)
    across = np.exp(-0.5 * ((grid.x_mm[None, :] - places[:, :1]) / sigma_mm) ** 2).astype(np.float32)
    down = (
        np.exp(-0.5 * ((grid.y_mm[None, :] - places[:, 1:]) / sigma_mm) ** 2)
        * (lengths / (sigma_mm * np.sqrt(2 * np.pi)))[:, None]
    )
    left = down.astype(np.float32).T @ across
    rounded = 1 - CORNER * np.log1p(np.exp((1 - left) / CORNER))
    return np.asarray(np.where(outside > 0, np.maximum(rounded, 0), 1), dtype=np.float32)


def _bends(mask: Mask) -> bool:
    """Whether two parts of its edge can be equally near to a place beside it."""
    if mask.sheet_width_mm is not None or isinstance(mask, Disc | Tapes):
        return False
    return not (isinstance(mask, EdgeMask) and mask.profile == "straight")


def _along(outlines: tuple[NDArray[np.float64], ...], apart_mm: float) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Places along lines about ``apart_mm`` apart, (n, 2), and how much of the line each stands for, mm (n,)."""
    places, lengths = [np.zeros((0, 2))], [np.zeros(0)]
    for line in outlines:
        gone = np.concatenate([[0.0], np.cumsum(np.hypot(*np.diff(line, axis=0).T))])
        if gone[-1] <= 0:
            continue
        count = max(1, round(gone[-1] / apart_mm))
        at = (np.arange(count) + 0.5) * gone[-1] / count
        places.append(np.stack([np.interp(at, gone, line[:, axis]) for axis in range(2)], axis=1))
        lengths.append(_way_of_brush(line, gone, at, apart_mm))
    return np.concatenate(places), np.concatenate(lengths)


def _way_of_brush(
    line: NDArray[np.float64], gone: NDArray[np.float64], at: NDArray[np.float64], apart_mm: float
) -> NDArray[np.float64]:
    """How far a brush moves over the piece of line round each place: along jags finer than itself it goes straight, (n,) mm."""
    ends = np.concatenate([at - (at[0] if len(at) else 0), [gone[-1]]])
    closed = bool(np.allclose(line[0], line[-1]))
    fine = np.linspace(0, gone[-1], max(2, int(np.ceil(gone[-1] / FINE_MM)) + 1))
    step = fine[1]
    smooth = [softened_line(np.interp(fine, gone, line[:, axis]), apart_mm / step, closed) for axis in range(2)]
    moved = np.concatenate([[0.0], np.cumsum(np.hypot(np.diff(smooth[0]), np.diff(smooth[1])))])
    return np.asarray(np.diff(np.interp(ends, fine, moved)))
