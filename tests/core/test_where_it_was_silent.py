"""What was silent, or cried wolf, of prints beside prints, relief, drops and sheets: each on plans that have it and on near misses of other
techniques, formats and inks."""

from dataclasses import replace

import pytest

from cielo.core.advice.judge import checked, judge, troubles
from cielo.core.geometry.printing import finest_mm, finest_share, image_shape
from cielo.core.order.arrange import in_order
from cielo.core.plan import (
    At,
    Brush,
    BuiltIn,
    Card,
    Dry,
    EdgeMask,
    Halo,
    Inside,
    LayMask,
    LiftMask,
    Mask,
    Motif,
    OwnImage,
    Patches,
    Plan,
    Prepare,
    Pressed,
    Print,
    Refers,
    Reveals,
    Spot,
    Step,
    StickOn,
    Tapes,
    Water,
    Whole,
    Words,
    ensure_sound,
)
from cielo.core.table.purpose import settled
from tests.core.test_every_check import MASKS, REPEAT, SMOOTH, lay, low, plan, top

WIDE = Card(152.4, 101.6, "top", Reveals(6.0, 6.0, 6.0, 6.0))
DRY, HARD = Dry("", "air", 90.0), Dry("", "air", 600.0)
MARKED = Prepare("", "register")
STRIP = Tapes("strip", "strip", 60.0, 60.0, 0.0, 40.0)
UPRIGHT = Tapes("strip", "strip", 40.0, 50.0, 90.0, 50.0)
EDGE = EdgeMask("edge", "edge", 60.0, 76.0, "straight")
HEAT = Dry("", "heat", 2.0)


def image(ink: str, motif: Motif, size: float, *at: tuple[float, float], turned: float = 0.0, **more: object) -> Brush:
    region = Print(BuiltIn(motif), size, tuple(At(x, y, turned) for x, y in at))
    return replace(Brush("", ink, "stamp", replace(region, **more), "first", 1, "dry"))  # type: ignore[arg-type]


def said(ink: str, x: float, y: float, **more: object) -> Brush:
    return replace(Brush("", ink, "stamp", Words("GROW", x, y, 9.0), "first", 1, "dry"), **more)  # type: ignore[arg-type]


def under(mask: object, *steps: Step, card: Card | None = None) -> Plan:
    key = mask.key  # type: ignore[attr-defined]
    laid = plan(LayMask("", key), *steps, LiftMask("", key), masks=(*(m for m in MASKS if m.key != key), mask))
    return replace(laid, card=card) if card else laid


def spread_over(tool: str, ink: str, **more: object) -> Brush:
    return replace(Brush("", ink, tool, Whole(), "full", 1, "damp"), **more)  # type: ignore[arg-type]


