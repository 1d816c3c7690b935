"""What goes wrong when the card is put together, each kind on plans that have it and on near misses, other pieces, sizes and inks; and the
one list of what is seen, against Shapely by hand."""

from dataclasses import replace

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from shapely import box

from cielo.core.advice.judge import CARD_CHECKS, judge, troubles
from cielo.core.advice.seen import seen_on_card
from cielo.core.order.arrange import in_order
from cielo.core.plan import (
    At,
    Brush,
    BuiltIn,
    Card,
    Cut,
    Dry,
    InPrint,
    Piece,
    Plan,
    Print,
    PutOn,
    Reveals,
    Step,
    Water,
    Whole,
    Words,
)
from cielo.core.table.purpose import settled
from tests.core.test_every_check import NIGHT, SMOOTH, lay, low, plan, top
from tests.core.test_run import numbered

DRY = Dry("", "air", 90.0)
STRIP = Piece("strip", "strip", SMOOTH, 80.0, 16.0, 60.0, 140.0, raised_mm=1.5)
ROUND = Piece("round", "circle", NIGHT, 36.0, 36.0, 60.0, 60.0, "round")
ON_STRIP, ON_ROUND = PutOn("", "strip"), PutOn("", "round")
SECOND = Piece("second", "second print", SMOOTH, 120.65, 171.45, 60.325, 85.725)
HOLE = Cut("hole", "square", "spotlight", "rectangle", 60.0, 85.0, 40.0, 40.0)
TURNED = replace(plan().card, turned_deg=180)
WIDE = Card(152.4, 101.6, "top", Reveals(6.0, 6.0, 6.0, 6.0))


def words(x: float, y: float, angle: float = 0.0, text: str = "NIGHT") -> Step:
    return Brush("", "dark", "stamp", Words(text, x, y, 8.0, "plain", angle), "first", 1, "dry")


def figure(x: float, y: float, *more: At, size: float = 40.0, angle: float = 0.0, motif: str = "saguaro") -> Step:
    region = Print(BuiltIn(motif), size, (At(x, y, angle), *more), stands="stands")  # type: ignore[arg-type]
    return Brush("", "dark", "stamp", region, "first", 1, "dry")


def with_steps(piece: Piece, *steps: Step, **more: object) -> Piece:
    return replace(piece, steps=numbered(*steps), **more)  # type: ignore[arg-type]


