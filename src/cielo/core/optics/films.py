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
J       (3, 31)    slope of XYZ by D
m       (31,)      density spectrum that plausible colourants of the swatch's colour have (colourants.py)
======  =========  ========================================================================

A dye soaks in and only absorbs: g = g0 exp(-D x) (Bouguer, Lambert, Beer). Of all spectra D >= 0 that reproduce the swatch on its own
sheet, D is the one with the least |D'' - m''|^2 + 0.1^2 |D - m|^2 ('' the second difference). Where a swatch is darker than the sheet's
surface lets anything look, the ink must have smoothed that surface, and the film's veil is as much lower as it takes. An ink that scatters
is a Kubelka-Munk film (kubelka_munk.py); one swatch on white cannot tell D from S, so S is found from a swatch over black, or taken from
the hiding power usual for the kind, and then the prediction is told to be less sure (confidence.py).
"""

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache

import numpy as np

from cielo.core.materials import RESIST_KINDS, TRANSPARENT_KINDS, Ink, InkKind, Paper, Swatch
from cielo.core.optics.colourants import plausible_density
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.kubelka_munk import film_over
from cielo.core.optics.spectra import BANDS, WAVELENGTHS_NM, Array, lab_from_xyz, weights, xyz_from_lab, xyz_from_reflectance
from cielo.core.optics.stock import GLOSS_VEIL, INTERNAL_REFLECTION, YULE_NIELSEN, Sheet, lab_seen, put_on_surface, sheet_of
from cielo.errors import BadInput

# How soon further passes stop adding ink: x(s) = (1 - exp(-k s)) / (1 - exp(-k)). Common practice, no source: a second
# full pass of a dye still adds about three quarters of the first, one of a pigment less, because the tooth is full.
SATURATION: dict[InkKind, float] = {
    "dye": 0.25, "alcohol": 0.2, "hybrid": 0.35, "pigment": 0.4, "white": 0.4, "metallic": 0.4, "clear": 0.4, "paste": 0.1,
    "powder": 0.1,
}  # fmt: skip

# Scattering S of one full application where no swatch over black tells it. Common practice, no source: an opaque white on black
# looks pale grey, a paste hides, a pigment on black is barely seen.
HIDING: dict[InkKind, float] = {
    "dye": 0.0, "alcohol": 0.0, "clear": 0.0, "hybrid": 0.16, "pigment": 0.16, "white": 2.4, "metallic": 2.0, "paste": 8.0,
    "powder": 12.0,
}  # fmt: skip

# Black card for the swatches over black where its own colour is not given.
BLACK_CARD = Paper((16.0, 0.0, 0.0), "coated")
DENSEST = 14.0
# How much the level of a spectrum counts against its bends.
LIKE = 0.1
# How much slope and bend of a scattering spectrum count against the colour over black: pigments scatter all light about alike.
FLAT = 0.3
# How much the colour counts against the spectrum.
EXACTNESS = 1e3


@dataclass(frozen=True, eq=False)
class Film:
    """An ink ready to be laid.

    density, scattering : D and S, shape (31,).
    strengths, amounts : knots of the curve from strength to amount, both (N,), rising, from 0.
    areas : share covered at those strengths, (N,); all 1 above 0 for a film.
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
        return np.asarray(np.where(s <= last_s, _monotone(self.strengths, self.amounts, s), np.maximum(beyond, last_x)))

    def area(self, strength: Array | float) -> Array:
        """Strength (any shape, >= 0) to the share of the area covered, 0..1; never falls."""
        s = np.asarray(strength, dtype=float)
        if not self.broken:
            return np.where(s > 0, 1.0, 0.0)
        return np.asarray(np.clip(_monotone(self.strengths, self.areas, s), 0.0, 1.0))


def saturating(s: Array | float, k: float) -> Array:
    """0 at 0, 1 at 1, rising ever slower."""
    return np.asarray(np.expm1(-k * np.asarray(s, dtype=float)) / np.expm1(-k))


def _monotone(knots: Array, values: Array, s: Array) -> Array:
    """Monotone cubic through the knots (Fritsch & Carlson 1980, by way of SciPy), held at its end."""
    return np.asarray(_curve_through(tuple(knots), tuple(values))(np.clip(s, 0, knots[-1])))


@lru_cache(maxsize=2048)
def _curve_through(knots: tuple[float, ...], values: tuple[float, ...]) -> Callable[[Array], Array]:
    from scipy.interpolate import PchipInterpolator

    return PchipInterpolator(knots, values)


@lru_cache(maxsize=2048)
def film_of(ink: Ink, stock: Paper) -> Film:
    """The film of an ink whose swatches were made on ``ink.measured_on`` or, where that is None, on ``stock``.

    Raises BadInput when no swatch has a strength above 0, or when the swatch over black is lighter than the one on white.
    """
    paper = ink.measured_on or stock
    film = _fitted(ink, paper)
    return film if paper == stock else replace(film, foreign=True)


