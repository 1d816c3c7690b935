"""Where masks and stencils cover: their outlines, and how far a place is from their edge. Lengths in mm from the panel's top left."""

from math import cos, radians, sin

import numpy as np
from numpy.typing import NDArray
from shapely import MultiPolygon, Polygon
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.distance import Field, distance_below_mm, signed_distance_mm
from cielo.core.geometry.motifs import motif_rings
from cielo.core.plan import Disc, Drawn, EdgeMask, Mask, MotifMask, Profile, Stencil, Tapes

Array = NDArray[np.float64]

# The edge of a mask is drawn, and its distance taken, at points this far apart.
PROFILE_STEP_MM = 1.5


def distance_to_cover_mm(mask: Mask, x_mm: Array, y_mm: Array) -> Field:
    """Signed distance to what a mask covers, mm: below 0 under it, above 0 where ink can come; shape as distance_to_edge_mm."""
    distance = distance_to_edge_mm(mask, x_mm, y_mm)
    return within_sheet(mask, distance if mask.keeps == "inside" else -distance, x_mm, y_mm)


def within_sheet(mask: Mask, covered_mm: Field, x_mm: Array, y_mm: Array) -> Field:
    """The signed distance to what a mask covers, where beside its outer size, if it has one, it covers nothing."""
    if mask.sheet_width_mm is None or mask.sheet_height_mm is None:
        return covered_mm
    across, down = np.broadcast_arrays(x_mm[None, :] - mask.x_mm, y_mm[:, None] - mask.y_mm)
    u, v = (across, down) if isinstance(mask, Disc) else _turn_back(across, down, mask.angle_deg)
    beside = np.maximum(np.abs(u) - mask.sheet_width_mm / 2, np.abs(v) - mask.sheet_height_mm / 2)
    return np.asarray(np.maximum(covered_mm, beside), dtype=np.float32)


def distance_to_edge_mm(mask: Mask, x_mm: Array, y_mm: Array) -> Field:
    """Signed distance to a mask's outline, mm: above 0 outside, below 0 inside.

    ``x_mm`` (columns,) and ``y_mm`` (rows,) are places from the panel's top left corner; returns (rows, columns). Of a stencil the
    nearest motif of its own cell counts.
    """
    across, down = np.broadcast_arrays(x_mm[None, :] - mask.x_mm, y_mm[:, None] - mask.y_mm)
    return _distance(mask, across, down)


def _distance(mask: Mask, across: Array, down: Array) -> Field:
    if isinstance(mask, Disc):
        return np.asarray(np.hypot(across, down) - mask.diameter_mm / 2, dtype=np.float32)
    u, v = _turn_back(across, down, mask.angle_deg)
    if not isinstance(mask, Tapes | Drawn) and mask.flipped:
        u = -u
    match mask:
        case Tapes():
            beside = np.abs(v) - mask.width_mm / 2
            if mask.length_mm is not None:
                beside = np.maximum(beside, np.abs(u) - mask.length_mm / 2)
            return np.asarray(beside, dtype=np.float32)
        case EdgeMask(profile="straight"):
            return np.asarray(-v, dtype=np.float32)
        case EdgeMask():
            reach = float(max(np.abs(u).max(), np.abs(v).max())) + 3 * mask.height_mm + 10
            line = _edge_line(mask, reach)
            return distance_below_mm(line[:, 1], float(line[0, 0]), PROFILE_STEP_MM, u, v)
        case Drawn():
            if mask.pitch_mm:
                u, v = _in_cell(mask, u, v)
            return signed_distance_mm(drawn_rings(mask), u, v) - np.float32(mask.spread_mm)
        case Stencil():
            u, v = _in_cell(mask, u, v)
    rings = tuple(ring * (mask.size_mm / 2) for ring in motif_rings(mask.motif))
    return signed_distance_mm(rings, u, v) - np.float32(mask.spread_mm)


def drawn_rings(mask: Drawn) -> tuple[Array, ...]:
    """A drawing's outlines in its own directions, at its size."""
    scale = np.array([-mask.scale if mask.flipped else mask.scale, mask.scale])
    return tuple(np.array(ring, dtype=float) * scale for ring in mask.rings)


def _in_cell(mask: Stencil | Drawn, u: Array, v: Array) -> tuple[Array, Array]:
    """Places as seen from the middle of the motif in whose cell they lie."""
    row, column = _cell(mask, u, v)
    moved = (row % 2) * mask.pitch_mm / 2 if mask.staggered else 0.0
    return u - moved - column * mask.pitch_mm, v - row * mask.pitch_mm


