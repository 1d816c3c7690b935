"""A plan in, a picture after any step out.

Symbols
-------
==========  =================  =========================================================================
symbol      shape              meaning
==========  =================  =========================================================================
strengths   (step, row, col)   s of laydown.py for each brush step, bottom first
ink_of      (step,)            which ink each of them lays
curves      (ink, KNOTS)       amount x at strengths 0 ... STRONGEST, evenly spaced
densities   (ink, band)        D at the picture's bands
sheet       (band,)            inner reflectance of the bare stock
xyz         (row, col, 3)      colour under D50, Y = 1
==========  =================  =========================================================================

Each pixel is layered exactly as optics.layering does it, in single precision and with the bands of bands.py. Transparent films
multiply, so their densities add and one exponential a band is enough, however many steps there are; what a change costs is
the maps of the step that changed and this one loop.
"""

from dataclasses import replace
from functools import lru_cache
from threading import Lock
from typing import Any

import numba
import numpy as np
from numpy.typing import NDArray

from cielo.core.optics.films import film_of
from cielo.core.optics.layering import TRAPPING
from cielo.core.optics.spectra import colorimetry, srgb_matrix
from cielo.core.optics.stock import INTERNAL_REFLECTION, sheet_of
from cielo.core.plan import Brush, Plan, masks_on
from cielo.core.simulation.bands import EVERY, PICTURE_BANDS, picture_weights
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.laydown import Map, strength_laid

KNOTS = 513
STRONGEST = 16.0
Rgb = NDArray[np.uint8]

# Not every threading layer of the compiler may be entered twice at once; one picture uses all cores anyway.
_one_at_a_time = Lock()


def picture(plan: Plan, grid: Grid, steps_done: int | None = None) -> Rgb:
    """The panel as sRGB, (rows, columns, 3), 8 bit, after ``steps_done`` steps (all where None), masks lifted to look."""
    return encode(panel_xyz(plan, grid, steps_done))


def panel_xyz(plan: Plan, grid: Grid, steps_done: int | None = None) -> NDArray[np.float32]:
    """The panel's colour, XYZ of D50, (rows, columns, 3), after ``steps_done`` steps."""
    done = plan if steps_done is None else replace(plan, steps=plan.steps[:steps_done])
    sheet = sheet_of(plan.stock.paper)
    films = [film_of(ink, plan.stock.paper) for ink in plan.inks]
    index = {ink.key: i for i, ink in enumerate(plan.inks)}
    knots = np.linspace(0, STRONGEST, KNOTS)
    curves = np.array([film.amount(knots) for film in films], dtype=np.float32).reshape(len(films), KNOTS)
    densities = np.array([film.density[::EVERY] for film in films], dtype=np.float32).reshape(len(films), PICTURE_BANDS)
    ink_of = np.array([index[step.ink] for step in done.steps if isinstance(step, Brush)], dtype=np.int64)
    xyz = np.empty((grid.rows, grid.columns, 3), dtype=np.float32)
    for rows, strip in grid.strips():
        maps = brush_maps(done, strip)
        strengths = np.stack(maps) if maps else np.zeros((0, strip.rows, strip.columns), np.float32)
        with _one_at_a_time:
            _layer(
                strengths,
                ink_of,
                curves,
                densities,
                sheet.inner[::EVERY].astype(np.float32),
                np.float32(sheet.veil),
                np.ascontiguousarray(picture_weights().T, dtype=np.float32),
                xyz[rows],
            )
    return xyz


def brush_maps(plan: Plan, grid: Grid) -> list[Map]:
    """s for every brush step of a plan, in working order."""
    return [strength_laid(plan, step, on, grid) for step, on in masks_on(plan) if isinstance(step, Brush)]


def encode(xyz: NDArray[np.float32]) -> Rgb:
    """XYZ of D50 (rows, columns, 3) to 8 bit sRGB of the same shape; what a screen cannot show is clipped."""
    rgb = np.empty(xyz.shape, dtype=np.uint8)
    with _one_at_a_time:
        _encode(xyz, srgb_matrix().astype(np.float32), _encoding_table(), rgb)
    return rgb


