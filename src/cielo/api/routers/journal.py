"""The journal: what was made, its photographs, what they taught."""

from typing import Annotated, Any, Self

from fastapi import APIRouter, Path, Query, Response
from pydantic import Field, model_validator

from cielo.api.dependencies import PHOTO_BODY, CardId, FileBody, RequestKey, StoreOfApp, WorkOfRequest
from cielo.api.routers.cards import attachment, card_out
from cielo.api.schemas.cards import Body, CardOut
from cielo.api.schemas.journal import JournalEntryOut, LearntOut
from cielo.api.schemas.problem import REFUSALS
from cielo.app import journal, used
from cielo.app.bench import MOST_CARDS
from cielo.app.journal import Side
from cielo.app.learnt import what_was_learnt
from cielo.core.bounds import Key
from cielo.exchange.card_page import write_html, write_pdf
from cielo.exchange.journal_file import Corners, MadeFacts

router = APIRouter(prefix="/journal", tags=["journal"], responses=REFUSALS)

EntryId = Annotated[str, Path(pattern="^[0-9a-f]{12}$")]
JPEG: dict[str, Any] = {"response_class": Response, "responses": {200: {"content": {"image/jpeg": {}}}}}
PNG: dict[str, Any] = {"response_class": Response, "responses": {200: {"content": {"image/png": {}}}}}


class Made(Body):
    """A card of the bench that was made."""

    card: CardId
    number: Annotated[int, Field(ge=1, le=MOST_CARDS)] = 1


class Practise(Body):
    """A photograph by the camera stand-in: of a hand so strong, in a light of its own."""

    hand: Annotated[float, Field(ge=0.5, le=2.0)] = 1.0
    seed: Annotated[int, Field(ge=0, le=2**31 - 1)] = 0


class PutCorners(Body):
    corners: Corners


class Lesson(Body):
    """What a photograph told of the hand, or of the ``pad`` of an ink, or of a ``pair`` of inks, bottom and top; one at a time."""

    taken_in: bool
    pad: Key | None = None
    pair: tuple[Key, Key] | None = None

    @model_validator(mode="after")
    def one_at_a_time(self) -> Self:
        if self.pad is not None and self.pair is not None:
            raise ValueError("take a pad in, or a pair, and not both at once")
        return self


class PaceLesson(Body):
    taken_in: bool


@router.get("")
def look_through(store: StoreOfApp) -> list[JournalEntryOut]:
    """Every entry, the last made first."""
    return [JournalEntryOut.of(entry) for entry in journal.look_through(store)]


@router.get("/learnt")
def learnt(store: StoreOfApp) -> LearntOut:
    """What the journal has taught."""
    return LearntOut.of(what_was_learnt(store))


@router.post("/made", status_code=201)
def record_made(body: Made, store: StoreOfApp, request: RequestKey = None) -> JournalEntryOut:
    """Put a card of the bench on record as it was followed."""
    return JournalEntryOut.of(journal.record_made(store, body.card, body.number, request))


@router.post("", status_code=201)
def record_other(body: MadeFacts, store: StoreOfApp, request: RequestKey = None) -> JournalEntryOut:
    """Put a card on record that was made without a plan."""
    return JournalEntryOut.of(journal.record_other(store, body, request))


@router.put("/{entry}")
def note(entry: EntryId, body: MadeFacts, store: StoreOfApp) -> JournalEntryOut:
    """Write anew what the maker says of a card."""
    return JournalEntryOut.of(journal.note_of(store, entry, body))


@router.delete("/{entry}", status_code=204)
def take_out(entry: EntryId, store: StoreOfApp) -> None:
    """Take an entry out for good."""
    journal.take_out(store, entry)


@router.post("/{entry}/photo", openapi_extra=PHOTO_BODY)
def bring_photo(entry: EntryId, body: FileBody, store: StoreOfApp, work: WorkOfRequest) -> JournalEntryOut:
    """Keep a photograph, sent as the body, and compare it with what was predicted."""
    return JournalEntryOut.of(journal.bring_photo(store, entry, body, work))


