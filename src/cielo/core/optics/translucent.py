"""A translucent sheet over something else: what lies below shows through it.

Symbols
-------
======  =====  ==============================================================================
symbol  shape  meaning
======  =====  ==============================================================================
p       (..,)  reflectance of the bare sheet as it is seen on white paper, linear sRGB, 0..1
o       (..,)  the same of the inked sheet
w       ()     reflectance of the white paper it is seen on, WHITE
h       (..,)  what the sheet itself sends back over black: HAZE of p
tt      (..,)  share of the light that comes through it twice, down and up again
b       (..,)  reflectance of what lies below
======  =====  ==============================================================================

A sheet that sends back h and lets through t, over b, is seen as h + t^2 b / (1 - h b): light goes to and fro between them (Stokes 1862, for
piles of plates). On white that is p, which gives t^2 = (p - h)(1 - h w) / w. Ink on the sheet takes its share of all that comes back: o / p.
"""

import numpy as np

from cielo.core.optics.spectra import Array

# Reflectance of white cardstock, and how much of its look a sheet of vellum keeps over black. From memory, no source.
WHITE, HAZE = 0.87, 0.3


def seen_through(inked: Array, bare: Array, below: Array) -> Array:
    """An inked translucent sheet over what lies below, all linear sRGB 0..1 (..., 3): ``inked`` and ``bare`` as seen on white paper."""
    p = np.clip(bare, 1e-3, 1.0)
    h = HAZE * p
    twice = np.maximum(p - h, 0) * (1 - h * WHITE) / WHITE
    b = np.clip(below, 0.0, 1.0)
    return np.asarray(np.clip(inked / p * (h + twice * b / (1 - h * b)), 0.0, 1.0))
