"""The marks of tools, water, masks and stencils against closed forms, Shapely and the plain reference."""

from dataclasses import replace
from itertools import combinations, pairwise

import numpy as np
import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st

from cielo.core.geometry.masks import distance_to_edge_mm, even_odd, outlines_mm, profile_mm, repeat_places
from cielo.core.geometry.motifs import NAMES, motif_rings, motif_shape
from cielo.core.geometry.printing import print_shape
from cielo.core.geometry.spreading import spread_motifs
from cielo.core.keeping import KEPT
from cielo.core.materials import TOOLS, Ink, Swatch
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import lab_from_xyz, srgb_from_lab
from cielo.core.plan import (
    Band,
    Brush,
    Disc,
    Dry,
    EdgeMask,
    Inside,
    LayMask,
    LiftMask,
    Mask,
    MotifMask,
    Motifs,
    Patches,
    Plan,
    Slant,
    Stencil,
    Tapes,
    Water,
    Whole,
    replace_step,
)
from cielo.core.simulation.contrast import passes_to_stand_out, read_focal, stands_out
from cielo.core.simulation.grid import Grid, grid_of
from cielo.core.simulation.laydown import strength_laid, water_laid
from cielo.core.simulation.maps import layings
from cielo.core.simulation.noise import noise
from cielo.core.simulation.point import ask
from cielo.core.simulation.reference import reference_xyz
from cielo.core.simulation.run import groups_of, panel_xyz, picture, seen_xyz
from cielo.core.simulation.spots import covered, random_spots
from tests.core.plans import INKS, MOON, WHITE, card, plan_of
from tests.core.test_grounds import planned

GRID = grid_of(card(), 60)
PANEL = Grid(200.0, 200.0, 0.4, 0.4, 500, 500)
SPINES = Stencil("s", "spines", "spines", 60.0, 80.0, 26.0, 33.0, 12.0)
FLOWER = MotifMask("f", "flower", "flower", 55.0, 70.0, 60.0, 20.0)
MASKS: tuple[Mask, ...] = (
    Disc("d", "moon", 60, 80, 40), Tapes("t", "strip", 60, 80, 25, 30), EdgeMask("e", "hills", 60, 80, "hills", 10, 24, 3),
    EdgeMask("c", "clouds", 60, 80, "clouds", 160, 16, 1), EdgeMask("l", "line", 60, 80, "straight", 30), FLOWER,
    replace(FLOWER, motif="saguaro", spread_mm=2.0), SPINES,
)  # fmt: skip


def area_mm2(grid: Grid, share: np.ndarray) -> float:
    return float(share.sum()) * grid.pixel_width_mm * grid.pixel_height_mm


@pytest.mark.parametrize("mask", MASKS, ids=lambda mask: f"{mask.shape}-{mask.name}")
def test_the_distance_to_a_masks_edge_is_shapelys(mask: Mask) -> None:
    """Shapely 2: distance from points to the outline as it is drawn."""
    random = np.random.default_rng(1)
    x, y = random.uniform(5, 115, 40), random.uniform(5, 165, 40)
    spread, drawn = (mask.spread_mm, replace(mask, spread_mm=0.0)) if isinstance(mask, Stencil | MotifMask) else (0.0, mask)
    lines = shapely.union_all([shapely.LineString(line) for line in outlines_mm(drawn, 121, 171)])
    for px, py in zip(x, y, strict=True):
        ours = float(distance_to_edge_mm(mask, np.array([px]), np.array([py]))[0, 0]) + spread
        true = float(shapely.Point(px, py).distance(lines))
        if mask.shape == "stencil" and true > mask.pitch_mm / 2 - mask.size_mm / 2:
            continue  # of a stencil only the motif of its own cell is asked for
        assert abs(ours) == pytest.approx(true, abs=0.06)


@pytest.mark.parametrize("motif", NAMES)
def test_built_in_images_are_shapes_within_their_size(motif: str) -> None:
    shape = motif_shape(motif)
    assert shape.is_valid
    assert shape.area > 0.05
    assert max(np.hypot(*ring.T).max() for ring in motif_rings(motif)) <= 1.2
    assert even_odd(motif_rings(motif)).symmetric_difference(shape).area < 1e-9, "outlines and shape are the same"


