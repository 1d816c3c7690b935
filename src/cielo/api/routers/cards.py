"""Cards: list, start, change, undo, ask, picture, sheet, file."""

from dataclasses import replace
from typing import Annotated, Any

from fastapi import APIRouter, Path, Query, Response

from cielo.api.dependencies import CardId, FileBody, RequestKey, StoreOfApp
from cielo.api.schemas.cards import (
    AnswerOut,
    ApplyRemedy,
    CardOut,
    CardSummary,
    ChangeCard,
    Edit,
    GroupCard,
    LaidHereOut,
    LayGround,
    OrderedOut,
    ProposeGradient,
    RemedyOut,
    ResizeCard,
    RevisionNumber,
    StartBare,
    StartOnGradient,
    StartOnGround,
)
from cielo.api.schemas.problem import REFUSALS
from cielo.app import card_sizes, cards, laying_out, remedies
from cielo.app.cards import CardOnDesk
from cielo.app.pictures import Look, panel_png, proofs_moving
from cielo.app.proofs import proof_keys
from cielo.app.reading import read_aloud
from cielo.app.sheets import card_page, placing_template, run_sheet, templates
from cielo.app.shelf import find_inks, find_stock
from cielo.core.optics.gamut import hex_from_lab, is_in_gamut
from cielo.core.simulation.grid import for_screen
from cielo.core.simulation.point import ask
from cielo.exchange.card_page import write_html, write_pdf
from cielo.exchange.plan_file import PlanModel, write_plan
from cielo.exchange.run_sheet import Paper

router = APIRouter(prefix="/cards", tags=["cards"], responses=REFUSALS)

Millimetres = Annotated[float, Query(allow_inf_nan=False)]
StepsDone = Annotated[int | None, Query(ge=0, le=1000)]
Dpi = Annotated[float, Query(ge=4, le=600, allow_inf_nan=False)]
PROOF_DPI, SMALL_PROOF_DPI = 60.0, 26.0
ProofKey = Annotated[str, Path(pattern="^[0-9a-f]{18}$")]
# Where a lamp is held above the panel, mm.
Lamp = Annotated[str | None, Query(pattern=r"^-?[0-9]{1,4}(\.[0-9]{1,2})?,-?[0-9]{1,4}(\.[0-9]{1,2})?$")]
KEPT = {"cache-control": "private, max-age=604800, immutable"}
PNG: dict[str, Any] = {"response_class": Response, "responses": {200: {"content": {"image/png": {}}}}}


@router.get("")
def list_cards(store: StoreOfApp, away: bool = False) -> list[CardSummary]:
    """Every card on the table, the last changed first; or every one that is put away."""
    return [CardSummary.of(card) for card in cards.list_cards(store, away=away)]


@router.post("", status_code=201)
def start_card(body: StartBare, store: StoreOfApp, request: RequestKey = None) -> CardOut:
    """Start a card with nothing laid yet, with inks of the shelf beside it."""
    plan = card_sizes.empty_plan(body.title, body.units, body.card, find_stock(store, body.stock))
    plan = replace(plan, inks=find_inks(store, body.inks))
    return card_out(cards.start_card(store, plan, f"start {body.title}", request=request))


@router.post("/on-ground", status_code=201)
def start_on_ground(body: StartOnGround, store: StoreOfApp, request: RequestKey = None) -> CardOut:
    """Start a card with a ground laid out from inks of the shelf."""
    plan = laying_out.plan_on_ground(store, body.ground_wish())
    return card_out(cards.start_card(store, plan, f"start {body.title}", request=request))


@router.post("/on-gradient", status_code=201)
def start_on_gradient(body: StartOnGradient, store: StoreOfApp, request: RequestKey = None) -> CardOut:
    """Start a card with a banded gradient laid out from inks of the shelf; all of it, or no card."""
    plan = laying_out.plan_with_gradient(store, body.title, body.units, body.card, body.stock, body.inks, body.wish())
    return card_out(cards.start_card(store, plan, f"start {body.title}", request=request))


@router.post(
    "/import",
    status_code=201,
    openapi_extra={"requestBody": {"required": True, "content": {"application/json": {"schema": {}}}}},
)
def import_card(body: FileBody, store: StoreOfApp, request: RequestKey = None) -> CardOut:
    """A new card from a plan file, sent as the body."""
    return card_out(cards.import_card(store, body, request))


@router.get("/{card_id}")
def open_card(card_id: CardId, store: StoreOfApp) -> CardOut:
    """One card as it stands."""
    return card_out(cards.open_card(store, card_id))


@router.put("/{card_id}")
def change_card(card_id: CardId, body: ChangeCard, store: StoreOfApp) -> CardOut:
    """Save a change: one revision."""
    plan = body.plan.to_core()
    return card_out(cards.change_card(store, card_id, body.basis, body.said, lambda _: plan))


@router.post("/{card_id}/gradient")
def propose_gradient(card_id: CardId, body: ProposeGradient, store: StoreOfApp) -> CardOut:
    """Lay out a banded gradient from the inks given, in place of the card's steps."""
    inks = tuple(ink.to_core() for ink in body.inks)
    return card_out(
        cards.change_card(
            store,
            card_id,
            body.basis,
            "lay out the gradient",
            lambda plan: laying_out.propose(replace(plan, inks=inks), body.wish()),
        )
    )


