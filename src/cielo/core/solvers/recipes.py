"""Many recipes at once: up to three inks over each other on a stock, each of some strength, and the colours they give.

Symbols
-------
=========  ============  ==========================================================================
symbol     shape         meaning
=========  ============  ==========================================================================
which      (recipe, 3)   the inks from the bottom up, as places in the list; -1 where there is none
laid       (recipe, 3)   full applications of each
xyz        (recipe, 3)   the colour, XYZ of D50, Y = 1
=========  ============  ==========================================================================

Layered as optics.layering does it, each ink dry before the next, with the bands of simulation.bands and dabs taken as films: near enough
to choose by (tests/core/solvers hold it to the full prediction), and what is chosen is predicted again in full.
"""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from cielo.core.compiled import njit, prange
from cielo.core.keeping import kept
from cielo.core.materials import Ink, Stock
from cielo.core.optics.layering import MOST_HINDRANCE
from cielo.core.optics.spectra import Array, lab_from_xyz
from cielo.core.optics.stock import INTERNAL_REFLECTION, sheet_of
from cielo.core.parallel import one_at_a_time
from cielo.core.plan import Card, Plan, Reveals
from cielo.core.simulation.bands import EVERY, PICTURE_BANDS, picture_weights
from cielo.core.simulation.inks import KNOTS, STRONGEST, Inks, inks_of

Which = NDArray[np.int64]
Laid = NDArray[np.float32]
MOST_FILMS = 3


@kept
def films_on(stock: Stock, inks: tuple[Ink, ...]) -> Inks:
    """The inks on a stock as the arrays of simulation.inks."""
    return inks_of(Plan("recipes", "in", Card(100.0, 100.0, "left", Reveals(0, 0, 0, 0)), stock, inks, (), ()))


def colours_of(stock: Stock, inks: tuple[Ink, ...], which: Which, laid: Laid) -> Array:
    """CIE Lab of D50 of recipes, (recipe, 3); shapes as in the symbol table."""
    films = films_on(stock, inks)
    sheet = sheet_of(stock.paper)
    xyz = np.empty((len(which), 3), dtype=np.float32)
    with one_at_a_time:
        _layer(
            np.ascontiguousarray(which, dtype=np.int64), np.ascontiguousarray(laid, dtype=np.float32), films.curves, films.densities,
            films.scatterings, films.hindrances, films.log_traps, films.resists, films.veils, sheet.inner[::EVERY].astype(np.float32),
            np.float32(sheet.veil), np.ascontiguousarray(picture_weights().T, dtype=np.float32), xyz,
        )  # fmt: skip
    return lab_from_xyz(xyz.astype(np.float64))


@njit(parallel=True, fastmath=True, cache=True)
def _layer(
    which: Any, laid: Any, curves: Any, densities: Any, scatterings: Any, hindrances: Any, log_traps: Any, resists: Any, veils: Any,
    sheet: Any, sheet_veil: Any, weights: Any, xyz: Any,
) -> None:  # fmt: skip  # pragma: no cover - compiled
    one = np.float32(1)
    per_knot = np.float32((KNOTS - 1) / STRONGEST)
    reflected = np.float32(INTERNAL_REFLECTION)
    for recipe in prange(which.shape[0]):
        inner = sheet.copy()
        veil = sheet_veil
        for film in range(which.shape[1]):
            ink = which[recipe, film]
            strength = laid[recipe, film]
            if ink < 0 or strength <= 0:
                continue
            log_taken, hindered, bare = np.float32(0), np.float32(0), one
            for below in range(film):
                other = which[recipe, below]
                if other < 0 or other == ink:
                    continue
                covered = min(laid[recipe, below], one)
                log_taken += covered * log_traps[ink, other]
                hindered += covered * hindrances[ink, other]
                if resists[other]:
                    bare -= bare * covered
            if hindered > np.float32(MOST_HINDRANCE):
                log_taken *= np.float32(MOST_HINDRANCE) / hindered
            position = strength * per_knot
            knot = min(int(position), KNOTS - 2)
            part = min(position - np.float32(knot), one)
            amount = (curves[ink, knot] * (one - part) + curves[ink, knot + 1] * part) * bare * np.exp(log_taken)
            veil += (min(veil, veils[ink]) - veil) * min(strength, one)
            for band in range(PICTURE_BANDS):
                d = amount * densities[ink, band]
                s = amount * scatterings[ink, band]
                g = inner[band]
                if s < np.float32(1e-6):
                    inner[band] = g * np.exp(-d)
                    continue
                a = one + d / (2 * s)
                b = np.sqrt(max(a * a - one, np.float32(0)))
                u = b * s
                e = np.exp(-2 * u)
                coth = (
                    one / s + b * u * np.float32(1 / 3)
                    if u < np.float32(0.03)
                    else b * (one + e) / max(one - e, np.float32(1e-6))
                )
                inner[band] = (one - g * (a - coth)) / (a - g + coth)
        through = (one - veil) * (one - reflected)
        x, y, z = np.float32(0), np.float32(0), np.float32(0)
        for band in range(PICTURE_BANDS):
            seen = veil + through * inner[band] / (one - reflected * inner[band])
            x += seen * weights[0, band]
            y += seen * weights[1, band]
            z += seen * weights[2, band]
        xyz[recipe, 0] = x
        xyz[recipe, 1] = y
        xyz[recipe, 2] = z
