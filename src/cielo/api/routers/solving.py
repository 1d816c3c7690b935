"""What no hand can do: a colour found, a gradient evened, a seam bridged, the same card in other inks, a wish answered."""

from typing import Annotated

from fastapi import APIRouter, Query

from cielo.api.dependencies import PHOTO_BODY, BasisOfEdit, CardId, FileBody, StoreOfApp, WorkOfRequest
from cielo.api.routers.cards import card_out
from cielo.api.schemas.cards import CardOut, Edit, EditKey
from cielo.api.schemas.problem import REFUSALS
from cielo.api.schemas.solving import (
    BridgeOut,
    ColourwayOut,
    EvenedOut,
    FoundOut,
    LayerOut,
    ProposedOut,
    RecipeOut,
    Show,
    ShownOut,
    SwapOut,
    Wanted,
    WishFor,
    WishOut,
)
from cielo.app import solving
from cielo.app.card_sizes import CardWish
from cielo.core.bounds import Key
from cielo.core.optics.gamut import hex_from_lab
from cielo.core.solvers.wish import Wish, unknown_words
from cielo.exchange.materials_model import InkModel
from cielo.exchange.plan_file import PlanModel

of_card = APIRouter(prefix="/cards/{card_id}")

KeyOfEdit = Annotated[EditKey | None, Query()]
Revision = Annotated[int, Query(ge=0, le=2**31 - 1)]


@of_card.post("/find")
def find(card_id: CardId, body: Wanted, store: StoreOfApp, work: WorkOfRequest) -> FoundOut:
    """Recipes of one to three inks of the shelf for a colour, the nearest first."""
    here = solving.find_for(store, card_id, body.revision, body.lab, body.most, work)
    by_key = {ink.key: ink for ink in here.inks}
    return FoundOut(
        recipes=[
            RecipeOut(
                layers=[
                    LayerOut(ink=InkModel.of(by_key[key]), touch=touch, passes=passes, strength=strength)
                    for (key, strength), (touch, passes) in zip(recipe.laid, recipe.passes, strict=True)
                ],
                hex=hex_from_lab(recipe.lab),
                difference=recipe.difference,
                band=recipe.band,
            )
            for recipe in here.found.recipes
        ],
        reachable=here.found.reachable,
        wanted_hex=hex_from_lab(body.lab),
    )


@of_card.post("/even")
def even(card_id: CardId, body: Edit, store: StoreOfApp, work: WorkOfRequest) -> EvenedOut:
    """Move bands and carries until no place of the gradient changes faster than it must."""
    card, evened = solving.even_card(store, card_id, body.basis, work)
    return EvenedOut(card=card_out(card), before=evened.before, after=evened.after)


@of_card.post("/from-picture", openapi_extra=PHOTO_BODY)
def from_picture(
    card_id: CardId,
    body: FileBody,
    store: StoreOfApp,
    work: WorkOfRequest,
    basis: BasisOfEdit,
) -> CardOut:
    """A ground from a photograph, sent as the body, in the place of what is laid on the card."""
    return card_out(solving.lay_out_picture(store, card_id, basis, body, work))


@of_card.get("/colourways")
def colourways(
    card_id: CardId,
    store: StoreOfApp,
    work: WorkOfRequest,
    revision: Revision,
    count: Annotated[int, Query(ge=1, le=8)] = 4,
    stock: Annotated[Key | None, Query()] = None,
) -> list[ColourwayOut]:
    """The same card in other inks of the shelf, its light and dark kept; on its stock or another of the shelf."""
    ways, inks = solving.colourways_for(store, card_id, revision, count, work, stock)
    by_key = {ink.key: ink for ink in inks}
    return [
        ColourwayOut(
            plan=PlanModel.of(way.plan),
            swaps=[
                SwapOut(was=old, was_name=by_key[old].name, now=InkModel.of(by_key[new]))
                for old, new in way.inks.items()
                if old != new
            ],
            apart=way.apart,
        )
        for way in ways
    ]


@of_card.get("/bridges")
def bridges(card_id: CardId, store: StoreOfApp, revision: Revision, first: Key, second: Key) -> list[BridgeOut]:
    """Ways across the seam of two inks of the card."""
    return [BridgeOut.of(way) for way in solving.bridges_for(store, card_id, revision, first, second)]


@of_card.post("/show")
def show(card_id: CardId, body: Show, store: StoreOfApp, work: WorkOfRequest) -> list[ShownOut]:
    """Inks and passes that make what a step lays stand out as wanted, the nearest first."""
    return [
        ShownOut(
            step=one.step,
            ink=InkModel.of(one.ink),
            touch=one.touch,
            passes=one.passes,
            contrast=one.contrast,
            plan=PlanModel.of(one.plan),
        )
        for one in solving.show_for(store, card_id, body.revision, body.step, body.level, work)
    ]


@of_card.post("/prints/{step}/spread")
def spread(card_id: CardId, step: Key, body: Edit, store: StoreOfApp) -> CardOut:
    """The prints of a step spread evenly, whole and off the words."""
    return card_out(solving.spread_prints(store, card_id, body.basis, step))


@of_card.post("/beside/{piece}/thread")
def thread(card_id: CardId, piece: Key, body: Edit, store: StoreOfApp) -> CardOut:
    """A strip moved to where it lies between the figures."""
    return card_out(solving.thread_piece(store, card_id, body.basis, piece))


@of_card.get("/second-cards")
def second_cards(
    card_id: CardId, store: StoreOfApp, work: WorkOfRequest, count: Annotated[int, Query(ge=1, le=200)] = 1, sheet: Key = "letter"
) -> list[ProposedOut]:
    """Second cards from what so many of a card leave over: the offcuts, and the ink that is nearly out."""
    return [ProposedOut.of(one.proposed, one.format.key) for one in solving.second_cards_for(store, card_id, count, sheet, work)]


router = APIRouter(tags=["solving"], responses=REFUSALS)
router.include_router(of_card)


@router.post("/wish")
def wish(body: WishFor, store: StoreOfApp, work: WorkOfRequest) -> WishOut:
    """Three grounds for a wish, each with why."""
    wanted = Wish(body.words, body.minutes, body.focal, tuple(body.use_up))
    proposed = solving.wish_for(store, body.units, CardWish(body.format, body.width_mm, body.height_mm), body.stock, wanted, work)
    return WishOut(proposed=[ProposedOut.of(one) for one in proposed], unknown=list(unknown_words(body.words)))


@router.get("/crossings/bridges")
def bridges_of_shelf(store: StoreOfApp, stock: Key, first: Key, second: Key) -> list[BridgeOut]:
    """Ways across the seam of two inks of the shelf on a stock of it."""
    return [BridgeOut.of(way) for way in solving.bridges_between(store, stock, first, second)]
