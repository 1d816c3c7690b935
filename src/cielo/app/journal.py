"""The journal: what was made goes on record, is compared with its prediction, and teaches the next card."""

import base64
from collections.abc import Callable
from dataclasses import replace
from datetime import UTC, datetime
from typing import Literal
from uuid import uuid4

import numpy as np
from sqlalchemy.orm import Session

from cielo.app.bench import clocked, stand_at_bench
from cielo.app.cards import CardOnDesk, start_card, whole_id
from cielo.app.photographs import compared_with, photographed
from cielo.app.pictures import panel_png
from cielo.app.sheets import card_page
from cielo.app.walled import walled
from cielo.core.keeping import KEPT
from cielo.core.optics.spectra import srgb_encoded
from cielo.core.photo.compare import Compared, lesson_of
from cielo.core.photo.taught import Taught
from cielo.core.plan import Plan
from cielo.core.say import say
from cielo.errors import BadInput, OutOfDate
from cielo.exchange.card_page import CardPage
from cielo.exchange.journal_file import (
    ComparisonModel,
    Corners,
    JournalModel,
    MadeFacts,
    PadModel,
    PairModel,
    RegionModel,
    TookModel,
)
from cielo.exchange.photo import as_kept
from cielo.exchange.plan_file import PlanModel
from cielo.exchange.png import write_png
from cielo.store.bench import change_attempt, read_attempts
from cielo.store.database import Store
from cielo.store.journal import Entry, add_entry, change_entry, drop_entry, has_entry, read_entries, read_entry
from cielo.store.once import made_once

Side = Literal["photographed", "predicted", "difference"]
# A difference of so many CIEDE2000 is drawn as dark as the map goes.
DARKEST = 15.0
# The share of the looking after which the card is found, straightened and evened out; the rest is what it teaches. Measured.
FOUND = 0.4


def look_through(store: Store) -> tuple[Entry, ...]:
    """Every entry, the last made first."""
    with store.reading() as session:
        return read_entries(session)


def open_entry(store: Store, entry_id: str) -> Entry:
    """One entry with its photograph. Raises NotFound."""
    with store.reading() as session:
        return read_entry(session, entry_id)


def record_made(store: Store, card_id: str, number: int, request: str | None = None) -> Entry:
    """A card of the bench put on record as it was followed, with what was done differently; asked twice by the same ``request`` it is
    recorded once. Raises NotFound."""
    state = stand_at_bench(store, card_id, number)
    planned = {step.id: n for n, step in enumerate(state.plan.steps, 1)}
    differently = tuple(
        f"Step {planned[k.difference.step]}: {say(state.plan, state.plan.steps[planned[k.difference.step] - 1])}"[:400]
        if k.difference.step in planned
        else "A step was left out."
        for k in state.differences
        if k.id not in state.set_aside
    )
    whole = whole_id(card_id)
    document = JournalModel(
        facts=MadeFacts(title=state.plan.title),
        plan=PlanModel.of(state.plan),
        card=whole,
        number=number,
        differently=differently,
        took=tuple(TookModel(**vars(one)) for one in clocked(store, card_id, number)),
    )
    with store.transaction() as session:
        attempt = read_attempts(session, whole).get(number)
        if attempt is not None and attempt.recorded is not None and has_entry(session, attempt.recorded):
            return read_entry(session, attempt.recorded)  # one card is on record once, however often it is asked for
        entry = _keep_new(session, document, request)
        change_attempt(session, whole, number, lambda kept: kept.model_copy(update={"recorded": entry.id}))
        return entry


def record_other(store: Store, facts: MadeFacts, request: str | None = None) -> Entry:
    """A card made without a plan, put on record with a few words; once for one ``request``."""
    with store.transaction() as session:
        return _keep_new(session, JournalModel(facts=facts), request)


def note_of(store: Store, entry_id: str, facts: MadeFacts) -> Entry:
    """What the maker says of a card, written anew. Raises NotFound."""
    with store.transaction() as session:
        return change_entry(session, entry_id, lambda document: document.model_copy(update={"facts": facts}))


def take_out(store: Store, entry_id: str) -> None:
    """Take an entry out of the journal for good. Raises NotFound."""
    with store.transaction() as session:
        drop_entry(session, entry_id)


def _nobody(_share: float) -> None:
    """Nobody is told how far it is."""


def bring_photo(store: Store, entry_id: str, photo: bytes, tell: Callable[[float], None] = _nobody) -> Entry:
    """Keep a photograph, without where and when it was taken, and compare it where there is a plan. ``tell`` is called with the share
    done; where it raises, all stays as it was.

    Raises NotFound, BadInput and TooLarge for what is no photograph. A photograph that shows no card is kept all the same.
    """
    entry = open_entry(store, entry_id)
    kept_photo = walled(as_kept, photo)
    return _compared(store, entry, kept_photo, None, tell)