def _cell(mask: Stencil | Drawn, u: Array, v: Array) -> tuple[Array, Array]:
    """Row and column of the motif in whose cell places lie; 0, 0 is the one at the mask's own middle."""
    row = np.round(v / mask.pitch_mm)
    moved = (row % 2) * mask.pitch_mm / 2 if mask.staggered else 0.0
    return row, np.round((u - moved) / mask.pitch_mm)


def cell_of(mask: Stencil | Drawn, x_mm: Array, y_mm: Array) -> tuple[Array, Array]:
    """Row and column of a repeat's cell at places on the panel; both (rows, columns). Turned over, columns still count to the right."""
    across, down = np.broadcast_arrays(x_mm[None, :] - mask.x_mm, y_mm[:, None] - mask.y_mm)
    u, v = _turn_back(across, down, mask.angle_deg)
    if isinstance(mask, Stencil) and mask.flipped:
        u = -u
    return _cell(mask, u, v)


def offset_from_motif_mm(mask: Mask, x_mm: Array, y_mm: Array) -> tuple[Array, Array, float]:
    """How far places lie to the right of and below the middle of their motif, each (rows, columns), and the motif's size, mm."""
    across, down = np.broadcast_arrays(x_mm[None, :] - mask.x_mm, y_mm[:, None] - mask.y_mm)
    match mask:
        case Stencil():
            u, v = _in_cell(mask, *_turn_back(across, down, mask.angle_deg))
            c, s = cos(radians(mask.angle_deg)), sin(radians(mask.angle_deg))
            return u * c - v * s, u * s + v * c, mask.size_mm
        case Disc():
            return across, down, mask.diameter_mm
        case MotifMask():
            return across, down, mask.size_mm
        case Tapes():
            return across, down, mask.width_mm
        case EdgeMask():
            return across, down, 2 * max(mask.height_mm, 20.0)
        case Drawn():
            return across, down, float(max(np.ptp(np.concatenate(drawn_rings(mask)), axis=0)))


def _turn_back(across: Array, down: Array, angle_deg: float) -> tuple[Array, Array]:
    """Places in the mask's own directions: u along its edge, v towards what it covers."""
    c, s = cos(radians(angle_deg)), sin(radians(angle_deg))
    return across * c + down * s, down * c - across * s


def _turn(points: Array, angle_deg: float) -> Array:
    c, s = cos(radians(angle_deg)), sin(radians(angle_deg))
    return np.asarray(points @ np.array([[c, s], [-s, c]]))


def profile_mm(profile: Profile, u_mm: Array, height_mm: float, seed: int) -> Array:
    """How far below its line an edge runs at places along it, mm; same shape. The same seed gives the same edge."""
    random = np.random.default_rng(seed)
    phase = random.uniform(0, 2 * np.pi, 8)
    length = random.uniform(55, 95)
    match profile:
        case "straight":
            return np.zeros_like(u_mm)
        case "wave":
            return np.asarray(height_mm / 2 * np.sin(2 * np.pi * u_mm / 40 + phase[0]))
        case "hills":
            low = np.sin(2 * np.pi * u_mm / length + phase[0]) + 0.45 * np.sin(2 * np.pi * u_mm / (0.43 * length) + phase[1])
            return np.asarray(height_mm / 2.9 * low)
        case "dunes":
            turn = 2 * np.pi * u_mm / length + phase[0]
            return np.asarray(height_mm / 2 * np.sin(turn + 0.55 * np.sin(turn)))
        case "clouds":
            bumps = np.abs(np.sin(np.pi * u_mm / (0.3 * length) + phase[0])) + 0.5 * np.sin(2 * np.pi * u_mm / length + phase[1])
            return np.asarray(height_mm * (0.4 - 0.7 * bumps))
        case "torn":
            waves = [np.sin(2 * np.pi * u_mm / (21 / 1.7**k) + phase[k]) / 1.6**k for k in range(6)]
            return np.asarray(height_mm / 5 * np.sum(waves, axis=0))


def _edge_line(mask: EdgeMask, reach_mm: float) -> Array:
    """The line of an edge mask in its own directions, (n, 2), from -reach_mm to reach_mm and a little further."""
    steps = int(np.ceil(reach_mm / PROFILE_STEP_MM))
    u = np.arange(-steps, steps + 1, dtype=float) * PROFILE_STEP_MM
    return np.stack([u, profile_mm(mask.profile, u, mask.height_mm, mask.seed)], axis=1)


