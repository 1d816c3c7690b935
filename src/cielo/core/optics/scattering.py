"""How much of an ink builds up with passes, and how much it scatters: from its swatches, or as usual for its kind."""

from dataclasses import replace

import numpy as np

from cielo.core.materials import TRANSPARENT_KINDS, Ink, InkKind, Paper, Swatch
from cielo.core.optics.colourants import plausible_density
from cielo.core.optics.density import HALVINGS, REACHED, density_and_veil, solve_density
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.kubelka_munk import film_over
from cielo.core.optics.spectra import BANDS, WAVELENGTHS_NM, Array, xyz_from_lab
from cielo.core.optics.stock import Sheet, lab_seen, sheet_of
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
# A fit that changes by less than this share, in what it misses or in what it finds, is done: swatches are read to a tenth of a unit.
ENOUGH = 1e-4
# How much slope and bend of a scattering spectrum count against the colour over black: pigments scatter all light about alike.
FLAT = 0.3


def saturating(s: Array | float, k: float) -> Array:
    """0 at 0, 1 at 1, rising ever slower."""
    return np.asarray(np.expm1(-k * np.asarray(s, dtype=float)) / np.expm1(-k))


def scattering_of(ink: Ink, sheet: Sheet, full: Swatch) -> tuple[Array, bool]:
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


def _fit_scattering(ink: Ink, sheet: Sheet, full: Swatch, over_black: Swatch, usual: float) -> Array:
    """S with level, slope and bend over the bands so that the film over black has the colour measured there."""
    from scipy.optimize import least_squares

    black = sheet_of(BLACK_CARD)
    target = np.array(over_black.lab)
    t = (WAVELENGTHS_NM - 550) / 150
    k = SATURATION[ink.kind]
    on_white, on_black = float(saturating(full.strength, k)), float(saturating(over_black.strength, k))

    xyz = xyz_from_lab(full.lab)
    _, veil = density_and_veil(sheet, np.array(full.lab), np.full(BANDS, usual * on_white), 1.0)
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
    flat = least_squares(gap_at_level, [np.log(max(usual, 0.02))], args=(like,), max_nfev=12, ftol=ENOUGH, xtol=ENOUGH)
    level = float(flat.x[0])
    like = plausible_density(sheet, sheet.veil, np.array(full.lab), np.full(BANDS, np.exp(level) * on_white))
    return spectrum(
        least_squares(gap, np.array([level, 0.0, 0.0]), args=(like,), diff_step=[1e-3], max_nfev=25, ftol=ENOUGH, xtol=ENOUGH).x
    )
