"""The same panel without a trick: plain NumPy, double precision, all 31 bands, every step in turn.

It is what run.py is judged against, for fidelity in the tests and for speed in the benchmarks.
"""

from dataclasses import replace

import numpy as np

from cielo.core.optics.films import film_of
from cielo.core.optics.kubelka_munk import film_over
from cielo.core.optics.layering import hindrance
from cielo.core.optics.refine import TRAPPING
from cielo.core.optics.spectra import Array, xyz_from_reflectance
from cielo.core.optics.stock import GLOSS_VEIL, put_on_surface, sheet_of
from cielo.core.plan import Brush, Plan, masks_on
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.laydown import strength_laid


def reference_xyz(plan: Plan, grid: Grid) -> Array:
    """The panel's colour after all steps, XYZ of D50, (rows, columns, 3), float64."""
    sheet = sheet_of(plan.stock.paper)
    shape = (grid.rows, grid.columns)
    inner = np.broadcast_to(sheet.inner, (*shape, len(sheet.inner))).copy()
    veil = np.full(shape, sheet.veil)
    films = {ink.key: film_of(replace(ink, laydown="film"), plan.stock.paper) for ink in plan.inks}
    laid = {key: np.zeros(shape) for key in films}
    for step, on in masks_on(plan):
        if not isinstance(step, Brush):
            continue
        strength = strength_laid(plan, step, on, grid).astype(float)
        film = films[step.ink]
        added = film.amount(laid[step.ink] + strength) - film.amount(laid[step.ink])
        for key, below in laid.items():
            if key != step.ink:
                if films[key].resists:
                    added = added * (1 - np.minimum(below, 1.0))
                added = added * TRAPPING ** (np.minimum(below, 1.0) * hindrance(films[key], film))
        inner = film_over(inner, film.density / 2 * added[..., None], film.scattering * added[..., None])
        if film.resists:
            veil += (np.minimum(veil, GLOSS_VEIL) - veil) * np.minimum(strength, 1.0)
        laid[step.ink] += strength
    return xyz_from_reflectance(put_on_surface(inner, veil[..., None]))
