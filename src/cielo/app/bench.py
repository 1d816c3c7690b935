"""At the bench: which card of the batch and which step is in hand, the timers, and what was done differently.

The clock is the server's, so a sleeping page loses nothing.
"""

from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

from sqlalchemy.orm import Session

from cielo.app.shelf import supplies_for
from cielo.app.things import book_step
from cielo.core.advice.supplies import Supplies
from cielo.core.materials import Ink
from cielo.core.plan import Dry, DryingWay, Plan
from cielo.core.sequence.made import Difference, as_made
from cielo.core.table.table import suggested_minutes
from cielo.errors import BadInput, NotFound
from cielo.store.bench import (
    KeptDifference,
    Timer,
    add_difference,
    drop_difference,
    drop_places_above,
    drop_timer,
    read_differences,
    read_places,
    read_timers,
    write_place,
    write_timer,
)
from cielo.store.cards import find_card, read_revision
from cielo.store.database import Store
from cielo.store.shelf import forget_booked, is_booked, read_inks

MOST_CARDS = 60


@dataclass(frozen=True)
class BenchState:
    """One card of the batch in hand.

    number, step : the card, from 1, and its step in hand.
    plan : the plan as this card is really made.
    places : the step in hand of every card of the batch, by number.
    timers, differences : of the whole batch; of this card.
    set_aside : ids of differences that the plan, changed since on the Desk, can no longer be made with.
    supplies : the shelf, for the whole batch.
    made : whether its last step was done.
    """

    number: int
    step: str
    plan: Plan
    places: dict[int, str]
    timers: tuple[Timer, ...]
    differences: tuple[KeptDifference, ...]
    set_aside: frozenset[int]
    supplies: Supplies
    made: bool


def stand_at_bench(store: Store, card_id: str, number: int = 1) -> BenchState:
    """Where a card of the batch stands; at its first step when it was never there or when that step is gone."""
    with store.reading() as session:
        return _state(session, card_id, number)


def set_batch(store: Store, card_id: str, cards: int) -> BenchState:
    """Make so many cards in rotation; those above are taken off the bench."""
    if not 1 <= cards <= MOST_CARDS:
        raise BadInput(f"{cards} cards do not fit on the bench.", field="cards", mend=f"Take 1 to {MOST_CARDS}.")
    with store.transaction() as session:
        state = _state(session, card_id, 1)
        for number in range(1, cards + 1):
            if number not in state.places:
                write_place(session, card_id, number, _planned(session, card_id).steps[0].id)
        drop_places_above(session, card_id, cards)
        return _state(session, card_id, 1)


def go_to_step(store: Store, card_id: str, step: str, number: int = 1) -> BenchState:
    """Take another step in hand; running timers run on."""
    with store.transaction() as session:
        state = _state(session, card_id, number)
        at, before = state.plan.index_of(step), state.plan.index_of(state.step)
        # Going on means that what lies between was done.
        for done in state.plan.steps[before:at]:
            book_step(session, card_id, number, state.plan, done.id)
        write_place(session, card_id, number, step)
        return _state(session, card_id, number)


def finish_card(store: Store, card_id: str, number: int = 1) -> BenchState:
    """All steps of a card of the batch are done; what they took is off the shelf."""
    with store.transaction() as session:
        state = _state(session, card_id, number)
        for done in state.plan.steps:
            book_step(session, card_id, number, state.plan, done.id)
        write_place(session, card_id, number, state.plan.steps[-1].id)
        return _state(session, card_id, number)


def make_again(store: Store, card_id: str, number: int = 1) -> BenchState:
    """Another card in the place of one that is made: from its first step, and taking from the shelf anew."""
    with store.transaction() as session:
        state = _state(session, card_id, number)
        forget_booked(session, card_id, number)
        write_place(session, card_id, number, state.plan.steps[0].id)
        return _state(session, card_id, number)


