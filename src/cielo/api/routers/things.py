"""The shelf: every thing on it with what is known of it, adding, changing, putting away, files in and out."""

from typing import Annotated, Any

from fastapi import APIRouter, Query, Response

from cielo.api.dependencies import PHOTO_BODY, FileBody, StoreOfApp
from cielo.api.schemas.problem import REFUSALS
from cielo.api.schemas.things import (
    BoxOut,
    ChangeThing,
    FitOut,
    LookOut,
    Merge,
    NewInk,
    NewThing,
    NoteFacts,
    OfferOut,
    PreviewOut,
    PutAway,
    ReadTray,
    ReInk,
    Several,
    SheetSeenOut,
    SwatchReadOut,
    ThingOut,
)
from cielo.app import shelf_files, swatches, things
from cielo.app.shelf import find_stock
from cielo.core.bounds import Key
from cielo.core.materials import InkKind, Stock
from cielo.core.optics.gamut import hex_from_lab
from cielo.core.shelf import OwnThing, ThingKind
from cielo.core.units import Units
from cielo.errors import BadInput
from cielo.exchange.materials_model import InkModel, StockModel
from cielo.exchange.swatch_pdf import write_photo_sheet

router = APIRouter(prefix="/things", tags=["things"], responses=REFUSALS)


def _file(kind: str) -> dict[str, Any]:
    return {"requestBody": {"required": True, "content": {kind: {"schema": {"type": "string", "format": "binary"}}}}}


CSV_BODY, TEXT_BODY = _file("text/csv"), _file("text/plain")
JSON_BODY = {"requestBody": {"required": True, "content": {"application/json": {"schema": {}}}}}


@router.get("")
def list_things(store: StoreOfApp, stock: Key | None = None) -> list[ThingOut]:
    """Everything on the shelf and what is put away; inks as they look on a stock, or on the first."""
    return [ThingOut.from_thing(thing) for thing in things.list_things(store, stock)]


@router.post("/start", status_code=204)
def start(store: StoreOfApp) -> None:
    """Put the starter shelf on the shelf, beside what is there."""
    things.start_shelf(store)


@router.post("", status_code=201)
def add(body: NewThing, store: StoreOfApp) -> ThingOut:
    """Add an ink, a stock, or a stamp, tape or tool of one's own."""
    given = [part for part in (body.ink, body.stock, body.own) if part is not None]
    if len(given) != 1:
        raise BadInput("give one thing: an ink, a stock or a thing of your own.", field="ink", mend="Leave the others out.")
    thing: Any
    if body.ink is not None:
        key = things.free_thing_key(store, "ink", body.ink.name)
        thing, kind = body.ink.as_ink(key, body.ink.name), "ink"
    elif body.stock is not None:
        s = body.stock
        key = things.free_thing_key(store, "stock", s.name)
        thing, kind = Stock(key, s.name, s.paper.to_core(), s.thickness_mm, s.translucent, s.fibres), "stock"
    else:
        assert body.own is not None
        key = things.free_thing_key(store, body.own.kind, body.own.name)
        thing, kind = OwnThing(key=key, **body.own.model_dump()), body.own.kind
    things.keep_thing(store, thing, body.facts.to_core(), new=True)
    return next(ThingOut.from_thing(t) for t in things.list_things(store) if (t.kind, t.key) == (kind, key))


@router.put("/{kind}/{key}")
def change(kind: ThingKind, key: Key, body: ChangeThing, store: StoreOfApp) -> ThingOut:
    """Change a thing or what is known of it."""
    facts = body.facts.to_core() if body.facts else None
    found = next((t for t in things.list_things(store) if (t.kind, t.key) == (kind, key)), None)
    if found is None:
        raise BadInput(f"there is no such {kind} on the shelf.", field="key", mend="Choose one that is.")
    if body.ink is not None:
        things.keep_thing(store, body.ink.model_copy(update={"key": key}).to_core(), facts)
    elif body.stock is not None:
        things.keep_thing(store, body.stock.model_copy(update={"key": key}).to_core(), facts)
    elif body.own is not None:
        things.keep_thing(store, OwnThing(**{**body.own.model_dump(), "key": key}), facts)
    elif facts is not None:
        things.keep_facts(store, kind, key, facts)
    return next(ThingOut.from_thing(t) for t in things.list_things(store) if (t.kind, t.key) == (kind, key))


@router.post("/put-away", status_code=204)
def put_away(body: PutAway, store: StoreOfApp) -> None:
    """Take things off the shelf, or bring them back."""
    things.put_things_away(store, [(t.kind, t.key) for t in body.things], body.away)


@router.post("/delete", status_code=204)
def delete(body: Several, store: StoreOfApp) -> None:
    """Delete things for good."""
    things.delete_things(store, [(t.kind, t.key) for t in body.things])


@router.post("/note", status_code=204)
def note(body: NoteFacts, store: StoreOfApp) -> None:
    """Note the same of several things at once."""
    things.note_facts(store, [(t.kind, t.key) for t in body.things], **body.change())


