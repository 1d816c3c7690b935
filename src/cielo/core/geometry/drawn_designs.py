"""The drawings that built-in stencils are cut after, as shapes round 0, 0, mm: every part an opening, and no middle that falls out."""

from collections.abc import Iterator

import numpy as np
from shapely import LineString, Point, Polygon, affinity, box, union_all
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.motifs import motif_shape
from cielo.core.plan import Motif
from cielo.core.units import inches

# Openings of one drawing stand this far apart at least, so that what lies between them holds.
BRIDGE_MM = 1.6


def motif_at(motif: Motif, size: float, x: float = 0, y: float = 0, angle: float = 0) -> BaseGeometry:
    """A built-in image at a place, ``size`` along its longer side."""
    shape = affinity.scale(motif_shape(motif), size / 2, size / 2, origin=(0, 0))
    return affinity.translate(affinity.rotate(shape, angle, origin=(0, 0)), x, y)


def glasshouse() -> BaseGeometry:
    """A glasshouse on a rise with a saguaro before it: panes, door, mound and plant, each an opening of its own."""
    panes = []
    for i in range(6):
        x = -45 + 15.5 * i
        for j, (top, bottom) in enumerate(((-22, -6), (-4, 14))):
            if not (i in (2, 3) and j == 1):
                panes.append(box(x, top, x + 13, bottom))
    roof = []
    for i in range(6):
        x0, x1 = -45 + 15.5 * i, -45 + 15.5 * i + 13
        lift = [24 * np.cos((x + 0.75) / 62 * np.pi) for x in (x0, x1)]
        roof.append(Polygon([(x0, -25), (x1, -25), (x1, -25 - max(2.5, lift[1])), (x0, -25 - max(2.5, lift[0]))]))
    door = box(-13.2, -4, 13.2, 14)
    along = np.linspace(-70, 70, 60)
    mound = Polygon([*zip(along, 19 + 4 * np.cos(along / 34), strict=True), (70, 40), (-70, 40)])
    plant = motif_at("saguaro", 42, 60, -5)
    return union_all([*panes, *roof, door.difference(box(-0.8, -4, 0.8, 14)), mound, plant.difference(mound.buffer(1.5))])


def bars() -> BaseGeometry:
    """Straight openings of an eighth to three quarters of an inch."""
    widths, y, openings = (1 / 8, 1 / 4, 3 / 8, 1 / 2, 3 / 4), -38.0, []
    for width in widths:
        openings.append(box(-55, y, 55, y + inches(width)))
        y += inches(width) + 8
    return union_all(openings)


def _apart(shapes: Iterator[BaseGeometry]) -> BaseGeometry:
    """Openings of which the later ones keep off the earlier, so that a bridge stays between any two."""
    laid: BaseGeometry = Polygon()
    for shape in shapes:
        laid = laid.union(_smooth(shape.difference(laid.buffer(BRIDGE_MM))))
    return laid


def _smooth(shape: BaseGeometry) -> BaseGeometry:
    """A shape without the crumbs and tips that no blade cuts, and with no more points than it needs."""
    return shape.buffer(-0.6, quad_segs=4).buffer(0.6, quad_segs=4).simplify(0.05)


def _petals(x: float, y: float, many: int, long: float, wide: float, turn_deg: float = 0.0) -> Iterator[BaseGeometry]:
    """A heart, and round it petals that are each an opening of their own."""
    heart = 0.3 * long
    yield Point(x, y).buffer(heart)
    petal = affinity.scale(Point(0, -(heart + BRIDGE_MM + long / 2)).buffer(1), wide / 2, long / 2)
    for n in range(many):
        yield affinity.translate(affinity.rotate(petal, turn_deg + 360 * n / many, origin=(0, 0)), x, y)


def meadow() -> BaseGeometry:
    """Flowers of several kinds, large and small, with leaves between them: petal by petal, leaf by leaf."""

    def parts() -> Iterator[BaseGeometry]:
        yield from _petals(-27, -30, 6, 15, 11)
        yield from _petals(27, -18, 8, 14, 8, 10)
        yield from _petals(-18, 26, 5, 17, 14, 20)
        yield from _petals(30, 34, 7, 10, 7)
        yield from _petals(8, -52, 5, 8, 7, 36)
        for x, y, size, angle in ((-2, -6, 24, 35), (13, 12, 20, -38), (-45, 0, 22, 12), (48, 10, 22, -14), (-44, 52, 20, 40),
                                  (8, 54, 22, 5), (46, -48, 22, 60), (-8, -58, 18, -60)):  # fmt: skip
            yield motif_at("leaf", size, x, y, angle)

    return _apart(parts())


def stripes() -> BaseGeometry:
    """Slanting stripes, wide and narrow by turns."""
    openings, x = [], -120.0
    while x < 120:
        openings += [box(x, -120, x + 9, 120), box(x + 14, -120, x + 17, 120)]
        x += 22
    return affinity.rotate(union_all(openings), 35, origin=(0, 0)).intersection(box(-70, -80, 70, 80))


def swells() -> BaseGeometry:
    """Lines of a long swell, one under the other, swelling and thinning."""
    along = np.linspace(-70, 70, 90)
    lines = []
    for n in range(9):
        y = -64 + 16 * n + 4 * np.sin(along / 15 + 0.9 * n)
        half = 2.2 + 1.3 * np.sin(along / 22 + 1.7 * n)
        lines.append(Polygon([*zip(along, y - half, strict=True), *zip(along[::-1], (y + half)[::-1], strict=True)]))
    return union_all(lines)


