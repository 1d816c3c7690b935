"""A photograph of a card beside its prediction: region by region, and what that teaches.

The card is found and straightened, light and cast are taken off by its bare border (photo.card), and the panel is compared place by place
with what was predicted, both softened to what an eye takes in at reading distance. What the difference teaches stands in taught.py.
"""

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from cielo.core.bounds import Lab
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import Array, srgb_matrix
from cielo.core.photo.card import STRAIGHT_PX_PER_MM, Corners, Photo, Plain, evened, find_corners, straightened
from cielo.core.photo.even import lab_of_linear, linear_of_lab
from cielo.core.photo.taught import SEEN, Taught, taught
from cielo.core.plan import Card, Plan, Reveals
from cielo.core.simulation.borders import borders_of, inside
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.run import panel_xyz
from cielo.core.simulation.smooth import softened
from cielo.core.units import sentence
from cielo.errors import BadInput

# What is compared is softened over so much, mm, and taken at places so far apart.
SOFT_MM, EVERY_MM = 1.2, 2.0
# As fine as a telephone sees a card.
PICTURE_PX_PER_MM = 6.0
# The border is read this far from its edges, mm: a shadow, a thumb's width of tilt.
CLEAR_MM = 0.5
# A border narrower than this is no measure of the light; and what is predicted this near to the stock, CIEDE2000, is bare.
LEAST_BORDER_MM, AS_BARE = 1.5, 1.0
# A border that sends back less of red, green or blue than this is no measure of it, linear sRGB.
DEEP = 0.2
# A mean difference beyond this is another card, CIEDE2000. Judgement.
ANOTHER_CARD = 25.0


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

    corners : of the panel in the photograph, (4, 2) pixels, clockwise from its top left.
    difference : CIEDE2000 of every place, (rows, columns), EVERY_MM apart; mean_difference its mean. photographed, predicted : both as
    linear sRGB on that raster, (rows, columns, 3). uncorrected : the mean difference with light and cast left in.
    """

    corners: Corners
    regions: tuple[Region, ...]
    mean_difference: float
    difference: Array
    photographed: Array
    predicted: Array
    uncorrected: float


def compare(plan: Plan, photo: Photo, corners: Corners | None = None) -> Compared:
    """The panel in a photograph of the card beside what its plan predicts.

    ``corners``: of the panel, put right by hand; found where None. Raises BadInput where there is no card in it, or no bare border.
    """
    card = plan.card
    best: tuple[float, Array, Array, Corners] | None = None
    for turn in _lies(card, find_corners(photo)) if corners is None else [card_corners(card, corners)]:
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
    predicted = _predicted(plan, panel.shape)
    seen_lab, wanted_lab = lab_of_linear(panel), lab_of_linear(predicted)
    return Compared(
        _panel_corners(card, turn),
        _regions(wanted_lab, seen_lab),
        round(mean_difference, 2),
        np.asarray(ciede2000(seen_lab, wanted_lab)),
        panel,
        predicted,
        round(float(np.mean(ciede2000(lab_of_linear(raw), wanted_lab))), 2),
    )


def lesson_of(plan: Plan, seen: Compared, tell: Callable[[float], None] | None = None) -> Taught:
    """What a comparison teaches: the hand, the pads, the pairs (taught.py). ``tell`` is called with the share done, 0..1."""
    panel = seen.photographed
    return taught(plan, panel, lambda of, times: _predicted(of, panel.shape, times), tell)


def card_picture(plan: Plan, times: float = 1.0, pixels_per_mm: float = PICTURE_PX_PER_MM) -> Array:
    """The panel as predicted on its mats and base, linear sRGB (rows, columns, 3): what is photographed, and compared with."""
    card = plan.card
    rows, columns = round(card.height_mm * pixels_per_mm), round(card.width_mm * pixels_per_mm)
    picture = np.zeros((rows, columns, 3))
    for border in borders_of(card):
        picture[_inner(card, border.begins, pixels_per_mm)] = border.linear
        panel = inside(border.begins, border.shows)
    down, across = _inner(card, panel, pixels_per_mm)
    picture[down, across] = _rendered(plan, down.stop - down.start, across.stop - across.start, times)
    return picture


def _inner(card: Card, begins: Reveals, pixels_per_mm: float) -> tuple[slice, slice]:
    """The pixels of what lies so far in from the card's edges, rows and columns."""
    down = _pixels(begins.top_mm, card.height_mm - begins.bottom_mm, pixels_per_mm)
    return down, _pixels(begins.left_mm, card.width_mm - begins.right_mm, pixels_per_mm)


def _pixels(start_mm: float, end_mm: float, pixels_per_mm: float) -> slice:
    return slice(round(start_mm * pixels_per_mm), round(end_mm * pixels_per_mm))


