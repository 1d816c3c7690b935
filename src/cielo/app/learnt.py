"""What the journal has taught: her hand, what to remember at which step, what her good cards share."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from sqlalchemy.orm import Session

from cielo.core.keeping import KEPT
from cielo.core.learnt import Hand, Note, Remembered, hand_of, remembered
from cielo.core.plan import Brush, Pace, Plan
from cielo.core.sequence.durations import techniques_of
from cielo.core.sequence.pace import Took, WorkPace, pace_from, paces_of
from cielo.store.database import Store
from cielo.store.journal import Entry, read_entries

# A card with so many stars is one she likes.
LIKED = 4


@dataclass(frozen=True)
class Learnt:
    """Her hand, the cards it rests on; how long she is at each kind of work, and the cards that rests on; what the cards she likes
    share, in words with counts."""

    hand: Hand
    from_entries: tuple[tuple[str, str, float], ...]
    paces: tuple[WorkPace, ...]
    paced_entries: tuple[tuple[str, str], ...]
    liked: tuple[str, ...]


def her_hand(session: Session) -> Hand:
    """How strong her hand is, from the photographs that were taken in."""
    return hand_of([hand for *_, hand in _hands(read_entries(session))])


def her_pace(session: Session) -> Pace:
    """How long she is at each kind of work, from the cards whose times are reckoned with."""
    return pace_from(_paces(read_entries(session)))


def _paces(entries: Sequence[Entry]) -> tuple[WorkPace, ...]:
    return paces_of(
        Took(one.work, one.usual_s, one.took_s) for entry in entries if entry.document.paced_in for one in entry.document.took
    )


def what_was_learnt(store: Store) -> Learnt:
    """Everything the journal has taught."""
    with store.reading() as session:
        entries = read_entries(session)
    paced = tuple((entry.id, entry.document.facts.title) for entry in entries if entry.document.paced_in)
    return Learnt(hand_of([hand for *_, hand in _hands(entries)]), _hands(entries), _paces(entries), paced, _liked(entries))


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


def _liked(entries: Sequence[Entry]) -> tuple[str, ...]:
    """What cards that were sold, or have LIKED stars and more, share, where at least two of them do."""
    good = [
        entry.document.plan.to_core()
        for entry in entries
        if entry.document.plan and (entry.document.facts.rating >= LIKED or entry.document.facts.sold)
    ]
    if len(good) < 2:
        return ()
    inks = Counter(name for plan in good for name in {plan.ink(s.ink).name for s in plan.steps if isinstance(s, Brush)})
    ways = Counter(way for plan in good for way in techniques_of(plan))
    stocks = Counter(plan.stock.name for plan in good)
    shared = [(name, count) for name, count in (*inks.most_common(4), *ways.most_common(2), *stocks.most_common(2)) if count > 1]
    called = "like" if not any(entry.document.facts.sold for entry in entries) else "like or sold"
    return tuple(f"{name[0].upper()}{name[1:]}: {count} of the {len(good)} cards you {called}." for name, count in shared)
