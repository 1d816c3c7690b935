"""What a screen can show of a colour: sRGB, and what stands for a colour that lies outside it.

Symbols
-------
=========  =============  ==========================================================
symbol     shape          meaning
=========  =============  ==========================================================
L, C, h    ()             lightness, chroma and hue angle, CIE LCh of D50
C_most     (light, hue)   the largest chroma that sRGB shows at a lightness and a hue
=========  =============  ==========================================================

A colour outside keeps its lightness and its hue and gives up chroma: C' = min(C, C_most(L, h)). Clipped channel by channel, as is the
usual way, a vivid ink turns its hue by up to 11 degrees (measured on the demo's inks).

Sources: sRGB is IEC 61966-2-1 (spectra.py); giving up chroma alone is the simplest of the clippings that CIE 156:2004 lists (from memory).
"""

from functools import lru_cache
from typing import Any

import numpy as np

from cielo.core.optics.spectra import Array, srgb_from_lab, srgb_matrix, xyz_from_lab

# The table's steps: a lightness unit each, and a degree and a half.
LIGHTS, HUES = 101, 240
_MOST = 160.0
# Half a step of an eight-bit channel, in linear light where it is least.
_ROUNDING = 1e-4


def is_in_gamut(lab: Any, tolerance: float = 0.002) -> bool:
    """Whether sRGB can show the colour, CIE Lab (3,); the tolerance is half a step of an 8 bit channel."""
    channels = srgb_from_lab(lab)
    return bool(np.all(channels >= -tolerance) and np.all(channels <= 1 + tolerance))


def within_srgb(lab: Array) -> Array:
    """Colours, CIE Lab of D50 (..., 3), as sRGB can show them: same lightness (cut to 0..100) and hue, as much chroma as there is room."""
    lab = np.asarray(lab, dtype=float)
    light = np.clip(lab[..., 0], 0.0, 100.0)
    chroma = np.hypot(lab[..., 1], lab[..., 2])
    hue = np.arctan2(lab[..., 2], lab[..., 1])
    outside = _outside(np.stack([light, lab[..., 1], lab[..., 2]], axis=-1))
    kept = np.ones(light.shape)
    if outside.any():
        kept[outside] = np.minimum(1.0, _most_at(light[outside], hue[outside]) / np.maximum(chroma[outside], 1e-9))
    return np.stack([light, lab[..., 1] * kept, lab[..., 2] * kept], axis=-1)


def hex_from_lab(lab: Any) -> str:
    """CIE Lab of D50 (3,) as ``#rrggbb``; a colour outside sRGB keeps its lightness and hue (within_srgb)."""
    return _hex_of(*(float(part) for part in lab))


@lru_cache(maxsize=8192)
def _hex_of(light: float, red: float, yellow: float) -> str:
    channels = np.clip(srgb_from_lab(within_srgb(np.array([light, red, yellow]))), 0.0, 1.0)
    return "#" + "".join(f"{round(float(c) * 255):02x}" for c in channels)


@lru_cache(maxsize=1)
def most_chroma() -> Array:
    """C_most at every whole lightness and every 1.5 degrees of hue from 0, (LIGHTS, HUES)."""
    light, hue = np.meshgrid(np.linspace(0, 100, LIGHTS), np.arange(HUES) * 2 * np.pi / HUES, indexing="ij")
    inside, outside = np.zeros(light.shape), np.full(light.shape, _MOST)
    for _ in range(18):  # to a thousandth
        middle = (inside + outside) / 2
        out = _outside(np.stack([light, middle * np.cos(hue), middle * np.sin(hue)], axis=-1))
        inside, outside = np.where(out, inside, middle), np.where(out, middle, outside)
    return inside


def _outside(lab: Array) -> Any:
    linear = xyz_from_lab(lab) @ srgb_matrix()
    return (linear.min(axis=-1) < -_ROUNDING) | (linear.max(axis=-1) > 1 + _ROUNDING)


def _most_at(light: Array, hue: Array) -> Array:
    """The table at any lightness and hue angle (radians), blended between its four neighbours."""
    table = most_chroma()
    row, column = np.clip(light, 0, 100), (hue / (2 * np.pi) % 1.0) * HUES
    above, left = np.minimum(row.astype(int), LIGHTS - 2), column.astype(int) % HUES
    down, across, right = row - above, column - np.floor(column), (left + 1) % HUES
    upper = table[above, left] * (1 - across) + table[above, right] * across
    lower = table[above + 1, left] * (1 - across) + table[above + 1, right] * across
    return np.asarray(upper * (1 - down) + lower * down)