def cloud_bank() -> BaseGeometry:
    """A bank of heaped clouds."""
    heaps = ((-40, 6, 16), (-22, -6, 20), (0, -2, 17), (20, -12, 21), (42, 2, 17))
    bank = union_all([Point(x, y).buffer(r, quad_segs=24) for x, y, r in heaps])
    return bank.intersection(box(-80, -60, 80, 12)).union(box(-54, 4, 57, 12)).buffer(2).buffer(-2)


def cloud_swirls() -> BaseGeometry:
    """The swirls that lie inside the heaps of the cloud bank."""

    def swirl(x: float, y: float, r: float, turn: float) -> BaseGeometry:
        angle = np.linspace(0.6, 4.6 * np.pi / 2, 50)
        far = r * (1 - angle / (3.2 * np.pi))
        line = LineString(np.stack([far * np.cos(angle), far * np.sin(angle)], axis=1)).buffer(1.1)
        return affinity.translate(affinity.rotate(line, turn, origin=(0, 0)), x, y)

    return union_all([swirl(-22, -6, 13, 140), swirl(20, -12, 14, 190), swirl(-40, 5, 8, 160), swirl(42, 1, 9, 200)])


def sun() -> BaseGeometry:
    """A sun: its disc, and rays of two lengths that stand off it."""
    rays = []
    for n in range(20):
        long = 26 if n % 2 else 40
        ray = Polygon([(-2.6, -21), (2.6, -21), (3.4 if n % 2 else 0.4, -21 - long), (-3.4 if n % 2 else -0.4, -21 - long)])
        rays.append(affinity.rotate(ray, 18 * n, origin=(0, 0)))
    return union_all([Point(0, 0).buffer(18, quad_segs=24), *rays])


def scale() -> BaseGeometry:
    """One scale, as of a fish or a tiled roof, to be repeated."""
    return Point(0, 0).buffer(9.2, quad_segs=24).difference(Point(0, -8.6).buffer(9.6, quad_segs=24))


def honeycomb() -> BaseGeometry:
    """One six-sided cell, to be repeated."""
    return Polygon([(9.2 * np.sin(a), -9.2 * np.cos(a)) for a in np.radians(np.arange(0, 360, 60))])


def ripples() -> BaseGeometry:
    """Rings round a drop that fell, each broken where it is held."""
    bridges = union_all([affinity.rotate(box(-2, -90, 2, 90), a, origin=(0, 0)) for a in (20, 80, 140)])
    rings = [Point(0, 0).buffer(r + w, quad_segs=32).difference(Point(0, 0).buffer(r, quad_segs=32))
             for r, w in ((12, 4), (22, 5), (34, 5), (47, 6), (62, 6))]  # fmt: skip
    return union_all([Point(0, 0).buffer(6), union_all(rings).difference(bridges)])


def bricks() -> BaseGeometry:
    """An old wall: bricks of uneven lengths, some of them worn at a corner."""
    random = np.random.default_rng(7)
    openings = []
    for row in range(10):
        x = -66.0 - 10 * (row % 2)
        while x < 62:
            long = 17 + random.uniform(-3, 6)
            brick = box(x, -62 + 12.5 * row, x + long, -52 + 12.5 * row).buffer(-1).buffer(1, quad_segs=2)
            if random.random() < 0.3:
                brick = brick.difference(Point(x + long, -62 + 12.5 * row).buffer(random.uniform(2, 4), quad_segs=3))
            openings.append(brick)
            x += long + 2.4
    return union_all(openings).intersection(box(-66, -70, 66, 70))


def potting_shelf() -> BaseGeometry:
    """Two shelves of pots, jars and cacti: choose openings one by one."""

    def parts() -> Iterator[BaseGeometry]:
        for y in (-4.0, 46.0):
            yield box(-60, y, 60, y + 4)
        pots: tuple[tuple[Motif, float, float, float], ...] = (
            ("barrel", 26, -40, -4), ("jar", 26, -8, -4), ("pads", 32, 32, -4),
            ("saguaro", 34, -38, 46), ("pot", 28, 0, 46), ("jar", 30, 38, 46))  # fmt: skip
        for motif, size, x, foot in pots:
            shape = _whole(motif_at(motif, size))
            yield affinity.translate(shape, x, foot - BRIDGE_MM - shape.bounds[3])

    return _apart(parts())


def moons() -> BaseGeometry:
    """A moon waxing and waning, in a bow."""
    phases: tuple[tuple[Motif, float, bool], ...] = (
        ("crescent", 15, False), ("half-moon", 16, False), ("dot", 20, False), ("half-moon", 16, True), ("crescent", 15, True))  # fmt: skip
    openings = []
    for n, (motif, size, mirrored) in enumerate(phases):
        shape = motif_at(motif, size)
        if mirrored:
            shape = affinity.scale(shape, -1, 1, origin=(0, 0))
        at = np.radians(-50 + 25 * n)
        openings.append(affinity.translate(shape, 66 * np.sin(at), 46 - 66 * np.cos(at)))
    return union_all(openings)


def _whole(shape: BaseGeometry) -> BaseGeometry:
    """A shape without the middles that would fall out of it."""
    return union_all([Polygon(part.exterior) for part in getattr(shape, "geoms", (shape,))])
