"""How sure a prediction is: nine in ten true colours should lie within the band told, in CIEDE2000.

A swatch leaves open what an ink is made of. So the stack is predicted again with inks of the same swatches made of other colourants
(colourants.py), and how far those colours lie apart is what this pair, and no other, may be wrong by. The band adds, in quadrature: that
spread; the swatch itself, how far the film misses it, and the curve between swatches; what films do to each other; a sheet other than
the one the ink was measured on; a hiding power that no swatch over black told; wet mixing, which nothing here was checked against. All
but the last two were set on FOGRA39L, FOGRA29L, FOGRA40L and TR002 (tests/core/test_crossings.py holds them there); those two are
judgement, told as such: hiding by predicting again with half and twice the usual hiding, wet mixing by a fixed allowance.
"""

from collections.abc import Mapping
from dataclasses import replace
from functools import lru_cache

import numpy as np

from cielo.core.materials import Ink, Paper
from cielo.core.optics.colourants import near_members
from cielo.core.optics.density import DENSEST, LIKE, density_of, log_density
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.films import Film, film_of, full_swatch, with_hiding
from cielo.core.optics.kubelka_munk import film_over
from cielo.core.optics.layering import Layers, Stack, lab_of_stack, reflectance_of_films
from cielo.core.optics.refine import NOTHING_MEASURED, Refinement
from cielo.core.optics.spectra import BANDS, Array, lab_from_reflectance, weights, xyz_from_lab
from cielo.core.optics.stock import INTERNAL_REFLECTION, put_on_surface, sheet_of

# All in CIEDE2000.
READING = 0.6
CURVE = 0.4
# What films do to each other, whatever they are made of, and how many times the spread nine in ten true colours lie within.
CROSSING = 3.2
OF_SPREAD = 0.8
# Films that cover less meet less, and doubt falls faster than what they share. Fitted, as the others.
FULLER = 2.6
OTHER_SHEET = 6.1
WET = 3.0
# Three full films are not three times as uncertain as two: what they may be wrong by partly cancels.
MOST_CROSSINGS = 1.3
# What is left of a pair's doubt once it has been measured.
MEASURED_SHARE = 0.25
# With so many other makings of every ink the spread is taken, each corrected so often to the swatch's colour.
MADE = 24
CORRECTIONS = 14


def uncertainty(
    paper: Paper, inks: Mapping[str, Ink], stack: Stack, *, wet: bool = False, measured: Refinement = NOTHING_MEASURED
) -> float:
    """Half width of the 90 % band of lab_of_stack with the same arguments, CIEDE2000; 0 for bare stock."""
    strengths: dict[str, float] = {}
    for key, strength in stack:
        strengths[key] = strengths.get(key, 0.0) + strength
    films = {key: film_of(inks[key], paper) for key, strength in strengths.items() if strength > 0}
    if not films:
        return 0.0
    cover = {key: float(film.area(strengths[key])) if film.broken else min(1.0, strengths[key]) for key, film in films.items()}
    order = list(films)
    pairs = [(order[i], order[j]) for i in range(len(order)) for j in range(i + 1, len(order))]
    open_share = [MEASURED_SHARE if measured.knows(*pair) else 1.0 for pair in pairs]
    crossings = sum((cover[a] * cover[b]) ** FULLER * share for (a, b), share in zip(pairs, open_share, strict=True))
    between = max(4 * cover[key] * (1 - cover[key]) for key in order)
    beyond = max(max(0.0, strengths[key] - film.strengths[-1]) for key, film in films.items())
    foreign = max((cover[key] for key, film in films.items() if film.foreign), default=0.0)
    missed = max(float(np.interp(strengths[key], film.strengths, [0.0, *film.misses])) for key, film in films.items())
    made = {key: _made(inks[key], paper, n) for n, key in enumerate(order)}
    laid = [one for one in stack if one[1] > 0]
    spread = _spread(paper, films, made, [laid] if wet else [[one] for one in laid], measured)
    parts = [
        READING,
        missed,
        CURVE * between + CURVE * min(beyond, 2.0),
        CROSSING * np.sqrt(min(crossings, MOST_CROSSINGS)),
        OF_SPREAD * spread * (float(np.mean(open_share)) if pairs else 1.0),
        OTHER_SHEET * np.sqrt(foreign),
        WET if wet and len(films) > 1 else 0.0,
        _hiding_doubt(paper, inks, stack, wet),
    ]
    return round(float(np.sqrt(np.sum(np.square(parts)))), 2)