def test_a_stencils_openings_have_the_area_of_its_motifs() -> None:
    plan = replace(plan_of(), masks=(replace(SPINES, motif="stone"),))
    through = strength_laid(plan, Brush("b", "dark", "knife", Whole(), "full", 1), frozenset({"s"}), grid_of(plan.card, 120))
    grid = grid_of(plan.card, 120)
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    drawn = shapely.union_all([shapely.Polygon(line) for line in outlines_mm(plan.masks[0], width, height)])
    true = drawn.intersection(shapely.box(0, 0, width, height)).area
    assert area_mm2(grid, through) == pytest.approx(true, rel=0.01)
    assert len(repeat_places(SPINES, SPINES.size_mm, width, height)) > 12


@given(st.floats(1e-4, 3e-2), st.floats(2, 14), st.integers(0, 50))
@settings(max_examples=25, deadline=None)
def test_random_spots_cover_as_the_boolean_model_says(density: float, diameter: float, seed: int) -> None:
    """1 - exp(-density x mean area); the tolerance is four standard deviations of the covered share over this window."""
    spots = random_spots(seed, density, diameter, 200, 200)
    expected = 1 - np.exp(-density * np.pi / 4 * diameter**2)
    deviation = np.sqrt(expected * (1 - expected) * 2.2 * diameter**2 / 200**2)
    assert float(covered(spots, PANEL, 0.05).mean()) == pytest.approx(expected, abs=4 * deviation + 0.01)


def test_patches_cover_the_share_asked_for() -> None:
    plan = planned("patches-overprint")
    step = next(s for s in plan.steps if isinstance(s, Brush) and isinstance(s.region, Patches))
    assert isinstance(step.region, Patches)
    shares = [float((strength_laid(plan, replace(step, tool="pen", seed=n), frozenset(), GRID) > 0).mean()) for n in range(8)]
    assert np.mean(shares) == pytest.approx(step.region.cover, abs=0.06)


@pytest.mark.parametrize("tool", ["large-brush", "foam", "sponge", "brayer", "spray", "stamp"])
def test_a_grain_moves_ink_about_and_loses_none(tool: str) -> None:
    means = [
        float(strength_laid(plan_of(), Brush("b", "dark", tool, Whole(), "medium", 2, seed=n), frozenset(), GRID).mean())
        for n in range(6)
    ]
    assert np.mean(means) == pytest.approx(1.1, rel=0.05)


@pytest.mark.parametrize("tool", ["mat", "dropper", "fine-splatter", "coarse-splatter", "sponge"])
def test_a_throw_is_the_same_again_and_another_is_another(tool: str) -> None:
    plan = plan_of(Brush("b", "dark", tool, Whole(), "medium", 1, seed=4))
    again = plan_of(Brush("b", "dark", tool, Whole(), "medium", 1, seed=4))
    other = plan_of(Brush("b", "dark", tool, Whole(), "medium", 1, seed=5))
    first = picture(plan, GRID)
    KEPT.clear()  # drawn anew, and not taken over from the picture before
    assert np.array_equal(first, picture(again, GRID))
    assert not np.array_equal(first, picture(other, GRID))


@pytest.mark.parametrize(
    "key", ["smoosh-dry", "water-drops", "stencil-over-blend", "emboss-resist", "alcohol-flow", "patches-overprint"]
)
def test_a_part_is_the_same_as_in_the_whole_and_marks_do_not_hang_on_resolution(key: str) -> None:
    plan = planned(key)
    fine = grid_of(plan.card, 120)
    whole = panel_xyz(plan, fine)
    strips = np.concatenate([panel_xyz(plan, strip) for _, strip in fine.strips()])
    assert np.array_equal(whole, strips)
    rows, columns = fine.rows // 4, fine.columns // 4
    in_small = replace(
        fine, rows=rows, columns=columns, pixel_width_mm=4 * fine.pixel_width_mm, pixel_height_mm=4 * fine.pixel_height_mm
    )
    coarse = seen_xyz(plan, in_small)
    pooled = whole[: rows * 4, : columns * 4].reshape(rows, 4, columns, 4, 3).mean(axis=(1, 3))
    apart = ciede2000(lab_from_xyz(pooled), lab_from_xyz(coarse))
    assert float(np.median(apart)) < 2.5, "a proof in small shows what the picture in large shows"