TREES = figure(40.0, 60.0, At(85.0, 110.0), size=60.0)
CASES: list[tuple[str, Plan, Plan]] = [
    ("piece-covers", plan(words(60, 140), ON_STRIP, pieces=(STRIP,)), plan(words(60, 110), ON_STRIP, pieces=(STRIP,))),
    ("piece-covers", plan(words(60, 60), ON_ROUND, pieces=(ROUND,)), plan(words(60, 95), ON_ROUND, pieces=(ROUND,))),
    ("piece-covers", plan(figure(60, 60, size=44), ON_ROUND, pieces=(ROUND,)), plan(figure(60, 84, size=44), ON_ROUND, pieces=(ROUND,))),
    ("piece-covers", plan(words(75, 50), ON_STRIP, card=WIDE, pieces=(replace(STRIP, x_mm=70.0, y_mm=52.0, angle_deg=20.0),)),
     plan(words(75, 20), ON_STRIP, card=WIDE, pieces=(replace(STRIP, x_mm=70.0, y_mm=60.0, angle_deg=10.0),))),
    # Words on a piece that another piece is put on after it, and before it.
    ("piece-covers", plan(ON_STRIP, ON_ROUND, pieces=(with_steps(STRIP, words(40, 8)), replace(ROUND, y_mm=140.0))),
     plan(ON_ROUND, ON_STRIP, pieces=(with_steps(STRIP, words(40, 8)), replace(ROUND, y_mm=140.0)))),
    # A ground of many figures is covered here and there; one figure is not.
    ("piece-covers", plan(figure(60, 140, size=16.0), ON_STRIP, pieces=(replace(STRIP, x_mm=58.0, y_mm=134.0),)),
     plan(figure(60, 140, At(20, 20), At(60, 60), At(90, 90), size=16.0), ON_STRIP, pieces=(replace(STRIP, x_mm=58.0, y_mm=134.0),))),
    ("hangs-over", plan(ON_STRIP, pieces=(replace(STRIP, x_mm=100.0),)), plan(ON_STRIP, pieces=(replace(STRIP, x_mm=100.0, flush=True),))),
    ("hangs-over", plan(ON_ROUND, pieces=(replace(ROUND, y_mm=-4.0),)), plan(ON_ROUND, pieces=(replace(ROUND, y_mm=20.0),))),
    ("hangs-over", plan(ON_STRIP, card=WIDE, pieces=(replace(STRIP, angle_deg=90.0, y_mm=80.0),)),
     plan(ON_STRIP, card=WIDE, pieces=(replace(STRIP, angle_deg=90.0, y_mm=45.0),))),
    ("upside-down", plan(ON_STRIP, pieces=(with_steps(STRIP, words(40, 8), angle_deg=180.0),)),
     plan(ON_STRIP, pieces=(with_steps(STRIP, words(40, 8, 180.0), angle_deg=180.0),))),
    ("upside-down", plan(words(60, 40), card=TURNED), plan(words(60, 40, 180.0), card=TURNED)),
    ("upside-down", plan(lay("pale"), DRY, figure(60, 140, angle=180.0)), plan(lay("pale"), DRY, figure(60, 140, angle=10.0))),
    ("upside-down", plan(PutOn("", "cactus"), pieces=(Piece("cactus", "cactus", NIGHT, 30.0, 30.0, 60.0, 150.0, "saguaro", 180.0),)),
     plan(PutOn("", "cactus"), pieces=(Piece("cactus", "cactus", NIGHT, 30.0, 30.0, 60.0, 150.0, "round", 180.0),))),
    ("cut-through", plan(words(60, 68), cuts=(replace(HOLE, use="window"),)), plan(words(60, 85), cuts=(HOLE,))),
    ("cut-through", plan(words(60, 85), cuts=(replace(HOLE, use="window"),)), plan(words(60, 30), cuts=(replace(HOLE, use="window"),))),
    ("cut-through", plan(figure(60, 65, size=50), cuts=(replace(HOLE, use="window", outline="round"),)),
     plan(figure(60, 65, size=50), cuts=(HOLE,))),
    ("cut-through", plan(cuts=(HOLE, replace(HOLE, key="b", name="other", x_mm=80.0, y_mm=100.0))),
     plan(cuts=(HOLE, replace(HOLE, key="b", name="other", x_mm=95.0, y_mm=140.0)))),
    ("out-of-register", plan(TREES, PutOn("", "second"), pieces=(with_steps(SECOND, TREES, cuts=(HOLE,), used="cuts", x_mm=62.0),)),
     plan(TREES, PutOn("", "second"), pieces=(with_steps(SECOND, TREES, cuts=(HOLE,), used="cuts"),))),
    ("out-of-register", plan(figure(60, 80, size=70.0), PutOn("", "second"),
     pieces=(with_steps(SECOND, figure(60, 83, size=70.0), cuts=(replace(HOLE, outline="round"),), used="cuts"),)),
     plan(figure(60, 80, size=70.0), PutOn("", "second"),
          pieces=(with_steps(SECOND, figure(60, 83, size=50.0), cuts=(replace(HOLE, outline="round"),), used="cuts"),))),
    ("falls-on-piece", plan(ON_STRIP, lay("red", low(70)), pieces=(STRIP,)), plan(ON_STRIP, lay("red", top(60)), pieces=(STRIP,))),
    ("falls-on-piece", plan(ON_ROUND, Water("", "mister", Whole()), pieces=(ROUND,)),
     plan(ON_ROUND, lay("white", Whole(), "fine-splatter", onto="dry"), pieces=(ROUND,))),
]  # fmt: skip
NAMES = [f"{code}-{n}" for n, (code, _, _) in enumerate(CASES)]


