"""Where masks and stencils go, computed: a repeat cut equally at opposite sides, a strip that holds one whole motif, a mask beside
its own print.

Symbols
-------
=========  ============================================================================================
symbol     meaning
=========  ============================================================================================
c_side     how deep a side of the panel cuts into a motif that crosses it: the part beyond it of its extent that way, 0..1
u          unevenness: the larger of abs(c_left - c_right) and abs(c_top - c_bottom), of motifs that answer each other
p          the repeat's pitch, mm
=========  ============================================================================================

A lattice looks the same from both sides about its own points of symmetry: the middle of a motif's extent, and half way between two. So it is
enough to try those at the panel's middle, measure u of each, and take the evenest; among equals the one with the least to move.
"""

from dataclasses import dataclass, replace
from math import cos, hypot, radians, sin

import numpy as np
from numpy.typing import NDArray
from shapely import affinity

from cielo.core.geometry.shapes import inside_of, openings_of
from cielo.core.keeping import kept
from cielo.core.plan import Disc, Drawn, EdgeMask, Keeps, Mask, MotifMask, PartOfSheet, Plan, Stencil, Tapes, of_sheet

Repeat = Stencil | Drawn

# Less of a motif than this, as a share of its extent, is not seen to be cut: common practice, no source.
NOT_SEEN = 0.02


@dataclass(frozen=True)
class CutShares:
    """c by side, of the two motifs at opposite sides that answer each other (the deepest cut to the deepest, and so on) and differ most.

    A side that cuts nothing has 0.
    """

    left: float
    right: float
    top: float
    bottom: float

    @property
    def unevenness(self) -> float:
        return max(abs(self.left - self.right), abs(self.top - self.bottom))


def is_repeat(mask: Mask) -> bool:
    """Whether a mask repeats a motif."""
    return isinstance(mask, Stencil) or (isinstance(mask, Drawn) and mask.pitch_mm > 0)


@kept
def cut_shares(mask: Repeat, width_mm: float, height_mm: float) -> CutShares:
    """How much of a repeat's motifs each side of the panel cuts off."""
    boxes = np.array([opening.shape.bounds for opening in openings_of(mask, width_mm, height_mm)])
    if not len(boxes):
        return CutShares(0.0, 0.0, 0.0, 0.0)
    left, top, right, bottom = boxes.T
    across, down = right - left, bottom - top
    return CutShares(
        *_most_different(-left / across, (right - width_mm) / across), *_most_different(-top / down, (bottom - height_mm) / down)
    )


def _most_different(beyond_a: NDArray[np.float64], beyond_b: NDArray[np.float64]) -> tuple[float, float]:
    """The two shares that differ most when the motifs each side cuts are ranked by depth and set against each other."""
    ranks = np.linspace(0, 1, 9)
    seen = [side[(side > NOT_SEEN) & (side < 1 - NOT_SEEN)] for side in (beyond_a, beyond_b)]
    a, b = (np.quantile(side, ranks) if len(side) else np.zeros(len(ranks)) for side in seen)
    worst = int(np.argmax(np.abs(a - b)))
    return float(a[worst]), float(b[worst])


def centre_repeat(mask: Repeat, width_mm: float, height_mm: float) -> Repeat:
    """The repeat moved as little as it takes to be cut equally at opposite sides."""
    p = mask.pitch_mm
    bx, by = _middle_of_motif(mask)
    symmetric = [(0.0, 0.0), (p / 2, 0.0), (0.0, p / 2), (p / 2, p / 2), (p / 4, p / 2)]
    best: tuple[float, float, Repeat] | None = None
    for u, v in symmetric[:2] + symmetric[4:] if mask.staggered else symmetric[:4]:
        across, down = _turn(u, v, mask.angle_deg)
        moved = _nearest_alike(mask, width_mm / 2 - across - bx, height_mm / 2 - down - by)
        uneven = round(cut_shares(moved, width_mm, height_mm).unevenness, 2)
        shift = hypot(moved.x_mm - mask.x_mm, moved.y_mm - mask.y_mm)
        if best is None or (uneven, shift) < best[:2]:
            best = (uneven, shift, moved)
    assert best is not None
    return best[2]


def _middle_of_motif(mask: Repeat) -> tuple[float, float]:
    """Where the middle of a motif's extent lies from the place it is drawn round: a star reaches further up than down."""
    at_zero = replace(mask, x_mm=0.0, y_mm=0.0)
    left, top, right, bottom = next(o.shape for o in openings_of(at_zero, mask.pitch_mm, mask.pitch_mm) if o.key == "r0c0").bounds
    return (left + right) / 2, (top + bottom) / 2


