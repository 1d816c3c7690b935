"""Ink on ink: what a stack of films looks like, bottom first.

Symbols
-------
======  ==============  =====================================================================================
symbol  shape           meaning
======  ==============  =====================================================================================
g       (state, 31)     inner reflectance of each kind of place: covered by this ink and not by that one, ...
w       (state,)        share of the area of each (Demichel weights), sums to 1
laid    (state, ink)    full applications of each ink at such a place
h       (ink, ink)      hindrance of one film to another, min(1, d below / d above); d is how strong each is (Film.strong). Of two
                        dyes no more than takes off the upper half of what the lower brings: 1 - tau^h <= Y below / 2 Y above,
                        Y the mean of D weighted by Y (Film.dark)
c       (state,)        how much the films below hinder the next: sum of min(1, laid) h over the other inks, 1.2 at most
q       (ink,)          how soon a film is full, by that of a dye: k / k of a dye (scattering.SATURATION)
tau     ()              trapping: a film takes as x tau^(c q)
n       ()              Yule-Nielsen factor of the sheet
======  ==============  =====================================================================================

What is laid over a melted powder is shed, in proportion to how far it is covered. A film on a film takes less well, a weak film hinders a
strong one less, and a third film finds it hardly harder than the second. tau is what the saturation of a film leaves of its second pass, so
that two equal inks crossed are two passes of one; held to FOGRA39L, FOGRA29L, FOGRA40L and TR002 (tests/core/test_crossings.py).
Broken coverage (dabs, dots): each ink covers its share a of every kind of place (Demichel 1924; Neugebauer 1937), and the kinds
mix as R = (sum w R_i^(1/n))^n (Yule & Nielsen 1951). Wet in wet: K and S add by amount and make one film, so nothing is trapped
(Duncan 1940, from memory).
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from cielo.core.bounds import Lab
from cielo.core.materials import RESIST_KINDS, Ink, Paper
from cielo.core.optics.films import Film, film_of
from cielo.core.optics.kubelka_munk import film_over
from cielo.core.optics.refine import NOTHING_MEASURED, TRAPPING, Refinement
from cielo.core.optics.scattering import SATURATION
from cielo.core.optics.spectra import BANDS, Array, lab_from_reflectance
from cielo.core.optics.stock import YULE_NIELSEN, Sheet, put_on_surface, sheet_of
from cielo.errors import BadInput

# Kinds of place beyond this are merged into the commonest: ten inks broken over each other.
MOST_STATES = 1024

Stack = Sequence[tuple[str, float]]
# Stacks over each other: the inks of one are laid wet into each other, each stack dries before the next.
Layers = Sequence[Stack]


@dataclass(frozen=True, eq=False)
class Ground:
    """A stack from inside. ``inner`` (state, 31), ``veil`` (state,), ``share`` (state,), ``laid`` (state, ink)."""

    inner: Array
    veil: Array
    share: Array
    laid: Array


def lab_of_stack(
    paper: Paper, inks: Mapping[str, Ink], stack: Stack, *, wet: bool = False, measured: Refinement = NOTHING_MEASURED
) -> Lab:
    """The colour of a stack of inks on a stock, CIE Lab of D50.

    ``stack`` is (ink key, strength >= 0) from the bottom up; the same ink met again is a thicker film of it, not a new one.
    ``wet``: laid into each other before any has dried. ``measured``: what crossings taught (refine.py). Raises BadInput for an
    ink that is not in ``inks`` or a strength below 0.
    """
    lab = lab_from_reflectance(reflectance_of_stack(paper, inks, stack, wet=wet, measured=measured))
    return (float(lab[0]), float(lab[1]), float(lab[2]))


def reflectance_of_stack(
    paper: Paper, inks: Mapping[str, Ink], stack: Stack, *, wet: bool = False, measured: Refinement = NOTHING_MEASURED
) -> Array:
    """The reflectance of a stack of inks on a stock, (31,); parameters and errors as lab_of_stack."""
    # Melted powder cannot be mixed with anything, so where there is some, "wet" has no meaning.
    mixes = wet and not any(key in inks and inks[key].kind in RESIST_KINDS for key, _ in stack)
    return reflectance_of_layers(paper, inks, [stack] if mixes else [[one] for one in stack], measured=measured)


def reflectance_of_layers(
    paper: Paper, inks: Mapping[str, Ink], layers: Layers, *, measured: Refinement = NOTHING_MEASURED
) -> Array:
    """The reflectance of layers on a stock, bottom first, (31,); the inks of a layer are mixed wet. Errors as lab_of_stack."""
    sheet = sheet_of(paper)
    for layer in layers:
        for key, strength in layer:
            _ensure_usable(inks, key, strength)
    return reflectance_of_films(sheet, {key: film_of(inks[key], paper) for layer in layers for key, _ in layer}, layers, measured)


def reflectance_of_films(sheet: Sheet, films: Mapping[str, Film], layers: Layers, measured: Refinement) -> Array:
    """As reflectance_of_layers, of films that are known already."""
    ground = _layered(sheet, films, layers, measured)
    n = YULE_NIELSEN[sheet.surface]
    seen = put_on_surface(ground.inner, ground.veil[:, None])
    return np.asarray((ground.share @ seen ** (1 / n)) ** n)


# A film is hindered by all films below no more than by so many full films as strong as itself.
MOST_HINDRANCE = 1.2
# Of the darkness that a lower dye brings, the upper loses so much at most: a crossing is never lighter than its darker ink. Judgement, on
# random plausible inks; the measured ones are not moved by it.
MOST_LOST = 0.5
LOG_TRAPPING = float(np.log(TRAPPING))


def hindrance(below: Film, above: Film) -> float:
    """h of the symbol table."""
    if above.strong <= 0:
        return 1.0
    hindered = min(1.0, below.strong / above.strong)
    brought = below.dark / above.dark if above.dark > 0 else 1.0
    if below.scattering.any() or above.scattering.any() or brought >= 1:
        return hindered
    return min(hindered, float(np.log1p(-MOST_LOST * brought)) / LOG_TRAPPING)


def quickness(film: Film) -> float:
    """q of the symbol table."""
    return film.saturation / SATURATION["dye"]


def _ensure_usable(inks: Mapping[str, Ink], key: str, strength: float) -> None:
    if key not in inks:
        raise BadInput(f"no ink is called {key!r}.", field="stacks", mend=f"Defined are: {', '.join(sorted(inks)) or 'none'}.")
    if not strength >= 0:
        raise BadInput(f"the strength {strength} is below 0.", field="stacks", mend="Use 0 or more.")


def _layered(sheet: Sheet, films: Mapping[str, Film], layers: Layers, measured: Refinement) -> Ground:
    column = {key: i for i, key in enumerate(films)}
    asked = dict.fromkeys(films, 0.0)
    ground = Ground(sheet.inner[None, :], np.array([sheet.veil]), np.ones(1), np.zeros((1, len(films))))
    for layer in layers:
        if len(layer) > 1:
            ground = _mix(ground, films, column, layer, asked, measured)
            continue
        for key, strength in layer:
            film, before = films[key], asked[key]
            asked[key] = before + strength
            if strength == 0:
                continue
            area_before, area_after = float(film.area(before)), float(film.area(before + strength))
            area = 1.0 if not film.broken else (area_after - area_before) / max(1 - area_before, 1e-9)
            # A dab is a full film where it lies; only past full cover does more ink make it thicker.
            step = strength if not film.broken else (1.0 if before == 0 else max(0.0, before + strength - max(1.0, before)))
            covered = _cover(ground, films, column, key, step, measured)
            ground = covered if area >= 1 else _mixed(ground, covered, area)
    return ground


def _cover(
    ground: Ground, films: Mapping[str, Film], column: Mapping[str, int], key: str, strength: float, measured: Refinement
) -> Ground:
    """Every kind of place with one more film of an ink on it."""
    film, at = films[key], column[key]
    amount = _amount_taken(ground, films, column, key, strength, frozenset({key}), measured)
    extra = np.zeros((len(amount), BANDS))
    # A crossing is measured of full films, so what it changes is whole when both are, and more ink changes it no further.
    gained = np.minimum(ground.laid[:, at] + strength, 1.0) - np.minimum(ground.laid[:, at], 1.0)
    for other, i in column.items():
        change = measured.change(other, key)
        if change is not None:
            extra += (np.minimum(ground.laid[:, i], 1.0) * gained)[:, None] * change
    inner = film_over(ground.inner, film.density * amount / 2, film.scattering * amount) * np.exp(-extra)
    veil = ground.veil + (np.minimum(ground.veil, film.veil) - ground.veil) * min(1.0, strength)
    laid = ground.laid.copy()
    laid[:, at] += strength
    return Ground(np.clip(inner, 0.0, 1.0), veil, ground.share, laid)


def _amount_taken(
    ground: Ground, films: Mapping[str, Film], column: Mapping[str, int], key: str, strength: float, within: frozenset[str],
    measured: Refinement,
) -> Array:  # fmt: skip
    """How much of an ink every kind of place takes, (state, 1): less on other films, but not for those of the same wet layer."""
    film, here = films[key], ground.laid[:, column[key]]
    bare, hindered, log_taken = np.ones(len(here)), np.zeros(len(here)), np.zeros(len(here))
    for other, i in column.items():
        if other in within:
            continue
        below = np.minimum(ground.laid[:, i], 1.0)
        if films[other].resists:
            bare *= 1 - below
        by_it = below * hindrance(films[other], film)
        hindered += by_it
        log_taken += by_it * np.log(measured.trapping(other, key))
    log_taken *= quickness(film) * np.minimum(1.0, MOST_HINDRANCE / np.maximum(hindered, 1e-9))
    taken = bare * np.exp(log_taken)
    return np.asarray(((film.amount(here + strength) - film.amount(here)) * taken)[:, None])


def _mix(
    ground: Ground, films: Mapping[str, Film], column: Mapping[str, int], layer: Stack, asked: dict[str, float],
    measured: Refinement,
) -> Ground:  # fmt: skip
    """Every kind of place with one more film mixed of several inks: K and S add by amount. Dabs count by what they cover."""
    within = frozenset(key for key, _ in layer)
    density, scattering = np.zeros((len(ground.share), BANDS)), np.zeros((len(ground.share), BANDS))
    laid, veil = ground.laid.copy(), ground.veil
    for key in dict.fromkeys(key for key, _ in layer):
        strength = sum(s for other, s in layer if other == key)
        film = films[key]
        amount = _amount_taken(ground, films, column, key, strength, within, measured) * film.area(asked[key] + strength)
        density += film.density * amount
        scattering += film.scattering * amount
        laid[:, column[key]] += strength
        asked[key] += strength
        veil = veil + (np.minimum(veil, film.veil) - veil) * min(1.0, strength)
    return Ground(np.clip(film_over(ground.inner, density / 2, scattering), 0, 1), veil, ground.share, laid)


def _mixed(bare: Ground, covered: Ground, area: float) -> Ground:
    """Part of every kind of place covered, the rest left: twice as many kinds."""
    ground = Ground(
        np.concatenate([bare.inner, covered.inner]),
        np.concatenate([bare.veil, covered.veil]),
        np.concatenate([bare.share * (1 - area), covered.share * area]),
        np.concatenate([bare.laid, covered.laid]),
    )
    if len(ground.share) <= MOST_STATES:
        return ground
    kept = np.sort(np.argsort(-ground.share, kind="stable")[:MOST_STATES])
    share = ground.share[kept] / ground.share[kept].sum()
    return Ground(ground.inner[kept], ground.veil[kept], share, ground.laid[kept])