@router.post("/re-ink", status_code=204)
def re_ink(body: ReInk, store: StoreOfApp) -> None:
    """Note that pads were re-inked today."""
    things.re_ink(store, body.keys)


@router.post("/merge", status_code=204)
def merge(body: Merge, store: StoreOfApp) -> None:
    """Make one of two of the same."""
    things.merge_things(store, body.kind, body.keep, body.gone)


@router.get("/ink/{key}/looks")
def looks(key: Key, store: StoreOfApp) -> list[LookOut]:
    """An ink on every stock she has."""
    return [
        LookOut(
            stock=stock.key,
            name=stock.name,
            stock_hex=hex_from_lab(stock.paper.lab),
            once=hex_from_lab(once),
            twice=hex_from_lab(twice),
        )
        for stock, once, twice in things.looks(store, key)
    ]


@router.post("/fit")
def fit(body: NewInk, store: StoreOfApp) -> FitOut:
    """How well an ink would be known by its swatches, and which further one would help most."""
    return FitOut.model_validate(things.fit(store, body.as_ink("new", body.name)))


@router.post("/brushed")
def brushed(body: NewInk, store: StoreOfApp, stock: Key) -> dict[str, str]:
    """An ink not yet kept, one and two passes on a stock, sRGB."""
    paper = find_stock(store, stock).paper
    ink = body.as_ink("new", body.name)
    from cielo.core.optics.layering import lab_of_stack

    once, twice = (hex_from_lab(lab_of_stack(paper, {"new": ink}, [("new", n)])) for n in (1.0, 2.0))
    return {"once": once, "twice": twice}


@router.post("/read")
def read(body: ReadTray, store: StoreOfApp) -> SwatchReadOut:
    """Read a swatch with the reader (a stand-in, with a tray of swatches of its own)."""
    reading = swatches.read_from_tray(store, body.stock, body.swatch)
    return SwatchReadOut(
        lab=reading.lab, hex=hex_from_lab(reading.lab), repeatability=reading.repeatability, left_out=reading.left_out
    )


@router.get("/photo-sheet.pdf", response_class=Response, responses={200: {"content": {"application/pdf": {}}}})
def photo_sheet(units: Units = "in") -> Response:
    """The swatch sheet to print, ink and photograph."""
    return Response(write_photo_sheet(units), media_type="application/pdf")


@router.post("/photo", openapi_extra=PHOTO_BODY)
def photo(body: FileBody, store: StoreOfApp, stock: Key) -> SheetSeenOut:
    """The boxes of a photographed swatch sheet, printed on a stock."""
    seen = swatches.read_sheet_photo(store, stock, body)
    boxes = [BoxOut(number=box.number, lab=box.lab, hex=hex_from_lab(box.lab), inked=box.inked) for box in seen.boxes]
    return SheetSeenOut(boxes=boxes, patches_apart=seen.patches_apart, warning=seen.warning)


@router.get("/{kind}.csv", response_class=Response, responses={200: {"content": {"text/csv": {}}}})
def export_csv(kind: ThingKind, store: StoreOfApp) -> Response:
    """All things of a kind as CSV."""
    headers = {"content-disposition": f'attachment; filename="{kind}s.csv"'}
    return Response(shelf_files.export_csv(store, kind), media_type="text/csv", headers=headers)


@router.post("/{kind}.csv", openapi_extra=CSV_BODY)
def import_csv(kind: ThingKind, body: FileBody, store: StoreOfApp, take: Annotated[bool, Query()] = False) -> PreviewOut:
    """What a CSV file would change; with ``take`` the rows that are right are taken."""
    return PreviewOut.from_preview(shelf_files.import_csv(store, kind, body, take=take))


@router.get("/inks.gpl", response_class=Response, responses={200: {"content": {"text/plain": {}}}})
def export_palette(store: StoreOfApp, stock: Key | None = None) -> Response:
    """The inks as a palette."""
    headers = {"content-disposition": 'attachment; filename="inks.gpl"'}
    return Response(shelf_files.export_palette(store, stock), media_type="text/plain", headers=headers)


@router.post("/inks.gpl", openapi_extra=TEXT_BODY)
def import_palette(
    body: FileBody, store: StoreOfApp, stock: Key, kind: InkKind = "dye", take: Annotated[bool, Query()] = False
) -> PreviewOut:
    """What a palette would add; with ``take`` its colours become inks by eye."""
    paper = find_stock(store, stock).paper
    return PreviewOut.from_preview(shelf_files.import_palette(store, body, kind=kind, stock=paper, take=take))


@router.post("/offer", openapi_extra=JSON_BODY)
def offer(body: FileBody, store: StoreOfApp, take: Annotated[bool, Query()] = False) -> OfferOut:
    """What a plan file has that is not on the shelf; put there with ``take``."""
    inks, stocks = shelf_files.offer_from_plan(store, body, take=take)
    return OfferOut(inks=[InkModel.of(ink) for ink in inks], stocks=[StockModel.of(stock) for stock in stocks])
