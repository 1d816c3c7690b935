"""Answers are worked out once, counted by what they hold, and found again; what earlier steps left bare is read in one walk."""

import threading
import time
from dataclasses import replace
from functools import partial

import numpy as np
import pytest
import shapely
from scipy import ndimage

from cielo.core.keeping import BYTES_A_POINT, KEPT, SMALL_BYTES, Keep, kept
from cielo.core.plan import Band, Bare, Brush, Dry, Plan, Prepare, Purpose, Schools, Water, Whole
from cielo.core.sequence.brushes import plan_brushes
from cielo.core.sequence.drying import in_half_minutes
from cielo.core.simulation import laydown
from cielo.core.simulation.grid import grid_of, reading_grid
from cielo.core.simulation.maps import layings
from tests.core.plans import dye, plan_of


def test_the_same_question_at_the_same_time_is_worked_out_once() -> None:
    worked: list[int] = []

    @kept
    def slow(n: int) -> int:
        worked.append(n)
        time.sleep(0.1)
        return n * n

    found: list[int] = []
    asking = [threading.Thread(target=lambda n=n % 2: found.append(slow(n + 1000))) for n in range(12)]
    for one in asking:
        one.start()
    for one in asking:
        one.join()
    assert sorted(worked) == [1000, 1001]
    assert sorted(found) == [1000_000] * 6 + [1001**2] * 6


def test_a_failed_answer_is_tried_by_each_who_waits_and_keeps_nobody_waiting() -> None:
    tried: list[int] = []

    @kept
    def failing(n: int) -> int:
        tried.append(n)
        time.sleep(0.02)
        raise ValueError("no answer")

    raised: list[ValueError] = []

    def ask() -> None:
        try:
            failing(77)
        except ValueError as error:
            raised.append(error)

    asking = [threading.Thread(target=ask) for _ in range(4)]
    for one in asking:
        one.start()
    for one in asking:
        one.join(10)
    assert len(raised) == len(tried) == 4


def test_one_and_true_are_two_questions() -> None:
    @kept
    def kind(x: object) -> str:
        return type(x).__name__

    assert [kind(1), kind(1.0), kind(True)] == ["int", "float", "bool"]


def test_shapes_and_texts_are_counted_by_what_they_hold() -> None:
    keep = Keep(10**9)
    ring = np.linspace(0, 6, 5000)
    shape = shapely.Polygon(np.c_[np.cos(ring), np.sin(ring)])
    keep.put("shape", (shape,))
    assert keep.bytes == SMALL_BYTES + BYTES_A_POINT * shapely.get_num_coordinates(shape)
    keep.put("same", [shape])
    assert keep.bytes == 2 * SMALL_BYTES + BYTES_A_POINT * shapely.get_num_coordinates(shape), "once, though it stands in two"
    keep.put("png", b"x" * 90_000)
    assert keep.bytes > 90_000 + 3 * SMALL_BYTES
    for key in ("shape", "same", "png"):
        keep.put(key, None)
    assert keep.bytes == 3 * SMALL_BYTES


def inked(*steps: object, hand: float = 1.0) -> Plan:
    return replace(plan_of(*steps), hand=hand)  # type: ignore[arg-type]


@pytest.mark.parametrize("count", [4, 13, 40])
def test_what_is_still_bare_is_read_in_a_walk_and_not_in_a_tree(count: int, monkeypatch: pytest.MonkeyPatch) -> None:
    asked = 0
    really = laydown._bare_walk

    def counting(*args: object) -> object:
        nonlocal asked
        asked += 1
        return really(*args)  # type: ignore[arg-type]

    monkeypatch.setattr(laydown, "_bare_walk", counting)
    plan = plan_of(*[Brush(f"b{n}", "pale", "large-brush", Bare(), "light", 1, seed=n) for n in range(count)])
    for dpi in (12, 200 if count < 10 else 14):  # kept maps and maps made anew
        asked = 0
        KEPT.clear()
        laid = layings(plan, grid_of(plan.card, dpi))
        assert count <= asked <= 4 * count, "once of the whole panel and once of the picture, for each of the two"
    assert len(laid) == count


