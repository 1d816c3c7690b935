"""Where masks and stencils cover: their outlines, and how far a place is from their edge. Lengths in mm from the panel's top left."""

from math import cos, radians, sin

import numpy as np
from numpy.typing import NDArray

from cielo.core.geometry.distance import Field, distance_below_mm, signed_distance_mm
from cielo.core.geometry.motifs import motif_outline
from cielo.core.plan import Disc, Drawn, EdgeMask, Mask, MotifMask, Profile, Stencil, Tapes

Array = NDArray[np.float64]

# The edge of a mask is drawn, and its distance taken, at points this far apart.
PROFILE_STEP_MM = 1.5


def distance_to_cover_mm(mask: Mask, x_mm: Array, y_mm: Array) -> Field:
    """Signed distance to what a mask covers, mm: below 0 under it, above 0 where ink can come; shape as distance_to_edge_mm."""
    distance = distance_to_edge_mm(mask, x_mm, y_mm)
    return distance if mask.keeps == "inside" else -distance


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
    match mask:
        case Tapes():
            return np.asarray(np.abs(v) - mask.width_mm / 2, dtype=np.float32)
        case EdgeMask(profile="straight"):
            return np.asarray(-v, dtype=np.float32)
        case EdgeMask():
            reach = float(max(np.abs(u).max(), np.abs(v).max())) + 3 * mask.height_mm + 10
            line = _edge_line(mask, reach)
            return distance_below_mm(line[:, 1], float(line[0, 0]), PROFILE_STEP_MM, u, v)
        case Drawn():
            return signed_distance_mm(_drawn_rings(mask), u, v) - np.float32(mask.spread_mm)
        case Stencil():
            u, v = _in_cell(mask, u, v)
    outline = motif_outline(mask.motif) * (mask.size_mm / 2)
    return signed_distance_mm((outline,), u, v) - np.float32(mask.spread_mm)


def _drawn_rings(mask: Drawn) -> tuple[Array, ...]:
    """A drawing's outlines in its own directions, at its size."""
    scale = np.array([-mask.scale if mask.flipped else mask.scale, mask.scale])
    return tuple(np.array(ring, dtype=float) * scale for ring in mask.rings)


def _in_cell(mask: Stencil, u: Array, v: Array) -> tuple[Array, Array]:
    """Places as seen from the middle of the motif in whose cell they lie."""
    row = np.round(v / mask.pitch_mm)
    if mask.staggered:
        u = u - (row % 2) * mask.pitch_mm / 2
    return u - np.round(u / mask.pitch_mm) * mask.pitch_mm, v - row * mask.pitch_mm


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
            return across, down, float(max(np.ptp(np.concatenate(_drawn_rings(mask)), axis=0)))


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
            return (middle + _turn(_edge_line(mask, reach), mask.angle_deg),)
        case Tapes():
            sides = [np.array([(-reach, v), (reach, v)]) for v in (-mask.width_mm / 2, mask.width_mm / 2)]
            return tuple(middle + _turn(side, mask.angle_deg) for side in sides)
        case Drawn():
            return tuple(middle + _turn(np.concatenate([ring, ring[:1]]), mask.angle_deg) for ring in _drawn_rings(mask))
        case MotifMask():
            return (middle + _turn(_closed(mask.motif, mask.size_mm + 2 * mask.spread_mm), mask.angle_deg),)
        case Stencil():
            one = _turn(_closed(mask.motif, mask.size_mm + 2 * mask.spread_mm), mask.angle_deg)
            return tuple(at + one for at in stencil_places_mm(mask, width_mm, height_mm))


def _closed(motif: str, size_mm: float) -> Array:
    outline = motif_outline(motif) * (size_mm / 2)
    return np.concatenate([outline, outline[:1]])


def stencil_places_mm(mask: Stencil, width_mm: float, height_mm: float) -> Array:
    """Middles of a stencil's motifs that touch the panel, (n, 2)."""
    many = int((width_mm + height_mm + abs(mask.x_mm) + abs(mask.y_mm)) / mask.pitch_mm) + 2
    rows, columns = np.meshgrid(np.arange(-many, many + 1), np.arange(-many, many + 1), indexing="ij")
    u = columns * mask.pitch_mm + (rows % 2) * (mask.pitch_mm / 2 if mask.staggered else 0.0)
    places = np.array([mask.x_mm, mask.y_mm]) + _turn(
        np.stack([u.ravel(), (rows * mask.pitch_mm).ravel()], axis=1).astype(float), mask.angle_deg
    )
    half = mask.size_mm / 2
    near = (places > -half) & (places < np.array([width_mm, height_mm]) + half)
    return np.asarray(places[near.all(axis=1)])
