"""One ink: from its swatches to a film that can be laid in any amount on any sheet.

Symbols
-------
======  =========  ========================================================================
symbol  shape      meaning
======  =========  ========================================================================
D       (31,)      density spectrum of one full application, natural logarithm, >= 0; D = 2 K
S       (31,)      scattering of one full application, >= 0; 0 for dye and alcohol ink
x       ()         amount, in full applications
s       ()         strength asked for: passes times touch
a       ()         share of the area covered, 0..1; 1 for a film
g0      (31,)      inner reflectance of the sheet under the swatch
m       (31,)      density spectrum that plausible colourants of the swatch's colour have (colourants.py)
======  =========  ========================================================================

A dye soaks in and only absorbs: g = g0 exp(-D x) (Bouguer, Lambert, Beer). Of all spectra D >= 0 that reproduce the swatch on its own
sheet, D is the one with the least |D'' - m''|^2 + 0.1^2 |D - m|^2 ('' the second difference). Where a swatch is darker than the sheet's
surface lets anything look, the ink must have smoothed that surface, and the film's veil is as much lower as it takes. An ink that scatters
is a Kubelka-Munk film (kubelka_munk.py); one swatch on white cannot tell D from S, so S is found from a swatch over black, or taken from
the hiding power usual for the kind, and then the prediction is told to be less sure (confidence.py).
"""

import hashlib
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache

import numpy as np

from cielo.core.materials import RESIST_KINDS, Ink, Paper, Swatch
from cielo.core.optics.density import density_and_veil
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.kubelka_munk import film_over
from cielo.core.optics.scattering import SATURATION, saturating, scattering_of
from cielo.core.optics.spectra import Array, lab_from_xyz, weights, xyz_from_reflectance
from cielo.core.optics.stock import GLOSS_VEIL, YULE_NIELSEN, Sheet, lab_seen, put_on_surface, sheet_of
from cielo.errors import BadInput


@dataclass(frozen=True, eq=False)
class Film:
    """An ink ready to be laid.

    density, scattering : D and S, shape (31,).
    strengths, amounts : knots of the curve from strength to amount, both (N,), rising, from 0.
    areas : share covered at those strengths, (N,); all 1 above 0 for a film.
    amount_slopes, area_slopes : slopes of the curves through the amounts and the areas at the knots, (N,).
    saturation : k of the curve beyond the last knot.
    resists : whether it sheds what is laid over it, and smooths the surface (melted powders).
    hiding_known : whether S comes from a swatch over black (or needs none).
    foreign : whether it was measured on another sheet than the one it is laid on.
    misses : CIEDE2000 of each swatch to what the film gives on the swatch's sheet, (N - 1,).
    veil : what a full film leaves of the sheet's surface veil at most (stock.py); 1 where it leaves it all.
    warnings : what is odd about the swatches, in words.
    """

    density: Array
    scattering: Array
    strengths: Array
    amounts: Array
    areas: Array
    amount_slopes: Array
    area_slopes: Array
    saturation: float
    resists: bool
    hiding_known: bool
    foreign: bool
    misses: Array
    veil: float
    warnings: tuple[str, ...]

    @property
    def broken(self) -> bool:
        return bool(np.any(self.areas[1:] < 1))

    @cached_property
    def strong(self) -> float:
        """How much an ink absorbs, whatever its hue: half the plain mean of D and half its mean weighted by Y."""
        return float((self.density.mean() + self.dark) / 2)

    @cached_property
    def dark(self) -> float:
        """How much an ink darkens: the mean of D weighted by Y."""
        return float(self.density @ weights()[:, 1] / weights()[:, 1].sum())

    def amount(self, strength: Array | float) -> Array:
        """Strength (any shape, >= 0) to amount of the same shape; never falls."""
        s = np.asarray(strength, dtype=float)
        last_s, last_x = self.strengths[-1], self.amounts[-1]
        beyond = last_x * saturating(s / last_s, self.saturation)
        if len(self.strengths) == 2:
            return np.asarray(beyond)
        return np.where(s <= last_s, self._through(self.amounts, self.amount_slopes, s), np.maximum(beyond, last_x))

    def area(self, strength: Array | float) -> Array:
        """Strength (any shape, >= 0) to the share of the area covered, 0..1; never falls."""
        s = np.asarray(strength, dtype=float)
        if not self.broken:
            return np.where(s > 0, 1.0, 0.0)
        return np.clip(self._through(self.areas, self.area_slopes, s), 0.0, 1.0)

    def _through(self, values: Array, slopes: Array, strength: Array) -> Array:
        """The cubic of Hermite through values at the knots with those slopes, all (N,), held at its end."""
        knots = self.strengths
        s = np.clip(strength, 0, knots[-1])
        before = np.clip(np.searchsorted(knots, s, "right") - 1, 0, len(knots) - 2)
        wide = knots[before + 1] - knots[before]
        u = (s - knots[before]) / wide
        up, down = u**2 * (3 - 2 * u), u * (1 - u)
        steep = slopes[before] * (1 - u) - slopes[before + 1] * u
        return np.asarray(values[before] * (1 - up) + values[before + 1] * up + wide * down * steep)


def _monotone_slopes(knots: Array, values: Array) -> Array:
    """Slopes (N,) with which a cubic through the knots never turns back (Fritsch & Carlson 1980, by way of SciPy)."""
    from scipy.interpolate import PchipInterpolator

    return np.asarray(PchipInterpolator(knots, values).derivative()(knots))


# Films by what they depend on, the one used last at the end, so that they can be kept from one run of Cielo to the next (app/films_kept.py).
WORKED_OUT: dict[str, Film] = {}
MOST_WORKED_OUT = 2048


