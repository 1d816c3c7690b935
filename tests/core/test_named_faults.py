"""Faults that a maker saw in pictures, each as a property of what is light, dark, sharp or rimmed, and where."""

from dataclasses import replace
from typing import get_args

import numpy as np
import pytest
import shapely
from numpy.typing import NDArray
from scipy import ndimage
from shapely import Polygon

from cielo.core.geometry.distance import nearest_outline, signed_distance_mm
from cielo.core.geometry.masks import distance_to_edge_mm
from cielo.core.materials import TOOLS, Ink, InkKind, Surface, Swatch
from cielo.core.optics.layering import lab_of_stack
from cielo.core.optics.spectra import lab_from_xyz, white_xyz
from cielo.core.plan import (
    Band,
    Brush,
    Disc,
    Drawn,
    Dry,
    EdgeMask,
    Halo,
    Inside,
    LayMask,
    LiftMask,
    MotifMask,
    Plan,
    Profile,
    Stencil,
    Tapes,
    Touch,
    Vignette,
    Water,
    Whole,
    WipeBeads,
)
from cielo.core.simulation.cover import left_open
from cielo.core.simulation.grid import Grid, grid_of
from cielo.core.simulation.halo import halo
from cielo.core.simulation.laydown import strength_laid, water_laid, water_spots
from cielo.core.simulation.maps import layings
from cielo.core.simulation.profiles import band_profile
from cielo.core.simulation.reference import reference_xyz
from cielo.core.simulation.relief import AMBIENT, LAMP_MM, Relief, lit, tilted
from cielo.core.simulation.run import panel_xyz, picture
from tests.core.plans import INKS, MOON, WHITE, card, plan_of

GRID = grid_of(card(), 60)
POWDER = Ink("powder", "Powder", "powder", (Swatch(1.0, (94.0, 0.0, 1.0)),), measured_on=WHITE)
PROFILES = [profile for profile in get_args(Profile) if profile != "straight"]


# -- halos ----------------------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("sigma", [4.0, 8.0])
@pytest.mark.parametrize("profile", PROFILES)
def test_a_halo_along_a_wavy_edge_has_no_wedges(profile: Profile, sigma: float) -> None:
    """A wedge is a crease: a place where the share bends more sharply than across the halo of a straight edge. Of any Gaussian sum the
    bend is at most 1 / sigma^2 for each full pass, and a brush passes a narrow valley about twice."""
    for seed in range(3):
        edge = EdgeMask("e", "e", 60.0, 80.0, profile, 0.0, 22.0, seed)
        share = halo(edge, sigma, GRID)
        beside = distance_to_edge_mm(edge, GRID.x_mm, GRID.y_mm) > 3 * GRID.pixel_width_mm
        for axis, pixel_mm in ((0, GRID.pixel_height_mm), (1, GRID.pixel_width_mm)):
            bend = np.abs(np.diff(share, 2, axis=axis)) / pixel_mm**2
            inner = np.moveaxis(np.moveaxis(beside, axis, 0)[2:] & np.moveaxis(beside, axis, 0)[:-2], 0, axis)
            assert bend[inner].max() < 3.0 / sigma**2


def test_a_halo_along_the_side_of_a_drawing_is_that_of_a_straight_edge() -> None:
    """Closed form: exp(-d^2 / (2 sigma^2)), but for the corner taken off near 1."""
    square = ((-60.0, -200.0), (0.0, -200.0), (0.0, 200.0), (-60.0, 200.0))
    drawn = Drawn("d", "d", 50.0, 70.0, (square,), keeps="inside")
    share = halo(drawn, 6.0, GRID)[100]
    away = GRID.x_mm - 50.0
    expected = np.exp(-(away**2) / (2 * 36.0))
    assert share[away > 2] == pytest.approx(expected[away > 2], abs=0.06)
    assert share[away > 6] == pytest.approx(expected[away > 6], abs=0.003)


# -- edges ----------------------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("tool", ["small-brush", "medium-brush", "large-brush", "dauber"])
@pytest.mark.parametrize(
    "stencil",
    [Disc("m", "m", 60.0, 70.0, 50.0, "outside"), MotifMask("m", "m", "leaf", 60.0, 70.0, 70.0, keeps="outside")],
)
def test_inside_an_opening_no_pale_ring_is_left_at_the_rim(tool: str, stencil: Disc | MotifMask) -> None:
    step = Brush("b", INKS[2].key, tool, Inside("m"), "light", 2)
    plan = replace(plan_of(LayMask("l", "m"), step, LiftMask("u", "m")), masks=(stencil,))
    laid = strength_laid(plan, step, frozenset({"m"}), GRID)
    depth = -distance_to_edge_mm(stencil, GRID.x_mm, GRID.y_mm)
    rim, middle = laid[(depth > 0.7) & (depth < 1.6)], laid[depth > 8]
    assert rim.mean() == pytest.approx(middle.mean(), rel=0.03)
    assert laid[depth < -0.7].max() == 0, "and nothing beyond it"


