"""From a colour to a density spectrum: the one film that has the colour of a swatch and looks like a real colourant.

Symbols
-------
======  =======  =========================================================================================
symbol  shape    meaning
======  =======  =========================================================================================
D       (31,)    density spectrum of the film, natural logarithm, >= 0; D = 2 K
S       (31,)    its scattering, >= 0
A       (31,)    -ln(inner reflectance of the film / that of the clear film with its scattering), >= 0
m       (31,)    D that plausible colourants of that colour have (colourants.py)
J       (3, 31)  slope of XYZ by A
======  =======  =========================================================================================
"""

from dataclasses import replace

import numpy as np

from cielo.core.optics.colourants import plausible_density
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.kubelka_munk import film_over
from cielo.core.optics.spectra import BANDS, Array, lab_from_xyz, weights, xyz_from_lab
from cielo.core.optics.stock import INTERNAL_REFLECTION, Sheet, lab_seen, put_on_surface

DENSEST = 14.0
# How much the level of a spectrum counts against its bends.
LIKE = 0.1
# How much the colour counts against the spectrum.
EXACTNESS = 1e3


# A film whose colour is this near to its swatch has it, CIEDE2000.
REACHED = 0.05
HALVINGS = 12


def density_and_veil(sheet: Sheet, lab: Array, scattering: Array, veil: float) -> tuple[Array, float]:
    """D of a film with the colour ``lab`` (3,), and its veil: the largest up to ``veil`` under which that colour can be had."""

    def miss(under: float) -> tuple[float, Array]:
        surface = replace(sheet, veil=min(sheet.veil, under))
        density = solve_density(surface, xyz_from_lab(lab), scattering)
        seen = lab_seen(film_over(sheet.inner, density / 2, scattering), surface.veil)
        return float(ciede2000(seen, lab)), density

    off, density = miss(veil)
    if off <= REACHED:
        return density, veil
    low, high, best = 0.0, min(sheet.veil, veil), (off, density, veil)
    for _ in range(HALVINGS):
        under = (low + high) / 2
        off, density = miss(under)
        if off < best[0]:
            best = (off, density, under)
        low, high = (under, high) if off <= REACHED else (low, under)
    return best[1], best[2]


# No sheet and no film sends back less of the light inside than this; what is called blacker is taken as so black.
BLACKEST = 1e-6


def log_density(inner: Array) -> Array:
    """-ln of an inner reflectance, of any shape."""
    return np.asarray(-np.log(np.maximum(inner, BLACKEST)))


def solve_density(
    sheet: Sheet, xyz: Array, scattering: Array | float = 0.0, *, like: Array | None = None, steps: int = 60
) -> Array:
    """D >= 0 whose film with that scattering has the colour ``xyz`` (3,) on ``sheet``, nearest to ``like`` (31,) or, where that is None,
    to what plausible colourants have.

    What is sought is A = -ln(inner reflectance of the film / of the sheet), from that of the clear film on; D is read from it, which of a
    dye is A itself. Newton steps on the colour, each a non-negative least-squares problem (Lawson & Hanson 1974). Where the sheet
    cannot be made that colour, the nearest that can; the caller sees it in ``Film.misses``. Shape (31,).
    """
    from scipy.optimize import nnls

    w = weights()
    s = np.broadcast_to(np.asarray(scattering, float), BANDS)
    like = plausible_density(sheet, sheet.veil, lab_from_xyz(xyz), s) if like is None else like
    least = log_density(film_over(sheet.inner, np.zeros(BANDS), s))
    like = log_density(film_over(sheet.inner, like / 2, s)) - least
    bend = np.diff(np.eye(BANDS), 2, axis=0)
    # A dark colour must be met as closely, for its size, as a pale one.
    exactness = EXACTNESS / (xyz + 0.01)[:, None]
    above, before, stride = np.minimum(like, DENSEST), np.zeros(BANDS), 1.0
    for _ in range(steps):
        inner = np.exp(-least - above)
        slope = -inner * (1 - sheet.veil) * (1 - INTERNAL_REFLECTION) / (1 - INTERNAL_REFLECTION * inner) ** 2
        jacobian = (w * slope[:, None]).T
        goal = jacobian @ above + (xyz - put_on_surface(inner, sheet.veil) @ w)
        found, _residual = nnls(
            np.vstack([bend, LIKE * np.eye(BANDS), exactness * jacobian]),
            np.concatenate([bend @ like, LIKE * like, exactness[:, 0] * goal]),
            maxiter=100 * BANDS,
        )
        move = np.minimum(found, DENSEST) - above
        largest = float(np.abs(move).max())
        # A move that takes back the one before goes too far: half as far from here on.
        stride *= 0.5 if move @ before < 0 else 1.0
        before = move
        above = above + move * min(1.0, stride / largest if largest > 0 else 1.0)
        if largest < 1e-6:
            break
    above = np.maximum(above, 0.0)
    return above if not np.any(s) else density_of(np.exp(-least - above), sheet.inner, s)


# The densest that is looked for in an ink that scatters, for each unit of its scattering.
DENSEST_EACH = 400.0


def density_of(seen: Array, ground: Array, scattering: Array) -> Array:
    """D of a film with that scattering that looks ``seen`` (inner reflectance) over a ground, all (..., 31), by halving: it falls with D."""
    low, high = np.zeros(seen.shape), np.broadcast_to(DENSEST + DENSEST_EACH * scattering, seen.shape)
    for _ in range(60):
        middle = (low + high) / 2
        paler = film_over(ground, middle / 2, scattering) > seen
        low, high = np.where(paler, middle, low), np.where(paler, high, middle)
    return np.asarray((low + high) / 2)