def test_what_is_still_bare_is_what_the_steps_before_left(monkeypatch: pytest.MonkeyPatch) -> None:
    """Against the plain definition: 1 less all ink laid before, in units of the mean about of where there is any."""
    plan = plan_of(
        Brush("a", "pale", "sponge", Whole(), "light", 1, seed=3),
        Brush("b", "dark", "sponge", Bare(), "light", 1, seed=4),
        Brush("c", "pale", "sponge", Bare(), "light", 1, seed=5),
    )
    grid = reading_grid(grid_of(plan.card, 15))
    before = np.zeros((grid.rows, grid.columns), np.float32)
    for laying in layings(plan, grid):
        if isinstance(laying.step.region, Bare):
            inked = before > laydown.COVERED
            blurred = partial(ndimage.gaussian_filter, sigma=laydown.ABOUT_MM / grid.pixel_width_mm, mode="nearest")
            about = blurred(np.where(inked, before, 0)) / np.maximum(blurred(inked.astype(float)), 1e-4)
            bare = np.clip(1 - before / np.maximum(about, laydown.COVERED), 0, 1)
            assert np.allclose(laydown.bare_before(plan, laying.step, grid), bare, atol=0.01)
            assert np.all(laying.strength[bare == 0] <= 0.02)
        before = before + laying.strength


@pytest.mark.parametrize("dpi", [40, 100])
@pytest.mark.parametrize("tool", ["large-brush", "medium-brush", "foam"])
def test_where_still_bare_leaves_no_pale_ring(tool: str, dpi: int) -> None:
    """Between the ink of before and that which covers the rest there is no seam with much less than either."""
    band = Brush("a", "pale", "large-brush", Band("bottom", 0.0, 60.0, 15.0), "full", 1)
    plan = plan_of(band, Brush("b", "dark", tool, Bare(), "full", 1, seed=4))
    laid = np.sum([laying.strength for laying in layings(plan, grid_of(plan.card, dpi))], axis=0)
    across = laid.mean(axis=1)
    assert float(across.min()) > 0.7 * min(float(across[:5].mean()), float(across[-5:].mean()))


@pytest.mark.parametrize("hand", [0.7, 1.0, 1.4])
def test_what_water_left_is_found_again_whatever_the_hand(hand: float) -> None:
    plan = inked(
        Brush("a", "dark", "large-brush", Whole(), "light", 2),
        Brush("b", "pale", "sponge", Bare(), "light", 1),
        Dry("d", "air", 60),
        Water("w", "coarse-splatter", Whole(), "medium", False, 3),
        hand=hand,
    )
    grid = grid_of(plan.card, 20)
    KEPT.clear()
    first = layings(plan, grid)
    held = len(KEPT)
    for _ in range(3):
        again = layings(plan, grid)
        assert [one.strength is other.strength for one, other in zip(first, again, strict=True)] == [True] * len(first)
    assert len(KEPT) == held, "nothing new is kept of the same"


INKS = (
    dye("DBlue", (25.0, 5.0, -40.0)),
    dye("DGreen", (50.0, -30.0, 40.0)),
    dye("LBlue", (80.0, -8.0, -20.0)),
    dye("LGreen", (90.0, -15.0, 40.0)),
)


@pytest.mark.parametrize(("to", "clean"), [("3", "3"), ("4", "4"), (None, "3")])
def test_one_cleaning_is_of_one_brush(to: str | None, clean: str) -> None:
    """Two brushes of a size are used in turn: cleaning the one before its next laying leaves the other as dirty as it was."""
    layings_ = [Brush(f"{n + 1}", ink.key, "medium-brush", Whole()) for n, ink in enumerate(INKS)]
    cleaning = Prepare("c", "clean-tool", "medium-brush", purpose=Purpose(to=to) if to else None)
    plan = replace(
        plan_of(*layings_[:2], cleaning, *layings_[2:]), inks=INKS, schools=replace(Schools(), brushes="one-per-family")
    )
    without = replace(plan, steps=tuple(layings_))
    dirty = {crossing.then for crossing in plan_brushes(without).cleanings}
    left = {crossing.then for crossing in plan_brushes(plan).cleanings}
    assert dirty == {"3", "4"}
    assert left == dirty - {clean}


def test_a_drying_is_never_longer_than_one_may_be() -> None:
    assert in_half_minutes(5000.0) == 1440.0
    assert in_half_minutes(7.2) == 7.5
