"""Stencils and masks that are on every shelf: designs of our own. Each is one mask or a set of them round 0, 0, mm.

A set is registered: its parts lie over each other where their register holes meet.
"""

from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from shapely import Polygon, affinity, box, union_all
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry import drawn_designs as drawings
from cielo.core.geometry.drawn_designs import motif_at
from cielo.core.geometry.shapes import parts_of
from cielo.core.plan import Disc, Drawn, EdgeMask, Mask, Motif, MotifMask, Plan, Profile, Stencil, Tapes
from cielo.core.units import inches

Sort = Literal["repeat", "edge", "scene", "motif", "set", "discs", "strips", "drawing"]
Rings = tuple[tuple[tuple[float, float], ...], ...]


@dataclass(frozen=True)
class Design:
    """A stencil, a mask or a set of them on the shelf."""

    key: str
    name: str
    sort: Sort
    hint: str
    masks: tuple[Mask, ...]
    own: bool = False


def lay_design(plan: Plan, design: Design) -> Plan:
    """The plan with a design's masks in the middle of its panel, under keys and names of their own."""
    masks = list(plan.masks)
    for mask in design.masks:
        key, name, n = mask.key, mask.name, 2
        while any(key == other.key or name == other.name for other in masks):
            key, name, n = f"{mask.key}-{n}", f"{mask.name} {n}", n + 1
        x, y = plan.card.panel_width_mm / 2 + mask.x_mm, plan.card.panel_height_mm / 2 + mask.y_mm
        masks.append(replace(mask, key=key, name=name, x_mm=round(x, 3), y_mm=round(y, 3)))
    return replace(plan, masks=tuple(masks))


def rings_of(shape: BaseGeometry) -> Rings:
    """The outlines of a shape, open, to a thousandth of a millimetre."""
    return tuple(
        tuple((round(float(x), 3), round(float(y), 3)) for x, y in line.coords[:-1])
        for part in parts_of(shape)
        for line in (part.exterior, *part.interiors)
    )


def _repeat(key: str, name: str, motif: Motif, size: float, pitch: float, hint: str, staggered: bool = True) -> Design:
    return Design(key, name, "repeat", hint, (Stencil(key, name, motif, 0, 0, size, pitch, 0.0, staggered),))


def _edge(key: str, name: str, profile: Profile, height: float, seed: int, hint: str) -> Design:
    return Design(key, name, "edge", hint, (EdgeMask(key, name, 0, 0, profile, 0.0, height, seed),))


def _single(key: str, name: str, motif: Motif, size: float, hint: str) -> Design:
    return Design(key, name, "motif", hint, (MotifMask(key, name, motif, 0, 0, size, keeps="outside"),))


def _drawn(key: str, name: str, shape: BaseGeometry, pitch: float = 0.0, staggered: bool = False) -> Drawn:
    return Drawn(key, name, 0, 0, rings_of(shape), pitch_mm=pitch, staggered=staggered)


def _scene(key: str, name: str, shape: BaseGeometry, hint: str) -> Design:
    return Design(key, name, "scene", hint, (_drawn(key, name, shape),))


def _bloom() -> tuple[Drawn, ...]:
    """Petals, heart and leaves, each on its own sheet, with the same two register holes."""
    holes = union_all([affinity.translate(motif_at("dot", 4), x, -44) for x in (-44, 44)])
    heart = motif_at("dot", 15)
    held = union_all([affinity.rotate(box(-0.9, -40, 0.9, 40), angle, origin=(0, 0)) for angle in (0, 60, 120)])
    petals = motif_at("flower", 60).difference(heart.buffer(1.2)).difference(held)
    leaves = union_all([motif_at("leaf", 34, 34 * np.sin(a), 34 * -np.cos(a), np.degrees(a)) for a in (2.2, 3.1, 4.0)])
    leaves = leaves.difference(motif_at("flower", 60).buffer(1.2))
    parts = ((petals, "bloom 1, petals"), (heart, "bloom 2, heart"), (leaves, "bloom 3, leaves"))
    return tuple(_drawn(f"bloom-{n}", name, union_all([shape, holes])) for n, (shape, name) in enumerate(parts, 1))


