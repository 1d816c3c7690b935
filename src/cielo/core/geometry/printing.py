"""Prints as shapes on the panel: images at places or thrown, and words. What is inked, masked and judged are the same shapes."""

from dataclasses import replace

import numpy as np
from shapely import Polygon, affinity, union_all
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.lettering import words_shape
from cielo.core.geometry.masks import even_odd
from cielo.core.geometry.motifs import NAMES, motif_shape
from cielo.core.geometry.shapes import parts_of, rings_mm
from cielo.core.geometry.spreading import spread_motifs
from cielo.core.keeping import kept
from cielo.core.plan import (
    At,
    Brush,
    BuiltIn,
    Drawn,
    Image,
    LayMask,
    LiftMask,
    Motifs,
    OwnImage,
    Plan,
    Print,
    Purpose,
    Words,
    free_key,
    insert_step,
    new_step_id,
)
from cielo.core.plan.prints import MOST_PRINT_POINTS, MOST_PRINT_RINGS
from cielo.errors import BadInput

Printed = Print | Motifs | Words
Rings = tuple[tuple[tuple[float, float], ...], ...]


@kept
def image_shape(image: Image) -> BaseGeometry:
    """An image round 0, 0, 1 along its longer side; y down."""
    match image:
        case BuiltIn():
            shape = motif_shape(image.motif)
        case OwnImage():
            shape = even_odd(tuple(np.array(ring, dtype=float) for ring in image.rings))
    left, top, right, bottom = shape.bounds
    long = max(right - left, bottom - top) or 1.0
    middle = affinity.translate(shape, -(left + right) / 2, -(top + bottom) / 2)
    return affinity.scale(middle, 1 / long, 1 / long, origin=(0, 0))


# A part of an image is fine where so much of its area is lost when what is narrower is taken away; found to this share of its size.
LOSES_ITS_FINE, FINELY, HALVINGS = 0.15, 0.4, 9


@kept
def finest_share(image: Image) -> float:
    """How wide the finest parts of an image are, as a share of its longer side: the width at which the opening of mathematical morphology
    (worn away by half of it and grown again) first takes ``LOSES_ITS_FINE`` of its area; 0..``FINELY``."""
    return _finest(image_shape(image), FINELY)


@kept
def _finest_of_words(words: Words) -> float:
    """As finest_share, of letters, mm."""
    return _finest(words_shape(words), FINELY * words.height_mm)


def _finest(shape: BaseGeometry, widest: float) -> float:
    low, high = 0.0, widest
    for _ in range(HALVINGS):
        width = (low + high) / 2
        left = shape.buffer(-width / 2).buffer(width / 2).area
        low, high = (width, high) if left > (1 - LOSES_ITS_FINE) * shape.area else (low, width)
    return low


def finest_mm(region: Printed) -> float:
    """How wide the finest parts of what is stamped are, mm: its line, or the narrow parts of its image or letters."""
    match region:
        case Print():
            return region.line_mm or region.size_mm * finest_share(region.image)
        case Motifs():
            return region.size_mm * finest_share(BuiltIn(region.motif))
        case Words():
            return _finest_of_words(region)


def image_name(image: Image) -> str:
    """How an image is called."""
    return NAMES[image.motif] if isinstance(image, BuiltIn) else image.name


def shape_at(region: Print, at: At) -> BaseGeometry:
    """One print of an image where it lies on the panel, mm."""
    size = at.size_mm or region.size_mm
    shape = affinity.scale(image_shape(region.image), -size if at.flipped else size, size, origin=(0, 0))
    if region.line_mm:
        shape = shape.boundary.buffer(region.line_mm / 2)
    # Shapely turns counter-clockwise where y goes up; with y going down that is clockwise, as our angles are.
    return affinity.translate(affinity.rotate(shape, at.angle_deg, origin=(0, 0)), at.x_mm, at.y_mm)


def prints_of(region: Printed, width_mm: float, height_mm: float, seed: int) -> tuple[BaseGeometry, ...]:
    """Every print of a region, in the order of its places, mm on a panel of that size."""
    return _prints_of(region, width_mm, height_mm, seed if isinstance(region, Motifs) else 0)


@kept
def _prints_of(region: Printed, width_mm: float, height_mm: float, seed: int) -> tuple[BaseGeometry, ...]:
    match region:
        case Print():
            return tuple(shape_at(region, at) for at in region.places)
        case Motifs():
            return tuple(even_odd(m.outlines_mm(region.motif)) for m in spread_motifs(region, width_mm, height_mm, seed))
        case Words():
            return (words_shape(region),)


