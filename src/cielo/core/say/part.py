"""What sentences are made of.

A sentence is a row of parts. A part with a ``field`` is a word the maker may change in place: the field is the path into the step
("region.carry_mm"), the ``kind`` says what sort of word it is.
"""

from dataclasses import dataclass
from typing import Literal

from cielo.core.units import FINEST_IN, Units, inches, say_by_ruler, say_fine, say_softly

WordKind = Literal[
    "ink", "tool", "water-tool", "edge", "length", "angle", "count", "percent", "touch", "print", "mask", "way", "minutes", "onto",
    "fade", "motif", "text", "throw", "amount", "blot", "origin", "arrangement", "openings", "covered",
    "image", "line", "stands", "places", "flipped", "face", "prints", "printed", "shade", "stroke", "flakes", "relation",
    "stuck", "stuck-colour", "spots",
]  # fmt: skip


@dataclass(frozen=True)
class Part:
    """A piece of a sentence: fixed text, or a word that can be changed."""

    text: str
    field: str = ""
    kind: WordKind | None = None


def said(length_mm: float, units: Units) -> str:
    """A length that is never broken at the end of a line."""
    words = say_by_ruler(length_mm, units) if shown(length_mm, units) or length_mm <= 0 else say_fine(length_mm, units)
    return words.replace(" ", "\u00a0")


def softly(length_mm: float, units: Units) -> str:
    """A length of what fades, never broken at the end of a line."""
    return say_softly(length_mm, units).replace(" ", "\u00a0") if shown(length_mm, units) else said(length_mm, units)


def shown(length_mm: float, units: Units) -> bool:
    """Whether a length is one that a ruler shows: a thirty-second of an inch, or a millimetre, and more."""
    return length_mm >= (inches(FINEST_IN) if units == "in" else 0.5)


def say_minutes(minutes: float) -> str:
    """A waiting time: ``30 seconds``, ``1 minute``, ``1½ minutes``, ``15 minutes``."""
    if minutes < 1:
        return f"{round(minutes * 60)} seconds"
    if minutes % 1 == 0.5:
        return f"{int(minutes)}½ minutes"
    return "1 minute" if minutes == 1 else f"{minutes:g} minutes"
