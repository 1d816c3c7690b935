"""How much ink one step lays where: the tool's own mark, the region it is worked over, and what masks keep off.

Symbols
-------
========  ===============  ==============================================================================
symbol    shape            meaning
========  ===============  ==============================================================================
s         (rows, columns)  strength laid, in full applications
w         (rows, columns)  share of the step's strength that a region takes, 0..1
========  ===============  ==============================================================================

s = strength x w x texture. A texture that only grains or streaks the ink (foam, sponge, brayer, spray) has a mean of 1, so the ink
laid stays the same; one that falls in drops or blots lays full ink there and none beside. See textures.py.
"""

from dataclasses import replace
from functools import partial

import numpy as np
from numpy.typing import NDArray
from shapely import LineString
from shapely.geometry.base import BaseGeometry

from cielo.core.geometry.distance import signed_distance_mm
from cielo.core.geometry.printing import mask_of_prints, prints_of
from cielo.core.geometry.shapes import cover_of, parts_of, rings_mm
from cielo.core.keeping import kept
from cielo.core.materials import RESIST_KINDS, TOOLS, Surface
from cielo.core.plan import (
    TOUCH_STRENGTH,
    Band,
    Bare,
    Brush,
    Drawn,
    Halo,
    InPrint,
    Inside,
    Mask,
    Motifs,
    Onto,
    Patches,
    Plan,
    Pressed,
    Print,
    Region,
    Slant,
    Stroke,
    Vignette,
    Water,
    WetArea,
    Whole,
    Words,
    last_water,
    masks_on,
)
from cielo.core.simulation.cover import kept_if_small, kept_with, left_open, to_cover_mm, to_edge_mm
from cielo.core.simulation.dabs import patched
from cielo.core.simulation.grid import Grid, read_at, reading_grid
from cielo.core.simulation.halo import halo
from cielo.core.simulation.openings import chosen_openings, shaded
from cielo.core.simulation.profiles import (
    along,
    band_profile,
    distance_from_mm,
    fade_profile,
    slanted_mm,
    slanted_span_mm,
    vignette,
)
from cielo.core.simulation.smooth import softened
from cielo.core.simulation.spots import covered, random_spots
from cielo.core.simulation.textures import flaked, still_printing, textured, thickness, tooth
from cielo.errors import BadInput

Map = NDArray[np.float32]


# Less ink than this, in full applications, changes no pixel and counts as none.
FAINTEST = 2e-4
# How many drops of water fall to the mm2, and how wet a wash is, by amount. Common practice, no source.
DROPS_PER_MM2 = {"fine": 0.02, "medium": 0.05, "heavy": 0.12}
WASH = {"fine": 0.4, "medium": 0.7, "heavy": 1.0}
# A reach is where the eye sees no more: so many sigmas out, where 0.6 % is left, which of most inks laid in earnest is below CIEDE2000 2.
REACHES = 3.2
NOTHING_ON: frozenset[str] = frozenset()
# Powder clings to watermark ink of this much, in full applications; to less none. Common practice, no source.
CLINGS = 0.06
# Ink of this much, in full applications, leaves no stock bare where there is no more about.
COVERED = 0.1
# How far about a place a maker looks to see whether it is bare, mm, as a standard deviation. Judgement.
ABOUT_MM = 12.0
# Along the edge of a sheet a brush, a foam or a sponge leaves so much more ink, dying away over so many mm. Common practice, no source.
AT_RIM, RIM_MM = 0.1, 0.7
GATHERS = ("even", "fine", "open")


def strength_laid(plan: Plan, step: Brush, masks: frozenset[str], grid: Grid) -> Map:
    """s for one step of ink with those masks on: (rows, columns), float32, full applications, >= 0. Do not write to it.

    Depends on the step, the masks and the grid alone, and is kept by them, so that a change of one step leaves the maps of
    the others standing.
    """
    made = _made_alone(plan, step, masks, grid)
    where = _where_before(plan, step, grid)
    return made if where is None else kept_with("there", (made, where), grid, lambda made, where: made * where)


