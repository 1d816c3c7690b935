"""The shares of a step's strength that bands, slants, vignettes and fades take, by the distance from an edge.

Symbols
-------
========  ===============  ==============================================================================
symbol    shape            meaning
========  ===============  ==============================================================================
t         (rows, columns)  distance along the way a band is measured, mm
d         (rows, columns)  distance to an edge, mm, above 0 outside
sigma     ()               standard deviation of an edge, mm
Phi       -                the normal distribution function
========  ===============  ==============================================================================

A band ends where its words say that the full ink ends. With a carry it fades from there; without one the brush still spills over by its
own softness, so that two bands butted against each other overlap and leave the dark ridge they leave on paper: the edge stands
SPILLS sigma out.

A blender brush is moved in small circles; many overlapping soft footprints add up to an edge that falls as Phi (central limit
theorem). A carry of c mm is taken as four sigma, so that the fade runs from 98 % to 2 % within it; no brush can leave an edge
harder than its own bristles, so the two add in quadrature. A vignette falls as exp(-d^2 / (2 sigma^2)), as a halo does
(halo.py). That these are the curves of a real hand is common practice, no source.
"""

from math import cos, radians, sin

import numpy as np
from numpy.typing import NDArray

from cielo.core.plan import RUNS_OFF_MM, Band, Edge, Fade, Slant, Vignette
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.smooth import share_below

Map = NDArray[np.float32]

# A brush that is taken to a line spills over it by so many sigma of its own edge. Common practice, no source.
SPILLS = 1.5
# Of a large brush no more than this is laid over a line; an edge that is carried on by this much is feathered, and spills no more.
MOST_SPILT_MM, FEATHERED_MM = 3.0, 1.2


def falling(distance: Map, sigma_mm: float) -> Map:
    """exp(-d^2 / (2 sigma^2)), same shape."""
    return np.asarray(np.exp(np.float32(-0.5) * (distance / np.float32(sigma_mm)) ** 2))


def vignette(region: Vignette, sigma_mm: float, grid: Grid) -> Map:
    """From every edge or corner in turn, each taking what the others left, so that no crease shows where they meet."""
    width, height = grid.panel_width_mm, grid.panel_height_mm
    x, y = grid.x_mm.astype(np.float32)[None, :], grid.y_mm.astype(np.float32)[:, None]
    if region.origin == "edges":
        # What two facing edges leave bare hangs on one direction alone.
        across, down = (
            (1 - falling(way, sigma_mm)) * (1 - falling(np.float32(size) - way, sigma_mm))
            for way, size in ((x, width), (y, height))
        )
        return np.asarray(1 - down * across)
    bare = np.ones((grid.rows, grid.columns), dtype=np.float32)
    for cx in (0, width):
        for cy in (0, height):
            bare = bare * (1 - falling(np.hypot(x - np.float32(cx), y - np.float32(cy)), sigma_mm))
    return 1 - bare


def slanted_mm(region: Slant, grid: Grid) -> NDArray[np.float64]:
    """Distance along the direction from the corner furthest back, mm: (rows, columns)."""
    ahead = np.array([-sin(radians(region.angle_deg)), cos(radians(region.angle_deg))])
    back = min(0.0, ahead[0] * grid.panel_width_mm) + min(0.0, ahead[1] * grid.panel_height_mm)
    return np.asarray(grid.x_mm[None, :] * ahead[0] + grid.y_mm[:, None] * ahead[1] - back)


def slanted_span_mm(region: Slant, grid: Grid) -> float:
    angle = radians(region.angle_deg)
    return abs(sin(angle)) * grid.panel_width_mm + abs(cos(angle)) * grid.panel_height_mm


def band_profile(t_mm: NDArray[np.float64], band: Band | Slant, softness_mm: float, span_mm: float) -> NDArray[np.float64]:
    """Share of the full strength across a band, 0..1, at distances ``t_mm`` from its edge; same shape.

    A band that starts at 0 or ends at ``span_mm``, the size of the panel that way, runs off the panel there.
    """
    profile = np.ones_like(t_mm)
    if band.end_mm < span_mm - RUNS_OFF_MM:
        leaves = (band.carry_mm / 2 + _spill(band.carry_mm, softness_mm), np.hypot(band.carry_mm / 4, softness_mm))
        profile = share_below((band.end_mm + leaves[0] - t_mm) / leaves[1])
    if band.start_mm > 0:
        enters = (band.lead_in_mm / 2 + _spill(band.lead_in_mm, softness_mm), np.hypot(band.lead_in_mm / 4, softness_mm))
        profile = profile * share_below((t_mm - (band.start_mm - enters[0])) / enters[1])
    return np.asarray(profile)


def _spill(carry_mm: float, softness_mm: float) -> float:
    """How far beyond the end of a band the middle of a brush's own edge lies, mm."""
    return float(SPILLS * min(softness_mm, MOST_SPILT_MM) * np.exp(-((carry_mm / FEATHERED_MM) ** 2)))


def fade_profile(t_mm: NDArray[np.float64], fade: Fade) -> NDArray[np.float64]:
    """Share kept at distances ``t_mm`` from the edge that is to stay bare: 0 at the edge, 1 inside; same shape."""
    share = np.clip(t_mm / fade.width_mm, 0.0, 1.0)
    return np.asarray(share * share * (3 - 2 * share))


def distance_from_mm(edge: Edge, grid: Grid) -> NDArray[np.float64]:
    match edge:
        case "top":
            return grid.y_mm
        case "bottom":
            return grid.panel_height_mm - grid.y_mm
        case "left":
            return grid.x_mm
        case "right":
            return grid.panel_width_mm - grid.x_mm


def along(edge: Edge, profile: NDArray[np.float64]) -> Map:
    across = profile.astype(np.float32)
    return across[:, None] if edge in ("top", "bottom") else across[None, :]
