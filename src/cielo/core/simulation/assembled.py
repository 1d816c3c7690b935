"""The whole card put together: base, mats, the panel and every piece on it, with a soft shadow for what foam lifts.

A base that is inked is drawn as predicted. Else base and mats have the colour of the stock they are cut of, or are drawn plain where that
is known by name alone (borders.py). A finished panel is turned on its base; a quarter turn of one that is not square takes the whole card
with it.
"""

import numpy as np
from numpy.typing import NDArray
from shapely import Point, affinity, box

from cielo.core.optics.spectra import srgb_encoded
from cielo.core.plan import Card, Plan, plan_of_piece, put_on_in_turn
from cielo.core.simulation.as_made import bare_of, piece_layer, with_stuck
from cielo.core.simulation.borders import Border, borders_of
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.layers import Layer, lay

Rgb = NDArray[np.uint8]

# A panel whose sides differ by less than this is square to the eye, mm.
SQUARE_MM = 0.5
MM_PER_INCH = 25.4


def assembled(plan: Plan, pixels_per_inch: float) -> Rgb:
    """The card as it is put together, sRGB 8 bit (rows, columns, 3), on a grid as large as its front."""
    card = plan.card
    rows, columns = (max(1, round(mm / MM_PER_INCH * pixels_per_inch)) for mm in (card.height_mm, card.width_mm))
    grid = Grid(card.width_mm, card.height_mm, card.width_mm / columns, card.height_mm / rows, rows, columns)
    below, *mats = borders_of(card)
    canvas = np.broadcast_to(_shown(below), (rows, columns, 3)).astype(np.float32)
    if base := next((piece for piece in plan.pieces if piece.belongs == "base"), None):
        own = plan_of_piece(plan, base.key)
        front = (card.width_mm, card.height_mm, card.width_mm / 2, card.height_mm / 2, 0.0, 0.0)
        lay(canvas, grid, Layer(box(0, 0, *front[:2]), with_stuck(own, pixels_per_inch), *front, bare_of(own.stock)))
    for mat in mats:
        within = (mat.begins.left_mm <= grid.x_mm[None, :]) & (grid.x_mm[None, :] <= card.width_mm - mat.begins.right_mm)
        within = (
            within & (mat.begins.top_mm <= grid.y_mm[:, None]) & (grid.y_mm[:, None] <= card.height_mm - mat.begins.bottom_mm)
        )
        canvas[within] = _shown(mat)
    left, top = card.panel_left_mm, card.panel_top_mm
    in_place = card.turned_deg == 180 or abs(card.panel_width_mm - card.panel_height_mm) < SQUARE_MM
    for layer in _layers(plan, left, top, pixels_per_inch):
        lay(canvas, grid, _turned(layer, card, (left, top)) if in_place else layer)
    rgb = np.asarray(np.clip(canvas + 0.5, 0, 255), np.uint8)
    return rgb if in_place else np.ascontiguousarray(np.rot90(rgb, -card.turned_deg // 90))


def _shown(border: Border) -> NDArray[np.float32]:
    """A border's colour, sRGB 0..255, (3,)."""
    return np.asarray(255 * srgb_encoded(border.linear), np.float32)


def _turned(layer: Layer, card: Card, corner_mm: tuple[float, float]) -> Layer:
    """A layer of the panel as it lies where the finished panel is turned about its own middle."""
    if not card.turned_deg:
        return layer
    middle = (corner_mm[0] + card.panel_width_mm / 2, corner_mm[1] + card.panel_height_mm / 2)
    # With y downwards, Shapely's positive angles turn clockwise as it is seen.
    shape = affinity.rotate(layer.shape, card.turned_deg, origin=middle)
    place = affinity.rotate(Point(layer.x_mm, layer.y_mm), card.turned_deg, origin=middle)
    return layer._replace(shape=shape, x_mm=place.x, y_mm=place.y, angle_deg=layer.angle_deg + card.turned_deg)


def _layers(plan: Plan, left_mm: float, top_mm: float, pixels_per_inch: float) -> list[Layer]:
    """The panel, then the pieces in the order in which they are put on."""
    card = plan.card
    width, height = card.panel_width_mm, card.panel_height_mm
    panel = box(left_mm, top_mm, left_mm + width, top_mm + height)
    middle = (left_mm + width / 2, top_mm + height / 2)
    layers = [Layer(panel, with_stuck(plan, pixels_per_inch), width, height, *middle, 0.0, card.raised_mm, bare_of(plan.stock))]
    layers += [piece_layer(plan, piece, pixels_per_inch, left_mm, top_mm) for piece in put_on_in_turn(plan)]
    return layers
