"""A card found in a photograph of it on a table, straightened, and its light and cast evened out by what is known to be plain.

Symbols
-------
=======  ===============  ===================================================================================================
symbol   shape            meaning
=======  ===============  ===================================================================================================
c        (n, 3)           linear sRGB as photographed, of places on the bare reveal
t        (3,)             linear sRGB of the reveal as it truly is
L        (n, 3)           light there, cast and all: a quadratic in x and y for each channel, fitted to c / t (robust, reweighted)
=======  ===============  ===================================================================================================

c / L is the true colour. A cast that mixes channels stays; one plain colour cannot tell of it.
"""

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from cielo.core.photo.even import linear
from cielo.errors import BadInput

Photo = NDArray[np.uint8]
Array = NDArray[np.float64]
Corners = NDArray[np.float64]
# A photograph is looked at no larger than this, pixels on its long side, and a straightened card is as large.
LONGEST = 1600
STRAIGHT_PX_PER_MM = 3.0
# Less of the picture than this is no card.
LEAST_SHARE = 0.04


@dataclass(frozen=True, eq=False)
class Plain:
    """What is known to be plain on a card: where, (rows, columns) of the straightened card, and its true colour, linear sRGB (3,)."""

    where: NDArray[np.bool_]
    colour: Array


def find_corners(photo: Photo) -> Corners:
    """The card's corners in a photograph, (4, 2) pixels, clockwise from the upper left as it is seen. Raises BadInput.

    The card is what differs most from the table, which is taken to be what lies round the picture's edge; its sides are lines fitted to its
    outline, and its corners where they cross.
    """
    import cv2

    scale = min(1.0, LONGEST / max(photo.shape[:2]))
    small = cv2.resize(photo, None, fx=scale, fy=scale, interpolation=cv2.INTER_AREA) if scale < 1 else photo
    lab = cv2.cvtColor(cv2.GaussianBlur(small, (5, 5), 0), cv2.COLOR_RGB2LAB).astype(np.float32)
    rim = max(4, round(0.012 * max(small.shape[:2])))
    edge = np.concatenate(
        [lab[:rim].reshape(-1, 3), lab[-rim:].reshape(-1, 3), lab[:, :rim].reshape(-1, 3), lab[:, -rim:].reshape(-1, 3)]
    )
    away = np.linalg.norm(lab - np.median(edge, axis=0), axis=2)
    level, _ = cv2.threshold(np.clip(away, 0, 255).astype(np.uint8), 0, 255, cv2.THRESH_BINARY | cv2.THRESH_OTSU)
    # Dark parts of a card lie between the table and its paper, so that the threshold is set low and holes are filled.
    card = (away > max(6.0, 0.45 * level)).astype(np.uint8)
    card = cv2.morphologyEx(card, cv2.MORPH_CLOSE, np.ones((9, 9), np.uint8))
    outlines, _ = cv2.findContours(card, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)
    outline = max(outlines, key=cv2.contourArea, default=None)
    if outline is None or cv2.contourArea(outline) < LEAST_SHARE * card.size:
        raise BadInput(
            "no card can be made out in it.",
            field="photo",
            mend="Lay the card alone on a plain table that is darker or lighter than it.",
        )
    corners = _four_sides(outline)
    size = np.array([small.shape[1], small.shape[0]])
    if (corners < rim / 2).any() or (corners > size - rim / 2).any():
        raise BadInput(
            "the card is not whole in it.",
            field="photo",
            mend="Photograph all four corners, with a little of the table round them.",
        )
    return np.asarray(corners / scale)


