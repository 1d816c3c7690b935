"""The panel as it lies on the table: its own picture, the pieces that are put on by then, and what is stuck on."""

import numpy as np
from numpy.typing import NDArray
from shapely import affinity

from cielo.core.geometry.putting_on import piece_shape
from cielo.core.materials import Stock
from cielo.core.optics.spectra import Array, srgb_matrix, xyz_from_lab
from cielo.core.plan import Piece, Plan, PutOn, StickOn, piece_of, plan_of_piece
from cielo.core.simulation.grid import Grid, grid_of
from cielo.core.simulation.layers import Layer, lay, stick
from cielo.core.simulation.run import Progress, picture

Rgb = NDArray[np.uint8]
MM_PER_INCH = 25.4


def as_made(
    plan: Plan, grid: Grid, steps_done: int | None = None, tell: Progress | None = None, *, times: float = 1.0, wet: bool = False
) -> Rgb:
    """The panel after so many steps, all where None, sRGB 8 bit (rows, columns, 3), with the pieces put on and what is stuck on by then.
    ``tell``, ``times``, ``wet`` as in simulation.run.picture."""
    rgb = picture(plan, grid, steps_done, tell, times=times, wet=wet)
    put_on = [step for step in plan.steps[:steps_done] if isinstance(step, PutOn | StickOn)]
    if not put_on:
        return rgb
    canvas = rgb.astype(np.float32)
    for step in put_on:
        if isinstance(step, StickOn):
            stick(canvas, grid, step)
        else:
            lay(canvas, grid, piece_layer(plan, piece_of(plan, step.piece), MM_PER_INCH / grid.pixel_width_mm))
    return np.asarray(np.clip(canvas + 0.5, 0, 255), np.uint8)


def with_stuck(plan: Plan, pixels_per_inch: float) -> Rgb:
    """A part of a card by itself with what is stuck on it, whatever is put on it elsewhere."""
    grid = grid_of(plan.card, pixels_per_inch)
    canvas = picture(plan, grid).astype(np.float32)
    for step in plan.steps:
        if isinstance(step, StickOn):
            stick(canvas, grid, step)
    return np.asarray(np.clip(canvas + 0.5, 0, 255), np.uint8)


def piece_layer(plan: Plan, piece: Piece, pixels_per_inch: float, left_mm: float = 0.0, top_mm: float = 0.0) -> Layer:
    """A piece as it lies on the panel, whose own corner lies at ``left_mm``, ``top_mm``."""
    shape = affinity.translate(piece_shape(plan, piece.key), left_mm, top_mm)
    rgb = with_stuck(plan_of_piece(plan, piece.key), pixels_per_inch)
    x, y = left_mm + piece.x_mm, top_mm + piece.y_mm
    bare = bare_of(plan_of_piece(plan, piece.key).stock)
    return Layer(shape, rgb, piece.width_mm, piece.height_mm, x, y, piece.angle_deg, piece.raised_mm, bare)


def bare_of(stock: Stock) -> Array | None:
    """How a translucent stock looks on white paper, linear sRGB (3,); None of one that nothing shows through."""
    return np.clip(xyz_from_lab(stock.paper.lab) @ srgb_matrix(), 0.0, 1.0) if stock.translucent else None