def _spread(paper: Paper, films: Mapping[str, Film], made: Mapping[str, Array], layers: Layers, measured: Refinement) -> float:
    """How far apart the colours of a stack lie that inks of the same swatches, made of other colourants, give: root mean square."""
    sheet = sheet_of(paper)
    usual = lab_from_reflectance(reflectance_of_films(sheet, films, layers, measured))
    seen = [
        reflectance_of_films(sheet, {k: replace(film, density=made[k][n]) for k, film in films.items()}, layers, measured)
        for n in range(MADE)
    ]
    return float(np.sqrt(np.mean(np.square(ciede2000(lab_from_reflectance(np.array(seen)), usual)))))


@lru_cache(maxsize=512)
def _made(ink: Ink, paper: Paper, turn: int) -> Array:
    """D of the same ink made of MADE other colourants, (MADE, 31), each with the colour of its full swatch, in an order told by ``turn``.

    The members of the ensemble nearest to the swatch, each moved as little as gives it that colour exactly (colourants.py).
    """
    film = film_of(ink, paper)
    sheet = sheet_of(ink.measured_on or paper)
    full = full_swatch(ink)
    scale = 1.0 if film.broken else float(film.amount(full.strength))
    veil, scattering = min(sheet.veil, film.veil), film.scattering * scale
    members = near_members(sheet, veil, np.array(full.lab), scattering, MADE)
    s = np.broadcast_to(scattering, members.shape)
    # As in density.solve_density: A of the film above the clear one is moved, and D is read from it.
    least = log_density(film_over(sheet.inner, np.zeros(BANDS), scattering))
    above = log_density(film_over(sheet.inner, members / 2, s)) - least
    w, xyz = weights(), xyz_from_lab(full.lab)
    bend = np.diff(np.eye(BANDS), 2, axis=0)
    free = np.linalg.inv(bend.T @ bend + LIKE**2 * np.eye(BANDS))
    for _ in range(CORRECTIONS):
        inner = np.exp(-least - above)
        slope = -inner * (1 - veil) * (1 - INTERNAL_REFLECTION) / (1 - INTERNAL_REFLECTION * inner) ** 2
        jacobian = np.swapaxes(w[None] * slope[..., None], 1, 2)  # (member, 3, 31)
        across = free @ np.swapaxes(jacobian, 1, 2)
        reach = jacobian @ across + 1e-15 * np.eye(3)
        gap = xyz - put_on_surface(inner, veil) @ w
        move = (across @ np.linalg.solve(reach, gap[..., None]))[..., 0]
        above = np.clip(above + np.clip(move, -1, 1), 0.0, DENSEST)
    density = density_of(np.exp(-least - above), sheet.inner, s) if np.any(scattering) else above
    order = np.random.default_rng(turn).permutation(MADE)
    return np.asarray(density[order] / scale)


def _hiding_doubt(paper: Paper, inks: Mapping[str, Ink], stack: Stack, wet: bool) -> float:
    """How far the colour moves when hiding powers that nothing told are halved and doubled."""
    keys = {key for key, strength in stack if strength > 0}
    if all(film_of(inks[key], paper).hiding_known for key in keys):
        return 0.0
    guessed = {key: inks[key] for key in keys}
    usual = lab_of_stack(paper, guessed, stack, wet=wet)
    doubts = []
    for factor in (0.5, 2.0):
        other = {key: with_hiding(ink, paper, factor) for key, ink in guessed.items()}
        doubts.append(float(ciede2000(usual, lab_of_stack(paper, other, stack, wet=wet))))
    return max(doubts)
