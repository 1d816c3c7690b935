"""The same sheet under other lights, as an eye adapted to each sees it.

The spectra behind it are guesses with the right colour under D50, so lamp views are estimates: two inks may part further under
a lamp than Cielo can know from one reading. Sources: CIE 015:2018 (D50, D65, A, LED-B5); the adaptation is Bradford's (Lam 1985).
"""

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from cielo.core.optics.spectra import Array, adapted_to_d50, lab_from_xyz
from cielo.core.optics.tables import OBSERVER_2_DEGREES, SPECTRA


@dataclass(frozen=True)
class Light:
    """A light to look by; ``spectrum`` is its name in the CIE's tables."""

    key: str
    name: str
    spectrum: str


LIGHTS: dict[str, Light] = {
    light.key: light
    for light in (
        Light("daylight", "daylight (D50)", "D50"),
        Light("noon", "noon sky (D65)", "D65"),
        Light("warm-lamp", "warm lamp (A)", "A"),
        Light("cool-led", "cool LED (LED-B5)", "LED-B5"),
    )
}


@lru_cache(maxsize=8)
def _weights_to_d50(light: str) -> Array:
    """Reflectance (31) to XYZ under that light, adapted to D50: (31, 3)."""
    raw = np.transpose(OBSERVER_2_DEGREES) * np.array(SPECTRA[LIGHTS[light].spectrum])[:, None]
    weights = raw / raw[:, 1].sum()
    return adapted_to_d50(weights, weights.sum(axis=0))


def lab_under(reflectance: Array, light: str) -> Array:
    """Reflectance (..., 31) to the colour an eye adapted to that light sees, as CIE Lab of D50 (..., 3)."""
    return lab_from_xyz(reflectance @ _weights_to_d50(light))
