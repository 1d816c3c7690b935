"""Images of our own, drawn for this product: what a built-in stamp prints and a built-in stencil opens. Unit disc, y down.

Every one is drawn of strokes, ellipses and leaves; a few, the reeds say, are several shapes beside each other.
"""

from collections.abc import Callable, Sequence
from math import cos, pi, sin

import numpy as np
from numpy.typing import NDArray
from shapely import LineString, Point, Polygon, affinity, box, union_all
from shapely.geometry.base import BaseGeometry

Array = NDArray[np.float64]
At = tuple[float, float]


def stroke(points: Sequence[At], width: float, thin: bool = False) -> BaseGeometry:
    """A bent stroke, round at its ends; ``thin``: tapering to its last point."""
    if not thin:
        return LineString(points).buffer(width / 2, quad_segs=4)
    middle = np.array([LineString(points).interpolate(share, normalized=True).coords[0] for share in np.linspace(0, 1, 14)])
    along = np.gradient(middle, axis=0)
    across = np.stack([-along[:, 1], along[:, 0]], 1) / np.maximum(np.hypot(*along.T), 1e-9)[:, None]
    half = (width / 2 * np.linspace(1, 0.12, 14))[:, None]
    outline = np.concatenate([middle + half * across, (middle - half * across)[::-1]])
    return Polygon(outline).buffer(0).union(Point(*middle[0]).buffer(width / 2, quad_segs=4))


def bow(start: At, end: At, lift: float, points: int = 12) -> list[At]:
    """A curve from one place to another, ``lift`` to its left at the middle."""
    t = np.linspace(0, 1, points)
    dx, dy = end[0] - start[0], end[1] - start[1]
    away = 4 * lift * t * (1 - t)
    return [(float(start[0] + dx * u + dy * a), float(start[1] + dy * u - dx * a)) for u, a in zip(t, away, strict=True)]


def egg(x: float, y: float, across: float, down: float, turn_deg: float = 0.0) -> BaseGeometry:
    """An ellipse at a place."""
    return affinity.translate(
        affinity.rotate(affinity.scale(Point(0, 0).buffer(1, quad_segs=8), across / 2, down / 2), turn_deg), x, y
    )


def blade(start: At, length: float, width: float, turn_deg: float) -> BaseGeometry:
    """A pointed leaf from a place outwards; at 0 it points up."""
    t = np.linspace(0, 1, 12)
    half = width / 2 * np.sin(pi * t**0.8)
    side = np.stack([half, -t * length], 1)
    leaf = Polygon(np.concatenate([side, (side * (-1, 1))[::-1][1:-1]]))
    return affinity.translate(affinity.rotate(leaf, turn_deg, origin=(0, 0)), *start)


def star_of(points: int, inner: float, outer: float = 1.0, turn: float = 0.0) -> BaseGeometry:
    angle = np.arange(2 * points) * pi / points + turn
    radius = np.where(np.arange(2 * points) % 2 == 0, outer, inner)
    return Polygon(np.stack([radius * np.sin(angle), -radius * np.cos(angle)], 1))


def _grasses() -> BaseGeometry:
    tips = (
        (-0.62, -0.45, -0.14),
        (-0.34, -0.82, -0.1),
        (-0.05, -0.96, 0.04),
        (0.26, -0.8, 0.1),
        (0.58, -0.5, 0.16),
        (0.74, -0.12, 0.2),
    )
    return union_all([stroke(bow((0.04 * i - 0.1, 0.95), (x, y), lift), 0.1, thin=True) for i, (x, y, lift) in enumerate(tips)])


def _reeds() -> BaseGeometry:
    stems = ((-0.5, -0.55), (-0.12, -0.85), (0.25, -0.6), (0.55, -0.3))
    parts: list[BaseGeometry] = []
    for x, top in stems:
        parts += [stroke([(x * 0.8, 0.97), (x, top)], 0.05), egg(x, top - 0.02, 0.13, 0.42)]
    return union_all([*parts, blade((-0.2, 0.97), 1.1, 0.14, -28), blade((0.2, 0.97), 1.0, 0.14, 30)])


def _tree_line() -> BaseGeometry:
    heights = (0.5, 0.78, 0.6, 0.95, 0.7, 1.05, 0.62, 0.85, 0.55)
    trees = [fir(-0.86 + 0.215 * i, 0.45, h * 0.9, 0.3) for i, h in enumerate(heights)]
    return union_all([*trees, box(-0.95, 0.36, 0.95, 0.5)]).intersection(Point(0, 0).buffer(1.0))


