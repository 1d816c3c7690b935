"""Measures of each tool's mark: what a hand leaves and no formula would. All figures by eye, common practice, no source."""

from dataclasses import replace
from functools import partial

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from numpy.typing import NDArray
from scipy import ndimage

from cielo.core.materials import TOOLS, InkKind, Swatch
from cielo.core.optics.spectra import lab_from_xyz
from cielo.core.plan import Brush, Patches, Whole
from cielo.core.simulation.dabs import patched, sponged
from cielo.core.simulation.grid import Grid, grid_of, pooled, read_at
from cielo.core.simulation.laydown import GATHERS, strength_laid
from cielo.core.simulation.noise import noise, ranked
from cielo.core.simulation.rolled import GIRTH_MM, rolled
from cielo.core.simulation.run import panel_xyz
from cielo.core.simulation.sampled import face
from cielo.core.simulation.textures import FLICKED_PER_MM2, textured
from cielo.core.simulation.throw import MOST_STRETCHED, dropped, thrown
from cielo.demo.marks import marks
from cielo.exchange.mark_sheet import write_mark_sheet
from tests.core.plans import INKS, MOON, card, dye, plan_of

WIDTH, HEIGHT = 120.0, 170.0
FINE = Grid(WIDTH, HEIGHT, 0.2, 0.2, 850, 600)
COARSE = Grid(WIDTH, HEIGHT, 0.8, 0.8, 213, 150)
Map = NDArray[np.float32]


def fours(fine: Map) -> Map:
    return np.asarray(fine[:848].reshape(212, 4, 150, 4).mean(axis=(1, 3)))


@pytest.mark.parametrize("diameter", [0.8, 2.4])
@pytest.mark.parametrize("share", [0.002, 0.02, 0.1])
def test_a_throw_lays_what_is_said_whatever_the_throw(share: float, diameter: float) -> None:
    for seed in range(50):
        drops = thrown(seed, share, diameter, WIDTH, HEIGHT)
        on = (drops[:, 0] >= 0) & (drops[:, 0] < WIDTH) & (drops[:, 1] >= 0) & (drops[:, 1] < HEIGHT)
        assert float((np.pi * drops[on, 2] * drops[on, 3]).sum()) / (WIDTH * HEIGHT) == pytest.approx(share, rel=1e-6)


def test_flicked_drops_are_drawn_out_along_the_throw_and_lie_in_clusters() -> None:
    stretched, along, crowded = [], [], []
    for seed in range(20):
        drops = thrown(seed, 0.05, 1.6, WIDTH, HEIGHT)
        large = drops[drops[:, 2] * drops[:, 3] > 0.3**2]
        long = large[:, 2] / large[:, 3]
        assert long.max() <= MOST_STRETCHED + 1e-9
        stretched.append(float((long > 1.25).mean()))
        way = np.exp(2j * large[long > 1.25, 4])  # an axis has no front
        along.append(abs(complex(way.mean())))
        on = large[(large[:, 0] >= 0) & (large[:, 0] < WIDTH) & (large[:, 1] >= 0) & (large[:, 1] < HEIGHT)]
        cells, _, _ = np.histogram2d(on[:, 0], on[:, 1], bins=(6, 8))
        crowded.append(float(cells.var() / cells.mean()))
    assert 0.3 < np.mean(stretched) < 0.85
    assert np.mean(along) > 0.5, "of one direction"
    assert np.mean(crowded) > 2, "strewn evenly it would be 1"


def test_large_drops_splash_and_more_flicks_begin_as_fewer() -> None:
    drops = thrown(3, 0.08, 2.4, WIDTH, HEIGHT)
    radius = np.sqrt(drops[:, 2] * drops[:, 3])
    small = drops[radius < 0.25]
    assert len(small) > 20
    near = [np.hypot(*(drops[radius > 1.2, :2] - one[:2]).T).min() for one in small]
    assert np.median(near) < 6, "about a large one"
    fewer = thrown(3, 0.04, 2.4, WIDTH, HEIGHT)
    assert np.array_equal(fewer[:-1], drops[: len(fewer) - 1])


def test_drops_that_run_together_have_one_rim() -> None:
    grid = Grid(20, 20, 0.05, 0.05, 400, 400)
    pair = np.array([[8.5, 10.0, 2.0, 2.0, 0.0], [11.0, 10.0, 2.0, 2.0, 0.0]])
    ink = dropped(pair, grid, 0.1)
    between, rim, middle = float(ink[200, 195]), float(ink[200, 133]), float(ink[200, 170])
    assert rim > 1.15 * middle
    assert between < rim, "no rim where they meet"


