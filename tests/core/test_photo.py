"""A photographed swatch sheet, read: against the 24-patch chart of colour-science, tilted, unevenly lit, cast and noisy.

The chart's colours are those of ``colour.CCS_COLOURCHECKERS["ColorChecker24 - After November 2014"]`` (colour-science 0.4.7, D50); the
tilting is OpenCV's, and the falling light scikit-free arithmetic of our own. Printed patches are printed as they should be here: a real
printer is less exact, and the application says so.
"""

from typing import Any

import numpy as np
import pytest
from numpy.typing import NDArray

from cielo.core.bounds import Lab
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import srgb_from_lab
from cielo.core.photo import sheet
from cielo.core.photo.even import lab_of_linear, linear, swatches_of
from cielo.core.photo.straighten import PIXELS_PER_MM, straighten
from cielo.errors import BadInput

STOCK: Lab = (94.0, 0.4, 2.0)
Picture = NDArray[np.float64]


def chart() -> list[Lab]:
    import colour

    checker = colour.CCS_COLOURCHECKERS["ColorChecker24 - After November 2014"]
    found: list[Lab] = []
    for xyy in checker.data.values():
        lab = colour.XYZ_to_Lab(colour.xyY_to_XYZ(xyy), checker.illuminant)
        found.append((float(lab[0]), float(lab[1]), float(lab[2])))
    return found


def inked(colours: list[Lab]) -> Picture:
    """The sheet as it lies: stock, marks, patches, boxes inked in those colours; sRGB 0..1."""
    size = (int(sheet.HEIGHT_MM * PIXELS_PER_MM), int(sheet.WIDTH_MM * PIXELS_PER_MM), 3)
    drawn = np.empty(size)
    drawn[:] = np.clip(srgb_from_lab(STOCK), 0, 1)

    def fill(square: sheet.Square, rgb: Any) -> None:
        x0, y0 = (round(v * PIXELS_PER_MM) for v in (square.x_mm, square.y_mm))
        x1, y1 = (round((v + square.size_mm) * PIXELS_PER_MM) for v in (square.x_mm, square.y_mm))
        drawn[y0:y1, x0:x1] = rgb

    for n, mark in enumerate(sheet.marks()):
        fill(mark, 0.03)
        if n:
            fill(mark.inner(0.45), np.clip(srgb_from_lab(STOCK), 0, 1))
    for patch, lab in zip(sheet.patches(), sheet.PATCHES, strict=True):
        fill(patch, np.clip(srgb_from_lab(lab), 0, 1))
    for box, lab in zip(sheet.boxes(), colours, strict=False):
        fill(box, np.clip(srgb_from_lab(lab), 0, 1))
    # The sheet stands in the middle of A4 (210 by 297 mm), with the printer's margins round it.
    across, down = round((210 - sheet.WIDTH_MM) / 2 * PIXELS_PER_MM), round((297 - sheet.HEIGHT_MM) / 2 * PIXELS_PER_MM)
    page = np.empty((size[0] + 2 * down, size[1] + 2 * across, 3))
    page[:] = np.clip(srgb_from_lab(STOCK), 0, 1)
    page[down : down + size[0], across : across + size[1]] = drawn
    return page


def photographed(drawn: Picture, seed: int) -> NDArray[np.uint8]:
    """Tilt to 15 degrees, light falling by up to 30 %, a cast, noise; on a dark table."""
    import cv2

    chance = np.random.default_rng(seed)
    rows, columns = drawn.shape[:2]
    light = linear(255 * drawn)
    x, y = np.meshgrid(np.linspace(-1, 1, columns), np.linspace(-1, 1, rows))
    way, fall = chance.uniform(0, 2 * np.pi), chance.uniform(0.05, 0.30)
    falling = 1 - fall * (0.5 + 0.35 * (np.cos(way) * x + np.sin(way) * y) + 0.15 * (x * x + y * y) / 2)
    cast = np.array([chance.uniform(0.85, 1.12), 1.0, chance.uniform(0.8, 1.15)])
    lit = light * falling[..., None] * cast * chance.uniform(0.75, 0.95)
    encoded = np.where(lit <= 0.0031308, 12.92 * lit, 1.055 * np.maximum(lit, 1e-9) ** (1 / 2.4) - 0.055)
    tilt, turn = np.radians(chance.uniform(-15, 15, 2)), np.radians(chance.uniform(-20, 20))
    corners = np.array([[-columns, -rows], [columns, -rows], [columns, rows], [-columns, rows]]) / 2
    c, s = np.cos(turn), np.sin(turn)
    around = corners @ np.array([[c, s], [-s, c]])
    depth = 1 + (around[:, 0] * np.sin(tilt[0]) + around[:, 1] * np.sin(tilt[1])) / (2.6 * rows)
    seen = around * np.cos(tilt) / depth[:, None] * 0.9 + np.array([800, 800])
    flat = (corners + np.array([columns, rows]) / 2).astype(np.float32)
    transform = cv2.getPerspectiveTransform(flat, seen.astype(np.float32))
    picture = cv2.warpPerspective(encoded.astype(np.float32), transform, (1600, 1600), borderValue=(0.25, 0.22, 0.2))
    noisy = picture + chance.normal(0, 0.008, picture.shape)
    return np.asarray(np.clip(255 * noisy, 0, 255), dtype=np.uint8)


