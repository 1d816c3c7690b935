"""Deposits and pictures: what is light, dark and bare, and fidelity to the plain reference."""

import itertools
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.special import erf

from cielo.core.geometry.masks import distance_to_edge_mm
from cielo.core.materials import TOOLS, Ink, MeasuredCrossing, Swatch
from cielo.core.optics.difference import ciede2000
from cielo.core.optics.spectra import lab_from_xyz, srgb_from_lab
from cielo.core.plan import Band, Brush, Disc, Fade, Halo, Inside, LayMask, LiftMask, Onto, Plan, Vignette, Whole
from cielo.core.sequence.gradient import GradientWish
from cielo.core.simulation.grid import MOST_PIXELS, grid_of, point_grid
from cielo.core.simulation.laydown import AT_RIM, FAINTEST, REACHES, RIM_MM, strength_laid
from cielo.core.simulation.lean import Lean, times_for
from cielo.core.simulation.point import ask
from cielo.core.simulation.profiles import band_profile
from cielo.core.simulation.reference import reference_xyz
from cielo.core.simulation.run import panel_xyz, picture
from cielo.core.simulation.screen import encode
from cielo.demo.cards import demo_plans
from cielo.errors import BadInput, TooLarge
from tests.core.plans import MOON, STOCK, card, gradient, plan_of, ten_passes

NONE: frozenset[str] = frozenset()
MASKED = frozenset({"moon"})


def laid(plan: Plan, step: Brush, on: frozenset[str] = NONE, dpi: float = 50) -> np.ndarray:
    return strength_laid(plan, step, on, grid_of(plan.card, dpi))


def lightness_at(plan: Plan, x_mm: float, y_mm: float) -> float:
    return ask(plan, x_mm, y_mm).lab[0]


def test_a_band_edge_falls_as_the_normal_distribution() -> None:
    """Closed form: 1/2 (1 + erf); half at the middle of the carry, 98 % and 2 % at its ends."""
    band, soft = Band("top", 0, 50, 0, 40), TOOLS["large-brush"].softness_mm
    t = np.linspace(0, 120, 241)
    sigma = np.hypot(10, soft)
    closed = 0.5 * (1 + erf((70 - t) / (sigma * np.sqrt(2))))
    assert band_profile(t, band, soft, 170) == pytest.approx(closed)
    ends = band_profile(np.array([50.0, 70.0, 90.0]), band, 0.0, 170)
    assert ends == pytest.approx([0.977, 0.5, 0.023], abs=0.001)


def test_a_band_runs_off_both_edges_of_the_panel() -> None:
    whole = Band("top", 0, 171.45, 0, 0)
    assert band_profile(np.array([0.0, 171.0]), whole, 5, 171.45) == pytest.approx([1, 1])


def test_a_halo_falls_off_from_the_rim_and_the_mask_keeps_its_disc_bare() -> None:
    plan = plan_of()
    step = Brush("h", "dark", "medium-brush", Halo("moon", 20), "full", 1)
    grid = grid_of(plan.card, 50)
    map_ = laid(plan, step, MASKED)
    distance = distance_to_edge_mm(MOON, grid.x_mm, grid.y_mm)
    assert np.all(map_[distance < -0.6] == 0)
    outside = distance > 0.6
    gathered = 1 + AT_RIM * np.exp(-((distance[outside] / RIM_MM) ** 2))
    assert map_[outside] == pytest.approx(gathered * np.exp(-0.5 * (distance[outside] / (20 / REACHES)) ** 2), abs=FAINTEST)


def test_the_edge_of_a_mask_keeps_its_area() -> None:
    """Closed form: what a disc keeps off is its area, pi d^2 / 4. A pen leaves no more at its rim."""
    plan = plan_of()
    step = Brush("w", "dark", "pen", Whole(), "full", 1)
    grid = grid_of(plan.card, 100)
    kept_off = float((1 - laid(plan, step, MASKED, 100)).sum()) * grid.pixel_width_mm * grid.pixel_height_mm
    assert kept_off == pytest.approx(np.pi * MOON.diameter_mm**2 / 4, rel=1e-3)


def test_a_side_fades_to_bare_stock() -> None:
    plan = plan_of()
    step = Brush("w", "dark", "large-brush", Whole(), "full", 1, fade=Fade("right", 40))
    row = laid(plan, step)[100]
    assert row[-1] < 0.001
    assert np.all(np.diff(row) <= 1e-6)
    assert row[0] == pytest.approx(1.0)


