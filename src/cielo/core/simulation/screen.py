"""Colours to the pixels of a screen: what it cannot show, and what lies between two of its steps.

Symbols
-------
=========  ===============  ====================================================================
symbol     shape            meaning
=========  ===============  ====================================================================
xyz        (row, col, 3)    CIE XYZ of D50, Y = 1
v          (row, col, 3)    encoded sRGB, 0..1
t          (SIDE, SIDE)     thresholds, each of 0 ... 1 once, blue noise, laid like tiles
=========  ===============  ====================================================================

A pixel's channel is floor(255 v + t): rounded up as often as v lies near the upper step, so that a pale blend over a hand's width does
not end in ruler-straight stripes. The tile is the same in every picture, one shift of it for each channel. A colour outside sRGB keeps
lightness and hue (optics.gamut).

Source: void and cluster, Ulichney 1993 (from memory), with a normal curve of 1.5 pixels.
"""

from functools import lru_cache
from typing import Any

import numpy as np
from numpy.typing import NDArray

from cielo.core.compiled import njit, prange
from cielo.core.optics.gamut import HUES, LIGHTS, most_chroma
from cielo.core.optics.spectra import srgb_encoded, srgb_matrix, white_xyz
from cielo.core.parallel import one_at_a_time

Rgb = NDArray[np.uint8]

SIDE = 64
_SPREAD_PX = 1.5
# How far the tile is shifted, down and across, for each channel.
_SHIFTS = ((0, 0), (23, 41), (47, 19))
_STEPS = 1 << 14


def encode(xyz: NDArray[np.float32]) -> Rgb:
    """XYZ of D50 (rows, columns, 3) to 8 bit sRGB of the same shape, dithered; vivid colours keep their hue."""
    rgb = np.empty(xyz.shape, dtype=np.uint8)
    with one_at_a_time:
        _encode(np.ascontiguousarray(xyz, np.float32), *_screen(), _curve() * np.float32(255), _thresholds(), rgb)
    return rgb


def encode_deep(xyz: NDArray[np.float32]) -> NDArray[np.uint16]:
    """As encode, but with 16 bits to a channel and no dither, which at that depth nobody needs."""
    rgb = np.empty(xyz.shape, dtype=np.uint16)
    halves = np.full((3, SIDE, SIDE), 0.5, np.float32)
    with one_at_a_time:
        _encode(np.ascontiguousarray(xyz, np.float32), *_screen(), _curve() * np.float32(65535), halves, rgb)
    return rgb


@lru_cache(maxsize=1)
def _screen() -> tuple[Any, ...]:
    return (
        srgb_matrix().astype(np.float32),
        white_xyz().astype(np.float32),
        most_chroma().astype(np.float32),
    )


@lru_cache(maxsize=1)
def _curve() -> NDArray[np.float32]:
    """Encoded sRGB of linear light, at even steps of the square root of it: finer where it is dark."""
    root = np.linspace(0, 1, _STEPS + 2)
    return np.asarray(np.clip(srgb_encoded(root**2), 0, 1), np.float32)


@lru_cache(maxsize=1)
def _thresholds() -> NDArray[np.float32]:
    """t for each channel, (3, SIDE, SIDE)."""
    tile = blue_noise(SIDE)
    return np.stack([np.roll(tile, shift, axis=(0, 1)) for shift in _SHIFTS])


