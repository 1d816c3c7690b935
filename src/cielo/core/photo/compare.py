"""A photograph of a card beside its prediction: region by region, and how strong the hand was.

The card is found and straightened, light and cast are taken off by its bare border (photo.card), and the panel is compared place by place
with what was predicted, both softened to what an eye takes in at reading distance. The hand is the one number by which all strengths of
the plan are multiplied that brings the prediction nearest to the photograph.
"""

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import ndimage, optimize

from cielo.core.materials import Lab
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import Array, srgb_linear, srgb_matrix
from cielo.core.photo.card import STRAIGHT_PX_PER_MM, Corners, Photo, Plain, evened, find_corners, straightened
from cielo.core.photo.even import lab_of_linear, linear_of_lab
from cielo.core.plan import Card, Plan, Reveals
from cielo.core.simulation.assembled import DARKER, PLAIN
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.run import panel_xyz
from cielo.errors import BadInput

# What is compared is softened over so much, mm, and taken at places so far apart.
SOFT_MM, EVERY_MM = 1.2, 2.0
# As fine as a telephone sees a card.
PICTURE_PX_PER_MM = 6.0
# The border is read this far from its edges, mm: a shadow, a thumb's width of tilt.
CLEAR_MM = 0.5
WEAKEST, STRONGEST = 0.5, 2.0
# A border narrower than this is no measure of the light; and what is predicted this near to the stock, CIEDE2000, is bare.
LEAST_BORDER_MM, AS_BARE = 1.5, 1.0
# A mean difference beyond this is another card, CIEDE2000. Judgement.
ANOTHER_CARD = 25.0
# Below this two colours are as good as one on a photograph.
SEEN = 3.0


@dataclass(frozen=True)
class Region:
    """A part of the panel: what it is called, its colours, and how far they lie apart, CIEDE2000."""

    where: str
    predicted: Lab
    photographed: Lab
    difference: float
    words: str


@dataclass(frozen=True, eq=False)
class Compared:
    """What a photograph shows beside the prediction.

    corners : of the panel in the photograph, (4, 2) pixels, clockwise from its top left. hand : what all strengths are to be taken times.
    difference : CIEDE2000 of every place, (rows, columns), EVERY_MM apart; mean_difference its mean. photographed, predicted : both as
    linear sRGB on that raster, (rows, columns, 3). uncorrected : the mean difference with light and cast left in.
    """

    corners: Corners
    regions: tuple[Region, ...]
    hand: float
    mean_difference: float
    difference: Array
    photographed: Array
    predicted: Array
    uncorrected: float


def compare(plan: Plan, photo: Photo, corners: Corners | None = None, tell: Callable[[float], None] | None = None) -> Compared:
    """The panel in a photograph of the card beside what its plan predicts.

    ``corners``: of the panel, put right by hand; found where None. Raises BadInput where there is no card in it, or no bare border.
    """
    card = plan.card
    of_card = find_corners(photo) if corners is None else card_corners(card, corners)
    best: tuple[float, Array, Array, Corners] | None = None
    for turn in _turns(card, of_card) if corners is None else [of_card]:
        seen = straightened(photo, turn, card.width_mm, card.height_mm)
        panel = _panel_of(card, evened(seen, _plain(plan, seen.shape)))
        raw = _panel_of(card, seen)
        predicted = _predicted(plan, panel.shape)
        apart = float(np.mean(ciede2000(lab_of_linear(panel), lab_of_linear(predicted))))
        if best is None or apart < best[0]:
            best = (apart, panel, raw, turn)
    assert best is not None
    mean_difference, panel, raw, turn = best
    if mean_difference > ANOTHER_CARD:
        raise BadInput(
            "what lies there does not look like this card.",
            field="photo",
            mend="Bring in this card's photograph, or put its corners right.",
        )
    if tell is not None:
        tell(0.3)
    predicted = _predicted(plan, panel.shape)
    seen_lab, wanted_lab = lab_of_linear(panel), lab_of_linear(predicted)
    hand = _hand(plan, panel, tell)
    return Compared(
        _panel_corners(card, turn),
        _regions(wanted_lab, seen_lab),
        hand,
        round(mean_difference, 2),
        np.asarray(ciede2000(seen_lab, wanted_lab)),
        panel,
        predicted,
        round(float(np.mean(ciede2000(lab_of_linear(raw), wanted_lab))), 2),
    )