@given(st.sampled_from(["top", "bottom", "left", "right"]), st.integers(1, 8))
@settings(max_examples=16, deadline=None)
def test_strength_is_touch_times_passes_where_a_band_is_full(edge: str, passes: int) -> None:
    step = Brush("b", "dark", "small-brush", Band(edge, 0, 60, 0, 5), "medium", passes)  # type: ignore[arg-type]
    map_ = laid(plan_of(), step)
    assert float(map_.max()) == pytest.approx(0.55 * passes, rel=1e-3)
    assert float(map_.min()) >= 0


@pytest.mark.parametrize("edge", ["bottom", "top", "left", "right"])
def test_the_proposed_gradient_goes_light_to_dark_without_a_ridge(edge: str) -> None:
    plan = gradient(GradientWish(edge))  # type: ignore[arg-type]
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    t = np.linspace(0.01, 0.99, 60)
    places = {
        "bottom": [(width / 2, height * (1 - u)) for u in t],
        "top": [(width / 2, height * u) for u in t],
        "left": [(width * u, height / 2) for u in t],
        "right": [(width * (1 - u), height / 2) for u in t],
    }[edge]
    lightness = np.array([lightness_at(plan, x, y) for x, y in places])
    assert lightness[0] - lightness[-1] > 25
    assert np.all(np.diff(lightness) < 1.0), "no part of it is darker than what comes after"


def test_the_moon_is_bare_stock_and_its_rim_glows() -> None:
    plan = gradient()
    assert ask(plan, MOON.x_mm, MOON.y_mm).laid == ()
    assert ask(plan, MOON.x_mm, MOON.y_mm).lab == pytest.approx(STOCK.paper.lab, abs=1e-6)
    near, far = lightness_at(plan, MOON.x_mm, MOON.y_mm - 20), lightness_at(plan, 10, MOON.y_mm)
    assert near < far - 3


def test_a_mask_protects_only_while_it_lies() -> None:
    step = Brush("w", "dark", "large-brush", Whole(), "full", 1)
    before = plan_of(step, LayMask("l", "moon"))
    while_on = plan_of(LayMask("l", "moon"), step)
    after = plan_of(LayMask("l", "moon"), LiftMask("o", "moon"), step)
    assert lightness_at(while_on, MOON.x_mm, MOON.y_mm) > 90
    assert lightness_at(before, MOON.x_mm, MOON.y_mm) < 60
    assert lightness_at(after, MOON.x_mm, MOON.y_mm) < 60


def test_the_picture_is_the_prediction() -> None:
    """The picture's pixels and the answer at a point come by two paths; they are the same colour."""
    plan = gradient()
    grid = grid_of(plan.card, 100)
    rgb = picture(plan, grid)
    for row, column in [(30, 30), (350, 240), (500, 100), (660, 400)]:
        answer = ask(plan, float(grid.x_mm[column]), float(grid.y_mm[row]))
        shown = np.clip(srgb_from_lab(answer.lab), 0, 1) * 255
        assert rgb[row, column] == pytest.approx(shown, abs=1.6)


def test_fidelity_to_the_plain_reference() -> None:
    """colour.md, Speed: mean CIEDE2000 <= 0.3, max <= 1 against float64, all bands, all passes."""
    plan = ten_passes()
    grid = grid_of(plan.card, 40)
    error = ciede2000(lab_from_xyz(reference_xyz(plan, grid)), lab_from_xyz(panel_xyz(plan, grid)))
    assert float(error.mean()) <= 0.3
    assert float(error.max()) <= 1.0


# As if read off a card: the darker film let through less green than predicted, and the pale one dulled it the other way round.
MEASURED = (MeasuredCrossing("pale", "dark", (41.0, 8.0, -12.0)), MeasuredCrossing("middle", "dark", (38.0, 26.0, -14.0)))


def crossed(strength: float) -> Plan:
    """Pale and then dark, each ``strength`` full applications all over, on a stock where their crossing was measured."""
    steps = [Brush(key, key, "large-brush", Whole(), "full", 1, onto="dry") for key in ("pale", "dark")]
    bare = replace(plan_of(*steps), masks=())
    laid = ask(bare, 40.0, 60.0).laid[0].strength
    touch = replace(bare, steps=tuple(replace(step, passes=max(1, round(strength / laid))) for step in steps))
    return replace(touch, crossings=MEASURED)