def fir(x: float, foot: float, high: float, wide: float) -> BaseGeometry:
    """A fir of four tiers."""
    tiers = []
    for i in range(4):
        top, bottom = foot - high + i * high * 0.2, foot - high + (i + 1.55) * high * 0.235
        half = wide / 2 * (0.4 + 0.2 * i)
        tiers.append(Polygon([(x, top), (x + half, bottom), (x, bottom - 0.02), (x - half, bottom)]))
    return union_all([*tiers, box(x - 0.03, foot - 0.12, x + 0.03, foot)])


def _bird() -> BaseGeometry:
    wings = [stroke(bow((0, 0.12), (side * 0.95, -0.18), side * -0.22), 0.16, thin=True) for side in (-1, 1)]
    return union_all([*wings, egg(0, 0.14, 0.22, 0.3)])


def _birds() -> BaseGeometry:
    flock = ((-0.45, -0.4, 0.42), (0.35, -0.5, 0.34), (0.0, 0.0, 0.46), (0.55, 0.2, 0.3), (-0.5, 0.4, 0.32))
    return union_all([affinity.translate(affinity.scale(_bird(), s, s, origin=(0, 0)), x, y) for x, y, s in flock])


def _branch() -> BaseGeometry:
    stem = bow((-0.92, 0.3), (0.92, -0.28), 0.1)
    parts: list[BaseGeometry] = [stroke(stem, 0.06)]
    for i, at in enumerate(stem[2:-1]):
        parts.append(blade(at, 0.46, 0.2, -28 if i % 2 else 150))
    return union_all([*parts, blade(stem[-2], 0.3, 0.14, 70)]).intersection(Point(0, 0).buffer(1.0))


def _spray() -> BaseGeometry:
    stem = bow((-0.12, 0.97), (0.1, -0.6), -0.06)
    parts: list[BaseGeometry] = [stroke(stem, 0.05)]
    for i in range(1, 11):
        for side in (-1, 1):
            parts.append(blade(stem[i], 0.5 - 0.03 * i, 0.13, side * (62 - 3 * i)))
    return union_all([*parts, blade(stem[-1], 0.36, 0.15, 4)])


def _fern() -> BaseGeometry:
    stem = bow((0.0, 0.97), (0.05, -0.95), 0.05, 16)
    parts: list[BaseGeometry] = [stroke(stem, 0.045)]
    for i in range(2, 15):
        reach = 0.62 * sin(pi * (i + 1) / 17)
        parts += [
            stroke(bow(stem[i], (stem[i][0] + side * reach, stem[i][1] - 0.16), side * 0.06), 0.085, thin=True)
            for side in (-1, 1)
        ]
    return union_all(parts)


def _blossom(petals: int, width: float, heart: float) -> BaseGeometry:
    turned = [affinity.rotate(egg(0, -0.58, width, 0.8), 360 * i / petals, origin=(0, 0)) for i in range(petals)]
    return union_all(turned).difference(Point(0, 0).buffer(heart)).union(Point(0, 0).buffer(heart * 0.62))


def _small_blossom() -> BaseGeometry:
    return _blossom(5, 0.62, 0.2)


def _large_blossom() -> BaseGeometry:
    back = affinity.rotate(_blossom(8, 0.42, 0.24), 22.5, origin=(0, 0))
    gap = affinity.scale(_blossom(8, 0.5, 0.0), 0.74, 0.74, origin=(0, 0))
    front = affinity.scale(_blossom(8, 0.4, 0.24), 0.7, 0.7, origin=(0, 0))
    return back.difference(gap).union(front)


def _bud() -> BaseGeometry:
    cup = union_all([blade((0, 0.15), 0.95, 0.42, turn) for turn in (-24, 0, 24)])
    stem = stroke(bow((0, 0.1), (-0.1, 0.97), 0.06), 0.06)
    return union_all([cup, stem, blade((-0.06, 0.75), 0.6, 0.2, 58)])


def _waves() -> BaseGeometry:
    x = np.linspace(-0.9, 0.9, 60)
    lines = [list(zip(x, 0.11 * np.sin(3.2 * pi * x + 0.9 * i) - 0.5 + 0.33 * i, strict=True)) for i in range(4)]
    inside = Point(0, 0).buffer(1.0)
    return union_all([stroke(line, 0.07) for line in lines]).intersection(inside)


def _wave() -> BaseGeometry:
    crest = [
        *bow((-0.95, 0.6), (0.0, -0.72), -0.12),
        *bow((0.0, -0.72), (0.72, -0.12), 0.24),
        *bow((0.72, -0.12), (0.4, 0.1), 0.1),
    ]
    under = [
        *bow((0.4, 0.1), (0.2, 0.12), 0.0, 3),
        *bow((0.42, -0.16), (0.12, -0.3), 0.22),
        *bow((0.08, -0.24), (0.55, 0.6), 0.3),
    ]
    foam = [egg(0.62, 0.3, 0.14, 0.12), egg(0.78, 0.12, 0.1, 0.1), egg(0.84, 0.42, 0.08, 0.08)]
    return union_all([Polygon([*crest, *under]).buffer(0), box(-0.8, 0.56, 0.86, 0.68), *foam])


