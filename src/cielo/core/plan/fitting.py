"""A plan whose panel has become larger or smaller, its steps fitted to the new one.

Bands, vignettes and halos keep their share of the panel; what lies at a place keeps its share of the way across and down. A repeat keeps
its distance from the middle instead, so that it is still cut alike at opposite sides, and its size: it is the same sheet. What is cut
for one card, discs and single motifs, takes the share of the side that changed less.
"""

from dataclasses import replace
from typing import TypeVar

from cielo.core.plan.beside import OUTLINE, TABLE_MM, pieces_made, plan_of_piece
from cielo.core.plan.card import Card
from cielo.core.plan.pieces import Cut, Focal, Piece
from cielo.core.plan.placements import Disc, Drawn, EdgeMask, Hold, Mask, MotifMask, Stencil, Tapes
from cielo.core.plan.prints import At, Motifs, Print, Words
from cielo.core.plan.regions import Band, Fade, Halo, Patches, Region, Slant, Stroke, Vignette, span_mm
from cielo.core.plan.steps import Brush, Spot, Step, StickOn, Water
from cielo.core.plan.whole import Plan

Placed = TypeVar("Placed", Disc, EdgeMask, Tapes, Stencil, MotifMask, Drawn, Focal, Cut, Hold, Words, At, Piece, Spot)
# Two sides that differ by less are as long as each other.
AS_LONG_MM = 0.5


def fitted(plan: Plan, card: Card) -> Plan:
    """The plan on another card, everything on its panel fitted to the new size. Sizes are rounded to a tenth of a millimetre."""
    fit = _Fit(plan.card, card)
    return replace(
        plan,
        card=card,
        masks=tuple(fit.mask(mask) for mask in plan.masks),
        steps=tuple(fit.step(step) for step in plan.steps),
        focal=tuple(
            replace(fit.placed(f), width_mm=fit.scaled(f.width_mm), height_mm=fit.scaled(f.height_mm)) for f in plan.focal
        ),
        holds=tuple(fit.placed(hold) for hold in plan.holds),
        cuts=tuple(replace(fit.placed(c), width_mm=fit.scaled(c.width_mm), height_mm=fit.scaled(c.height_mm)) for c in plan.cuts),
        pieces=tuple(_piece_fitted(plan, piece, fit) for piece in pieces_made(plan)),
    )


def _piece_fitted(plan: Plan, piece: Piece, fit: "_Fit") -> Piece:
    """A piece at its share of the way across and down, all that is on it fitted to its new size. What is as wide or as high as the panel
    or the card stays so; anything else keeps its proportions."""

    def side(length_mm: float, was: tuple[float, float], now: tuple[float, float]) -> float:
        as_long = next((new for old, new in zip(was, now, strict=True) if abs(length_mm - old) < AS_LONG_MM), None)
        return as_long if as_long is not None else fit.scaled(length_mm)

    was, now = fit.was, fit.now
    across = side(piece.width_mm, (was.panel_width_mm, was.width_mm), (now.panel_width_mm, now.width_mm))
    down = side(piece.height_mm, (was.panel_height_mm, was.height_mm), (now.panel_height_mm, now.height_mm))
    own: Plan = plan_of_piece(plan, piece.key)
    table = replace(own.card, width_mm=across + 2 * TABLE_MM, height_mm=down + 2 * TABLE_MM)
    own = fitted(own, table)
    return fit.placed(
        replace(
            piece,
            width_mm=across,
            height_mm=down,
            masks=own.masks,
            steps=own.steps,
            holds=own.holds,
            cuts=tuple(cut for cut in own.cuts if cut.key != OUTLINE),
        )
    )


class _Fit:
    def __init__(self, was: Card, now: Card) -> None:
        self.was, self.now = was, now
        self.across = now.panel_width_mm / was.panel_width_mm
        self.down = now.panel_height_mm / was.panel_height_mm
        self.least = min(self.across, self.down, key=lambda share: abs(share - 1))

    def scaled(self, length_mm: float, least_mm: float = 2.0) -> float:
        """A size that goes with the side that changed less."""
        return max(least_mm, round(length_mm * self.least, 1))

    def placed(self, thing: Placed) -> Placed:
        """Something at its share of the way across and down."""
        return replace(thing, x_mm=round(thing.x_mm * self.across, 1), y_mm=round(thing.y_mm * self.down, 1))

    def _from_middle(self, thing: Placed) -> Placed:
        across = (self.now.panel_width_mm - self.was.panel_width_mm) / 2
        down = (self.now.panel_height_mm - self.was.panel_height_mm) / 2
        return replace(thing, x_mm=round(thing.x_mm + across, 2), y_mm=round(thing.y_mm + down, 2))

    def mask(self, mask: Mask) -> Mask:
        match mask:
            case Stencil():
                return self._from_middle(mask)
            case Drawn():
                return self._from_middle(mask) if mask.pitch_mm else self.placed(mask)
            case Disc():
                return replace(self.placed(mask), diameter_mm=self.scaled(mask.diameter_mm))
            case MotifMask():
                return replace(self.placed(mask), size_mm=self.scaled(mask.size_mm))
            case EdgeMask():
                return self.placed(mask)
            case Tapes():
                long = None if mask.length_mm is None else self.scaled(mask.length_mm)
                return replace(self.placed(mask), width_mm=self.scaled(mask.width_mm), length_mm=long)

    def step(self, step: Step) -> Step:
        match step:
            case Brush():
                return replace(step, region=self.region(step.region), fade=step.fade and self.fade(step.fade))
            case Water():
                return replace(step, region=self.region(step.region))
            case StickOn():
                return replace(step, spots=tuple(map(self.placed, step.spots)))
            case _:
                return step

    def fade(self, fade: Fade) -> Fade:
        return replace(fade, width_mm=round(fade.width_mm * (self.down if fade.edge in ("top", "bottom") else self.across), 1))

    def region(self, region: Region) -> Region:
        match region:
            case Band() | Slant():
                share = span_mm(self.now, region) / span_mm(self.was, region)
                start, end, lead_in, carry = (
                    round(mm * share, 1) for mm in (region.start_mm, region.end_mm, region.lead_in_mm, region.carry_mm)
                )
                return replace(region, start_mm=start, end_mm=end, lead_in_mm=lead_in, carry_mm=carry)
            case Halo() | Vignette():
                return replace(region, reach_mm=self.scaled(region.reach_mm, 0.5))
            case Patches():
                return replace(region, size_mm=self.scaled(region.size_mm))
            case Motifs():
                return replace(region, size_mm=self.scaled(region.size_mm, 0.3))
            case Print():
                places = tuple(
                    replace(at, size_mm=at.size_mm and self.scaled(at.size_mm, 0.3)) for at in map(self.placed, region.places)
                )
                return replace(region, size_mm=self.scaled(region.size_mm, 0.3), places=places)
            case Stroke():
                points = tuple((round(x * self.across, 1), round(y * self.down, 1)) for x, y in region.points)
                return replace(region, points=points)
            case Words():
                # Words grow no longer than the panel does.
                share = min(self.least, self.across)
                return replace(self.placed(region), height_mm=max(2.0, round(region.height_mm * share, 1)))
            case _:
                return region
