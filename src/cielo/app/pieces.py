"""The pieces of a card: made beside the panel and put on it; each function is one action."""

from collections.abc import Mapping
from dataclasses import replace
from typing import Any, Literal

from shapely import box

from cielo.app.cards import Basis, CardOnDesk, change_card, whole_id
from cielo.app.shelf import find_stock
from cielo.core.geometry.envelopes import READY_MADE, fold_envelope, pile_mm
from cielo.core.geometry.printing import image_rings
from cielo.core.geometry.shapes import inside_of
from cielo.core.plan import (
    Belongs,
    EdgeMask,
    Outline,
    OwnImage,
    Piece,
    Plan,
    PutOn,
    new_piece_key,
    piece_of,
    with_piece,
    without_piece,
)
from cielo.core.units import inches
from cielo.store.database import Store

Kind = Literal[
    "strip",
    "circle",
    "square",
    "figure",
    "hill",
    "second print",
    "back of the panel",
    "front of the base",
    "inside of the base",
    "envelope",
]


BELONGS: dict[Kind, Belongs] = {
    "back of the panel": "back",
    "front of the base": "base",
    "inside of the base": "inside",
    "envelope": "envelope",
}


def make_piece(store: Store, card_id: str, basis: Basis, kind: Kind, stock_key: str) -> CardOnDesk:
    """Another piece of a stock of the shelf, of a size that suits the panel. Raises NotFound for a stock that is not there."""
    stock = find_stock(store, stock_key)

    def with_it(plan: Plan) -> Plan:
        width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
        short = min(width, height)
        sizes: dict[Kind, tuple[float, float, float, float, Outline, float]] = {
            "strip": (width * 0.8, inches(0.625), width / 2, height * 0.82, "rectangle", inches(1 / 16)),
            "circle": (inches(1.375), inches(1.375), width / 2, height * 0.4, "round", inches(1 / 16)),
            "square": (short * 0.4, short * 0.4, width / 2, height / 2, "rectangle", inches(1 / 16)),
            "figure": (short * 0.45, short * 0.45, width / 2, height * 0.62, "saguaro", inches(1 / 16)),
            "hill": _hill(plan),
            "second print": (width, height, width / 2, height / 2, "rectangle", 0.0),
            "back of the panel": (width, height, width / 2, height / 2, "rectangle", 0.0),
            "front of the base": (plan.card.width_mm, plan.card.height_mm, width / 2, height / 2, "rectangle", 0.0),
            "inside of the base": (plan.card.width_mm, plan.card.height_mm, width / 2, height / 2, "rectangle", 0.0),
            "envelope": (*_envelope_mm(plan), width / 2, height / 2, "rectangle", 0.0),
        }
        across, down, x, y, outline, raised = sizes[kind]
        key = new_piece_key(plan)
        taken = {piece.name for piece in plan.pieces}
        name = kind if kind not in taken else next(f"{kind} {n}" for n in range(2, 99) if f"{kind} {n}" not in taken)
        size, place = (round(across, 1), round(down, 1)), (round(x, 1), round(y, 1))
        piece = Piece(key, name, stock, *size, *place, outline, 0.0, raised, kind == "hill")
        piece = replace(piece, belongs=BELONGS.get(kind, "panel"))
        if kind == "second print":
            piece = replace(
                piece, masks=plan.masks, steps=tuple(s for s in plan.steps if not isinstance(s, PutOn)), holds=plan.holds
            )
        return with_piece(plan, piece)

    return change_card(
        store, whole_id(card_id), basis, f"make the {kind}" if kind in BELONGS else f"make a {kind} to put on it", with_it
    )


def _hill(plan: Plan) -> tuple[float, float, float, float, Outline, float]:
    """A hill to put on: cut as the lowest edge of the panel's own masks runs, where it has one, and as wide as the panel."""
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    edges = [mask for mask in plan.masks if isinstance(mask, EdgeMask) and mask.profile != "straight"]
    if edges:
        lowest = max(edges, key=lambda mask: mask.y_mm)
        panel = box(0, 0, width, height)
        land = inside_of(replace(lowest, keeps="inside"), width, height).intersection(panel)
        if land.area > 0:
            left, top, right, bottom = land.bounds
            outline = OwnImage(lowest.name, image_rings(land))
            return right - left, bottom - top, (left + right) / 2, (top + bottom) / 2, outline, 0.0
    return width, height * 0.35, width / 2, height * 0.86, "hill-pair", 0.0


def _envelope_mm(plan: Plan) -> tuple[float, float]:
    """The front of the envelope the card goes into, wider than high."""
    bought = READY_MADE.get(plan.card.envelope)
    folded = bought or fold_envelope(plan.card, pile_mm(plan), plan.units)
    return max(folded.width_mm, folded.height_mm), min(folded.width_mm, folded.height_mm)


def put_piece(store: Store, card_id: str, basis: Basis, key: str, said: str, placed: Mapping[str, Any]) -> CardOnDesk:
    """A piece of another name, outline, size or place; what is laid on it stays. Raises NotFound where it is gone."""
    return change_card(
        store, whole_id(card_id), basis, said, lambda plan: with_piece(plan, replace(piece_of(plan, key), **placed))
    )


def take_piece_away(store: Store, card_id: str, basis: Basis, key: str) -> CardOnDesk:
    """A card without one of its pieces; undo brings it back."""
    return change_card(store, whole_id(card_id), basis, "take a piece away", lambda plan: without_piece(plan, key))
