"""Things that lie on other things in a picture, each with a soft shadow where something lifts it; and small things stuck on.

Symbols
-------
=========  ===============  ==========================================================================
symbol     shape            meaning
=========  ===============  ==========================================================================
c          (rows, columns)  share of a pixel that a layer covers, 0..1
d          ()               how high it is lifted, mm
k          (rows, columns)  shadow: c moved aside by d and blurred over d (a soft light from above left)
r          (rows, columns)  distance from the middle of a small thing, in halves of its width
=========  ===============  ==========================================================================
"""

from math import cos, radians, sin
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.distance import signed_distance_mm
from cielo.core.geometry.shapes import rings_mm
from cielo.core.optics.spectra import Array, srgb_encoded, srgb_linear
from cielo.core.optics.translucent import seen_through
from cielo.core.plan import StickOn, StuckColour
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.smooth import softened

Rgb = NDArray[np.uint8]

# How dark a shadow is at most, and how far light from above left throws it for each mm of height. Judgement.
SHADOW, THROWN = 0.34, 0.7
# How each colour of what is stuck on looks, sRGB 0..255; None where what lies below shows through. Judgement.
LOOKS: dict[StuckColour, tuple[int, int, int] | None] = {
    "clear": None, "white": (244, 243, 240), "gold": (196, 160, 84), "silver": (186, 190, 196), "black": (38, 36, 40),
    "rose": (214, 138, 150), "blue": (92, 134, 180), "green": (104, 150, 112),
}  # fmt: skip
# How bright the glint is on each, and how dark its rim: pearls are soft, sequins flat with a hole. Judgement.
GLINT, RIM = {"sequins": 0.35, "gems": 0.8, "pearls": 0.6, "drops": 0.7}, 0.22
# A sequin's hole, of its half width.
HOLE = 0.22


class Layer(NamedTuple):
    """Something lying on the card: its shape on the card, mm, its picture, and where that lies: middle, turn; how high it is lifted. Of a
    translucent stock ``bare`` is how that looks on white paper, linear sRGB (3,): what lies below shows through."""

    shape: BaseGeometry
    rgb: Rgb
    width_mm: float
    height_mm: float
    x_mm: float
    y_mm: float
    angle_deg: float
    raised_mm: float
    bare: Array | None = None


def _moved(cover: NDArray[np.float32], across_px: float, down_px: float) -> NDArray[np.float32]:
    """A map moved by pixels and parts of them; nothing comes in from outside."""
    import cv2

    rows, columns = cover.shape
    return np.asarray(cv2.warpAffine(cover, np.array([[1, 0, across_px], [0, 1, down_px]]), (columns, rows)), np.float32)


def lay(canvas: NDArray[np.float32], grid: Grid, layer: Layer) -> None:
    """Lay one thing on the canvas, its shadow first."""
    if layer.shape.is_empty:
        return
    x, y = np.broadcast_arrays(grid.x_mm[None, :], grid.y_mm[:, None])
    distance = signed_distance_mm(tuple(ring[:-1] for ring in rings_mm(layer.shape)), x, y)
    cover = np.clip(np.float32(0.5) - distance / np.float32(grid.pixel_width_mm), 0, 1)
    if layer.raised_mm > 0:
        away = layer.raised_mm * THROWN
        moved = _moved(cover, away / grid.pixel_width_mm, away / grid.pixel_height_mm)
        blurred = softened(moved, layer.raised_mm / grid.pixel_height_mm, layer.raised_mm / grid.pixel_width_mm)
        canvas *= 1 - SHADOW * blurred[..., None]
    turn = radians(layer.angle_deg)
    across, down = x - layer.x_mm, y - layer.y_mm
    u = across * cos(turn) + down * sin(turn) + layer.width_mm / 2
    v = down * cos(turn) - across * sin(turn) + layer.height_mm / 2
    rows, columns = layer.rgb.shape[:2]
    row = np.clip((v / layer.height_mm * rows).astype(int), 0, rows - 1)
    column = np.clip((u / layer.width_mm * columns).astype(int), 0, columns - 1)
    seen = layer.rgb[row, column]
    if layer.bare is not None:
        there = cover > 0
        light = seen_through(srgb_linear(seen[there] / 255), layer.bare, srgb_linear(canvas[there] / 255))
        seen = seen.astype(np.float32)
        seen[there] = 255 * srgb_encoded(light)
    canvas += (seen - canvas) * cover[..., None]


def stick(canvas: NDArray[np.float32], grid: Grid, step: StickOn, left_mm: float = 0.0, top_mm: float = 0.0) -> None:
    """Draw what a step sticks on, each thing with its shadow, its rim and a glint from above left; ``left_mm``, ``top_mm``: where the
    panel's corner lies on the canvas."""
    x, y = np.broadcast_arrays(grid.x_mm[None, :], grid.y_mm[:, None])
    half, away = step.size_mm / 2, step.raised_mm * THROWN
    base = LOOKS[step.colour]
    for spot in step.spots:
        across, down = x - left_mm - spot.x_mm, y - top_mm - spot.y_mm
        near = (np.abs(across) < 2 * half + away + 1) & (np.abs(down) < 2 * half + away + 1)
        if not near.any():
            continue
        rows, columns = np.nonzero(near)
        window = np.s_[rows.min() : rows.max() + 1, columns.min() : columns.max() + 1]
        u, v, seen = across[window] / half, down[window] / half, canvas[window]
        pixel = grid.pixel_width_mm / half
        shade = np.clip(1.2 - np.hypot(u - away / half, v - away / half), 0, 1)
        seen *= np.asarray(1 - SHADOW * np.minimum(shade, 0.8), np.float32)[..., None]
        r = np.hypot(u, v)
        cover = np.clip(0.5 + (1 - r) / pixel, 0, 1)
        if step.thing == "sequins":
            cover = cover * np.clip(0.5 + (r - HOLE) / pixel, 0, 1)
        body = np.asarray(seen if base is None else np.broadcast_to(np.array(base, np.float32), seen.shape), np.float32)
        glint = GLINT[step.thing] * np.exp(-((u + 0.35) ** 2 + (v + 0.35) ** 2) / 0.08)
        lit = body * (1 - RIM * r[..., None] ** 4) + (255 - body) * glint[..., None]
        canvas[window] = seen + (np.clip(lit, 0, 255) - seen) * cover[..., None]
