"""What the journal has taught: her hand, what to remember at which step, what her good cards share."""

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from sqlalchemy.orm import Session

from cielo.core.bounds import Lab
from cielo.core.keeping import KEPT
from cielo.core.learnt import Hand, PadLearnt, hand_of, pads_of
from cielo.core.materials import MeasuredCrossing
from cielo.core.notes import Note, Remembered, remembered
from cielo.core.plan import Brush, Pace, Pad, Plan
from cielo.core.sequence.durations import techniques_of
from cielo.core.sequence.pace import Took, WorkPace, pace_from, paces_of
from cielo.core.units import sentence
from cielo.store.database import Store
from cielo.store.journal import Entry, read_entries

# A card with so many stars is one she likes.
LIKED = 4


# The entries something rests on: id and title.
Titles = tuple[tuple[str, str], ...]


@dataclass(frozen=True)
class PairLearnt:
    """How two inks cross on a stock, as photographed: their names, the crossing, and what was predicted of it."""

    stock: str
    names: tuple[str, str]
    crossing: MeasuredCrossing
    predicted: Lab


@dataclass(frozen=True)
class Learnt:
    """Her hand, the cards it rests on; her pads, and how two inks cross, from her photographs, each with the cards it rests on (id and
    title); how long she is at each kind of work, and the cards that rests on; what the cards she likes share, in words with counts."""

    hand: Hand
    from_entries: tuple[tuple[str, str, float], ...]
    pads: tuple[tuple[PadLearnt, str, Titles], ...]
    pairs: tuple[tuple[PairLearnt, Titles], ...]
    paces: tuple[WorkPace, ...]
    paced_entries: tuple[tuple[str, str], ...]
    liked: tuple[str, ...]


def her_hand(entries: Sequence[Entry]) -> Hand:
    """How strong her hand is, from the photographs that were taken in."""
    return hand_of([hand for *_, hand in _hands(entries)])


def her_pads(entries: Sequence[Entry], inks: Iterable[str]) -> tuple[Pad, ...]:
    """How strongly her pads of those inks lay, by their keys, from the photographs of which that was taken in."""
    of = set(inks)
    return tuple(Pad(one.ink, one.lays) for one in _pads(entries) if one.ink in of)


def her_crossings(entries: Sequence[Entry], stock: str) -> tuple[MeasuredCrossing, ...]:
    """How inks cross on a stock as her photographs show them; of a pair told of twice the later."""
    return tuple(one.crossing for one, _ in _pairs(entries) if one.stock == stock)


def her_pace(entries: Sequence[Entry]) -> Pace:
    """How long she is at each kind of work, from the cards whose times are reckoned with."""
    return pace_from(_paces(entries))


def _paces(entries: Sequence[Entry]) -> tuple[WorkPace, ...]:
    return paces_of(
        Took(one.work, one.usual_s, one.took_s) for entry in entries if entry.document.paced_in for one in entry.document.took
    )


def what_was_learnt(store: Store) -> Learnt:
    """Everything the journal has taught."""
    with store.reading() as session:
        entries = read_entries(session)
    paced = tuple((entry.id, entry.document.facts.title) for entry in entries if entry.document.paced_in)
    pads = tuple((one, _called(entries, one.ink), _with_pad(entries, one.ink)) for one in _pads(entries))
    return Learnt(her_hand(entries), _hands(entries), pads, _pairs(entries), _paces(entries), paced, _liked(entries))


def remembered_for(session: Session, plan: Plan, card_id: str) -> tuple[Remembered, ...]:
    """What she wanted to remember next time, where it concerns this plan; not what she wrote of this very card."""
    notes = [
        _note(entry)
        for entry in read_entries(session)
        if entry.document.facts.next_time.strip() and entry.document.card != card_id
    ]
    return remembered(plan, notes)


def _note(entry: Entry) -> Note:
    """What an entry wants remembered; the plan it was written of is read once for as long as its document stands."""
    facts, of = entry.document.facts, entry.document.plan
    key = ("plan of entry", id(of))
    known = KEPT.get(key) if of is not None else None
    if of is not None and (known is None or known[0] is not of):
        known = (of, of.to_core())
        KEPT.put(key, known)
    return Note(entry.id, facts.title, facts.next_time, known[1] if known else None)


