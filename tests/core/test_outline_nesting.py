"""Nesting by true outline: nothing overlaps or hangs over, areas by Shapely, and never more sheets than by rectangles or a known packing."""

from itertools import combinations
from math import cos, pi, sin, sqrt

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from shapely import Polygon, affinity, box

from cielo.core.geometry.nesting import SHEETS, NestedSheet, Sheet, Want, nest
from cielo.core.geometry.outline_nesting import GAP_MM, Outlined, Put, Ring, is_straight, nest_outlines

DISC: Ring = tuple((20 + 20 * cos(a * pi / 24), 20 + 20 * sin(a * pi / 24)) for a in range(48))
TRIANGLE: Ring = ((0, 0), (80, 0), (0, 80))
HILL: Ring = ((0, 30), (40, 0), (100, 22), (100, 40), (0, 40))
SQUARE: Ring = ((0, 0), (50, 0), (50, 50), (0, 50))


def check(put: tuple[Put, ...], pieces: list[Outlined], width: float, height: float) -> None:
    assert sorted(one.name for one in put) == sorted(piece.name for piece in pieces)
    sheet = box(0, 0, width, height).buffer(1e-6)
    for one in put:
        assert sheet.contains(Polygon(one.outline)), "it hangs over the sheet"
    for one, other in combinations(put, 2):
        if one.sheet == other.sheet:
            assert Polygon(one.outline).distance(Polygon(other.outline)) >= 0.9 * GAP_MM
    laid = sum(Polygon(one.outline).area for one in put)
    assert laid == pytest.approx(sum(Polygon(piece.outline).area for piece in pieces), rel=1e-4)


@given(
    st.lists(st.tuples(st.sampled_from([DISC, TRIANGLE, HILL, SQUARE]), st.floats(0.4, 1.4)), min_size=1, max_size=14),
    st.sampled_from(list(SHEETS.values())),
)
@settings(max_examples=30, deadline=None, suppress_health_check=list(HealthCheck))
def test_no_two_overlap_and_nothing_is_lost(shapes: list[tuple[Ring, float]], sheet: Sheet) -> None:
    pieces = [Outlined(f"p{n}", tuple((x * s, y * s) for x, y in ring)) for n, (ring, s) in enumerate(shapes)]
    put = nest_outlines(pieces, sheet.width_mm, sheet.height_mm)
    assert put is not None
    check(put, pieces, sheet.width_mm, sheet.height_mm)
    assert nest_outlines(pieces, sheet.width_mm, sheet.height_mm) == put


def test_two_right_triangles_share_a_square() -> None:
    """The known packing: two halves of a square in that square, but for the gap between."""
    pieces = [Outlined(f"t{n}", TRIANGLE) for n in range(2)]
    room = 80 + sqrt(2) * GAP_MM + 3
    put = nest_outlines(pieces, room, room)
    assert put is not None
    assert {one.sheet for one in put} == {0}


def test_what_fits_no_sheet_is_told() -> None:
    assert nest_outlines([Outlined("large", TRIANGLE)], 60, 60) is None
    assert nest_outlines([Outlined(f"d{n}", DISC) for n in range(200)], 210, 297) is None, "too many to be tried"


@pytest.mark.parametrize("ring", [TRIANGLE, HILL, DISC])
@pytest.mark.parametrize("count", [3, 8, 14])
def test_it_never_takes_more_sheets_than_rectangles_do(ring: Ring, count: int) -> None:
    shape = Polygon(ring)
    left, top, right, bottom = shape.bounds
    at_corner: Ring = tuple(affinity.translate(shape, -left, -top).exterior.coords)[:-1]
    sheet = SHEETS["letter"]
    as_rectangles = nest([Want("figure", right - left, bottom - top, count)], sheet)
    by_outline = nest([Want("figure", right - left, bottom - top, count, outline=at_corner)], sheet)
    assert len(by_outline) <= len(as_rectangles)

    def largest(sheets: tuple[NestedSheet, ...]) -> float:
        return max((o.width_mm * o.height_mm for one in sheets for o in one.offcuts), default=0.0)

    assert len(by_outline) < len(as_rectangles) or largest(by_outline) >= largest(as_rectangles) - 1e-6
    for one in by_outline:
        true = sum(Polygon(p.outline).area if p.outline else p.width_mm * p.height_mm for p in one.laid)
        assert one.used == pytest.approx(true / (sheet.width_mm * sheet.height_mm))


def test_triangles_take_fewer_sheets_than_their_rectangles() -> None:
    sheet = Sheet("small", "small", 175.0, 175.0)
    assert len(nest([Want("t", 80.0, 80.0, 8)], sheet)) == 2
    assert len(nest([Want("t", 80.0, 80.0, 8, outline=TRIANGLE)], sheet)) == 1


def test_what_is_straight_is_left_to_the_trimmer() -> None:
    assert is_straight(SQUARE)
    assert not is_straight(DISC)
    sheets = nest([Want("panel", 50.0, 50.0, 4, outline=SQUARE)], SHEETS["a4"])
    assert all(piece.outline == () for one in sheets for piece in one.laid)
