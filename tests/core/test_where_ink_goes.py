"""Where ink goes: openings shaded from their sides, strokes by hand, sheets pressed, taped borders; against Shapely and by area."""

from dataclasses import replace

import numpy as np
import pytest
import shapely

from cielo.core.advice.judge import judge
from cielo.core.geometry.masks import distance_to_edge_mm
from cielo.core.geometry.pieces import tape_lengths_mm
from cielo.core.geometry.placing import counterpart
from cielo.core.geometry.shapes import inside_of
from cielo.core.order.arrange import in_order
from cielo.core.order.derive import with_derived
from cielo.core.order.rules import contact_as_planned
from cielo.core.plan import (
    Brush,
    Disc,
    Drawn,
    EdgeMask,
    Halo,
    Inside,
    LayMask,
    LiftMask,
    Mask,
    MotifMask,
    Pressed,
    Region,
    Shade,
    Stencil,
    Stroke,
    Tapes,
    Towards,
    Whole,
)  # fmt: skip
from cielo.core.say import mask_facts, where_to_lay
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.laydown import strength_laid
from cielo.core.simulation.openings import shaded
from cielo.core.table.purpose import settled
from tests.core.plans import card, plan_of

GRID, FINE = grid_of(card(), 60), grid_of(card(), 150)
FLOWER = MotifMask("f", "flower", "flower", 55.0, 70.0, 60.0, 20.0)


def test_each_opening_of_a_drawing_is_shaded_from_its_own_side() -> None:
    """Two squares beside each other, strongest at the left: both go from strong to nothing, and not the pair as one."""
    squares = tuple(((x, -10.0), (x + 20, -10.0), (x + 20, 10.0), (x, 10.0)) for x in (-30.0, 10.0))
    drawn = Drawn("two", "two", 60.0, 60.0, squares)
    step = Brush("b", "dark", "pen", Inside("two", shaded_from="left"), "full", 1)
    plan = replace(plan_of(step), masks=(drawn,))
    laid = strength_laid(plan, step, frozenset(), GRID)
    row = int(60 / GRID.pixel_height_mm)

    def at(x: float) -> float:
        return float(laid[row, int(x / GRID.pixel_width_mm)])

    for left in (30, 70):
        assert at(left + 2) > at(left + 10) > at(left + 17)
        assert at(left + 17) < 0.1 < at(left + 3)
    assert at(32) == pytest.approx(at(72), abs=0.03)


SHADES: tuple[Shade | Towards, ...] = ("left", "right", "top", "bottom", "sides", "middle", "rim", 45.0, 200.0, Towards("o2"))


@pytest.mark.parametrize("strongest", SHADES, ids=str)
@pytest.mark.parametrize("sheet", ["drawing", "repeat", "disc"])
def test_a_shade_is_full_where_it_is_strongest_and_gone_at_the_other_side(strongest: Shade | Towards, sheet: str) -> None:
    """Along the line that a shade falls on it never grows, and goes from full to nearly nothing within the opening."""
    boxes = tuple(((x, -10.0), (x + 20, -10.0), (x + 20, 10.0), (x, 10.0)) for x in (-30.0, 10.0))
    masks: dict[str, Mask] = {
        "drawing": Drawn("s", "s", 60.0, 60.0, boxes),
        "repeat": Stencil("s", "s", "dot", 40.0, 60.0, 20.0, 40.0, staggered=False),
        "disc": Disc("s", "s", 40.0, 60.0, 20.0, keeps="outside"),
    }
    if isinstance(strongest, Towards):
        strongest = Towards({"drawing": "o2", "repeat": "r0c1", "disc": "o1"}[sheet])
        if sheet == "disc":
            assert shaded(masks[sheet], strongest, GRID).min() == 1  # towards itself: there is no side
            return
    laid = shaded(masks[sheet], strongest, GRID)
    degrees = {"left": 270.0, "right": 90.0, "top": 0.0, "bottom": 180.0}
    if strongest in ("sides", "middle", "rim"):
        far = np.linspace(0, 9.5, 20)
        places = [(40 + d, 60.0) for d in (far if strongest == "middle" else far[::-1])]
    else:
        angle = 90.0 if isinstance(strongest, Towards) else degrees.get(str(strongest), strongest)
        assert isinstance(angle, float)
        ahead = np.array([np.sin(np.radians(angle)), -np.cos(np.radians(angle))])
        places = [tuple(np.array([40.0, 60.0]) + d * ahead) for d in np.linspace(9.5, -9.5, 20)]
    along = np.array([laid[int(y / GRID.pixel_height_mm), int(x / GRID.pixel_width_mm)] for x, y in places])
    assert along[0] > 0.8
    assert along[-1] < 0.25
    assert np.all(np.diff(along) < 0.06)


def test_towards_an_opening_that_is_no_more_all_is_even() -> None:
    assert shaded(FLOWER, Towards("o99"), GRID).min() == 1


@pytest.mark.parametrize("width", [0.5, 3.0, 9.0])
def test_a_stroke_by_hand_inks_what_lies_along_it(width: float) -> None:
    """With a pen its area is Shapely's of the line so broad, cut at the panel."""
    points = ((-5.0, 30.0), (30.0, 50.0), (60.0, 20.0), (90.0, 80.0))
    step = Brush("b", "dark", "pen", Stroke(points, width), "full", 1)
    laid = strength_laid(plan_of(step), step, frozenset(), FINE)
    shape = (
        shapely.LineString(points).buffer(width / 2).intersection(shapely.box(0, 0, FINE.panel_width_mm, FINE.panel_height_mm))
    )
    area = float((laid > laid.max() / 2).sum()) * FINE.pixel_width_mm * FINE.pixel_height_mm
    assert area == pytest.approx(shape.area, rel=0.08)