@lru_cache(maxsize=2048)
def film_of(ink: Ink, stock: Paper) -> Film:
    """The film of an ink whose swatches were made on ``ink.measured_on`` or, where that is None, on ``stock``.

    Raises BadInput when no swatch has a strength above 0, or when the swatch over black is lighter than the one on white.
    """
    paper = ink.measured_on or stock
    film = _fitted(ink, paper)
    return film if paper == stock else replace(film, foreign=True)


def _fitted(ink: Ink, paper: Paper) -> Film:
    """The film that the swatches tell, made on ``paper``; kept apart from film_of because it is the same on every stock."""
    told = hashlib.sha256(repr((ink, paper)).encode()).hexdigest()
    known = WORKED_OUT.pop(told, None)
    if known is None:
        known = _fit(ink, paper)
    WORKED_OUT[told] = known
    while len(WORKED_OUT) > MOST_WORKED_OUT:
        WORKED_OUT.pop(next(iter(WORKED_OUT)), None)
    return known


def _fit(ink: Ink, paper: Paper) -> Film:
    swatches = _swatches(ink)
    sheet = sheet_of(paper)
    full = full_swatch(ink)
    scattering, known = scattering_of(ink, sheet, full)
    k = SATURATION[ink.kind]
    scale = 1.0 if ink.laydown == "broken" else float(saturating(full.strength, k))
    veil = GLOSS_VEIL if ink.kind in RESIST_KINDS else 1.0
    solved, veil = density_and_veil(sheet, np.array(full.lab), scattering * scale, veil)
    under = replace(sheet, veil=min(sheet.veil, veil))
    density = solved / scale
    knots, amounts, areas, misses, warnings = _curve(ink, sheet, under, density, scattering, swatches, full, scale)
    return Film(
        density=density,
        scattering=scattering,
        strengths=knots,
        amounts=amounts,
        areas=areas,
        amount_slopes=_monotone_slopes(knots, amounts),
        area_slopes=_monotone_slopes(knots, areas),
        saturation=k,
        resists=ink.kind in RESIST_KINDS,
        hiding_known=known,
        foreign=False,
        misses=misses,
        veil=veil,
        warnings=warnings,
    )


def full_swatch(ink: Ink) -> Swatch:
    """The swatch nearest to one full application, which the film is made from. Raises BadInput when there is none."""
    return min(_swatches(ink), key=lambda s: (abs(s.strength - 1.0), s.strength))


def _swatches(ink: Ink) -> list[Swatch]:
    swatches = sorted((s for s in ink.swatches if s.strength > 0), key=lambda s: s.strength)
    if not swatches:
        raise BadInput(
            f"{ink.name} has no swatch on white.",
            field=f"inks.{ink.key}.swatches",
            mend="Give at least one swatch on its white or bare sheet, with a strength above 0.",
        )
    strengths = [s.strength for s in swatches]
    if len(set(strengths)) < len(strengths):
        raise BadInput(
            f"{ink.name} has two swatches of the same strength.",
            field=f"inks.{ink.key}.swatches",
            mend="Keep one of each strength, or their mean.",
        )
    return swatches


def _curve(
    ink: Ink, sheet: Sheet, under: Sheet, density: Array, scattering: Array, swatches: list[Swatch], full: Swatch, scale: float
) -> tuple[Array, Array, Array, Array, tuple[str, ...]]:
    """Knots, amounts, areas and misses from the swatches, and what is odd about them. ``under``: the sheet as a full film leaves it."""
    from scipy.optimize import minimize_scalar

    broken = ink.laydown == "broken"
    bare = put_on_surface(sheet.inner, sheet.veil)
    n = YULE_NIELSEN[sheet.surface]

    def lab_at(value: float) -> Array:
        if broken:
            solid = put_on_surface(film_over(sheet.inner, density / 2, scattering), under.veil)
            share = min(value, 1.0)
            mixed = (share * solid ** (1 / n) + (1 - share) * bare ** (1 / n)) ** n
            return lab_from_xyz(xyz_from_reflectance(mixed))
        return lab_seen(film_over(sheet.inner, density * value / 2, scattering * value), under.veil)

    values = []
    for swatch in swatches:
        if swatch is full:  # the film was made from it
            values.append(scale)
            continue
        lab = np.array(swatch.lab)
        top = 1.0 if broken else 2.0 * swatch.strength + 2.0
        found = minimize_scalar(
            lambda value, lab=lab: float(np.linalg.norm(lab_at(value) - lab)), bounds=(0, top), method="bounded"
        )
        values.append(float(found.x))
    steady = _never_falling(values)
    warnings = []
    if max(abs(a - b) for a, b in zip(values, steady, strict=True)) > 0.05:
        warnings.append(f"{ink.name}: more passes look paler in the swatches; they were evened out. Measure them again when dry.")
    misses = [float(ciede2000(lab_at(value), s.lab)) for value, s in zip(steady, swatches, strict=True)]
    knots = np.array([0.0, *(s.strength for s in swatches)])
    if broken:
        return knots, np.array([0.0, *np.ones(len(swatches))]), np.array([0.0, *steady]), np.array(misses), tuple(warnings)
    return knots, np.array([0.0, *steady]), np.array([0.0, *np.ones(len(swatches))]), np.array(misses), tuple(warnings)


def _never_falling(values: list[float]) -> list[float]:
    """The nearest list that never falls (isotonic regression, by way of SciPy)."""
    if len(values) == 1:
        return values
    from scipy.optimize import isotonic_regression

    return [float(v) for v in isotonic_regression(values).x]


def with_hiding(ink: Ink, stock: Paper, factor: float) -> Ink:
    """The ink with its hiding power scaled where that was only taken from its kind; the ink itself where it was measured."""
    return ink if film_of(ink, stock).hiding_known else replace(ink, hiding=ink.hiding * factor)
