"""Whether a stencil lies and prints as it should: how open it is, how far a tool reaches through, and where tape covers no opening.

Symbols
-------
=========  ====================================================================================
symbol     meaning
=========  ====================================================================================
o          open share: area of the openings over area of the sheet they are cut in, 0..1
g          gap: least distance from one opening to the next, mm
t          reach: how far a tool set down at an opening's rim comes over its neighbour, width - g, mm
=========  ====================================================================================

Distances and areas are Shapely's, of the same shapes that are cut and inked.
"""

from dataclasses import dataclass

import numpy as np
from shapely import STRtree, box

from cielo.core.geometry.bridges import islands, longest_strip_mm, narrowest_bridge_mm
from cielo.core.geometry.shapes import Opening, inside_of, openings_of, shape_of_hold, sheet_of
from cielo.core.keeping import kept
from cielo.core.materials import Tool
from cielo.core.plan import Drawn, Hold, Mask, MotifMask, Plan, Stencil

# A stencil used flat without tape should be mostly solid: common practice (trade.md, Figures), the share is ours.
LIES_STILL_BELOW = 0.5
# Ink creeps this far under a tape's edge at most, so less cover than this counts as none: common practice, no source.
COVERED_MM2 = 2.0


@dataclass(frozen=True)
class StencilFacts:
    """``open_share`` 0..1; ``bridge_mm`` None where no bridge is narrow; ``islands`` are pieces of sheet that nothing holds;
    ``strip_mm``: how long the longest narrow strip between two openings is."""

    open_share: float
    bridge_mm: float | None
    lies_still: bool
    islands: int
    strip_mm: float


def is_stencil(mask: Mask) -> bool:
    """Whether a mask is a sheet with openings."""
    return isinstance(mask, Stencil | Drawn | MotifMask) and mask.keeps == "outside"


@kept
def stencil_facts(mask: Mask, width_mm: float, height_mm: float) -> StencilFacts:
    """How a stencil holds on a panel of that size."""
    sheet = sheet_of(mask, width_mm, height_mm)
    share = float(inside_of(mask, width_mm, height_mm).area / sheet.area)
    bridge_mm = narrowest_bridge_mm(mask, width_mm, height_mm)
    lies_still, loose = share < LIES_STILL_BELOW, islands(mask, width_mm, height_mm)
    return StencilFacts(share, bridge_mm, lies_still, loose, longest_strip_mm(mask, width_mm, height_mm))


def reach_through_mm(mask: Mask, openings: tuple[str, ...], tool: Tool, width_mm: float, height_mm: float) -> float:
    """t, the furthest that a tool comes over openings not chosen while the chosen ones are inked, mm; at or below 0 it stays clear."""
    chosen, others = _split(mask, openings, width_mm, height_mm)
    if not chosen or not others:
        return 0.0
    nearest = STRtree([other.shape for other in others])
    _, apart = nearest.query_nearest([opening.shape for opening in chosen], return_distance=True, all_matches=False)
    return tool.width_mm - float(np.min(apart))


def _split(mask: Mask, openings: tuple[str, ...], width_mm: float, height_mm: float) -> tuple[list[Opening], list[Opening]]:
    panel = box(0, 0, width_mm, height_mm)
    near = [opening for opening in openings_of(mask, width_mm, height_mm) if opening.shape.intersects(panel)]
    return [o for o in near if o.key in openings], [o for o in near if o.key not in openings]


def openings_under(plan: Plan, hold: Hold) -> tuple[str, ...]:
    """Keys of the openings that tape or a magnet covers."""
    mask, size = plan.mask(hold.mask), (plan.card.panel_width_mm, plan.card.panel_height_mm)
    if not is_stencil(mask):
        return ()
    cover = shape_of_hold(hold)
    panel = box(0, 0, *size)
    return tuple(o.key for o in openings_of(mask, *size) if o.shape.intersection(panel).intersection(cover).area > COVERED_MM2)


def place_tape(plan: Plan, mask_key: str, key: str, kind: str = "tape") -> Hold | None:
    """Tape or a magnet at a place by the panel's rim where it covers no opening, or None where there is no room.

    Places are tried round the rim from the top left corner on, so the answer is always the same.
    """
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    taken = [shape_of_hold(hold) for hold in plan.holds if hold.mask == mask_key]
    for length, across in ((30.0, 15.0), (20.0, 12.0), (12.0, 12.0)):
        # Half of it holds the sheet, half the table beside it: its middle lies on the sheet's own edge or the panel's.
        for inset in (-9.0, -4.0, 0.0):
            for x, y, angle in _round_the_rim(width, height, inset):
                if kind == "magnet":
                    hold = Hold(key, "magnet", mask_key, x, y, across, across)
                else:
                    hold = Hold(key, "tape", mask_key, x, y, length, across, angle)
                shape = shape_of_hold(hold)
                if not openings_under(plan, hold) and not any(shape.intersects(other) for other in taken):
                    return hold
    return None


def _round_the_rim(width: float, height: float, inset: float) -> list[tuple[float, float, float]]:
    shares = (0.12, 0.88, 0.5, 0.3, 0.7)
    top = [(round(width * s, 1), inset, 0.0) for s in shares]
    bottom = [(round(width * (1 - s), 1), height - inset, 0.0) for s in shares]
    left = [(inset, round(height * s, 1), 90.0) for s in shares]
    right = [(width - inset, round(height * (1 - s), 1), 90.0) for s in shares]
    return [place for four in zip(top, bottom, left, right, strict=True) for place in four]