def card_picture(plan: Plan, times: float = 1.0, pixels_per_mm: float = PICTURE_PX_PER_MM) -> Array:
    """The panel as predicted on its mats and base, all plain, linear sRGB (rows, columns, 3): what is photographed, and compared with."""
    card = plan.card
    rows, columns = round(card.height_mm * pixels_per_mm), round(card.width_mm * pixels_per_mm)
    picture = np.broadcast_to(srgb_linear(np.array(PLAIN / 255)), (rows, columns, 3)).copy()
    left, top = card.reveals.left_mm, card.reveals.top_mm
    right, bottom = card.reveals.right_mm, card.reveals.bottom_mm
    for n, mat in enumerate(reversed(card.mats), 1):
        picture[_pixels(top, card.height_mm - bottom, pixels_per_mm), _pixels(left, card.width_mm - right, pixels_per_mm)] = (
            srgb_linear(np.array((PLAIN - n * DARKER) / 255))
        )
        left, top = left + mat.reveals.left_mm, top + mat.reveals.top_mm
        right, bottom = right + mat.reveals.right_mm, bottom + mat.reveals.bottom_mm
    down, across = _pixels(top, card.height_mm - bottom, pixels_per_mm), _pixels(left, card.width_mm - right, pixels_per_mm)
    picture[down, across] = _rendered(plan, down.stop - down.start, across.stop - across.start, times)
    return picture


def _pixels(start_mm: float, end_mm: float, pixels_per_mm: float) -> slice:
    return slice(round(start_mm * pixels_per_mm), round(end_mm * pixels_per_mm))


def _rendered(plan: Plan, rows: int, columns: int, times: float) -> Array:
    """The panel as predicted, linear sRGB that a screen can show, (rows, columns, 3)."""
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    grid = Grid(width, height, width / columns, height / rows, rows, columns)
    xyz = panel_xyz(plan, grid, times=times).astype(np.float64)
    return np.asarray(np.clip(xyz @ srgb_matrix(), 0.0, 1.0))


def _plain(plan: Plan, shape: tuple[int, ...]) -> Plain:
    """What is plain on a straightened card: the outermost border that shows on all sides, else where the panel stays bare."""
    card, grey = plan.card, PLAIN
    outer = Reveals(0.0, 0.0, 0.0, 0.0)
    borders = [card.reveals, *(mat.reveals for mat in reversed(card.mats))]
    inked = any(piece.belongs == "base" for piece in plan.pieces)
    for n, border in enumerate(borders):
        inner = Reveals(
            outer.left_mm + border.left_mm,
            outer.top_mm + border.top_mm,
            outer.right_mm + border.right_mm,
            outer.bottom_mm + border.bottom_mm,
        )
        least = min(border.left_mm, border.top_mm, border.right_mm, border.bottom_mm)
        if least >= LEAST_BORDER_MM and not (inked and n == 0):
            ring = _within(card, outer, CLEAR_MM, shape) & ~_within(card, inner, -CLEAR_MM, shape)
            return Plain(ring, np.full(3, float(srgb_linear(np.array((grey - n * DARKER) / 255)))))
        outer = inner
    return _bare(plan, outer, shape)


def _within(card: Card, inset: Reveals, clear_mm: float, shape: tuple[int, ...]) -> NDArray[np.bool_]:
    """Where a straightened card lies within an inset, ``clear_mm`` further in."""
    there = np.zeros(shape[:2], dtype=bool)
    down = _pixels(max(0.0, inset.top_mm + clear_mm), card.height_mm - inset.bottom_mm - clear_mm, STRAIGHT_PX_PER_MM)
    across = _pixels(max(0.0, inset.left_mm + clear_mm), card.width_mm - inset.right_mm - clear_mm, STRAIGHT_PX_PER_MM)
    there[down, across] = True
    return there


