"""What to know of two inks that cross: mud, brown, ink that does not show, surprises. Limits: common practice, no source."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from cielo.core.bounds import Lab
from cielo.core.materials import Ink, Paper
from cielo.core.optics.confidence import uncertainty
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.films import film_of
from cielo.core.optics.hue import GREY_BELOW, chroma, hue_apart, is_brown, say_colour
from cielo.core.optics.layering import lab_of_stack, reflectance_of_stack
from cielo.core.optics.refine import Refinement
from cielo.core.optics.spectra import Array, lab_from_reflectance

MarkCode = Literal["seam-mud", "primaries-brown", "ink-invisible", "focal-lost", "surprise", "shed"]

# CIEDE2000 below which the upper ink cannot be seen on the lower, and below which it is only just told apart.
NOT_SEEN, HARDLY_SEEN = 2.5, 5.0
# A crossing is mud when both inks are colours and it keeps less than this share of the weaker one's chroma.
MUD_SHARE, COLOUR_FROM = 0.45, 20.0
# How far outside a hue must lie to surprise, and from where on two hues have no shorter way between them, degrees.
SURPRISE_DEGREES, COMPLEMENTS_DEGREES = 20.0, 140.0


@dataclass(frozen=True)
class Mark:
    """Something to know of a crossing, in plain words."""

    code: MarkCode
    words: str


@dataclass(frozen=True, eq=False)
class Crossing:
    """One ink over another, each ``passes`` full passes.

    ``lab`` and ``reflectance`` (31,) dry between, ``wet_reflectance`` laid wet into each other and ``wet_apart`` how far that
    is from dry, CIEDE2000; ``uncertainty`` as in optics.confidence.
    """

    bottom: str
    top: str
    passes: int
    lab: Lab
    reflectance: Array
    wet_reflectance: Array
    wet_apart: float
    uncertainty: float
    measured: bool
    marks: tuple[Mark, ...]


def cross_all(paper: Paper, inks: Sequence[Ink], measured: Refinement, passes: Sequence[int] = (1, 2)) -> tuple[Crossing, ...]:
    """Every ink over every other, both orders; each ink alone where bottom and top are the same."""
    by_key = {ink.key: ink for ink in inks}
    made = []
    for count in passes:
        alone = {ink.key: lab_of_stack(paper, by_key, [(ink.key, float(count))]) for ink in inks}
        made += [_cross(paper, by_key, alone, bottom, top, count, measured) for bottom in inks for top in inks]
    return tuple(made)


def _cross(
    paper: Paper, inks: Mapping[str, Ink], alone: Mapping[str, Lab], bottom: Ink, top: Ink, passes: int, measured: Refinement
) -> Crossing:
    one, two = [(bottom.key, float(passes))], [(bottom.key, float(passes)), (top.key, float(passes))]
    stack = one if bottom.key == top.key else two
    reflectance = reflectance_of_stack(paper, inks, stack, measured=measured)
    lab = _lab(lab_from_reflectance(reflectance))
    wet = reflectance if stack is one else reflectance_of_stack(paper, inks, stack, wet=True)
    marks = _alone(paper, bottom, lab) if stack is one else _marks(paper, alone, bottom, top, lab)
    return Crossing(
        bottom.key, top.key, passes, lab, reflectance, wet, float(ciede2000(lab, lab_from_reflectance(wet))),
        uncertainty(paper, inks, stack, measured=measured), measured.knows(bottom.key, top.key), marks,
    )  # fmt: skip


def _strays(a: Lab, b: Lab, lab: Lab) -> bool:
    """Whether a crossing's hue lies outside the shorter way from one ink's to the other's, which is where makers expect it.

    Between near-complements either way round is expected.
    """
    apart = hue_apart(a, b)
    return apart < COMPLEMENTS_DEGREES and hue_apart(lab, a) + hue_apart(lab, b) - apart > 2 * SURPRISE_DEGREES


def _lab(values: Array) -> Lab:
    return (float(values[0]), float(values[1]), float(values[2]))


def _alone(paper: Paper, ink: Ink, lab: Lab) -> tuple[Mark, ...]:
    apart = float(ciede2000(paper.lab, lab))
    if apart >= HARDLY_SEEN or film_of(ink, paper).resists:
        return ()
    return (Mark("ink-invisible", f"{ink.name} hardly shows on this stock."),)


def _marks(paper: Paper, alone: Mapping[str, Lab], bottom: Ink, top: Ink, lab: Lab) -> tuple[Mark, ...]:
    a, b = alone[bottom.key], alone[top.key]
    marks = []
    shown = float(ciede2000(a, lab))
    if film_of(bottom, paper).resists:
        marks.append(Mark("shed", f"{bottom.name} sheds {top.name}: wipe the beads off, and it shows through."))
    elif shown < NOT_SEEN:
        marks.append(Mark("ink-invisible", f"{top.name} does not show over {bottom.name}."))
    elif shown < HARDLY_SEEN:
        marks.append(Mark("focal-lost", f"{top.name} looks almost like {bottom.name}."))
    weaker = min(chroma(a), chroma(b))
    if weaker >= COLOUR_FROM and chroma(lab) < MUD_SHARE * weaker:
        marks.append(Mark("seam-mud", "The two dull each other."))
    if is_brown(lab) and not is_brown(a) and not is_brown(b):
        marks.append(Mark("primaries-brown", "The crossing goes brown."))
    if min(chroma(lab), chroma(a), chroma(b)) > GREY_BELOW + 5 and _strays(a, b, lab):
        marks.append(
            Mark("surprise", f"It goes {say_colour(lab)}, and not something between {say_colour(a)} and {say_colour(b)}.")
        )
    return tuple(marks)