def test_a_crossing_that_was_measured_looks_as_it_was_measured() -> None:
    """Where both films are full the picture is the reading itself, whatever the model would have said."""
    plan = crossed(1.0)
    assert ask(plan, 40.0, 60.0).laid[1].strength == pytest.approx(1.0, abs=0.06)
    seen = lab_from_xyz(panel_xyz(plan, grid_of(plan.card, 20))[60, 40])
    guessed = lab_from_xyz(panel_xyz(replace(plan, crossings=()), grid_of(plan.card, 20))[60, 40])
    assert float(ciede2000(seen, MEASURED[0].lab)) < 1.0
    assert float(ciede2000(guessed, MEASURED[0].lab)) > 3.0, "else it would prove nothing"


@pytest.mark.parametrize("onto", ["dry", "damp", "wet"])
def test_fidelity_to_the_plain_reference_with_what_was_measured(onto: Onto) -> None:
    ten = ten_passes()
    steps = tuple(replace(step, onto=onto) if isinstance(step, Brush) else step for step in ten.steps)
    plan = replace(ten, steps=steps, crossings=MEASURED)
    grid = grid_of(plan.card, 40)
    seen = panel_xyz(plan, grid)
    error = ciede2000(lab_from_xyz(reference_xyz(plan, grid)), lab_from_xyz(seen))
    assert float(error.mean()) <= 0.3
    assert float(error.max()) <= 1.0
    place = (grid.rows // 2, grid.columns // 3)
    answer = ask(plan, float(grid.x_mm[place[1]]), float(grid.y_mm[place[0]]))
    assert float(ciede2000(lab_from_xyz(seen[place]), answer.lab)) < 0.5


def test_proofs_build_up_to_the_whole() -> None:
    plan = gradient()
    grid = grid_of(plan.card, 20)
    assert np.array_equal(picture(plan, grid, len(plan.steps)), picture(plan, grid))
    bare = picture(plan, grid, 0)
    assert np.ptp(bare.reshape(-1, 3), axis=0).max() <= 1, "but for the dither"
    lightness = [float(panel_xyz(plan, grid, n)[..., 1].mean()) for n in range(len(plan.steps) + 1)]
    assert all(after <= before + 1e-6 for before, after in itertools.pairwise(lightness))


def test_strips_and_the_whole_are_the_same_picture() -> None:
    plan = gradient()
    fine, coarse = picture(plan, grid_of(plan.card, 120)), grid_of(plan.card, 120)
    assert coarse.rows > 512, "the grid is cut into strips"
    rows = [xyz for _, strip in coarse.strips() for xyz in [panel_xyz(plan, strip)]]
    assert np.array_equal(encode(np.concatenate(rows)), fine)


def test_same_plan_same_picture() -> None:
    grid = grid_of(card(), 60)
    assert np.array_equal(picture(gradient(), grid), picture(gradient(), grid))


def test_smooth_blends_have_no_visible_step() -> None:
    """No step between neighbouring pixels above one just-noticeable difference, at 100 px/in."""
    plan = gradient(GradientWish("bottom"))
    lab = lab_from_xyz(panel_xyz(plan, grid_of(plan.card, 100))[:, 200])
    assert float(ciede2000(lab[1:], lab[:-1]).max()) < 1.0


def test_one_more_pass_says_how_much_it_would_change() -> None:
    thin = plan_of(Brush("w", "dark", "large-brush", Whole(), "light", 1))
    thick = plan_of(Brush("w", "dark", "large-brush", Whole(), "light", 12))
    assert ask(thin, 20, 20).one_more > ask(thick, 20, 20).one_more > 0
    with pytest.raises(BadInput, match="off the panel"):
        ask(thin, -1, 20)


def test_pictures_beyond_the_limit_are_refused_with_a_size_that_works() -> None:
    with pytest.raises(TooLarge, match="dots to the inch") as refused:
        grid_of(card(), 5000)
    grid = grid_of(card(), float(refused.value.mend.split()[1]))
    assert grid.rows * grid.columns <= MOST_PIXELS


def test_discs_may_hang_over_the_edge() -> None:
    plan = replace(plan_of(), masks=(Disc("moon", "moon", 0.0, 0.0, 40.0),))
    step = Brush("w", "dark", "large-brush", Whole(), "full", 1)
    map_ = strength_laid(plan, step, MASKED, point_grid(plan.card, 5, 5))
    assert map_[0, 0] == 0


LEANS: tuple[Lean, ...] = ("paler", "stronger")


@pytest.mark.parametrize("plan", demo_plans()[:8], ids=lambda plan: plan.title)
def test_the_palest_and_the_strongest_panel_lie_as_far_off_as_it_is_unsure(plan: Plan) -> None:
    """Paler is lighter, stronger darker, and both move inked places by about what the band says, no bare place at all."""
    grid = grid_of(plan.card, 9)
    usual = lab_from_xyz(panel_xyz(plan, grid))
    pale, strong = (lab_from_xyz(panel_xyz(plan, grid, times=times_for(plan, lean))) for lean in LEANS)
    inked = ciede2000(usual, plan.stock.paper.lab) > 3
    assert times_for(plan, "paler") < 1 < times_for(plan, "stronger")
    assert (
        np.mean(pale[inked][:, 0] - usual[inked][:, 0]) > 0 or plan.stock.paper.lab[0] < 75
    )  # white ink on kraft darkens nothing
    assert np.mean(strong[inked][:, 0] - usual[inked][:, 0]) < 0 or plan.stock.paper.lab[0] < 75
    for leaning in (pale, strong):
        moved = ciede2000(leaning, usual)
        assert 0.2 < np.median(moved[inked]) < 9
        assert np.all(moved[ciede2000(usual, plan.stock.paper.lab) < 0.05] < 0.3)


@pytest.mark.parametrize("reach", [15.0, 30.0, 50.0])
@pytest.mark.parametrize("region", ["halo", "edges", "corners"])
def test_beyond_its_reach_no_more_is_seen(reach: float, region: str) -> None:
    """Of light passes such as a ground is built of, in the darkest ink: what lies further out is about CIEDE2000 2 from the bare stock at
    most, which is where two edges meet and add up."""
    where = Halo("moon", reach) if region == "halo" else Vignette(reach, "edges" if region == "edges" else "corners")
    plan = plan_of(LayMask("l", "moon"), Brush("h", "dark", "medium-brush", where, "light", 4), LiftMask("u", "moon"))
    grid = grid_of(plan.card, 30)
    off_edge = distance_to_edge_mm(MOON, grid.x_mm, grid.y_mm)
    x, y = np.broadcast_arrays(grid.x_mm[None, :], grid.y_mm[:, None])
    beside = [x, grid.panel_width_mm - x, y, grid.panel_height_mm - y]
    corners = [np.hypot(a, b) for a in beside[:2] for b in beside[2:]]
    away = off_edge if region == "halo" else np.min(beside if region == "edges" else corners, axis=0)
    seen = ciede2000(lab_from_xyz(panel_xyz(plan, grid)), plan.stock.paper.lab)
    beyond, near = (away > reach) & (off_edge > 1), (away < reach / 4) & (off_edge > 1)
    if beyond.any():
        assert seen[beyond].max() < 2.4
    assert seen[near].min() > 10


@pytest.mark.parametrize("tool", ["stamp", "dauber", "large-brush", "pen"])
@pytest.mark.parametrize("touch", ["pale", "light", "full"])
def test_melted_powder_sheds_all_or_nothing_whatever_the_tool(tool: str, touch: str) -> None:
    """Inside the motif, away from its edge, one whole film lies: its ground shows nothing of how the watermark ink was laid."""
    step = Brush("e", "powder", tool, Inside("moon"), touch, 1, "dry")  # type: ignore[arg-type]
    plan = plan_of(step)
    plan = replace(plan, inks=(*plan.inks, Ink("powder", "Powder", "powder", (Swatch(1.0, (94.0, 0.0, 1.0)),))))
    grid = grid_of(plan.card, 60)
    laid_here = strength_laid(plan, step, frozenset(), grid)
    inside = distance_to_edge_mm(MOON, grid.x_mm, grid.y_mm) < -3
    assert laid_here[inside].min() == pytest.approx(1)
    assert laid_here.max() == pytest.approx(1)
