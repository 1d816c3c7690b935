"""A film that absorbs and scatters, over a ground.

Symbols
-------
======  =========  ==========================================================================
symbol  shape      meaning
======  =========  ==========================================================================
g       (..., B)   inner reflectance of the ground, then of the film on it, 0..1
k       (..., B)   absorption of the whole film, K X, >= 0
s       (..., B)   scattering of the whole film, S X, >= 0
a, b    (..., B)   a = 1 + k/s,  b = sqrt(a^2 - 1)
======  =========  ==========================================================================

R = (1 - g (a - b coth(b s))) / (a - g + b coth(b s)).  Source: Kubelka & Munk 1931; this form is Kubelka 1948, Journal of the
Optical Society of America 38, from memory. Without scattering it becomes g exp(-2 k).
"""

from typing import Any

import numpy as np

from cielo.core.optics.spectra import Array

# Less scattering than this cannot be told from none, and the quotient k / s would lose its digits.
NO_SCATTERING = 1e-6
SMALL = 1e-4


def film_over(ground: Array, absorption: Any, scattering: Any) -> Array:
    """Inner reflectance of a film over a ground; all shapes broadcast, result 0..1."""
    if not np.any(scattering):
        return np.asarray(ground * np.exp(-2 * np.asarray(absorption)))
    g, k, s = np.broadcast_arrays(np.asarray(ground, float), np.asarray(absorption, float), np.asarray(scattering, float))
    clear = s < NO_SCATTERING
    safe = np.where(clear, 1.0, s)
    a = 1 + np.where(clear, 0.0, k) / safe
    b = np.sqrt(np.maximum(a * a - 1, 0.0))
    u = b * safe
    b_coth = np.where(u < SMALL, 1 / safe + b * u / 3, b / np.tanh(np.maximum(u, SMALL)))
    scattered = (1 - g * (a - b_coth)) / (a - g + b_coth)
    return np.asarray(np.where(clear, g * np.exp(-2 * k), scattered))


def infinitely_thick(absorption: Any, scattering: Any) -> Array:
    """Inner reflectance of a film so thick that nothing shows through: a - b (Kubelka & Munk 1931)."""
    a = 1 + np.asarray(absorption, float) / np.asarray(scattering, float)
    return np.asarray(a - np.sqrt(a * a - 1))
