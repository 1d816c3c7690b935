"""The card a maker wants: a format or a size of her own, and an empty plan on it."""

from dataclasses import dataclass, replace

from cielo.core.geometry.formats import FORMATS, CardFormat
from cielo.core.materials import Stock
from cielo.core.plan import Card, Fold, Plan, Reveals
from cielo.core.units import Units, say_fine
from cielo.errors import BadInput

# A panel larger than its card by no more than this at each side was meant to be as large: what a ruler's marks round to.
A_HAIR_MM = 0.4


@dataclass(frozen=True)
class CardWish:
    """What card a maker wants: a format, or a size of her own; laid across; folded at any side; a panel of its own size on it."""

    format_key: str | None = None
    width_mm: float | None = None
    height_mm: float | None = None
    across: bool = False
    fold: Fold | None = None
    panel_width_mm: float | None = None
    panel_height_mm: float | None = None


# What is left showing round the panel of a card of one's own size, mm: an eighth of an inch, as usual (common practice, no source).
USUAL_REVEAL_MM = 25.4 / 8


def empty_plan(title: str, units: Units, wish: CardWish, stock: Stock) -> Plan:
    """A plan with nothing laid yet. Raises BadInput for an unknown format, or a panel that does not fit its card."""
    return Plan(title, units, card_for(wish, units), stock, (), (), ())


def card_of(card_format: CardFormat) -> Card:
    """A format with its usual reveal all round."""
    reveal = card_format.reveal_mm
    return Card(card_format.width_mm, card_format.height_mm, card_format.fold, Reveals(reveal, reveal, reveal, reveal))


def card_for(wish: CardWish, units: Units) -> Card:
    """The card a maker wants. Raises BadInput, naming the field."""
    if wish.format_key is not None:
        if wish.format_key not in FORMATS:
            raise BadInput(
                f"there is no card format {wish.format_key!r}.", field="format", mend=f"Choose one of: {', '.join(FORMATS)}."
            )
        card = card_of(FORMATS[wish.format_key])
    elif wish.width_mm is not None and wish.height_mm is not None:
        card = Card(wish.width_mm, wish.height_mm, "left", Reveals(*[USUAL_REVEAL_MM] * 4))
    else:
        raise BadInput("the card has no size.", field="width_mm", mend="Choose a format, or give how wide and how high it is.")
    if wish.across:
        card = replace(card, width_mm=card.height_mm, height_mm=card.width_mm)
    if wish.fold is not None:
        card = replace(card, fold=wish.fold)
    if wish.panel_width_mm is not None and wish.panel_height_mm is not None:
        across, down = (card.width_mm - wish.panel_width_mm) / 2, (card.height_mm - wish.panel_height_mm) / 2
        if min(across, down) < -A_HAIR_MM:
            side, panel, whole = (
                ("wide", wish.panel_width_mm, card.width_mm) if across <= down else ("high", wish.panel_height_mm, card.height_mm)
            )
            raise BadInput(
                f"the panel is {say_fine(panel, units)} {side} and its card {say_fine(whole, units)}.",
                field="panel_width_mm" if across <= down else "panel_height_mm",
                mend="Make the panel smaller, or the card larger.",
            )
        across, down = max(0.0, across), max(0.0, down)
        card = replace(card, reveals=Reveals(across, down, across, down))
    return card