PASTE = (LayMask("", "repeat"), lay("paste", tool="knife"), LiftMask("", "repeat"))
SLID = replace(REPEAT, key="second", motif="star", name="star", x_mm=REPEAT.x_mm + 1.2)
CASES: list[tuple[str, Plan, Plan]] = [
    # The second image aside.
    ("register-lost", plan(MARKED, image("yellow", "moth", 40, (60, 80)), DRY, image("dark", "moth", 40, (61.2, 80.9), turned=3.0)),
     plan(MARKED, image("yellow", "moth", 40, (60, 80)), DRY, image("dark", "moth", 40, (60, 80)))),
    ("register-lost", plan(said("red", 60, 50), DRY, said("dark", 61.5, 50), card=WIDE),
     plan(said("red", 60, 30), DRY, said("dark", 61.5, 60), card=WIDE)),
    ("register-lost", plan(image("pale", "leaf", 40, (60, 80)), DRY, image("blue", "leaf", 40, (61, 81))),
     plan(image("blue", "leaf", 40, (60, 80)), DRY, replace(image("pale", "leaf", 40, (61, 81)), refers=Refers("s1", "behind")))),
    # Over the figure in front.
    ("overprint-shows", plan(image("dark", "moth", 40, (60, 80), front=True), DRY, image("pigment", "reeds", 60, (60, 85))),
     plan(image("dark", "moth", 40, (60, 40), front=True), DRY, image("pigment", "reeds", 50, (60, 130)))),
    ("overprint-shows", plan(lay("blue"), DRY, image("dark", "snail", 30, (50, 45), front=True), DRY, image("white", "fern", 40, (50, 45)),
                             card=WIDE),
     plan(image("dark", "snail", 30, (40, 45), front=True), DRY, image("dark", "fern", 30, (110, 45)), card=WIDE)),
    ("overprint-shows", plan(image("dark", "saguaro", 80, (60, 90)), DRY, image("black", "moth", 20, (60, 100))),
     plan(image("pale", "saguaro", 80, (60, 90)), DRY, image("black", "moth", 20, (60, 100)))),
    # Across the tapes.
    ("motif-cut", under(STRIP, image("dark", "moth", 60, (60, 60))), under(STRIP, image("dark", "moth", 30, (60, 60)))),
    ("motif-cut", under(UPRIGHT, said("blue", 60, 40), card=WIDE), under(UPRIGHT, said("blue", 40, 40), card=WIDE)),
    # A set of stencils slipped.
    ("rank-repeats", plan(LayMask("", "repeat"), lay("yellow"), LiftMask("", "repeat"), DRY, LayMask("", "second"), lay("dark", onto="dry"),
                          LiftMask("", "second"), masks=(REPEAT, SLID)),
     plan(LayMask("", "repeat"), lay("yellow"), LiftMask("", "repeat"), DRY, LayMask("", "second"), lay("dark", onto="dry"),
          LiftMask("", "second"), masks=(REPEAT, replace(SLID, x_mm=REPEAT.x_mm)))),
    # On relief.
    ("seeps-under", plan(*PASTE, HARD, LayMask("", "land"), lay("blue"), LiftMask("", "land")),
     plan(LayMask("", "land"), lay("blue"), LiftMask("", "land"), DRY, *PASTE, HARD)),
    ("seeps-under", plan(lay("paste", low(60, 0), "knife"), HARD, LayMask("", "land"), lay("red", top(120)), LiftMask("", "land")),
     plan(lay("paste", top(30, 0), "knife"), HARD, LayMask("", "land"), lay("red", top(120)), LiftMask("", "land"))),
    # Heat on drops.
    ("heat-on-drops", plan(lay("blue"), DRY, spread_over("coarse-splatter", "dark"), HEAT),
     plan(lay("blue"), DRY, spread_over("coarse-splatter", "dark"), DRY)),
    ("heat-on-drops", plan(lay("pigment"), DRY, spread_over("coarse-splatter", "white"), HEAT, card=WIDE),
     plan(lay("pigment"), DRY, spread_over("coarse-splatter", "white"), Dry("", "air", 15.0), HEAT, card=WIDE)),
    ("heat-on-drops", plan(lay("blue"), DRY, Water("", "coarse-splatter", top(60), "medium", False), HEAT),
     plan(lay("blue"), DRY, Water("", "coarse-splatter", top(60), "medium", True), HEAT)),
    # Heat long after embossing.
    ("heat-on-embossing", plan(said("powder", 60, 40), lay("blue"), Dry("", "heat", 5.0)),
     plan(said("powder", 60, 40), lay("blue"), Dry("", "heat", 2.0))),
    ("heat-on-embossing", plan(LayMask("", "repeat"), lay("powder", tool="dauber"), LiftMask("", "repeat"), lay("red"), Dry("", "heat", 6.0),
                               card=WIDE),
     plan(lay("red"), Dry("", "heat", 6.0), LayMask("", "repeat"), lay("powder", tool="dauber"), LiftMask("", "repeat"), card=WIDE)),
    # White worked into damp dark.
    ("wet-over-wet", plan(lay("dark", top(60), passes=8), lay("white", top(40))),
     plan(lay("dark", top(60), passes=8), Dry("", "air", 20.0), lay("white", top(40)))),
    ("wet-over-wet", plan(lay("blue", low(60), passes=8, tool="foam"), lay("white", low(40), tool="foam"), card=WIDE),
     plan(lay("pale", low(60), passes=8, tool="foam"), lay("white", low(40), tool="foam"), card=WIDE)),
    # A sheet that prints by its own back lies there already.
    ("without-its-stencil", plan(LayMask("", "repeat"), lay("blue", Pressed("repeat"), "stamp"), LiftMask("", "repeat")),
     plan(lay("blue", Pressed("repeat"), "stamp"))),
    ("without-its-stencil", plan(LayMask("", "full"), lay("dark", Pressed("full", 1.5), "stamp"), LiftMask("", "full"), card=WIDE),
     plan(lay("dark", Pressed("full", 1.5), "stamp"), card=WIDE)),
    # A straight edge that only guides a ray is no horizon; land is.
    ("horizon-crosses-sun", plan(LayMask("", "moon"), lay("blue"), LayMask("", "edge"), lay("dark", Inside("edge")), LiftMask("", "edge"),
                                 LiftMask("", "moon"), masks=(*MASKS, EDGE)),
     plan(LayMask("", "moon"), lay("blue"), LayMask("", "edge"), lay("dark", Halo("edge", 20)), LiftMask("", "edge"), LiftMask("", "moon"),
          masks=(*MASKS, EDGE))),
    # So much hybrid ink streaks where there is room for a brush, and not in a small opening.
    ("hybrid-streaks", plan(lay("hybrid", passes=12)), under(replace(REPEAT, size_mm=9.0, pitch_mm=12.0), lay("hybrid", passes=12))),
    # What is smooshed again and again is a whole ground.
    ("static-on-dark", plan(*(lay("blue", tool="mat", passes=3, seed=n) for n in range(7)), HARD, said("powder", 60, 40)),
     plan(lay("blue", tool="mat", passes=1), HARD, said("powder", 60, 40))),
    # Ink that nobody would miss.
    ("wasted-ink", plan(lay("yellow", top(60)), DRY, lay("black", passes=12)), plan(lay("yellow"), DRY, lay("black", low(60), passes=12))),
    ("wasted-ink", plan(lay("pale", low(40, 5)), DRY, lay("blue", Patches(22, 0.4), "sponge"), DRY, lay("paste", low(60), "knife", 3,
                        touch="full"), card=WIDE),
     plan(lay("pale", low(40, 5)), DRY, lay("blue", Patches(22, 0.4), "sponge"), DRY, lay("paste", top(20), "knife"), card=WIDE)),
]  # fmt: skip
NAMES = [f"{code}-{n}" for n, (code, _, _) in enumerate(CASES)]


