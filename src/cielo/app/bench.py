"""At the bench: which card of the batch and which step is in hand, the timers, and what was done differently.

A card of more than one part has each of its pieces on the bench too, under the card's id, a tilde and the piece's key. Steps of a piece
are kept under its key, a tilde and their id. The clock is the server's, so a sleeping page loses nothing.
"""

from dataclasses import dataclass, replace
from datetime import datetime, timedelta

from sqlalchemy.orm import Session

from cielo.app.shelf import supplies_for
from cielo.app.things import book_step
from cielo.core.advice.supplies import Supplies
from cielo.core.materials import Ink
from cielo.core.plan import Dry, DryingWay, Plan, Step
from cielo.core.sequence.durations import usual_seconds, work_of
from cielo.core.sequence.made import Difference, as_made
from cielo.core.sequence.pace import Took
from cielo.core.sequence.timetable import OF_PIECE, parts_of_card
from cielo.core.table.table import suggested_minutes
from cielo.errors import BadInput, NotFound
from cielo.store.bench import (
    KeptDifference,
    Timer,
    add_difference,
    drop_difference,
    drop_places_above,
    drop_timer,
    forget_times,
    now,
    read_differences,
    read_places,
    read_since,
    read_timers,
    read_times,
    write_place,
    write_time,
    write_timer,
)
from cielo.store.cards import find_card, read_revision
from cielo.store.database import Store
from cielo.store.shelf import forget_booked, is_booked, read_inks

MOST_CARDS = 60
# A step that took longer than so many seconds and so many times the usual was left lying meanwhile. Judgement.
LEFT_LYING_S, LEFT_LYING = 600.0, 5.0


@dataclass(frozen=True)
class Part:
    """A part of the card: the panel, whose key is empty, or a piece; ``made``: whether its last step was done on the card in hand."""

    key: str
    name: str
    made: bool


@dataclass(frozen=True)
class Running:
    """A timer that runs on a card of the batch, for a step of one of its parts, its ``at``th, from 1."""

    number: int
    part: str
    step: str
    at: int
    ends_at: datetime


@dataclass(frozen=True)
class BenchState:
    """One part of one card of the batch in hand.

    number, step : the card, from 1, and its step in hand.
    plan : the plan as this card is really made.
    places : the step in hand of every card of the batch, by number.
    part, parts : the key of the part in hand; every part that has steps, the panel first.
    timers, differences : of the whole batch, whatever the part; of this part of this card.
    set_aside : ids of differences that the plan, changed since on the Desk, can no longer be made with.
    supplies : the shelf, for the whole batch.
    made : whether the last step of this part was done.
    """

    number: int
    step: str
    plan: Plan
    places: dict[int, str]
    part: str
    parts: tuple[Part, ...]
    timers: tuple[Running, ...]
    differences: tuple[KeptDifference, ...]
    set_aside: frozenset[int]
    supplies: Supplies
    made: bool


def stand_at_bench(store: Store, card_id: str, number: int = 1) -> BenchState:
    """Where a card of the batch stands; at the first step not done yet when it was never there or when that step is gone."""
    with store.reading() as session:
        return _state(_Bench(session, card_id, number))


def set_batch(store: Store, card_id: str, cards: int) -> BenchState:
    """Make so many cards in rotation; those above are taken off the bench."""
    if not 1 <= cards <= MOST_CARDS:
        raise BadInput(f"{cards} cards do not fit on the bench.", field="cards", mend=f"Take 1 to {MOST_CARDS}.")
    with store.transaction() as session:
        bench = _Bench(session, card_id, 1)
        known = read_places(session, bench.card)
        for number in range(1, cards + 1):
            if number not in known:
                write_place(session, bench.card, number, bench.kept(bench.plan.steps[0].id))
        drop_places_above(session, bench.card, cards)
        return _state(bench)


def go_to_step(store: Store, card_id: str, step: str, number: int = 1) -> BenchState:
    """Take another step in hand; running timers run on."""
    with store.transaction() as session:
        bench = _Bench(session, card_id, number)
        state = _state(bench)
        at, before = state.plan.index_of(step), state.plan.index_of(state.step)
        if at == before + 1:
            _clock(bench, state, state.step)
        # Going on means that what lies between was done.
        for done in state.plan.steps[before:at]:
            book_step(session, bench.card, number, state.plan, done.id, bench.piece)
        write_place(session, bench.card, number, bench.kept(step))
        return _state(bench)