@router.post("/{card_id}/ground")
def lay_ground(card_id: CardId, body: LayGround, store: StoreOfApp) -> CardOut:
    """Lay out a ground from the card's inks, in place of its steps and masks."""
    plan = laying_out.lay_ground(store, cards.card_at(store, card_id, body.based_on), body.ground)
    return card_out(cards.change_card(store, card_id, body.basis, "lay out another ground", lambda _: plan))


@router.get("/{card_id}/remedies")
def list_remedies(card_id: CardId, revision: RevisionNumber, store: StoreOfApp) -> list[RemedyOut]:
    """What would mend what goes wrong with a revision of a card: each tried before it is told, so asked for apart from the edits."""
    return [RemedyOut.model_validate(one) for one in remedies.remedies_of(store, card_id, revision)]


@router.post("/{card_id}/remedy")
def apply_remedy(card_id: CardId, body: ApplyRemedy, store: StoreOfApp) -> CardOut:
    """Apply the remedy of a finding."""
    return card_out(remedies.apply_remedy(store, card_id, body.basis, body.code, body.step, body.remedy))


@router.post("/{card_id}/card")
def resize_card(card_id: CardId, body: ResizeCard, store: StoreOfApp) -> CardOut:
    """Take another card, every step fitted to its panel."""
    return card_out(cards.resize_card(store, card_id, body.basis, body.card, body.said))


@router.post("/{card_id}/measured")
def take_measured_in(card_id: CardId, body: Edit, store: StoreOfApp) -> CardOut:
    """Plan the card with its inks, stock and crossings as they are known now."""
    return card_out(cards.take_measured_in(store, card_id, body.basis))


@router.post("/{card_id}/order")
def put_in_order(card_id: CardId, body: Edit, store: StoreOfApp) -> OrderedOut:
    """Set the steps in working order, and tell what was moved and why."""
    card, moves = cards.put_in_order(store, card_id, body.basis)
    return OrderedOut(card=card_out(card), moves=list(moves))


@router.post("/{card_id}/undo")
def undo(card_id: CardId, body: Edit, store: StoreOfApp) -> CardOut:
    """Take the last change back."""
    return card_out(cards.undo(store, card_id, body.basis))


@router.post("/{card_id}/redo")
def redo(card_id: CardId, body: Edit, store: StoreOfApp) -> CardOut:
    """Bring back what undo took away."""
    return card_out(cards.redo(store, card_id, body.basis))


@router.post("/{card_id}/copy", status_code=201)
def copy_card(card_id: CardId, store: StoreOfApp, request: RequestKey = None) -> CardOut:
    """A new card that begins as this one stands."""
    return card_out(cards.copy_card(store, card_id, request))


@router.post("/{card_id}/put-away", status_code=204)
def put_away(card_id: CardId, store: StoreOfApp) -> None:
    """Take a card off the table."""
    cards.put_away(store, card_id, True)


@router.post("/{card_id}/bring-back", status_code=204)
def bring_back(card_id: CardId, store: StoreOfApp) -> None:
    """Bring a card back that was put away."""
    cards.put_away(store, card_id, False)


@router.put("/{card_id}/group", status_code=204)
def group_card(card_id: CardId, body: GroupCard, store: StoreOfApp) -> None:
    """Put a card into a group."""
    cards.group_card(store, card_id, body.group)


@router.delete("/{card_id}", status_code=204)
def delete_card(card_id: CardId, store: StoreOfApp) -> None:
    """Delete a card for good that was put away."""
    cards.delete_card(store, card_id)


@router.get("/{card_id}/picture.png", **PNG)
def saved_picture(
    card_id: CardId,
    store: StoreOfApp,
    revision: RevisionNumber,
    dpi: Dpi = 100,
    steps: StepsDone = None,
    look: Look | None = None,
    lamp: Lamp = None,
) -> Response:
    """The panel after some or all steps, at one revision, or as pale or strong as it may well come out, or still wet,
    or tilted to a lamp held above a place of it; it never changes, so it may be kept."""
    plan = cards.card_at(store, card_id, revision)
    png = panel_png(plan, for_screen(plan.card, dpi), steps, look=look, lamp_mm=place_of(lamp))
    return Response(png, media_type="image/png", headers=KEPT)


@router.get("/{card_id}/proof/{key}.png", **PNG)
def proof(card_id: CardId, key: ProofKey, steps: Annotated[int, Query(ge=0, le=1000)], store: StoreOfApp) -> Response:
    """The small picture after a step, by what it depends on (the reading's ``proof``): kept for as long as that stays the same."""
    plan = cards.open_card(store, card_id).revision.plan
    steps = min(steps, len(plan.steps))
    png = panel_png(plan, SMALL_PROOF_DPI, steps)
    as_asked = proof_keys(plan)[steps] == key
    return Response(png, media_type="image/png", headers=KEPT if as_asked else {"cache-control": "no-store"})