def blue_noise(side: int) -> NDArray[np.float32]:
    """Every rank of 0 ... side^2 - 1 once, plus a half, over side^2: (side, side), so placed that each share of them lies evenly spread
    and along no line. The same at every call."""
    count = side * side
    far = np.minimum(np.arange(side), side - np.arange(side))
    near = np.exp(-(far[:, None] ** 2 + far[None, :] ** 2) / (2 * _SPREAD_PX**2))  # what a dot at the corner darkens, going round

    def darkened(at: int) -> NDArray[np.float64]:
        return np.asarray(np.roll(near, divmod(at, side), axis=(0, 1)).ravel())

    on = np.zeros(count, bool)
    on[np.random.default_rng(20261201).choice(count, count // 10, replace=False)] = True
    dark = sum((darkened(int(at)) for at in np.flatnonzero(on)), np.zeros(count))
    while True:  # the tightest cluster is moved to the largest void, until that is where it was
        tight = int(np.argmax(np.where(on, dark, -np.inf)))
        on[tight] = False
        dark = dark - darkened(tight)
        void = int(np.argmin(np.where(on, np.inf, dark)))
        on[void] = True
        dark = dark + darkened(void)
        if void == tight:
            break
    rank = np.zeros(count, int)
    first_on, first_dark = on.copy(), dark.copy()
    for number in range(int(on.sum()) - 1, -1, -1):  # those that are on, the tightest last
        tight = int(np.argmax(np.where(on, dark, -np.inf)))
        rank[tight], on[tight] = number, False
        dark = dark - darkened(tight)
    on, dark = first_on, first_dark
    for number in range(int(on.sum()), count):  # then the largest voids
        void = int(np.argmin(np.where(on, np.inf, dark)))
        rank[void], on[void] = number, True
        dark = dark + darkened(void)
    return np.asarray((rank.reshape(side, side) + 0.5) / count, np.float32)


@njit(parallel=True, fastmath=True, cache=True)
def _encode(xyz: Any, to_rgb: Any, white: Any, most: Any, curve: Any, tile: Any, rgb: Any) -> None:  # pragma: no cover - compiled
    steps = np.float32(len(curve) - 2)
    for row in prange(xyz.shape[0]):
        lab = np.empty(3, np.float32)
        linear = np.empty(3, np.float32)
        for column in range(xyz.shape[1]):
            low, high = np.float32(0), np.float32(0)
            for channel in range(3):
                value = np.float32(0)
                for axis in range(3):
                    value += xyz[row, column, axis] * to_rgb[axis, channel]
                linear[channel] = value
                low, high = min(low, value), max(high, value)
            if low < np.float32(-1e-4) or high > np.float32(1 + 1e-4):
                _hold_hue(xyz[row, column], white, most, to_rgb, lab, linear)
            for channel in range(3):
                at = np.sqrt(min(max(linear[channel], np.float32(0)), np.float32(1))) * steps
                below = int(at)
                part = at - np.float32(below)
                value = curve[below] * (1 - part) + curve[below + 1] * part
                rgb[row, column, channel] = int(min(value + tile[channel, row % SIDE, column % SIDE], curve[-1]))


@njit(fastmath=True, cache=True)
def _hold_hue(xyz: Any, white: Any, most: Any, to_rgb: Any, lab: Any, linear: Any) -> None:  # pragma: no cover - compiled
    """within_srgb of optics.gamut for one pixel, written to ``linear``."""
    for axis in range(3):
        t = xyz[axis] / white[axis]
        lab[axis] = t ** np.float32(1 / 3) if t > np.float32(216 / 24389) else t * np.float32(841 / 108) + np.float32(4 / 29)
    light = min(max(116 * lab[1] - 16, np.float32(0)), np.float32(100))
    red, yellow = 500 * (lab[0] - lab[1]), 200 * (lab[1] - lab[2])
    chroma = np.sqrt(red * red + yellow * yellow)
    hue = np.arctan2(yellow, red) * np.float32(HUES / (2 * np.pi))
    hue = hue + np.float32(HUES) if hue < 0 else hue
    above, left = min(int(light), LIGHTS - 2), int(hue) % HUES
    down, across, right = light - np.float32(above), hue - np.floor(hue), (left + 1) % HUES
    upper = most[above, left] * (1 - across) + most[above, right] * across
    lower = most[above + 1, left] * (1 - across) + most[above + 1, right] * across
    kept = min(np.float32(1), (upper * (1 - down) + lower * down) / max(chroma, np.float32(1e-6)))
    y = (light + 16) / 116
    for channel in range(3):
        linear[channel] = 0
    for axis in range(3):
        f = y
        if axis == 0:
            f = y + red * kept / 500
        elif axis == 2:
            f = y - yellow * kept / 200
        value = f * f * f if f > np.float32(6 / 29) else np.float32(108 / 841) * (f - np.float32(4 / 29))
        for channel in range(3):
            linear[channel] += value * white[axis] * to_rgb[axis, channel]
