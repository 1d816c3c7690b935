"""The bench: the step in hand and its timer."""

from datetime import UTC, datetime

from fastapi import APIRouter

from cielo.api.dependencies import CardId, StoreOfApp
from cielo.api.schemas.cards import AtStep, BenchOut
from cielo.api.schemas.problem import REFUSALS
from cielo.app.bench import go_to_step, stand_at_bench, start_timer, stop_timer
from cielo.store.bench import BenchState

router = APIRouter(prefix="/cards/{card_id}/bench", tags=["bench"], responses=REFUSALS)


@router.get("")
def look(card_id: CardId, store: StoreOfApp) -> BenchOut:
    """Where the card stands."""
    return _out(stand_at_bench(store, card_id))


@router.post("/step")
def go(card_id: CardId, body: AtStep, store: StoreOfApp) -> BenchOut:
    """Take another step in hand."""
    return _out(go_to_step(store, card_id, body.step))


@router.post("/timer")
def start(card_id: CardId, body: AtStep, store: StoreOfApp) -> BenchOut:
    """Start the timer of a drying step."""
    return _out(start_timer(store, card_id, body.step))


@router.delete("/timer")
def stop(card_id: CardId, store: StoreOfApp) -> BenchOut:
    """Stop the timer."""
    return _out(stop_timer(store, card_id))


def _out(state: BenchState) -> BenchOut:
    return BenchOut.of(state, datetime.now(UTC))
