"""Fibres in a sheet such as kraft: short dark and pale strokes that show through films and not through what hides the sheet.

Symbols
-------
======  ===============  ==============================================================
symbol  shape            meaning
======  ===============  ==============================================================
f       (rows, columns)  what the light from the sheet is taken times; nearly 1 on average
h       (rows, columns)  how much of the sheet is hidden by what covers, 0..1
======  ===============  ==============================================================

Fibres lie anywhere and any way round, their lengths log-normal. f is part of the picture alone: no number, no check and no contrast is read
from it. Sizes, numbers and depths: judgement by eye, no source.
"""

from collections.abc import Iterable

import numpy as np

from cielo.core.keeping import kept
from cielo.core.materials import InkKind
from cielo.core.plan import Plan
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.laydown import Map
from cielo.core.simulation.maps import Laying

# How thick and how long a fibre is, mm; how many there are to the square millimetre; how much darker or paler they are than their sheet.
THICK_MM, LONG_MM, LONGER = 0.22, 1.7, 0.5
DARK_EACH_MM2, PALE_EACH_MM2 = 0.11, 0.06
DARKER, PALER = 0.2, 0.1
# What hides the sheet under it, fibres and all.
HIDES: frozenset[InkKind] = frozenset({"white", "metallic", "paste", "powder"})


@kept
def fibres(grid: Grid, seed: int = 83) -> Map:
    """f of a sheet with fibres, (rows, columns). A fibre thinner than a pixel is as much fainter."""
    dark, pale = (_strokes(grid, seed + n, each) for n, each in enumerate((DARK_EACH_MM2, PALE_EACH_MM2)))
    f = np.asarray(1 - DARKER * dark + PALER * pale, dtype=np.float32)
    f.flags.writeable = False
    return f


def _strokes(grid: Grid, seed: int, each_mm2: float) -> Map:
    """How much of each pixel strokes cover, 0..1."""
    import cv2

    random = np.random.default_rng(seed)
    count = random.poisson(each_mm2 * grid.panel_width_mm * grid.panel_height_mm)
    middles = random.uniform((0, 0), (grid.panel_width_mm, grid.panel_height_mm), (count, 2))
    angles, lengths = random.uniform(0, np.pi, count), LONG_MM * random.lognormal(0, LONGER, count)
    half = 0.5 * lengths[:, None] * np.stack([np.cos(angles), np.sin(angles)], axis=1)
    pixel = np.array([grid.pixel_width_mm, grid.pixel_height_mm])
    ends = np.round(np.stack([middles - half, middles + half], axis=1) / pixel * 2**SHIFT).astype(np.int32)
    drawn = np.zeros((grid.rows, grid.columns), np.uint8)
    thick = max(1, round(THICK_MM / grid.pixel_width_mm))
    full = round(255 * min(1.0, THICK_MM / grid.pixel_width_mm))
    cv2.polylines(drawn, list(ends), isClosed=False, color=full, thickness=thick, lineType=cv2.LINE_AA, shift=SHIFT)
    return np.asarray(drawn / np.float32(255), dtype=np.float32)


# Places of strokes are told to cv2 in parts of a pixel: 2^SHIFT of them.
SHIFT = 4


def hidden_by(plan: Plan, laid: Iterable[Laying], grid: Grid) -> Map:
    """h of all that is laid on a plan's sheet, (rows, columns)."""
    hidden = np.zeros((grid.rows, grid.columns), np.float32)
    for laying in laid:
        if plan.ink(laying.step.ink).kind in HIDES:
            hidden = np.maximum(hidden, np.minimum(laying.strength, 1))
    return hidden
