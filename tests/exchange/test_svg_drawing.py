"""SVG in: real units, the recommendation's worked cases, holes, repairs, and whatever a hostile file may hold."""

from contextlib import suppress

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Point, Polygon, affinity

from cielo.app.cards import Basis, start_card
from cielo.app.stencils import bring_drawing
from cielo.core.geometry.masks import distance_to_edge_mm
from cielo.core.geometry.pieces import pieces_of
from cielo.core.plan import Brush, Drawn, Whole
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.laydown import strength_laid
from cielo.errors import BadInput, CieloError, TooLarge
from cielo.exchange.plan_file import read_plan, write_plan
from cielo.exchange.svg_drawing import LARGEST_BYTES, Drawing, read_svg
from cielo.exchange.templates import write_svg
from cielo.store.database import Store
from tests.core.plans import plan_of


def svg(body: str, size: str = 'width="100mm" height="100mm" viewBox="0 0 100 100"') -> bytes:
    return f'<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" {size}>{body}</svg>'.encode()


def area(drawing: Drawing) -> float:
    shape = Polygon()
    for ring in drawing.rings_mm:
        shape = shape.symmetric_difference(Polygon(ring))
    return float(shape.area)


@pytest.mark.parametrize(
    ("size", "side_mm"),
    [('width="40mm" height="40mm"', 40), ('width="2in" height="2in"', 50.8), ('width="96px" height="96px"', 25.4),
     ('width="3cm" height="3cm"', 30), ('width="72pt" height="72pt"', 25.4)],
)  # fmt: skip
def test_units_are_real(size: str, side_mm: float) -> None:
    """CSS 2.1, 4.3.2: 1 in = 2.54 cm = 72 pt = 96 px."""
    drawing = read_svg(svg('<rect width="10" height="10"/>', f'{size} viewBox="0 0 10 10"'))
    assert (drawing.width_mm, drawing.height_mm) == pytest.approx((side_mm, side_mm), rel=1e-3)
    assert area(drawing) == pytest.approx(side_mm**2, rel=1e-3)


# Worked cases of the W3C recommendation SVG 1.1 (Second Edition), chapter 8, with their areas in closed form.
CASES = {
    "arcs01, the large pie": ("M300,200 h-150 a150,150 0 1,0 150,-150 z", 0.75 * np.pi * 150**2),
    "arcs01, the small pie": ("M275,175 v-150 a150,150 0 0,0 -150,150 z", 0.25 * np.pi * 150**2),
    "triangle01": ("M 100 100 L 300 100 L 200 300 z", 200 * 200 / 2),
    "relative lines as absolute": ("m 100 100 l 200 0 l -100 200 z", 200 * 200 / 2),
    "quadratic, 2/3 of its triangle": ("M200,300 Q400,50 600,300 z", 2 / 3 * 400 * 250 / 2),
    "two subpaths, one in the other": ("M0 0 h200 v200 h-200 z M50 50 h100 v100 h-100 z", 200**2 - 100**2),
}


@pytest.mark.parametrize("case", CASES)
def test_paths_mean_what_the_recommendation_says(case: str) -> None:
    path, true = CASES[case]
    drawing = read_svg(svg(f'<path d="{path}"/>', 'width="300mm" height="300mm" viewBox="0 0 600 600"'))
    assert area(drawing) == pytest.approx(true / 4, rel=2e-3)


def test_transforms_groups_and_use() -> None:
    """SVG 1.1, 7.6: transforms nest, the outer one last; ``use`` adds its x and y."""
    body = (
        '<defs><rect id="r" width="10" height="20"/></defs>'
        '<g transform="translate(30 10) scale(2)"><g transform="rotate(90)"><rect width="10" height="20"/></g></g>'
        '<use href="#r" x="50" y="60"/><use xlink:href="#r" x="80" y="60"/>'
    )
    drawing = read_svg(svg(body))
    assert area(drawing) == pytest.approx(4 * 200 + 200 + 200, rel=1e-3)
    assert (drawing.width_mm, drawing.height_mm) == pytest.approx((100, 70), abs=0.1)


def test_holes_stay_holes_and_crossed_outlines_are_repaired_and_told() -> None:
    ring = read_svg(svg('<path d="M10 10 h60 v60 h-60 z M30 30 h20 v20 h-20 z"/>'))
    assert len(ring.rings_mm) == 2
    assert ring.notes == ()
    bow = read_svg(svg('<path d="M10 10 L50 50 L50 10 L10 50 z"/>'))
    assert area(bow) == pytest.approx(2 * 20 * 40 / 2, rel=1e-2)
    assert "repaired" in bow.notes[0]


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"", "no SVG"),
        (b"not a drawing", "no SVG"),
        (b"<html/>", "begins with something else"),
        (svg("<text>hi</text>"), "no closed shape"),
        (svg('<path d="M0 0 L10 10"/>'), "no closed shape"),
        (
            b'<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]><svg xmlns="http://www.w3.org/2000/svg">&b;</svg>',
            "entities",
        ),
        (b'<!DOCTYPE svg SYSTEM "file:///etc/passwd"><svg xmlns="http://www.w3.org/2000/svg"/>', "document type"),
        (svg('<g id="a"><use href="#a"/></g>'), "uses itself"),
        (svg('<rect width="5000" height="5000"/>'), "5000.0 by 5000.0 mm"),
    ],
)
def test_what_cannot_be_cut_is_refused_in_words(data: bytes, words: str) -> None:
    with pytest.raises(BadInput, match=words):
        read_svg(data)


