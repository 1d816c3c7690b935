"""Card formats. Sources: A6 and A5 by ISO 216; DL by ISO 269 as a third of A4; the others are common practice, no source."""

from dataclasses import dataclass

from cielo.core.plan import Fold
from cielo.core.units import inches


@dataclass(frozen=True)
class CardFormat:
    """A folded card, upright, with the fold and the reveal makers usually give it."""

    key: str
    name: str
    width_mm: float
    height_mm: float
    fold: Fold
    reveal_mm: float


FORMATS: dict[str, CardFormat] = {
    card.key: card
    for card in (
        CardFormat("quarter-letter", "4 1/4 × 5 1/2 in", inches(4.25), inches(5.5), "left", inches(1 / 8)),
        CardFormat("five-seven", "5 × 7 in", inches(5), inches(7), "left", inches(1 / 8)),
        CardFormat("six-square", "6 × 6 in", inches(6), inches(6), "left", inches(1 / 8)),
        CardFormat("slim", "3 1/2 × 8 1/2 in", inches(3.5), inches(8.5), "left", inches(1 / 8)),
        CardFormat("five-square", "5 in square", inches(5), inches(5), "left", inches(1 / 8)),
        CardFormat("square-125", "12.5 cm square", 125.0, 125.0, "left", 5.0),
        CardFormat("a6", "A6", 105.0, 148.0, "left", 5.0),
        CardFormat("dl", "DL", 99.0, 210.0, "left", 5.0),
    )
}
