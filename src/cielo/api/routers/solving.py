"""What no hand can do: a colour found, a gradient evened, a seam bridged, the same card in other inks."""

from typing import Annotated

from fastapi import APIRouter, Query
from pydantic import BaseModel, Field

from cielo.api.dependencies import CardId, FileBody, StoreOfApp
from cielo.api.routers.cards import card_out
from cielo.api.schemas.cards import Body, CardOut, Edit, EditKey, RevisionNumber
from cielo.api.schemas.problem import REFUSALS
from cielo.app import solving
from cielo.app.cards import Basis
from cielo.core.optics.spectra import hex_from_lab
from cielo.core.plan import Touch
from cielo.exchange.materials_model import InkModel, Key
from cielo.exchange.plan_file import PlanModel

router = APIRouter(prefix="/cards/{card_id}", tags=["solving"], responses=REFUSALS)

Lightness = Annotated[float, Field(ge=0, le=100, allow_inf_nan=False)]
Opponent = Annotated[float, Field(ge=-128, le=128, allow_inf_nan=False)]
PHOTO_BODY = {"requestBody": {"required": True, "content": {"image/jpeg": {"schema": {"type": "string", "format": "binary"}}}}}
KeyOfEdit = Annotated[EditKey | None, Query()]
Revision = Annotated[int, Query(ge=0, le=2**31 - 1)]


class Wanted(Body):
    """A colour that is wanted, CIE Lab of D50, on the stock that a revision of the card has."""

    revision: RevisionNumber
    lab: tuple[Lightness, Opponent, Opponent]
    most: Annotated[int, Field(ge=1, le=20)] = 6


class LayerOut(BaseModel):
    """One ink of a recipe: its passes of a touch, and what they come to in full applications."""

    ink: InkModel
    touch: Touch
    passes: int
    strength: float


class RecipeOut(BaseModel):
    """Inks from the bottom up, each dry before the next. ``difference`` from the wanted colour and ``band``, CIEDE2000."""

    layers: list[LayerOut]
    hex: str
    difference: float
    band: float


class FoundOut(BaseModel):
    recipes: list[RecipeOut]
    reachable: bool
    wanted_hex: str


class EvenedOut(BaseModel):
    """The card with its gradient evened. The steepest change before and after, CIEDE2000 per mm."""

    card: CardOut
    before: float
    after: float


class SwapOut(BaseModel):
    """One ink in the place of another: the key of the one, the other itself."""

    was: str
    was_name: str
    now: InkModel


class ColourwayOut(BaseModel):
    """The card in other inks: its plan, what took the place of what, how far it is from the nearest of the others."""

    plan: PlanModel
    swaps: list[SwapOut]
    apart: float


class BridgeOut(BaseModel):
    """A way across a seam. ``liveliness``: the colour that its dullest place keeps, as a share of the duller ink's."""

    kind: str
    ink: str | None
    name: str
    hexes: list[str]
    liveliness: float


@router.post("/find")
def find(card_id: CardId, body: Wanted, store: StoreOfApp) -> FoundOut:
    """Recipes of one to three inks of the shelf for a colour, the nearest first."""
    here = solving.find_for(store, card_id, body.revision, body.lab, body.most)
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


@router.post("/even")
def even(card_id: CardId, body: Edit, store: StoreOfApp) -> EvenedOut:
    """Move bands and carries until no place of the gradient changes faster than it must."""
    card, evened = solving.even_card(store, card_id, body.basis)
    return EvenedOut(card=card_out(card), before=evened.before, after=evened.after)


@router.post("/from-picture", openapi_extra=PHOTO_BODY)
def from_picture(
    card_id: CardId, body: FileBody, store: StoreOfApp, based_on: Revision, key: Annotated[EditKey | None, Query()] = None
) -> CardOut:
    """A ground from a photograph, sent as the body, in the place of what is laid on the card."""
    return card_out(solving.lay_out_picture(store, card_id, Basis(based_on, key), body))


@router.get("/colourways")
def colourways(
    card_id: CardId, store: StoreOfApp, revision: Revision, count: Annotated[int, Query(ge=1, le=8)] = 4
) -> list[ColourwayOut]:
    """The same card in other inks of the shelf, its light and dark kept."""
    ways, inks = solving.colourways_for(store, card_id, revision, count)
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


@router.get("/bridges")
def bridges(card_id: CardId, store: StoreOfApp, revision: Revision, first: Key, second: Key) -> list[BridgeOut]:
    """Ways across the seam of two inks of the card."""
    return [
        BridgeOut(
            kind=way.kind,
            ink=way.ink.key if way.ink else None,
            name=way.ink.name if way.ink else "",
            hexes=[hex_from_lab(lab) for lab in way.colours],
            liveliness=way.liveliness,
        )
        for way in solving.bridges_for(store, card_id, revision, first, second)
    ]