def found(of: Plan, code: str) -> list[str]:
    return [finding.message for finding in judge(of) if finding.code == code]


@pytest.mark.parametrize(("code", "wrong", "right"), CASES, ids=NAMES)
def test_it_is_told_of_a_card_that_has_it_and_not_of_one_that_only_looks_so(code: str, wrong: Plan, right: Plan) -> None:
    told = found(wrong, code)
    assert len(told) == 1, "one cause is told once"
    assert not found(right, code)


@pytest.mark.parametrize(("code", "wrong", "right"), CASES, ids=NAMES)
def test_its_remedy_clears_it_and_raises_nothing_else(code: str, wrong: Plan, right: Plan) -> None:
    finding = next(one for one in judge(wrong) if one.code == code)
    remedy = finding.remedy
    assert remedy is not None
    assert not found(remedy.plan, code)
    before = {one.code for one in troubles(judge(wrong))}
    assert {one.code for one in troubles(judge(remedy.plan))} <= before - {code}


def test_every_code_of_the_card_is_exercised() -> None:
    assert {code for code, _, _ in CASES} == set(CARD_CHECKS)
    assert all(sum(code == other for other, _, _ in CASES) >= 2 for code in CARD_CHECKS)


def test_a_thing_made_by_several_steps_is_one() -> None:
    twice = plan(words(60, 40), words(60.8, 40.5), figure(60, 110), Brush("", "red", "dauber", InPrint("s3")), figure(100, 110))
    things = seen_on_card(twice)
    assert [(thing.kind, thing.steps) for thing in things] == [("words", ("s1", "s2")), ("figure", ("s3",)), ("figure", ("s5",))]


@given(st.floats(20, 100), st.floats(20, 150), st.sampled_from([0.0, 90.0, 180.0, 270.0]))
@settings(max_examples=30, deadline=None, suppress_health_check=list(HealthCheck))
def test_what_is_on_a_piece_lies_where_the_piece_lies(x: float, y: float, angle: float) -> None:
    """By hand: a print in the middle of a piece lies about the piece's middle, turned with it; one at its left end swings round it."""
    image = Print(BuiltIn("leaf"), 10.0, (At(40.0, 8.0), At(10.0, 8.0)))
    piece = with_steps(STRIP, Brush("", "dark", "stamp", image, "first", 1, "dry"), x_mm=x, y_mm=y, angle_deg=angle)
    middle, end, itself = seen_on_card(plan(ON_STRIP, pieces=(piece,)))
    at = box(*middle.shape.bounds).centroid
    assert (at.x, at.y) == pytest.approx((x, y), abs=0.3)
    by = {0.0: (-30.0, 0.0), 90.0: (0.0, -30.0), 180.0: (30.0, 0.0), 270.0: (0.0, 30.0)}[angle]
    swung = box(*end.shape.bounds).centroid
    assert (swung.x, swung.y) == pytest.approx((x + by[0], y + by[1]), abs=0.3)
    assert itself.kind == "piece"
    assert itself.shape.area == pytest.approx(80.0 * 16.0, rel=1e-6)


@pytest.mark.parametrize("piece", [STRIP, ROUND])
def test_a_shuffled_card_with_pieces_comes_back_without_alarm(piece: Piece) -> None:
    made = with_steps(piece, lay("red"), DRY, words(piece.width_mm / 2, piece.height_mm / 2, text="SO"), DRY)
    steps = (lay("pale"), DRY, figure(20, 158, size=30), PutOn("", piece.key))
    right = settled(plan(*steps, pieces=(replace(made, y_mm=60.0, stock=SMOOTH),)))
    assert in_order(right).changes == ()
    assert not troubles(judge(right))
    for order in ((3, 1, 0, 2), (2, 3, 1, 0), (3, 2, 1, 0)):
        mixed = replace(right, steps=tuple(right.steps[i] for i in order))
        back = in_order(mixed).plan
        assert not troubles(judge(back))
        assert back.index_of("s1") < back.index_of("s4"), "put on over what lies under it"
