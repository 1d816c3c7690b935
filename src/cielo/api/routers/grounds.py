"""The grounds a card may start from, each as it would look with the maker's stock and inks."""

from typing import Annotated, Any

from fastapi import APIRouter, Query, Response

from cielo.api.dependencies import StoreOfApp
from cielo.api.schemas.cards import GroundOut, GroundWarning
from cielo.api.schemas.problem import REFUSALS
from cielo.app.card_sizes import CardWish
from cielo.app.laying_out import GroundWish, proposed_on_ground
from cielo.app.learnt import liked_inks
from cielo.app.pictures import panel_png
from cielo.app.shelf import find_stock, look_at_shelf
from cielo.core.advice.fresh import laid_fresh
from cielo.core.bounds import Key
from cielo.core.order.derive import with_derived
from cielo.core.plan import Disc
from cielo.core.sequence.grounds import GROUNDS
from cielo.core.sequence.suiting import suggested

router = APIRouter(prefix="/grounds", tags=["grounds"], responses=REFUSALS)

Inks = Annotated[list[Key], Query(alias="ink", max_length=9)]
# A round mask that the ground is laid past: x, y, diameter, mm.
Disced = Annotated[str | None, Query(pattern=r"^[0-9]{1,3}(\.[0-9])?(,[0-9]{1,3}(\.[0-9])?){2}$")]
PNG: dict[str, Any] = {"response_class": Response, "responses": {200: {"content": {"image/png": {}}}}}


@router.get("")
def list_grounds() -> list[GroundOut]:
    """Every ground, in the order of the trade's list."""
    return [GroundOut.model_validate(ground) for ground in GROUNDS.values()]


@router.get("/suggested")
def suggestions(store: StoreOfApp, stock: Key) -> dict[str, list[list[Key]]]:
    """For every ground sets of inks of the shelf that suit it on a stock, the best first; a ground that the shelf has no inks for is left
    out."""
    found = suggested(find_stock(store, stock).paper, look_at_shelf(store).inks, liked_inks(store))
    return {key: [[ink.key for ink in inks] for inks in sets] for key, sets in found.items()}


@router.get("/{ground}/warnings")
def warnings(
    ground: Key,
    store: StoreOfApp,
    stock: Key,
    ink: Inks,
    card_format: Annotated[Key | None, Query(alias="format")] = None,
    width_mm: Annotated[float | None, Query(ge=20, le=600)] = None,
    height_mm: Annotated[float | None, Query(ge=20, le=600)] = None,
) -> list[GroundWarning]:
    """What these inks on this stock cannot give on that ground, and what would, before it is laid."""
    wish = CardWish(card_format, width_mm, height_mm)
    _, left = laid_fresh(proposed_on_ground(store, GroundWish("", "in", wish, stock, tuple(ink), ground)))
    return [GroundWarning(message=finding.message, why=finding.why) for finding in left]


@router.get("/{ground}/picture.png", **PNG)
def picture(
    ground: Key,
    store: StoreOfApp,
    stock: Key,
    ink: Inks,
    dpi: Annotated[float, Query(ge=4, le=60, allow_inf_nan=False)] = 18,
    card_format: Annotated[Key | None, Query(alias="format")] = None,
    width_mm: Annotated[float | None, Query(ge=20, le=600)] = None,
    height_mm: Annotated[float | None, Query(ge=20, le=600)] = None,
    disc: Disced = None,
) -> Response:
    """A ground as it would look, on a format or a size of one's own; ``disc``: a round mask, as x, y and diameter in mm."""
    wish = CardWish(card_format, width_mm, height_mm)
    kept = None
    if disc:
        x, y, across = (float(value) for value in disc.split(","))
        kept = Disc("moon", "moon", x, y, across)
    plan = with_derived(proposed_on_ground(store, GroundWish("", "in", wish, stock, tuple(ink), ground, kept)))
    return Response(panel_png(plan, dpi), media_type="image/png", headers={"cache-control": "private, max-age=600"})
