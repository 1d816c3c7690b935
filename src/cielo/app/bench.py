"""At the bench: which card of the batch and which step is in hand, the timers, and what was done differently.

A card of more than one part has each of its pieces on the bench too, under the card's id, a tilde and the piece's key. Steps of a piece
are kept under its key, a tilde and their id. The clock is the server's, so a sleeping page loses nothing.
"""

from dataclasses import dataclass
from datetime import datetime, timedelta

from cielo.app.at_bench import AtBench, made_differently
from cielo.app.counted_off import booked, finished, unbooked
from cielo.app.shelf import supplies_for
from cielo.core.advice.supplies import Supplies
from cielo.core.plan import OF_PIECE, Dry, DryingWay, Plan, Step
from cielo.core.sequence.durations import usual_seconds, work_of
from cielo.core.sequence.made import Difference
from cielo.core.sequence.pace import Took
from cielo.core.table.table import suggested_minutes
from cielo.errors import BadInput, NotFound
from cielo.exchange.attempt_file import AttemptModel, KeptDifferenceModel
from cielo.store.bench import KeptDifference, change_attempt, drop_attempts, now
from cielo.store.database import Store
from cielo.store.shelf import read_inks

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
    run, done : what every step of the card, whatever part it is of, is kept under, in the order in which they are done; and which of them
        are done on this card.
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
    run: tuple[str, ...]
    done: frozenset[str]


def stand_at_bench(store: Store, card_id: str, number: int = 1) -> BenchState:
    """Where a card of the batch stands; at the first step not done yet when it was never there or when that step is gone."""
    with store.reading() as session:
        return _state(AtBench(session, card_id, number))


def set_batch(store: Store, card_id: str, cards: int) -> BenchState:
    """Make so many cards in rotation; those above are taken off the bench, and begun anew when they come back."""
    if not 1 <= cards <= MOST_CARDS:
        raise BadInput(f"{cards} cards do not fit on the bench.", field="cards", mend=f"Take 1 to {MOST_CARDS}.")
    with store.transaction() as session:
        bench = AtBench(session, card_id, 1)
        drop_attempts(session, bench.card, above=cards)
        for number in range(1, cards + 1):
            if number not in bench.attempts:
                change_attempt(session, bench.card, number, lambda _: bench.begun())
        return _state(bench.again())


def go_to_step(store: Store, card_id: str, step: str, number: int = 1) -> BenchState:
    """Take another step in hand; running timers run on. Going on means that what lies between was done, going back that it was not, but
    where the part was finished."""
    with store.transaction() as session:
        bench = AtBench(session, card_id, number)
        state = _state(bench)
        ids = [one.id for one in state.plan.steps]
        at, before = state.plan.index_of(step), ids.index(state.step)
        attempt = bench.attempt
        if at == before + 1:
            attempt = _clocked(bench, state, attempt)
        if at < before:
            attempt = unbooked(session, attempt, ids[at:], bench.piece)
        else:
            attempt = booked(session, attempt, state.plan, ids[before:at], bench.piece)
        return _kept(bench, _standing(attempt, bench.kept(step)))


def finish_card(store: Store, card_id: str, number: int = 1) -> BenchState:
    """All steps of a part of a card of the batch are done; what they took is off the shelf."""
    with store.transaction() as session:
        bench = AtBench(session, card_id, number)
        state = _state(bench)
        attempt = bench.attempt
        if not state.made and state.step == state.plan.steps[-1].id:
            attempt = _clocked(bench, state, attempt)
        attempt = booked(session, attempt, state.plan, [step.id for step in state.plan.steps], bench.piece)
        return _kept(bench, _standing(finished(attempt, state.plan, bench.piece), bench.kept(state.plan.steps[-1].id)))


def make_again(store: Store, card_id: str, number: int = 1) -> BenchState:
    """Another card in the place of one that is made: every part from its first step as it is planned, and taking from the shelf anew."""
    with store.transaction() as session:
        bench = AtBench(session, card_id, number)
        _state(bench)
        return _kept(bench, bench.begun())


