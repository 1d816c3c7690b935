"""The journal as the web says it."""

from datetime import datetime
from typing import Self

from pydantic import BaseModel

from cielo.app.learnt import Learnt
from cielo.exchange.journal_file import ComparisonModel, MadeFacts
from cielo.store.journal import Entry


class JournalEntryOut(BaseModel):
    """One entry. ``card``: the card it was made as, where that is known; ``stock`` and ``inks`` by name; ``size_mm`` of its panel."""

    id: str
    made_at: datetime
    facts: MadeFacts
    card: str | None
    planned: bool
    photographed: bool
    stock: str
    inks: list[str]
    size_mm: tuple[float, float] | None
    differently: list[str]
    comparison: ComparisonModel | None
    taken_in: bool

    @classmethod
    def of(cls, entry: Entry) -> Self:
        document = entry.document
        plan = document.plan.to_core() if document.plan else None
        return cls(
            id=entry.id,
            made_at=entry.made_at,
            facts=document.facts,
            card=document.card,
            planned=plan is not None,
            photographed=entry.photographed,
            stock=plan.stock.name if plan else "",
            inks=[ink.name for ink in plan.inks] if plan else [],
            size_mm=(plan.card.panel_width_mm, plan.card.panel_height_mm) if plan else None,
            differently=list(document.differently),
            comparison=document.comparison,
            taken_in=document.taken_in,
        )


class FromEntryOut(BaseModel):
    """An entry whose photograph was taken in, and the hand it told of."""

    entry: str
    title: str
    hand: float


class LearntOut(BaseModel):
    """What the journal has taught."""

    hand: float
    off_by: float
    cards: int
    from_entries: list[FromEntryOut]
    liked: list[str]

    @classmethod
    def of(cls, learnt: Learnt) -> Self:
        return cls(
            hand=learnt.hand.strength,
            off_by=learnt.hand.off_by,
            cards=learnt.hand.cards,
            from_entries=[FromEntryOut(entry=entry, title=title, hand=hand) for entry, title, hand in learnt.from_entries],
            liked=list(learnt.liked),
        )
