"""How well an ink is known: what its swatches leave unexplained, and which further swatch would help most.

A further swatch helps by as much as it would tell apart the inks that the swatches so far leave possible: the same film with half and
twice the hiding power where none was measured, and with a curve of passes that saturates half and twice as fast where only one strength
was. What is asked is how far those differ, CIEDE2000, where that swatch would lie.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace

from cielo.core.bounds import Lab
from cielo.core.materials import TRANSPARENT_KINDS, Ink, Paper, Swatch
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.films import film_of
from cielo.core.optics.layering import lab_of_stack
from cielo.core.optics.scattering import BLACK_CARD, SATURATION

# A further swatch that tells less than this apart is not worth the card: about what is seen side by side (CIEDE2000). Judgement.
WORTH_IT = 1.5


@dataclass(frozen=True)
class Further:
    """A swatch still to make: in words, and how much it would tell (CIEDE2000)."""

    words: str
    tells: float


@dataclass(frozen=True)
class Fit:
    """residual : the worst CIEDE2000 of the swatches to what the film gives; further : swatches that would help, the best first."""

    residual: float
    further: tuple[Further, ...]


def fit_of(ink: Ink, paper: Paper) -> Fit:
    """How well an ink is known on the sheet its swatches were made on (``paper`` where it does not tell). Raises BadInput."""
    sheet = ink.measured_on or paper
    film = film_of(ink, sheet)
    found = sorted(_further(ink, sheet), key=lambda one: (-one.tells, one.words))
    return Fit(float(max(film.misses)), tuple(one for one in found if one.tells >= WORTH_IT))


def _further(ink: Ink, sheet: Paper) -> Iterator[Further]:
    film = film_of(ink, sheet)
    most = float(film.strengths[-1])
    if ink.kind not in TRANSPARENT_KINDS and ink.over_black is None:
        yield Further("one full pass over black card", _spread(_hidings(ink), BLACK_CARD, 1.0))
    if len([s for s in ink.swatches if s.strength > 0]) == 1:
        yield Further("two full passes on the same sheet", _spread(_curves(ink, sheet), sheet, 2.0 * most))


def _hidings(ink: Ink) -> list[Ink]:
    return [replace(ink, hiding=ink.hiding * factor) for factor in (0.5, 1.0, 2.0)]


def _curves(ink: Ink, sheet: Paper) -> list[Ink]:
    """The ink with a second swatch as it would lie if its passes saturated half and twice as fast as usual for the kind."""
    (full,) = (s for s in ink.swatches if s.strength > 0)
    usual = SATURATION[ink.kind]
    made = []
    for factor in (0.5, 2.0):
        strength = _same_amount(2.0, usual, usual * factor)
        lab = lab_of_stack(sheet, {ink.key: ink}, [(ink.key, strength * full.strength)])
        made.append(replace(ink, swatches=(full, Swatch(2 * full.strength, lab))))
    return made


def _same_amount(strength: float, usual: float, other: float) -> float:
    """The strength that on the usual curve gives the amount which ``strength`` gives on another."""
    from math import expm1, log1p

    amount = expm1(-other * strength) / expm1(-other)
    return -log1p(max(-0.999999, amount * expm1(-usual))) / usual


def _spread(inks: list[Ink], paper: Paper, strength: float) -> float:
    seen: list[Lab] = [lab_of_stack(paper, {ink.key: ink}, [(ink.key, strength)]) for ink in inks]
    return max(float(ciede2000(a, b)) for a in seen for b in seen)