def _hands(entries: Sequence[Entry]) -> tuple[tuple[str, str, float], ...]:
    """The entries whose photograph was taken in: id, title, and the hand it told of, beside the usual one."""
    told = []
    for entry in entries:
        document = entry.document
        if document.taken_in and document.comparison is not None:
            planned = document.plan.hand if document.plan else 1.0
            told.append((entry.id, document.facts.title, round(document.comparison.hand * planned, 3)))
    return tuple(told)


def _pads(entries: Sequence[Entry]) -> tuple[PadLearnt, ...]:
    """What the photographs told of her pads, each beside what its swatch tells."""
    told = []
    for entry in entries:
        document = entry.document
        if document.comparison is not None:
            planned = {pad.ink: pad.lays for pad in document.plan.pads} if document.plan else {}
            told += [
                (pad.ink, pad.lays * planned.get(pad.ink, 1.0)) for pad in document.comparison.pads if pad.ink in document.pads_in
            ]
    return pads_of(told)


def _called(entries: Sequence[Entry], ink: str) -> str:
    return next(one.name for entry in entries if entry.document.plan for one in entry.document.plan.inks if one.key == ink)


def _with_pad(entries: Sequence[Entry], ink: str) -> Titles:
    return tuple((entry.id, entry.document.facts.title) for entry in entries if ink in entry.document.pads_in)


def _pairs(entries: Sequence[Entry]) -> tuple[tuple[PairLearnt, Titles], ...]:
    """The crossings taken in from photographs, with the entries that tell of each; of several the last made is believed."""
    told: dict[tuple[str, str, str], tuple[PairLearnt, Titles]] = {}
    for entry in sorted(entries, key=lambda one: (one.made_at, one.id)):
        document, plan = entry.document, entry.document.plan
        if document.comparison is None or plan is None:
            continue
        names = {ink.key: ink.name for ink in plan.inks}
        for pair in document.comparison.pairs:
            if (pair.bottom, pair.top) in document.pairs_in:
                key = (plan.stock.key, pair.bottom, pair.top)
                before = told[key][1] if key in told else ()
                crossing = MeasuredCrossing(pair.bottom, pair.top, pair.lab)
                told[key] = (
                    PairLearnt(plan.stock.key, (names[pair.bottom], names[pair.top]), crossing, pair.predicted),
                    (*before, (entry.id, document.facts.title)),
                )
    return tuple(told.values())


def _liked(entries: Sequence[Entry]) -> tuple[str, ...]:
    """What cards that were sold, or have LIKED stars and more, share, where at least two of them do."""
    good = _good(entries)
    if len(good) < 2:
        return ()
    inks = Counter(name for plan in good for name in {plan.ink(s.ink).name for s in plan.steps if isinstance(s, Brush)})
    ways = Counter(way for plan in good for way in techniques_of(plan))
    stocks = Counter(plan.stock.name for plan in good)
    shared = [(name, count) for name, count in (*inks.most_common(4), *ways.most_common(2), *stocks.most_common(2)) if count > 1]
    called = "like" if not any(entry.document.facts.sold for entry in entries) else "like or sold"
    return tuple(f"{sentence(name)}: {count} of the {len(good)} cards you {called}." for name, count in shared)


def _good(entries: Sequence[Entry]) -> list[Plan]:
    """The plans of cards that were sold, or have LIKED stars and more."""
    return [
        entry.document.plan.to_core()
        for entry in entries
        if entry.document.plan and (entry.document.facts.rating >= LIKED or entry.document.facts.sold)
    ]


def liked_inks(store: Store) -> frozenset[str]:
    """The names of the inks that lie on cards she likes."""
    with store.reading() as session:
        good = _good(read_entries(session))
    return frozenset(plan.ink(step.ink).name for plan in good for step in plan.steps if isinstance(step, Brush))
