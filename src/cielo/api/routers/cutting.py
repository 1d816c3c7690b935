"""Pieces to cut, and the cutter."""

from typing import Annotated, Literal

from fastapi import APIRouter, Query, Response

from cielo.api.dependencies import CardId, FileBody, StoreOfApp
from cielo.api.routers.cards import attachment
from cielo.api.schemas.problem import REFUSALS
from cielo.api.schemas.stencils import CutAnswer, PiecesOut, SheetOut
from cielo.app import cards, cutting
from cielo.core.bounds import Key, Name
from cielo.core.geometry.nesting import SHEETS
from cielo.core.geometry.pieces import Piece, pieces_of
from cielo.errors import NotFound
from cielo.exchange.templates import write_template

router = APIRouter(tags=["cutting"], responses=REFUSALS)

MEDIA = {"svg": "image/svg+xml", "pdf": "application/pdf", "dxf": "image/vnd.dxf", "hpgl": "application/vnd.hp-hpgl"}


@router.get("/cards/{card_id}/pieces")
def pieces(
    card_id: CardId, store: StoreOfApp, count: Annotated[int, Query(ge=1, le=200)] = 1, sheet: Key = "letter"
) -> PiecesOut:
    """The pieces of a number of cards, nested on sheets of one size, with the envelope and what the cutter says."""
    plan = cards.open_card(store, card_id).revision.plan
    laid = cutting.lay_out_pieces(plan, count, sheet)
    called = {mask.key: mask.called for mask in plan.masks}
    return PiecesOut.of(
        laid, cutting.cut_each(laid.pieces), plan.units, called, [SheetOut.model_validate(s) for s in SHEETS.values()]
    )


@router.get("/cards/{card_id}/pieces/{piece}/template", response_class=Response)
def template(card_id: CardId, piece: Key, store: StoreOfApp, form: Literal["svg", "pdf", "dxf", "hpgl"] = "svg") -> Response:
    """One piece as a template, 1:1."""
    plan = cards.open_card(store, card_id).revision.plan
    found = _piece(pieces_of(plan), piece)
    headers = {"content-disposition": attachment(f"{plan.title} {found.name}", form, "attachment")}
    return Response(write_template(found, plan.units, form), media_type=MEDIA[form], headers=headers)


@router.get("/cards/{card_id}/pieces/{piece}/cut-sheet.svg", response_class=Response)
def cut_sheet(card_id: CardId, piece: Key, store: StoreOfApp) -> Response:
    """The cutter's mat with one piece on it."""
    plan = cards.open_card(store, card_id).revision.plan
    return Response(cutting.cut_sheet(_piece(pieces_of(plan), piece)), media_type="image/svg+xml")


@router.post(
    "/cutter",
    openapi_extra={"requestBody": {"required": True, "content": {"application/octet-stream": {"schema": {"type": "string"}}}}},
)
def cut_file(body: FileBody, name: Name) -> CutAnswer:
    """Send a file of one's own (SVG or HPGL, told by its name) to the cutter."""
    report, sheet = cutting.cut_file(body, name)
    return CutAnswer(cut_mm=report.cut_mm, travel_mm=report.travel_mm, seconds=report.seconds, sheet_svg=sheet.decode())


def _piece(found: tuple[Piece, ...], key: str) -> Piece:
    piece = next((piece for piece in found if piece.key == key), None)
    if piece is None:
        raise NotFound("that piece is no longer on the card.", mend="Look at the pieces again.")
    return piece
