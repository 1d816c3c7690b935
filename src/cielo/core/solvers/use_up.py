"""Use up: what a card leaves over into a second one. The offcuts of its panel's stock say how large that can be, the ink that is nearly out,
or still on the tools, what is laid on it."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace

from cielo.core.geometry.formats import FORMATS, CardFormat
from cielo.core.geometry.nesting import Offcut
from cielo.core.materials import Ink
from cielo.core.plan import Brush, Card, Plan, Reveals
from cielo.core.sequence.grounds import ASIDE
from cielo.core.solvers.wish import Proposed, Wish, blank_of, grounds_for
from cielo.core.units import say_size
from cielo.errors import BadInput

# An ink with no more passes than this left is nearly out; as many inks at most go on the second card. Judgement.
NEARLY_OUT, MOST_INKS = 8, 4


@dataclass(frozen=True)
class Second:
    """A second card: its format, the offcut its panel is cut of, and its ground with why."""

    format: CardFormat
    offcut: Offcut
    proposed: Proposed


def second_cards(
    plan: Plan,
    offcuts: Sequence[Offcut],
    left: Mapping[str, int],
    shelf: Sequence[Ink],
    most: int = 3,
    tell: Callable[[float], None] | None = None,
) -> tuple[Second, ...]:
    """Second cards from the offcuts of a card's own stock, on the largest format whose panel one of them holds.

    left : passes left of the inks that were counted, by key. ``tell`` is called with the share done. Raises BadInput where no offcut
    holds a panel.
    """
    fitting = [
        (card, offcut)
        for card in FORMATS.values()
        for offcut in offcuts
        if _holds(offcut, card.width_mm - 2 * card.reveal_mm, card.height_mm - 2 * card.reveal_mm)
    ]
    if not fitting:
        raise BadInput(
            "no offcut is as large as a panel.", field="sheet", mend="Cut from another sheet, or fewer cards from this."
        )
    card, offcut = max(
        fitting, key=lambda one: (one[0].width_mm * one[0].height_mm, -one[1].width_mm * one[1].height_mm, one[0].key)
    )
    reveals = Reveals(card.reveal_mm, card.reveal_mm, card.reveal_mm, card.reveal_mm)
    blank = replace(
        blank_of(plan), title=f"{plan.title[:66]}: what was left", card=Card(card.width_mm, card.height_mm, card.fold, reveals)
    )
    up = _to_use_up(plan, left, shelf)
    proposed = grounds_for(Wish(use_up=up), blank, (*plan.inks, *(ink for ink in shelf if ink not in plan.inks)), most, tell)
    of = f"Its panel comes out of an offcut of {say_size(offcut.width_mm, offcut.height_mm, plan.units)} of {plan.stock.name}."
    return tuple(Second(card, offcut, replace(one, why=(*one.why, of, *_windows(plan)))) for one in proposed)


def _holds(offcut: Offcut, width_mm: float, height_mm: float) -> bool:
    short, long = sorted((width_mm, height_mm))
    narrow, far = sorted((offcut.width_mm, offcut.height_mm))
    return short <= narrow and long <= far


def _to_use_up(plan: Plan, left: Mapping[str, int], shelf: Sequence[Ink]) -> tuple[str, ...]:
    """Inks nearly out, the least left first; where there are none, those the card has on its tools already."""
    known = {ink.key: ink for ink in (*shelf, *plan.inks) if ink.kind not in ASIDE}
    nearly = sorted((passes, key) for key, passes in left.items() if key in known and 0 < passes <= NEARLY_OUT)
    laid = dict.fromkeys(step.ink for step in plan.steps if isinstance(step, Brush) and step.ink in known)
    return tuple(key for _, key in nearly)[:MOST_INKS] or tuple(laid)[:MOST_INKS]


def _windows(plan: Plan) -> tuple[str, ...]:
    """What was cut out of the panel, and is inked already."""
    return tuple(
        f"The {cut.name} you cut out, {say_size(cut.width_mm, cut.height_mm, plan.units)}, is inked already: put it on this one."
        for cut in plan.cuts
        if cut.use in ("window", "spotlight")
    )