def _rendered(plan: Plan, rows: int, columns: int, times: float) -> Array:
    """The panel as predicted, linear sRGB that a screen can show, (rows, columns, 3)."""
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    grid = Grid(width, height, width / columns, height / rows, rows, columns)
    xyz = panel_xyz(plan, grid, times=times).astype(np.float64)
    return np.asarray(np.clip(xyz @ srgb_matrix(), 0.0, 1.0))


def _plain(plan: Plan, shape: tuple[int, ...]) -> Plain:
    """What is plain on a straightened card: the outermost border that shows on all sides and is no deep colour, else where the panel
    stays bare."""
    card = plan.card
    inked = any(piece.belongs == "base" for piece in plan.pieces)
    for n, border in enumerate(borders_of(card)):
        panel = inside(border.begins, border.shows)
        least = min(vars(border.shows).values())
        if least >= LEAST_BORDER_MM and border.linear.min() >= DEEP and not (inked and n == 0):
            ring = _within(card, border.begins, CLEAR_MM, shape) & ~_within(card, panel, -CLEAR_MM, shape)
            return Plain(ring, border.linear)
    return _bare(plan, panel, shape)


def _within(card: Card, inset: Reveals, clear_mm: float, shape: tuple[int, ...]) -> NDArray[np.bool_]:
    """Where a straightened card lies within an inset, ``clear_mm`` further in."""
    there = np.zeros(shape[:2], dtype=bool)
    down = _pixels(max(0.0, inset.top_mm + clear_mm), card.height_mm - inset.bottom_mm - clear_mm, STRAIGHT_PX_PER_MM)
    across = _pixels(max(0.0, inset.left_mm + clear_mm), card.width_mm - inset.right_mm - clear_mm, STRAIGHT_PX_PER_MM)
    there[down, across] = True
    return there


def _bare(plan: Plan, inset: Reveals, shape: tuple[int, ...]) -> Plain:
    """Where the prediction leaves the panel as bare as its stock."""
    import cv2

    card = plan.card
    down = _pixels(inset.top_mm, card.height_mm - inset.bottom_mm, STRAIGHT_PX_PER_MM)
    across = _pixels(inset.left_mm, card.width_mm - inset.right_mm, STRAIGHT_PX_PER_MM)
    rendered = _rendered(plan, down.stop - down.start, across.stop - across.start, 1.0)
    stock = np.clip(np.array(linear_of_lab(plan.stock.paper.lab)), 0.0, 1.0)
    bare = ciede2000(lab_of_linear(rendered), lab_of_linear(stock)) < AS_BARE
    where = np.zeros(shape[:2], dtype=bool)
    clear = cv2.erode(
        bare.astype(np.uint8),
        cv2.getStructuringElement(cv2.MORPH_CROSS, (3, 3)),
        iterations=round(CLEAR_MM * STRAIGHT_PX_PER_MM),
        borderType=cv2.BORDER_CONSTANT,
        borderValue=0,
    )
    where[down, across] = clear > 0
    return Plain(where, stock)


def _panel_of(card: Card, seen: Array) -> Array:
    """The panel of a straightened card, softened and taken every EVERY_MM."""
    left, top = card.panel_left_mm, card.panel_top_mm
    down = _pixels(top, top + card.panel_height_mm, STRAIGHT_PX_PER_MM)
    across = _pixels(left, left + card.panel_width_mm, STRAIGHT_PX_PER_MM)
    return _softened(seen[down, across])


def _softened(panel: Array) -> Array:
    soft = SOFT_MM * STRAIGHT_PX_PER_MM
    step = round(EVERY_MM * STRAIGHT_PX_PER_MM)
    return softened(panel, soft, soft)[step // 2 :: step, step // 2 :: step]


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


def _lies(card: Card, found: Corners) -> list[Corners]:
    """Where the whole card's corners may lie in a photograph in which a light outline was found: any way round; and where its base, and
    what lies on that, is as deep as a table may be, the outline may be that of what lies on it."""
    whole, _ = _outlines(card)
    outlines = [whole]
    for border in borders_of(card):
        if border.linear.max() >= DEEP:
            break
        begins = inside(border.begins, border.shows)
        right, bottom = card.width_mm - begins.right_mm, card.height_mm - begins.bottom_mm
        outlines.append(_rectangle(begins.left_mm, begins.top_mm, right, bottom))
    return [_seen_where(outline, turn, whole) for outline in outlines for turn in _turns(card, found)]


def _rectangle(left: float, top: float, right: float, bottom: float) -> Array:
    return np.array([[left, top], [right, top], [right, bottom], [left, bottom]])


def _outlines(card: Card) -> tuple[Array, Array]:
    """The corners of the whole card and of its panel, mm on the card, (4, 2) each, clockwise from the upper left."""
    left, top = card.panel_left_mm, card.panel_top_mm
    whole = _rectangle(0.0, 0.0, card.width_mm, card.height_mm)
    return whole, _rectangle(left, top, left + card.panel_width_mm, top + card.panel_height_mm)


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
    called = sentence(where)
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
