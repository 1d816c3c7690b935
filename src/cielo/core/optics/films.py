"""One ink: from its swatches to a film that can be laid in any amount on any sheet.

Symbols
-------
======  =========  ========================================================================
symbol  shape      meaning
======  =========  ========================================================================
D       (31,)      density spectrum of one full application, natural logarithm, >= 0
x       ()         amount, in full applications
s       ()         strength asked for: passes times touch
g0      (31,)      inner reflectance of the sheet under the swatch
J       (3, 31)    slope of XYZ by D
======  =========  ========================================================================

A dye soaks in and only absorbs, so one layer is g = g0 exp(-D x) (Bouguer, Lambert, Beer). D is the spectrum with the least
second difference that reproduces the swatch on its own sheet.
"""

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from cielo.core.materials import Ink, InkKind, Paper, Swatch
from cielo.core.optics.spectra import BANDS, Array, lab_from_xyz, weights, xyz_from_lab
from cielo.core.optics.stock import INTERNAL_REFLECTION, Sheet, lab_seen, put_on_surface, sheet_of
from cielo.errors import BadInput, NotYet

# How soon further passes stop adding ink: x(s) = (1 - exp(-k s)) / (1 - exp(-k)). Common practice, no source: a second
# full pass of a dye still adds about three quarters of the first.
SATURATION: dict[InkKind, float] = {"dye": 0.25}

DENSEST = 12.0


@dataclass(frozen=True, eq=False)
class Film:
    """An ink ready to be laid.

    density : D, shape (31,).
    strengths, amounts : knots of the curve from strength to amount, both (N,), rising, from 0.
    saturation : k of the curve beyond the last knot.
    miss : CIE Lab distance between the swatch and what the film gives on the swatch's sheet; 0 when reproduced.
    """

    density: Array
    strengths: Array
    amounts: Array
    saturation: float
    miss: float

    def amount(self, strength: Array | float) -> Array:
        """Strength (any shape, >= 0) to amount of the same shape; never falls."""
        s = np.asarray(strength, dtype=float)
        last_s, last_x = self.strengths[-1], self.amounts[-1]
        beyond = last_x * saturating(s / last_s, self.saturation)
        if len(self.strengths) == 2:
            return np.asarray(beyond)
        from scipy.interpolate import PchipInterpolator

        inside = PchipInterpolator(self.strengths, self.amounts)(np.clip(s, 0, last_s))
        return np.asarray(np.where(s <= last_s, inside, np.maximum(beyond, last_x)))


def saturating(s: Array | float, k: float) -> Array:
    """0 at 0, 1 at 1, rising ever slower."""
    return np.asarray(np.expm1(-k * np.asarray(s, dtype=float)) / np.expm1(-k))


@lru_cache(maxsize=1024)
def film_of(ink: Ink, stock: Paper) -> Film:
    """The film of an ink whose swatches were made on ``ink.measured_on`` or, where that is None, on ``stock``.

    Raises NotYet for kinds of ink not modelled yet, BadInput when there is no swatch or none above strength 0.
    """
    if ink.kind != "dye" or ink.laydown != "film":
        raise NotYet(
            f"{ink.name} is {ink.kind} ink laid as {ink.laydown}; only dye laid as a film can be predicted so far.",
            field=f"inks.{ink.key}.{'kind' if ink.kind != 'dye' else 'laydown'}",
        )
    swatches = sorted((s for s in ink.swatches if s.strength > 0), key=lambda s: s.strength)
    if not swatches:
        raise BadInput(
            f"{ink.name} has no swatch.",
            field=f"inks.{ink.key}.swatches",
            mend="Give at least one swatch with a strength above 0.",
        )
    sheet = sheet_of(ink.measured_on or stock)
    full = min(swatches, key=lambda s: (abs(s.strength - 1.0), s.strength))
    target = xyz_from_lab(full.lab)
    density = solve_density(sheet, target)
    reached = lab_seen(sheet.inner * np.exp(-density), sheet.veil)
    miss = float(np.linalg.norm(reached - lab_from_xyz(target)))
    k = SATURATION[ink.kind]
    base = density / saturating(full.strength, k)
    if len(swatches) == 1:
        return Film(base, np.array([0.0, 1.0]), np.array([0.0, 1.0]), k, miss)
    knots = [0.0, *(s.strength for s in swatches)]
    amounts = [0.0, *(_amount_for(sheet, base, s) for s in swatches)]
    return Film(base, np.array(knots), np.maximum.accumulate(amounts), k, miss)


def _amount_for(sheet: Sheet, density: Array, swatch: Swatch) -> float:
    """The amount of a known film that comes nearest to a swatch."""
    from scipy.optimize import minimize_scalar

    target = xyz_from_lab(swatch.lab)
    lab = lab_from_xyz(target)

    def distance(amount: float) -> float:
        return float(np.linalg.norm(lab_seen(sheet.inner * np.exp(-density * amount), sheet.veil) - lab))

    return float(minimize_scalar(distance, bounds=(0.0, 2.0 * swatch.strength + 2.0), method="bounded").x)


def solve_density(sheet: Sheet, xyz: Array, *, steps: int = 60) -> Array:
    """D >= 0 with the least second difference whose film on ``sheet`` has the colour ``xyz`` (3,), Y = 1.

    Newton steps on the colour, each a non-negative least-squares problem (Lawson & Hanson 1974). Where the sheet cannot be
    made that colour by absorbing alone, the nearest that can; the caller sees it in ``Film.miss``. Shape (31,).
    """
    from scipy.optimize import nnls

    w = weights()
    bend = np.diff(np.eye(BANDS), 2, axis=0)
    exactness = 1e3
    density = np.full(BANDS, 0.5)
    for _ in range(steps):
        inner = sheet.inner * np.exp(-density)
        seen = put_on_surface(inner, sheet.veil)
        slope = -inner * (1 - sheet.veil) * (1 - INTERNAL_REFLECTION) / (1 - INTERNAL_REFLECTION * inner) ** 2
        jacobian = (w * slope[:, None]).T
        goal = jacobian @ density + (xyz - seen @ w)
        found, _residual = nnls(
            np.vstack([bend, exactness * jacobian, 1e-6 * np.eye(BANDS)]),
            np.concatenate([np.zeros(len(bend)), exactness * goal, np.zeros(BANDS)]),
            maxiter=50 * BANDS,
        )
        move = np.minimum(found, DENSEST) - density
        largest = float(np.abs(move).max())
        density = density + move * min(1.0, 1.0 / largest if largest > 0 else 1.0)
        if largest < 1e-9:
            break
    return np.asarray(np.maximum(density, 0.0))