def test_noise_has_unit_variance_and_no_mean() -> None:
    fields = [noise(n, 4.0, PANEL) for n in range(6)]
    assert np.mean([f.mean() for f in fields]) == pytest.approx(0, abs=0.03)
    assert np.std(fields) == pytest.approx(1, abs=0.06)


def test_water_takes_dye_from_the_drop_to_its_rim_and_loses_none_unblotted() -> None:
    ink = Brush("b", "dark", "large-brush", Whole(), "full", 1)
    for blot, expected in ((False, 1.0), (True, None)):
        water = Water("w", "coarse-splatter", Whole(), "fine", blot, 5)
        before, after = (layings(plan_of(ink, Dry("d", "air", 5), *extra), GRID)[0].strength for extra in ((), (water,)))
        wet = water_laid(plan_of(ink, water), water, frozenset(), GRID)
        assert float(after[wet > 0.95].mean()) < 0.6
        share = float(after.sum() / before.sum())
        if expected is not None:
            assert share == pytest.approx(expected, abs=0.01)
            assert float(after.max()) > 1.02, "a darker rim"
        else:
            assert 0.9 < share < 0.995


def test_dried_pigment_does_not_move_and_clear_powder_shields_what_is_under_it() -> None:
    pigment = replace(INKS[2], kind="pigment")
    clear = Ink("clear", "Clear", "clear", (Swatch(1.0, (94.8, 0.2, -0.9)),), measured_on=WHITE)
    ink, water = Brush("b", "dark", "large-brush", Whole(), "full", 1), Water("w", "coarse-splatter", Whole(), "heavy")
    still = replace(plan_of(ink, water), inks=(*INKS[:2], pigment))
    assert np.array_equal(layings(still, GRID)[0].strength, layings(replace(still, steps=(ink,)), GRID)[0].strength)
    shielded = replace(plan_of(ink, Brush("c", "clear", "dauber", Whole(), "full", 1), water), inks=(*INKS, clear))
    assert np.allclose(layings(shielded, GRID)[0].strength, 1.0, atol=1e-5)


def test_powder_sticks_to_pigment_that_is_still_open_and_not_once_it_has_dried() -> None:
    pigment = replace(INKS[2], kind="pigment")
    powder = Ink("powder", "Powder", "powder", (Swatch(1.0, (94.0, 0.0, 1.0)),), measured_on=WHITE)
    ink, emboss = Brush("b", "dark", "large-brush", Whole(), "full", 1), Brush("e", "powder", "dauber", Inside("moon"), "full", 1)
    wet, dry = (
        replace(plan_of(*steps), inks=(*INKS[:2], pigment, powder))
        for steps in ((ink, emboss), (ink, Dry("d", "air", 15), emboss))
    )
    assert float(layings(wet, GRID)[1].strength.min()) > 0.9, "it sticks all over"
    assert float(layings(dry, GRID)[1].strength.min()) == 0


RICH = ("smoosh-wet", "alcohol-flow", "emboss-resist", "clear-resist", "on-coloured-stock", "water-drops", "dropped-in")


@pytest.mark.parametrize("key", RICH)
def test_fidelity_to_the_plain_reference_with_everything_in_it(key: str) -> None:
    """colour.md, Speed: mean CIEDE2000 <= 0.3, max <= 1 against float64, all bands, all passes."""
    plan = planned(key)
    grid = grid_of(plan.card, 25)
    error = ciede2000(lab_from_xyz(reference_xyz(plan, grid)), lab_from_xyz(panel_xyz(plan, grid)))
    assert float(error.mean()) <= 0.3
    assert float(error.max()) <= 1.0


@pytest.mark.parametrize("key", ["smoosh-wet", "alcohol-flow", "water-drops"])
def test_asking_the_panel_tells_what_the_picture_shows(key: str) -> None:
    """By two paths: layering of the stack at a place, and the picture. Points are chosen where the marks are flat."""
    plan = planned(key)
    grid = Grid(plan.card.panel_width_mm, plan.card.panel_height_mm, 0.25, 0.25, 60, 60, 40.0, 60.0)
    xyz = panel_xyz(plan, grid)
    for row, column in ((5, 5), (30, 44), (50, 12)):
        answer = ask(plan, float(grid.x_mm[column]), float(grid.y_mm[row]))
        assert float(ciede2000(answer.lab, lab_from_xyz(xyz[row, column]))) < 1.0


