"""Water: what lies now is what moves, and none of it is lost."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from cielo.core.optics.water import BLOTTED, SET_FREE
from cielo.core.plan import Band, Brush, Dry, LayMask, LiftMask, Plan, Step, Water, Whole
from cielo.core.simulation.grid import Grid, grid_of, reading_grid
from cielo.core.simulation.laydown import water_laid
from cielo.core.simulation.maps import layings
from tests.core.plans import MOON, card, plan_of

INK = Brush("b", "dark", "large-brush", Band("bottom", 0.0, 90.0, 20.0), "full", 1)
READING = reading_grid(grid_of(card(), 100))
TOOLS = ["mister", "fine-splatter", "coarse-splatter"]


def watered(*waters: Water) -> Plan:
    steps: list[Step] = [INK, Dry("d", "air", 20)]
    for n, water in enumerate(waters):
        steps += [water, Dry(f"dw{n}", "air", 20)]
    return plan_of(*steps)


def ink(plan: Plan, grid: Grid) -> float:
    return float(layings(plan, grid)[0].strength.sum(dtype=float)) * grid.pixel_width_mm * grid.pixel_height_mm


@pytest.mark.parametrize("tool", TOOLS)
@pytest.mark.parametrize("dpi", [40, 90, 150])
def test_ten_waters_keep_the_ink(tool: str, dpi: int) -> None:
    """Within a thousandth on the grid of reading; on another within half a hundredth, for its pixels are other pixels."""
    grid = grid_of(card(), dpi)
    ten = [Water(f"w{n}", tool, Whole(), "heavy", False, seed=n) for n in range(10)]
    assert ink(watered(*ten), grid) == pytest.approx(ink(watered(), grid), rel=0.001 if dpi == 40 else 0.005)


def test_each_water_moves_what_lies_when_it_comes() -> None:
    """The same drops again: the first has taken most, so the second finds less."""
    one, again = (Water(f"w{n}", "coarse-splatter", Whole(), "medium", True, seed=3) for n in range(2))
    none, once, twice = (ink(watered(*waters), READING) for waters in ((), (one,), (one, again)))
    assert 0 < once - twice < 0.75 * (none - once)


@given(st.lists(st.tuples(st.sampled_from(TOOLS), st.sampled_from(["fine", "medium", "heavy"]), st.integers(0, 99)), max_size=4))
@settings(max_examples=15, deadline=None)
def test_under_a_sheet_and_beside_it_nothing_is_lost(waters: list[tuple[str, str, int]]) -> None:
    steps: list[Step] = [INK, Dry("d", "air", 20), LayMask("m", "moon")]
    steps += [Water(f"w{n}", tool, Whole(), amount, False, seed=seed) for n, (tool, amount, seed) in enumerate(waters)]  # type: ignore[arg-type]
    plan = plan_of(*steps, LiftMask("l", "moon"))
    before, after = layings(plan_of(INK), READING)[0].strength, layings(plan, READING)[0].strength
    assert float(after.sum(dtype=float)) == pytest.approx(float(before.sum(dtype=float)), rel=0.001)
    y, x = np.meshgrid(READING.y_mm, READING.x_mm, indexing="ij")
    under = np.hypot(x - MOON.x_mm, y - MOON.y_mm) < MOON.diameter_mm / 2 - 1
    assert np.array_equal(before[under], after[under])


@pytest.mark.parametrize("amount", ["fine", "medium", "heavy"])
@pytest.mark.parametrize("blot", [True, False])
def test_a_wash_takes_what_a_cloth_takes_up_and_no_more(amount: str, blot: bool) -> None:
    water = Water("w", "large-brush", Whole(), amount, blot)  # type: ignore[arg-type]
    plan = watered(water)
    wet = water_laid(plan, water, frozenset(), READING)
    before, after = (layings(one, READING)[0].strength for one in (watered(), plan))
    taken = SET_FREE["dye"] * wet * (BLOTTED if blot else 0.0)
    assert np.allclose(after, before * (1 - taken), atol=1e-5)


@pytest.mark.parametrize("tool", TOOLS)
def test_a_drop_left_to_dry_is_paler_within_and_darker_at_its_rim(tool: str) -> None:
    water = Water("w", tool, Whole(), "medium", False, seed=4)
    grid = grid_of(card(), 150)
    plan = watered(water)
    before, after = layings(watered(), grid)[0].strength, layings(plan, grid)[0].strength
    full = before > 0.95
    wet = water_laid(plan, water, frozenset(), grid)
    assert float((after / np.maximum(before, 1e-6))[full & (wet > 0.95)].mean()) < 0.75
    assert float(np.percentile((after - before)[full & (wet < 0.05)], 99)) > 0.1


def test_a_part_is_the_same_as_in_the_whole() -> None:
    plan = watered(*(Water(f"w{n}", "coarse-splatter", Whole(), "medium", n == 1, seed=n) for n in range(3)))
    whole = grid_of(card(), 100)
    part = Grid(
        whole.panel_width_mm, whole.panel_height_mm, whole.pixel_width_mm, whole.pixel_height_mm, 80, 60,
        50 * whole.pixel_width_mm, 200 * whole.pixel_height_mm,
    )  # fmt: skip
    assert np.allclose(layings(plan, part)[0].strength, layings(plan, whole)[0].strength[200:280, 50:110], atol=1e-5)