def clocked(store: Store, card_id: str, number: int) -> tuple[Took, ...]:
    """How long the steps of a card of the batch took, of all its parts, where the bench has clocked them."""
    with store.reading() as session:
        bench = AtBench(session, card_id, number)
        times = bench.attempt.times
        return tuple(
            Took(work_of(plan, step), _usual(plan, step), times[kept])
            for key, (plan, _) in bench.parts.items()
            for step in plan.steps
            if (kept := bench.kept(step.id, key)) in times
        )


def start_timer(store: Store, card_id: str, step: str, number: int = 1, way: DryingWay | None = None) -> BenchState:
    """Start the timer of a drying step, or start it again: as long as planned, or as the ink and stock want it another way."""
    state = stand_at_bench(store, card_id, number)
    drying = state.plan.steps[state.plan.index_of(step)]
    if not isinstance(drying, Dry):
        raise BadInput("only a drying step has a timer.", field="step")
    minutes = drying.minutes if way in (None, drying.way) else suggested_minutes(state.plan, drying, way)
    with store.transaction() as session:
        bench = AtBench(session, card_id, number)
        kept = bench.kept(step)
        timers = {**bench.attempt.timers, kept: now() + timedelta(minutes=minutes)}
        return _kept(bench, _standing(bench.attempt.model_copy(update={"timers": timers}), kept))


def stop_timer(store: Store, card_id: str, step: str, number: int = 1) -> BenchState:
    """Stop a timer."""
    with store.transaction() as session:
        bench = AtBench(session, card_id, number)
        timers = {kept: ends for kept, ends in bench.attempt.timers.items() if kept != bench.kept(step)}
        return _kept(bench, bench.attempt.model_copy(update={"timers": timers}))


def do_differently(store: Store, card_id: str, number: int, difference: Difference) -> BenchState:
    """Note that a step was done differently; all that follows is predicted from there, and what it took is counted off. Raises BadInput
    for what cannot be."""
    with store.transaction() as session:
        bench = AtBench(session, card_id, number)
        state = _state(bench)
        at = state.plan.index_of(difference.step)
        made = made_differently(state.plan, difference, read_inks(session))
        attempt, kept = bench.attempt, bench.kept(difference.step)
        noted = KeptDifferenceModel(id=attempt.last_difference + 1, step=kept, how=difference.how, value=difference.value)
        attempt = attempt.model_copy(update={"differences": (*attempt.differences, noted), "last_difference": noted.id})
        if difference.how == "skipped" and state.step == difference.step and made.steps:
            attempt = _standing(attempt, bench.kept(made.steps[min(at, len(made.steps) - 1)].id))
        return _kept(bench, _counted_as_made(bench, attempt, difference.step))


def as_planned_after_all(store: Store, card_id: str, number: int, difference_id: int) -> BenchState:
    """Take a note of a difference back."""
    with store.transaction() as session:
        bench = AtBench(session, card_id, number)
        gone = next((one for one in bench.attempt.differences if one.id == difference_id), None)
        if gone is None:
            return _state(bench)
        rest = tuple(one for one in bench.attempt.differences if one is not gone)
        attempt = bench.attempt.model_copy(update={"differences": rest})
        own = bench.own(gone.step)
        return _kept(bench, attempt if own is None else _counted_as_made(bench, attempt, own))


def _counted_as_made(bench: AtBench, attempt: AttemptModel, step: str) -> AttemptModel:
    """The attempt, where a step that was counted off before was done differently: counted as it was done; a step that was left out, or
    is done after all behind where she stands, likewise."""
    made = bench.made_of(attempt)[0]
    ids = [one.id for one in made.steps]
    if step not in ids:
        kept = attempt.booked.get(bench.kept(step))
        if kept is None or kept.took is None:
            return attempt
        loose = {**attempt.booked, bench.kept(step): kept.model_copy(update={"finished": False})}
        return unbooked(bench.session, attempt.model_copy(update={"booked": loose}), [step], bench.piece)
    stands = bench.own(attempt.step) if attempt.step else None
    behind = stands in ids and ids.index(step) < ids.index(str(stands))
    if bench.kept(step) in attempt.booked or behind:
        return booked(bench.session, attempt, made, [step], bench.piece)
    return attempt


