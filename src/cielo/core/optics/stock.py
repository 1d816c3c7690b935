"""The bare sheet: its surface taken off, so that ink can be laid under the surface and the surface put on again.

Symbols
-------
======  ========  =======================================================================
symbol  shape     meaning
======  ========  =======================================================================
R       (..., B)  reflectance factor as seen, 45/0
rs      ()        veil: the share of light the rough surface sends back before it meets ink
ri      ()        share of the light inside that the surface throws back down
g       (..., B)  inner reflectance, as if there were no surface
======  ========  =======================================================================

Source: Saunderson 1942, Journal of the Optical Society of America 32. ri = 0.6 is Saunderson's value for a refractive
index near 1.5. The veils of the finishes were fitted to FOGRA39L (coated) and FOGRA29L (uncoated); calendered lies between,
rough and synthetic are taken as uncoated and coated and have not been measured.
"""

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from cielo.core.materials import Paper, Surface
from cielo.core.optics.spectra import Array, lab_from_reflectance, smooth_reflectance, xyz_from_lab

INTERNAL_REFLECTION = 0.6
VEIL: dict[Surface, float] = {
    "coated": 0.008,
    "calendered": 0.018,
    "uncoated": 0.055,
    "rough": 0.055,
    "synthetic": 0.008,
}
# How far light spreads sideways below broken ink: n of Yule & Nielsen 1951 (BIBLIOGRAPHY).
# 2 on coated sheets; more where the sheet is open, fitted to FOGRA29L.
YULE_NIELSEN: dict[Surface, float] = {
    "coated": 2.0,
    "calendered": 2.2,
    "uncoated": 2.5,
    "rough": 2.5,
    "synthetic": 2.0,
}
# A clear, glossy film makes any surface as smooth as this.
GLOSS_VEIL = 0.008
# A sheet darker than its finish's veil must have less of it: no more than this share of its darkest band.
LARGEST_VEIL_SHARE = 0.8


@dataclass(frozen=True, eq=False)
class Sheet:
    """A bare sheet ready for ink. ``inner``: g, shape (31,), 0..1; ``veil``: rs, 0..1."""

    inner: Array
    veil: float
    surface: Surface


def take_off_surface(reflectance: Array, veil: float) -> Array:
    """R as seen to inner g; shapes (..., B) alike. Values darker than the veil become 0."""
    q = np.maximum(reflectance - veil, 0.0) / (1 - veil)
    return np.asarray(q / ((1 - INTERNAL_REFLECTION) + INTERNAL_REFLECTION * q))


def put_on_surface(inner: Array, veil: Array | float) -> Array:
    """Inner g to R as seen; shapes (..., B) alike, ``veil`` one or broadcast to them. The inverse of take_off_surface."""
    ri = INTERNAL_REFLECTION
    return np.asarray(veil + (1 - veil) * (1 - ri) * inner / (1 - ri * inner))


@lru_cache(maxsize=512)
def sheet_of(paper: Paper) -> Sheet:
    """The sheet of a stock's colour and finish. Raises BadInput when no surface can have that colour."""
    reflectance = smooth_reflectance(xyz_from_lab(paper.lab))
    veil = min(VEIL[paper.surface], LARGEST_VEIL_SHARE * float(reflectance.min()))
    return Sheet(take_off_surface(reflectance, veil), veil, paper.surface)


def lab_seen(inner: Array, veil: float) -> Array:
    """Inner reflectance (..., 31) to the colour seen, CIE Lab (..., 3)."""
    return lab_from_reflectance(put_on_surface(inner, veil))
