"""At the bench: which step is in hand, and the timer. The clock is the server's, so a sleeping page loses nothing."""

from datetime import UTC, datetime, timedelta

from cielo.core.plan import Dry
from cielo.errors import BadInput
from cielo.store.bench import BenchState, Timer, read_bench, write_bench
from cielo.store.cards import find_card, read_revision
from cielo.store.database import Store


def stand_at_bench(store: Store, card_id: str) -> BenchState:
    """Where the card stands; at its first step when it was never there or when that step is gone."""
    with store.transaction() as session:
        card = find_card(session, card_id)
        steps = read_revision(session, card_id, card.revision).plan.steps
        if not steps:
            raise BadInput("this card has no steps yet.", mend="Plan it on the Desk first.")
        state = read_bench(session, card_id)
        if state is None or state.step not in {step.id for step in steps}:
            state = BenchState(steps[0].id)
            write_bench(session, card_id, state)
        return state


def go_to_step(store: Store, card_id: str, step: str) -> BenchState:
    """Take another step in hand; a running timer runs on."""
    with store.transaction() as session:
        card = find_card(session, card_id)
        read_revision(session, card_id, card.revision).plan.index_of(step)
        state = read_bench(session, card_id)
        state = BenchState(step, state.timer if state else None)
        write_bench(session, card_id, state)
        return state


def start_timer(store: Store, card_id: str, step: str) -> BenchState:
    """Start the timer of a drying step, or start it again."""
    with store.transaction() as session:
        card = find_card(session, card_id)
        plan = read_revision(session, card_id, card.revision).plan
        drying = plan.steps[plan.index_of(step)]
        if not isinstance(drying, Dry):
            raise BadInput("only a drying step has a timer.", field="step")
        state = BenchState(step, Timer(step, datetime.now(UTC) + timedelta(minutes=drying.minutes)))
        write_bench(session, card_id, state)
        return state


def stop_timer(store: Store, card_id: str) -> BenchState:
    """Stop the timer."""
    with store.transaction() as session:
        find_card(session, card_id)
        state = read_bench(session, card_id)
        if state is None:
            raise BadInput("no timer runs for this card.")
        state = BenchState(state.step)
        write_bench(session, card_id, state)
        return state