def outlines_mm(mask: Mask, width_mm: float, height_mm: float) -> tuple[Array, ...]:
    """The lines to draw for a mask on a panel, each (n, 2): closed outlines, or for edges and tapes the part near the panel."""
    middle = np.array([mask.x_mm, mask.y_mm])
    reach = width_mm + height_mm
    match mask:
        case Disc():
            angle = np.linspace(0, 2 * np.pi, 73)
            return (middle + mask.diameter_mm / 2 * np.stack([np.cos(angle), np.sin(angle)], axis=1),)
        case EdgeMask():
            line = _edge_line(mask, reach) * np.array([-1 if mask.flipped else 1, 1])
            return (middle + _turn(line, mask.angle_deg),)
        case Tapes():
            half = mask.width_mm / 2
            if mask.length_mm is not None:
                long = mask.length_mm / 2
                ring = np.array([(-long, -half), (long, -half), (long, half), (-long, half), (-long, -half)])
                return (middle + _turn(ring, mask.angle_deg),)
            sides = [np.array([(-reach, v), (reach, v)]) for v in (-half, half)]
            return tuple(middle + _turn(side, mask.angle_deg) for side in sides)
        case MotifMask():
            return tuple(middle + _turn(ring, mask.angle_deg) for ring in rings_of_motif(mask))
        case Stencil():
            rings = [_turn(ring, mask.angle_deg) for ring in rings_of_motif(mask)]
            return tuple(at + ring for _, at in repeat_places(mask, mask.size_mm, width_mm, height_mm) for ring in rings)
        case Drawn():
            rings = [_turn(ring, mask.angle_deg) for ring in _spread(drawn_rings(mask), mask.spread_mm)]
            if not mask.pitch_mm:
                return tuple(middle + ring for ring in rings)
            size = float(max(np.ptp(np.concatenate(rings), axis=0)))
            return tuple(at + ring for _, at in repeat_places(mask, size, width_mm, height_mm) for ring in rings)


def rings_of_motif(mask: Stencil | MotifMask) -> tuple[Array, ...]:
    """One motif of a mask round 0, 0, at its size and with its margin, not turned yet: closed outlines, each (n, 2)."""
    scale = (mask.size_mm / 2) * np.array([-1 if mask.flipped else 1, 1])
    return _spread(tuple(ring * scale for ring in motif_rings(mask.motif)), mask.spread_mm)


def _spread(rings: tuple[Array, ...], spread_mm: float) -> tuple[Array, ...]:
    """Closed outlines with a margin round what is inside by the even-odd rule."""
    if not spread_mm:
        return tuple(np.concatenate([ring, ring[:1]]) for ring in rings)
    shape = even_odd(rings).buffer(spread_mm)
    parts = shape.geoms if isinstance(shape, MultiPolygon) else (shape,)
    return tuple(np.asarray(line.coords, dtype=float) for part in parts for line in (part.exterior, *part.interiors))


def even_odd(rings: tuple[Array, ...]) -> BaseGeometry:
    """What lies inside outlines by the even-odd rule."""
    shape: BaseGeometry = Polygon()
    for ring in rings:
        shape = shape.symmetric_difference(Polygon(ring).buffer(0))
    return shape


def repeat_places(mask: Stencil | Drawn, size_mm: float, width_mm: float, height_mm: float) -> list[tuple[str, Array]]:
    """(key, middle) of a repeat's motifs that touch the panel, row by row. A key names row and column from the mask's own middle."""
    many = int((width_mm + height_mm + abs(mask.x_mm) + abs(mask.y_mm)) / mask.pitch_mm) + 2
    rows, columns = np.meshgrid(np.arange(-many, many + 1), np.arange(-many, many + 1), indexing="ij")
    u = columns * mask.pitch_mm + (rows % 2) * (mask.pitch_mm / 2 if mask.staggered else 0.0)
    if isinstance(mask, Stencil) and mask.flipped:
        u = -u
    places = np.array([mask.x_mm, mask.y_mm]) + _turn(
        np.stack([u.ravel(), (rows * mask.pitch_mm).ravel()], axis=1).astype(float), mask.angle_deg
    )
    half = size_mm / 2
    near = ((places > -half) & (places < np.array([width_mm, height_mm]) + half)).all(axis=1)
    names = zip(rows.ravel()[near], columns.ravel()[near], strict=True)
    return [(f"r{row}c{column}", place) for (row, column), place in zip(names, places[near], strict=True)]