def _discs() -> tuple[Disc, ...]:
    sizes = ((inches(1.375), -38.0, -20.0), (inches(2), 12.0, -18.0), (inches(2.5), -10.0, 38.0))
    return tuple(Disc(f"disc-{n}", f"disc {n}", x, y, d) for n, (d, x, y) in enumerate(sizes, 1))


_ALL = (
    _repeat("agave-repeat", "agave repeat", "rosette", 24, 29, "rosettes, every other row set off by half"),
    _repeat("pebble-repeat", "pebble repeat", "stone", 22, 26, "close stones; shade each at one side"),
    _repeat("star-repeat", "star repeat", "star", 13, 24, "small and far apart: it lies still", staggered=False),
    Design("trellis", "trellis", "repeat", "diamonds with narrow bridges",
           (_drawn("trellis", "trellis", Polygon([(0, -9), (9, 0), (0, 9), (-9, 0)]), 20.0),)),
    Design("scales", "scales", "repeat", "row over row, as a tiled roof; shade each from above",
           (_drawn("scales", "scales", drawings.scale(), 21.0, staggered=True),)),
    Design("honeycomb", "honeycomb", "repeat", "six-sided cells", (_drawn("honeycomb", "honeycomb", drawings.honeycomb(), 20.0),)),
    _repeat("fern-repeat", "fern repeat", "fern", 28, 31, "fern leaves, every other row set off by half"),
    _edge("hills", "hills", "hills", 16, 3, "two swells; turn it over for the next rank"),
    _edge("dunes", "dunes", "dunes", 12, 8, "a steep side and a long one"),
    _edge("clouds", "clouds", "clouds", 14, 5, "turn it round and round, pale to dark"),
    _edge("torn-edge", "torn edge", "torn", 9, 2, "ragged, with a soft rim"),
    Design("glasshouse-scene", "glasshouse", "scene", "panes, door, rise and saguaro: choose openings one by one",
           (_drawn("glasshouse", "glasshouse", drawings.glasshouse()),)),
    _scene("meadow", "meadow", drawings.meadow(), "five kinds of flower, petal by petal, with leaves"),
    _scene("bricks", "old wall", drawings.bricks(), "bricks of uneven lengths: ink some, leave some"),
    _scene("potting-shelf", "potting shelf", drawings.potting_shelf(), "pots, jars and cacti on two shelves"),
    _scene("swells", "swells", drawings.swells(), "lines of a long swell, thick and thin"),
    _scene("ripples", "ripples", drawings.ripples(), "rings round a drop that fell"),
    _scene("moons", "moons", drawings.moons(), "waxing and waning, in a bow"),
    _scene("sun", "sun", drawings.sun(), "a disc, and rays of two lengths"),
    _single("saguaro-single", "saguaro", "saguaro", 70, "print it, then use its piece as the mask"),
    _single("rosette-single", "rosette", "rosette", 48, "a large agave"),
    _single("rays-single", "sun rays", "rays", 120, "round a sun or behind a figure"),
    Design("bloom-set", "bloom, numbered 1 to 3", "set", "petals, heart, leaves: lay the register holes over each other", _bloom()),
    Design("cloud-set", "cloud bank, numbered 1 and 2", "set", "the bank, then the swirls inside it; the bank's piece covers it",
           (_drawn("cloud-1", "cloud 1, bank", drawings.cloud_bank()), _drawn("cloud-2", "cloud 2, swirls", drawings.cloud_swirls()))),
    Design("disc-set", "discs", "discs", "1 3/8, 2 and 2 1/2 in: moons, suns, spotlights", _discs()),
    Design("bars", "bars", "strips", "straight openings from 1/8 to 3/4 in", (_drawn("bars", "bars", drawings.bars()),)),
    Design("stripes", "slanting stripes", "strips", "wide and narrow by turns",
           (_drawn("stripes", "stripes", drawings.stripes()),)),
    Design("slanted-strip", "slanted strip", "strips", "two tapes, 1 1/2 in apart",
           (Tapes("strip", "strip", 0, 0, -18.0, inches(1.5)),)),
)  # fmt: skip
DESIGNS: dict[str, Design] = {design.key: design for design in _ALL}