@router.post("/{entry}/practice-photo")
def practise(entry: EntryId, body: Practise, store: StoreOfApp, work: WorkOfRequest) -> JournalEntryOut:
    """Let the camera stand-in photograph it."""
    return JournalEntryOut.of(journal.practise_photo(store, entry, body.hand, body.seed, work))


@router.post("/{entry}/corners")
def put_corners(entry: EntryId, body: PutCorners, store: StoreOfApp, work: WorkOfRequest) -> JournalEntryOut:
    """Put the card's corners right, in pixels of the photograph as it is kept, and compare again."""
    return JournalEntryOut.of(journal.put_corners(store, entry, body.corners, work))


@router.post("/{entry}/lesson")
def lesson(entry: EntryId, body: Lesson, store: StoreOfApp) -> JournalEntryOut:
    """Use what its photograph told of her hand, of a pad or of a pair of inks for coming predictions, or no longer."""
    if body.pad is not None:
        return JournalEntryOut.of(journal.take_pad(store, entry, body.pad, body.taken_in))
    if body.pair is not None:
        return JournalEntryOut.of(journal.take_pair(store, entry, body.pair, body.taken_in))
    return JournalEntryOut.of(journal.take_lesson(store, entry, body.taken_in))


@router.post("/{entry}/pace")
def pace(entry: EntryId, body: PaceLesson, store: StoreOfApp) -> JournalEntryOut:
    """Reckon with how long its steps took, or no longer."""
    return JournalEntryOut.of(journal.take_pace(store, entry, body.taken_in))


@router.post("/{entry}/off-shelf")
def off_shelf(entry: EntryId, store: StoreOfApp) -> JournalEntryOut:
    """Take what the card took off the shelf, where it is counted there."""
    return JournalEntryOut.of(used.take_off_shelf(store, entry))


@router.post("/{entry}/back-on-shelf")
def back_on_shelf(entry: EntryId, store: StoreOfApp) -> JournalEntryOut:
    """Put back what was taken off the shelf for it."""
    return JournalEntryOut.of(used.put_back_on_shelf(store, entry))


@router.post("/{entry}/again", status_code=201)
def again(entry: EntryId, store: StoreOfApp, request: RequestKey = None) -> CardOut:
    """A new card from the plan of an entry, as it was followed."""
    return card_out(journal.begin_again(store, entry, request))


@router.get("/{entry}/page.html", response_class=Response, responses={200: {"content": {"text/html": {}}}})
def page_to_send(entry: EntryId, store: StoreOfApp) -> Response:
    """A card that was made, with its photograph and what was written of it, as one HTML file that opens anywhere."""
    page = journal.page_of(store, entry)
    headers = {"content-disposition": attachment(page.title, "html", "attachment")}
    return Response(write_html(page), media_type="text/html", headers=headers)


@router.get("/{entry}/page.pdf", response_class=Response, responses={200: {"content": {"application/pdf": {}}}})
def page_to_print(entry: EntryId, store: StoreOfApp) -> Response:
    """A card that was made, with its photograph and what was written of it, to print."""
    page = journal.page_of(store, entry)
    headers = {"content-disposition": attachment(page.title, "pdf", "inline")}
    return Response(write_pdf(page), media_type="application/pdf", headers=headers)


@router.get("/{entry}/picture.png", **PNG)
def picture(entry: EntryId, store: StoreOfApp) -> Response:
    """The panel as its plan predicts it."""
    return Response(journal.predicted_of(store, entry), media_type="image/png")


@router.get("/{entry}/photo.jpg", **JPEG)
def photo(entry: EntryId, store: StoreOfApp) -> Response:
    """The photograph."""
    return Response(journal.photo_of(store, entry), media_type="image/jpeg")


@router.get("/{entry}/panel.png", **PNG)
def panel(entry: EntryId, store: StoreOfApp, side: Annotated[Side, Query()]) -> Response:
    """The panel as photographed, as predicted, or how far apart the two are: white where they are one, black where they are not."""
    return Response(journal.side_of(store, entry, side), media_type="image/png")
