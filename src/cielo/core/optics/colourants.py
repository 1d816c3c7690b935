"""What real colourants look like: an ensemble of plausible density spectra, against which a guessed spectrum is held.

A swatch tells three numbers of an ink, its spectrum has thirty-one. Of all spectra with the swatch's colour the film is given the one
that is nearest to what plausible colourants of that colour have (density.solve_density).

Symbols
-------
======  ============  ==================================================================================
symbol  shape         meaning, unit
======  ============  ==================================================================================
D       (member, 31)  density spectra of the members, natural logarithm, one full application, >= 0
p       (member,)     where a band absorbs most, nm
d       (member,)     distance of a member's colour on the sheet to the swatch, in (L, a / 1.4, b / 1.4)
w       (member,)     exp(-(d / width)^2 / 2), width = max(3, 0.7 times the 25th nearest d)
m       (31,)         sum(w D) / sum(w): what colourants of that colour have
======  ============  ==================================================================================

A band of absorption ends steeply towards the red and trails off towards the blue, where a shoulder or a plateau may stand, and most
colourants absorb again towards the ultraviolet. One, two or three bands make a colourant; a few are black. The form is that of measured
dyes and pigments in general; its figures were found on nine measured sets of offset inks and stand in no publication.
"""

from functools import lru_cache

import numpy as np

from cielo.core.optics.kubelka_munk import film_over
from cielo.core.optics.spectra import WAVELENGTHS_NM, Array, lab_from_reflectance
from cielo.core.optics.stock import Sheet, put_on_surface

# Fewer members leave gaps between colours: with 1000 the worst measured crossing is off by twice as much.
MEMBERS = 6000
SEED = 1
# One, two or three bands, by how often; blacks; how strong one full application is, natural logarithm.
BANDS_OF_ONE = (0.6, 0.3, 0.1)
BLACKS, BLACK_SLOPE = 0.04, 0.15
FAINTEST_LOG, STRONGEST_LOG = -2.2, 1.7
# Hue and chroma count less than lightness.
WEIGHT_LAB: Array = np.array([1.0, 1 / 1.4, 1 / 1.4])
NEAREST, OF_NEAREST, LEAST_WIDTH = 25, 0.7, 3.0


@lru_cache(maxsize=1)
def ensemble() -> Array:
    """D of the symbol table, (MEMBERS, 31); the same every time. Do not write to it."""
    random = np.random.default_rng(SEED)
    density = _bands(random)
    further = random.choice(3, MEMBERS, p=BANDS_OF_ONE)
    for more in (1, 2):
        size = np.where(further >= more, np.exp(random.uniform(-2.5, 0, MEMBERS)), 0.0)
        density = density + size[:, None] * _bands(random)
    black = random.random(MEMBERS) < BLACKS
    flat = 1 + random.uniform(-BLACK_SLOPE, BLACK_SLOPE, (MEMBERS, 1)) * (WAVELENGTHS_NM - 550) / 150
    density = np.where(black[:, None], flat, density)
    density *= np.exp(random.uniform(FAINTEST_LOG, STRONGEST_LOG, (MEMBERS, 1)))
    density.flags.writeable = False
    return density


def _bands(random: np.random.Generator) -> Array:
    """One band of absorption for each member, 1 where it is highest, with a little grey: (MEMBERS, 31)."""

    def between(low: float, high: float) -> Array:
        return random.uniform(low, high, (MEMBERS, 1))

    def hump(middle: Array, red_nm: Array, blue_nm: Array) -> Array:
        away = WAVELENGTHS_NM - middle
        return np.asarray(np.exp(-0.5 * (away / np.where(away > 0, red_nm, blue_nm)) ** 2))

    peak, red, blue = between(395, 715), 1.15 * between(12, 30), 1.56 * between(25, 55)
    band = hump(peak, red, blue)
    band = np.maximum(band, between(0.3, 0.9) * hump(peak - between(25, 60), 1.3 * red, blue))
    band = np.maximum(band, 0.118 * between(0, 2) / (1 + np.exp((WAVELENGTHS_NM - peak) / 12)))
    band = band + 0.89 * between(0.1, 0.6) * np.exp(-(((WAVELENGTHS_NM - 360) / 55) ** 2))
    return np.asarray(band / band.max(axis=1, keepdims=True) + 0.0104 * between(0, 2))


def likeness(sheet: Sheet, veil: float, lab: Array, scattering: Array) -> Array:
    """w of the symbol table, (MEMBERS,), of each member's film with that scattering (31,) under a surface of that veil."""
    clear = not np.any(scattering)
    seen = _seen_clear(sheet.inner.tobytes(), veil) if clear else _seen(sheet.inner, veil, scattering)
    distance = np.linalg.norm((seen - lab) * WEIGHT_LAB, axis=1)
    width = max(LEAST_WIDTH, OF_NEAREST * float(np.partition(distance, NEAREST - 1)[NEAREST - 1]))
    return np.asarray(np.exp(-0.5 * (distance / width) ** 2))


def plausible_density(sheet: Sheet, veil: float, lab: Array, scattering: Array) -> Array:
    """m of the symbol table, (31,)."""
    weight = likeness(sheet, veil, lab, scattering)
    return np.asarray(weight @ ensemble() / weight.sum())


def near_members(sheet: Sheet, veil: float, lab: Array, scattering: Array, many: int) -> Array:
    """The ``many`` members most like a swatch, (many, 31), the likest first: how differently such an ink may be made."""
    weight = likeness(sheet, veil, lab, scattering)
    return ensemble()[np.argsort(-weight, kind="stable")[:many]]


@lru_cache(maxsize=32)
def _seen_clear(inner: bytes, veil: float) -> Array:
    return _seen(np.frombuffer(inner), veil, np.zeros(1))


def _seen(inner: Array, veil: float, scattering: Array) -> Array:
    """The colours of all members over an inner reflectance (31,), CIE Lab, (MEMBERS, 3)."""
    film = film_over(inner, ensemble() / 2, np.broadcast_to(scattering, ensemble().shape))
    return lab_from_reflectance(put_on_surface(film, veil))
