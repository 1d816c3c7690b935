"""Pieces and cuts of an outline of their own: as wide and tall as they are said to be, cut, put on and seen as any other."""

from dataclasses import replace

import pytest
from shapely import affinity, box

from cielo.app.card_sizes import card_of
from cielo.app.pieces import _hill
from cielo.core.geometry.formats import FORMATS
from cielo.core.geometry.pieces import pieces_of
from cielo.core.geometry.putting_on import piece_shape
from cielo.core.geometry.shapes import inside_of, shape_of_cut
from cielo.core.plan import Cut, EdgeMask, OwnImage, Piece, Plan, Profile, ensure_sound, with_all_put_on
from cielo.core.table.purpose import settled
from cielo.errors import BadInput
from cielo.exchange.plan_file import read_plan, write_plan
from tests.core.test_every_check import MASKS, SMOOTH, lay, plan

ARROW = OwnImage("arrow", (((0, 0), (20, 10), (0, 20), (6, 10)),))


@pytest.mark.parametrize("angle", [0.0, 30.0, 90.0])
@pytest.mark.parametrize(("width", "height"), [(40.0, 20.0), (15.0, 60.0)])
def test_it_is_stretched_to_its_size_and_turned_about_its_middle(width: float, height: float, angle: float) -> None:
    shape = shape_of_cut(Cut("c", "arrow", "spotlight", ARROW, 60.0, 70.0, width, height, angle))
    back = affinity.rotate(shape, -angle, origin=(60.0, 70.0))
    left, top, right, bottom = back.bounds
    assert (right - left, bottom - top) == pytest.approx((width, height))
    assert ((left + right) / 2, (top + bottom) / 2) == pytest.approx((60.0, 70.0))
    # Its area is that of the drawing, stretched: the shoelace formula of the four points gives 140 on 20 by 20.
    assert shape.area == pytest.approx(140 / 400 * width * height)


@pytest.mark.parametrize("profile", ["hills", "dunes", "wave"])
@pytest.mark.parametrize("key", ["a6", "slim", "six-square"])
def test_a_hill_is_cut_as_the_panels_own_mask_runs(profile: Profile, key: str) -> None:
    size = card_of(FORMATS[key])
    edge = EdgeMask("hill", "hill", size.panel_width_mm / 2, size.panel_height_mm * 0.7, profile)
    whole = replace(plan(lay("blue")), card=size, masks=(*MASKS, edge))
    across, down, x, y, outline, _ = _hill(whole)
    piece = Piece("piece-1", "hill", SMOOTH, round(across, 1), round(down, 1), round(x, 1), round(y, 1), outline, flush=True)
    put: Plan = settled(with_all_put_on(replace(whole, pieces=(piece,))))
    ensure_sound(put)
    land = inside_of(edge, size.panel_width_mm, size.panel_height_mm)
    shape = piece_shape(put, "piece-1")
    seen = land.intersection(box(0, 0, size.panel_width_mm, size.panel_height_mm))
    assert shape.symmetric_difference(seen).area < 0.02 * shape.area
    assert read_plan(write_plan(put)) == put
    assert any(cut.name == "hill" and cut.cuts for cut in pieces_of(put))


def test_an_outline_of_more_points_than_can_be_drawn_is_refused_wherever_it_stands() -> None:
    ring = tuple((float(n % 50), float(n // 50)) for n in range(2000))
    crowd = OwnImage("crowd", (ring, ring))
    piece = Piece("piece-1", "crowd", SMOOTH, 30.0, 30.0, 60.0, 60.0, crowd)
    cut = Cut("c", "crowd", "spotlight", crowd, 60.0, 70.0, 30.0, 30.0)
    for wrong, field in (
        (replace(plan(lay("blue")), pieces=(piece,)), "pieces[0]"),
        (replace(plan(lay("blue")), cuts=(cut,)), "cuts[0]"),
    ):
        with pytest.raises(BadInput, match="4000 points") as refused:
            ensure_sound(wrong)
        assert (refused.value.field or "").startswith(field)
