"""Fibres of kraft: in the picture, through films, not through what hides the sheet, and in no number."""

from dataclasses import replace

import numpy as np
import pytest

from cielo.core.advice.judge import judge
from cielo.core.plan import Plan
from cielo.core.simulation.fibres import fibres
from cielo.core.simulation.grid import Grid, grid_of
from cielo.core.simulation.run import panel_xyz, seen_xyz
from cielo.core.simulation.screen import encode_deep
from cielo.demo.cards import demo_plans
from tests.core.test_every_check import lay, plan

PAPER = plan().stock
KRAFT = replace(PAPER, fibres=True)


def spread(of: Plan, grid: Grid) -> float:
    """How much the picture varies over the panel's middle, in steps of 255."""
    rgb = encode_deep(seen_xyz(of, grid)) / 257
    middle = rgb[rgb.shape[0] // 4 : -rgb.shape[0] // 4, rgb.shape[1] // 4 : -rgb.shape[1] // 4]
    return float(middle.std(axis=(0, 1)).mean())


def test_fibres_are_seen_bare_and_through_a_film_and_not_under_white() -> None:
    plain, bare = plan(stock=PAPER), plan(stock=KRAFT)
    grid = grid_of(bare.card, 120)
    assert spread(plain, grid) < 0.2
    assert 1.0 < spread(bare, grid) < 8
    inked = plan(replace(lay("blue"), passes=2), stock=KRAFT)
    assert spread(inked, grid) > 0.15 * spread(bare, grid)
    hidden = plan(replace(lay("white"), touch="full", passes=3), stock=KRAFT)
    assert spread(hidden, grid) < 0.5 * spread(bare, grid)


@pytest.mark.parametrize("dpi", [26, 60, 100, 300])
def test_they_neither_darken_the_sheet_nor_turn_to_grain_where_pixels_are_large(dpi: int) -> None:
    f = fibres(grid_of(plan().card, dpi))
    assert f.mean() == pytest.approx(1, abs=0.02)
    assert f.std() < 0.08
    if dpi == 26:
        assert f.std() < 0.03
    assert np.array_equal(f, fibres(grid_of(plan().card, dpi)))


def test_no_number_and_no_check_knows_of_them() -> None:
    for of in demo_plans()[:4]:
        with_fibres = replace(of, stock=replace(of.stock, fibres=True))
        grid = grid_of(of.card, 40)
        assert np.array_equal(panel_xyz(of, grid), panel_xyz(with_fibres, grid))
        assert [(f.code, f.step, f.measure) for f in judge(of)] == [(f.code, f.step, f.measure) for f in judge(with_fibres)]
