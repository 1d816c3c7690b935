"""The panel tilted to the light: what stands up from it and what shines, under one lamp held above it.

Symbols
-------
=========  ==================  ==============================================================================
symbol     shape               meaning, unit
=========  ==================  ==============================================================================
z          (rows, columns)     height above the sheet, mm
n          (3, rows, columns)  unit normal of that surface: (-dz/dx, -dz/dy, 1) made a unit; y runs down
l          (3, rows, columns)  unit vector from a place to the lamp
h          (3, rows, columns)  unit vector half way between l and the eye, which looks straight down
g          (rows, columns)     gloss, 0..1: how much of the lamp is mirrored where h is n
m          (rows, columns)     metal or mica, 0..1: how thick its flakes lie
a          (2, rows, columns)  slopes of the flakes, normal with standard deviation FLAKES
E          (rows, columns)     light against that on a flat sheet
=========  ==================  ==============================================================================

E = (1 - AMBIENT) (n . l)+ / l_z + AMBIENT: Lambert's cosine law, divided by what a flat sheet takes, so that a flat matt sheet looks as
it is predicted wherever the lamp is held. Added to it: g (n . h)^(2^SHINE), the highlight after Blinn 1977 (from memory), and the flakes of m
whose own normal is h within their sharpness. It is a help to the eye and never part of a colour that Cielo states.

How high a melted powder, a paste or a pen's line stands and how it shines: common practice, no source.
"""

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from cielo.core.keeping import kept
from cielo.core.materials import RESIST_KINDS, Surface
from cielo.core.optics.spectra import white_xyz
from cielo.core.plan import Plan
from cielo.core.simulation.cover import kept_if_small
from cielo.core.simulation.grid import Grid
from cielo.core.simulation.maps import layings
from cielo.core.simulation.noise import noise
from cielo.core.simulation.run import seen_xyz
from cielo.core.simulation.screen import Rgb, encode
from cielo.core.simulation.smooth import softened

Map = NDArray[np.float32]

PASTE_MM, PEN_MM, MELTED_MM = 0.6, 0.08, 0.15
# An edge of paste or melted powder is rounded over so much.
ROUNDED_MM = 0.22
# The tooth of a sheet, its height and its size.
TOOTH_MM: dict[Surface, tuple[float, float]] = {"rough": (0.035, 0.8), "uncoated": (0.008, 0.5)}
SHEET_GLOSS: dict[Surface, float] = {"coated": 0.16, "synthetic": 0.2, "calendered": 0.06}
MELTED_GLOSS, PEN_GLOSS, METAL_GLOSS = 0.85, 0.3, 0.18
SHINE = 6
AMBIENT = 0.35
LAMP_MM = 45.0
FLAKE_MM, FLAKES, FLAKE_SHARP = 0.3, 0.28, 8
SEED = 4242


@dataclass(frozen=True, eq=False)
class Relief:
    """z, g and m of the symbol table, each (rows, columns)."""

    height_mm: Map
    gloss: Map
    metal: Map


def tilted(
    plan: Plan,
    grid: Grid,
    lamp_x_mm: float,
    lamp_y_mm: float,
    steps_done: int | None = None,
    *,
    times: float = 1.0,
    wet: bool = False,
) -> Rgb:
    """The panel as sRGB (rows, columns, 3), 8 bit, with a lamp LAMP_MM above that place of it; of all its steps where None. ``times`` and
    ``wet`` as in run.seen_xyz."""
    xyz = seen_xyz(plan, grid, steps_done, times=times, wet=wet)
    done = plan if steps_done is None else replace(plan, steps=plan.steps[:steps_done])
    light, highlight = lit(relief_of(done, grid), grid, lamp_x_mm, lamp_y_mm)
    return encode(np.asarray(xyz * light[..., None] + highlight[..., None] * white_xyz(), dtype=np.float32))


def relief_of(plan: Plan, grid: Grid) -> Relief:
    """How high and how shiny the panel is after all steps of a plan."""
    return kept_if_small(_relief, grid)(replace(plan, title="", pieces=()), grid)


def lit(relief: Relief, grid: Grid, lamp_x_mm: float, lamp_y_mm: float) -> tuple[Map, Map]:
    """E of the symbol table, and what is mirrored besides, each (rows, columns), >= 0."""
    down, across = np.gradient(relief.height_mm, grid.pixel_height_mm, grid.pixel_width_mm)
    n = _unit(np.stack([-across, -down, np.ones_like(across)]))
    x, y = np.broadcast_arrays(lamp_x_mm - grid.x_mm[None, :], lamp_y_mm - grid.y_mm[:, None])
    to_lamp = _unit(np.stack([x, y, np.full(x.shape, LAMP_MM)]).astype(np.float32))
    lambert = np.maximum((n * to_lamp).sum(axis=0), 0) / to_lamp[2]
    half = _unit(to_lamp + np.array([0, 0, 1], np.float32)[:, None, None])
    highlight = relief.gloss * _sharpened((n * half).sum(axis=0), SHINE)
    if relief.metal.any():
        east, south = (np.float32(FLAKES) * noise(SEED + k, FLAKE_MM, grid) for k in range(2))
        flakes = _unit(np.stack([n[0] / n[2] + east, n[1] / n[2] + south, np.ones_like(east)]))
        highlight = highlight + relief.metal * _sharpened((flakes * half).sum(axis=0), FLAKE_SHARP)
    return np.float32(1 - AMBIENT) * lambert + np.float32(AMBIENT), highlight


def _sharpened(cosine: Map, doublings: int) -> Map:
    """(cosine)+ to the power 2 ** doublings, by squaring."""
    power = np.maximum(cosine, 0)
    for _ in range(doublings):
        power = power * power
    return power


def _unit(vectors: Map) -> Map:
    return np.asarray(vectors / np.sqrt((vectors**2).sum(axis=0)), dtype=np.float32)


@kept
def _relief(plan: Plan, grid: Grid) -> Relief:
    surface = plan.stock.paper.surface
    height, gloss, metal = (np.zeros((grid.rows, grid.columns), np.float32) for _ in range(3))
    gloss += np.float32(SHEET_GLOSS.get(surface, 0.0))
    if surface in TOOTH_MM:
        high, wide = TOOTH_MM[surface]
        height += np.float32(high) * noise(SEED + 7, wide, grid)
    for laying in layings(plan, grid):
        ink, there = plan.ink(laying.step.ink), np.minimum(laying.strength, 1)
        if ink.kind in RESIST_KINDS:
            height = height * (1 - there) + _rounded(MELTED_MM * there, grid)
            gloss += (np.float32(MELTED_GLOSS) - gloss) * there
        elif ink.kind == "paste":
            height = height * (1 - there) + _rounded(PASTE_MM * there, grid)
        elif laying.step.tool == "pen" and ink.kind in ("white", "metallic", "pigment"):
            height += _rounded(PEN_MM * there, grid)
            gloss += (np.float32(PEN_GLOSS) - gloss) * there
        else:
            gloss *= 1 - np.float32(0.8) * there
        if ink.kind == "metallic":
            metal += (1 - metal) * there
            gloss += (np.float32(METAL_GLOSS) - gloss) * there
        elif ink.kind != "clear":
            metal *= 1 - there
    return Relief(height, gloss, metal)


def _rounded(height_mm: NDArray[np.floating], grid: Grid) -> Map:
    return np.asarray(softened(height_mm, ROUNDED_MM / grid.pixel_height_mm, ROUNDED_MM / grid.pixel_width_mm), np.float32)
