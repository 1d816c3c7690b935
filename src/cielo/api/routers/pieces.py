"""The pieces of a card: made beside the panel and put on it; and the whole put together."""

from typing import Annotated

from fastapi import APIRouter, Query, Response

from cielo.api.dependencies import CardId, StoreOfApp
from cielo.api.routers.cards import PNG, card_out
from cielo.api.schemas.cards import CardOut, Edit, RevisionNumber
from cielo.api.schemas.pieces import MakePiece, PutPiece
from cielo.api.schemas.problem import REFUSALS
from cielo.app import pieces
from cielo.app.cards import card_at, whole_id
from cielo.app.pictures import assembled_png
from cielo.core.bounds import Key

router = APIRouter(prefix="/cards/{card_id}", tags=["pieces"], responses=REFUSALS)


@router.post("/beside")
def make_piece(card_id: CardId, body: MakePiece, store: StoreOfApp) -> CardOut:
    """Make another piece to put on the card."""
    return card_out(pieces.make_piece(store, card_id, body.basis, body.kind, body.stock))


@router.put("/beside/{piece}")
def put_piece(card_id: CardId, piece: Key, body: PutPiece, store: StoreOfApp) -> CardOut:
    """Another name, outline, size or place of a piece."""
    return card_out(pieces.put_piece(store, card_id, body.basis, piece, body.said, body.placed))


@router.post("/beside/{piece}/take-away")
def take_piece_away(card_id: CardId, piece: Key, body: Edit, store: StoreOfApp) -> CardOut:
    """Take a piece away; undo brings it back."""
    return card_out(pieces.take_piece_away(store, card_id, body.basis, piece))


@router.get("/assembled.png", **PNG)
def assembled(
    card_id: CardId, store: StoreOfApp, revision: RevisionNumber, dpi: Annotated[float, Query(ge=4, le=300)] = 80
) -> Response:
    """The whole card put together at one revision; it never changes, so it may be kept."""
    png = assembled_png(card_at(store, whole_id(card_id), revision), dpi)
    return Response(png, media_type="image/png", headers={"cache-control": "private, max-age=604800, immutable"})
