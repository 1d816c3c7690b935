"""How far apart two colours look: CIEDE2000.

Symbols
-------
=========  =====  ==============================================================================
symbol     shape  meaning
=========  =====  ==============================================================================
C', h'     (...)  chroma and hue of a colour whose a is stretched, so that greys are even; degrees
dL dC dH   (...)  differences of lightness, chroma and hue
T          (...)  how the weight of a difference of hue hangs on the hue
=========  =====  ==============================================================================

Source: CIE 142-2001; written as Sharma, Wu & Dalal 2005 (Color Research & Application 30), whose 34 pairs are a test, as is the
library colour-science.
"""

from typing import Any

import numpy as np

from cielo.core.optics.spectra import Array


def ciede2000(lab_a: Any, lab_b: Any) -> Array:
    """CIEDE2000 between CIE Lab colours (..., 3); about 1 is just noticed side by side, 5 at a glance. Shape (...)."""
    light_a, red_a, yellow_a = np.moveaxis(np.asarray(lab_a, float), -1, 0)
    light_b, red_b, yellow_b = np.moveaxis(np.asarray(lab_b, float), -1, 0)
    stretch = 1.5 - 0.5 * _saturates((np.hypot(red_a, yellow_a) + np.hypot(red_b, yellow_b)) / 2)
    chroma_a, hue_a = _polar(stretch * red_a, yellow_a)
    chroma_b, hue_b = _polar(stretch * red_b, yellow_b)
    both = chroma_a * chroma_b > 0
    turn = np.where(both, (hue_b - hue_a + 180) % 360 - 180, 0.0)
    # Hues exactly opposite: the formula counts the way round that the difference itself has.
    turn = np.where(both & (hue_b - hue_a == 180), 180.0, turn)
    light, chroma = (light_a + light_b) / 2, (chroma_a + chroma_b) / 2
    over_north = np.abs(hue_a - hue_b) > 180
    middle = (hue_a + hue_b + np.where(over_north, np.where(hue_a + hue_b < 360, 360.0, -360.0), 0.0)) / 2
    hue = np.where(both, middle, hue_a + hue_b)
    t = 1 - 0.17 * _cos(hue - 30) + 0.24 * _cos(2 * hue) + 0.32 * _cos(3 * hue + 6) - 0.20 * _cos(4 * hue - 63)
    off_grey = (light - 50) ** 2
    d_light = (light_b - light_a) / (1 + 0.015 * off_grey / np.sqrt(20 + off_grey))
    d_chroma = (chroma_b - chroma_a) / (1 + 0.045 * chroma)
    d_hue = 2 * np.sqrt(chroma_a * chroma_b) * np.sin(np.radians(turn / 2)) / (1 + 0.015 * chroma * t)
    rotation = -2 * _saturates(chroma) * np.sin(np.radians(60 * np.exp(-(((hue - 275) / 25) ** 2))))
    return np.asarray(np.sqrt(d_light**2 + d_chroma**2 + d_hue**2 + rotation * d_chroma * d_hue))


def _polar(red: Array, yellow: Array) -> tuple[Array, Array]:
    return np.hypot(red, yellow), np.degrees(np.arctan2(yellow, red)) % 360


def _saturates(chroma: Array) -> Array:
    return np.asarray(np.sqrt(chroma**7 / (chroma**7 + 25.0**7)))


def _cos(degrees: Array) -> Array:
    return np.asarray(np.cos(np.radians(degrees)))
