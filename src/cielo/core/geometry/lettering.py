"""Plain capital letters as strokes, for words that are stamped. Each letter stands in a box 4 wide and 6 high, y down."""

from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]

# Strokes are runs of points "xy"; two digits a point.
_STROKES = {
    "A": "06 20 46|14 34", "B": "00 06 36 45 44 33 03|33 42 41 30 00", "C": "41 30 10 01 05 16 36 45", "D": "00 06 26 45 41 20 00",
    "E": "40 00 06 46|03 33", "F": "40 00 06|03 33", "G": "41 30 10 01 05 16 36 45 43 23", "H": "00 06|40 46|03 43",
    "I": "10 30|20 26|16 36", "J": "40 45 36 16 05", "K": "00 06|40 03 46", "L": "00 06 46", "M": "06 00 23 40 46",
    "N": "06 00 46 40", "O": "10 01 05 16 36 45 41 30 10", "P": "06 00 30 41 42 33 03", "Q": "10 01 05 16 36 45 41 30 10|24 46",
    "R": "06 00 30 41 42 33 03|23 46", "S": "41 30 10 01 02 13 33 44 45 36 16 05", "T": "00 40|20 26", "U": "00 05 16 36 45 40",
    "V": "00 26 40", "W": "00 16 22 36 40", "X": "00 46|40 06", "Y": "00 23 40|23 26", "Z": "00 40 06 46",
    "0": "10 01 05 16 36 45 41 30 10", "1": "11 20 26|16 36", "2": "01 10 30 41 42 06 46", "3": "00 40 23 33 44 45 36 16 05",
    "4": "36 30 04 44", "5": "40 00 02 32 43 45 36 06", "6": "30 10 01 05 16 36 45 44 33 03", "7": "00 40 16",
    "8": "13 02 01 10 30 41 42 33 13 04 05 16 36 45 44 33", "9": "43 13 02 01 10 30 41 45 36 16", "-": "13 33", "'": "20 21",
    ".": "26 26", ",": "25 16", "!": "20 24|26 26", "?": "01 10 30 41 23 24|26 26", "&": "46 11 10 20 21 04 05 16 26 44",
}  # fmt: skip
ADVANCE, HIGH = 5.4, 6.0
# How thick a stroke is against the height of a letter.
STROKE_SHARE = 0.13


def width_mm(text: str, height_mm: float) -> float:
    """How wide words are, from the first letter's left to the last one's right, mm."""
    return (len(text) * ADVANCE - (ADVANCE - 4)) * height_mm / HIGH


def segments_mm(text: str, x_mm: float, y_mm: float, height_mm: float) -> Array:
    """The strokes of words as segments (n, 4): x, y to x, y, mm; their middle lies at x, y. Letters not known leave a gap."""
    scale = height_mm / HIGH
    width = width_mm(text, height_mm)
    found = []
    for i, letter in enumerate(text.upper()):
        for run in filter(None, _STROKES.get(letter, "").split("|")):
            points = [(float(p[0]) + i * ADVANCE, float(p[1])) for p in run.split(" ")]
            found += [(*a, *b) for a, b in pairwise(points)]
    segments = np.array(found, dtype=float).reshape(-1, 4) * scale
    return np.asarray(segments + np.array([x_mm - width / 2, y_mm - height_mm / 2] * 2))


def distance_to_segments_mm(segments: Array, x_mm: Array, y_mm: Array) -> NDArray[np.float32]:
    """Distance from every place to the nearest segment, mm: (rows, columns) for ``x_mm`` (columns,) and ``y_mm`` (rows,)."""
    nearest = np.full((len(y_mm), len(x_mm)), np.inf, dtype=np.float32)
    x, y = x_mm[None, :].astype(np.float32), y_mm[:, None].astype(np.float32)
    for ax, ay, bx, by in segments.astype(np.float32):
        dx, dy = bx - ax, by - ay
        along = np.clip(((x - ax) * dx + (y - ay) * dy) / max(dx * dx + dy * dy, np.float32(1e-9)), 0, 1)
        np.minimum(nearest, (x - ax - along * dx) ** 2 + (y - ay - along * dy) ** 2, out=nearest)
    return np.sqrt(nearest)
