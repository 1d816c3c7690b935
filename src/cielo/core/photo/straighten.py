"""The sheet found in a photograph by its corner marks, and its tilt undone (homography: Hartley & Zisserman 2003, ch. 4, by OpenCV)."""

from dataclasses import dataclass
from itertools import combinations
from typing import Any

import numpy as np
from numpy.typing import NDArray

from cielo.core.photo.sheet import HEIGHT_MM, WIDTH_MM, marks
from cielo.errors import BadInput

Photo = NDArray[np.uint8]
PIXELS_PER_MM = 4.0
# A photograph is looked at no larger than this, pixels on its long side.
LONGEST = 2000
# Of what could be marks, no more than this many of either kind are tried together.
MOST_HOLLOW, MOST_FILLED = 8, 40


def straighten(photo: Photo) -> Photo:
    """The sheet upright, (HEIGHT_MM, WIDTH_MM) * PIXELS_PER_MM, from a photograph (rows, columns, 3), sRGB.

    Raises BadInput when its four marks cannot be found.
    """
    import cv2

    scale = min(1.0, LONGEST / max(photo.shape[:2]))
    if scale < 1:
        photo = np.asarray(cv2.resize(photo, None, fx=scale, fy=scale, interpolation=cv2.INTER_AREA), dtype=np.uint8)
    corners = _corners(_candidates(photo))
    true = np.array([[m.x_mm + m.size_mm / 2, m.y_mm + m.size_mm / 2] for m in marks()]) * PIXELS_PER_MM
    transform, _ = cv2.findHomography(corners.astype(np.float32), true.astype(np.float32))
    size = (int(WIDTH_MM * PIXELS_PER_MM), int(HEIGHT_MM * PIXELS_PER_MM))
    return np.asarray(
        cv2.warpPerspective(photo, transform, size, flags=cv2.INTER_LINEAR, borderValue=(255, 255, 255)), dtype=np.uint8
    )


@dataclass(frozen=True)
class _Mark:
    """A dark square that may be a corner mark: its middle, pixels, and whether its heart is as light as paper."""

    middle: tuple[float, float]
    hollow: bool


def _candidates(photo: Photo) -> list[_Mark]:
    """Dark four-sided outlines of a mark's size: found by a threshold of the place, and by one of the whole (Otsu 1979), since a dark
    table close to a mark hides it from the first and a falling light from the second."""
    import cv2

    grey = cv2.cvtColor(photo, cv2.COLOR_RGB2GRAY)
    soft = cv2.GaussianBlur(grey, (3, 3), 0)
    side = max(31, int(min(grey.shape) * 0.09) | 1)
    local = cv2.adaptiveThreshold(soft, 255, cv2.ADAPTIVE_THRESH_MEAN_C, cv2.THRESH_BINARY_INV, side, 18)
    _, whole = cv2.threshold(soft, 0, 255, cv2.THRESH_BINARY_INV + cv2.THRESH_OTSU)
    found: list[_Mark] = []
    for dark in (local, whole):
        outlines, _ = cv2.findContours(dark, cv2.RETR_LIST, cv2.CHAIN_APPROX_SIMPLE)
        for outline in outlines:
            mark = _mark_of(grey, outline)
            if mark is not None and all(np.hypot(*np.subtract(mark.middle, one.middle)) > 6 for one in found):
                found.append(mark)
    return found


def _mark_of(grey: NDArray[Any], outline: NDArray[Any]) -> _Mark | None:
    """An outline as a mark, when it is four-sided, of a mark's size and dark at its rim."""
    import cv2

    (width, height) = cv2.minAreaRect(outline)[1]
    if not 1e-4 * grey.size < width * height < 2e-2 * grey.size or not 0.55 < width / max(height, 1e-6) < 1.8:
        return None
    hull = cv2.convexHull(outline)
    corners = cv2.approxPolyDP(hull, 0.06 * cv2.arcLength(hull, True), True)
    if len(corners) != 4 or cv2.contourArea(hull) < 0.72 * width * height:
        return None
    middle = _crossing(corners.reshape(4, 2).astype(float))
    rim, paper = _rim_and_paper(grey, hull)
    if rim > 0.5 * paper:
        return None
    column, row = int(middle[0]), int(middle[1])
    reach = max(1, int(0.1 * np.sqrt(width * height)))
    heart = float(np.median(grey[max(0, row - reach) : row + reach + 1, max(0, column - reach) : column + reach + 1]))
    return _Mark(middle, heart > (rim + paper) / 2)


def _rim_and_paper(grey: NDArray[Any], hull: NDArray[Any]) -> tuple[float, float]:
    """How light the rim of a figure is, and the paper round it; 0..255."""
    import cv2

    x, y, width, height = cv2.boundingRect(hull)
    reach = max(3, int(np.sqrt(cv2.contourArea(hull)) * 0.12))
    x0, y0 = max(0, x - 3 * reach), max(0, y - 3 * reach)
    near = grey[y0 : y + height + 3 * reach, x0 : x + width + 3 * reach]
    inside = np.zeros(near.shape, np.uint8)
    cv2.drawContours(inside, [hull], -1, 255, -1, offset=(-x0, -y0))
    kernel = np.ones((reach, reach), np.uint8)
    rim = cv2.subtract(inside, cv2.erode(inside, kernel))
    ring = cv2.subtract(cv2.dilate(inside, kernel, iterations=2), cv2.dilate(inside, kernel))
    # The lighter part of what lies round: a mark near the edge of the sheet has the table on one side.
    return float(np.median(near[rim > 0])), float(np.percentile(near[ring > 0], 80)) if ring.any() else 255.0


def _crossing(corners: NDArray[np.float64]) -> tuple[float, float]:
    """Where the diagonals of a four-sided figure cross: the middle of a square seen at any tilt."""
    a, b, c, d = corners
    u, v = c - a, d - b
    cross = u[0] * v[1] - u[1] * v[0]
    t = ((b - a)[0] * v[1] - (b - a)[1] * v[0]) / cross
    place = a + t * u
    return float(place[0]), float(place[1])


def _corners(marks_seen: list[_Mark]) -> NDArray[np.float64]:
    """The four corner marks, (4, 2): top left, top right, bottom right, bottom left.

    A filled one and three hollow ones that span the largest figure; round about from the filled one.
    """
    hollow = [mark for mark in marks_seen if mark.hollow]
    filled = [mark for mark in marks_seen if not mark.hollow]
    seen = min(3, len(hollow)) + min(1, len(filled))
    if seen < 4:
        raise BadInput(
            f"{seen} of the sheet's four corner marks can be seen.",
            field="photo",
            mend="Photograph the whole sheet, flat, in even light, with all four corners in the picture.",
        )
    figures = [
        _round_about(first.middle, [mark.middle for mark in three])
        for three in combinations(hollow[:MOST_HOLLOW], 3)
        for first in filled[:MOST_FILLED]
    ]
    return max(figures, key=_spans)


def _round_about(first: tuple[float, float], others: list[tuple[float, float]]) -> NDArray[np.float64]:
    """Four middles clockwise as seen, from the first."""
    middles = np.array([first, *others])
    centre = middles.mean(axis=0)
    angles = np.arctan2(middles[:, 1] - centre[1], middles[:, 0] - centre[0])
    order = np.argsort((angles - angles[0]) % (2 * np.pi))
    return middles[order]


def _spans(four: NDArray[np.float64]) -> float:
    """The area of a four-sided figure, square pixels; none when a corner lies within the others."""
    import cv2

    hull = cv2.convexHull(four.astype(np.float32))
    return float(cv2.contourArea(hull)) if len(hull) == 4 else 0.0