def test_a_sheet_pressed_prints_all_but_its_openings() -> None:
    """Inked through its openings and pressed from its back, each place of the panel is inked by one of the two."""
    through, pressed = (Brush("b", "dark", "stamp", region, "full", 1) for region in (Inside("f"), Pressed("f")))
    plan = replace(plan_of(through), masks=(FLOWER,))
    one, other = (strength_laid(plan, step, frozenset(), GRID) for step in (through, pressed))
    inked_once = np.minimum(one, other) < 0.5 * np.maximum(one, other)
    assert inked_once.mean() > 0.97
    assert (np.maximum(one, other) > 0.5 * max(one.max(), other.max())).mean() > 0.97


@pytest.mark.parametrize("angle", [0.0, 15.0])
def test_a_taped_border_leaves_a_rectangle_open_and_nothing_else(angle: float) -> None:
    border = Tapes("t", "border", 60.0, 80.0, angle, 90.0, 70.0)
    open_mm2 = inside_of(border, GRID.panel_width_mm, GRID.panel_height_mm)
    covered_mm = distance_to_edge_mm(border, GRID.x_mm, GRID.y_mm)
    assert open_mm2.area == pytest.approx(90 * 70, rel=1e-9)
    assert float((covered_mm < 0).sum()) * GRID.pixel_width_mm * GRID.pixel_height_mm == pytest.approx(90 * 70, rel=0.02)
    plan = replace(plan_of(), masks=(border,))
    lengths = tape_lengths_mm(plan)["t"]
    assert len(lengths) == 4
    assert min(lengths) > 70
    assert "four tapes" in mask_facts(plan, border)[0]
    assert "Leave" in where_to_lay(plan, border)


def runs_mm(laid: np.ndarray[tuple[int, ...], np.dtype[np.bool_]], pixel_mm: float) -> float:
    """How long the stretches are on average that are inked along a row, mm."""
    rises = int((np.diff(laid.astype(np.int8), axis=1) == 1).sum()) + int(laid[:, 0].sum())
    return float(laid.sum()) * pixel_mm / max(rises, 1)


def pressed_with(flakes_mm: float, seed: int = 1) -> np.ndarray[tuple[int, ...], np.dtype[np.float32]]:
    step = Brush("b", "dark", "large-brush", Pressed("f", flakes_mm), "full", 1, seed=seed)
    return strength_laid(replace(plan_of(step), masks=(FLOWER,)), step, frozenset(), FINE)


def test_a_wet_sheet_leaves_flakes_of_the_size_said_and_a_flurry() -> None:
    whole = pressed_with(0) > 0.5
    sizes = []
    for flakes_mm in (2.0, 4.0, 8.0):
        laid = pressed_with(flakes_mm) > 0.5
        on_sheet, in_openings = laid[whole].mean(), laid[~whole].mean()
        assert 0.5 < on_sheet < 0.75, "it leaves where it touched, and bare spots between"
        assert 0.015 < in_openings < 0.09, "specks fly into the openings too"
        sizes.append(runs_mm(laid & whole, FINE.pixel_width_mm))
    assert sizes == sorted(sizes)
    assert sizes[2] > 2 * sizes[0], "larger flakes are larger"
    assert not np.array_equal(pressed_with(4.0, 1), pressed_with(4.0, 2)), "no two pressings fall alike"
    assert np.array_equal(pressed_with(4.0, 1), pressed_with(4.0, 1))


SHEETS: tuple[Mask, ...] = (
    Disc("m", "moon", 55.0, 70.0, 40.0),
    Disc("m", "moon", 20.0, 150.0, 60.0, keeps="outside"),
    EdgeMask("m", "hills", 50.0, 90.0, "hills", 20.0, 12.0, seed=3),
    EdgeMask("m", "torn", 50.0, 90.0, "torn", 200.0, 9.0, seed=3, flipped=True, keeps="outside"),
    replace(FLOWER, key="m"),
    Stencil("m", "agave", "rosette", 60.0, 80.0, 26.0, 32.0),
)


@pytest.mark.parametrize("sheet", SHEETS, ids=lambda sheet: f"{sheet.shape}, keeps {sheet.keeps}")
@pytest.mark.parametrize("region", ["whole", "its edge"])
def test_what_is_inked_past_a_sheet_and_through_its_other_half_does_not_meet(sheet: Mask, region: str) -> None:
    """However long the edge they share: light inside may come after dark outside, and in working order nothing is told of it."""
    other = counterpart(sheet, "other", 0.0)
    regions: tuple[Region, Region] = (Whole(), Whole()) if region == "whole" else (Halo("m", 20), Halo("other", 20))
    dark = Brush("d", "dark", "large-brush", regions[0], "light", 3)
    pale = Brush("p", "pale", "large-brush", regions[1], "light", 3)
    steps = (LayMask("l1", "m"), dark, LiftMask("u1", "m"), LayMask("l2", "other"), pale, LiftMask("u2", "other"))
    plan = settled(with_derived(replace(plan_of(*steps), masks=(sheet, other))))
    contact = contact_as_planned(plan)
    assert not contact.meet("d", "p")
    assert in_order(plan).plan == plan
    assert "dark-before-light" not in {finding.code for finding in judge(plan)}
    # Under one sheet they do meet: the same measure tells it.
    both = replace(plan, steps=(LayMask("l1", "m"), dark, replace(pale, region=regions[0]), LiftMask("u1", "m")))
    assert contact_as_planned(settled(both)).meet("d", "p")
