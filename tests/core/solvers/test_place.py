"""Placement against closed forms of packing, and what must hold of every spread and every threaded strip."""

from dataclasses import replace
from itertools import combinations
from math import sqrt

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from shapely import box

from cielo.core.geometry.printing import print_shape, prints_of
from cielo.core.geometry.putting_on import piece_shape
from cielo.core.plan import At, Brush, BuiltIn, Card, Piece, Plan, Print, Words, ensure_sound
from cielo.core.solvers.place import spread_evenly, thread_strip
from cielo.errors import BadInput
from tests.core.test_every_check import SMOOTH, lay, plan

SIDE = 100.0


def stamped(image: Print, *more: Brush, side: float | None = None) -> Plan:
    whole = plan(*more, lay("dark", image, "stamp", touch="first", passes=1, onto="dry"))
    return whole if side is None else replace(whole, card=Card(side, side))


def shapes(of: Plan) -> tuple:  # type: ignore[type-arg]
    region = of.steps[-1].region  # type: ignore[union-attr]
    return prints_of(region, of.card.panel_width_mm, of.card.panel_height_mm, 0)  # type: ignore[arg-type]


# n equal discs of radius rho in a unit square (closed forms): discs of radius r + g / 2 packed in a square of side L - g are the n discs of
# radius r with the largest clearance g, so that rho = (r + g / 2) / (L - g).
PACKED = {1: 0.5, 2: (2 - sqrt(2)) / 2, 4: 0.25, 5: (sqrt(2) - 1) / 2, 9: 1 / 6}


@pytest.mark.parametrize("n", PACKED)
def test_equal_discs_come_near_the_best_packing_known(n: int) -> None:
    r = 6.0
    discs = Print(BuiltIn("dot"), 2 * r, tuple(At(10.0 + 3 * i, 12.0) for i in range(n)))
    spread = spread_evenly(stamped(discs, side=SIDE), "s1")
    # rho (L - g) = r + g / 2, solved for g.
    best = (PACKED[n] * SIDE - r) / (PACKED[n] + 0.5)
    assert spread.after <= best + 1.0, "no better than can be, but for the discs' own corners and the millimetre"
    assert spread.after >= 0.88 * best, (spread.after, best)


@given(
    st.lists(st.tuples(st.floats(5, 115), st.floats(5, 165), st.integers(0, 359)), min_size=2, max_size=6),
    st.sampled_from(["fern", "snail", "star", "saguaro", "leaf"]),
    st.floats(10, 24),
)
@settings(max_examples=12, deadline=None, suppress_health_check=list(HealthCheck))
def test_figures_come_whole_apart_off_the_words_and_no_nearer_than_they_were(
    at: list[tuple[float, float, int]], motif: str, size: float
) -> None:
    image = Print(BuiltIn(motif), size, tuple(At(x, y, float(angle)) for x, y, angle in at))  # type: ignore[arg-type]
    words = lay("blue", Words("Winter show", 60.0, 90.0, 10.0), "stamp", touch="first", passes=1, onto="dry")
    whole = stamped(image, words)
    spread = spread_evenly(whole, "s2")
    ensure_sound(spread.plan)
    assert spread.after >= spread.before
    panel = box(0, 0, whole.card.panel_width_mm, whole.card.panel_height_mm)
    placed = shapes(spread.plan)
    said = print_shape(words.region, 200, 200, 0)  # type: ignore[arg-type]
    if spread.after > 0:
        assert all(panel.buffer(0.6).contains(shape) for shape in placed)
        assert all(shape.distance(said) > 0 for shape in placed)
        assert all(one.distance(other) > 0 for one, other in combinations(placed, 2))
    again = spread_evenly(spread.plan, "s2")
    assert again.after >= spread.after
    turned = [place.angle_deg for place in spread.plan.steps[-1].region.places]  # type: ignore[union-attr]
    assert turned == [float(angle) for *_, angle in at], "what is turned stays so"
    assert spread_evenly(whole, "s2") == spread


def test_a_small_thing_is_not_swallowed_by_a_large_figure() -> None:
    """A drop in the middle, and an image so large that its rim would run round it with the most room."""
    drop = lay("blue", Print(BuiltIn("dot"), 4.0, (At(50.0, 50.0),)), "stamp", touch="first", passes=1, onto="dry")
    star = Print(BuiltIn("dot"), 44.0, (At(50.0, 52.0),))
    spread = spread_evenly(stamped(star, drop, side=SIDE), "s2")
    assert spread.after > 0
    assert shapes(spread.plan)[0].distance(print_shape(drop.region, SIDE, SIDE, 0)) > 0  # type: ignore[arg-type]


def test_what_stands_keeps_its_height() -> None:
    row = Print(BuiltIn("saguaro"), 30.0, tuple(At(20.0 + 4 * i, 150.0) for i in range(3)), stands="stands")
    spread = spread_evenly(stamped(row), "s1")
    places = spread.plan.steps[-1].region.places  # type: ignore[union-attr]
    assert [place.y_mm for place in places] == [150.0] * 3
    assert spread.after > spread.before


def test_what_has_no_room_is_refused_in_words() -> None:
    large = Print(BuiltIn("fern"), 400.0, (At(60.0, 80.0), At(70.0, 90.0)))
    with pytest.raises(BadInput, match="no room"):
        spread_evenly(stamped(large), "s1")
    with pytest.raises(BadInput, match="no images"):
        spread_evenly(plan(lay("pale")), "s1")


@pytest.mark.parametrize("gap_mm", [70.0, 95.0, 120.0])
def test_a_strip_is_threaded_through_the_gap(gap_mm: float) -> None:
    """Two rows of figures with a gap of an inch and a half between them, wherever it lies."""
    rows = Print(BuiltIn("star"), 24.0, tuple(At(x, y) for y in (gap_mm - 32, gap_mm + 32) for x in (25.0, 60.0, 95.0)))
    strip = Piece("strip", "strip", SMOOTH, 100.0, 16.0, 60.0, 20.0)
    whole = replace(stamped(rows), pieces=(strip,))
    threaded = thread_strip(whole, "strip")
    ensure_sound(threaded)
    lies = piece_shape(threaded, "strip")
    assert all(lies.distance(star) > 0 for star in shapes(whole))
    assert threaded.pieces[0].y_mm == pytest.approx(gap_mm, abs=4.0), "as clear of what is above as of what is below"
    assert threaded.pieces[0].x_mm == strip.x_mm
    with pytest.raises(BadInput, match="no figure"):
        thread_strip(replace(whole, steps=()), "strip")