@router.post("/picture.png", **PNG)
def preview(plan: PlanModel, dpi: Dpi = 60, steps: StepsDone = None) -> Response:
    """The panel of a plan that is not saved, while something is being dragged."""
    meant = plan.to_core()
    return Response(panel_png(meant, for_screen(meant.card, dpi), steps), media_type="image/png")


@router.get("/{card_id}/ask")
def ask_panel(
    card_id: CardId, store: StoreOfApp, revision: RevisionNumber, x_mm: Millimetres, y_mm: Millimetres, steps: StepsDone = None
) -> AnswerOut:
    """The inks at a place, bottom first, and the colour they give."""
    plan = cards.card_at(store, card_id, revision)
    answer = ask(plan, x_mm, y_mm, steps)
    return AnswerOut(
        laid=[
            LaidHereOut(step=here.step, ink=here.ink, name=plan.ink(here.ink).name, strength=here.strength)
            for here in answer.laid
        ],
        lab=answer.lab,
        hex=hex_from_lab(answer.lab),
        in_gamut=is_in_gamut(answer.lab),
        band=answer.band,
        one_more=answer.one_more,
    )


@router.get("/{card_id}/run-of-proofs.png", **PNG)
def moving_proofs(card_id: CardId, store: StoreOfApp) -> Response:
    """The run of proofs as a moving picture (APNG), one step after another."""
    plan = cards.open_card(store, card_id).revision.plan
    headers = {"content-disposition": attachment(plan.title, "proofs.png", "attachment")}
    return Response(proofs_moving(plan, for_screen(plan.card, PROOF_DPI)), media_type="image/png", headers=headers)


@router.get("/{card_id}/run-sheet.pdf", response_class=Response, responses={200: {"content": {"application/pdf": {}}}})
def sheet(card_id: CardId, store: StoreOfApp, paper: Paper | None = None, less_ink: bool = False) -> Response:
    """The run sheet to print; on letter or A4 by the card's units where no paper is asked for."""
    card = cards.open_card(store, card_id)
    plan = card.revision.plan
    return Response(
        run_sheet(plan, card.supplies, card.remembered, paper, saving=less_ink),
        media_type="application/pdf",
        headers={"content-disposition": attachment(plan.title, "run-sheet.pdf", "inline")},
    )


@router.get("/{card_id}/page.html", response_class=Response, responses={200: {"content": {"text/html": {}}}})
def page_to_send(card_id: CardId, store: StoreOfApp) -> Response:
    """The card as one HTML file that opens anywhere."""
    plan = cards.open_card(store, card_id).whole
    headers = {"content-disposition": attachment(plan.title, "html", "attachment")}
    return Response(write_html(card_page(plan)), media_type="text/html", headers=headers)


@router.get("/{card_id}/page.pdf", response_class=Response, responses={200: {"content": {"application/pdf": {}}}})
def page_to_print(card_id: CardId, store: StoreOfApp) -> Response:
    """The card as a page to print or to send."""
    plan = cards.open_card(store, card_id).whole
    headers = {"content-disposition": attachment(plan.title, "page.pdf", "inline")}
    return Response(write_pdf(card_page(plan)), media_type="application/pdf", headers=headers)


@router.get("/{card_id}/placing.pdf", response_class=Response, responses={200: {"content": {"application/pdf": {}}}})
def where_things_go(card_id: CardId, store: StoreOfApp, step: str | None = None) -> Response:
    """Where prints, sheets and pieces go, 1:1, with crosses to prick through; of one step of the panel where it is asked for."""
    plan = cards.open_card(store, card_id).revision.plan
    headers = {"content-disposition": attachment(plan.title, "where-things-go.pdf", "inline")}
    return Response(placing_template(plan, step), media_type="application/pdf", headers=headers)


@router.get("/{card_id}/templates.pdf", response_class=Response, responses={200: {"content": {"application/pdf": {}}}})
def cut_templates(card_id: CardId, store: StoreOfApp) -> Response:
    """Templates of every piece to cut, 1:1."""
    plan = cards.open_card(store, card_id).revision.plan
    headers = {"content-disposition": attachment(plan.title, "templates.pdf", "inline")}
    return Response(templates(plan), media_type="application/pdf", headers=headers)


@router.get("/{card_id}/export")
def export(card_id: CardId, store: StoreOfApp) -> Response:
    """The plan file of a card."""
    plan = cards.open_card(store, card_id).revision.plan
    headers = {"content-disposition": attachment(plan.title, "cielo.json", "attachment")}
    return Response(write_plan(plan), media_type="application/json", headers=headers)


def place_of(lamp: str | None) -> tuple[float, float] | None:
    """Where the lamp is held, mm."""
    if lamp is None:
        return None
    x, y = lamp.split(",")
    return float(x), float(y)


def attachment(title: str, ending: str, how: str) -> str:
    plain = "".join(c if c.isascii() and c.isalnum() else "-" for c in title.lower()).strip("-") or "card"
    return f'{how}; filename="{plain}.{ending}"'


def card_out(card: CardOnDesk) -> CardOut:
    return CardOut.of(card, read_aloud(card.revision.plan, card.supplies))
