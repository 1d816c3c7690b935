"""Stencils and masks: the shelf of them, laying them on a card, centring, holding, fitting."""

from fastapi import APIRouter

from cielo.api.dependencies import BasisOfEdit, CardId, FileBody, RequestKey, StoreOfApp
from cielo.api.routers.cards import card_out
from cielo.api.schemas.cards import CardOut, Edit
from cielo.api.schemas.problem import REFUSALS
from cielo.api.schemas.stencils import DesignOut, FitStrip, HoldMask, LayStencil, NameOpenings
from cielo.app import stencils
from cielo.core.bounds import Key, Name
from cielo.core.units import Units

router = APIRouter(tags=["stencils"], responses=REFUSALS)

SVG_BODY = {"requestBody": {"required": True, "content": {"image/svg+xml": {"schema": {"type": "string"}}}}}


@router.get("/stencils")
def list_stencils(store: StoreOfApp, units: Units = "in") -> list[DesignOut]:
    """The shelf of stencils and masks, the maker's own first."""
    return [DesignOut.of(design, units) for design in stencils.list_stencils(store)]


@router.post("/stencils", status_code=201, openapi_extra=SVG_BODY)
def keep_drawing(body: FileBody, store: StoreOfApp, name: Name, units: Units = "in", request: RequestKey = None) -> DesignOut:
    """Put a stencil on the shelf from an SVG, sent as the body."""
    return DesignOut.of(stencils.keep_drawing(store, name, body, request), units)


@router.put("/stencils/named", status_code=204)
def name_openings(body: NameOpenings, store: StoreOfApp) -> None:
    """Keep what a stencil's openings are called with the stencil of that name, where it is on the shelf."""
    stencils.name_openings(store, body.name, body.named)


@router.post("/stencils/{key}/put-away", status_code=204)
def put_away(key: Key, store: StoreOfApp) -> None:
    """Take one of the maker's own stencils off the shelf."""
    stencils.put_away(store, key, True)


@router.post("/stencils/{key}/bring-back", status_code=204)
def bring_back(key: Key, store: StoreOfApp) -> None:
    """Bring back a stencil that was put away."""
    stencils.put_away(store, key, False)


@router.post("/cards/{card_id}/stencil")
def lay_from_shelf(card_id: CardId, body: LayStencil, store: StoreOfApp) -> CardOut:
    """Put a stencil of the shelf in the middle of a card's panel, to be laid by a new step or in place of another sheet if so asked."""
    return card_out(
        stencils.lay_from_shelf(store, card_id, body.basis, body.stencil, lay=body.lay, after=body.after, instead=body.instead)
    )


@router.post("/cards/{card_id}/drawing", openapi_extra=SVG_BODY)
def bring_drawing(card_id: CardId, body: FileBody, store: StoreOfApp, basis: BasisOfEdit, name: Name) -> CardOut:
    """Add a stencil to a card from an SVG, sent as the body."""
    return card_out(stencils.bring_drawing(store, card_id, basis, name, body))


@router.post("/cards/{card_id}/masks/{mask}/centre")
def centre(card_id: CardId, mask: Key, body: Edit, store: StoreOfApp) -> CardOut:
    """Centre a mask; a repeat so that opposite sides cut its motifs equally."""
    return card_out(stencils.centre(store, card_id, body.basis, mask))


@router.post("/cards/{card_id}/masks/{mask}/bridges")
def bridge(card_id: CardId, mask: Key, body: Edit, store: StoreOfApp) -> CardOut:
    """Hold the loose middles of a drawn stencil by bridges."""
    return card_out(stencils.bridge(store, card_id, body.basis, mask))


@router.post("/cards/{card_id}/masks/{mask}/counterpart")
def use_counterpart(card_id: CardId, mask: Key, body: Edit, store: StoreOfApp) -> CardOut:
    """Add what the knife left besides a sheet: a stencil's own piece, the hole of a mask, the other half of an edge."""
    return card_out(stencils.use_counterpart(store, card_id, body.basis, mask))


@router.post("/cards/{card_id}/masks/{mask}/hold")
def hold(card_id: CardId, mask: Key, body: HoldMask, store: StoreOfApp) -> CardOut:
    """Hold a stencil with tape or a magnet where no opening is covered."""
    return card_out(stencils.hold(store, card_id, body.basis, mask, body.kind))


@router.post("/cards/{card_id}/masks/{mask}/strip")
def fit_strip(card_id: CardId, mask: Key, body: FitStrip, store: StoreOfApp) -> CardOut:
    """Fit the strip between two tapes round one motif."""
    return card_out(stencils.strip_round(store, card_id, body.basis, mask, body.motif, body.margin_mm))
