"""Fewer bands for the picture: 16 in place of 31, with weights that give nearly the same colours.

The weights V (16, 3) are the least-squares fit of R16 @ V to the XYZ of the full spectrum over many layered spectra: random sheets under
one to three plausible colourants (optics.colourants). Errors count by how much they show, so dark spectra weigh more. The fit is the same
every time.
"""

from functools import lru_cache

import numpy as np

from cielo.core.optics.colourants import ensemble
from cielo.core.optics.spectra import WAVELENGTHS_NM, Array, weights
from cielo.core.optics.stock import put_on_surface

EVERY = 2
PICTURE_BANDS = len(WAVELENGTHS_NM[::EVERY])
SPECTRA = 4000


@lru_cache(maxsize=1)
def picture_weights() -> Array:
    """V of this module, (16, 3), for reflectances at every second wavelength."""
    spectra = _layered_spectra(np.random.default_rng(20261124))
    xyz = spectra @ weights()
    shown = 1 / (0.02 + xyz[:, 1:2])
    fitted, *_ = np.linalg.lstsq(spectra[:, ::EVERY] * shown, xyz * shown, rcond=None)
    return np.asarray(fitted)


def _layered_spectra(random: np.random.Generator) -> Array:
    """SPECTRA random reflectances, (SPECTRA, 31): one to three colourants, more or less of each, on a pale sheet."""
    nm = WAVELENGTHS_NM[None, :]
    members = ensemble()[random.integers(0, len(ensemble()), (SPECTRA, 3))]
    amount = random.uniform(0, 1.6, (SPECTRA, 3, 1))
    amount[:, 1:] *= random.random((SPECTRA, 2, 1)) < 0.5
    density = (members * amount).sum(axis=1)
    sheet = random.uniform(0.3, 0.97, (SPECTRA, 1)) ** 0.5 * (1 - random.uniform(0, 0.3, (SPECTRA, 1)) * (700 - nm) / 300)
    return put_on_surface(sheet * np.exp(-density), 0.0) * 0.97 + random.uniform(0.004, 0.05, (SPECTRA, 1))
