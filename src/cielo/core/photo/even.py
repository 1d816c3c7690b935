"""Light evened out by the bare stock, and the cast taken off by the printed patches.

Symbols
-------
=======  ===========  ==================================================================
symbol   shape        meaning
=======  ===========  ==================================================================
c        (n, 3)       linear sRGB as photographed, of places at x, y
L        (n, 3)       light there: a quadratic in x and y, fitted to bare stock
M        (3, 3)       what takes the cast off: linear RGB photographed to linear RGB true
=======  ===========  ==================================================================

c / L is the colour beside bare stock, whatever the light; M is found by least squares from the patches, bare stock among them with the
greatest weight, since that is known best (linear colour correction: Finlayson, Mackiewicz & Hurlbert 2015, without their higher roots).
"""

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from cielo.core.bounds import Lab
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import lab_from_xyz, srgb_linear, srgb_matrix, xyz_from_lab
from cielo.core.photo.sheet import PATCHES, Square, bare_places, boxes, patches
from cielo.core.photo.straighten import PIXELS_PER_MM, Photo

Array = NDArray[np.float64]
BARE_WEIGHT = 6.0


@dataclass(frozen=True, eq=False)
class SheetSeen:
    """The boxes of a sheet in linear sRGB true to the stock, (box, 3), 1 a perfect white; and how far its printed patches stay from what
    they should be once all is corrected, mean CIEDE2000: how far the boxes are to be trusted."""

    boxes: Array
    patches_apart: float


def swatches_of(sheet: Photo, stock: Lab) -> SheetSeen:
    """What a straightened sheet printed on a stock shows."""

    def seen(places: tuple[Square, ...]) -> Array:
        return np.array([linear(np.median(_pixels(sheet, place), axis=0)) for place in places])

    def middles(places: tuple[Square, ...]) -> Array:
        return np.array([(p.x_mm + p.size_mm / 2, p.y_mm + p.size_mm / 2) for p in places])

    bare, patch, box = bare_places(), patches(), tuple(square.inner() for square in boxes())
    light = _light(middles(bare), seen(bare))
    patch_seen = seen(tuple(square.inner() for square in patch)) / light(middles(patch))
    true_stock = linear_of_lab(stock)
    true_patches = np.array([linear_of_lab(lab) for lab in PATCHES])
    cast = _cast(patch_seen, true_patches, true_stock)
    mended = lab_of_linear(np.clip(patch_seen @ cast, 0.0, 1.2))
    apart = float(np.mean(ciede2000(mended, np.array(PATCHES, dtype=float))))
    return SheetSeen(np.asarray(np.clip(seen(box) / light(middles(boxes())) @ cast, 0.0, 1.2)), apart)


def _pixels(sheet: Photo, place: Square) -> Array:
    x0, y0 = int(place.x_mm * PIXELS_PER_MM), int(place.y_mm * PIXELS_PER_MM)
    x1, y1 = int((place.x_mm + place.size_mm) * PIXELS_PER_MM), int((place.y_mm + place.size_mm) * PIXELS_PER_MM)
    return sheet[y0:y1, x0:x1].reshape(-1, 3).astype(float)


def _light(at: Array, bare: Array) -> Callable[[Array], Array]:
    """The light over the sheet from bare stock seen at places, without those that something lies on."""

    def terms(places: Array) -> Array:
        x, y = places[:, 0] / 100, places[:, 1] / 100
        return np.stack([np.ones_like(x), x, y, x * x, x * y, y * y], axis=1)

    kept = np.ones(len(at), bool)
    for _ in range(3):
        found = np.linalg.lstsq(terms(at[kept]), bare[kept], rcond=None)[0]
        off = np.abs(bare - terms(at) @ found).max(axis=1)
        kept = off < max(0.04, 2.5 * float(np.median(off)))
    return lambda places: np.asarray(np.maximum(terms(places) @ found, 1e-3))


def _cast(seen: Array, true: Array, stock: Array) -> Array:
    """M, so that seen @ M is true; bare stock is seen as 1."""
    rows = np.vstack([seen, BARE_WEIGHT * np.ones((1, 3))])
    goals = np.vstack([true, BARE_WEIGHT * stock[None, :]])
    return np.asarray(np.linalg.lstsq(rows, goals, rcond=None)[0])


def linear(encoded: Array) -> Array:
    """sRGB as encoded, 0..255 (..., 3), to linear, 0..1 (IEC 61966-2-1)."""
    return srgb_linear(np.asarray(encoded, dtype=float) / 255)


def lab_of_linear(rgb: Array) -> Array:
    """Linear sRGB (..., 3) to Lab of D50, same shape."""
    return lab_from_xyz(np.asarray(rgb, dtype=float) @ np.linalg.inv(srgb_matrix()))


def linear_of_lab(lab: Lab) -> Array:
    """Lab of D50 to linear sRGB, (3,); not clipped."""
    return np.asarray(xyz_from_lab(lab) @ srgb_matrix())
