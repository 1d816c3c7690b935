"""Pieces made beside the panel: each a plan of its own, put back into the whole; the whole put together, by arithmetic and Shapely."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from cielo.app.day import DayWish, plan_day
from cielo.app.sheets import run_sheet
from cielo.core.advice.judge import judge
from cielo.core.advice.supplies import OnShelf, Supplies, not_on_shelf
from cielo.core.geometry.envelopes import pile_mm
from cielo.core.geometry.pieces import pieces_of
from cielo.core.geometry.putting_on import piece_shape
from cielo.core.materials import MeasuredCrossing, Stock
from cielo.core.optics.gamut import hex_from_lab
from cielo.core.order.arrange import in_order
from cielo.core.plan import (
    Belongs,
    Card,
    Mat,
    Piece,
    Plan,
    Prepare,
    Reveals,
    Turned,
    ensure_sound,
    on_stock,
    plan_of_piece,
    with_piece,
    with_piece_plan,
    without_piece,
)
from cielo.core.say.step import say
from cielo.core.simulation.assembled import assembled
from cielo.core.simulation.grid import grid_of
from cielo.core.simulation.layers import SHADOW
from cielo.core.simulation.run import picture
from cielo.core.table.purpose import settled
from cielo.demo.shelf import STOCKS
from cielo.errors import BadInput, NotFound
from cielo.exchange.plan_file import read_plan, write_plan
from tests.core.random_plans import plans
from tests.core.test_every_check import AIR, MOUNT, NIGHT, ROUGH, SMOOTH, lay, low, plan, top

STRIP = Piece("piece-1", "strip", NIGHT, 90.0, 16.0, 60.0, 140.0, raised_mm=1.5)
CIRCLE = Piece("piece-2", "circle", SMOOTH, 35.0, 35.0, 60.0, 60.0, "round")
GROUND = plan(lay("pale", top(90)), lay("blue", low(90)))


def beside(of: Plan, *pieces: Piece) -> Plan:
    return replace(of, pieces=pieces)


@given(plans(), st.floats(10, 120), st.floats(10, 120))
@settings(max_examples=30, deadline=None, suppress_health_check=list(HealthCheck))
def test_a_piece_is_a_plan_of_its_own_and_goes_back_as_it_was(own: Plan, width: float, height: float) -> None:
    piece = replace(CIRCLE, width_mm=width, height_mm=height, masks=own.masks, steps=own.steps)
    whole = beside(GROUND, STRIP, piece)
    try:
        ensure_sound(whole)
    except BadInput:
        return  # its bands lie beyond so small a piece
    part = plan_of_piece(whole, "piece-2")
    assert (part.card.panel_width_mm, part.card.panel_height_mm) == pytest.approx((width, height))
    back = with_piece_plan(whole, "piece-2", part)
    assert replace(back, pieces=()) == replace(whole, pieces=())
    assert back.pieces[1].steps == piece.steps
    assert read_plan(write_plan(whole)) == whole
    worked_on = replace(part, steps=in_order(part).plan.steps)
    assert with_piece_plan(whole, "piece-2", worked_on).steps == whole.steps, "the panel is left alone"
    assert {finding.code for finding in judge(part)} == {finding.code for finding in judge(plan_of_piece(whole, "piece-2"))}


def test_what_is_wrong_with_a_piece_is_refused_with_its_field() -> None:
    wrong = beside(GROUND, replace(STRIP, steps=(replace(lay("blue"), id="s1", ink="plum"),)))
    with pytest.raises(BadInput) as refused:
        ensure_sound(wrong)
    assert refused.value.field == "pieces[0].steps[0].ink"
    with pytest.raises(BadInput, match="stands there twice"):
        ensure_sound(beside(GROUND, STRIP, STRIP))
    with pytest.raises(NotFound):
        plan_of_piece(GROUND, "piece-9")
    assert without_piece(with_piece(GROUND, STRIP), "piece-1") == GROUND


def test_the_card_put_together_shows_each_piece_where_it_lies() -> None:
    inked = replace(CIRCLE, steps=settled(plan(lay("red", passes=9))).steps)
    whole = beside(GROUND, STRIP, inked)
    card = whole.card
    rgb = assembled(whole, 40).astype(float)
    assert rgb.shape[:2] == (round(card.height_mm / 25.4 * 40), round(card.width_mm / 25.4 * 40))
    bare = assembled(GROUND, 40).astype(float)

    def at(x_mm: float, y_mm: float, of: np.ndarray = rgb) -> np.ndarray:
        row, column = ((mm / 25.4 * 40) for mm in (y_mm + card.reveals.top_mm, x_mm + card.reveals.left_mm))
        return np.asarray(of[int(row), int(column)])

    own = plan_of_piece(whole, "piece-2")
    middle = picture(own, grid_of(own.card, 40)).astype(float)
    assert np.abs(at(60, 60) - middle[middle.shape[0] // 2, middle.shape[1] // 2]).max() < 6
    assert np.abs(at(60 + 17.0, 60 + 17.0) - at(60 + 17.0, 60 + 17.0, bare)).max() == 0, "beside the circle, in its square"
    assert at(60, 140).mean() < 90, "the strip is of dark stock"
    assert at(60, 149.3).mean() < at(60, 149.3, bare).mean() - 4, "its shadow below it"
    assert at(60, 149.3).mean() > at(60, 149.3, bare).mean() * (1 - SHADOW) - 1
    assert np.array_equal(assembled(whole, 40), assembled(whole, 40))


def test_what_hangs_over_is_trimmed_flush() -> None:
    over = replace(CIRCLE, x_mm=0.0)
    width = GROUND.card.panel_width_mm
    hanging, flush = (piece_shape(beside(GROUND, replace(over, flush=trimmed)), "piece-2") for trimmed in (False, True))
    assert hanging.bounds[0] == pytest.approx(-17.5, abs=0.1)
    assert flush.bounds[0] == 0.0
    assert flush.area == pytest.approx(hanging.area / 2, rel=0.01)
    assert flush.bounds[2] <= width


def test_every_piece_is_cut_once_and_counts_in_the_pile() -> None:
    whole = beside(GROUND, STRIP, CIRCLE)
    names = [piece.name for piece in pieces_of(whole)]
    assert names.count("strip") == names.count("circle") == 1
    cut = next(piece for piece in pieces_of(whole) if piece.name == "circle")
    assert cut.width_mm == pytest.approx(35.0, abs=0.1)
    assert cut.of == SMOOTH.name
    assert pile_mm(whole) == pytest.approx(pile_mm(GROUND) + NIGHT.thickness_mm + 1.5)


def test_a_second_print_carries_its_own_purposes() -> None:
    first = settled(plan(lay("pale"), AIR, lay("dark", low(60))))
    whole = beside(first, replace(CIRCLE, steps=first.steps, masks=first.masks))
    part = plan_of_piece(whole, "piece-2")
    assert in_order(part).changes == ()


@pytest.mark.parametrize("makers", [1, 2, 3])
def test_the_day_makes_every_piece_before_the_panel_is_mounted(makers: int) -> None:
    own = plan(lay("red"), AIR, lay("dark", low(20), onto="dry"))
    whole = beside(plan(lay("pale"), AIR, MOUNT), replace(STRIP, steps=own.steps), replace(CIRCLE, steps=own.steps[:1]))
    day = plan_day(whole, DayWish(cards=2, makers=makers))
    assert len(day.entries) == 2 * (3 + 3 + 1)
    at = {(entry.card, entry.step): entry for entry in day.entries}
    for card in (1, 2):
        mounting = at[card, "s3"]
        for key in ("piece-1~s3", "piece-2~s1"):
            assert at[card, key].end_s <= mounting.start_s
        assert at[card, "piece-1~s1"].end_s <= at[card, "piece-1~s2"].start_s, "a piece in its own order"
        assert at[card, "piece-1~s3"].says.startswith("The strip. ")
        assert at[card, "piece-1~s3"].number == 3
    if makers > 1:
        alone = plan_day(whole, DayWish(cards=2, makers=1))
        assert day.timetable.length_s < alone.timetable.length_s, "others make the pieces meanwhile"


def test_the_base_itself_is_as_large_as_the_card_lies_under_all_and_is_cut_once() -> None:
    """Whatever size a file gives it; ink on it shows round the panel and nowhere else, and the pile is no thicker for it."""
    framed = replace(GROUND, card=replace(GROUND.card, reveals=Reveals(6, 8, 6, 8), width_mm=120.0, height_mm=160.0))
    base = Piece("piece-1", "front of the base", NIGHT, 30.0, 30.0, 0.0, 0.0, belongs="base")
    whole, plain = beside(framed, base), beside(framed)
    ensure_sound(whole)
    own = plan_of_piece(whole, "piece-1")
    assert (own.card.panel_width_mm, own.card.panel_height_mm) == pytest.approx((120.0, 160.0))
    seen, before = assembled(whole, 40).astype(int), assembled(plain, 40).astype(int)
    changed = np.abs(seen - before).max(axis=-1) > 20
    rows, columns = changed.shape
    edge = [round(8 / 160 * rows), round(6 / 120 * columns)]
    inner = changed[edge[0] + 1 : -edge[0] - 1, edge[1] + 1 : -edge[1] - 1]
    assert not inner.any(), "the panel hides it"
    assert changed[: edge[0] - 1].all()
    assert changed[:, : edge[1] - 1].all()
    assert pile_mm(whole) == pile_mm(plain)
    named = [piece.name for piece in pieces_of(whole)]
    assert named == [piece.name for piece in pieces_of(plain)]
    assert next(piece for piece in pieces_of(whole) if piece.name == "base").of == NIGHT.name
    assert read_plan(write_plan(whole)) == whole
    with pytest.raises(BadInput, match="one base"):
        ensure_sound(beside(framed, base, replace(base, key="piece-2")))


@pytest.mark.parametrize("belongs", ["inside", "envelope"])
def test_what_is_inside_or_on_the_envelope_is_not_seen_from_the_front(belongs: Belongs) -> None:
    hidden = replace(STRIP, belongs=belongs)
    assert np.array_equal(assembled(beside(GROUND, hidden), 30), assembled(beside(GROUND), 30))
    assert pile_mm(beside(GROUND, hidden)) == pile_mm(GROUND)
    inked = replace(hidden, steps=(replace(lay("red"), id="s1"),))
    assert run_sheet(beside(GROUND, inked)) != run_sheet(GROUND)


@pytest.mark.parametrize("stock", STOCKS, ids=lambda stock: stock.name)
def test_a_crossing_that_was_measured_on_one_stock_says_nothing_of_a_piece_of_another(stock: Stock) -> None:
    """Held to the same steps on a panel of that stock with nothing measured, and to the whole where the stock is the same."""
    steps = (lay("pale", passes=3), lay("blue", passes=3))
    whole = replace(plan(*steps), crossings=(MeasuredCrossing("pale", "blue", (40.0, 40.0, 10.0)),))
    for made_of in (stock, whole.stock):
        piece = replace(STRIP, stock=made_of, steps=steps)
        own = plan_of_piece(beside(whole, piece), piece.key)
        alone = replace(own, crossings=whole.crossings if made_of == whole.stock else ())
        assert np.array_equal(picture(own, grid_of(own.card, 20)), picture(alone, grid_of(alone.card, 20)))
        known = picture(replace(own, crossings=whole.crossings), grid_of(own.card, 20))
        assert np.array_equal(picture(own, grid_of(own.card, 20)), known) == (made_of == whole.stock)


def test_on_another_stock_nothing_is_known_that_was_measured_on_the_first() -> None:
    """A crossing is measured on one stock; a remedy or a colourway on another does not take it along."""
    crossing = MeasuredCrossing("pale", "blue", (40.0, 30.0, 10.0))
    whole = replace(plan(lay("pale"), lay("blue")), crossings=(crossing,))
    assert on_stock(whole, whole.stock) == whole
    assert on_stock(whole, NIGHT).crossings == ()
    assert on_stock(whole, NIGHT).stock == NIGHT
    shelf = Supplies(OnShelf(whole.inks, (ROUGH, replace(SMOOTH, key="other", name="Other")), {}))
    [finding] = [one for one in not_on_shelf(whole, shelf) if one.code == "not-on-shelf" and one.step is None]
    remedy = finding.remedy
    assert remedy is not None
    assert remedy.plan.stock.key == "other"
    assert remedy.plan.crossings == ()


def framed(turned: Turned, width: float = 127.0, height: float = 177.8, **reveals: float) -> Plan:
    """A panel with a strip on foam, on a base that shows more at the bottom."""
    border = Reveals(**({"left_mm": 6.0, "top_mm": 6.0, "right_mm": 6.0, "bottom_mm": 20.0} | reveals))
    whole = beside(plan(lay("pale", top(60)), lay("blue", low(60)), MOUNT), replace(STRIP, x_mm=50.0, y_mm=40.0, raised_mm=0.0))
    return replace(whole, card=Card(width, height, reveals=border, turned_deg=turned))


def test_upside_down_is_the_panel_turned_and_the_base_as_it_was() -> None:
    upright, turned = assembled(framed(0), 40).astype(int), assembled(framed(180), 40).astype(int)
    px = 40 / 25.4
    panel = (slice(round(6 * px) + 2, round(157.8 * px) - 2), slice(round(6 * px) + 2, round(121 * px) - 2))
    assert np.abs(turned[panel] - upright[panel][::-1, ::-1]).mean() < 2  # but for what half a pixel does
    assert (turned[round(160 * px) :] == upright[round(160 * px) :]).all(), "the broad border stays at the bottom"
    assert np.abs(turned - upright).mean() > 5


def test_a_quarter_turn_takes_the_base_along_unless_the_panel_is_square() -> None:
    assert np.array_equal(assembled(framed(90), 40), np.rot90(assembled(framed(0), 40), -1))
    assert np.array_equal(assembled(framed(270), 40), np.rot90(assembled(framed(0), 40)))
    square = assembled(framed(90, 139.0, 153.0), 40).astype(int)
    assert square.shape == assembled(framed(0, 139.0, 153.0), 40).shape
    assert (square[-20:] == assembled(framed(0, 139.0, 153.0), 40)[-20:]).all()


@pytest.mark.parametrize(("turned", "said"), [(0, "base."), (90, "left side is at the top."), (180, "turned upside down.")])
def test_how_the_finished_panel_is_turned_is_said_where_it_is_mounted(turned: Turned, said: str) -> None:
    whole = framed(turned)
    assert say(whole, next(step for step in whole.steps if isinstance(step, Prepare))).endswith(said)
    assert read_plan(write_plan(whole)) == whole


def test_the_back_of_the_panel_is_the_same_sheet_and_hides_nothing() -> None:
    back = Piece("back", "back", NIGHT, 20.0, 20.0, 0.0, 0.0, belongs="back", steps=plan(lay("pale", top(40))).steps)
    whole = beside(GROUND, back)
    ensure_sound(whole)
    own = plan_of_piece(whole, "back")
    assert own.stock == whole.stock, "one sheet has one stock"
    assert (own.card.panel_width_mm, own.card.panel_height_mm) == pytest.approx(
        (whole.card.panel_width_mm, whole.card.panel_height_mm)
    )
    assert np.array_equal(assembled(whole, 40), assembled(GROUND, 40))
    assert [piece.key for piece in pieces_of(whole)] == [piece.key for piece in pieces_of(GROUND)], "nothing more is cut"
    with pytest.raises(BadInput, match="one back"):
        ensure_sound(beside(GROUND, back, replace(back, key="another")))


@pytest.mark.parametrize("stock", STOCKS, ids=lambda stock: stock.name)
def test_base_and_mats_have_the_colour_of_their_stock_at_every_side_however_wide_each_shows(stock: Stock) -> None:
    card = replace(
        GROUND.card,
        reveals=Reveals(4.0, 6.0, 8.0, 5.0),
        mats=(Mat("unknown", Reveals(5.0, 4.0, 3.0, 6.0)), Mat(stock.name, Reveals(3.0, 5.0, 4.0, 7.0), stock.paper.lab)),
        base_lab=(40.0, 20.0, -30.0),
    )
    rgb = assembled(replace(GROUND, card=card, pieces=()), 50).astype(int)
    rows, columns = rgb.shape[:2]
    down, across = rows / card.height_mm, columns / card.width_mm

    def round_it(left: float, top: float, right: float, bottom: float) -> list[np.ndarray]:
        """The colours half way up or along each side, so far in from the card's edges, mm."""
        places = (
            (rows // 2, int(left * across)),
            (int(top * down), columns // 2),
            (rows // 2, columns - 1 - int(right * across)),
            (rows - 1 - int(bottom * down), columns // 2),
        )
        return [rgb[place] for place in places]

    base, paper = ([int(hex_from_lab(lab)[i : i + 2], 16) for i in (1, 3, 5)] for lab in ((40.0, 20.0, -30.0), stock.paper.lab))
    assert np.abs(np.array(round_it(2, 3, 4, 2.5)) - base).max() <= 1
    assert np.abs(np.array(round_it(5.5, 8.5, 10, 8.5)) - paper).max() <= 1
    inner = np.array(round_it(9, 13, 13.5, 15))
    assert np.ptp(inner, axis=0).max() == 0, "what is known by its name alone is plain"
    assert np.ptp(inner[0]) == 0
    assert inner.min() > 180