def _hills() -> BaseGeometry:
    x = np.linspace(-0.95, 0.95, 50)
    line = 0.12 - 0.26 * np.exp(-(((x + 0.35) / 0.36) ** 2)) - 0.4 * np.exp(-(((x - 0.42) / 0.3) ** 2))
    return Polygon([*zip(x, line, strict=True), (0.93, 0.3), (-0.93, 0.3)])


def _phase(bite: float) -> BaseGeometry:
    """A moon with a disc of its own size bitten off, moved aside by ``bite``."""
    return Point(0, 0).buffer(0.96, quad_segs=24).difference(Point(bite, -0.08 * bite).buffer(0.92, quad_segs=24))


def _pot() -> BaseGeometry:
    body = Polygon([(-0.52, -0.02), (0.52, -0.02), (0.36, 0.92), (-0.36, 0.92)])
    spikes = [blade((0.0, -0.2), 0.78, 0.24, turn) for turn in (-62, -32, 0, 32, 62)]
    return union_all([body, box(-0.6, -0.24, 0.6, 0.02), *spikes])


def _jar() -> BaseGeometry:
    side = [(0.2, -0.55), (0.24, -0.38), (0.6, -0.1), (0.66, 0.25), (0.5, 0.7), (0.32, 0.92)]
    return Polygon([*side, *[(-x, y) for x, y in reversed(side)]]).buffer(0.04).union(box(-0.28, -0.66, 0.28, -0.54))


def _lizard() -> BaseGeometry:
    body = bow((0.1, -0.62), (-0.05, 0.22), 0.12)
    tail = stroke(bow((-0.05, 0.2), (0.55, 0.9), -0.34, 16), 0.2, thin=True)
    legs = [stroke([(x, y), (x + side * 0.34, y + dy), (x + side * 0.42, y + dy - 0.16)], 0.08)
            for x, y, dy, side in ((0.18, -0.4, 0.02, 1), (0.06, -0.36, 0.1, -1), (0.08, 0.1, 0.16, 1), (-0.08, 0.14, 0.12, -1))]  # fmt: skip
    return union_all([stroke(body, 0.26), egg(0.12, -0.74, 0.26, 0.36, 14), tail, *legs])


def _moth() -> BaseGeometry:
    wings: list[BaseGeometry] = []
    for side in (-1, 1):
        upper = Polygon([(0, -0.25), (side * 0.9, -0.62), (side * 0.95, -0.1), (side * 0.5, 0.16), (0, 0.1)]).buffer(0.04)
        lower = Polygon([(0, 0.08), (side * 0.58, 0.22), (side * 0.5, 0.66), (side * 0.2, 0.62), (0, 0.3)]).buffer(0.05)
        wings += [upper.difference(egg(side * 0.62, -0.28, 0.18, 0.18)), lower]
    feelers = [stroke(bow((0, -0.4), (side * 0.34, -0.86), side * 0.1), 0.035) for side in (-1, 1)]
    return union_all([*wings, egg(0, 0.06, 0.2, 0.86), *feelers])


def _snail() -> BaseGeometry:
    shell = Point(-0.1, -0.12).buffer(0.56, quad_segs=16)
    turn = np.linspace(0.4, 4.2 * pi, 60)
    spiral = [(-0.1 + 0.034 * t * cos(t), -0.12 + 0.034 * t * sin(t)) for t in turn]
    foot = Polygon([(-0.9, 0.62), (-0.5, 0.36), (0.3, 0.4), (0.52, -0.06), (0.7, -0.14), (0.82, 0.02), (0.72, 0.5), (0.56, 0.64)])
    horns = [stroke([(0.68, -0.08), (x, -0.44)], 0.05) for x in (0.62, 0.84)]
    return union_all([shell.difference(stroke(spiral, 0.055)), foot.buffer(0.03), *horns])


def _barrel() -> BaseGeometry:
    body = egg(0, 0.22, 1.2, 1.36)
    ribs = [stroke(bow((0.02 * side, -0.42), (0.04 * side, 0.86), side * 0.16 * k), 0.045) for side in (-1, 1) for k in (1, 2)]
    flowers = [egg(x, -0.5, 0.2, 0.26, turn) for x, turn in ((-0.18, -20), (0.0, 0), (0.18, 20))]
    return union_all([body.difference(union_all(ribs)), *flowers]).intersection(Point(0, 0).buffer(1.0))


