"""Plain words for a colour, so that no warning rests on seeing it. The borders are by eye: common practice, no source."""

import math

from cielo.core.bounds import Lab

_HUES = (
    (20, "red-pink"), (45, "red"), (70, "orange"), (98, "yellow"), (125, "yellow-green"), (170, "green"),
    (220, "turquoise"), (275, "blue"), (305, "violet"), (340, "purple"), (360, "red-pink"),
)  # fmt: skip
GREY_BELOW = 9.0
BROWN_HUES, BROWN_LIGHTEST, BROWN_STRONGEST = (25.0, 88.0), 58.0, 42.0


def chroma(lab: Lab) -> float:
    """C* of CIE Lab: 0 is grey."""
    return math.hypot(lab[1], lab[2])


def hue_degrees(lab: Lab) -> float:
    """Hue angle of CIE Lab, 0..360."""
    return math.degrees(math.atan2(lab[2], lab[1])) % 360


def hue_apart(a: Lab, b: Lab) -> float:
    """How far two hues lie apart, 0..180 degrees."""
    return abs((hue_degrees(a) - hue_degrees(b) + 180) % 360 - 180)


def is_brown(lab: Lab) -> bool:
    """Dark, dull orange is what we call brown."""
    within = BROWN_HUES[0] <= hue_degrees(lab) <= BROWN_HUES[1]
    return within and lab[0] < BROWN_LIGHTEST and GREY_BELOW < chroma(lab) < BROWN_STRONGEST


def say_colour(lab: Lab) -> str:
    """``dark green``, ``pale pink``, ``brown``, ``grey``."""
    shade = "pale " if lab[0] > 82 else "dark " if lab[0] < 38 else ""
    if chroma(lab) < GREY_BELOW:
        return "white" if lab[0] > 92 else "black" if lab[0] < 22 else f"{shade}grey"
    if is_brown(lab):
        return f"{shade}brown"
    return shade + next(name for border, name in _HUES if hue_degrees(lab) <= border)
