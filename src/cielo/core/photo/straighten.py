"""The sheet found in a photograph by its corner marks, and its tilt undone (homography: Hartley & Zisserman 2003, ch. 4, by OpenCV)."""

from collections.abc import Iterable
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


def straighten(photo: Photo) -> Photo:
    """The sheet upright, (HEIGHT_MM, WIDTH_MM) * PIXELS_PER_MM, from a photograph (rows, columns, 3), sRGB.

    Raises BadInput when its four marks cannot be found.
    """
    import cv2

    scale = min(1.0, LONGEST / max(photo.shape[:2]))
    if scale < 1:
        photo = np.asarray(cv2.resize(photo, None, fx=scale, fy=scale, interpolation=cv2.INTER_AREA), dtype=np.uint8)
    corners = _in_order(_found(photo), photo)
    true = np.array([[m.x_mm + m.size_mm / 2, m.y_mm + m.size_mm / 2] for m in marks()]) * PIXELS_PER_MM
    transform, _ = cv2.findHomography(corners.astype(np.float32), true.astype(np.float32))
    size = (int(WIDTH_MM * PIXELS_PER_MM), int(HEIGHT_MM * PIXELS_PER_MM))
    return np.asarray(
        cv2.warpPerspective(photo, transform, size, flags=cv2.INTER_LINEAR, borderValue=(255, 255, 255)), dtype=np.uint8
    )


def _found(photo: Photo) -> NDArray[np.float64]:
    """The middles of the marks, (4, 2): dark four-sided outlines with a hole or a filled heart, the four that lie furthest out."""
    import cv2

    grey = cv2.cvtColor(photo, cv2.COLOR_RGB2GRAY)
    side = max(31, int(min(grey.shape) * 0.09) | 1)
    dark = cv2.adaptiveThreshold(
        cv2.GaussianBlur(grey, (3, 3), 0), 255, cv2.ADAPTIVE_THRESH_MEAN_C, cv2.THRESH_BINARY_INV, side, 18
    )
    outlines, _ = cv2.findContours(dark, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_SIMPLE)
    least, most = 2e-4 * grey.size, 2e-2 * grey.size
    middles: list[tuple[float, float]] = []
    for outline in outlines:
        around = cv2.minAreaRect(outline)
        (width, height) = around[1]
        if not least < width * height < most or not 0.55 < width / max(height, 1e-6) < 1.8:
            continue
        hull = cv2.convexHull(outline)
        corners = cv2.approxPolyDP(hull, 0.06 * cv2.arcLength(hull, True), True)
        if len(corners) != 4 or cv2.contourArea(hull) < 0.72 * width * height or not _is_mark(grey, hull):
            continue
        middles.append(_crossing(corners.reshape(4, 2).astype(float)))
    if len(middles) < 4:
        raise BadInput(
            f"{len(middles)} of the sheet's four corner marks can be seen.",
            field="photo",
            mend="Photograph the whole sheet, flat, in even light, with all four corners in the picture.",
        )
    return _outermost(np.array(middles))


def _is_mark(grey: NDArray[Any], hull: NDArray[Any]) -> bool:
    """Whether a dark square has the black rim of a mark: its rim is dark beside the paper round it."""
    import cv2

    inside = np.zeros(grey.shape, np.uint8)
    cv2.drawContours(inside, [hull], -1, 255, -1)
    reach = max(3, int(np.sqrt(cv2.contourArea(hull)) * 0.12))
    kernel = np.ones((reach, reach), np.uint8)
    rim = cv2.subtract(inside, cv2.erode(inside, kernel))
    ring = cv2.subtract(cv2.dilate(inside, kernel, iterations=2), cv2.dilate(inside, kernel))
    dark, paper = float(np.median(grey[rim > 0])), float(np.median(grey[ring > 0])) if ring.any() else 255.0
    return dark < 0.5 * paper


def _crossing(corners: NDArray[np.float64]) -> tuple[float, float]:
    """Where the diagonals of a four-sided figure cross: the middle of a square seen at any tilt."""
    a, b, c, d = corners
    u, v = c - a, d - b
    cross = u[0] * v[1] - u[1] * v[0]
    t = ((b - a)[0] * v[1] - (b - a)[1] * v[0]) / cross
    place = a + t * u
    return float(place[0]), float(place[1])


def _outermost(middles: NDArray[np.float64]) -> NDArray[np.float64]:
    """The four marks that span the largest figure."""
    import cv2

    if len(middles) == 4:
        return middles

    def spans(four: Iterable[int]) -> float:
        hull = cv2.convexHull(middles[list(four)].astype(np.float32))
        return float(cv2.contourArea(hull)) if len(hull) == 4 else 0.0

    return middles[list(max(combinations(range(len(middles[:12])), 4), key=spans))]


def _in_order(middles: NDArray[np.float64], photo: Photo) -> NDArray[np.float64]:
    """The marks as top left, top right, bottom right, bottom left: round about, from the one whose heart is filled."""
    centre = middles.mean(axis=0)
    angles = np.arctan2(middles[:, 1] - centre[1], middles[:, 0] - centre[0])
    around = middles[np.argsort(angles)]
    grey = photo.mean(axis=2)
    hearts = [float(grey[max(0, int(y) - 2) : int(y) + 3, max(0, int(x) - 2) : int(x) + 3].mean()) for x, y in around]
    first = int(np.argmin(hearts))
    if sorted(hearts)[1] < hearts[first] * 1.3 + 12:
        raise BadInput(
            "it cannot be told which way up the sheet lies.",
            field="photo",
            mend="See that the filled mark at its top left is in the picture and nothing lies on it.",
        )
    return np.roll(around, -first, axis=0)