def test_wet_ink_mixes_and_clean_layers_do_not() -> None:
    first, second = Brush("a", "pale", "large-brush", Whole(), "full", 1), Brush("b", "dark", "large-brush", Whole(), "full", 1)
    dry, wet = ask(plan_of(first, second), 20, 20).lab, ask(plan_of(first, replace(second, onto="wet")), 20, 20).lab
    assert wet[0] < dry[0] - 0.5, "wet into wet nothing is trapped, so more of it takes"


def test_a_slanting_band_at_the_right_angles_is_the_straight_one() -> None:
    def laid(region: Band | Slant) -> np.ndarray:
        return strength_laid(plan_of(), Brush("b", "dark", "large-brush", region, "light", 1), frozenset(), GRID)

    assert np.allclose(laid(Band("top", 0, 50, 0, 30)), laid(Slant(0, 0, 50, 0, 30)), atol=1e-5)
    assert np.allclose(laid(Band("right", 0, 50, 0, 30)), laid(Slant(90, 0, 50, 0, 30)), atol=1e-5)


@given(st.integers(1, 9), st.floats(12, 34), st.floats(0, 6), st.integers(0, 30))
@settings(max_examples=25, deadline=None)
def test_spread_motifs_keep_their_distance_large_before_small(count: int, size: float, gap: float, seed: int) -> None:
    """As in Poisson-disc sampling no two come nearer than asked."""
    region = Motifs("leaf", size, count, gap)
    placed = spread_motifs(region, 120, 170, seed)
    for a, b in combinations(placed, 2):
        assert np.hypot(a.x_mm - b.x_mm, a.y_mm - b.y_mm) >= (a.size_mm + b.size_mm) / 2 + gap - 1e-6
    sizes = [motif.size_mm for motif in placed]
    assert sizes == sorted(sizes, reverse=True)
    assert placed == spread_motifs(region, 120, 170, seed)


def test_coverage_is_what_the_picture_shows() -> None:
    plan = plan_of()
    region = Motifs("stone", 26.0, 6, 1.0)
    panel = shapely.box(0, 0, plan.card.panel_width_mm, plan.card.panel_height_mm)
    printed = print_shape(region, plan.card.panel_width_mm, plan.card.panel_height_mm, 3)
    share = printed.intersection(panel).area / panel.area
    printed = strength_laid(plan, Brush("b", "dark", "pen", region, "full", 1, seed=3), frozenset(), grid_of(plan.card, 120))
    assert float(printed.mean()) == pytest.approx(share, abs=0.004)


def test_an_edge_is_the_same_for_the_same_seed_and_stays_within_its_height() -> None:
    u = np.linspace(-200, 200, 1001)
    for profile in ("wave", "hills", "dunes", "clouds", "torn"):
        line = profile_mm(profile, u, 20.0, 4)
        assert np.array_equal(line, profile_mm(profile, u, 20.0, 4))
        assert 4 < np.ptp(line) <= 34
        assert np.abs(np.diff(line)).max() < 3, "no jump"


def test_an_embossed_motif_stands_out_more_with_every_pass_and_the_passes_needed_are_the_fewest() -> None:
    plan = planned("emboss-resist")
    standing = [at.contrast for at in stands_out(plan)]
    assert all(b > a for a, b in pairwise(standing))
    found = passes_to_stand_out(plan, standing[-1] - 2)
    assert found is not None
    step_id, passes = found
    step = plan.steps[plan.index_of(step_id)]
    assert isinstance(step, Brush)
    for count, enough in ((passes, True), (passes - 1, False)):
        tried = replace_step(plan, replace(step, passes=count))
        assert (stands_out(tried)[-1].contrast >= standing[-1] - 2) is enough
    assert passes_to_stand_out(plan, 99) is None
    assert stands_out(planned("banded-gradient")) == ()


