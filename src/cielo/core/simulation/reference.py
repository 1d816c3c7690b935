"""The same panel without a trick: plain NumPy, double precision, all 31 bands, every step in turn.

It is what run.py is judged against, for fidelity in the tests and for speed in the benchmarks.
"""

from dataclasses import replace

import numpy as np

from cielo.core.optics.films import film_of
from cielo.core.optics.kubelka_munk import film_over
from cielo.core.optics.layering import MOST_HINDRANCE, hindrance, quickness
from cielo.core.optics.spectra import Array, xyz_from_reflectance
from cielo.core.optics.stock import put_on_surface, sheet_of
from cielo.core.plan import Plan
from cielo.core.simulation.beads import beads_standing
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.maps import layings
from cielo.core.simulation.measured import measured_of
from cielo.core.simulation.run import groups_of


def reference_xyz(plan: Plan, grid: Grid, *, beads: bool = False) -> Array:
    """The panel's colour after all steps, XYZ of D50, (rows, columns, 3), float64; ``beads`` as in run.panel_xyz."""
    sheet = sheet_of(plan.stock.paper)
    shape = (grid.rows, grid.columns)
    inner = np.broadcast_to(sheet.inner, (*shape, len(sheet.inner))).copy()
    veil = np.full(shape, sheet.veil)
    films = {ink.key: film_of(replace(ink, laydown="film"), plan.stock.paper) for ink in plan.inks}
    laid = {key: np.zeros(shape) for key in films}
    steps = [*layings(plan, grid), *(beads_standing(plan, grid) if beads else ())]
    groups = groups_of(steps)
    measured = measured_of(plan)
    for group in dict.fromkeys(groups):
        below = {key: np.minimum(amount, 1.0) for key, amount in laid.items()}
        density, scattering, extra = np.zeros_like(inner), np.zeros_like(inner), np.zeros_like(inner)
        for laying, number in zip(steps, groups, strict=True):
            if number != group:
                continue
            key, strength = laying.step.ink, laying.strength.astype(float)
            film = films[key]
            added = film.amount(laid[key] + strength) - film.amount(laid[key])
            hindered, log_taken = np.zeros(shape), np.zeros(shape)
            for other, under in below.items():
                if other != key and not laying.stands:
                    if films[other].resists:
                        added = added * (1 - under)
                    by_it = under * hindrance(films[other], film)
                    hindered += by_it
                    log_taken += by_it * quickness(film) * np.log(measured.trapping(other, key))
                change = measured.change(other, key)
                if change is not None and groups.count(group) == 1:
                    gained = np.minimum(laid[key] + strength, 1.0) - np.minimum(laid[key], 1.0)
                    extra += (under * gained)[..., None] * change
            added = added * np.exp(log_taken * np.minimum(1.0, MOST_HINDRANCE / np.maximum(hindered, 1e-9)))
            density += film.density * added[..., None]
            scattering += film.scattering * added[..., None]
            veil += (np.minimum(veil, film.veil) - veil) * np.minimum(strength, 1.0)
            laid[key] += strength
        inner = np.clip(film_over(inner, density / 2, scattering) * np.exp(-extra), 0.0, 1.0)
    return xyz_from_reflectance(put_on_surface(inner, veil[..., None]))
