"""What can be chosen, and whether the server is up."""

from typing import Annotated

from fastapi import APIRouter, Query

from cielo.api.dependencies import CardId, StoreOfApp
from cielo.api.schemas.problem import REFUSALS
from cielo.api.schemas.reading import path_of
from cielo.api.schemas.shelf import (
    FormatOut,
    InkOut,
    MotifOut,
    SafeOut,
    ShelfOut,
    SightOut,
    StockOut,
    ToolOut,
)
from cielo.api.schemas.supplies import NoteLeft, SupplyOut
from cielo.app import shelf as shelf_of_app
from cielo.app.day import MOST_CARDS
from cielo.core.geometry.formats import FORMATS
from cielo.core.geometry.motifs import NAMES, STANDING, motif_rings
from cielo.core.materials import TOOLS, WATER_TOOLS
from cielo.core.optics.gamut import hex_from_lab
from cielo.core.optics.layering import lab_of_stack
from cielo.core.optics.sight import SIGHTS
from cielo.exchange.materials_model import InkModel, StockModel
from cielo.store.backups import backup_is_old, last_backup

router = APIRouter(tags=["shelf"])


@router.get("/health")
async def health() -> dict[str, str]:
    """Answers when the server is up."""
    return {"status": "ok"}


@router.get("/safe", responses=REFUSALS)
def safe(store: StoreOfApp) -> SafeOut:
    """When everything was last copied whole."""
    return SafeOut(last_backup=last_backup(store.path), old=backup_is_old(store.path))


@router.put("/shelf/left", status_code=204, responses=REFUSALS)
def note_what_is_left(body: NoteLeft, store: StoreOfApp) -> None:
    """Keep how much is left of a stock, an ink or a tool."""
    shelf_of_app.note_what_is_left(store, body.kind, body.key, body.left)


@router.get("/cards/{card_id}/supplies", responses=REFUSALS)
def supplies(card_id: CardId, store: StoreOfApp, cards: Annotated[int, Query(ge=1, le=MOST_CARDS)] = 1) -> list[SupplyOut]:
    """What so many cards take, and how much there is of it."""
    return [SupplyOut.model_validate(supply) for supply in shelf_of_app.what_it_takes(store, card_id, cards)]


@router.get("/shelf")
def shelf(store: StoreOfApp, stock: str | None = None) -> ShelfOut:
    """Stocks, inks, tools and card formats. The inks are shown on the stock named, or on the first of the shelf."""
    on_shelf = shelf_of_app.look_at_shelf(store)
    chosen = next((s for s in on_shelf.stocks if s.key == stock), on_shelf.stocks[0] if on_shelf.stocks else None)
    return ShelfOut(
        stocks=[StockOut(stock=StockModel.of(s), hex=hex_from_lab(s.paper.lab)) for s in on_shelf.stocks],
        inks=[
            InkOut(
                ink=InkModel.of(ink),
                hex=hex_from_lab(lab_of_stack(chosen.paper, {ink.key: ink}, [(ink.key, 1.0)]) if chosen else ink.swatches[0].lab),
            )
            for ink in on_shelf.inks
        ],
        tools=[ToolOut.model_validate(tool) for tool in TOOLS.values()],
        formats=[FormatOut.model_validate(card_format) for card_format in FORMATS.values()],
        motifs=[
            MotifOut.model_validate({"key": key, "name": name, "path": path_of(motif_rings(key)), "stands": key in STANDING})
            for key, name in NAMES.items()
        ],
        water_tools=list(WATER_TOOLS),
        sights=[SightOut.model_validate(sight) for sight in SIGHTS.values()],
    )
