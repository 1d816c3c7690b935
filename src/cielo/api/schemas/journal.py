"""The journal as the web says it."""

from datetime import datetime
from typing import Self

from pydantic import BaseModel

from cielo.app.learnt import Learnt, Titles
from cielo.app.used import used_for
from cielo.core.optics.gamut import hex_from_lab
from cielo.core.say import say_pad, say_pad_beside, say_pair, say_used
from cielo.core.sequence.durations import techniques_of
from cielo.core.sequence.pace import Took, paces_of, say_clocked, say_paces
from cielo.exchange.journal_file import ComparisonModel, JournalModel, MadeFacts
from cielo.store.journal import Entry


class PadToldOut(BaseModel):
    """What its photograph told of a pad, as a sentence; ``lays``: what its ink is to be taken times, beside what was planned with."""

    ink: str
    words: str
    lays: float
    off_by: float
    taken_in: bool


class PairToldOut(BaseModel):
    """What its photograph told of two inks over each other, as a sentence, with their colours in one full application each."""

    bottom: str
    top: str
    words: str
    photographed: str
    predicted: str
    taken_in: bool


class JournalEntryOut(BaseModel):
    """One entry. ``card``: the card it was made as, where that is known, and the ``group`` it is in; ``stock`` and ``inks`` by name;
    ``size_mm`` of its panel.

    ``used``: what of the shelf it took, as a sentence; ``off_shelf``: whether that was taken off there.
    ``clocked``: how long it took at the bench, as a sentence; ``paces``: what that told of her, by kind of work; ``techniques``:
    how it was made.
    """

    id: str
    made_at: datetime
    facts: MadeFacts
    card: str | None
    group: str
    planned: bool
    photographed: bool
    stock: str
    inks: list[str]
    size_mm: tuple[float, float] | None
    differently: list[str]
    comparison: ComparisonModel | None
    taken_in: bool
    pads: list[PadToldOut]
    pairs: list[PairToldOut]
    paced_in: bool
    used: str
    off_shelf: bool
    clocked: str
    paces: str
    techniques: list[str]

    @classmethod
    def of(cls, entry: Entry) -> Self:
        document = entry.document
        plan = document.plan.to_core() if document.plan else None
        clocked = [Took(one.work, one.usual_s, one.took_s) for one in document.took]
        return cls(
            id=entry.id,
            made_at=entry.made_at,
            facts=document.facts,
            card=document.card,
            group=entry.group,
            planned=plan is not None,
            photographed=entry.photographed,
            stock=plan.stock.name if plan else "",
            inks=[ink.name for ink in plan.inks] if plan else [],
            size_mm=(plan.card.panel_width_mm, plan.card.panel_height_mm) if plan else None,
            differently=list(document.differently),
            comparison=document.comparison,
            taken_in=document.taken_in,
            pads=_pads(document),
            pairs=_pairs(document),
            paced_in=document.paced_in,
            used=say_used((one.kind, one.name, one.wanted) for one in used_for(plan)) if plan else "",
            off_shelf=bool(document.off_shelf),
            clocked=say_clocked(clocked),
            paces=say_paces(paces_of(clocked)),
            techniques=techniques_of(plan) if plan else [],
        )


def _pads(document: JournalModel) -> list[PadToldOut]:
    if document.plan is None or document.comparison is None:
        return []
    names = {ink.key: ink.name for ink in document.plan.inks}
    return [
        PadToldOut(**pad.model_dump(), words=say_pad_beside(names[pad.ink], pad.lays), taken_in=pad.ink in document.pads_in)
        for pad in document.comparison.pads
    ]


def _pairs(document: JournalModel) -> list[PairToldOut]:
    if document.plan is None or document.comparison is None:
        return []
    names = {ink.key: ink.name for ink in document.plan.inks}
    return [
        PairToldOut(
            bottom=pair.bottom,
            top=pair.top,
            words=say_pair(names[pair.bottom], names[pair.top], pair.lab, pair.predicted),
            photographed=hex_from_lab(pair.lab),
            predicted=hex_from_lab(pair.predicted),
            taken_in=(pair.bottom, pair.top) in document.pairs_in,
        )
        for pair in document.comparison.pairs
    ]


class FromEntryOut(BaseModel):
    """An entry whose photograph was taken in, and the hand it told of."""

    entry: str
    title: str
    hand: float


class TitledEntryOut(BaseModel):
    """An entry, by its title."""

    entry: str
    title: str


class LessonOut(BaseModel):
    """Something learnt of a pad or a pair, as a sentence, and the entries it rests on."""

    words: str
    from_entries: list[TitledEntryOut]

    @classmethod
    def of(cls, words: str, entries: Titles) -> Self:
        return cls(words=words, from_entries=[TitledEntryOut(entry=entry, title=title) for entry, title in entries])


class LearntOut(BaseModel):
    """What the journal has taught."""

    hand: float
    off_by: float
    cards: int
    from_entries: list[FromEntryOut]
    lessons: list[LessonOut]
    paces: str
    paced_entries: list[TitledEntryOut]
    liked: list[str]

    @classmethod
    def of(cls, learnt: Learnt) -> Self:
        return cls(
            hand=learnt.hand.strength,
            off_by=learnt.hand.off_by,
            cards=learnt.hand.cards,
            from_entries=[FromEntryOut(entry=entry, title=title, hand=hand) for entry, title, hand in learnt.from_entries],
            lessons=[
                *(LessonOut.of(say_pad(name, pad.lays), entries) for pad, name, entries in learnt.pads),
                *(
                    LessonOut.of(say_pair(*pair.names, pair.crossing.lab, pair.predicted), entries)
                    for pair, entries in learnt.pairs
                ),
            ],
            paces=say_paces(learnt.paces),
            paced_entries=[TitledEntryOut(entry=entry, title=title) for entry, title in learnt.paced_entries],
            liked=list(learnt.liked),
        )