def test_bands_butted_with_a_small_brush_leave_a_dark_ridge_and_bands_blended_into_each_other_none() -> None:
    t = np.linspace(0, 120, 1201)
    for key in ("small-brush", "medium-brush"):
        soft = TOOLS[key].softness_mm
        butted = band_profile(t, Band("top", 0, 60, 0, 0), soft, 120) + band_profile(t, Band("top", 60, 120, 0, 0), soft, 120)
        assert t[np.argmax(butted)] == pytest.approx(60, abs=1)
        assert butted.max() > 1.5
        assert butted[np.abs(t - 60) > 6 * soft] == pytest.approx(1, abs=0.01)
        blended = band_profile(t, Band("top", 0, 45, 0, 30), soft, 120) + band_profile(t, Band("top", 75, 120, 30, 0), soft, 120)
        assert blended.max() < 1.02


# -- water ----------------------------------------------------------------------------------------------------------------------


INKED = Brush("b", "dark", "large-brush", Whole(), "full", 1)


@pytest.mark.parametrize("blot", [True, False])
def test_moved_ink_stops_at_tapes_and_masks_and_none_is_lost(blot: bool) -> None:
    strip = Tapes("t", "t", 50.0, 70.0, 40.0, 90.0)
    half_inked = Brush("b", "dark", "large-brush", Vignette(60.0), "full", 2)
    water = Water("w", "coarse-splatter", Whole(), "medium", blot, 5)
    dry = (half_inked, Dry("d", "air", 10))
    plain = replace(plan_of(*dry, water), masks=(strip,))
    taped = replace(plan_of(*dry, LayMask("l", "t"), water, LiftMask("u", "t")), masks=(strip,))
    before = layings(replace(plan_of(*dry), masks=(strip,)), GRID)[0].strength
    under = left_open(strip, GRID) == 0
    after = layings(taped, GRID)[0].strength
    assert np.allclose(after[under], before[under], atol=1e-6), "nothing comes under the tape"
    assert not np.allclose(layings(plain, GRID)[0].strength[under], before[under], atol=1e-3)
    if not blot:
        assert float(after.sum()) == pytest.approx(float(before.sum()), rel=0.02)


def test_a_blotted_drop_has_a_pale_heart_and_a_darker_rim_and_one_left_alone_blooms_past_its_edge() -> None:
    run_on = {}
    for blot in (True, False):
        water = Water("w", "coarse-splatter", Whole(), "fine", blot, 5)
        plan = plan_of(INKED, Dry("d", "air", 10), water)
        before, after = layings(plan_of(INKED), GRID)[0].strength, layings(plan, GRID)[0].strength
        wet = water_laid(plan, water, frozenset(), GRID)
        spots = water_spots(water, GRID)
        assert spots is not None
        heart, beside = wet > 0.98, (wet < 0.01) & ndimage.binary_dilation(wet > 0.5, iterations=2)
        assert after[heart].mean() < 0.8 * before[heart].mean()
        assert after[beside].mean() > 1.01 * before[beside].mean(), "darker where it settled"
        far = (wet < 0.01) & (ndimage.distance_transform_edt(wet < 0.5) * GRID.pixel_width_mm > 0.45)
        run_on[blot] = float((after - before)[far].clip(0).sum() / (after - before).clip(0).sum())
    assert run_on[False] > 2 * run_on[True], "past its own edge where it is left to run"


# -- melted powder --------------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("tool", ["dauber", "stamp", "large-brush"])
def test_beads_stand_on_melted_powder_until_they_are_wiped_off(tool: str) -> None:
    steps = (Brush("e", "powder", tool, Inside("moon"), "full", 1), Brush("b", "dark", "large-brush", Whole(), "light", 3))
    plan = replace(plan_of(*steps, WipeBeads("w")), inks=(*INKS, POWDER))
    inked, wiped = (picture(plan, GRID, done).astype(int) for done in (2, 3))
    differs = np.abs(inked - wiped).max(axis=2) > 6
    off_moon = distance_to_edge_mm(MOON, GRID.x_mm, GRID.y_mm)
    assert 0.12 < differs[off_moon < -2].mean() < 0.65, "beads with bare powder between"
    assert not differs[off_moon > 2 + TOOLS[tool].softness_mm].any()
    standing = replace(plan, steps=plan.steps[:2])
    assert panel_xyz(standing, GRID, beads=True) == pytest.approx(reference_xyz(standing, GRID, beads=True), abs=4e-3)
    assert np.array_equal(panel_xyz(standing, GRID), panel_xyz(plan, GRID)), "they are no part of the ground"