def _standing(attempt: AttemptModel, kept: str) -> AttemptModel:
    """The attempt with a step in hand, from now on; where it is in hand already, since it came to it."""
    return attempt if attempt.step == kept else attempt.model_copy(update={"step": kept, "since": now()})


def _clocked(bench: AtBench, state: BenchState, attempt: AttemptModel) -> AttemptModel:
    """The attempt with how long the step in hand took, until now. Hands do one thing at a time: theirs began when anything was last done
    on any card of the batch; a drying began when its own card came to it. What took far longer than it can was left lying, and says
    nothing."""
    since = {number: one.since for number, one in bench.attempts.items() if one.since is not None}
    doing = state.plan.steps[state.plan.index_of(state.step)]
    began = since.get(bench.number) if isinstance(doing, Dry) else max(since.values(), default=None)
    if began is None:
        return attempt
    took_s = (now() - began).total_seconds()
    if 0 < took_s <= max(LEFT_LYING_S, LEFT_LYING * usual_seconds(state.plan, doing)):
        return attempt.model_copy(update={"times": {**attempt.times, bench.kept(state.step): took_s}})
    return attempt


def _usual(plan: Plan, step: Step) -> float:
    """How long a step usually takes, seconds; a drying as it would be planned where things dry as usual."""
    return usual_seconds(plan, step) / (plan.pace.dry if isinstance(step, Dry) else 1.0)


def _kept(bench: AtBench, attempt: AttemptModel) -> BenchState:
    """Keep this card of the batch so, and see where it stands then."""
    change_attempt(bench.session, bench.card, bench.number, lambda _: attempt)
    return _state(bench.again())


def _state(bench: AtBench) -> BenchState:
    session, number = bench.session, bench.number
    if number != 1 and number not in bench.attempts:
        raise NotFound(f"the batch has no card {number}.", field="number", mend="Take one that it has.")
    made, set_aside, kept = bench.made_of(bench.attempt)
    places = {
        n: _place(bench, n, attempt.step, made if n == number else bench.plan)
        for n, attempt in (bench.attempts or {number: bench.attempt}).items()
    }
    parts = tuple(
        Part(key, name, all(bench.done(number, step.id, key) for step in (made if key == bench.piece else plan).steps))
        for key, (plan, name) in bench.parts.items()
        if plan.steps
    )
    here = next(part for part in parts if part.key == bench.piece)
    supplies = supplies_for(session, bench.card)
    done = frozenset(bench.attempt.booked)
    return BenchState(
        number,
        places[number],
        made,
        places,
        bench.piece,
        parts,
        _running(bench),
        kept,
        set_aside,
        supplies,
        here.made,
        bench.run,
        done,
    )


def _place(bench: AtBench, number: int, kept: str, plan: Plan) -> str:
    """The step in hand of this part: where she stands, or the first that is not done."""
    own = bench.own(kept) if kept else None
    if own in {step.id for step in plan.steps}:
        return str(own)
    left = [step.id for step in plan.steps if not bench.done(number, step.id)]
    return left[0] if left else plan.steps[-1].id


def _running(bench: AtBench) -> tuple[Running, ...]:
    """The timers of all parts whose steps are still planned."""
    running = []
    for number, attempt in bench.attempts.items():
        for kept, ends_at in attempt.timers.items():
            piece, _, step = kept.rpartition(OF_PIECE)
            steps = [one.id for one in bench.parts[piece][0].steps] if piece in bench.parts else []
            if step in steps:
                running.append(Running(number, piece, step, steps.index(step) + 1, ends_at))
    running.sort(key=lambda timer: timer.ends_at)
    return tuple(running)