def practise_photo(store: Store, entry_id: str, hand: float, seed: int, tell: Callable[[float], None] = _nobody) -> Entry:
    """A photograph by the camera stand-in, of another hand. Raises NotFound, BadInput for an entry without a plan."""
    entry = open_entry(store, entry_id)
    plan = _plan_of(entry)
    return _compared(store, entry, photographed(plan, seed, hand), None, tell)


def put_corners(store: Store, entry_id: str, corners: Corners, tell: Callable[[float], None] = _nobody) -> Entry:
    """The card's corners put right by hand, and compared again. Raises NotFound, BadInput."""
    entry = open_entry(store, entry_id)
    _plan_of(entry)
    return _compared(store, entry, _photo_of(entry), np.array(corners, dtype=np.float64), tell)


def _compared(
    store: Store,
    entry: Entry,
    photo: bytes,
    corners: "np.ndarray[tuple[int, ...], np.dtype[np.float64]] | None",
    tell: Callable[[float], None],
) -> Entry:
    told: dict[str, object] = {"comparison": None, "taken_in": False, "pads_in": (), "pairs_in": ()}
    refused: BadInput | None = None
    if entry.document.plan is not None:
        try:
            tell(0.05)
            seen = compared_with(_plan_of(entry), photo, corners=corners)
            tell(FOUND)
            # The pictures of the comparison are asked for next.
            KEPT.put(_seen_as(_plan_of(entry), photo, _corners_of(seen)), seen)
            told["comparison"] = told_of(seen, lesson_of(_plan_of(entry), seen, _rest(tell)))
        except BadInput as error:
            refused = error
            if corners is not None:
                raise
    with store.transaction() as session:
        if corners is not None and read_entry(session, entry.id).photo != entry.photo:
            raise OutOfDate("another photograph of it came in meanwhile.", mend="Put the corners right on that one.")
        kept = change_entry(
            session, entry.id, lambda document: document.model_copy(update=told), base64.b64encode(photo).decode()
        )
    if refused is not None:
        raise BadInput(f"the photograph is kept, but {refused.reason}", field="photo", mend=refused.mend)
    return kept


def _rest(tell: Callable[[float], None]) -> Callable[[float], None]:
    return lambda share: tell(FOUND + (1 - FOUND) * share)


def told_of(seen: Compared, lesson: Taught) -> ComparisonModel:
    """What a comparison, and what it teaches, is kept as."""
    return ComparisonModel(
        corners=_corners_of(seen),
        regions=tuple(
            RegionModel(where=r.where, predicted=r.predicted, photographed=r.photographed, difference=r.difference, words=r.words)
            for r in seen.regions
        ),
        hand=lesson.hand,
        mean_difference=seen.mean_difference,
        pads=tuple(PadModel(**vars(pad)) for pad in lesson.pads),
        pairs=tuple(PairModel(**vars(pair)) for pair in lesson.pairs),
    )


def take_lesson(store: Store, entry_id: str, taken_in: bool) -> Entry:
    """Use what a photograph told of her hand for coming predictions, or no longer. Raises NotFound, BadInput where it told nothing."""
    with store.transaction() as session:
        _comparison_of(session, entry_id)
        return change_entry(session, entry_id, lambda document: document.model_copy(update={"taken_in": taken_in}))


def take_pad(store: Store, entry_id: str, ink: str, taken_in: bool) -> Entry:
    """Use what a photograph told of her pad of an ink for coming predictions, or no longer. Raises NotFound, BadInput where it told
    nothing of that."""
    with store.transaction() as session:
        if ink not in {pad.ink for pad in _comparison_of(session, entry_id).pads}:
            raise BadInput(
                "the photograph told nothing of that pad.", field="pad", mend="Take what is listed with the photograph."
            )

        def taken(document: JournalModel) -> JournalModel:
            kept = tuple(one for one in document.pads_in if one != ink)
            return document.model_copy(update={"pads_in": (*kept, ink) if taken_in else kept})

        return change_entry(session, entry_id, taken)


def take_pair(store: Store, entry_id: str, pair: tuple[str, str], taken_in: bool) -> Entry:
    """Use how a photograph showed two inks, bottom and top, to cross for coming predictions on its stock, or no longer. Raises NotFound,
    BadInput where it told nothing of that."""
    with store.transaction() as session:
        if pair not in {(one.bottom, one.top) for one in _comparison_of(session, entry_id).pairs}:
            raise BadInput(
                "the photograph told nothing of that crossing.", field="pair", mend="Take what is listed with the photograph."
            )

        def taken(document: JournalModel) -> JournalModel:
            kept = tuple(one for one in document.pairs_in if one != pair)
            return document.model_copy(update={"pairs_in": (*kept, pair) if taken_in else kept})

        return change_entry(session, entry_id, taken)