def _made_alone(plan: Plan, step: Brush, masks: frozenset[str], grid: Grid) -> Map:
    """What a step lays but for what it finds there: of one over what earlier steps left, as if it went everywhere."""
    shape = _mask_of(plan, step.region)
    lying = covers(plan, masks)
    onto: Onto = "wet" if step.onto == "wet" else "damp"
    return kept_if_small(_strength_map, grid)(
        replace(step, id="", ink="", onto=onto, purpose=None),
        shape,
        lying,
        plan.stock.paper.surface,
        plan.ink(step.ink).kind in RESIST_KINDS,
        thickness(plan.ink(step.ink).kind, TOOLS[step.tool]),
        grid,
    )


def _where_before(plan: Plan, step: Brush, grid: Grid) -> Map | None:
    """Of a step that goes by what earlier steps left, how far it goes at each place, 0..1; None for the others."""
    match step.region:
        case WetArea():
            return wet_before(plan, step, grid)
        case Bare():
            return bare_before(plan, step, grid)
        case _:
            return None


def water_laid(plan: Plan, step: Water, masks: frozenset[str], grid: Grid) -> Map:
    """How wet a step of water leaves each place, 0..1: (rows, columns). Do not write to it."""
    shape = _mask_of(plan, step.region)
    return kept_if_small(_water_map, grid)(replace(step, id="", purpose=None), shape, covers(plan, masks), grid)


def covers(plan: Plan, masks: frozenset[str]) -> tuple[Mask, ...]:
    """The masks that lie on the panel, and what holds them there."""
    return (
        *(plan.mask(key) for key in sorted(masks)),
        *(replace(cover_of(hold), key="", name="") for hold in plan.holds if hold.mask in masks),
    )


def wet_before(plan: Plan, step: Brush, grid: Grid) -> Map:
    """Where the last water before a step still stands, 0..1: (rows, columns)."""
    water = last_water(plan, step)
    if water is None:
        return np.zeros((grid.rows, grid.columns), np.float32)
    on = next((on for other, on in masks_on(plan) if other.id == water.id), NOTHING_ON)
    return water_laid(plan, water, on, grid)


def bare_before(plan: Plan, step: Brush, grid: Grid) -> Map:
    """How bare a maker sees the stock after earlier steps, 0..1: (rows, columns). Bare is what has less ink than is usual near by, so that
    where ink dies away the next one takes over as it does, and leaves no pale ring between."""
    laid, usual = _bare_walk(plan, step, grid)
    return _still_bare(laid, usual[step.id], grid)


# How much ink is usual about each place before a step, on the grid of reading, by step.
Usual = dict[str, Map]


def _bare_walk(plan: Plan, step: Brush, grid: Grid) -> tuple[Map, Usual]:
    """What lies before a step, and what is usual about each place before it and the others like it."""
    reading = reading_grid(grid)
    usual: Usual = {} if grid == reading else _bare_walk(plan, step, reading)[1]
    laid = _none_laid(grid.rows, grid.columns)
    for other, on in masks_on(plan):
        if isinstance(other, Brush) and isinstance(other.region, Bare) and grid == reading:
            usual[other.id] = kept_with("usual", (laid,), grid, partial(_usual_about, grid=grid))
        if other.id == step.id:
            break
        if isinstance(other, Brush):
            if isinstance(other.region, Bare):  # went by what is known here already
                made_of = _made_alone(plan, other, on, grid), _still_bare(laid, usual[other.id], grid)
                made = kept_with("there", made_of, grid, lambda made, where: made * where)
            else:
                made = strength_laid(plan, other, on, grid)
            laid = kept_with("laid", (laid, made), grid, lambda before, more: before + more)
    return laid, usual