def finish_card(store: Store, card_id: str, number: int = 1) -> BenchState:
    """All steps of a part of a card of the batch are done; what they took is off the shelf."""
    with store.transaction() as session:
        bench = _Bench(session, card_id, number)
        state = _state(bench)
        if not state.made and state.step == state.plan.steps[-1].id:
            _clock(bench, state, state.step)
        for done in state.plan.steps:
            book_step(session, bench.card, number, state.plan, done.id, bench.piece)
        write_place(session, bench.card, number, bench.kept(state.plan.steps[-1].id))
        return _state(bench)


def make_again(store: Store, card_id: str, number: int = 1) -> BenchState:
    """Another card in the place of one that is made: every part from its first step, and taking from the shelf anew."""
    with store.transaction() as session:
        bench = _Bench(session, card_id, number)
        state = _state(bench)
        forget_booked(session, bench.card, number)
        forget_times(session, bench.card, number)
        write_place(session, bench.card, number, bench.kept(state.plan.steps[0].id))
        return _state(bench)


def clocked(store: Store, card_id: str, number: int) -> tuple[Took, ...]:
    """How long the steps of a card of the batch took, of all its parts, where the bench has clocked them."""
    with store.reading() as session:
        bench = _Bench(session, card_id, number)
        times = read_times(session, bench.card, number)
        return tuple(
            Took(work_of(plan, step), _usual(plan, step), times[kept])
            for key, (plan, _) in bench.parts.items()
            for step in plan.steps
            if (kept := bench.kept(step.id, key)) in times
        )


def start_timer(store: Store, card_id: str, step: str, number: int = 1, way: DryingWay | None = None) -> BenchState:
    """Start the timer of a drying step, or start it again: as long as planned, or as the ink and stock want it another way."""
    with store.transaction() as session:
        bench = _Bench(session, card_id, number)
        state = _state(bench)
        drying = state.plan.steps[state.plan.index_of(step)]
        if not isinstance(drying, Dry):
            raise BadInput("only a drying step has a timer.", field="step")
        minutes = drying.minutes if way in (None, drying.way) else suggested_minutes(state.plan, drying, way)
        write_timer(session, bench.card, Timer(number, bench.kept(step), now() + timedelta(minutes=minutes)))
        write_place(session, bench.card, number, bench.kept(step))
        return _state(bench)


def stop_timer(store: Store, card_id: str, step: str, number: int = 1) -> BenchState:
    """Stop a timer."""
    with store.transaction() as session:
        bench = _Bench(session, card_id, number)
        drop_timer(session, bench.card, number, bench.kept(step))
        return _state(bench)


def do_differently(store: Store, card_id: str, number: int, difference: Difference) -> BenchState:
    """Note that a step was done differently; all that follows is predicted from there. Raises BadInput for what cannot be."""
    with store.transaction() as session:
        bench = _Bench(session, card_id, number)
        state = _state(bench)
        at = state.plan.index_of(difference.step)
        made = _made_differently(state.plan, difference, read_inks(session))
        add_difference(session, bench.card, number, replace(difference, step=bench.kept(difference.step)))
        if difference.how == "skipped" and state.step == difference.step and made.steps:
            write_place(session, bench.card, number, bench.kept(made.steps[min(at, len(made.steps) - 1)].id))
        return _state(bench)


def as_planned_after_all(store: Store, card_id: str, number: int, difference_id: int) -> BenchState:
    """Take a note of a difference back."""
    with store.transaction() as session:
        bench = _Bench(session, card_id, number)
        drop_difference(session, bench.card, number, difference_id)
        return _state(bench)