def uncorrected(photo: NDArray[np.uint8]) -> NDArray[np.float64]:
    """The boxes of the straightened photograph as they are, Lab."""
    flat = straighten(photo)
    found = []
    for box in sheet.boxes():
        inner = box.inner()
        x0, y0 = int(inner.x_mm * PIXELS_PER_MM), int(inner.y_mm * PIXELS_PER_MM)
        side = int(inner.size_mm * PIXELS_PER_MM)
        found.append(np.median(flat[y0 : y0 + side, x0 : x0 + side].reshape(-1, 3), axis=0))
    return lab_of_linear(linear(np.array(found)))


def within_screen(lab: Lab) -> bool:
    return bool(np.all((srgb_from_lab(lab) >= 0) & (srgb_from_lab(lab) <= 1)))


def test_over_fifty_photographs_swatches_come_out_true_and_far_nearer_than_uncorrected() -> None:
    """Mean CIEDE2000 within 3 of the truth, and at least 3 times nearer than uncorrected (the issue's own figures)."""
    colours = [lab for lab in chart() if within_screen(lab)][: len(sheet.boxes())]
    drawn = inked(colours)
    after, before = [], []
    for seed in range(50):
        photo = photographed(drawn, seed)
        seen = lab_of_linear(swatches_of(straighten(photo), STOCK).boxes)
        raw = uncorrected(photo)
        for n, lab in enumerate(colours):
            after.append(float(ciede2000(seen[n], lab)))
            before.append(float(ciede2000(raw[n], lab)))
    assert len(colours) >= 14
    assert np.mean(after) < 3
    assert np.mean(before) > 3 * np.mean(after)
    print(f"mean {np.mean(after):.2f}, worst {np.max(after):.2f}, uncorrected {np.mean(before):.1f}")


def test_the_sheet_is_found_upright_whichever_way_it_lies() -> None:
    photo = photographed(inked([(60.0, 40.0, 30.0)]), 3)
    for turns in range(4):
        seen = lab_of_linear(swatches_of(straighten(np.ascontiguousarray(np.rot90(photo, turns))), STOCK).boxes)
        assert float(ciede2000(seen[0], (60.0, 40.0, 30.0))) < 3.5
        assert float(ciede2000(seen[5], STOCK)) < 3


def test_a_photograph_without_the_sheet_is_refused_in_words() -> None:
    for empty in (np.zeros((600, 800, 3), np.uint8), np.full((600, 800, 3), 240, np.uint8)):
        with pytest.raises(BadInput, match="corner marks"):
            straighten(empty)
    half = photographed(inked([]), 1)[:700]
    with pytest.raises(BadInput):
        straighten(half)


def test_what_lies_on_the_sheet_is_apart() -> None:
    """Bare places touch neither box, patch nor mark."""
    taken = [*sheet.boxes(), *sheet.patches(), *sheet.marks()]
    for bare in sheet.bare_places():
        for other in taken:
            apart_x = bare.x_mm + bare.size_mm <= other.x_mm or other.x_mm + other.size_mm <= bare.x_mm
            apart_y = bare.y_mm + bare.size_mm <= other.y_mm or other.y_mm + other.size_mm <= bare.y_mm
            assert apart_x or apart_y, (bare, other)
        assert 0 <= bare.x_mm <= sheet.WIDTH_MM - bare.size_mm
        assert 0 <= bare.y_mm <= sheet.HEIGHT_MM - bare.size_mm


def test_patches_printed_wrong_are_known_by_it() -> None:
    drawn = inked([(60.0, 40.0, 30.0)])
    right = swatches_of(straighten(photographed(drawn, 5)), STOCK).patches_apart
    spoilt = drawn.copy()
    for patch in sheet.patches()[::2]:
        x, y, side = (int(value * PIXELS_PER_MM) for value in (patch.x_mm, patch.y_mm, patch.size_mm))
        margin = (np.array(drawn.shape[:2]) - np.array([sheet.HEIGHT_MM, sheet.WIDTH_MM]) * PIXELS_PER_MM).astype(int) // 2
        spoilt[margin[0] + y : margin[0] + y + side, margin[1] + x : margin[1] + x + side] = 0.45
    wrong = swatches_of(straighten(photographed(spoilt, 5)), STOCK).patches_apart
    assert right < 1.5
    assert wrong > 5
