"""Untrusted SVG in, closed outlines in millimetres out.

Real units (mm, cm, in, pt, px at 96 to the inch), paths with curves and arcs, transforms, groups, holes and ``use`` are read by the
library svgelements, after the text has passed a parser that knows no entities (defusedxml) and limits on size, elements, path data and
``use``; style sheets, which change no outline, are left out before. Points and crossings are counted before anything is made of them.
Outlines that cross themselves are read by the even-odd rule, and that is told.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from io import StringIO
from itertools import pairwise
from typing import Any
from xml.etree.ElementTree import Element, tostring

import numpy as np
from numpy.typing import NDArray
from shapely import MultiPolygon, Polygon, set_precision, union_all
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.crossing import count_crossings, even_odd_area
from cielo.errors import BadInput, TooLarge

Array = NDArray[np.float64]

LARGEST_BYTES = 1_000_000
MOST_ELEMENTS, MOST_DRAWN, MOST_POINTS = 5_000, 2_000, 4_000
# As read: characters and commands of path data, points once curves are followed, crossings, characters of any other attribute.
MOST_WRITTEN, MOST_COMMANDS, MOST_FLATTENED, MOST_CROSSINGS, LONGEST = 150_000, 6_000, 24_000, 1_500, 2_000
PIXELS_PER_MM = 96 / 25.4
# Curves are followed by points this far apart, and points nearer to a line than this are left out.
STEP_MM, TOLERANCE_MM = 0.3, 0.02
LARGEST_MM, SMALLEST_MM, FARTHEST_MM = 600.0, 1.0, 20_000.0
SHAPING = ("d", "points", "transform")
XLINK = "{http://www.w3.org/1999/xlink}href"


@dataclass(frozen=True, eq=False)
class Drawing:
    """Closed outlines round their common middle, each (n, 2), mm, y down; what lies inside by the even-odd rule is the shape.

    ``notes`` tell what was repaired or left out.
    """

    rings_mm: tuple[Array, ...]
    width_mm: float
    height_mm: float
    notes: tuple[str, ...]


def read_svg(data: bytes) -> Drawing:
    """The shapes of an SVG as outlines. Raises TooLarge or BadInput in words; nothing in the file is run, opened or fetched."""
    if len(data) > LARGEST_BYTES:
        raise TooLarge(f"the drawing is {len(data) / 1e6:.1f} MB.", mend="Cielo reads SVG up to 1 MB: simplify it.")
    shape, notes = _area(list(_subpaths(_safe(data))))
    if shape.is_empty:
        raise BadInput("the drawing has no closed shape.", mend="Turn lines and letters into filled paths, and save it again.")
    left, top, right, bottom = shape.bounds
    if max(right - left, bottom - top) > LARGEST_MM or min(right - left, bottom - top) < SMALLEST_MM:
        raise BadInput(
            f"the drawing is {right - left:.1f} by {bottom - top:.1f} mm.",
            mend=f"Give it a size in mm or inches between {SMALLEST_MM:.0f} and {LARGEST_MM:.0f} mm.",
        )
    middle = np.array([(left + right) / 2, (top + bottom) / 2])
    rings = tuple(np.asarray(ring.coords, dtype=float) - middle for ring in _rings(shape))
    points = sum(len(ring) for ring in rings)
    if points > MOST_POINTS:
        raise TooLarge(f"the drawing has {points} points.", mend=f"Simplify it to {MOST_POINTS} or fewer.")
    return Drawing(rings, right - left, bottom - top, notes)


def _safe(data: bytes) -> str:
    """The drawing without its style sheets. Raises BadInput for what is no SVG, for entities, and for drawings that blow up when drawn."""
    from defusedxml.common import DefusedXmlException
    from defusedxml.ElementTree import ParseError, fromstring

    try:
        root: Element = fromstring(data, forbid_dtd=True)
    except DefusedXmlException as error:
        raise BadInput(
            "the drawing has a document type or entities, which Cielo does not read.", mend="Save it as plain SVG."
        ) from error
    except (ParseError, ValueError, LookupError, RecursionError) as error:
        raise BadInput(f"this is no SVG: {error}.", mend="Check that it is the right file.") from error
    if _named(root) != "svg":
        raise BadInput("this is no SVG: it begins with something else.", mend="Check that it is the right file.")
    elements = list(root.iter())
    if len(elements) > MOST_ELEMENTS:
        raise TooLarge(f"the drawing has {len(elements)} parts.", mend=f"Simplify it to {MOST_ELEMENTS} or fewer.")
    _ensure_bounded(root, elements)
    written = " ".join(element.get(name, "") for element in elements for name in SHAPING)
    commands = sum(map(str.isalpha, written))
    if len(written) > MOST_WRITTEN + 3 * len(elements) or commands > MOST_COMMANDS:
        raise TooLarge(
            f"the drawing's paths are {len(written) // 1000} kB long, of {commands} commands.",
            mend="Simplify it: fewer points draw the same outline.",
        )
    for element in elements:
        for child in [child for child in element if _named(child) == "style"]:
            element.remove(child)
        for name in [name for name, value in element.attrib.items() if len(value) > LONGEST and name not in SHAPING]:
            del element.attrib[name]
    return tostring(root, encoding="unicode")


def _named(element: Element) -> str:
    return str(element.tag).rsplit("}", 1)[-1]


def _ensure_bounded(root: Element, elements: list[Element]) -> None:
    """Refuse ``use`` that points at itself or multiplies beyond MOST_DRAWN."""
    by_id = {element.get("id"): element for element in elements if element.get("id")}
    counted: dict[Element, int] = {}
    open_: set[Element] = set()

    def drawn(element: Element, depth: int) -> int:
        if element in counted:
            return counted[element]
        if element in open_ or depth > 60:
            raise BadInput(
                "the drawing uses itself, or is nested too deeply.", field="use", mend="Save it with everything expanded."
            )
        open_.add(element)
        count = 1 + sum(drawn(child, depth + 1) for child in element)
        if _named(element) == "use":
            target = by_id.get((element.get("href") or element.get(XLINK) or "").removeprefix("#"))
            count += drawn(target, depth + 1) if target is not None else 0
        open_.discard(element)
        counted[element] = count
        if count > MOST_DRAWN + MOST_ELEMENTS:
            raise TooLarge(
                "the drawing repeats parts too often.", field="use", mend="Bring one of them in, and repeat it in Cielo."
            )
        return count

    drawn(root, 0)


def _subpaths(text: str) -> Iterator[Array]:
    """Every closed or closable subpath, (n, 2), mm."""
    from svgelements import SVG, Path, Shape

    drawn = flattened = 0
    try:
        drawing = SVG.parse(StringIO(text), reify=True, ppi=96.0)
        for element in drawing.elements(lambda e: isinstance(e, Shape)):
            path = element if isinstance(element, Path) else Path(element)
            path.reify()
            for subpath in path.as_subpaths():
                points = np.array(list(_points(Path(subpath))), dtype=float) / PIXELS_PER_MM
                if len(points) >= 3 and np.isfinite(points).all():
                    yield points
                    drawn += 1
                    flattened += len(points)
                if drawn > MOST_DRAWN or flattened > MOST_FLATTENED:
                    raise TooLarge(
                        f"the drawing has more than {MOST_DRAWN} outlines or {MOST_FLATTENED} points.", mend="Simplify it."
                    )
    except (
        ValueError,
        TypeError,
        AttributeError,
        IndexError,
        KeyError,
        ZeroDivisionError,
        OverflowError,
        RecursionError,
    ) as error:
        raise BadInput(
            f"the drawing has something that cannot be read: {error}.", mend="Save it as plain SVG with filled paths."
        ) from error


def _points(path: Any) -> Iterator[tuple[float, float]]:
    from svgelements import Arc, Close, CubicBezier, Line, Move, QuadraticBezier

    drawn = 0
    for segment in path:
        if isinstance(segment, Move | Line | Close) and segment.end is not None:
            yield segment.end.x, segment.end.y
        elif isinstance(segment, Arc | CubicBezier | QuadraticBezier):
            steps = int(min(400, max(4, np.ceil(_longest(segment) / PIXELS_PER_MM / STEP_MM))))
            for i in range(1, steps + 1):
                point = segment.point(i / steps)
                yield point.x, point.y
            drawn += steps
        if drawn > MOST_FLATTENED:
            raise TooLarge("the drawing has curves without end.", mend="Simplify it.")


def _longest(curve: Any) -> float:
    """A length that a curve does not exceed, px: of its control points, or of the circle round an arc."""
    from svgelements import Arc

    if isinstance(curve, Arc):
        return float(abs(curve.sweep) * max(curve.rx, curve.ry))
    points = [complex(point.x, point.y) for point in curve if point is not None]
    return float(sum(abs(b - a) for a, b in pairwise(points)))


def _area(subpaths: list[Array]) -> tuple[BaseGeometry, tuple[str, ...]]:
    """The even-odd area of all subpaths, and what had to be repaired. Raises TooLarge for lines that cross too often."""
    outlines = [points for points in subpaths if len(np.unique(points, axis=0)) >= 3]
    if not outlines:
        return Polygon(), ()
    if np.abs(np.concatenate(outlines)).max() > FARTHEST_MM:
        raise BadInput("the drawing reaches too far.", mend=f"Give it a size in mm or inches up to {LARGEST_MM:.0f} mm.")
    if count_crossings(outlines, MOST_CROSSINGS) > MOST_CROSSINGS:
        raise TooLarge(
            f"the drawing's lines cross each other more than {MOST_CROSSINGS} times.",
            mend="Join its shapes into one outline, and save it again.",
        )
    alone = any(count_crossings([outline], 0) for outline in outlines)
    notes = ("An outline that crosses itself was repaired.",) if alone else ()
    tidy = set_precision(even_odd_area(outlines).simplify(TOLERANCE_MM), 0.001)
    pieces = [part for part in _polygons(tidy) if part.area > 0.05]
    return union_all(pieces) if pieces else Polygon(), notes


def _polygons(shape: BaseGeometry) -> Iterator[Polygon]:
    for part in getattr(shape, "geoms", (shape,)):
        if isinstance(part, Polygon):
            if not part.is_empty:
                yield part
        elif isinstance(part, MultiPolygon):
            yield from part.geoms


def _rings(shape: BaseGeometry) -> Iterator[Any]:
    for part in _polygons(shape):
        yield part.exterior
        yield from part.interiors
