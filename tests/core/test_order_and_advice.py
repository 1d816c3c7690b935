"""Order, reasons and checks: each code on a plan that has it, a near miss that does not, and a clean plan."""

import re
from collections.abc import Callable
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from cielo.core.advice.judge import judge, troubles
from cielo.core.geometry.formats import FORMATS
from cielo.core.materials import Ink, Paper, Stock, Swatch
from cielo.core.order.arrange import in_order
from cielo.core.order.reasons import reasons
from cielo.core.order.rules import lightness_by_key
from cielo.core.plan import (
    Band,
    Brush,
    Dry,
    Focal,
    Hold,
    LayMask,
    LiftMask,
    Plan,
    Prepare,
    Reveals,
    Stencil,
    Step,
    Water,
    Whole,
    Wipe,
    ensure_sound,
    move_step,
    replace_step,
)
from cielo.core.plan import Wish as PlanWish
from cielo.core.say import say, sentence
from cielo.core.sequence.gradient import GradientWish
from cielo.core.sequence.lightness import light_to_dark, lightness_on
from cielo.core.table.table import suggested_minutes, table_of
from cielo.core.units import inches, say_fine, say_inches, say_length
from cielo.demo.cards import demo_plans
from cielo.errors import BadInput
from tests.core.plans import DARK, INKS, MIDDLE, PALE, STOCK, WHITE, dye, gradient, plan_of


def codes(plan: Plan) -> set[str]:
    return {finding.code for finding in judge(plan)}


def band(step_id: str, ink: str, start: float, end: float, **more: object) -> Brush:
    return replace(Brush(step_id, ink, "large-brush", Band("top", start, end, 10, 10), "light", 3), **more)  # type: ignore[arg-type]


ON, OFF = LayMask("on", "moon"), LiftMask("off", "moon")
DRY = Dry("d", "air", 5)
PALE_TOP, DARK_TOP = band("p", "pale", 0, 60), band("k", "dark", 40, 100)
ROUND_MOON = band("x", "dark", 0, 90), band("y", "middle", 0, 90)
PALE_FIRST = band("x", "pale", 0, 90), band("y", "dark", 0, 90)

CASES: list[tuple[str, tuple[Step, ...], tuple[Step, ...]]] = [
    ("dark-before-light", (DARK_TOP, PALE_TOP), (PALE_TOP, DARK_TOP)),
    ("dark-before-light", (DARK_TOP, PALE_TOP), (band("k", "dark", 120, 160), band("p", "pale", 0, 40))),
    ("dark-before-light", (DARK_TOP, PALE_TOP), (PALE_TOP, DARK_TOP, band("again", "pale", 40, 60))),
    ("unwiped-mask", (ON, *ROUND_MOON, OFF), (ON, ROUND_MOON[0], Wipe("w", "moon"), ROUND_MOON[1], OFF)),
    ("unwiped-mask", (ON, *ROUND_MOON, OFF), (*ROUND_MOON, DRY, ON, OFF)),
    ("unwiped-mask", (ON, *ROUND_MOON, OFF), (ON, *PALE_FIRST, OFF)),
    ("unwiped-mask", (ON, *ROUND_MOON, OFF), (ON, PALE_TOP, band("k", "dark", 110, 150), OFF)),
    (
        "wet-over-wet",
        (PALE_TOP, replace(DARK_TOP, onto="dry")),
        (PALE_TOP, DRY, replace(DARK_TOP, onto="dry")),
    ),
    ("wet-over-wet", (PALE_TOP, replace(DARK_TOP, onto="dry")), (PALE_TOP, DARK_TOP)),
    ("mask-on-damp", (PALE_TOP, ON, OFF), (PALE_TOP, DRY, ON, OFF)),
    ("heavy-first-touch", (replace(PALE_TOP, touch="full"),), (PALE_TOP, replace(PALE_TOP, id="q", touch="full"))),
]


@pytest.mark.parametrize(("code", "has_it", "near_miss"), CASES)
def test_each_check_fires_where_it_should_and_only_there(
    code: str, has_it: tuple[Step, ...], near_miss: tuple[Step, ...]
) -> None:
    assert code in codes(plan_of(*has_it))
    assert code not in codes(plan_of(*near_miss))