def _usual_about(laid: Map, grid: Grid) -> Map:
    """The mean of the ink about each place, of where there is any."""
    inked = (laid > COVERED).astype(np.float32)
    down, across = ABOUT_MM / grid.pixel_height_mm, ABOUT_MM / grid.pixel_width_mm
    share = softened(inked, down, across)
    return np.asarray(np.maximum(softened(laid * inked, down, across) / np.maximum(share, np.float32(1e-4)), COVERED), np.float32)


def _still_bare(laid: Map, usual: Map, grid: Grid) -> Map:
    def bare(laid: Map, usual: Map) -> Map:
        here = read_at(usual, reading_grid(grid), grid)
        return np.asarray(np.clip(1 - laid / here, 0, 1), np.float32)

    return kept_with("bare", (laid, usual), grid, bare)


@kept
def _none_laid(rows: int, columns: int) -> Map:
    return np.zeros((rows, columns), np.float32)


def water_spots(step: Water, grid: Grid) -> NDArray[np.float64] | None:
    """The drops of a step of water, (drop, 3), or None where it is a wash."""
    tool = TOOLS[step.tool]
    if tool.texture != "drops":
        return None
    density = DROPS_PER_MM2[step.amount] * (1.6 / tool.drop_mm) ** 2
    return random_spots(step.seed, density, tool.drop_mm, grid.panel_width_mm, grid.panel_height_mm)


def _mask_of(plan: Plan, region: Region) -> Mask | None:
    match region:
        case Halo() | Inside() | Pressed():
            return plan.mask(region.mask)
        case InPrint():
            # Of a plan looked at without its prints, or of prints that were taken away, nothing is left to go into.
            try:
                return mask_of_prints(plan, region.step, only=region.only)
            except BadInput:
                return None
        case _:
            return None


@kept
def _strength_map(
    step: Brush, shape: Mask | None, lying: tuple[Mask, ...], surface: Surface, melts: bool, thick: float, grid: Grid
) -> Map:
    tool = TOOLS[step.tool]
    if step.touch in ("second", "third"):
        first, share = TOUCH_STRENGTH["first"], TOUCH_STRENGTH[step.touch] / TOUCH_STRENGTH["first"]
        strength = textured(tool, first * step.passes, step.seed, grid) * still_printing(share, step.seed, grid)
    else:
        strength = textured(tool, step.strength, step.seed, grid, wet=step.onto == "wet")
    strength = strength * np.float32(thick) * _share(step.region, shape, lying, tool.softness_mm, step.seed, grid)
    if step.fade is not None:
        strength = strength * along(step.fade.edge, fade_profile(distance_from_mm(step.fade.edge, grid), step.fade))
    if melts:  # powder clings wherever there is watermark ink, however it came there, and melts into one whole film
        strength = np.clip((strength - CLINGS) / CLINGS, 0, 1)
    for mask in lying:
        strength = strength * left_open(mask, grid)
        if tool.texture in GATHERS and not melts:
            strength = strength * (1 + np.float32(AT_RIM) * np.exp(-((to_cover_mm(mask, grid) / np.float32(RIM_MM)) ** 2)))
    strength = np.ascontiguousarray(strength if melts else strength * tooth(surface, tool, grid), dtype=np.float32)
    strength[strength < FAINTEST] = 0
    strength.flags.writeable = False
    return strength


@kept
def _water_map(step: Water, shape: Mask | None, lying: tuple[Mask, ...], grid: Grid) -> Map:
    tool = TOOLS[step.tool]
    spots = water_spots(step, grid)
    wet = covered(spots, grid, tool.softness_mm) if spots is not None else np.float32(WASH[step.amount])
    wet = np.asarray(wet * _share(step.region, shape, lying, tool.softness_mm, step.seed, grid), dtype=np.float32)
    for mask in lying:
        wet = wet * left_open(mask, grid)
    wet.flags.writeable = False
    return wet


