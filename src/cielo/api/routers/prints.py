"""Prints on a card: images of the shelf or drawn by the maker, and the masks cut from them."""

from fastapi import APIRouter

from cielo.api.dependencies import BasisOfEdit, CardId, FileBody, StoreOfApp
from cielo.api.routers.cards import card_out
from cielo.api.routers.stencils import SVG_BODY
from cielo.api.schemas.cards import CardOut, Edit
from cielo.api.schemas.prints import PrintDesign
from cielo.api.schemas.problem import REFUSALS
from cielo.app import prints
from cielo.core.bounds import Key, Name

router = APIRouter(prefix="/cards/{card_id}/prints", tags=["prints"], responses=REFUSALS)


@router.post("/design")
def print_from_shelf(card_id: CardId, body: PrintDesign, store: StoreOfApp) -> CardOut:
    """Print an image of the shelf in the middle of the panel, after a step."""
    return card_out(prints.print_from_shelf(store, card_id, body.basis, body.design, body.after))


@router.post("/drawing", openapi_extra=SVG_BODY)
def print_drawing(
    card_id: CardId,
    body: FileBody,
    store: StoreOfApp,
    basis: BasisOfEdit,
    name: Name,
    after: Key | None = None,
) -> CardOut:
    """Print an image from an SVG, sent as the body, in the middle of the panel, after a step."""
    return card_out(prints.print_drawing(store, card_id, basis, name, body, after))


@router.post("/{step}/mask")
def mask_from_print(card_id: CardId, step: Key, body: Edit, store: StoreOfApp) -> CardOut:
    """The mask of a step's prints, as cut from a second print, laid over them and taken off at the end."""
    return card_out(prints.mask_from_print(store, card_id, body.basis, step))
