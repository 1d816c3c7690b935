"""The journal as the web says it."""

from datetime import datetime
from typing import Self

from pydantic import BaseModel

from cielo.app.learnt import Learnt
from cielo.core.sequence.durations import techniques_of
from cielo.core.sequence.pace import Took, paces_of, say_clocked, say_paces
from cielo.exchange.journal_file import ComparisonModel, MadeFacts
from cielo.store.journal import Entry


class JournalEntryOut(BaseModel):
    """One entry. ``card``: the card it was made as, where that is known, and the ``group`` it is in; ``stock`` and ``inks`` by name;
    ``size_mm`` of its panel.

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
    paced_in: bool
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
            paced_in=document.paced_in,
            clocked=say_clocked(clocked),
            paces=say_paces(paces_of(clocked)),
            techniques=techniques_of(plan) if plan else [],
        )


class FromEntryOut(BaseModel):
    """An entry whose photograph was taken in, and the hand it told of."""

    entry: str
    title: str
    hand: float


class PacedEntryOut(BaseModel):
    """An entry whose times are reckoned with."""

    entry: str
    title: str


class LearntOut(BaseModel):
    """What the journal has taught."""

    hand: float
    off_by: float
    cards: int
    from_entries: list[FromEntryOut]
    paces: str
    paced_entries: list[PacedEntryOut]
    liked: list[str]

    @classmethod
    def of(cls, learnt: Learnt) -> Self:
        return cls(
            hand=learnt.hand.strength,
            off_by=learnt.hand.off_by,
            cards=learnt.hand.cards,
            from_entries=[FromEntryOut(entry=entry, title=title, hand=hand) for entry, title, hand in learnt.from_entries],
            paces=say_paces(learnt.paces),
            paced_entries=[PacedEntryOut(entry=entry, title=title) for entry, title in learnt.paced_entries],
            liked=list(learnt.liked),
        )