@pytest.mark.parametrize("kind", ["white", "metallic", "paste"])
def test_a_drop_of_what_has_body_hides_the_ground(kind: InkKind) -> None:
    """A white drop on deep blue is white, not grey."""
    white = replace(dye("Chalk", (95.0, 0.0, 0.5)), kind=kind, over_black=Swatch(1.0, (72.0, -1.0, -3.0)))
    deep, drops = (
        Brush("a", "dark", "large-brush", Whole(), "full", 3),
        Brush("b", "chalk", "coarse-splatter", Whole(), "full", 2, seed=2),
    )
    plan = replace(plan_of(deep, drops), inks=(*INKS, white))
    grid = grid_of(card(), 120)
    light = lab_from_xyz(panel_xyz(plan, grid))[..., 0]
    inside = strength_laid(plan, drops, frozenset(), grid) > 3
    assert inside.sum() > 200
    assert float(np.median(light[inside])) > 78
    assert float(np.median(light[~inside])) < 45


@pytest.mark.parametrize("tool", ["sponge", "brayer", "spray", "fine-splatter", "coarse-splatter"])
@pytest.mark.parametrize("strength", [0.4, 1.0, 2.2])
def test_what_is_laid_is_what_is_said_within_two_hundredths(tool: str, strength: float) -> None:
    """Of the mean over fifty throws, and of each within a tenth. Of drops the little that lies double where they run together is missing."""
    one = TOOLS[tool]
    wanted = strength
    if one.texture == "drops":
        wanted = FLICKED_PER_MM2 * strength * np.pi / 4 * one.drop_mm**2
    means = np.array([float(textured(one, strength, seed, COARSE).mean()) for seed in range(50)])
    assert means.mean() == pytest.approx(wanted, rel=0.06 if one.texture == "drops" else 0.02)
    if one.texture != "drops":
        assert np.abs(means / wanted - 1).max() < 0.1


@pytest.mark.parametrize("tool", ["sponge", "brayer", "spray", "fine-splatter", "coarse-splatter", "mat", "dropper"])
def test_a_mark_in_small_is_the_mark_in_large(tool: str) -> None:
    small, large = textured(TOOLS[tool], 1.0, 7, COARSE), fours(textured(TOOLS[tool], 1.0, 7, FINE))
    assert float(small.mean()) == pytest.approx(float(large.mean()), rel=0.04)
    assert np.corrcoef(small[:212].ravel(), large.ravel())[0, 1] > 0.75


def test_a_sponge_has_crisp_pores_of_its_size_and_its_face_comes_again_turned() -> None:
    laid = sponged(4, 45.0, 3.2, FINE)
    steps = np.abs(np.diff(laid, axis=1))
    assert float((steps < 0.02).mean()) > 0.55, "level between the edges of pores"
    pores = ndimage.label(laid < 0.2)[0]
    sizes = np.bincount(pores.ravel())[1:] * 0.04
    assert 0.3 < np.average(sizes, weights=sizes) ** 0.5 < 12
    other = sponged(5, 45.0, 3.2, FINE)
    assert abs(np.corrcoef(laid.ravel(), other.ravel())[0, 1]) < 0.1
    window = np.hanning(850)[:, None] * np.hanning(600)[None, :]  # the panel's own edges are no mark
    power = np.abs(np.fft.fft2((laid - laid.mean()) * window)) ** 2
    down, across = np.meshgrid(np.fft.fftfreq(850, 0.2), np.fft.fftfreq(600, 0.2), indexing="ij")
    far = np.hypot(down, across)
    total = power[far > 0].sum()
    assert power[(far > 0.12) & (far < 1.6)].sum() > 0.6 * total, "pores of one to some millimetres"
    ring = np.minimum((far / 0.05).astype(int), 60)
    usual = np.bincount(ring.ravel(), power.ravel()) / np.bincount(ring.ravel())
    on_axis = (far > 0.3) & (far < 1.2) & ((np.abs(down) < 0.06) | (np.abs(across) < 0.06))
    assert float((power / usual[ring])[on_axis].mean()) == pytest.approx(1, abs=0.2), "no axis is preferred"