@pytest.mark.parametrize(("code", "has_it", "near_miss"), CASES)
def test_every_remedy_clears_its_finding_and_makes_nothing_worse(
    code: str, has_it: tuple[Step, ...], near_miss: tuple[Step, ...]
) -> None:
    before = judge(plan_of(*has_it))
    remedy = next(finding.remedy for finding in before if finding.code == code)
    assert remedy is not None
    after = judge(remedy.plan)
    assert code not in {finding.code for finding in after}
    assert len(after) < len(before)


def test_a_transparent_ink_is_lost_on_a_dark_stock() -> None:
    plan = plan_of(PALE_TOP)
    kraft = replace(plan, stock=Stock("black", "Black", Paper((18.0, 0.0, 0.0), "uncoated")))
    (finding,) = [f for f in judge(kraft) if f.code == "ink-invisible"]
    assert "Pale" in finding.message
    assert "CIEDE2000" in finding.measure
    assert "ink-invisible" not in codes(plan)


@pytest.mark.parametrize("edge", ["top", "bottom", "left", "right"])
@pytest.mark.parametrize("seams", ["lighter-again", "overlap-only"])
def test_proposed_gradients_are_clean(edge: str, seams: str) -> None:
    for plan in (gradient(GradientWish(edge, seams)), gradient(GradientWish(edge, seams, disc=gradient().masks[0]))):  # type: ignore[arg-type]
        assert troubles(judge(plan)) == ()


def test_two_to_five_inks_and_no_others() -> None:
    five = (*INKS, dye("Rose", (60, 40, 0)), dye("Plum", (54, 30, -20)))
    assert troubles(judge(gradient(inks=five))) == ()
    for inks in ((PALE,), (*five, dye("Sixth", (30, 0, 0)))):
        with pytest.raises(BadInput, match="2 to 5 inks"):
            gradient(inks=inks)


def test_light_to_dark_is_judged_on_the_stock_at_hand() -> None:
    """A blue and an orange whose lightness order turns round between a white and an orange-brown stock."""
    blue, orange = dye("Blue", (66.0, -12.0, -34.0)), dye("Orange", (65.0, 42.0, 52.0))
    kraft = Paper((62.0, 14.0, 34.0), "uncoated")
    assert [ink.name for ink in light_to_dark(WHITE, (orange, blue))] == ["Blue", "Orange"]
    assert [ink.name for ink in light_to_dark(kraft, (orange, blue))] == ["Orange", "Blue"]
    assert lightness_on(kraft, orange) > lightness_on(kraft, blue)


@given(st.permutations(["p", "m", "k"]))
@settings(max_examples=6, deadline=None)
def test_the_order_found_is_light_to_dark_whatever_it_was(order: list[str]) -> None:
    steps = {"p": band("p", "pale", 0, 60), "m": band("m", "middle", 40, 100), "k": band("k", "dark", 80, 140)}
    plan = plan_of(*(steps[key] for key in order))
    found = in_order(plan)
    place = {step.id: i for i, step in enumerate(found.plan.steps)}
    assert place["p"] < place["m"] < place["k"]
    assert troubles(judge(found.plan)) == ()
    again = in_order(found.plan)
    assert again.plan == found.plan
    assert again.changes == ()


def test_a_good_order_is_left_alone_and_a_halo_stays_inside_its_mask() -> None:
    plan = gradient()
    assert [s.id for s in in_order(plan).plan.steps if not isinstance(s, Wipe)] == [
        s.id for s in plan.steps if not isinstance(s, Wipe)
    ]
    halo = next(s.id for s in plan.steps if isinstance(s, Brush) and s.tool == "medium-brush")
    astray = move_step(plan, halo, plan.steps[0].id)
    mended = in_order(astray).plan
    assert mended.index_of(halo) > mended.index_of(plan.steps[0].id)


def test_every_step_gives_a_reason_and_a_sentence() -> None:
    plan = gradient()
    why = reasons(table_of(plan))
    for step in plan.steps:
        assert len(why[step.id]) > 20
        assert say(plan, step).endswith(".")
    assert "lightest" in why[plan.steps[1].id]
    assert any("darker on White" in text for text in why.values())
    assert any("closes the line" in text for text in why.values())


def test_words_that_can_be_changed_lead_to_the_fact_they_name() -> None:
    plan = gradient()
    brush = next(step for step in plan.steps if isinstance(step, Brush))
    fields = {part.field for part in sentence(plan, brush) if part.field}
    for field in fields - {"fade"}:
        value: object = brush
        for name in field.split("."):
            value = getattr(value, name)
        assert value is not None
    assert {"ink", "tool", "passes", "touch", "onto"} <= fields