def codes(of: Plan) -> list[str]:
    return [finding.code for finding in judge(of)]


@pytest.mark.parametrize(("code", "wrong", "right"), CASES, ids=NAMES)
def test_it_is_told_once_where_it_is_and_nowhere_else(code: str, wrong: Plan, right: Plan) -> None:
    ensure_sound(wrong)
    ensure_sound(right)
    assert codes(settled(wrong)).count(code) == 1, "one cause is told once"
    assert code not in codes(settled(right))


@pytest.mark.parametrize(("code", "wrong", "right"), CASES, ids=NAMES)
def test_its_remedy_clears_it_and_raises_nothing_and_stays_in_order(code: str, wrong: Plan, right: Plan) -> None:
    finding = next(one for one in judge(settled(wrong)) if one.code == code)
    remedy = finding.remedy
    assert remedy is not None
    assert remedy.label == remedy.label.strip()
    assert {one.code for one in troubles(checked(remedy.plan))} <= {one.code for one in troubles(checked(settled(wrong)))} - {
        code
    }
    after = in_order(settled(remedy.plan)).plan
    assert code not in {one.code for one in checked(after)}, "it survives the order"


def test_what_is_not_seen_at_all_is_told_once() -> None:
    dots = replace(image("white", "dot", 1.0, (30, 30), (60, 60)), tool="pen")
    told = [finding.code for finding in troubles(judge(settled(plan(dots, stock=SMOOTH))))]
    assert len(told) == 1


@pytest.mark.parametrize(("first", "last", "told"), [("yellow", "dark", True), ("pale", "red", True), ("dark", "dark", False)])
@pytest.mark.parametrize("mask", [REPEAT, EDGE])
def test_of_several_cards_a_sheet_is_wiped_for_the_next(mask: Mask, first: str, last: str, told: bool) -> None:
    of = settled(under(mask, lay(first), lay(last)))
    finding = next((one for one in judge(of) if one.code == "wipe-for-the-next"), None)
    assert (finding is not None) == told
    assert not told or (finding is not None and finding.severity == "remind")
    assert troubles(judge(of)) == ()
    if finding is not None:
        assert finding.remedy is not None
        assert "wipe-for-the-next" not in codes(finding.remedy.plan)


@pytest.mark.parametrize("stuck", [lay("paste", top(40), "knife"), StickOn("", "drops", "clear", 4.0, 1.0, (Spot(30.0, 30.0),))])
def test_what_stands_wet_when_the_card_is_done_is_told(stuck: Step) -> None:
    wrong, right = settled(plan(lay("pale"), DRY, stuck)), settled(plan(lay("pale"), DRY, stuck, HARD))
    finding = next(one for one in judge(wrong) if one.code == "finish-not-dry")
    assert finding.remedy is not None
    assert "finish-not-dry" not in codes(finding.remedy.plan)
    assert "finish-not-dry" not in codes(right)


BAR = OwnImage("bar", (((0, 0), (40, 0), (40, 4), (0, 4)),))


@pytest.mark.parametrize("image", [BuiltIn("dot"), BuiltIn("stone"), BuiltIn("grasses"), BuiltIn("fern"), BAR])
def test_the_finest_part_of_a_stamp_is_what_is_lost_when_it_is_worn_away(image: BuiltIn | OwnImage) -> None:
    share = finest_share(image)
    shape = image_shape(image)
    finer, coarser = (shape.buffer(-w / 2).buffer(w / 2).area / shape.area for w in (share * 0.9, share * 1.1))
    assert finer > 0.85 >= coarser or share > 0.39
    if isinstance(image, OwnImage):
        assert share == pytest.approx(0.1, abs=0.002), "a bar is as fine as it is wide"
    assert finest_mm(Print(image, 50.0, (At(1, 1),))) == pytest.approx(50 * share)


def test_a_stamp_of_fine_parts_is_touched_not_pressed_and_that_is_said_once() -> None:
    size = round(0.4 / finest_share(BuiltIn("grasses")), 1)
    assert size > 8, "it is not told for its size"
    fine = image("dark", "grasses", size, (40, 60), (80, 60))
    assert codes(settled(plan(fine, image("blue", "grasses", size, (60, 120))))).count("stamp-blurs") == 1
    assert "stamp-blurs" not in codes(settled(plan(image("dark", "stone", 30, (60, 60)))))
