"""Envelopes and the pile that goes into them.

A diagonal-fold envelope is a square sheet turned by 45 degrees round a rectangle, its four corners folded in.

Symbols (mm)
------------
======  ==================================================================================================
symbol  meaning
======  ==================================================================================================
w, h    the card, and play for hand and thickness: W = w + play, H = h + play
D       from the sheet's middle to its corner
S       side of the sheet: S = sqrt(2) D
o       how far the sheet reaches past the envelope's corners, and opposite flaps past the middle
m       along the sheet's edge from one corner to the notch where two creases cross: the first score
======  ==================================================================================================

The envelope's corner (W/2, H/2) must lie inside the sheet, |x| + |y| <= D, with o to spare:            D >= (W + H)/2 + o
The two flaps folded over the shorter way, each D - H/2 (or W/2) long, must pass each other by 2 o:     D >= min(W, H) + o
A corner of the envelope projects on the sheet's edge at                                                 m = S/2 + (W - H) / (2 sqrt(2))

Check value: a 6 x 6 in card, 9 1/2 in sheet, first score at 4 3/4 in (trade.md, Figures: common practice, no source).
"""

from dataclasses import dataclass
from math import ceil, sqrt

from cielo.core.plan import Brush, Card, EnvelopeKey, Plan, StickOn
from cielo.core.units import Units, inches, say_fine, say_length

PLAY_MM = inches(1 / 4)
OVERLAP_MM = 11.5
# What powder and paste add to a pile, foam tape apart: common practice, no source.
RELIEF_MM = {"powder": 0.2, "clear": 0.2, "paste": 1.0}
# A hand can close an envelope over this much at most before it wants a box: common practice, no source.
THICKEST_MM = 6.0


@dataclass(frozen=True)
class ReadyMade:
    """An envelope as it is bought, its longer side first."""

    name: str
    width_mm: float
    height_mm: float
    source: str


READY_MADE: dict[EnvelopeKey, ReadyMade] = {
    "c6": ReadyMade("C6", 162.0, 114.0, "ISO 269"),
    "dl": ReadyMade("DL", 220.0, 110.0, "ISO 269"),
    "c5": ReadyMade("C5", 229.0, 162.0, "ISO 269"),
    "quarter": ReadyMade("5 3/4 × 4 3/8 in", inches(5.75), inches(4.375), "common practice, no source"),
    "five-seven": ReadyMade("7 1/4 × 5 1/4 in", inches(7.25), inches(5.25), "common practice, no source"),
    "six-square": ReadyMade("6 1/2 in square", inches(6.5), inches(6.5), "common practice, no source"),
    "slim": ReadyMade("8 7/8 × 3 7/8 in", inches(8.875), inches(3.875), "common practice, no source"),
}


@dataclass(frozen=True)
class FoldedEnvelope:
    """What to cut and score: a square sheet, the first score along its edge, and the envelope that comes of it."""

    sheet_mm: float
    first_score_mm: float
    width_mm: float
    height_mm: float
    overlap_mm: float

    @property
    def corners_mm(self) -> tuple[tuple[float, float], ...]:
        """The envelope's corners on the sheet lying square, from the sheet's top left corner: where the creases cross."""
        s, half = self.sheet_mm / 2, (self.width_mm / 2, self.height_mm / 2)
        turned = [(half[0] * i, half[1] * j) for i, j in ((-1, -1), (1, -1), (1, 1), (-1, 1))]
        return tuple((s + (x - y) / sqrt(2), s + (x + y) / sqrt(2)) for x, y in turned)


def fold_envelope(card: Card, pile_mm: float, units: Units) -> FoldedEnvelope:
    """The diagonal-fold envelope for a card: the sheet rounded up to the next eighth of an inch or half centimetre."""
    play = max(PLAY_MM, 2 * pile_mm)
    w, h = card.width_mm + play, card.height_mm + play
    reach = max((w + h) / 2, min(w, h)) + OVERLAP_MM
    step = inches(1 / 8) if units == "in" else 5.0
    sheet = ceil(sqrt(2) * reach / step - 1e-9) * step
    overlap = sheet / sqrt(2) - (reach - OVERLAP_MM)
    return FoldedEnvelope(sheet, sheet / 2 + abs(w - h) / (2 * sqrt(2)), w, h, overlap)


def pile_mm(plan: Plan) -> float:
    """How thick the finished card is: two leaves of the base, mats, the panel, foam under it, powder, paste,
    pieces and what is stuck on."""
    leaf = plan.stock.thickness_mm
    relief = max((RELIEF_MM.get(plan.ink(s.ink).kind, 0.0) for s in plan.steps if isinstance(s, Brush)), default=0.0)
    laid_on = leaf if any(cut.use in ("frame", "spotlight", "strip", "sentiment") for cut in plan.cuts) else 0.0
    highest = max((piece.stock.thickness_mm + piece.raised_mm for piece in plan.pieces if piece.belongs == "panel"), default=0.0)
    stuck = max((step.raised_mm for step in plan.steps if isinstance(step, StickOn)), default=0.0)
    on_pieces = (
        piece.raised_mm + piece.stock.thickness_mm + step.raised_mm
        for piece in plan.pieces
        for step in piece.steps
        if isinstance(step, StickOn)
    )
    top = max(laid_on, highest, stuck, *on_pieces)
    return (3 + len(plan.card.mats)) * leaf + plan.card.raised_mm + relief + top


def envelope_troubles(plan: Plan) -> tuple[str, ...]:
    """Why a card does not go into its envelope, in sentences; none where it does."""
    card, units, pile = plan.card, plan.units, pile_mm(plan)
    troubles = []
    if pile > THICKEST_MM:
        troubles.append(
            f"The pile is {say_length(pile, units)} thick: an envelope closes over {say_length(THICKEST_MM, units)} at most."
        )
    bought = READY_MADE.get(card.envelope)
    if bought is not None:
        sides = sorted((card.width_mm, card.height_mm), reverse=True)
        # Thickness takes its share of both ways, for the envelope bulges.
        for side, room, way in zip(sides, (bought.width_mm, bought.height_mm), ("long", "short"), strict=True):
            if side + pile > room - 1.0:
                troubles.append(
                    f"The card is {say_length(side, units)} its {way} way and {say_fine(pile, units)} thick; the {bought.name} envelope is "
                    f"{say_length(room, units)} inside."
                )
    return tuple(troubles)
