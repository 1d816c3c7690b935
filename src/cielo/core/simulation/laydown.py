"""How much ink one step lays where: soft-edged bands, halos, fades, and what the masks keep off.

Symbols
-------
========  ===============  ==============================================================================
symbol    shape            meaning
========  ===============  ==============================================================================
s         (rows, columns)  strength laid, in full applications
t         (rows,) or       distance from the edge a band is measured from, mm
          (columns,)
d         (rows, columns)  distance to the mask's edge, mm, above 0 outside
sigma     ()               standard deviation of an edge, mm
Phi       -                the normal distribution function
========  ===============  ==============================================================================

A blender brush is moved in small circles; many overlapping soft footprints add up to an edge that falls as Phi (central limit
theorem). A carry of c mm is taken as four sigma, so that the fade runs from 98 % to 2 % within it; no brush can leave an edge
harder than its own bristles, so the two add in quadrature. A halo falls as exp(-d^2 / (2 sigma^2)) with sigma half its
reach. That these are the curves of a real hand is common practice, no source.
"""

from dataclasses import replace
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtr

from cielo.core.geometry.masks import distance_to_edge_mm
from cielo.core.materials import TOOLS
from cielo.core.plan import Band, Brush, Disc, Edge, Fade, Halo, Plan
from cielo.core.simulation.grid import Grid

Map = NDArray[np.float32]


# Maps of grids up to this size are kept, about 2 MB each; larger ones are for print and made once.
LARGEST_KEPT = 600_000

# A band that ends this near to the far edge is brushed over it.
RUNS_OFF_MM = 0.5


def strength_laid(plan: Plan, step: Brush, masks_on: frozenset[str], grid: Grid) -> Map:
    """s for one brush step with those masks on: (rows, columns), float32, full applications, >= 0. Do not write to it.

    Depends on the step, the masks and the grid alone, and is kept by them, so that a change of one step leaves the maps of
    the others standing.
    """
    region = step.region
    round_mask = plan.mask(region.mask) if isinstance(region, Halo) else None
    covers = tuple(plan.mask(key) for key in sorted(masks_on))
    make = _strength_map if grid.rows * grid.columns <= LARGEST_KEPT else _strength_map.__wrapped__
    return make(replace(step, id="", ink="", onto="damp"), round_mask, covers, grid)


@lru_cache(maxsize=160)
def _strength_map(step: Brush, round_mask: Disc | None, covers: tuple[Disc, ...], grid: Grid) -> Map:
    softness = TOOLS[step.tool].softness_mm
    strength = np.full((grid.rows, grid.columns), step.strength, dtype=np.float32)
    region = step.region
    if isinstance(region, Band):
        strength *= _along(
            region.edge, band_profile(_distance_from(region.edge, grid), region, softness, _span(region.edge, grid))
        )
    elif isinstance(region, Halo) and round_mask is not None:
        outside = np.maximum(distance_to_edge_mm(round_mask, grid.x_mm, grid.y_mm), 0)
        strength *= np.exp(-0.5 * (outside / np.float32(max(region.reach_mm / 2, softness))) ** 2)
    if step.fade is not None:
        strength *= _along(step.fade.edge, fade_profile(_distance_from(step.fade.edge, grid), step.fade))
    for mask in covers:
        strength *= left_open(mask, grid)
    strength.flags.writeable = False
    return strength


def band_profile(t_mm: NDArray[np.float64], band: Band, softness_mm: float, span_mm: float) -> NDArray[np.float64]:
    """Share of the full strength across a band, 0..1, at distances ``t_mm`` from its edge; same shape.

    A band that starts at 0 or ends at ``span_mm``, the size of the panel that way, runs off the panel there.
    """
    profile = np.ones_like(t_mm)
    if band.end_mm < span_mm - RUNS_OFF_MM:
        leaves = (band.carry_mm / 2, np.hypot(band.carry_mm / 4, softness_mm))
        profile = ndtr((band.end_mm + leaves[0] - t_mm) / leaves[1])
    if band.start_mm > 0:
        enters = (band.lead_in_mm / 2, np.hypot(band.lead_in_mm / 4, softness_mm))
        profile = profile * ndtr((t_mm - (band.start_mm - enters[0])) / enters[1])
    return np.asarray(profile)


def fade_profile(t_mm: NDArray[np.float64], fade: Fade) -> NDArray[np.float64]:
    """Share kept at distances ``t_mm`` from the edge that is to stay bare: 0 at the edge, 1 inside; same shape."""
    share = np.clip(t_mm / fade.width_mm, 0.0, 1.0)
    return np.asarray(share * share * (3 - 2 * share))


def _span(edge: Edge, grid: Grid) -> float:
    return grid.panel_height_mm if edge in ("top", "bottom") else grid.panel_width_mm


def left_open(mask: Disc, grid: Grid) -> Map:
    """Share of each pixel that a mask does not cover, (rows, columns), 0..1; an edge is one pixel wide."""
    distance = distance_to_edge_mm(mask, grid.x_mm, grid.y_mm)
    return np.asarray(np.clip(distance / np.float32(grid.pixel_width_mm) + np.float32(0.5), 0, 1))


def _distance_from(edge: Edge, grid: Grid) -> NDArray[np.float64]:
    match edge:
        case "top":
            return grid.y_mm
        case "bottom":
            return grid.panel_height_mm - grid.y_mm
        case "left":
            return grid.x_mm
        case "right":
            return grid.panel_width_mm - grid.x_mm


def _along(edge: Edge, profile: NDArray[np.float64]) -> Map:
    across = profile.astype(np.float32)
    return across[:, None] if edge in ("top", "bottom") else across[None, :]