def _nearest_alike(mask: Repeat, x_mm: float, y_mm: float) -> Repeat:
    """The repeat with its middle at a place, or at one of the same lattice nearer to where it lies: it looks the same there."""
    across = _turn(mask.pitch_mm, 0.0, mask.angle_deg)
    down = _turn(mask.pitch_mm / 2 if mask.staggered else 0.0, mask.pitch_mm, mask.angle_deg)
    few = range(-12, 13)
    places = [(x_mm + i * across[0] + j * down[0], y_mm + i * across[1] + j * down[1]) for i in few for j in few]
    x, y = min(places, key=lambda at: (round(hypot(at[0] - mask.x_mm, at[1] - mask.y_mm), 6), at))
    return replace(mask, x_mm=round(x, 3), y_mm=round(y, 3))


def _turn(u: float, v: float, angle_deg: float) -> tuple[float, float]:
    c, s = cos(radians(angle_deg)), sin(radians(angle_deg))
    return u * c - v * s, u * s + v * c


# A repeat cut more unequally than another place of it would be, as a share of a motif, looks slipped: judgement, no source.
UNEVEN = 0.12


def evened(plan: Plan) -> Plan:
    """The plan with every repeat that could be cut evenly at opposite sides moved so that it is, and what lies in register moved with it."""
    size = (plan.card.panel_width_mm, plan.card.panel_height_mm)
    for mask in plan.masks:
        if not isinstance(mask, Stencil | Drawn) or not is_repeat(mask) or plan.mask(mask.key) != mask:
            continue
        better = centre_repeat(mask, *size)
        if cut_shares(mask, *size).unevenness - cut_shares(better, *size).unevenness >= UNEVEN:
            plan = moved_with_its_like(plan, mask, better.x_mm - mask.x_mm, better.y_mm - mask.y_mm)
    return plan


def moved_with_its_like(plan: Plan, mask: Mask, across_mm: float, down_mm: float) -> Plan:
    """The plan with a mask moved, and what is registered with it: of its shape, in its place."""
    masks = tuple(
        replace(other, x_mm=other.x_mm + across_mm, y_mm=other.y_mm + down_mm)
        if (other.x_mm, other.y_mm, other.shape) == (mask.x_mm, mask.y_mm, mask.shape)
        else other
        for other in plan.masks
    )
    return replace(plan, masks=masks)


def fit_strip(tapes: Tapes, motif: Disc | MotifMask | Drawn, margin_mm: float, width_mm: float, height_mm: float) -> Tapes:
    """The tapes moved and set apart so that the strip holds one whole motif with a margin on either side."""
    shape = inside_of(replace(motif, keeps="inside"), width_mm, height_mm)
    level = affinity.rotate(shape, -tapes.angle_deg, origin=(0, 0))
    _, top, _, bottom = level.bounds
    middle = affinity.rotate(level, tapes.angle_deg, origin=(0, 0)).centroid
    # The strip's middle is where the motif's own middle lies along it, and half way between its two sides across it.
    along = affinity.rotate(middle, -tapes.angle_deg, origin=(0, 0)).x
    x, y = _turn(along, (top + bottom) / 2, tapes.angle_deg)
    return replace(tapes, x_mm=round(x, 3), y_mm=round(y, 3), width_mm=round(bottom - top + 2 * margin_mm, 3))


def counterpart(mask: Mask, key: str, margin_mm: float) -> Mask:
    """What the knife left besides this sheet, where it lies: a stencil's own piece with a margin round it, as the mask of what it printed;
    the hole a mask was cut from; the other half of an edge. Raises ValueError for tapes, which are not cut from one sheet."""
    if isinstance(mask, Tapes):
        raise ValueError(mask.called)
    keeps: Keeps = "outside" if mask.keeps == "inside" else "inside"
    fallen: PartOfSheet = "hole" if keeps == "outside" else "cut-out"
    other = replace(mask, key=key, keeps=keeps, sheet=of_sheet(mask), part=fallen)
    if isinstance(other, EdgeMask):
        return replace(other, name=f"other half of the {mask.name}"[:80])
    if isinstance(other, Stencil | MotifMask | Drawn) and keeps == "inside":
        return replace(other, spread_mm=margin_mm)
    return other