def print_shape(region: Printed, width_mm: float, height_mm: float, seed: int) -> BaseGeometry:
    """All prints of a region as one shape."""
    return union_all(prints_of(region, width_mm, height_mm, seed))


def moved(region: Printed, across_mm: float, down_mm: float) -> Printed:
    """A region's prints moved together; those that are thrown stay as they fall."""
    match region:
        case Print():
            places = tuple(replace(at, x_mm=at.x_mm + across_mm, y_mm=at.y_mm + down_mm) for at in region.places)
            return replace(region, places=places)
        case Words():
            return replace(region, x_mm=region.x_mm + across_mm, y_mm=region.y_mm + down_mm)
        case Motifs():
            return region


# How far a mask over a print stands out round it: common practice, no source.
MASK_MARGIN_MM = 0.8
# An image of the maker's own is kept this large, mm.
IMAGE_MM = 100.0
# A mask's outline is drawn no finer than this, mm.
AS_FINE_AS_MM = 0.05


def mask_of_prints(plan: Plan, step_id: str, key: str = "", only: tuple[int, ...] = (), margin_mm: float = 0.0) -> Drawn:
    """The prints of a step, all or some of them, as a mask that keeps them: as cut from a second print. One printed as a line is cut out,
    and painted inside, along its outline. Raises BadInput where the step prints nothing."""
    step = plan.steps[plan.index_of(step_id)]
    if not isinstance(step, Brush) or not isinstance(step.region, Print | Motifs | Words):
        raise BadInput("that step prints nothing.", field="step", mend="Choose a step that stamps or draws.")
    card = plan.card
    shapes = prints_of(step.region, card.panel_width_mm, card.panel_height_mm, step.seed)
    chosen = [shape for n, shape in enumerate(shapes) if not only or n in only]
    if isinstance(step.region, Print) and step.region.line_mm:
        chosen = [Polygon(part.exterior) for shape in chosen for part in parts_of(shape)]
    shape = union_all(chosen).buffer(margin_mm).simplify(AS_FINE_AS_MM)
    if shape.is_empty:
        raise BadInput("there is no such print.", field="only", mend="Choose prints on the panel.")
    return Drawn(key, called_prints(step.region), *_middle(shape), _rings_round(shape), keeps="inside")


def with_own_mask(plan: Plan, step_id: str, begin: str | None, end: str | None, margin_mm: float = MASK_MARGIN_MM) -> Plan:
    """The plan with the prints of a step under their own mask, laid before the step ``begin`` and lifted before ``end``; last where those
    are None. Raises BadInput where the step prints nothing."""
    key = free_key("own-mask", [mask.key for mask in plan.masks])
    plan = replace(plan, masks=(*plan.masks, mask_of_prints(plan, step_id, key, margin_mm=margin_mm)))
    lay = LayMask(new_step_id(plan), key)
    plan = insert_step(plan, lay, begin)
    return insert_step(plan, LiftMask(new_step_id(plan), key, purpose=Purpose(to=lay.id)), end)


def called_prints(region: Printed) -> str:
    """What the prints of a region are called."""
    match region:
        case Print():
            return image_name(region.image)
        case Motifs():
            return f"{NAMES[region.motif]} figures"
        case Words():
            return "words"


def image_rings(shape: BaseGeometry) -> Rings:
    """The outlines of a shape as an image of the maker's own: round its middle, no larger than may be, no finer than can be printed."""
    left, top, right, bottom = shape.bounds
    long = max(right - left, bottom - top) or 1.0
    image = affinity.scale(shape, IMAGE_MM / long, IMAGE_MM / long, origin=(0, 0))
    for fine_mm in (AS_FINE_AS_MM, 0.1, 0.2, 0.4, 0.8):
        rings = _rings_round(image.simplify(fine_mm))
        if len(rings) <= MOST_PRINT_RINGS and sum(len(ring) for ring in rings) <= MOST_PRINT_POINTS:
            return rings
    raise BadInput(
        "the drawing is too fine to print.", field="drawing", mend=f"Draw it with fewer than {MOST_PRINT_POINTS} points."
    )


def _middle(shape: BaseGeometry) -> tuple[float, float]:
    left, top, right, bottom = shape.bounds
    return round((left + right) / 2, 2), round((top + bottom) / 2, 2)


def _rings_round(shape: BaseGeometry) -> Rings:
    x, y = _middle(shape)
    return tuple(tuple((round(px - x, 2), round(py - y, 2)) for px, py in ring[:-1]) for ring in rings_mm(shape))
