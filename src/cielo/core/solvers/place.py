"""Placement: figures spread evenly, whole and off the words; a strip threaded between them.

Symbols
-------
=======  ===============  =========================================================================================
symbol   shape            meaning
=======  ===============  =========================================================================================
D        (rows, columns)  from a place on the panel to the nearest edge or thing to keep off, mm; 0 on it (Euclidean)
p_k      (k, 2)           points along the hull of a figure and within it, from its middle, mm
c        (rows, columns)  clearance of a figure with its middle at a place: min over k of D there + p_k, mm
=======  ===============  =========================================================================================

Each figure in turn goes where c is largest, and then each again with the others where they now are, until none gains: a local optimum of the
least clearance; of several starts the best. Figures that stand keep their height and move to the side alone.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely import box, union_all
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.printing import print_shape, prints_of
from cielo.core.geometry.putting_on import piece_shape
from cielo.core.geometry.shapes import shape_of_cut
from cielo.core.plan import Brush, Motifs, Piece, Plan, Print, Spot, StickOn, Words, piece_of, replace_step, with_piece
from cielo.core.table.marks import is_figure
from cielo.core.units import mark_mm
from cielo.errors import BadInput

# Places are a millimetre apart; outlines are looked at this finely.
CELL_MM, OUTLINE_MM, WITHIN_MM = 1.0, 2.0, 3.0
ROUNDS, STARTS = 12, 4

Distances = NDArray[np.float32]


@dataclass(frozen=True)
class Spread:
    """A plan with the prints of a step moved. before, after : the least clearance, mm; below 0 nothing is told apart from touching."""

    plan: Plan
    before: float
    after: float


def spread_evenly(plan: Plan, step_id: str) -> Spread:
    """The prints of a step as far from each other, from the edges, from words, other figures and pieces as the panel allows.

    Raises BadInput for a step that is not there or has no prints at places, or with some too large for the panel.
    """
    step = plan.steps[plan.index_of(step_id)]
    if isinstance(step, StickOn):
        return _stuck_evenly(plan, step)
    if not isinstance(step, Brush) or not isinstance(step.region, Print):
        raise BadInput("that step stamps no images at places.", field="step", mend="Choose one that does.")
    region, width, height = step.region, plan.card.panel_width_mm, plan.card.panel_height_mm
    shapes = [
        shapely.affinity.translate(shape, -at.x_mm, -at.y_mm)
        for shape, at in zip(prints_of(region, width, height, 0), region.places, strict=True)
    ]
    kept_off = union_all(_keep_off(plan, step))
    places = [(at.x_mm, at.y_mm) for at in region.places]
    before = _least(shapes, places, kept_off, width, height)
    rows = [_row(y, height) if region.stands else None for _, y in places]
    tried = [_settled(shapes, start, rows, kept_off, width, height) for start in _starts(len(shapes), width, height)]
    after = max(tried, key=lambda found: _least(shapes, found, kept_off, width, height))
    least = _least(shapes, after, kept_off, width, height)
    if least <= before:
        return Spread(plan, before, before)
    at = tuple(
        replace(old, x_mm=x, y_mm=old.y_mm if region.stands else y) for old, (x, y) in zip(region.places, after, strict=True)
    )
    return Spread(replace_step(plan, replace(step, region=replace(region, places=at))), before, least)


def _stuck_evenly(plan: Plan, step: StickOn) -> Spread:
    """What is stuck on spread as prints are."""
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    shapes = [shapely.Point(0, 0).buffer(step.size_mm / 2) for _ in step.spots]
    kept_off = union_all(_keep_off(plan, step))
    before = _least(shapes, [(spot.x_mm, spot.y_mm) for spot in step.spots], kept_off, width, height)
    tried = [
        _settled(shapes, start, [None] * len(shapes), kept_off, width, height) for start in _starts(len(shapes), width, height)
    ]
    after = max(tried, key=lambda found: _least(shapes, found, kept_off, width, height))
    least = _least(shapes, after, kept_off, width, height)
    if least <= before:
        return Spread(plan, before, before)
    return Spread(replace_step(plan, replace(step, spots=tuple(Spot(x, y) for x, y in after))), before, least)


Places = Sequence[tuple[float, float]]


def _starts(count: int, width: float, height: float) -> list[dict[int, tuple[float, float]]]:
    """Where figures begin: nowhere yet, so that each goes where most is free; and thrown, since the first places decide a good deal."""
    rng = np.random.default_rng(count)
    thrown = [
        {n: (float(x), float(y)) for n, (x, y) in enumerate(np.round(rng.uniform((0, 0), (width, height), (count, 2))))}
        for _ in range(STARTS)
    ]
    return [{}, *thrown]


def _settled(
    shapes: Sequence[BaseGeometry],
    start: dict[int, tuple[float, float]],
    rows: Sequence[int | None],
    kept_off: BaseGeometry,
    width: float,
    height: float,
) -> Places:
    """Figures each moved to its best place in turn, until none gains."""
    found = dict(start)
    # The largest has the fewest places to go to.
    order = sorted(range(len(shapes)), key=lambda n: (-shapes[n].envelope.area, n))
    for _ in range(ROUNDS):
        moved = False
        for n in order:
            others = [shapely.affinity.translate(shapes[m], *at) for m, at in found.items() if m != n]
            best = _best_place(shapes[n], union_all([kept_off, *others]), width, height, found.get(n), rows[n])
            moved = moved or best != found.get(n)
            found[n] = best
        if not moved:
            break
    return [found[n] for n in range(len(shapes))]


def _row(y_mm: float, height_mm: float) -> int:
    return int(np.clip(round(y_mm / CELL_MM), 0, round(height_mm / CELL_MM)))


def _keep_off(plan: Plan, step: Brush | StickOn) -> list[BaseGeometry]:
    """What the prints of a step keep off: words, other figures, pieces that are put on, and windows."""
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    shapes = [
        print_shape(other.region, width, height, other.seed)
        for other in plan.steps
        if isinstance(other, Brush)
        and other.id != step.id
        and isinstance(other.region, Print | Motifs | Words)
        and is_figure(other)
    ]
    shapes += [piece_shape(plan, piece.key) for piece in plan.pieces if piece.belongs == "panel"]
    shapes += [shape_of_cut(cut) for cut in plan.cuts if cut.use == "window"]
    shapes += [_box(piece.x_mm, piece.y_mm, piece.width_mm, piece.height_mm) for piece in plan.focal]
    # Words are kept off as a block: a figure between two lines is in the words.
    return [shape.envelope if shape.geom_type.startswith("Multi") else shape for shape in shapes]


def _box(x: float, y: float, width: float, height: float) -> BaseGeometry:
    return box(x - width / 2, y - height / 2, x + width / 2, y + height / 2)


def _distances(kept_off: BaseGeometry, width_mm: float, height_mm: float) -> Distances:
    """D, on places a cell apart from 0, 0 on; a rim of one cell round the panel counts as edge."""
    import cv2

    rows, columns = round(height_mm / CELL_MM) + 1, round(width_mm / CELL_MM) + 1
    x, y = np.meshgrid(np.arange(columns) * CELL_MM, np.arange(rows) * CELL_MM)
    free = ~shapely.contains_xy(kept_off, x, y) if not kept_off.is_empty else np.ones((rows, columns), dtype=bool)
    free[0, :] = free[-1, :] = False
    free[:, 0] = free[:, -1] = False
    return np.asarray(cv2.distanceTransform(free.astype(np.uint8), cv2.DIST_L2, cv2.DIST_MASK_PRECISE) * np.float32(CELL_MM))


def _best_place(
    shape: BaseGeometry, kept_off: BaseGeometry, width: float, height: float, now: tuple[float, float] | None, row: int | None
) -> tuple[float, float]:
    """Where a figure has the most clearance; where it is now, if nowhere has more. Raises BadInput where it fits nowhere."""
    distances = _distances(kept_off, width, height)
    clearance = _clearance(shape, distances)
    if row is not None:
        clearance = np.where(np.arange(len(clearance))[:, None] == row, clearance, -1)
    if clearance.max() < 0:
        raise BadInput("there is no room for it whole.", field="region", mend="Make the image smaller, or stamp it once less.")
    if now is not None:
        here = clearance[round(now[1] / CELL_MM), round(now[0] / CELL_MM)]
        if clearance.max() <= here + 1e-4:
            return now
    at = np.unravel_index(int(np.argmax(clearance)), clearance.shape)
    return float(at[1]) * CELL_MM, float(at[0]) * CELL_MM


def _clearance(shape: BaseGeometry, distances: Distances) -> Distances:
    """c at every place; -1 where the figure is not whole on the panel."""
    points = _outline(shape)
    rows, columns = distances.shape
    left, top = points.min(axis=0)
    right, bottom = points.max(axis=0)
    first_row, last_row = int(np.ceil(-top)), int(np.floor(rows - 1 - bottom))
    first, last = int(np.ceil(-left)), int(np.floor(columns - 1 - right))
    clearance = np.full(distances.shape, -1.0, np.float32)
    if last_row < first_row or last < first:
        return clearance
    inner = np.full((last_row - first_row + 1, last - first + 1), np.inf, np.float32)
    for across, down in np.unique(np.rint(points).astype(int), axis=0):
        r, c = first_row + down, first + across
        rows_in, columns_in = slice(max(r, 0), max(r, 0) + len(inner)), slice(max(c, 0), max(c, 0) + inner.shape[1])
        part = distances[rows_in, columns_in]
        inner[: part.shape[0], : part.shape[1]] = np.minimum(inner[: part.shape[0], : part.shape[1]], part)
    clearance[first_row : last_row + 1, first : last + 1] = inner
    return clearance


def _outline(shape: BaseGeometry) -> NDArray[np.float64]:
    """Points along a figure's hull and within it, (k, 2), mm from its place: what it lies on it does not keep off, though its rim may run
    round it."""
    hull = shape.convex_hull
    along = np.arange(0.0, hull.length, OUTLINE_MM)
    rim = [hull.exterior.interpolate(at) for at in along] if hull.geom_type == "Polygon" else []
    left, top, right, bottom = hull.bounds
    x, y = np.meshgrid(np.arange(left, right, WITHIN_MM), np.arange(top, bottom, WITHIN_MM))
    within = shapely.contains_xy(hull, x, y)
    points = [(point.x, point.y) for point in (*rim, hull.centroid)]
    return np.concatenate([np.array(points), np.column_stack([x[within], y[within]])])


def _least(
    shapes: Sequence[BaseGeometry], places: Sequence[tuple[float, float]], kept_off: BaseGeometry, width: float, height: float
) -> float:
    """The least clearance of figures at their places, by their true hulls: to edges, to each other, to what is kept off; 0 where they
    touch, less where they run off the panel."""
    at = [shapely.affinity.translate(shape.convex_hull, *place) for shape, place in zip(shapes, places, strict=True)]
    clear = []
    for n, shape in enumerate(at):
        left, top, right, bottom = shape.bounds
        clear.append(min(left, top, width - right, height - bottom))
        clear += [shape.distance(other) for other in at[:n]]
        if not kept_off.is_empty:
            clear.append(shape.distance(kept_off))
    return round(float(min(clear)), 2)


def thread_strip(plan: Plan, piece_key: str) -> Plan:
    """A strip moved up or down to where it covers least of the figures; between them if it can, and where it is clearest of them.

    Raises NotFound for a piece that is not there, BadInput for one that is not put on the panel.
    """
    piece = piece_of(plan, piece_key)
    if piece.belongs != "panel":
        raise BadInput("that piece is not put on the panel.", field="piece", mend="Choose a strip that is.")
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    figures = [
        shape
        for step in plan.steps
        if isinstance(step, Brush) and isinstance(step.region, Print | Motifs | Words) and is_figure(step)
        for shape in prints_of(step.region, width, height, step.seed)
    ]
    if not figures:
        raise BadInput("no figure is printed yet that it could lie between.", field="piece", mend="Print one first.")
    together = union_all(figures)
    marks = np.arange(mark_mm(plan.units), height, mark_mm(plan.units))
    own = piece_shape(plan, piece_key)
    half = (own.bounds[3] - own.bounds[1]) / 2
    middle = (own.bounds[3] + own.bounds[1]) / 2

    _, upper, _, lower = together.bounds

    def cost(y: float) -> tuple[float, bool, float, float]:
        lies = shapely.affinity.translate(own, 0.0, y - middle)
        covered = lies.intersection(together).area
        beside = not upper < y < lower
        # A strip in the gap it is threaded through is as clear of what is above as of what is below.
        return round(covered, 1), beside, -round(float(lies.distance(together)), 1), abs(y - middle)

    inside = [float(y) for y in marks if half <= y <= height - half]
    best = min(inside or [middle], key=cost)
    return with_piece(plan, _at_height(piece, best - middle))


def _at_height(piece: Piece, down_mm: float) -> Piece:
    return replace(piece, y_mm=round(piece.y_mm + down_mm, 3))