def _four_sides(outline: NDArray[Any]) -> Corners:
    """Where the four lines cross that lie along an outline, clockwise from the upper left. Raises BadInput where it is not four-sided."""
    import cv2

    hull = cv2.convexHull(outline)
    around = cv2.arcLength(hull, True)
    rough = next(
        (c for share in np.arange(0.01, 0.12, 0.01) if len(c := cv2.approxPolyDP(hull, share * around, True)) == 4), None
    )
    if rough is None:
        raise BadInput(
            "what lies there has not four sides.", field="photo", mend="Photograph the card flat, whole, and nothing on it."
        )
    corners = rough.reshape(4, 2).astype(np.float64)
    points = outline.reshape(-1, 2).astype(np.float64)
    lines = []
    for at in range(4):
        start, end = corners[at], corners[(at + 1) % 4]
        along = (end - start) / np.linalg.norm(end - start)
        beyond = (points - start) @ along / np.linalg.norm(end - start)
        off = np.abs((points - start) @ np.array([-along[1], along[0]]))
        near = points[(off < 0.03 * np.linalg.norm(end - start)) & (beyond > 0.08) & (beyond < 0.92)]
        if len(near) < 8:
            lines.append((start, along))
            continue
        vx, vy, x0, y0 = cv2.fitLine(near.astype(np.float32), cv2.DIST_HUBER, 0, 0.01, 0.01).ravel()
        lines.append((np.array([x0, y0], dtype=np.float64), np.array([vx, vy], dtype=np.float64)))
    crossed = np.array([_crossing(*lines[at - 1], *lines[at]) for at in range(4)])
    middle = crossed.mean(axis=0)
    turn = np.argsort(np.arctan2(crossed[:, 1] - middle[1], crossed[:, 0] - middle[0]))
    clockwise = crossed[turn]
    first = int(np.argmin(clockwise.sum(axis=1)))
    return np.roll(clockwise, -first, axis=0)


def _crossing(at: Array, way: Array, other: Array, other_way: Array) -> Array:
    solved = np.linalg.solve(np.column_stack([way, -other_way]), other - at)
    return np.asarray(at + solved[0] * way)


def straightened(photo: Photo, corners: Corners, width_mm: float, height_mm: float) -> Array:
    """The card upright in linear sRGB, (rows, columns, 3), STRAIGHT_PX_PER_MM; its corners are pixels of the photograph."""
    import cv2

    columns, rows = round(width_mm * STRAIGHT_PX_PER_MM), round(height_mm * STRAIGHT_PX_PER_MM)
    true = np.array([[0, 0], [columns, 0], [columns, rows], [0, rows]]) - 0.5
    lie = cv2.getPerspectiveTransform(corners.astype(np.float32), true.astype(np.float32))
    warped = cv2.warpPerspective(photo, lie, (columns, rows), flags=cv2.INTER_AREA, borderMode=cv2.BORDER_REPLICATE)
    return linear(np.asarray(warped, dtype=np.float64))


def evened(card: Array, plain: Plain) -> Array:
    """The card with light and cast taken off by what is plain on it, linear sRGB of the same shape. Raises BadInput where nothing is."""
    rows, columns = card.shape[:2]
    at = np.argwhere(plain.where)
    if len(at) < 200:
        raise BadInput(
            "no bare border of the card is seen, by which the light could be evened out.",
            field="photo",
            mend="Photograph the panel on its base, or on a sheet of the same stock that shows all round.",
        )
    chosen = at[:: max(1, len(at) // 6000)]
    seen = card[chosen[:, 0], chosen[:, 1]] / plain.colour
    terms = _terms(chosen[:, 1] / columns, chosen[:, 0] / rows)
    kept = np.ones(len(chosen), bool)
    for _ in range(4):
        found = np.linalg.lstsq(terms[kept], seen[kept], rcond=None)[0]
        off = np.abs(seen - terms @ found).max(axis=1)
        kept = off < max(0.02, 2.5 * float(np.median(off)))
    across, down = np.meshgrid((np.arange(columns) + 0.5) / columns, (np.arange(rows) + 0.5) / rows)
    light = (_terms(across.ravel(), down.ravel()) @ found).reshape(rows, columns, 3)
    return np.asarray(card / np.maximum(light, 0.05))


def _terms(x: Array, y: Array) -> Array:
    return np.stack([np.ones_like(x), x, y, x * x, x * y, y * y], axis=1)