@pytest.mark.parametrize(
    ("value_in", "words"),
    [
        (0, "0"),
        (0.125, "1/8"),
        (1.375, "1 3/8"),
        (4.25, "4 1/4"),
        (0.3125, "5/16"),
        (7, "7"),
        (0.09375, "3/32"),
        (2.09375, "2 1/8"),
    ],
)
def test_inches_are_said_in_sixteenths_and_below_one_in_thirty_seconds(value_in: float, words: str) -> None:
    assert say_inches(value_in) == words
    assert say_length(inches(value_in), "in") == f"{words} in"


def test_a_plan_in_inches_never_speaks_of_millimetres() -> None:
    assert [say_fine(mm, "in") for mm in (0.2, 0.5, 0.8, 1.5)] == ["under 1/32 in", "1/32 in", "1/32 in", "1/16 in"]
    assert [say_fine(mm, "cm") for mm in (0.2, 1.5)] == ["0.2 mm", "1.5 mm"]


def test_centimetres_are_said_to_the_half_millimetre() -> None:
    assert [say_length(mm, "cm") for mm in (125, 22.5, 0, 9.9)] == ["12.5 cm", "2.25 cm", "0 cm", "1 cm"]


def test_card_formats() -> None:
    """A6 by ISO 216; DL as a third of A4 by ISO 269; the rest common practice (trade.md, Figures of the trade)."""
    a6, dl = FORMATS["a6"], FORMATS["dl"]
    assert (a6.width_mm, a6.height_mm) == (105, 148)
    assert (dl.width_mm, dl.height_mm) == (99, 210)
    quarter = FORMATS["quarter-letter"]
    assert quarter.height_mm / quarter.width_mm == pytest.approx(5.5 / 4.25)
    assert quarter.width_mm - 2 * quarter.reveal_mm == pytest.approx(inches(4))
    assert quarter.height_mm - 2 * quarter.reveal_mm == pytest.approx(inches(5.25))


Change = Callable[[Plan], Plan]


def _brush(plan: Plan) -> Brush:
    return next(step for step in plan.steps if isinstance(step, Brush))


UNSOUND: list[tuple[str, str, Change]] = [
    ("steps", "no ink", lambda p: replace_step(p, replace(_brush(p), ink="nowhere"))),
    ("steps", "no tool", lambda p: replace_step(p, replace(_brush(p), tool="trowel"))),
    ("steps", "ends before", lambda p: replace_step(p, replace(_brush(p), region=Band("top", 60, 20, 0, 0)))),
    ("steps", "beyond the panel", lambda p: replace_step(p, replace(_brush(p), region=Band("top", 500, 600, 0, 0)))),
    ("masks[0]", "off the panel", lambda p: replace(p, masks=(replace(p.masks[0], x_mm=300.0),))),
    ("steps", "no mask", lambda p: replace(p, masks=(replace(p.masks[0], key="sun"),))),
    ("inks", "twice", lambda p: replace(p, inks=(*p.inks, p.inks[0]))),
    ("card.reveals", "leave a panel", lambda p: replace(p, card=replace(p.card, reveals=Reveals(60.0, 3.0, 60.0, 3.0)))),
]


@pytest.mark.parametrize(("field", "words", "change"), UNSOUND)
def test_plans_that_cannot_be_are_refused_with_the_field(field: str, words: str, change: Change) -> None:
    from cielo.core.plan import ensure_sound

    plan = gradient()
    ensure_sound(plan)
    with pytest.raises(BadInput, match=words) as refused:
        ensure_sound(change(plan))
    assert refused.value.field.startswith(field)


def test_an_ink_without_a_swatch_says_so() -> None:
    with pytest.raises(BadInput, match="no swatch on white"):
        lightness_on(WHITE, Ink("w", "White", "white", (Swatch(0.0, (95, 0, 0)),)))
    assert {ink.name for ink in (PALE, MIDDLE, DARK)} == {ink.name for ink in INKS}
    assert gradient().stock == STOCK
    assert isinstance(plan_of(Brush("w", "pale", "large-brush", Whole(), "pale", 1)).steps[0], Brush)


