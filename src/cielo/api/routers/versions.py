"""A card as it stood before: listed, compared, brought back, begun from."""

from typing import Annotated

from fastapi import APIRouter, Path, Query

from cielo.api.dependencies import CardId, RequestKey, StoreOfApp
from cielo.api.routers.cards import card_out
from cielo.api.schemas.cards import CardOut, Edit, RevisionNumber
from cielo.api.schemas.problem import REFUSALS
from cielo.api.schemas.versions import ComparisonOut, VersionOut
from cielo.app import versions

router = APIRouter(prefix="/cards/{card_id}/versions", tags=["versions"], responses=REFUSALS)

Number = Annotated[int, Path(ge=0, le=2**31 - 1)]


@router.get("")
def list_versions(card_id: CardId, store: StoreOfApp) -> list[VersionOut]:
    """Every plan the card has had, each once, the newest first."""
    return [VersionOut.model_validate(version) for version in versions.versions(store, card_id)]


@router.get("/{number}/compared")
def compare(card_id: CardId, number: Number, now: Annotated[RevisionNumber, Query()], store: StoreOfApp) -> ComparisonOut:
    """What is otherwise at the revision ``now``, what will go wrong with both, and how long each takes."""
    return ComparisonOut.model_validate(versions.compare(store, card_id, number, now))


@router.post("/{number}/take")
def take_version(card_id: CardId, number: Number, body: Edit, store: StoreOfApp) -> CardOut:
    """Bring a version back: one edit, which undo takes back."""
    return card_out(versions.take_version(store, card_id, body.basis, number))


@router.post("/{number}/vary", status_code=201)
def vary(card_id: CardId, number: Number, store: StoreOfApp, request: RequestKey = None) -> CardOut:
    """A new card that begins as this one stood then."""
    return card_out(versions.vary(store, card_id, number, request))