def test_a_roller_shows_its_width_and_comes_round_again() -> None:
    laid = rolled(4, 60.0, 4.0, FINE)
    columns = laid.mean(axis=0)
    overlap = columns > 1.4 * np.median(columns)
    assert 0.03 < overlap.mean() < 0.3, "where passes lie over each other"
    # Within one pass, what lies a girth apart is alike, and what lies half of one apart is not.
    quiet = laid[:, (columns < 1.1 * np.median(columns))]
    quiet = quiet - quiet.mean(axis=1, keepdims=True)
    turn = round(GIRTH_MM / 0.2)

    def alike(rows: int) -> float:
        return float(np.corrcoef(quiet[:-rows].ravel(), quiet[rows:].ravel())[0, 1])

    assert alike(turn) > 0.5
    assert abs(alike(turn // 2)) < 0.25


def test_a_spray_is_of_droplets() -> None:
    laid = textured(TOOLS["spray"], 1.0, 4, FINE)
    marks, count = ndimage.label(laid > 1.0)
    sizes = np.bincount(marks.ravel())[1:]
    spans = [max(s.stop - s.start for s in found) for found in ndimage.find_objects(marks)]
    assert count > 1500
    assert np.mean(np.array(spans) ** 2 / sizes) < 2.2, "round, and no worms"


@pytest.mark.parametrize("cover", [0.15, 0.4, 0.75])
def test_patches_cover_what_is_said_and_show_where_they_lie_over_each_other(cover: float) -> None:
    for seed in range(20):
        laid = patched(seed, cover, 18.0, 0.5, COARSE)
        assert float((laid > 0.5).mean()) == pytest.approx(cover, abs=0.02)
        assert float(laid.mean()) == pytest.approx(cover, abs=0.02)
    laid = patched(1, cover, 18.0, 0.5, FINE)
    full = laid[laid > 0.7]
    assert float(np.percentile(full, 98)) > 1.15 * float(np.percentile(full, 5))


def test_patches_of_a_plan_cover_what_is_said() -> None:
    for seed in range(8):
        step = Brush("b", "dark", "pen", Patches(20.0, 0.4), "medium", 1, seed=seed)
        laid = strength_laid(plan_of(step), step, frozenset(), grid_of(card(), 40))
        assert float((laid > 0.3).mean()) == pytest.approx(0.4, abs=0.02)


@pytest.mark.parametrize("tool", ["mat", "dropper"])
@pytest.mark.parametrize("strength", [0.3, 0.8, 1.6])
def test_blots_and_pools_cover_what_is_said_whatever_the_throw(tool: str, strength: float) -> None:
    rate = {"mat": 1.1, "dropper": 1.3}[tool]
    for seed in range(50):
        laid = textured(TOOLS[tool], strength, seed, COARSE)
        assert float((laid > 0.25).mean()) == pytest.approx(1 - np.exp(-rate * strength), abs=0.02)


def test_a_rank_covers_its_share_and_is_the_same_in_every_part() -> None:
    whole = ranked(partial(noise, 5, 24.0), FINE)
    for share in (0.1, 0.5, 0.9):
        assert float((whole < share).mean()) == pytest.approx(share, abs=0.02)
    part = replace(FINE, rows=100, columns=80, left_mm=30.0, top_mm=50.0)
    assert np.allclose(ranked(partial(noise, 5, 24.0), part), whole[250:350, 150:230], atol=2e-3)


@pytest.mark.parametrize("made", [lambda seed: noise(seed, 3.0, FINE), lambda seed: face(seed, (170.0, 120.0), 3.0, 0.2)])
def test_noise_prefers_no_axis(made: object) -> None:
    """What lies so far apart is as much alike along the edges as across the corners."""
    straight, slanting = [], []
    for seed in range(6):
        field = np.asarray(made(seed))  # type: ignore[operator]
        for far in (5, 10):
            straight.append(float((field[far:] * field[:-far]).mean() + (field[:, far:] * field[:, :-far]).mean()) / 2)
            short = round(far / np.sqrt(2))
            slanting.append(float((field[short:, short:] * field[:-short, :-short]).mean()))
    assert np.mean(straight) == pytest.approx(np.mean(slanting), rel=0.06)


@pytest.mark.parametrize("tool", ["small-brush", "medium-brush", "foam", "pen", "spray"])
def test_a_little_more_ink_gathers_at_a_sheets_edge_under_tools_that_touch_it(tool: str) -> None:
    step = Brush("b", "dark", tool, Whole(), "medium", 1, seed=2)
    grid = grid_of(card(), 150)
    covered, free = (strength_laid(plan_of(step), step, lying, grid) for lying in (frozenset({"moon"}), frozenset[str]()))
    y, x = np.meshgrid(grid.y_mm, grid.x_mm, indexing="ij")
    beyond = np.hypot(x - MOON.x_mm, y - MOON.y_mm) - MOON.diameter_mm / 2
    rim = (beyond > 0.2) & (beyond < 0.5)
    far = beyond > 4
    more = float(covered[rim].sum() / free[rim].sum())
    assert more == pytest.approx(1.08, abs=0.02) if TOOLS[tool].texture in GATHERS else more == pytest.approx(1.0, abs=1e-3)
    assert np.allclose(covered[far], free[far], atol=1e-3)


def test_every_mark_is_on_the_sheet_of_marks() -> None:
    seen = dict(marks(30))
    tools = {
        tool.name for tool in TOOLS.values() if tool.texture in ("fine", "open", "streaks", "blots", "mist", "drops", "pools")
    }
    assert all(any(name in mark for mark in seen) or name == "mister" for name in tools)
    assert len({picture.tobytes() for picture in seen.values()}) == len(seen)
    assert write_mark_sheet(seen.items(), 30) == write_mark_sheet(marks(30), 30)


@given(st.integers(1, 40), st.integers(1, 40), st.integers(1, 4))
@settings(max_examples=30, deadline=None)
def test_pooled_and_read_again_it_is_the_same_field(rows: int, columns: int, times: int) -> None:
    grid = Grid(50, 60, 50 / columns, 60 / rows, rows, columns)
    field = (grid.y_mm[:, None] * 0.3 + grid.x_mm[None, :]).astype(np.float32)
    fine = read_at(field, grid, grid.finer(times))
    assert fine.shape == (rows * times, columns * times)
    assert np.allclose(read_at(field, grid, grid), field)
    assert np.allclose(pooled(fine, times)[1:-1, 1:-1], field[1:-1, 1:-1], rtol=1e-4)
