"""Lengths as a maker says them: inches in eighths and sixteenths, or centimetres.

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
    """A length in words: ``1 3/8 in`` (to the nearest sixteenth) or ``3.5 cm`` (to the nearest half millimetre)."""
    if units == "cm":
        return f"{round(length_mm * 2) / 20:.2f}".rstrip("0").rstrip(".") + " cm"
    return f"{say_inches(length_mm / MM_PER_INCH)} in"


def say_least(length_mm: float, units: Units) -> str:
    """The least length that may be written, in words: never below it, as ``say_length`` may round."""
    step = inches(1 / 16) if units == "in" else 0.5
    return say_length(step * ceil(length_mm / step - 1e-9), units)


def say_most(length_mm: float, units: Units) -> str:
    """The greatest length that may be written, in words: never above it."""
    step = inches(1 / 16) if units == "in" else 0.5
    return say_length(step * floor(length_mm / step + 1e-9), units)


def say_fine(length_mm: float, units: Units) -> str:
    """A small measure in words: to the nearest sixteenth where it is one at least, else in millimetres."""
    if units == "in" and length_mm >= inches(1 / 16):
        return say_length(length_mm, units)
    return f"{length_mm:.1f} mm"


def say_inches(value_in: float) -> str:
    """Inches as a mixed fraction to the nearest sixteenth: ``0``, ``5/16``, ``4 1/4``."""
    sixteenths = round(abs(value_in) * 16)
    whole, rest = divmod(sixteenths, 16)
    fraction = Fraction(rest, 16)
    parts = [str(whole)] if whole or not rest else []
    if rest:
        parts.append(f"{fraction.numerator}/{fraction.denominator}")
    sign = "-" if value_in < 0 and sixteenths else ""
    return sign + " ".join(parts)


def say_size(width_mm: float, height_mm: float, units: Units) -> str:
    """Two lengths with one unit: ``5 x 7 in``."""
    width, unit = say_length(width_mm, units).rsplit(" ", 1)
    return f"{width} × {say_length(height_mm, units).rsplit(' ', 1)[0]} {unit}"


def join_words(words: Sequence[str]) -> str:
    """ "a", "a and b", "a, b and c"."""
    return " and ".join([", ".join(words[:-1]), words[-1]] if len(words) > 1 else words)