def _clock(bench: "_Bench", state: BenchState, step: str) -> None:
    """Keep how long the step in hand took, until now. Hands do one thing at a time: theirs began when anything was last done on any card
    of the batch; a drying began when its own card came to it. What took far longer than it can was left lying, and says nothing."""
    since = read_since(bench.session, bench.card)
    doing = state.plan.steps[state.plan.index_of(step)]
    began = since.get(bench.number) if isinstance(doing, Dry) else max(since.values(), default=None)
    if began is None:
        return
    took_s = (now() - began).total_seconds()
    if 0 < took_s <= max(LEFT_LYING_S, LEFT_LYING * usual_seconds(state.plan, doing)):
        write_time(bench.session, bench.card, bench.number, bench.kept(step), took_s)


def _usual(plan: Plan, step: Step) -> float:
    """How long a step usually takes, seconds; a drying as it would be planned where things dry as usual."""
    return usual_seconds(plan, step) / (plan.pace.dry if isinstance(step, Dry) else 1.0)


class _Bench:
    """One part of one card of the batch, as it is planned, and how its steps are kept."""

    def __init__(self, session: Session, card_id: str, number: int) -> None:
        self.session, self.number = session, number
        self.card, _, self.piece = card_id.partition(OF_PIECE)
        card = find_card(session, self.card)
        whole = read_revision(session, self.card, card.revision).plan
        self.parts = {key.removesuffix(OF_PIECE): (plan, _name_of(whole, key)) for key, plan in parts_of_card(whole)}
        if self.piece not in self.parts:
            raise NotFound("that piece is not on the card any more.", mend="Choose another piece.")
        self.plan = self.parts[self.piece][0]
        if not self.plan.steps:
            raise BadInput("this card has no steps yet.", mend="Plan it on the Desk first.")

    def kept(self, step: str, piece: str | None = None) -> str:
        """What a step of a part is kept under."""
        of = self.piece if piece is None else piece
        return f"{of}{OF_PIECE}{step}" if of else step

    def own(self, kept: str) -> str | None:
        """The id of a step by what it is kept under; None where it is of another part."""
        piece, of, step = kept.rpartition(OF_PIECE)
        return step if piece == self.piece and bool(of) == bool(self.piece) else None

    def done(self, number: int, step: str, piece: str | None = None) -> bool:
        return is_booked(self.session, self.card, number, self.kept(step, piece))


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


def _state(bench: _Bench) -> BenchState:
    session, number = bench.session, bench.number
    kept_places = read_places(session, bench.card)
    if number != 1 and number not in kept_places:
        raise NotFound(f"the batch has no card {number}.", field="number", mend="Take one that it has.")
    kept = tuple(
        replace(one, difference=replace(one.difference, step=own))
        for one in read_differences(session, bench.card, number)
        if (own := bench.own(one.difference.step)) is not None
    )
    made, set_aside = _as_far_as_can_be(bench.plan, kept, read_inks(session))
    places = {n: _place(bench, n, at, made if n == number else bench.plan) for n, at in (kept_places or {number: ""}).items()}
    parts = tuple(
        Part(key, name, bench.done(number, (made if key == bench.piece else plan).steps[-1].id, key))
        for key, (plan, name) in bench.parts.items()
        if plan.steps
    )
    here = next(part for part in parts if part.key == bench.piece)
    supplies = supplies_for(session, bench.card)
    return BenchState(
        number, places[number], made, places, bench.piece, parts, _running(bench), kept, set_aside, supplies, here.made
    )


def _name_of(plan: Plan, key: str) -> str:
    return next((piece.name for piece in plan.pieces if key == f"{piece.key}{OF_PIECE}"), "panel")


def _place(bench: _Bench, number: int, kept: str, plan: Plan) -> str:
    """The step in hand of this part: where she stands, or the first that is not done."""
    own = bench.own(kept) if kept else None
    if own in {step.id for step in plan.steps}:
        return str(own)
    left = [step.id for step in plan.steps if not bench.done(number, step.id)]
    return left[0] if left else plan.steps[-1].id


def _running(bench: _Bench) -> tuple[Running, ...]:
    """The timers of all parts whose steps are still planned."""
    running = []
    for timer in read_timers(bench.session, bench.card):
        piece, _, step = timer.step.rpartition(OF_PIECE)
        steps = [one.id for one in bench.parts[piece][0].steps] if piece in bench.parts else []
        if step in steps:
            running.append(Running(timer.number, piece, step, steps.index(step) + 1, timer.ends_at))
    return tuple(running)