def start_timer(store: Store, card_id: str, step: str, number: int = 1, way: DryingWay | None = None) -> BenchState:
    """Start the timer of a drying step, or start it again: as long as planned, or as the ink and stock want it another way."""
    with store.transaction() as session:
        state = _state(session, card_id, number)
        drying = state.plan.steps[state.plan.index_of(step)]
        if not isinstance(drying, Dry):
            raise BadInput("only a drying step has a timer.", field="step")
        minutes = drying.minutes if way in (None, drying.way) else suggested_minutes(state.plan, drying, way)
        write_timer(session, card_id, Timer(number, step, datetime.now(UTC) + timedelta(minutes=minutes)))
        write_place(session, card_id, number, step)
        return _state(session, card_id, number)


def stop_timer(store: Store, card_id: str, step: str, number: int = 1) -> BenchState:
    """Stop a timer."""
    with store.transaction() as session:
        drop_timer(session, card_id, number, step)
        return _state(session, card_id, number)


def do_differently(store: Store, card_id: str, number: int, difference: Difference) -> BenchState:
    """Note that a step was done differently; all that follows is predicted from there. Raises BadInput for what cannot be."""
    with store.transaction() as session:
        state = _state(session, card_id, number)
        at = state.plan.index_of(difference.step)
        made = _made_differently(state.plan, difference, read_inks(session))
        add_difference(session, card_id, number, difference)
        if difference.how == "skipped" and state.step == difference.step and made.steps:
            write_place(session, card_id, number, made.steps[min(at, len(made.steps) - 1)].id)
        return _state(session, card_id, number)


def as_planned_after_all(store: Store, card_id: str, number: int, difference_id: int) -> BenchState:
    """Take a note of a difference back."""
    with store.transaction() as session:
        drop_difference(session, card_id, number, difference_id)
        return _state(session, card_id, number)


def _planned(session: Session, card_id: str) -> Plan:
    card = find_card(session, card_id)
    plan = read_revision(session, card_id, card.revision).plan
    if not plan.steps:
        raise BadInput("this card has no steps yet.", mend="Plan it on the Desk first.")
    return plan


def _made_differently(plan: Plan, difference: Difference, shelf: tuple[Ink, ...]) -> Plan:
    try:
        made = as_made(plan, [difference], shelf)
    except BadInput as error:
        if difference.how != "skipped":
            raise
        raise BadInput(
            f"a later step leans on it: {error.reason}", field="step", mend="Skip that one first, or do this one as planned."
        ) from error
    if not made.steps:
        raise BadInput("nothing would be left to do.", field="step", mend="Do this one, or plan the card anew on the Desk.")
    return made


def _as_far_as_can_be(plan: Plan, kept: tuple[KeptDifference, ...], shelf: tuple[Ink, ...]) -> tuple[Plan, frozenset[int]]:
    """The plan with the differences it can still be made with, and the ids of the others: a plan changed on the Desk never locks
    the bench."""
    set_aside = set()
    for one in kept:
        try:
            plan = _made_differently(plan, one.difference, shelf)
        except BadInput:
            set_aside.add(one.id)
    return plan, frozenset(set_aside)


def _state(session: Session, card_id: str, number: int) -> BenchState:
    plan = _planned(session, card_id)
    places = read_places(session, card_id)
    if number != 1 and number not in places:
        raise NotFound(f"the batch has no card {number}.", field="number", mend="Take one that it has.")
    kept = read_differences(session, card_id, number)
    made, set_aside = _as_far_as_can_be(plan, kept, read_inks(session))
    if places.get(number) not in {step.id for step in made.steps}:
        places = {**places, number: made.steps[0].id}
    timers = tuple(timer for timer in read_timers(session, card_id) if timer.step in {step.id for step in plan.steps})
    finished = is_booked(session, card_id, number, made.steps[-1].id)
    return BenchState(number, places[number], made, places, timers, kept, set_aside, supplies_for(session, card_id), finished)