def _share(region: Region, shape: Mask | None, lying: tuple[Mask, ...], softness_mm: float, seed: int, grid: Grid) -> Map:
    """w: what part of the strength a region takes, 0..1, broadcasting to (rows, columns); where patches lie over each other a little
    more."""
    match region:
        case Whole() | WetArea() | Bare():
            return np.ones((grid.rows, grid.columns), dtype=np.float32)
        case Band():
            span = grid.panel_height_mm if region.edge in ("top", "bottom") else grid.panel_width_mm
            return along(region.edge, band_profile(distance_from_mm(region.edge, grid), region, softness_mm, span))
        case Slant():
            return band_profile(slanted_mm(region, grid), region, softness_mm, slanted_span_mm(region, grid)).astype(np.float32)
        case Halo():
            assert shape is not None
            return halo(shape, max(region.reach_mm / REACHES, softness_mm), grid)
        case Vignette():
            return vignette(region, max(region.reach_mm / REACHES, softness_mm), grid)
        case Patches():
            return patched(seed, region.cover, region.size_mm, 2 * softness_mm, grid)
        case Pressed():
            assert shape is not None
            # The tool inks the sheet, and the sheet the panel: its edges print as sharp as they are cut.
            sheet = _edge(-to_cover_mm(replace(shape, keeps="outside"), grid), 0.0, grid)
            return flaked(sheet, region.flakes_mm, seed, grid) if region.flakes_mm else sheet
        case Inside() | InPrint():
            return _within(region, shape, lying, softness_mm, grid)
        case Stroke():
            line = LineString(region.points).buffer(region.width_mm / 2, quad_segs=6)
            return _printed((line,), softness_mm, grid)
        case Print() | Motifs() | Words():
            return _printed(prints_of(region, grid.panel_width_mm, grid.panel_height_mm, seed), softness_mm, grid)


def _within(region: Inside | InPrint, shape: Mask | None, lying: tuple[Mask, ...], softness_mm: float, grid: Grid) -> Map:
    """Inside the openings of a sheet or the prints of a step, all or some, shaded or even.

    Where the sheet lies, the tool runs out over it and its softness shows on the sheet alone: inside, ink is full up to the rim.
    """
    if isinstance(region, InPrint) and not isinstance(shape, Drawn):
        return np.zeros((grid.rows, grid.columns), dtype=np.float32)
    assert shape is not None
    runs_over = softness_mm + grid.pixel_width_mm if shape in lying else 0.0
    inside = _edge(np.float32(runs_over) - to_edge_mm(shape, grid), softness_mm, grid)
    if isinstance(region, Inside) and region.openings:
        inside = inside * chosen_openings(shape, region.openings, grid)
    return inside if region.shaded_from is None else inside * shaded(shape, region.shaded_from, grid)


def _edge(depth: Map, softness_mm: float, grid: Grid) -> Map:
    """0 outside to 1 inside across an edge as wide as the tool leaves it, a pixel at least; ``depth`` is above 0 inside."""
    return np.asarray(np.clip(depth / np.float32(max(softness_mm, grid.pixel_width_mm)) + np.float32(0.5), 0, 1))


def _printed(shapes: tuple[BaseGeometry, ...], softness_mm: float, grid: Grid) -> Map:
    """What prints cover, 0..1; each of their parts is looked at only round itself."""
    inked = np.zeros((grid.rows, grid.columns), dtype=np.float32)
    x, y = grid.x_mm, grid.y_mm
    spare = softness_mm + grid.pixel_width_mm
    for part in (part for shape in shapes for part in parts_of(shape)):
        left, top, right, bottom = part.bounds
        rows = slice(*np.searchsorted(y, (top - spare, bottom + spare)))
        columns = slice(*np.searchsorted(x, (left - spare, right + spare)))
        if rows.start < rows.stop and columns.start < columns.stop:
            places = np.broadcast_arrays(x[None, columns], y[rows, None])
            distance = signed_distance_mm(tuple(ring[:-1] for ring in rings_mm(part)), *places)
            np.maximum(inked[rows, columns], _edge(-distance, softness_mm, grid), out=inked[rows, columns])
    return inked
