"""How far apart two colours look. Source: CIEDE2000, CIE 142-2001, by way of colour-science."""

from typing import Any

import numpy as np

from cielo.core.optics.spectra import Array, colorimetry


def ciede2000(lab_a: Any, lab_b: Any) -> Array:
    """CIEDE2000 between CIE Lab colours (..., 3); about 1 is just noticed side by side, 5 at a glance. Shape (...)."""
    return np.asarray(colorimetry().delta_E(np.asarray(lab_a, float), np.asarray(lab_b, float), method="CIE 2000"))
