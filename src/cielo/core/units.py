"""Lengths as a maker says them: inches to a sixteenth, below an inch to a thirty-second; or centimetres.

Inside, every length is a plain float in millimetres and says so in its name (``width_mm``).
"""

from collections.abc import Sequence
from fractions import Fraction
from math import ceil, floor
from typing import Literal

Units = Literal["in", "cm"]

MM_PER_INCH = 25.4


def inches(value: float) -> float:
    """Inches to millimetres. Source: the international inch of 1959, 25.4 mm exactly."""
    return value * MM_PER_INCH


def say_length(length_mm: float, units: Units) -> str:
    """A length in words: ``1 3/8 in`` (to the nearest sixteenth, below an inch the nearest thirty-second) or ``3.5 cm`` (to the nearest
    half millimetre). What is longer is never said to be shorter."""
    if units == "cm":
        return f"{round(length_mm * 2) / 20:.2f}".rstrip("0").rstrip(".") + " cm"
    return f"{say_inches(length_mm / MM_PER_INCH)} in"


def mark_mm(units: Units) -> float:
    """From one mark of the ruler that a hand works by to the next: an eighth of an inch, or half a centimetre."""
    return inches(1 / 8) if units == "in" else 5.0


def on_ruler(length_mm: float, units: Units) -> float:
    """A length on the nearest mark of the ruler; one that is shorter than a mark stays as it is."""
    step = mark_mm(units)
    return round(length_mm / step) * step if length_mm >= step else length_mm


def say_by_ruler(length_mm: float, units: Units) -> str:
    """A length to be found with a ruler in hand: marks of an inch as ``say_length``, or whole millimetres."""
    return say_length(round(length_mm) if units == "cm" and length_mm >= 1 else length_mm, units)


def say_softly(length_mm: float, units: Units) -> str:
    """A length of what a hand lets fade, in words: to a sixteenth of an inch, or whole millimetres; finer says nothing of a brush."""
    sixteenth = inches(1 / 16)
    soft = units == "in" and length_mm >= sixteenth
    return say_by_ruler(round(length_mm / sixteenth) * sixteenth if soft else length_mm, units)


def say_least(length_mm: float, units: Units) -> str:
    """The least length that may be written, in words: never below it, as ``say_length`` may round."""
    step = inches(1 / 16) if units == "in" else 0.5
    return say_length(step * ceil(length_mm / step - 1e-9), units)


def say_most(length_mm: float, units: Units) -> str:
    """The greatest length that may be written, in words: never above it."""
    step = inches(1 / 16) if units == "in" else 0.5
    return say_length(step * floor(length_mm / step + 1e-9), units)


def say_fine(length_mm: float, units: Units) -> str:
    """A small measure in words: to the nearest thirty-second of an inch, or to a tenth of a millimetre."""
    if units == "cm":
        return f"{length_mm:.1f} mm"
    return say_length(length_mm, units) if length_mm >= inches(FINEST_IN) / 2 else f"under {say_inches(FINEST_IN)} in"


# The finest mark of a ruler in inches.
FINEST_IN = 1 / 32


def say_inches(value_in: float) -> str:
    """Inches as a mixed fraction, to the nearest sixteenth, below an inch to the nearest thirty-second: ``0``, ``5/32``, ``4 1/4``."""
    marks = 32 if abs(value_in) < 1 else 16
    many = round(abs(value_in) * marks)
    whole, rest = divmod(many, marks)
    fraction = Fraction(rest, marks)
    parts = [str(whole)] if whole or not rest else []
    if rest:
        parts.append(f"{fraction.numerator}/{fraction.denominator}")
    sign = "-" if value_in < 0 and many else ""
    return sign + " ".join(parts)


def say_size(width_mm: float, height_mm: float, units: Units) -> str:
    """Two lengths with one unit: ``5 x 7 in``."""
    width, unit = say_length(width_mm, units).rsplit(" ", 1)
    return f"{width} × {say_length(height_mm, units).rsplit(' ', 1)[0]} {unit}"


def sentence(words: str) -> str:
    """The words with the capital that begins a sentence: a name at the head of it may be written small."""
    return words[:1].upper() + words[1:]


def join_words(words: Sequence[str]) -> str:
    """ "a", "a and b", "a, b and c"."""
    return " and ".join([", ".join(words[:-1]), words[-1]] if len(words) > 1 else words)