def _bare(plan: Plan, inset: Reveals, shape: tuple[int, ...]) -> Plain:
    """Where the prediction leaves the panel as bare as its stock."""
    card = plan.card
    down = _pixels(inset.top_mm, card.height_mm - inset.bottom_mm, STRAIGHT_PX_PER_MM)
    across = _pixels(inset.left_mm, card.width_mm - inset.right_mm, STRAIGHT_PX_PER_MM)
    rendered = _rendered(plan, down.stop - down.start, across.stop - across.start, 1.0)
    stock = np.clip(np.array(linear_of_lab(plan.stock.paper.lab)), 0.0, 1.0)
    bare = ciede2000(lab_of_linear(rendered), lab_of_linear(stock)) < AS_BARE
    where = np.zeros(shape[:2], dtype=bool)
    where[down, across] = ndimage.binary_erosion(bare, iterations=round(CLEAR_MM * STRAIGHT_PX_PER_MM))
    return Plain(where, stock)


def _inset(card: Card) -> tuple[float, float]:
    """Where the panel lies on the base: from the left and from the top, mm."""
    left = card.reveals.left_mm + sum(mat.reveals.left_mm for mat in card.mats)
    top = card.reveals.top_mm + sum(mat.reveals.top_mm for mat in card.mats)
    return left, top


def _panel_of(card: Card, seen: Array) -> Array:
    """The panel of a straightened card, softened and taken every EVERY_MM."""
    left, top = _inset(card)
    down = _pixels(top, top + card.panel_height_mm, STRAIGHT_PX_PER_MM)
    across = _pixels(left, left + card.panel_width_mm, STRAIGHT_PX_PER_MM)
    return _softened(seen[down, across])