# -- drops ----------------------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("tool", ["fine-splatter", "coarse-splatter"])
@pytest.mark.parametrize("seed", range(4))
def test_a_light_flick_is_a_few_dozen_drops_and_more_flicks_are_more(tool: str, seed: int) -> None:
    def drops(touch: Touch, passes: int) -> int:
        step = Brush("b", "dark", tool, Whole(), touch, passes, "dry", seed=seed)
        return int(ndimage.label(strength_laid(plan_of(step), step, frozenset(), grid_of(card(), 150)) > 0.2)[1])

    light = drops("light", 1)
    assert 20 < light < 140, "with the splashes of the larger ones"
    assert 1.6 * light < drops("light", 3) < 4 * light
    assert drops("full", 1) > 2 * light


# -- tilted to the light --------------------------------------------------------------------------------------------------------


FLAT = Grid(100.0, 100.0, 0.5, 0.5, 200, 200)


def _relief(height_mm: np.ndarray) -> Relief:
    return Relief(height_mm.astype(np.float32), np.zeros_like(height_mm, np.float32), np.zeros_like(height_mm, np.float32))


@pytest.mark.parametrize("slope", [0.0, 0.2, -0.5])
def test_a_slope_is_lit_by_the_cosine_of_its_angle_to_the_lamp(slope: float) -> None:
    """Lambert's closed form on a plane z = slope x, against a flat sheet."""
    x, y = np.meshgrid(FLAT.x_mm, FLAT.y_mm)
    light, highlight = lit(_relief(slope * x), FLAT, 20.0, 70.0)
    to_lamp = np.stack([20.0 - x, 70.0 - y, np.full_like(x, LAMP_MM)])
    cosine = (to_lamp * np.array([-slope, 0, 1])[:, None, None]).sum(axis=0) / np.sqrt(1 + slope**2)
    expected = AMBIENT + (1 - AMBIENT) * np.maximum(cosine, 0) / LAMP_MM
    assert light[1:-1, 1:-1] == pytest.approx(expected[1:-1, 1:-1], abs=2e-3)
    assert not highlight.any()


def test_a_flat_matt_panel_looks_tilted_as_it_does_flat_and_paste_powder_and_metal_do_not() -> None:
    smooth = replace(plan_of(INKED), stock=replace(plan_of().stock, paper=replace(WHITE, surface="calendered")))
    matt = replace(smooth, steps=(replace(INKED, ink="pale"), INKED))
    flat = picture(matt, GRID).astype(int)
    assert np.abs(tilted(matt, GRID, 200.0, 30.0).astype(int) - flat).max() <= 12, "the sheen of the sheet alone"
    for kind in ("powder", "paste", "metallic"):
        ink = replace(POWDER, key=kind, kind=kind)
        step = Brush("e", kind, "knife" if kind == "paste" else "dauber", Inside("moon"), "full", 2)
        plan = replace(plan_of(INKED, step), inks=(*INKS, ink))
        lit_from = [tilted(plan, GRID, x, 45.0).astype(int) for x in (60.0, 100.0)]
        near = np.abs(distance_to_edge_mm(MOON, GRID.x_mm, GRID.y_mm)) < (20 if kind == "metallic" else 1)
        assert np.abs(lit_from[0] - lit_from[1])[near].max() > 25, "it changes as the lamp is moved"
    assert np.all(panel_xyz(matt, GRID) <= white_xyz() + 1e-3)


@pytest.mark.parametrize("tilt", [False, True], ids=["flat", "tilted"])
def test_flat_or_tilted_paler_is_paler_and_the_fibres_of_the_sheet_are_seen(tilt: bool) -> None:
    """Whatever look it is asked in, the panel tilted to the light is the same panel."""

    def seen(plan: Plan, times: float = 1.0) -> NDArray[np.int64]:
        return (tilted(plan, GRID, 60.0, 80.0, times=times) if tilt else picture(plan, GRID, times=times)).astype(int)

    plain = plan_of(INKED)
    paler, usual, stronger = (seen(plain, times).mean() for times in (0.7, 1.0, 1.4))
    assert paler > usual + 1 > stronger + 2
    kraft = replace(plain, stock=replace(plain.stock, fibres=True), steps=())
    bare = replace(plain, steps=())
    assert (seen(kraft) - seen(bare)).std() > 0.5


# -- outlines -------------------------------------------------------------------------------------------------------------------


