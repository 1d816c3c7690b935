"""The pieces of a plan each as a plan of its own, so that whatever is known of the panel is known of them: picture, order, checks, words."""

from dataclasses import dataclass, fields, replace
from typing import Any

from cielo.core.plan.card import Card, Reveals
from cielo.core.plan.edits import without_steps
from cielo.core.plan.given import with_given
from cielo.core.plan.pieces import Belongs, Cut, Piece
from cielo.core.plan.steps import PutOn
from cielo.core.plan.whole import Plan
from cielo.errors import NotFound

# A piece lies by itself on the table while it is worked on, with this much round it, so that a narrow strip is as good as a card.
TABLE_MM = 10.0
# The cut, in a piece's own plan, that is its own outline.
OUTLINE = "outline"
# What becomes of each field of a plan when a piece was worked on as a plan of its own: it is the piece's; it is of all; it is what
# was measured on the plan's stock, and goes along where the piece is of that; or it is the panel's alone and a piece has none of it.
OF_THE_PIECE = ("card", "stock", "masks", "steps", "holds", "cuts", "wishes")
OF_ALL = ("units", "inks", "schools", "hand", "pads", "pace", "given")
ON_ITS_STOCK = ("crossings",)
OF_THE_PANEL = ("title", "focal", "pieces", "run")
TABLE = Reveals(TABLE_MM, TABLE_MM, TABLE_MM, TABLE_MM)


@dataclass(frozen=True)
class PlanOfPiece(Plan):
    """A piece as a plan of its own; ``of_piece``: its name."""

    of_piece: str = ""


def called_here(plan: Plan) -> str:
    """What is worked on, as it is called: the panel, or a piece by its name."""
    return plan.of_piece if isinstance(plan, PlanOfPiece) else "panel"


def pieces_made(plan: Plan) -> tuple[Piece, ...]:
    """The pieces of a plan, those that are the base or the panel's own back as large as that is, and where it lies."""
    card = plan.card
    x, y = card.width_mm / 2 - card.panel_left_mm, card.height_mm / 2 - card.panel_top_mm
    base = {"width_mm": card.width_mm, "height_mm": card.height_mm, "x_mm": x, "y_mm": y}
    across, down = card.panel_width_mm, card.panel_height_mm
    back = {"width_mm": across, "height_mm": down, "x_mm": across / 2, "y_mm": down / 2, "stock": plan.stock}
    itself: dict[Belongs, dict[str, Any]] = {"base": base, "inside": base, "back": back}
    return tuple(replace(piece, **itself[piece.belongs]) if piece.belongs in itself else piece for piece in plan.pieces)


def piece_of(plan: Plan, key: str) -> Piece:
    """A piece of a plan. Raises NotFound."""
    for piece in pieces_made(plan):
        if piece.key == key:
            return piece
    raise NotFound("that piece is no longer on the card.", mend="Choose another piece.")


def plan_of_piece(plan: Plan, key: str) -> PlanOfPiece:
    """A piece as a plan: its own panel, stock, sheets and steps, with the inks and ways of the whole. Raises NotFound."""
    piece = piece_of(plan, key)
    outline = Cut(
        OUTLINE,
        piece.name,
        "spotlight",
        piece.outline,
        piece.width_mm / 2,
        piece.height_mm / 2,
        piece.width_mm,
        piece.height_mm,
    )
    own: dict[str, Any] = {
        "title": f"{plan.title[: 77 - len(piece.name)]}: {piece.name}"[:80],
        "card": Card(piece.width_mm + 2 * TABLE_MM, piece.height_mm + 2 * TABLE_MM, "left", TABLE),
        "stock": piece.stock,
        "masks": piece.masks,
        "steps": piece.steps,
        "holds": piece.holds,
        "focal": (),
        "cuts": piece.cuts if piece.outline == "rectangle" else (outline, *piece.cuts),
        "wishes": piece.wishes,
        # What was measured of two inks is so on the stock it was measured on.
        "crossings": plan.crossings if piece.stock == plan.stock else (),
        "pieces": (),
        "run": (),
    }
    return PlanOfPiece(**{**{field.name: getattr(plan, field.name) for field in fields(Plan)}, **own}, of_piece=piece.name)


def with_piece_plan(plan: Plan, key: str, own: Plan) -> Plan:
    """The whole plan after its piece was worked on as a plan of its own: its size, stock, sheets and steps, and the inks of all."""
    piece = replace(
        piece_of(plan, key),
        stock=own.stock,
        width_mm=round(own.card.panel_width_mm, 6),
        height_mm=round(own.card.panel_height_mm, 6),
        masks=own.masks,
        steps=own.steps,
        holds=own.holds,
        cuts=tuple(cut for cut in own.cuts if cut.key != OUTLINE),
        wishes=own.wishes,
    )
    shared: dict[str, Any] = {name: getattr(own, name) for name in OF_ALL}
    if piece.stock == plan.stock:
        shared |= {name: getattr(own, name) for name in ON_ITS_STOCK}
    return replace(with_piece(plan, piece), **shared)


def with_piece(plan: Plan, piece: Piece) -> Plan:
    """The plan with the piece of the same key replaced, or added last."""
    known = [other.key for other in plan.pieces]
    if piece.key not in known:
        return replace(plan, pieces=(*plan.pieces, piece))
    return replace(plan, pieces=tuple(piece if other.key == piece.key else other for other in plan.pieces))


def without_piece(plan: Plan, key: str) -> Plan:
    """The plan without a piece, and without putting it on. Its key is not given again."""
    put_on = {step.id for step in plan.steps if isinstance(step, PutOn) and step.piece == key}
    rest = replace(plan, pieces=tuple(piece for piece in plan.pieces if piece.key != key))
    return with_given(without_steps(rest, put_on), plan)