def _softened(panel: Array) -> Array:
    soft = SOFT_MM * STRAIGHT_PX_PER_MM
    step = round(EVERY_MM * STRAIGHT_PX_PER_MM)
    blurred = ndimage.gaussian_filter(panel, (soft, soft, 0), mode="nearest")
    return np.asarray(blurred[step // 2 :: step, step // 2 :: step])


def _predicted(plan: Plan, shape: tuple[int, ...], times: float = 1.0) -> Array:
    rows, columns = (round(mm * STRAIGHT_PX_PER_MM) for mm in (plan.card.panel_height_mm, plan.card.panel_width_mm))
    soft = _softened(_rendered(plan, rows, columns, times))
    return soft[: shape[0], : shape[1]]


def _turns(card: Card, corners: Corners) -> list[Corners]:
    """The ways round that the card may lie in the photograph, by its sides: upright or on its head, and if it is square on its sides."""
    sides = np.linalg.norm(np.roll(corners, -1, axis=0) - corners, axis=1)
    wide = (sides[0] + sides[2]) / (sides[1] + sides[3])
    ways = [0, 1, 2, 3]
    ways.sort(key=lambda turn: abs(np.log((wide if turn % 2 == 0 else 1 / wide) * card.height_mm / card.width_mm)))
    square = abs(np.log(card.height_mm / card.width_mm)) < 0.06
    return [np.roll(corners, -turn, axis=0) for turn in (ways if square else ways[:2])]


def _outlines(card: Card) -> tuple[Array, Array]:
    """The corners of the whole card and of its panel, mm on the card, (4, 2) each, clockwise from the upper left."""
    left, top = _inset(card)
    right, bottom = left + card.panel_width_mm, top + card.panel_height_mm
    whole = np.array([[0, 0], [card.width_mm, 0], [card.width_mm, card.height_mm], [0, card.height_mm]])
    return whole, np.array([[left, top], [right, top], [right, bottom], [left, bottom]])


def _panel_corners(card: Card, of_card: Corners) -> Corners:
    whole, panel = _outlines(card)
    return _seen_where(whole, of_card, panel)


def card_corners(card: Card, of_panel: Corners) -> Corners:
    """Where the whole card's corners lie in a photograph, from those of its panel, pixels (4, 2)."""
    whole, panel = _outlines(card)
    return _seen_where(panel, of_panel, whole)


def _seen_where(known: Array, seen: Corners, wanted: Array) -> Corners:
    """Where places lie in a photograph of which four are known."""
    import cv2

    lie = cv2.getPerspectiveTransform(known.astype(np.float32), seen.astype(np.float32))
    return np.asarray(cv2.perspectiveTransform(wanted[None].astype(np.float32), lie)[0], dtype=np.float64)


def _hand(plan: Plan, panel: Array, tell: Callable[[float], None] | None) -> float:
    """What all strengths are to be taken times so that the prediction comes nearest to the photographed panel."""
    seen = lab_of_linear(panel)
    tried = 0

    def apart(times: float) -> float:
        nonlocal tried
        tried += 1
        if tell is not None:
            tell(min(0.99, 0.3 + 0.05 * tried))
        predicted = _predicted(plan, panel.shape, times)
        return float(np.mean(ciede2000(lab_of_linear(_leaked(predicted, panel)), seen)))

    found = optimize.minimize_scalar(apart, bounds=(WEAKEST, STRONGEST), method="bounded", options={"xatol": 0.01, "maxiter": 14})
    return round(float(found.x), 3)


# What of each channel a camera may let into the others, a share: no more is taken for the camera's doing.
MOST_LEAK = 0.03


def _leaked(predicted: Array, panel: Array) -> Array:
    """The prediction with so much of each channel in the others as brings it nearest to the photograph: a camera dulls all colours alike,
    which must not be taken for a lighter hand."""
    others = predicted.sum(axis=-1, keepdims=True) - 3 * predicted
    leak = float(np.sum((panel - predicted) * others) / max(float(np.sum(others**2)), 1e-12))
    return np.asarray(predicted + min(max(leak, 0.0), MOST_LEAK) * others)


# The panel in three by three, by name.
ROWS, COLUMNS = ("upper", "", "lower"), ("left", "", "right")


def _called(row: int, column: int) -> str:
    if row == column == 1:
        return "the middle"
    if column == 1:
        return "the top" if row == 0 else "the bottom"
    if row == 1:
        return f"the {COLUMNS[column]} side"
    return f"the {ROWS[row]} {COLUMNS[column]}"


def _regions(predicted: Array, seen: Array) -> tuple[Region, ...]:
    rows, columns = predicted.shape[:2]
    regions = []
    for row in range(3):
        for column in range(3):
            there = (slice(rows * row // 3, rows * (row + 1) // 3), slice(columns * column // 3, columns * (column + 1) // 3))
            wanted, got = (_mean_lab(lab[there]) for lab in (predicted, seen))
            difference = round(float(ciede2000(wanted, got)), 2)
            where = _called(row, column)
            regions.append(Region(where, wanted, got, difference, _words(where, wanted, got, difference)))
    return tuple(regions)


def _mean_lab(lab: Array) -> Lab:
    values = lab.reshape(-1, 3).mean(axis=0)
    return (float(values[0]), float(values[1]), float(values[2]))


def _words(where: str, wanted: Lab, got: Lab, difference: float) -> str:
    """What a maker would say of a region."""
    called = where[0].upper() + where[1:]
    if difference < SEEN:
        return f"{called} came out as predicted."
    light, strong = got[0] - wanted[0], np.hypot(got[1], got[2]) - np.hypot(wanted[1], wanted[2])
    parts = []
    if abs(light) > 2:
        parts.append("paler" if light > 0 else "darker")
    if abs(strong) > 4:
        parts.append("more colourful" if strong > 0 else "duller")
    if not parts:
        parts.append("of another hue")
    much = "a little " if difference < 6 else "" if difference < 12 else "much "
    return f"{called} came out {much}{' and '.join(parts)}."