def test_drawings_that_blow_up_are_refused_before_they_are_drawn() -> None:
    nested = '<g id="g0"><rect width="1" height="1"/></g>'
    nested += "".join(f'<g id="g{n}">' + f'<use href="#g{n - 1}"/>' * 10 + "</g>" for n in range(1, 9))
    with pytest.raises(TooLarge, match="repeats parts too often"):
        read_svg(svg(f"<defs>{nested}</defs>" + '<use href="#g8"/>'))
    with pytest.raises(TooLarge, match="parts"):
        read_svg(svg("<g/>" * 6000))
    with pytest.raises(TooLarge, match="MB"):
        read_svg(b" " * (LARGEST_BYTES + 1))


def test_nothing_in_a_drawing_is_run_opened_or_fetched() -> None:
    body = (
        '<script>alert(1)</script><image href="http://example.invalid/x.png" width="9" height="9"/><rect width="20" height="20"/>'
    )
    assert area(read_svg(svg(body))) == pytest.approx(400, rel=1e-3)


PATHS = st.text(st.sampled_from("MLHVCSQTAZmlhvcsqtaz0123456789 .,-e"), max_size=60)


@given(PATHS, st.text(st.sampled_from("rotate(scale)matrix(1 0,)-.translate(9e9)skewX"), max_size=30))
@settings(max_examples=120, deadline=None)
def test_no_path_or_transform_breaks_the_reader(path: str, transform: str) -> None:
    with suppress(CieloError):
        drawing = read_svg(svg(f'<g transform="{transform}"><path d="{path}"/></g>'))
        assert drawing.width_mm <= 600.1


@given(st.integers(0, 400), st.binary(min_size=1, max_size=6))
@settings(max_examples=80, deadline=None)
def test_no_damage_to_a_good_file_breaks_the_reader(at: int, damage: bytes) -> None:
    good = svg(
        '<g transform="translate(5 5)"><circle cx="20" cy="20" r="15"/><path d="M40 40 c10 0 20 10 20 20 z"/><use href="#x"/></g>'
    )
    with suppress(CieloError):
        read_svg(good[:at] + damage + good[at + len(damage) :])


def test_what_cielo_writes_it_reads_back_equal() -> None:
    stencil = pieces_of(plan_of())[-1]
    back = read_svg(write_svg(stencil))
    assert (back.width_mm, back.height_mm) == pytest.approx((stencil.width_mm, stencil.height_mm), abs=0.05)
    assert area(back) == pytest.approx(Polygon(stencil.cuts[0]).area, rel=2e-3)


def test_a_drawing_becomes_a_stencil_that_lets_its_area_of_ink_in_turned_flipped_and_scaled(store: Store) -> None:
    card = start_card(store, plan_of(), "start").revision
    data = svg('<path d="M10 10 h40 v20 h-20 v20 h-20 z M18 18 h8 v8 h-8 z"/>')
    plan = bring_drawing(store, card.card_id, Basis(card.number), "step", data).revision.plan
    assert read_plan(write_plan(plan)) == plan
    drawn = plan.masks[-1]
    assert isinstance(drawn, Drawn)
    assert drawn.called == "step stencil"
    grid = grid_of(plan.card, 150)
    through = strength_laid(plan, Brush("b", "dark", "knife", Whole(), "full", 1), frozenset({drawn.key}), grid)
    assert float(through.sum()) * grid.pixel_width_mm * grid.pixel_height_mm == pytest.approx(40 * 40 - 20 * 20 - 64, rel=0.01)
    placed = Drawn(drawn.key, "s", 50, 60, drawn.rings, 1.3, 35, True)
    own = Polygon(placed.rings[0], list(placed.rings[1:]))
    true = affinity.translate(affinity.rotate(affinity.scale(own, -1.3, 1.3, origin=(0, 0)), 35, origin=(0, 0)), 50, 60)
    for x, y in ((20.0, 30.0), (50.0, 60.0), (70.0, 75.0), (44.0, 52.0)):
        ours = float(distance_to_edge_mm(placed, np.array([x]), np.array([y]))[0, 0])
        assert abs(ours) == pytest.approx(true.boundary.distance(Point(x, y)), abs=0.01)
        assert (ours < 0) == true.contains(Point(x, y))
    with pytest.raises(BadInput):
        bring_drawing(store, card.card_id, Basis(card.number + 1), "broken", b"<svg")
