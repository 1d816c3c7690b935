"""Show it: what is offered stands out as the checks read it, brings nothing new, and is as near as any other ink would come."""

from dataclasses import replace

import pytest

from cielo.app.starter import INKS as USUAL
from cielo.core.advice.judge import checked, troubles
from cielo.core.materials import RESIST_KINDS
from cielo.core.optics.hue import chroma, hue_apart
from cielo.core.plan import At, Brush, BuiltIn, Plan, Print, Words, ensure_sound, replace_step
from cielo.core.sequence.lightness import seen_on
from cielo.core.simulation.contrast import ground_under, read_prints
from cielo.core.solvers.show import GREY, LEVELS, SAME_HUE_DEG, Level, show_it
from cielo.demo.cards import demo_plans
from cielo.demo.shelf import INKS, STOCKS
from cielo.errors import BadInput
from tests.core.test_every_check import AIR, lay, low, plan, top

SHELF = (*INKS, *USUAL)
FERN = Print(BuiltIn("fern"), 50.0, (At(60.0, 80.0),))
GROUND = (lay("pale", top(160), passes=3), AIR)


def printed(stock: int = 0) -> tuple[Plan, Brush]:
    whole = replace(plan(*GROUND, lay("dark", FERN, "stamp", touch="first", passes=1, onto="dry")), stock=STOCKS[stock])
    step = whole.steps[-1]
    assert isinstance(step, Brush)
    return whole, step


def contrast(of: Plan, step_id: str) -> float:
    step = next(s for s in of.steps if s.id == step_id)
    assert isinstance(step, Brush)
    return read_prints(of, [step])[0].worst


@pytest.mark.parametrize("level", LEVELS)
@pytest.mark.parametrize("stock", range(len(STOCKS)))
def test_what_is_offered_is_sound_quiet_and_stands_out_as_it_says(level: Level, stock: int) -> None:
    whole, step = printed(stock)
    known = {finding.code for finding in troubles(checked(whole))}
    shown = show_it(whole, step.id, LEVELS[level], SHELF)
    assert len({one.ink.key for one in shown}) == len(shown)
    for one in shown:
        ensure_sound(one.plan)
        assert {finding.code for finding in troubles(checked(one.plan))} <= known
        assert contrast(one.plan, step.id) == pytest.approx(one.contrast, abs=0.06)
    off = [abs(one.contrast - LEVELS[level]) for one in shown]
    assert off == sorted(off, key=lambda v: round(v, 1))
    assert show_it(whole, step.id, LEVELS[level], SHELF) == shown


def test_no_ink_of_a_small_shelf_comes_nearer_than_the_first() -> None:
    whole, step = printed()
    shelf = SHELF[:12]
    for wanted in (10.0, 30.0):
        best = show_it(whole, step.id, wanted, shelf)[0]
        known = {finding.code for finding in troubles(checked(whole))}
        for ink in shelf:
            if ink.kind not in ("dye", "pigment", "hybrid", "white", "metallic"):
                continue
            for touch in ("first", "second", "third"):
                inks = (*(one for one in whole.inks if one.key != ink.key), ink)
                other = replace_step(replace(whole, inks=inks), replace(step, ink=ink.key, touch=touch))
                quiet = {finding.code for finding in troubles(checked(other))} <= known
                if quiet:
                    # A small picture picks, so that two that differ by less than it can tell may change places.
                    assert abs(contrast(other, step.id) - wanted) >= abs(best.contrast - wanted) - 1.0, ink.name


def test_tone_on_tone_keeps_to_the_hue_of_its_ground() -> None:
    whole, step = printed()
    ground = ground_under(whole, step)
    shown = show_it(whole, step.id, LEVELS["tone on tone"], SHELF, tone=True)
    assert shown
    assert chroma(ground) > GREY
    for one in shown:
        assert hue_apart(seen_on(whole.stock.paper, one.ink), ground) <= SAME_HUE_DEG


def test_a_resist_is_brought_out_by_what_is_laid_over_it() -> None:
    whole = next(p for p in demo_plans() if any(isinstance(s, Brush) and p.ink(s.ink).kind in RESIST_KINDS for s in p.steps))
    powder = next(s for s in whole.steps if isinstance(s, Brush) and whole.ink(s.ink).kind in RESIST_KINDS)
    softly, strongly = (show_it(whole, powder.id, LEVELS[level], SHELF)[0] for level in ("softly", "strongly"))
    assert softly.step == strongly.step != powder.id
    assert strongly.contrast > softly.contrast + 5
    with pytest.raises(BadInput, match="no ink is laid over"):
        show_it(replace(whole, steps=whole.steps[: whole.index_of(powder.id) + 1], wishes=()), powder.id, 20.0, SHELF)


def test_words_are_judged_by_their_worst_and_what_lays_nothing_is_refused() -> None:
    words = Words("Winter show", 60.0, 100.0, 12.0)
    whole = plan(lay("pale", top(100), passes=3), lay("dark", low(70), passes=4), AIR,
                 lay("dark", words, "stamp", touch="first", passes=1, onto="dry"))  # fmt: skip
    shown = show_it(whole, whole.steps[-1].id, LEVELS["plainly"], SHELF)
    assert shown[0].contrast > contrast(whole, whole.steps[-1].id), "an ink that reads on the dark and on the pale"
    with pytest.raises(BadInput, match="lays nothing"):
        show_it(whole, next(s.id for s in whole.steps if not isinstance(s, Brush)), 20.0, SHELF)