def test_the_nearest_of_many_outlines_is_shapelys_for_any_turn() -> None:
    random = np.random.default_rng(7)
    turns = np.linspace(0, 2 * np.pi, 50)[:-1]
    shapes = []
    for at in range(24):
        radius = 6 + 2 * np.sin(5 * turns + at)
        middle = np.array([12 + 22 * (at % 6), 12 + 22 * (at // 6)])
        shapes.append(middle + np.stack([radius * np.cos(turns), radius * np.sin(turns)], axis=1))
    for angle in (0.0, 0.4, 1.9):
        x, y = np.meshgrid(np.linspace(-10, 140, 97), np.linspace(-8, 95, 71))
        x, y = x * np.cos(angle) - y * np.sin(angle), x * np.sin(angle) + y * np.cos(angle)
        places = shapely.points(x.ravel(), y.ravel())
        polygons = [Polygon(ring) for ring in shapes]
        whole = shapely.MultiPolygon(polygons)
        shapely.prepare(whole)
        away = np.where(shapely.contains(whole, places), -1, 1) * shapely.distance(whole.boundary, places)
        assert signed_distance_mm(shapes, x, y).ravel() == pytest.approx(away, abs=1e-3)
        nearest = nearest_outline(shapes, x, y).ravel()
        apart = np.array([shapely.distance(polygons[n].boundary, place) for n, place in zip(nearest, places, strict=True)])
        assert apart == pytest.approx(np.abs(away), abs=1e-3)
    assert nearest_outline(shapes, random.uniform(0, 9, (3, 1)), np.zeros((3, 1))).shape == (3, 1)


def test_a_stencil_shaded_opening_by_opening_is_drawn_whatever_its_turn() -> None:
    stencil = Stencil("s", "s", "leaf", 60.0, 80.0, 18.0, 24.0, 30.0)
    step = Brush("b", "dark", "small-brush", Inside("s", shaded_from="middle"), "light", 2)
    laid = strength_laid(replace(plan_of(LayMask("l", "s"), step), masks=(stencil,)), step, frozenset({"s"}), GRID)
    assert laid.max() > 0.3
    halo_step = Brush("h", "dark", "medium-brush", Halo("s", 8.0), "light", 2)
    assert (
        strength_laid(replace(plan_of(LayMask("l", "s"), halo_step), masks=(stencil,)), halo_step, frozenset({"s"}), GRID).max()
        > 0.2
    )


@pytest.mark.parametrize(("kind", "least"), [("alcohol", 1.5), ("dye", 0.4)])
def test_drying_makes_ink_lighter_and_dried_ink_looks_the_same_either_way(kind: InkKind, least: float) -> None:
    ink = replace(INKS[2], kind=kind)
    inked = replace(plan_of(replace(INKED, touch="light", passes=2)), inks=(*INKS[:2], ink))
    dried = replace(inked, steps=(*inked.steps, Dry("d", "air", 60)))

    def lightness(plan: Plan, wet: bool) -> float:
        return float(lab_from_xyz(panel_xyz(plan, GRID, wet=wet))[..., 0].mean())

    assert lightness(inked, False) - lightness(inked, True) > least
    assert lightness(dried, True) == lightness(dried, False) == pytest.approx(lightness(inked, False))


# -- what an ink hides ----------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("lab", [(72.0, 20.0, 40.0), (60.0, -22.0, -18.0), (55.0, 40.0, 4.0), (84.0, -4.0, 48.0)])
@pytest.mark.parametrize("surface", get_args(Surface))
def test_hybrid_chalks_a_little_over_the_dark_where_dye_does_not_and_less_than_pigment_or_white(
    lab: tuple[float, float, float], surface: Surface
) -> None:
    """Inks of one swatch, told apart by their kind alone, laid full over black: a dye can only darken it; the rest veil it, each more."""
    paper = replace(WHITE, surface=surface)
    black = Ink("black", "Black", "dye", (Swatch(1.0, (24.0, 1.0, 0.0)),), measured_on=WHITE)
    kinds: tuple[InkKind, ...] = ("dye", "hybrid", "pigment", "white")
    inks = {kind: Ink(kind, kind, kind, (Swatch(1.0, lab),), measured_on=paper) for kind in kinds} | {"black": black}
    bare = lab_of_stack(paper, inks, [("black", 1.0)])[0]
    dye, hybrid, pigment, white = (lab_of_stack(paper, inks, [("black", 1.0), (kind, 1.0)])[0] for kind in kinds)
    assert dye <= bare + 0.1
    assert dye + 0.5 < hybrid < pigment < white
    assert hybrid < (bare + lab[0]) / 2, "a little: what lies below still shows"