@lru_cache(maxsize=1)
def _encoding_table() -> NDArray[np.uint8]:
    linear = np.linspace(0, 1, 1 << 14)
    return np.asarray(np.round(255 * colorimetry().cctf_encoding(linear, function="sRGB")), dtype=np.uint8)


@numba.njit(parallel=True, fastmath=True, cache=True)
def _layer(  # pragma: no cover - compiled
    strengths: Any, ink_of: Any, curves: Any, densities: Any, sheet: Any, veil: Any, weights: Any, xyz: Any
) -> None:
    steps, rows, columns = strengths.shape
    inks, bands = densities.shape
    per_knot = np.float32((KNOTS - 1) / STRONGEST)
    log_trapping = np.float32(np.log(TRAPPING))
    ri = np.float32(INTERNAL_REFLECTION)
    through = (1 - veil) * (1 - ri)
    for row in numba.prange(rows):
        laid = np.empty(inks, np.float32)
        amounts = np.empty(inks, np.float32)
        density = np.empty(bands, np.float32)
        for column in range(columns):
            laid[:] = 0
            amounts[:] = 0
            for step in range(steps):
                strength = strengths[step, row, column]
                if strength < np.float32(1e-5):
                    continue
                ink = ink_of[step]
                below = np.float32(0)
                for other in range(inks):
                    if other != ink:
                        below += min(laid[other], np.float32(1))
                added = _at(curves[ink], (laid[ink] + strength) * per_knot) - _at(curves[ink], laid[ink] * per_knot)
                amounts[ink] += added * np.exp(below * log_trapping)
                laid[ink] += strength
            density[:] = 0
            for ink in range(inks):
                amount = amounts[ink]
                for band in range(bands):
                    density[band] += amount * densities[ink, band]
            x = np.float32(0)
            y = np.float32(0)
            z = np.float32(0)
            for band in range(bands):
                inner = sheet[band] * _fade_out(density[band])
                seen = veil + through * inner / (1 - ri * inner)
                x += seen * weights[0, band]
                y += seen * weights[1, band]
                z += seen * weights[2, band]
            xyz[row, column, 0] = x
            xyz[row, column, 1] = y
            xyz[row, column, 2] = z


@numba.njit(fastmath=True, cache=True, inline="always")
def _fade_out(density: Any) -> Any:  # pragma: no cover - compiled
    """exp(-density) for 0 <= density, as the 64th power of a short series: relative error below 2e-4 up to 12.

    Written with products alone because the compiler then does several bands at once; it cannot with the library's exp.
    """
    u = min(density, np.float32(16)) * np.float32(1 / 64)
    e = 1 - u * (1 - u * np.float32(1 / 2) * (1 - u * np.float32(1 / 3) * (1 - u * np.float32(1 / 4))))
    e = e * e
    e = e * e
    e = e * e
    e = e * e
    e = e * e
    return e * e


@numba.njit(fastmath=True, cache=True)
def _at(curve: Any, position: Any) -> Any:  # pragma: no cover - compiled
    if position >= KNOTS - 1:
        return curve[KNOTS - 1]
    below = int(position)
    part = position - np.float32(below)
    return curve[below] * (1 - part) + curve[below + 1] * part


@numba.njit(parallel=True, fastmath=True, cache=True)
def _encode(xyz: Any, matrix: Any, table: Any, rgb: Any) -> None:  # pragma: no cover - compiled
    last = np.float32(len(table) - 1)
    for row in numba.prange(xyz.shape[0]):
        for column in range(xyz.shape[1]):
            for channel in range(3):
                linear = np.float32(0)
                for axis in range(3):
                    linear += xyz[row, column, axis] * matrix[axis, channel]
                linear = min(max(linear, np.float32(0)), np.float32(1))
                rgb[row, column, channel] = table[int(linear * last + np.float32(0.5))]
