"""Use up: a second card of what one leaves over fits its offcut, takes the ink that is nearly out, and is without alarm."""

import pytest

from cielo.app.cutting import lay_out_pieces
from cielo.app.starter import INKS as USUAL
from cielo.core.advice.judge import checked, troubles
from cielo.core.geometry.formats import FORMATS
from cielo.core.geometry.nesting import SHEETS, Offcut
from cielo.core.plan import Brush, Plan, ensure_sound
from cielo.core.solvers.use_up import NEARLY_OUT, second_cards
from cielo.demo.cards import demo_plans
from cielo.demo.shelf import INKS
from cielo.errors import BadInput

SHELF = (*INKS, *USUAL)
PLANS = [plan for plan in demo_plans() if plan.stock.paper.surface != "synthetic"][:6]


def offcuts_of(plan: Plan, sheet: str) -> list[Offcut]:
    needed = lay_out_pieces(plan, 1, sheet).stocks
    return [offcut for stock in needed if stock.of == plan.stock.name for nested in stock.sheets for offcut in nested.offcuts]


@pytest.mark.parametrize("sheet", ["letter", "twelve", "a3"])
@pytest.mark.parametrize("plan", PLANS, ids=lambda plan: plan.title)
def test_a_second_card_fits_its_offcut_and_uses_up_what_is_nearly_out(plan: Plan, sheet: str) -> None:
    offcuts = offcuts_of(plan, sheet)
    left = {INKS[2].key: 3, INKS[5].key: NEARLY_OUT + 1, INKS[7].key: 0}
    small = min(card.width_mm - 2 * card.reveal_mm for card in FORMATS.values())
    if not any(min(offcut.width_mm, offcut.height_mm) >= small for offcut in offcuts):
        with pytest.raises(BadInput, match="no offcut"):
            second_cards(plan, offcuts, left, SHELF)
        return
    for second in second_cards(plan, offcuts, left, SHELF):
        own = second.proposed.plan
        ensure_sound(own)
        assert troubles(checked(own)) == ()
        assert own.stock == plan.stock
        panel = sorted((own.card.panel_width_mm, own.card.panel_height_mm))
        assert all(a <= b for a, b in zip(panel, sorted((second.offcut.width_mm, second.offcut.height_mm)), strict=True))
        assert second.offcut in offcuts
        laid = {step.ink for step in own.steps if isinstance(step, Brush)}
        assert INKS[2].key in laid or INKS[2].kind in ("white", "powder"), "it is nearly out"
        assert any("offcut" in said for said in second.proposed.why)


def test_without_anything_nearly_out_it_takes_what_is_on_the_tools() -> None:
    plan = PLANS[0]
    own = {step.ink for step in plan.steps if isinstance(step, Brush)}
    for second in second_cards(plan, [Offcut(0, 0, 150.0, 200.0, ())], {}, SHELF):
        assert own & {step.ink for step in second.proposed.plan.steps if isinstance(step, Brush)}


def test_what_is_too_small_is_refused_in_words() -> None:
    with pytest.raises(BadInput, match="no offcut is as large"):
        second_cards(PLANS[0], [Offcut(0, 0, 40.0, SHEETS["a4"].height_mm, ())], {}, SHELF)