def _comparison_of(session: Session, entry_id: str) -> ComparisonModel:
    comparison = read_entry(session, entry_id).document.comparison
    if comparison is None:
        raise BadInput("no photograph of it was compared yet.", field="photo", mend="Add a photograph of the card first.")
    return comparison


def take_pace(store: Store, entry_id: str, paced_in: bool) -> Entry:
    """Reckon with how long its steps took from now on, or no longer. Raises NotFound, BadInput where nothing was clocked."""
    with store.transaction() as session:
        if not read_entry(session, entry_id).document.took:
            raise BadInput(
                "the bench has clocked none of its steps.", field="took", mend="Make a card at the Bench, step by step."
            )
        return change_entry(session, entry_id, lambda document: document.model_copy(update={"paced_in": paced_in}))


def photo_of(store: Store, entry_id: str) -> bytes:
    """An entry's photograph, JPEG. Raises NotFound, BadInput where it has none."""
    return _photo_of(open_entry(store, entry_id))


def side_of(store: Store, entry_id: str, side: Side) -> bytes:
    """The panel as photographed, as predicted, or how far the two are apart, PNG of the same size. Raises NotFound, BadInput."""
    entry = open_entry(store, entry_id)
    comparison = entry.document.comparison
    if comparison is None:
        raise BadInput("no photograph of it was compared yet.", field="photo", mend="Add a photograph of the card first.")
    plan, photo = _plan_of(entry), _photo_of(entry)
    seen = KEPT.get(_seen_as(plan, photo, comparison.corners))
    if seen is None:
        seen = compared_with(plan, photo, corners=np.array(comparison.corners))
        KEPT.put(_seen_as(plan, photo, comparison.corners), seen)
    if side == "difference":
        dark = 1 - np.clip(seen.difference / DARKEST, 0, 1)
        return write_png(np.repeat(np.round(255 * dark).astype(np.uint8)[:, :, None], 3, axis=2), 25.4 / 2)
    linear = seen.photographed if side == "photographed" else seen.predicted
    return write_png(np.round(255 * srgb_encoded(np.clip(linear, 0, 1))).astype(np.uint8), 25.4 / 2)


def predicted_of(store: Store, entry_id: str) -> bytes:
    """The panel as an entry's plan predicts it, PNG. Raises NotFound, BadInput where there is no plan."""
    return panel_png(_plan_of(open_entry(store, entry_id)), 60.0)


def page_of(store: Store, entry_id: str) -> CardPage:
    """A card that was made as a page to send: its photograph, what was written of it, and its plan as it was followed. Raises NotFound,
    BadInput where there is no plan."""
    entry = open_entry(store, entry_id)
    facts, plan = entry.document.facts, _plan_of(entry)
    notes = (
        ("What came of it", facts.notes),
        ("Done differently", " ".join(entry.document.differently)),
        ("Next time", facts.next_time),
    )
    return card_page(replace(plan, title=facts.title), base64.b64decode(entry.photo) if entry.photo else b"", notes)


def begin_again(store: Store, entry_id: str, request: str | None = None) -> CardOnDesk:
    """A new card from an entry's plan as it was followed, predicted as she now knows. Raises NotFound, BadInput where there is no plan."""
    plan = _plan_of(open_entry(store, entry_id))
    return start_card(store, replace(plan, title=f"{plan.title[:70]}, again"), f"start from {plan.title}", request=request)


def _seen_as(plan: Plan, photo: bytes, corners: Corners) -> tuple[object, ...]:
    """What a comparison is kept by."""
    return ("compared", plan, photo, corners)


def _corners_of(seen: Compared) -> Corners:
    a, b, c, d = ((float(x), float(y)) for x, y in seen.corners)
    return (a, b, c, d)


def _keep_new(session: Session, document: JournalModel, request: str | None) -> Entry:
    entry = Entry(uuid4().hex[:12], datetime.now(UTC), document, False)

    def keep() -> str:
        add_entry(session, entry)
        return entry.id

    return read_entry(session, made_once(session, request, keep))


def _plan_of(entry: Entry) -> Plan:
    if entry.document.plan is None:
        raise BadInput("it was made without a plan, so there is nothing to compare it with.", field="photo")
    return entry.document.plan.to_core()


def _photo_of(entry: Entry) -> bytes:
    if not entry.photo:
        raise BadInput("it has no photograph yet.", field="photo", mend="Bring one in.")
    return base64.b64decode(entry.photo)
