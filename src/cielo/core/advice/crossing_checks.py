"""What to know of two inks that cross: mud, brown, ink that does not show, surprises. Limits: common practice, no source."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from cielo.core.materials import Ink, Lab, Paper
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
SURPRISE_DEGREES = 38.0


@dataclass(frozen=True)
class Mark:
    """Something to know of a crossing, in plain words."""

    code: MarkCode
    words: str


@dataclass(frozen=True, eq=False)
class Crossing:
    """One ink over another, each ``passes`` full passes.

    ``lab`` dry between, ``wet_lab`` laid wet into each other; ``uncertainty`` as in optics.confidence; ``reflectance`` (31,).
    """

    bottom: str
    top: str
    passes: int
    lab: Lab
    wet_lab: Lab
    uncertainty: float
    measured: bool
    reflectance: Array
    marks: tuple[Mark, ...]


def cross_all(paper: Paper, inks: Sequence[Ink], measured: Refinement, passes: Sequence[int] = (1, 2)) -> tuple[Crossing, ...]:
    """Every ink over every other, both orders; each ink alone where bottom and top are the same."""
    by_key = {ink.key: ink for ink in inks}
    return tuple(_cross(paper, by_key, bottom, top, count, measured) for count in passes for bottom in inks for top in inks)


def _cross(paper: Paper, inks: Mapping[str, Ink], bottom: Ink, top: Ink, passes: int, measured: Refinement) -> Crossing:
    one, two = [(bottom.key, float(passes))], [(bottom.key, float(passes)), (top.key, float(passes))]
    stack = one if bottom.key == top.key else two
    reflectance = reflectance_of_stack(paper, inks, stack, measured=measured)
    lab = _lab(lab_from_reflectance(reflectance))
    wet = lab if stack is one else lab_of_stack(paper, inks, stack, wet=True)
    marks = _alone(paper, bottom, lab) if stack is one else _marks(paper, inks, bottom, top, float(passes), lab)
    return Crossing(
        bottom.key, top.key, passes, lab, wet, uncertainty(paper, inks, stack, measured=measured),
        measured.knows(bottom.key, top.key), reflectance, marks,
    )  # fmt: skip


def _lab(values: Array) -> Lab:
    return (float(values[0]), float(values[1]), float(values[2]))


def _alone(paper: Paper, ink: Ink, lab: Lab) -> tuple[Mark, ...]:
    apart = float(ciede2000(paper.lab, lab))
    if apart >= HARDLY_SEEN or film_of(ink, paper).resists:
        return ()
    return (Mark("ink-invisible", f"{ink.name} hardly shows on this stock (CIEDE2000 {apart:.1f})."),)


def _marks(paper: Paper, inks: Mapping[str, Ink], bottom: Ink, top: Ink, passes: float, lab: Lab) -> tuple[Mark, ...]:
    a = lab_of_stack(paper, inks, [(bottom.key, passes)])
    b = lab_of_stack(paper, inks, [(top.key, passes)])
    marks = []
    shown = float(ciede2000(a, lab))
    if film_of(bottom, paper).resists:
        marks.append(Mark("shed", f"{bottom.name} sheds {top.name}: wipe the beads off, and it shows through."))
    elif shown < NOT_SEEN:
        marks.append(Mark("ink-invisible", f"{top.name} cannot be seen over {bottom.name} (CIEDE2000 {shown:.1f})."))
    elif shown < HARDLY_SEEN:
        marks.append(Mark("focal-lost", f"{top.name} is hardly told apart from {bottom.name} (CIEDE2000 {shown:.1f})."))
    weaker = min(chroma(a), chroma(b))
    if weaker >= COLOUR_FROM and chroma(lab) < MUD_SHARE * weaker:
        marks.append(
            Mark("seam-mud", f"The two dull each other: strength of colour {chroma(lab):.0f}, from {weaker:.0f} and more.")
        )
    if is_brown(lab) and not is_brown(a) and not is_brown(b):
        marks.append(Mark("primaries-brown", "The crossing goes brown."))
    middle = _lab(np.add(a, b) / 2)
    coloured = min(chroma(lab), chroma(a), chroma(b)) > GREY_BELOW + 5
    if coloured and hue_apart(lab, middle) > SURPRISE_DEGREES and chroma(middle) > GREY_BELOW:
        marks.append(Mark("surprise", f"It goes {say_colour(lab)}, where the eye would expect {say_colour(middle)}."))
    return tuple(marks)