def _pads() -> BaseGeometry:
    pads = (
        (0.0, 0.5, 0.56, 0.86, 0),
        (-0.36, -0.1, 0.46, 0.7, -24),
        (0.38, -0.06, 0.44, 0.66, 28),
        (-0.1, -0.56, 0.38, 0.6, 8),
        (0.62, -0.52, 0.3, 0.46, 20),
    )
    return union_all([egg(*pad) for pad in pads]).intersection(Point(0, 0).buffer(1.0))


def _cairn() -> BaseGeometry:
    stones = (
        (0.0, 0.72, 1.16, 0.42, 2),
        (-0.06, 0.33, 0.92, 0.36, -3),
        (0.05, -0.01, 0.7, 0.32, 4),
        (-0.02, -0.31, 0.5, 0.28, -4),
        (0.03, -0.56, 0.3, 0.22, 6),
    )
    return union_all([egg(*stone) for stone in stones])


def _cloud() -> BaseGeometry:
    puffs = [egg(-0.5, 0.12, 0.62, 0.5), egg(-0.1, -0.12, 0.8, 0.74), egg(0.42, 0.04, 0.7, 0.58), box(-0.6, 0.1, 0.6, 0.36)]
    return union_all(puffs)


def _drop() -> BaseGeometry:
    return union_all([egg(0, 0.38, 1.02, 1.06), Polygon([(0, -0.96), (0.46, 0.16), (-0.46, 0.16)])])


def _fence() -> BaseGeometry:
    pales = [
        Polygon([(x, 0.62), (x, -0.4), (x + 0.1, -0.56), (x + 0.2, -0.4), (x + 0.2, 0.62)]) for x in np.arange(-0.82, 0.7, 0.36)
    ]
    return union_all([*pales, box(-0.9, -0.2, 0.9, -0.06), box(-0.9, 0.3, 0.9, 0.44)]).intersection(Point(0, 0).buffer(1.0))


def _lantern() -> BaseGeometry:
    frame = box(-0.42, -0.38, 0.42, 0.72).difference(union_all([box(-0.33, -0.28, -0.04, 0.62), box(0.04, -0.28, 0.33, 0.62)]))
    roof = Polygon([(-0.54, -0.38), (0.54, -0.38), (0.2, -0.72), (-0.2, -0.72)])
    ring = Point(0, -0.8).buffer(0.15).difference(Point(0, -0.8).buffer(0.09))
    return union_all([frame, roof, ring, box(-0.54, 0.7, 0.54, 0.84)])


def _feather() -> BaseGeometry:
    vane = blade((0, 0.6), 1.55, 0.62, 0)
    cuts = [stroke([(0, y), (side * 0.34, y - 0.2)], 0.03) for side, y in ((-1, 0.1), (1, -0.1), (-1, -0.4), (1, 0.3))]
    return union_all([vane.difference(union_all(cuts)), stroke([(0, -0.7), (0.03, 0.96)], 0.05)])


# Key, name, what draws it. What stands on the ground stands on its lowest line.
DRAWN: dict[str, tuple[str, Callable[[], BaseGeometry]]] = {
    "grasses": ("grasses", _grasses),
    "reeds": ("reeds", _reeds),
    "tree-line": ("tree line", _tree_line),
    "fir": ("fir", lambda: fir(0, 0.95, 1.85, 1.05)),
    "bird": ("bird", _bird),
    "birds": ("birds", _birds),
    "branch": ("branch", _branch),
    "spray": ("leaf spray", _spray),
    "fern": ("fern", _fern),
    "small-blossom": ("small blossom", _small_blossom),
    "large-blossom": ("large blossom", _large_blossom),
    "bud": ("bud", _bud),
    "waves": ("waves", _waves),
    "wave": ("breaking wave", _wave),
    "hill-pair": ("two hills", _hills),
    "crescent": ("crescent moon", lambda: _phase(0.34)),
    "half-moon": ("half moon", lambda: Point(0, 0).buffer(0.96, quad_segs=24).intersection(box(-1, -1, 0, 1))),
    "gibbous": ("waning moon", lambda: _phase(1.45)),
    "star-eight": ("eight-pointed star", lambda: star_of(8, 0.36)),
    "pot": ("potted agave", _pot),
    "jar": ("clay jar", _jar),
    "lizard": ("lizard", _lizard),
    "moth": ("moth", _moth),
    "snail": ("snail", _snail),
    "barrel": ("barrel cactus", _barrel),
    "pads": ("prickly pear", _pads),
    "cairn": ("cairn", _cairn),
    "cloud": ("cloud", _cloud),
    "drop": ("drop", _drop),
    "fence": ("fence", _fence),
    "lantern": ("lantern", _lantern),
    "feather": ("feather", _feather),
}  # fmt: skip