def test_a_wish_about_a_wipe_breaks_neither_order_nor_what_is_said() -> None:
    """Wipes are set anew with the order, so nobody can wish for one to stand somewhere."""
    plan = plan_of(ON, *PALE_FIRST[:1], Wipe("w", "moon"), *PALE_FIRST[1:], OFF)
    wished = replace(plan, wishes=(PlanWish("w", "y"), PlanWish("x", "y")))
    order = in_order(wished)
    ensure_sound(order.plan)
    assert PlanWish("x", "y") in order.plan.wishes
    assert judge(wished) is not None
    assert reasons(table_of(wished)).keys() == {"on", "x", "w", "y", "off"}


def test_every_remedy_offered_leads_to_a_sound_plan() -> None:
    """Wishes on the steps it takes out, keys that are taken, waits of nothing: whatever a remedy meets."""
    water = Water("wet", "coarse-splatter", Whole())
    stencil = Stencil("net", "net", "rays", 60, 80, 30, 31)
    tapes = tuple(Hold(f"tape-{n}", "tape", "other", 5, 5) for n in (2, 3))
    plan = replace(
        plan_of(water, LayMask("l", "net"), PALE_TOP, LiftMask("u", "net"), Prepare("m", "mount")),
        masks=(replace(gradient().masks[0], key="other"), stencil),
        holds=tapes,
        wishes=(PlanWish("wet", "p"), PlanWish("wet", "m")),
        focal=(Focal("p", "greeting", "sentiment", 60, 30, 60, 10, ink="pale"),),
    )
    found = [finding for finding in judge(plan) if finding.remedy]
    assert {"water-does-nothing", "packed-wet", "focal-lost"} <= {finding.code for finding in found}
    for finding in found:
        assert finding.remedy is not None
        ensure_sound(finding.remedy.plan)
        left = [other for other in judge(finding.remedy.plan) if other.code == finding.code]
        assert len(left) < len([other for other in found if other.code == finding.code]), finding.code


def test_an_ink_wants_as_long_to_dry_wherever_it_is_asked() -> None:
    """Pigment on synthetic stock (common practice, no source: twice as long as on plain card)."""
    pigment = replace(PALE, kind="pigment", over_black=Swatch(1.0, (25.0, 2.0, 2.0)))
    plan = replace(
        plan_of(PALE_TOP, replace(DRY, minutes=0.5), Prepare("m", "mount")),
        inks=(pigment,),
        stock=Stock("glaze", "Glaze", Paper((96.0, 0.0, 0.0), "synthetic")),
    )
    drying = plan.steps[1]
    assert isinstance(drying, Dry)
    wanted = suggested_minutes(plan, drying)
    (packed,) = [finding for finding in judge(plan) if finding.code == "packed-wet"]
    assert packed.remedy is not None
    waits = sum(step.minutes for step in packed.remedy.plan.steps if isinstance(step, Dry))
    assert waits == pytest.approx(wanted, abs=1), "what is there and what is added come to what is wanted"
    plain = replace(plan, stock=STOCK)
    assert wanted == pytest.approx(2 * suggested_minutes(plain, drying), abs=1)


def test_melted_powder_is_not_damp() -> None:
    powder = Ink("powder", "Powder", "powder", (Swatch(1.0, (94.0, 0.0, 2.0)),), measured_on=WHITE)
    embossed = replace(plan_of(replace(PALE_TOP, ink="powder"), ON, OFF), inks=(*INKS, powder))
    assert "mask-on-damp" not in codes(embossed)
    assert "mask-on-damp" in codes(plan_of(PALE_TOP, ON, OFF))


def test_no_reason_speaks_against_its_own_numbers() -> None:
    """Over every demo plan and a gradient of nearly equal inks: what is called darker is darker."""
    near = (dye("A", (70.0, 20.0, 0.0)), dye("B", (69.0, -20.0, 10.0)), dye("C", (71.0, 0.0, -30.0)))
    told = 0
    for plan in (*demo_plans(), gradient(inks=near), gradient(inks=near[::-1])):
        light = {plan.ink(key).name: value for key, value in lightness_by_key(plan).items()}
        for reason in reasons(table_of(plan)).values():
            for other, mine in re.findall(r"After (.+), because (.+) is darker on", reason):
                told += 1
                assert light[mine] < light[other], reason
            if "either may come first" in reason:
                told += 1
    assert told > 20