def test_a_sentiments_worst_spot_is_found() -> None:
    plan = planned("triangle-and-words")
    over_ground = read_focal(plan, plan.focal[0])
    assert over_ground.worst > 20
    assert over_ground.fine
    dark = Brush("d", plan.inks[-1].key, "large-brush", Whole(), "full", 3)
    hidden = replace(plan, steps=(dark, *plan.steps))
    assert read_focal(hidden, plan.focal[0]).worst < over_ground.worst - 10


def test_generations_print_paler_and_paler() -> None:
    lightness = [
        ask(plan_of(Brush("s", "dark", "stamp", Whole(), touch, 1)), 50, 50).lab[0] for touch in ("first", "second", "third")
    ]
    assert lightness == sorted(lightness)
    assert lightness[2] - lightness[0] > 15


def test_a_rough_sheet_lets_ink_skip_and_a_smooth_one_does_not() -> None:
    step = Brush("b", "dark", "large-brush", Whole(), "medium", 2)
    smooth = plan_of(step)
    rough = replace(smooth, stock=replace(smooth.stock, paper=replace(smooth.stock.paper, surface="rough")))
    assert float(np.ptp(strength_laid(smooth, step, frozenset(), GRID))) == 0
    assert float(np.std(strength_laid(rough, step, frozenset(), GRID))) > 0.05
    assert set(TOOLS) >= {"mat", "dropper", "brayer"}


def test_a_disc_is_a_mask_and_its_offcut_a_stencil() -> None:
    hole = replace(MOON, key="hole", keeps="outside")
    plan = replace(plan_of(), masks=(MOON, hole))
    step = Brush("b", "dark", "pen", Whole(), "full", 1)
    beside, inside = (strength_laid(plan, step, frozenset({key}), GRID) for key in ("moon", "hole"))
    assert np.allclose(beside + inside, 1.0, atol=1e-6)


def test_the_picture_of_a_masked_plan_is_its_prediction() -> None:
    plan = Plan(
        "p",
        "in",
        card(),
        plan_of().stock,
        INKS,
        (FLOWER,),
        (LayMask("l", "f"), Brush("b", "dark", "large-brush", Whole(), "full", 1), LiftMask("o", "f")),
    )
    rgb = picture(plan, GRID)
    bare = np.clip(srgb_from_lab(plan.stock.paper.lab), 0, 1) * 255
    row, column = int(70 / GRID.pixel_height_mm), int(55 / GRID.pixel_width_mm)
    assert rgb[row, column] == pytest.approx(bare, abs=1.5)
    assert rgb[5, 5].mean() < 150


def test_what_is_laid_wet_into_dried_ink_lies_on_it() -> None:
    first, wet = (
        Brush("a", "pale", "large-brush", Whole(), "full", 1),
        Brush("b", "dark", "large-brush", Whole(), "full", 1, "wet"),
    )
    mixed, dried = plan_of(first, wet), plan_of(first, Dry("d", "air", 70), wet)
    over = plan_of(first, Dry("d", "air", 70), replace(wet, onto="dry"))
    assert groups_of(layings(mixed, GRID)) == [0, 0]
    assert groups_of(layings(dried, GRID)) == [0, 1]
    assert np.array_equal(picture(dried, GRID), picture(over, GRID))


def test_prints_without_inking_again_fade_in_area_and_not_in_thickness() -> None:
    """The second and third print cover about a half and a quarter of what the first does, each spot as strong as in the first."""
    steps = {touch: Brush("b", "dark", "stamp", Inside("f"), touch, 1) for touch in ("first", "second", "third")}
    plan = replace(plan_of(), masks=(FLOWER,))
    grid = grid_of(card(), 150)
    laid = {touch: strength_laid(plan, step, frozenset(), grid) for touch, step in steps.items()}
    whole = laid["first"] > 0.5
    for touch, share in (("second", 0.5), ("third", 0.22 / 0.9)):
        covered = laid[touch][whole] > 0.45
        assert np.mean(covered) == pytest.approx(share, abs=0.06)
        assert laid[touch][whole].mean() == pytest.approx(share * laid["first"][whole].mean(), rel=0.12)
        assert np.percentile(laid[touch][whole], 97) > 0.8 * np.median(laid["first"][whole])