@lru_cache(maxsize=2048)
def _fitted(ink: Ink, paper: Paper) -> Film:
    """The film that the swatches tell, made on ``paper``; kept apart from film_of because it is the same on every stock."""
    swatches = _swatches(ink)
    sheet = sheet_of(paper)
    full = full_swatch(ink)
    scattering, known = _scattering(ink, sheet, full)
    k = SATURATION[ink.kind]
    scale = 1.0 if ink.laydown == "broken" else float(saturating(full.strength, k))
    veil = GLOSS_VEIL if ink.kind in RESIST_KINDS else 1.0
    solved, veil = _density_and_veil(sheet, np.array(full.lab), scattering * scale, veil)
    under = replace(sheet, veil=min(sheet.veil, veil))
    density = solved / scale
    knots, amounts, areas, misses, warnings = _curve(ink, sheet, under, density, scattering, swatches, full, scale)
    return Film(density, scattering, knots, amounts, areas, k, ink.kind in RESIST_KINDS, known, False, misses, veil, warnings)


# A film whose colour is this near to its swatch has it, CIEDE2000.
REACHED = 0.05
HALVINGS = 12


def _density_and_veil(sheet: Sheet, lab: Array, scattering: Array, veil: float) -> tuple[Array, float]:
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


def _scattering(ink: Ink, sheet: Sheet, full: Swatch) -> tuple[Array, bool]:
    """S of one full application, (31,), and whether a swatch told it."""
    usual = HIDING[ink.kind] * ink.hiding
    if ink.kind == "hybrid":
        usual *= 1 - ink.dye_share
    if ink.kind in TRANSPARENT_KINDS:
        return np.full(BANDS, usual), True
    if ink.over_black is None:
        return np.full(BANDS, _enough(sheet, full, usual, float(saturating(full.strength, SATURATION[ink.kind])))), False
    if ink.over_black.lab[0] > full.lab[0] + 1.0:
        raise BadInput(
            f"{ink.name} is lighter over black (L {ink.over_black.lab[0]:.0f}) than on white (L {full.lab[0]:.0f}).",
            field=f"inks.{ink.key}.over_black",
            mend="The two swatches may have been exchanged; a film over black can never be the lighter one.",
        )
    return _fit_scattering(ink, sheet, full, ink.over_black, usual), True


# A hiding power is looked for up to so many doublings of the usual one.
DOUBLINGS = 8


def _enough(sheet: Sheet, full: Swatch, usual: float, scale: float) -> float:
    """S of one full application: the usual one, or as much more as a swatch shows that is lighter than that could make its sheet."""

    def miss(scattering: float) -> float:
        s = np.full(BANDS, scattering * scale)
        seen = film_over(sheet.inner, solve_density(sheet, xyz_from_lab(full.lab), s) / 2, s)
        return float(ciede2000(lab_seen(seen, sheet.veil), full.lab))

    if miss(usual) <= REACHED or miss(usual * 2**DOUBLINGS) > REACHED:
        return usual
    low, high = 0.0, float(DOUBLINGS)
    for _ in range(HALVINGS):
        middle = (low + high) / 2
        low, high = (middle, high) if miss(usual * 2**middle) > REACHED else (low, middle)
    return usual * 2**high


def with_hiding(ink: Ink, stock: Paper, factor: float) -> Ink:
    """The ink with its hiding power scaled where that was only taken from its kind; the ink itself where it was measured."""
    return ink if film_of(ink, stock).hiding_known else replace(ink, hiding=ink.hiding * factor)


def _fit_scattering(ink: Ink, sheet: Sheet, full: Swatch, over_black: Swatch, usual: float) -> Array:
    """S with level, slope and bend over the bands so that the film over black has the colour measured there."""
    from scipy.optimize import least_squares

    black = sheet_of(BLACK_CARD)
    target = np.array(over_black.lab)
    t = (WAVELENGTHS_NM - 550) / 150
    k = SATURATION[ink.kind]
    on_white, on_black = float(saturating(full.strength, k)), float(saturating(over_black.strength, k))

    xyz = xyz_from_lab(full.lab)
    _, veil = _density_and_veil(sheet, np.array(full.lab), np.full(BANDS, usual * on_white), 1.0)
    sheet, black = (replace(one, veil=min(one.veil, veil)) for one in (sheet, black))

    def spectrum(shape: Array) -> Array:
        return np.asarray(np.exp(np.clip(shape[0] + shape[1] * t + shape[2] * (t * t - 1 / 3), -9, 4)))

    def gap(shape: Array, like: Array) -> Array:
        scattering = spectrum(shape)
        density = solve_density(sheet, xyz, scattering * on_white, like=like) / on_white
        lab = lab_seen(film_over(black.inner, density * on_black / 2, scattering * on_black), black.veil)
        return np.concatenate([lab - target, FLAT * shape[1:]])

    def gap_at_level(level: Array, like: Array) -> Array:
        return gap(np.array([level[0], 0.0, 0.0]), like)

    like = plausible_density(sheet, sheet.veil, np.array(full.lab), np.full(BANDS, max(usual, 0.02) * on_white))
    # The level alone first, since from a wrong level the slopes run away; what is plausible depends on it.
    flat = least_squares(gap_at_level, [np.log(max(usual, 0.02))], args=(like,), max_nfev=12)
    level = float(flat.x[0])
    like = plausible_density(sheet, sheet.veil, np.array(full.lab), np.full(BANDS, np.exp(level) * on_white))
    return spectrum(least_squares(gap, np.array([level, 0.0, 0.0]), args=(like,), diff_step=[1e-3], max_nfev=25).x)


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
    least = -np.log(film_over(sheet.inner, np.zeros(BANDS), s))
    like = -np.log(film_over(sheet.inner, like / 2, s)) - least
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
        if largest < 1e-9:
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
